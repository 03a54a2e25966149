import { readFileSync } from 'node:fs';
import { describe, expect, it } from 'vitest';
import { canonical, fingerprintOf } from '../../resources/js/pages/ledger/fingerprint';

/** The same file is held against the server's way of working it out in ExchangeTest. */
const record = JSON.parse(readFileSync('tests/Support/fingerprint.json', 'utf8')) as Record<string, unknown>;

describe('a record', () => {
    it('is known by the same fingerprint here as on the server', async () => {
        expect(await fingerprintOf(record)).toBe(record.fingerprint);
    });

    it('is known by what it says, not by who says so', async () => {
        expect(await fingerprintOf({ ...record, by: 'nobody', standing: { withdrawn: 'why' } })).toBe(record.fingerprint);
        expect(await fingerprintOf({ ...record, revision: 2 })).not.toBe(record.fingerprint);
    });

    it('has the canonical form of RFC 8785 (section 3.2.2 and 3.2.3, from memory)', () => {
        expect(canonical({ numbers: [333333333.33333329, 1e30, 4.5, 2e-3, 1e-27], literals: [null, true, false] })).toBe(
            '{"literals":[null,true,false],"numbers":[333333333.3333333,1e+30,4.5,0.002,1e-27]}',
        );
        const names = { '\u20ac': 1, '\r': 2, '\ufb33': 3, '1': 4, '\ud83d\ude00': 5, '\u0080': 6, '\u00f6': 7 };
        expect(canonical(names).match(/\d(?=[,}])/g)).toEqual(['2', '4', '6', '7', '1', '5', '3']);
    });
});
