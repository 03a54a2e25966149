import type { PaintBeside, Quantity, Rating } from '../../api/types';

/** Decimal places and units of each quantity. */
const WRITTEN: Record<Quantity, { places: number; before?: string; after?: string }> = {
    transparency: { places: 3 }, staining: { places: 2 }, granulation: { places: 2 }, lightfastness: { places: 1, before: 'dE ' },
    gradation: { places: 1, after: ' steps' }, 'two-tone': { places: 0, after: '°' }, evenness: { places: 3 },
    'wash separation': { places: 1, before: 'dE ' }, 'stepped gradation': { places: 0, after: ' clear steps' }, strength: { places: 2, before: 'slope ' }, 'two-line transparency': { places: 3 }, blotting: { places: 2 }, glazing: { places: 3, before: 'deposit ', after: ' a layer' },
    spread: { places: 1, after: ' mm' }, 'softened edge': { places: 1, after: ' mm' }, salt: { places: 2 }, separation: { places: 1, before: 'dE ' }, 're-wetting': { places: 2 },
};

/** Numbers as they are written everywhere: value, uncertainty, and the unit where there is one. */
export function withUncertainty(rating: Pick<Rating, 'property' | 'value' | 'uncertainty'>): string {
    if (rating.value === null) {
        return '';
    }
    const { places, before = '', after = '' } = WRITTEN[rating.property];
    return `${before}${rating.value.toFixed(places)}${rating.uncertainty === null ? '' : ` ±${rating.uncertainty.toFixed(places)}`}${after}`;
}

export const QUANTITY: Record<Quantity, string> = { transparency: 'body', staining: 'residue', granulation: 'grain', lightfastness: 'change', gradation: 'clear steps', 'two-tone': 'turn of hue', evenness: 'blotch',
    'wash separation': 'scatter of hue', 'stepped gradation': 'clear steps', strength: 'deposit a share of paint', 'two-line transparency': 'body', blotting: 'residue', glazing: 'darkening', spread: 'width', 'softened edge': 'fall from 80 to 20 %', salt: 'share of stars',
    separation: 'drift from end to end', 're-wetting': 'deposit' };

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
    return [rating.classes.length > 0 ? classWords(rating) : '', counted ? '' : withUncertainty(rating)].filter(Boolean).join(', ');
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
