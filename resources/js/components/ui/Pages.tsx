/** From page to page of a long list; nothing where it has only one. */
export function Pages({
    page,
    pages,
    onGo,
    before = 'Before',
    after = 'Next',
}: {
    page: number;
    pages: number;
    onGo: (page: number) => void;
    before?: string;
    after?: string;
}) {
    if (pages < 2) {
        return null;
    }
    const turn = (to: number, words: string) => (
        <button type="button" className="link" onClick={() => onGo(to)}>
            {words}
        </button>
    );
    return (
        <p className="my-3 flex gap-4 no-print">
            {page > 1 && turn(page - 1, before)}
            Page {page} of {pages}
            {page < pages && turn(page + 1, after)}
        </p>
    );
}
