import type { PaintBeside, Property, Rating } from '../../api/types';

/** Numbers as they are written everywhere: value, uncertainty, and the unit where there is one. */
export function withUncertainty(rating: Pick<Rating, 'property' | 'value' | 'uncertainty'>): string {
    if (rating.value === null) {
        return '';
    }
    const places = rating.property === 'transparency' ? 3 : rating.property === 'lightfastness' ? 1 : 2;
    const unit = rating.property === 'lightfastness' ? 'dE ' : '';
    return `${unit}${rating.value.toFixed(places)}${rating.uncertainty === null ? '' : ` ±${rating.uncertainty.toFixed(places)}`}`;
}

export const QUANTITY: Record<Property, string> = { transparency: 'body', staining: 'residue', granulation: 'grain', lightfastness: 'change' };

/** The class, or the classes between which the measurement leaves it. */
export function classWords(rating: Rating): string {
    if (rating.classes.length === 0) {
        return 'no class';
    }
    const last = rating.classes.length - 1;
    return last === 0 ? rating.classes[0]! : last === 1 ? rating.classes.join(' or ') : `${rating.classes[0]} to ${rating.classes[last]}`;
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
