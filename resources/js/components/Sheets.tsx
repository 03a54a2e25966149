const LABELS_ON_A_PAGE = 32;

/** Sheets of labels for these pans. */
export function labelSheets(pans: string[]): { src: string; name: string }[] {
    return Array.from({ length: Math.ceil(pans.length / LABELS_ON_A_PAGE) }, (_, i) => ({
        src: `/api/labels.svg?pans=${pans.slice(i * LABELS_ON_A_PAGE, (i + 1) * LABELS_ON_A_PAGE).join(',')}`,
        name: `Labels, page ${i + 1}`,
    }));
}

/** A4 pages across, one drawing each, printed without any margin of the browser's so that millimetres stay millimetres. */
export function Sheets({ of, title }: { of: { src: string; name: string }[]; title: string }) {
    return (
        <>
            <div className="no-print flex flex-wrap gap-4 items-center mb-3">
                <h1>{title}</h1>
                <button type="button" className="button" data-main onClick={() => window.print()}>
                    Print
                </button>
                <span className="text-sm">
                    A4 across, at 100 %, without margins or “fit to page”. Each round mark of a card is 6 mm across: check one with a ruler.
                </span>
            </div>
            {of.map((s) => (
                <img key={s.src} src={s.src} alt={s.name} className="sheet" />
            ))}
        </>
    );
}
