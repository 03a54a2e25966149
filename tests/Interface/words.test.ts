import { describe, expect, it } from 'vitest';
import type { Rating } from '../../resources/js/api/types';
import { classWords, day } from '../../resources/js/components/paint/words';
import { decimal } from '../../resources/js/components/ui/decimal';

describe('words and figures', () => {
    it('takes a comma for a point, and blank for nothing', () => {
        expect([' 3,5 ', '3.5', '', undefined, '  '].map((t) => decimal(t))).toEqual(['3.5', '3.5', null, null, null]);
    });

    it('keeps a number and its unit together', () => {
        expect(classWords({ said: 'probably low (85 %)' } as Rating)).toBe('probably low (85\u00a0%)');
        expect(classWords({ said: null } as unknown as Rating)).toBe('no class');
    });

    it('writes a day without shifting it over midnight', () => {
        expect([day('2026-03-04'), day(null), day('')]).toEqual(['4 Mar 2026', '', '']);
    });
});
