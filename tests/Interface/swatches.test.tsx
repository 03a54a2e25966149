import { fireEvent, screen } from '@testing-library/react';
import { beforeAll, describe, expect, it } from 'vitest';
import type { Swatch } from '../../resources/js/api/swatches';
import { SwatchEntry } from '../../resources/js/pages/swatches/SwatchEntry';
import { button, openPart, Refusal, tester, until, withoutDrawing, words } from './page';

beforeAll(withoutDrawing);

const rating = (property: string, more: object = {}) => ({
    property,
    status: 'measured',
    said: 'semi-transparent',
    value: 0.4321,
    uncertainty: 0.05,
    reason: null,
    ...more,
});
const place = (cell: string, role: string, deposit: number | null) => ({
    cell,
    role,
    what: cell,
    lab: [50, 1, 2],
    rgb: [0.5, 0.5, 0.5],
    uncertainty95: 1.5,
    deposit,
});
const told = {
    places: [place('pale', 'swatch', 0.2), place('paper', 'paper', null), place('deep', 'swatch', 1.1)],
    ratings: [rating('transparency'), rating('granulation', { status: 'not reached' })],
    outshines: [],
    protocol: 'swatch 1',
    remarks: [],
};
const swatch = (changes: object = {}) =>
    ({
        uuid: 's1',
        edition: 3,
        called: '',
        naming: 'open',
        paint: null,
        mix: null,
        guess: null,
        mayChange: true,
        told,
        problem: null,
        paintedWhen: '',
        paperWords: '',
        owner: 'Tamsin',
        made: '2026-03-04T00:00:00Z',
        shared: false,
        simulated: false,
        note: '',
        ...changes,
    }) as unknown as Swatch;
const dune = { uuid: 'dune', colourName: 'Dune', maker: 'Withy', statement: { text: 'PY42' } };

const show = (of: Swatch, answers: object = {}) =>
    openPart(
        (done) => (
            <ul>
                <SwatchEntry swatch={of} onSaved={done} />
            </ul>
        ),
        '/swatches',
        '/swatches',
        tester,
        { ...answers },
    );

describe('a swatch without a name', () => {
    it('is what the file was called when one agrees', async () => {
        const { sent, done } = show(swatch({ called: 'Dune', guess: dune }), { 'PUT swatches/s1': {} });
        fireEvent.click(await button('It is Dune, Withy'));
        await until(() => expect(done()).toBe(1));
        expect(sent).toEqual([{ what: 'PUT swatches/s1', body: { paintUuid: 'dune' } }]);
    });

    it('becomes a paint of a name and a maker that are typed, or the one that is picked', async () => {
        const { sent, done } = show(swatch(), { 'GET paints': { paints: [dune] }, 'PUT swatches/s1': {} });
        fireEvent.click(await button('Pick or type'));
        const field = screen.getByLabelText('Colour name, maker');
        fireEvent.change(field, { target: { value: 'Reed , Sluice, & Staithe ' } });
        fireEvent.click(await button('Keep as a paint'));
        await until(() => expect(done()).toBe(1));
        fireEvent.click(await button('Pick or type'));
        fireEvent.change(screen.getByLabelText('Colour name, maker'), { target: { value: 'Dune, Withy' } });
        fireEvent.click(await button('It is this one'));
        await until(() => expect(done()).toBe(2));
        expect(sent.map((s) => s.body)).toEqual([{ colourName: 'Reed', makerName: 'Sluice, & Staithe' }, { paintUuid: 'dune' }]);
    });

    it('may stay unknown, and is then held against what was measured', async () => {
        const { sent } = show(swatch({ naming: 'unknown', mayChange: true }), {
            'GET swatches/s1/narrowing': { candidates: [{ paint: dune, strip: null, meanDE00: 2.34, depths: 1, says: 'near' }] },
            'PUT swatches/s1': {},
        });
        fireEvent.click(await button('What may it be?'));
        expect(words(await screen.findByText(/near: mean/))).toContain('near: mean dE00 2.3 over one depth');
        expect(words()).toContain('Colour alone does not prove a pigment');
        fireEvent.click(await button('It is this one'));
        await until(() => expect(sent[0]?.body).toEqual({ paintUuid: 'dune' }));
    });

    it('is a mix in drops that were counted, or in none that were', async () => {
        const bench = {
            paints: [
                { uuid: 'a', name: 'Dune', maker: 'Withy' },
                { uuid: 'b', name: 'Shoal', maker: 'Withy' },
            ],
            mixes: [],
            partners: [],
        };
        const { sent } = show(swatch(), { 'GET mixes': bench, 'PUT swatches/s1': {} });
        fireEvent.click(await button('A mix of two'));
        fireEvent.change(await screen.findByLabelText('First paint'), { target: { value: 'a' } });
        fireEvent.change(screen.getByLabelText('Second paint'), { target: { value: 'b' } });
        fireEvent.change(screen.getByLabelText('So much'), { target: { value: '2,5' } });
        fireEvent.click(await button('Keep it so'));
        await until(() => expect(sent).toHaveLength(1));
        expect(sent[0]!.body).toEqual({ mix: { a: 'a', b: 'b', dropsA: '2.5', dropsB: null, measure: 'counted drops' } });
    });

    it('keeps what was typed when the server refuses, and says why', async () => {
        const { done } = show(swatch(), { 'PUT swatches/s1': new Refusal('Somebody else named it meanwhile.', 412) });
        fireEvent.click(await button('Not known'));
        expect(await screen.findByText('Somebody else named it meanwhile.')).toBeTruthy();
        expect(done()).toBe(0);
    });
});

describe('what a swatch says', () => {
    it('stands deepest first with bare paper last, and leaves what it does not reach', async () => {
        show(swatch({ naming: 'named', paint: dune }));
        const colours = await screen.findByRole('img', { name: /Measured colours/ });
        expect([...colours.children].map((c) => words(c))).toEqual(['1.10', '0.20', 'bare']);
        expect(words(screen.getByRole('listitem', { name: 'Dune' }))).toContain(
            'transparency semi-transparent 0.432 ±0.050granulation this swatch is too pale to tell',
        );
    });

    it('warns of a paint that is brighter than its paper', async () => {
        show(swatch({ naming: 'named', paint: dune, told: { ...told, outshines: ['red', 'green'] } }));
        expect(words(await screen.findByRole('note'))).toContain(
            'Brighter than its own paper in red and green: it may be a fluorescent paint.',
        );
    });

    it('is said by somebody else and not to be changed', async () => {
        show(swatch({ naming: 'named', paint: dune, mayChange: false, shared: true }));
        await screen.findByText('Dune');
        expect(screen.queryByRole('button', { name: 'Change' })).toBeNull();
        expect(words()).toContain('painted when: not recorded · paper not recorded · swatch 1 · Tamsin, 4 Mar 2026 · shared');
    });
});
