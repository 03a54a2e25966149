import type { PaintBeside, Rating } from '../../api/types';

/** The likeliest class with its chance; for ratings of before there were chances, the classes between which the measurement leaves it. */
export function classWords(rating: Rating): string {
    if (rating.said) {
        return rating.said.replace(' %', '\u00a0%').replace(/^(?:between|possible:) (\d+) clear steps?(?: and|,) (\d+ clear steps)$/, '$1 or $2');
    }
    if (rating.classes.length === 0) {
        return 'no class';
    }
    const last = rating.classes.length - 1;
    return last === 0 ? rating.classes[0]! : last === 1 ? rating.classes.join(' or ') : `${rating.classes[0]} to ${rating.classes[last]}`;
}

/** Class and number; where the class is a count already, the number adds nothing. */
export function said(rating: Rating): string {
    const counted = rating.property === 'gradation' || rating.property === 'stepped gradation';
    return [rating.classes.length > 0 ? classWords(rating) : '', counted ? '' : rating.text ?? ''].filter(Boolean).join(', ');
}

export function stripWords(paint: PaintBeside): string {
    const parts = Object.values(paint.properties).map((p) => p.measured).filter((r): r is Rating => r !== null).map((r) => `${r.property} ${classWords(r)}`);
    return `${paint.colourName} by ${paint.maker}: ${parts.length === 0 ? 'nothing measured' : parts.join(', ')}`;
}

export function day(iso: string | null | undefined): string {
    return iso ? new Date(iso.length === 10 ? `${iso}T12:00` : iso).toLocaleDateString('en-GB', { day: 'numeric', month: 'short', year: 'numeric' }) : '';
}

/** Today as a calendar date of this machine. */
export function today(): string {
    const d = new Date();
    return `${d.getFullYear()}-${String(d.getMonth() + 1).padStart(2, '0')}-${String(d.getDate()).padStart(2, '0')}`;
}
