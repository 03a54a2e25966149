import { fireEvent, screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import { Instruments } from '../../resources/js/pages/cards/Instruments';
import ImportPage from '../../resources/js/pages/collection/ImportPage';
import { button, open, Refusal, tester, until, words } from './page';

const report = {
    rows: 4,
    new: 2,
    same: 0,
    change: 1,
    wrong: 1,
    newPaints: 1,
    shown: [{ row: 2, does: 'new', values: { name: 'Shoal' }, newPaint: true }],
    faults: [{ row: 5, faults: ['"ten" is no volume'], about: 'Dune' }],
};
const sheet = (changes: object = {}) => ({
    uuid: 'i1',
    name: 'paints.csv',
    state: 'checked',
    progress: 1,
    problem: null,
    separator: ',',
    encoding: 'UTF-8',
    headings: ['Colour', 'Pigment', ''],
    mapping: { name: 0 },
    defaults: { currency: 'EUR', form: 'tube', dates: 'day first' },
    fields: { name: 'Colour name', pigments: 'Pigments' },
    needed: ['name'],
    separators: [',', ';'],
    encodings: ['UTF-8', 'Windows-1252'],
    forms: ['tube', 'pan'],
    report,
    ...changes,
});
const at = (answer: unknown, more: object = {}) =>
    open(<ImportPage />, '/import/i1', '/import/:uuid', tester, { 'GET imports/i1': answer, ...more });

describe('a spreadsheet', () => {
    it('says what every row would do before anything is made', async () => {
        const { sent } = at(sheet());
        expect(await button('Import 3 rows, leave 1 out')).toBeTruthy();
        const text = words();
        expect(text).toContain('4 rows: 2 new (1 of them new paints), 1 change their pan, 0 there already, 1 wrong.');
        expect(text).toContain('row 5"ten" is no volume.Dune');
        expect(text).toContain('Kept with the pan as they are, and exported again: Pigment, .');
        expect(words(screen.getByRole('region', { name: 'First rows' }))).toContain('2new, new paintShoal');
        expect(sent).toEqual([]);
    });

    it('is read anew with a column where it belongs, a separator, a currency in capitals', async () => {
        const { sent } = at(sheet(), { 'PATCH imports/i1': sheet() });
        fireEvent.change(await screen.findByLabelText('Pigments'), { target: { value: '1' } });
        fireEvent.change(screen.getByLabelText('Columns parted by'), { target: { value: ';' } });
        fireEvent.blur(screen.getByLabelText('Currency where none is given'), { target: { value: 'gbp' } });
        await until(() => expect(sent.length).toBeGreaterThan(0));
        // One after the other, in the order in which they were said: none is lost.
        await until(() =>
            expect(sent.map((s) => s.body)).toEqual([{ mapping: { pigments: 1 } }, { separator: ';' }, { defaults: { currency: 'GBP' } }]),
        );
        fireEvent.change(screen.getByLabelText('Colour name'), { target: { value: '' } });
        await until(() => expect(sent.at(-1)!.body).toEqual({ mapping: { name: null } }));
    });

    it('is made once, and taken back as a whole', async () => {
        const { sent, where } = at(sheet(), {
            'POST imports/i1/run': sheet({ state: 'done' }),
            'DELETE imports/i1': undefined,
            'GET imports': { imports: [] },
        });
        fireEvent.click(await button(/Import 3 rows/));
        fireEvent.click(await button('Take it all back'));
        await until(() => expect(where()).toBe('/import'));
        expect(sent.map((s) => s.what)).toEqual(['POST imports/i1/run', 'DELETE imports/i1']);
    });

    it('makes nothing of nothing', async () => {
        at(sheet({ report: { ...report, new: 0, change: 0 } }));
        expect((await button('Import 0 rows, leave 1 out')).hasAttribute('disabled')).toBe(true);
    });

    it('shows how far it is while rows are looked at, and no old report', async () => {
        let asked = 0;
        at(() => (++asked < 2 ? sheet({ state: 'checking', progress: 0.5 }) : sheet()));
        expect((await screen.findByRole<HTMLProgressElement>('progressbar')).value).toBe(0.5);
        expect(screen.queryByText('What is wrong', { exact: false })).toBeNull();
        expect(await screen.findByText('What is wrong', { exact: false }, { timeout: 3000 })).toBeTruthy();
    });

    it('is sent as it is dropped or chosen, under a name of its own', async () => {
        const { sent, where } = open(<ImportPage />, '/import', '/import', tester, {
            'GET imports': { imports: [{ uuid: 'i0', name: 'old.csv', state: 'done', on: '2026-05-01', new: 3, change: 0 }] },
            'POST imports/*': sheet({ state: 'checking' }),
        });
        expect(words(await screen.findByText('3 new, 0 changed'))).toBeTruthy();
        fireEvent.change(screen.getByLabelText('CSV file'), { target: { files: [new File(['a,b'], 'mine.csv')] } });
        await until(() => expect(where()).toMatch(/^\/import\/[0-9a-f-]{36}$/));
        expect((sent[0]!.body as FormData).get('file')).toBeInstanceOf(File);
        expect(`POST imports/${where().slice(8)}`).toBe(sent[0]!.what);
    });
});

describe('an instrument', () => {
    const order = [
        { cell: 'stroke-1', what: 'Beacon Red, stroke 1' },
        { cell: 'stroke-2', what: 'Beacon Red, stroke 2' },
    ];
    const readings = { order, runs: [] };
    const show = (more: object = {}, mayChange = true) =>
        open(<Instruments card="c1" mayChange={mayChange} />, '/cards/c1', '/cards/:card', tester, {
            'GET cards/c1/readings': readings,
            ...more,
        });

    it('takes three numbers for a place, with points or commas, and refuses two in a sentence that names them', async () => {
        const { sent } = show({ 'PUT cards/c1/readings/*': readings });
        fireEvent.click(await button('Type readings in'));
        fireEvent.change(screen.getByLabelText('Instrument'), { target: { value: 'handheld' } });
        const field = screen.getByLabelText('Beacon Red, stroke 1');
        fireEvent.change(field, { target: { value: '48,5 62.1' } });
        fireEvent.click(await button('Keep these readings'));
        expect(await screen.findByText(/“48,5 62.1” is not three numbers/)).toBeTruthy();
        expect(sent).toEqual([]);
        fireEvent.change(field, { target: { value: ' 48,5  62.1;-3 ' } });
        fireEvent.click(await button('Keep these readings'));
        await until(() => expect(sent).toHaveLength(1));
        expect(sent[0]!.body).toEqual({ name: 'handheld', source: 'hand', samples: [{ cell: 'stroke-1', lab: [48.5, 62.1, -3] }] });
    });

    it('keeps of a file only what belongs to a place, where the tester says it does', async () => {
        const sample = (name: string, cell: string | null, doubt: string | null = null) => ({
            name,
            cell,
            what: cell,
            lab: [50, 1, 2],
            hex: '#777777',
            spectrum: null,
            doubt,
        });
        const { sent } = show({
            'POST cards/c1/readings-preview': {
                name: 'run 7',
                by: 'order',
                samples: [sample('A1', 'stroke-1', 'darker than the picture'), sample('A2', null)],
            },
            'PUT cards/c1/readings/*': readings,
        });
        fireEvent.change(await screen.findByLabelText('Measurement file'), { target: { files: [new File(['CGATS'], 'run.txt')] } });
        expect(await screen.findByText('darker than the picture')).toBeTruthy();
        expect(await button('Keep 1 reading')).toBeTruthy();
        fireEvent.change(screen.getByLabelText('Cell of A1'), { target: { value: '' } });
        fireEvent.change(screen.getByLabelText('Cell of A2'), { target: { value: 'stroke-2' } });
        // A doubt was about another place.
        expect(screen.queryByText('darker than the picture')).toBeNull();
        fireEvent.click(await button('Keep 1 reading'));
        await until(() => expect(sent).toHaveLength(2));
        expect(sent[1]!.body).toEqual({
            name: 'run 7',
            source: 'file',
            samples: [{ cell: 'stroke-2', name: 'A2', lab: [50, 1, 2], spectrum: null }],
        });
    });

    it('says why a file cannot be read', async () => {
        show({ 'POST cards/c1/readings-preview': new Refusal('This is not a file of colour measurements.') });
        fireEvent.change(await screen.findByLabelText('Measurement file'), { target: { files: [new File(['?'], 'x.txt')] } });
        expect(await screen.findByText('This is not a file of colour measurements.')).toBeTruthy();
    });

    it('is nothing to somebody who may not change the card, where nothing was read', async () => {
        const { container } = show({}, false);
        await until(() => expect(globalThis.fetch).toHaveBeenCalled());
        expect(within(container).queryByText('Instrument')).toBeNull();
    });
});
