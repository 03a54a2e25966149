import type { ComparedPair } from '../../api/compare';

export interface Bracket {
    /** First and last of the ordered paints. */
    from: number;
    to: number;
    /** Enough cards: a difference of one class would have been seen. */
    enough: boolean;
}

/** More lanes than this are a knot, not a picture. */
const MOST_LANES = 4;

/**
 * The longest runs of ordered paints of which no two were told apart (as letters of all-pairwise comparisons, Piepho 2004;
 * for values in order).
 *
 * @param order places of the paints, by value
 */
export function brackets(order: number[], pairs: ComparedPair[]): Bracket[] {
    const pair = (a: number, b: number) => pairs.find((p) => (p.one === a && p.other === b) || (p.one === b && p.other === a));
    const out: Bracket[] = [];
    for (let from = 0; from < order.length - 1; from++) {
        let to = from;
        while (to + 1 < order.length && order.slice(from, to + 1).every((a) => pair(a, order[to + 1]!)?.real === false)) {
            to++;
        }
        if (to > from && (out.at(-1)?.to ?? -1) < to) {
            const within = order.slice(from, to + 1);
            const enough = within.every((a, i) => within.slice(i + 1).every((b) => pair(a, b)?.enough === true));
            out.push({ from, to, enough });
        }
    }
    return out.length > MOST_LANES ? [] : out;
}
