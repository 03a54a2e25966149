import { MORE, type Quantity, type Rating } from '../../api/types';
import { classWords } from '../../components/paint/words';

/** What stroke and wash say beyond the rated properties, in a line beneath the strip; each opens to where it comes from. */
export function MoreOfTheRow({ ratings, open, onToggle, label }: { ratings: Rating[]; open: Quantity | null; onToggle: (quantity: Quantity) => void; label: string }) {
    const more = MORE.map((q) => ratings.find((r) => r.property === q)).filter((r): r is Rating => r !== undefined && r.status === 'measured' && !(r.property === 'wash separation' && r.class === 'none'));
    return (
        <span className="flex flex-wrap gap-x-4 text-sm mt-0.5">
            {more.map((r) => <button key={r.property} type="button" aria-expanded={open === r.property} className="link relative" onClick={() => onToggle(r.property)}><span className="sr-only">{label}: </span>{words(r)}</button>)}
        </span>
    );
}

function words(rating: Rating): string {
    if (rating.property === 'gradation') {
        const counts = rating.classes.map((c) => c.replace(/ clear steps$/, ''));
        return `${counts.length === 1 ? counts[0] : `${counts[0]} or ${counts.at(-1)}`}${counts[0] === 'one step' ? '' : ' clear steps'}${rating.numbers.paleEndLost === true ? ', pale end lost' : ''}`;
    }
    if (rating.property === 'two-tone') {
        const towards = (rating.numbers.towards as string[] | undefined)?.find((w) => w.startsWith('hue '))?.slice('hue '.length) ?? '';
        return rating.remarks.length > 0 ? 'no turn of hue' : `tint turns ${rating.text?.replace(/^-/, '')} ${towards}`;
    }
    if (rating.property === 'evenness') {
        return `${classWords(rating)} wash${rating.numbers.streaked === true ? `, streaks at ${Number(rating.numbers.streakDirectionDeg).toFixed(0)}°` : ''}`;
    }
    if (rating.property === 'stepped gradation') {
        return `ladder: ${classWords(rating)}`;
    }
    return [rating.property, rating.classes.length > 0 ? classWords(rating) : '', rating.text ?? ''].filter(Boolean).join(' ');
}
