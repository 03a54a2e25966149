import { MORE, type Quantity, type Rating } from '../../api/types';

/** What stroke and wash say beyond the rated properties, in a line beneath the strip; each opens to where it comes from. */
export function MoreOfTheRow({
    ratings,
    open,
    onToggle,
    label,
}: {
    ratings: Rating[];
    open: Quantity | null;
    onToggle: (quantity: Quantity) => void;
    label: string;
}) {
    const more = MORE.map((q) => ratings.find((r) => r.property === q)).filter(
        (r): r is Rating => r !== undefined && r.status === 'measured' && !(r.property === 'wash separation' && r.class === 'none'),
    );
    return (
        <span className="flex flex-wrap gap-x-4 text-sm mt-0.5">
            {more.map((r) => (
                <button
                    key={r.property}
                    type="button"
                    aria-expanded={open === r.property}
                    className="link relative"
                    onClick={() => onToggle(r.property)}
                >
                    <span className="sr-only">{label}: </span>
                    {r.brief}
                </button>
            ))}
        </span>
    );
}
