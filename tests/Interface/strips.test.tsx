import { fireEvent, screen } from '@testing-library/react';
import { beforeAll, describe, expect, it } from 'vitest';
import type { PaintSet } from '../../resources/js/api/types';
import { Strips } from '../../resources/js/pages/pigments/Strips';
import { button, open, until, withoutDrawing, words } from './page';

beforeAll(withoutDrawing);

const untested = { measured: null, without: null, claims: [], verdicts: [], pooled: null };
const tested = (value: number) => ({ ...untested, pooled: { value, tests: 1 } });
const paint = (uuid: string, colourName: string, maker: string, codes: string[], staining: number | null, more: object = {}) => ({
    uuid,
    colourName,
    maker,
    makerUuid: maker,
    range: 'Field',
    statement: { text: codes.join(', '), singlePigment: codes.length === 1, codes: codes.map((code) => ({ code })) },
    strip: { ladder: ['#111111'], fade: null },
    properties: {
        transparency: untested,
        staining: staining === null ? untested : tested(staining),
        granulation: untested,
        lightfastness: untested,
    },
    notTested: [],
    ...more,
});
const stop = (hex: string, dE00Above: number | null, seam = true) => ({ hex, lab: [40, 1, 2], dE00Above, seam });
const set = {
    paints: [
        paint('a', 'Shoal', 'Withy', ['PB28'], 0.5),
        paint('b', 'Channel Blue', 'Sluice', ['PB28', 'PW4'], 0.2),
        paint('c', 'Dune', 'Sluice', ['PY42'], null, { strip: null, notTested: ['staining'] }),
    ],
    stripOrder: ['a', 'b'],
    depths: [0.3, 0.8, 1.6],
    referenceDepth: 0.8,
    stops: [
        [stop('#a0a0ff', null), stop('#a1a1ff', 0.4, false)],
        [stop('#5050ff', null), stop('#6060ff', 2.34)],
        [stop('#2020ff', null), null],
    ],
} as unknown as PaintSet;

const show = (at = '/pigments/PB28') => open(<Strips page={set} code="PB28" label="Paints of PB28" />, at, '/pigments/:code', null, {});
const names = () => screen.getAllByRole('rowheader').map((r) => r.querySelector('a')!.textContent);

describe('paints under one another', () => {
    it('stand in measured hue order, and by a property with what was not tested last', async () => {
        const { where } = show();
        expect(names()).toEqual(['Shoal', 'Channel Blue', 'Dune']);
        fireEvent.change(screen.getByLabelText('Order by'), { target: { value: 'staining' } });
        await until(() => expect(names()).toEqual(['Channel Blue', 'Shoal', 'Dune']));
        fireEvent.change(screen.getByLabelText('Order by'), { target: { value: 'maker' } });
        await until(() => expect(names()).toEqual(['Channel Blue', 'Dune', 'Shoal']));
        expect(where()).toBe('/pigments/PB28?by=maker');
        fireEvent.change(screen.getByLabelText('Order by'), { target: { value: 'hue' } });
        await until(() => expect(where()).toBe('/pigments/PB28'));
    });

    it('are narrowed to one maker, one code, one pigment, what was measured, what is pinned', async () => {
        show();
        const only = (value: string) => fireEvent.change(screen.getByLabelText('Show'), { target: { value } });
        for (const [value, left] of [
            ['maker:Sluice', ['Channel Blue', 'Dune']],
            ['code:PW4', ['Channel Blue']],
            ['single', ['Shoal', 'Dune']],
            ['measured', ['Shoal', 'Channel Blue']],
            ['', ['Shoal', 'Channel Blue', 'Dune']],
        ] as [string, string[]][]) {
            only(value);
            await until(() => expect(names()).toEqual(left));
        }
        only('pinned');
        await until(() => expect(screen.queryAllByRole('rowheader')).toEqual([]));
    });

    it('are pinned in the address, and from two on compared', async () => {
        const { where } = show('/pigments/PB28?pin=c,gone');
        expect(words()).toContain('Pin two to eight paints');
        fireEvent.click(await button(/pin ?Shoal/));
        expect((await screen.findByRole('link', { name: 'Compare 2 closely' })).getAttribute('href')).toBe('/compare?paints=c,a');
        fireEvent.click(await button(/pinned ?Dune/));
        await until(() => expect(where()).toBe('/pigments/PB28?pin=a'));
    });

    it('are hidden one by one in the address, and shown again together', async () => {
        const { where } = show();
        fireEvent.click(await button(/hide ?Shoal/));
        await until(() => expect(names()).toEqual(['Channel Blue', 'Dune']));
        fireEvent.click(await button(/hide ?Dune/));
        await until(() => expect(where()).toBe('/pigments/PB28?hide=a%2Cc'));
        expect(words()).toContain('2 hidden show them');
        fireEvent.click(await button('show them'));
        await until(() => expect(names()).toEqual(['Shoal', 'Channel Blue', 'Dune']));
        expect(where()).toBe('/pigments/PB28');
    });

    it('lie edge to edge at one depth, with a seam only where one can be seen', async () => {
        const { where } = show();
        fireEvent.keyDown(document.body, { key: 'd' });
        await until(() => expect(where()).toBe('/pigments/PB28?depth=0.8'));
        expect(words()).toContain('dE00 2.3');
        expect(words()).not.toContain('no seam');
        expect(words(screen.getAllByRole('row').at(-1))).toContain('not measured');
        fireEvent.keyDown(document.body, { key: 'd' });
        await until(() => expect(where()).toBe('/pigments/PB28'));
    });

    it('open at the depth that the address says, and show nothing beyond a stroke', async () => {
        show('/pigments/PB28?depth=1.5');
        expect(await screen.findByText('beyond this paint’s stroke')).toBeTruthy();
        expect(screen.getByRole('img', { name: 'L* 40, a* 1, b* 2' }).style.background).toBe('rgb(32, 32, 255)');
    });

    it('say that no seam is drawn where two cannot be told apart', async () => {
        show('/pigments/PB28?depth=0.3');
        expect(await screen.findByText('no seam, dE00 0.4')).toBeTruthy();
    });

    it('leave the d of a word that is typed alone', async () => {
        const { where, container } = show();
        const field = document.createElement('input');
        container.append(field);
        fireEvent.keyDown(field, { key: 'd' });
        fireEvent.keyDown(document.body, { key: 'd', ctrlKey: true });
        expect(where()).toBe('/pigments/PB28');
    });

    it('tell what was not tested of which', () => {
        show();
        expect(words(screen.getByRole('region', { name: 'Not tested' }))).toBe('Not tested for staining: Dune');
    });
});
