import { describe, expect, it } from 'vitest';
import { brackets } from '../../resources/js/pages/compare/brackets';

/** Pairs of n paints: those named are told apart, all others not. */
function pairs(n: number, apart: string[], few: string[] = []) {
    const out = [];
    for (let one = 0; one < n; one++) {
        for (let other = one + 1; other < n; other++) {
            const key = `${one}${other}`;
            out.push({
                one,
                other,
                difference: 0,
                text: '',
                chance: 0,
                again: 0,
                words: '',
                real: apart.includes(key),
                enough: !few.includes(key),
            });
        }
    }
    return out;
}

describe('brackets around what cannot be told apart', () => {
    it('spans the longest runs in order of value, none inside another', () => {
        // 0 from 3 only: both runs of three stand, in the order of the values.
        expect(brackets([0, 1, 2, 3], pairs(4, ['03']))).toEqual([
            { from: 0, to: 2, enough: true },
            { from: 1, to: 3, enough: true },
        ]);
        expect(brackets([2, 0, 1], pairs(3, ['02', '12']))).toEqual([{ from: 1, to: 2, enough: true }]);
        expect(brackets([0, 1, 2], pairs(3, []))).toEqual([{ from: 0, to: 2, enough: true }]);
    });

    it('draws none where all differ, and none where they would be a knot', () => {
        expect(brackets([0, 1], pairs(2, ['01']))).toEqual([]);
        const chain = (n: number) =>
            pairs(
                n,
                pairs(n, [])
                    .filter((p) => p.other - p.one > 1)
                    .map((p) => `${p.one}${p.other}`),
            );
        expect(brackets([0, 1, 2, 3, 4], chain(5))).toHaveLength(4);
        expect(brackets([0, 1, 2, 3, 4, 5], chain(6))).toEqual([]);
    });

    it('says that cards are too few as soon as one pair within says so', () => {
        expect(brackets([0, 1, 2], pairs(3, [], ['12']))[0]!.enough).toBe(false);
    });
});
