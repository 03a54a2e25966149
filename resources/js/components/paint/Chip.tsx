/** The measured colour that stands beside a name: full strength and tint; hatched where nothing was measured. */
export function Chip({ colour }: { colour: [string, string] | null | undefined }) {
    return colour ? (
        <span
            aria-hidden="true"
            className="inline-block w-11 h-4 align-[-0.15em] mr-2 shrink-0"
            style={{ background: `linear-gradient(90deg, ${colour[0]} 55%, ${colour[1]} 55%)` }}
        />
    ) : (
        <span aria-hidden="true" title="not measured" className="inline-block w-11 h-4 align-[-0.15em] mr-2 hatched shrink-0" />
    );
}
