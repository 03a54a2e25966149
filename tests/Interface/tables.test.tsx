import { fireEvent, screen, within } from '@testing-library/react';
import { beforeAll, describe, expect, it } from 'vitest';
import PlanPage from '../../resources/js/pages/bench/PlanPage';
import FadeRack from '../../resources/js/pages/cards/FadeRack';
import PalettesPage from '../../resources/js/pages/collection/PalettesPage';
import { button, open, Refusal, tester, until, withoutDrawing, words } from './page';

beforeAll(withoutDrawing);

describe('palettes on the table', () => {
    const pan = (uuid: string, name: string, slot: number | null, palette: string | null = slot === null ? null : 'tin') => ({
        uuid,
        edition: 4,
        name,
        maker: 'Withy',
        pigments: 'PB28',
        colour: null,
        state: 'in use',
        slot,
        paletteUuid: palette,
        paintUuid: `paint-${uuid}`,
    });
    const collection = (pans: object[], unplaced: object[]) => ({
        palettes: [{ uuid: 'tin', edition: 2, name: 'tin', rows: 2, columns: 3, pans }],
        unplaced,
        unplacedCount: unplaced.length,
    });
    const before = collection([pan('a', 'Dune', 1)], [pan('b', 'Shoal', null)]);
    const show = (more: object = {}, at = '/palettes') =>
        open(<PalettesPage />, at, '/palettes', tester, { 'GET palettes': before, ...more });
    const slot = (n: number) => document.querySelector<HTMLButtonElement>(`[data-slot="${n}"]`)!;

    it('take a pan by its slot, with the edition that was seen', async () => {
        const { sent } = show({ 'PUT pans/b/place': collection([pan('a', 'Dune', 1), pan('b', 'Shoal', 5)], []) });
        fireEvent.click(await button(/Shoal/));
        expect(words(screen.getByText('is in your hand', { exact: false }))).toContain('Shoal is in your hand.');
        fireEvent.click(slot(5));
        await until(() => expect(words(slot(5))).toContain('Shoal'));
        expect(sent).toEqual([{ what: 'PUT pans/b/place', body: { paletteUuid: 'tin', slot: 5 } }]);
        const asked = (globalThis.fetch as unknown as { mock: { calls: [string, RequestInit][] } }).mock.calls.find(
            ([path]) => path === '/api/pans/b/place',
        );
        expect((asked![1].headers as Record<string, string>)['If-Match']).toBe('"4"');
        expect(words()).toContain('2 of 6 slots');
    });

    it('put a pan back where it was without asking the server', async () => {
        const { sent } = show();
        fireEvent.click(await button(/Dune/));
        fireEvent.keyDown(document.body.querySelector('[role=presentation]')!, { key: 'Escape' });
        expect(words()).toContain('Choose a pan, then its slot');
        fireEvent.click(await button(/Dune/));
        fireEvent.click(slot(1));
        expect(words()).toContain('Choose a pan, then its slot');
        expect(sent).toEqual([]);
    });

    it('hold the pan that the address names, and take it out', async () => {
        const { sent } = show({ 'PUT pans/a/place': collection([], [pan('a', 'Dune', null), pan('b', 'Shoal', null)]) }, '/palettes?pan=a');
        fireEvent.click(await button('take it out of its palette'));
        await until(() => expect(words()).toContain('Without a slot (2)'));
        expect(sent[0]!.body).toEqual({ paletteUuid: null, slot: null });
    });

    it('are walked by arrows as they lie', async () => {
        show();
        await button(/Dune/);
        slot(1).focus();
        for (const [key, at] of [
            ['ArrowRight', 2],
            ['ArrowDown', 5],
            ['ArrowLeft', 4],
            ['ArrowUp', 1],
            ['ArrowUp', 1],
        ] as [string, number][]) {
            fireEvent.keyDown(document.activeElement!, { key });
            expect(document.activeElement).toBe(slot(at));
        }
    });

    it('ask for the palettes anew when somebody else moved the pan meanwhile', async () => {
        let moved = false;
        show({
            'PUT pans/b/place': () => ((moved = true), new Refusal('This was changed meanwhile.', 412)),
            'GET palettes': () => (moved ? collection([pan('a', 'Dune', 1), pan('b', 'Shoal', 3)], []) : before),
        });
        fireEvent.click(await button(/Shoal/));
        fireEvent.click(slot(5));
        expect(await screen.findByText('This was changed meanwhile.')).toBeTruthy();
        await until(() => expect(words(slot(3))).toContain('Shoal'));
        expect(words(slot(5))).toContain('empty');
    });

    it('take what is dropped on them, and nothing that is no pan', async () => {
        const { sent } = show({ 'PUT pans/b/place': before });
        await button(/Shoal/);
        const carrying = (text: string) => ({ dataTransfer: { getData: () => text } });
        fireEvent.drop(slot(2), carrying('a letter'));
        fireEvent.drop(slot(2), carrying('b'));
        await until(() => expect(sent).toHaveLength(1));
        expect(sent[0]!.body).toEqual({ paletteUuid: 'tin', slot: 2 });
    });
});

describe('the fade rack', () => {
    const bead = (mlxh: number) => ({
        mlxh,
        range: [mlxh - 1, mlxh + 1],
        words: 'clearly paler',
        change: 2.34,
        uncertainty: 0.5,
        dark: '#111111',
        window: '#222222',
    });
    const hung = (card: string, mayChange: boolean, checks: object[]) => ({
        card,
        mayChange,
        title: `Rack ${card}`,
        place: '',
        facing: 'south',
        panes: 'one pane',
        hungOn: '2026-03-01',
        hungWords: '',
        downOn: null,
        downWords: '',
        old: false,
        now: { words: 'spring', mlxh: 6, range: [5, 7], measured: 0.25 },
        next: { on: '2026-03-02', mlxh: 12 },
        rows: [
            {
                row: 1,
                paint: 'p',
                name: 'Dune',
                maker: 'Withy',
                pigments: 'PY42',
                checks,
                summary: { words: 'cannot be told: the paper changed too', mlxh: 5, categories: ['IV'] },
            },
        ],
    });
    const rack = {
        windows: [hung('mine', true, [bead(2), bead(5)]), hung('theirs', false, [bead(3)])],
        steps: [1, 2, 5, 10, 20],
        referenceMlxh: 8,
        years: { 'living room': 1.9 },
    };
    const show = (answer: object = rack) => open(<FadeRack />, '/rack', '/rack', null, { 'GET rack': answer });

    it('stands by light, tells what is possible, and when a check is due', async () => {
        show();
        const mine = await screen.findByRole('region', { name: 'Rack mine' });
        expect(words(mine)).toContain('facing south, one pane, since 1 Mar 2026');
        expect(words(mine)).toContain('spring, 6.0 Mlx h, 25 % of it logged');
        expect(words(mine)).toContain('cannot be told: the paper changed too after 5 Mlx h');
        const [two, five] = within(mine).getAllByRole('button');
        expect(parseFloat(two!.style.left)).toBeLessThan(parseFloat(five!.style.left));
        expect(within(mine).getByRole('link', { name: 'Rack mine' }).getAttribute('href')).toBe('/cards/mine');
    });

    it('is walked by arrows over all windows, and C leads to the card or, of others, to the record', async () => {
        const { where } = show();
        const beads = await screen.findAllByRole('button', { name: /Dune at/ });
        beads[0]!.focus();
        for (const key of ['ArrowLeft', 'ArrowRight', 'ArrowDown', 'ArrowDown']) {
            fireEvent.keyDown(document.activeElement!, { key });
        }
        expect(document.activeElement).toBe(beads[2]);
        fireEvent.keyDown(document.activeElement!, { key: 'c' });
        expect(where()).toBe('/records/theirs');
    });

    it('shows one check large', async () => {
        show();
        fireEvent.click((await screen.findAllByRole('button', { name: /Dune at 5/ }))[0]!);
        const large = screen.getByRole('region', { name: 'One check, large' });
        expect(words(large)).toContain('clearly paler; measured dE*ab 2.3 ±0.5 at 5.0 Mlx h (4.0 to 6.0)');
        fireEvent.click(within(large).getByRole('button', { name: 'Close' }));
        expect(screen.queryByRole('region', { name: 'One check, large' })).toBeNull();
    });

    it('says what it takes where nothing hangs', async () => {
        show({ ...rack, windows: [] });
        expect(await screen.findByText('Nothing hangs')).toBeTruthy();
    });
});

describe('planning a session', () => {
    const pan = (uuid: string, name: string, more: object = {}) => ({
        uuid,
        paint: { colourName: name, maker: 'Withy', statement: { text: 'PY42' } },
        place: 'tin 1',
        lastTested: null,
        retest: [],
        ...more,
    });
    const choices = {
        pans: [pan('a', 'Dune'), pan('b', 'Shoal', { lastTested: '2026-03-01' }), pan('c', 'Reed', { retest: ['staining'] })],
        total: 5,
        tests: ['property', 'fade'],
        conditionFields: {},
        conditions: { brush: 'round 8' },
    };
    const papers = {
        papers: [{ uuid: 'paper', words: 'Fleet Mill' }],
        fibres: ['cotton'],
        surfaces: ['cold-pressed'],
        lifting: [{ id: 'stroke-lift', title: 'lift' }],
        paint: [],
        quality: [],
        usualBlocks: 'stroke',
        blocks: [],
    };
    const plan = {
        cards: [{ kind: 'property', rows: [] }],
        tasks: [],
        workSeconds: 600,
        wholeSeconds: 3600,
        sheets: 1,
        squareMetres: 0.06,
    };
    const show = (more: object = {}, at = '/bench/new') =>
        open(<PlanPage />, at, '/bench/new', tester, {
            'GET session-choices': choices,
            'GET papers': papers,
            'POST session-plan': plan,
            'GET card-room': { rows: 6 },
            ...more,
        });

    it('says of every pan whether it was tested, and how many are not shown', async () => {
        show();
        const list = await screen.findByRole('list', { name: 'Pans to choose from' });
        const [dune, shoal, reed, more] = within(list).getAllByRole('listitem');
        expect([words(dune), words(shoal), words(reed)].map((t) => t.split('tin 1')[1])).toEqual([
            'not tested',
            'tested 1 Mar 2026',
            'retest staining',
        ]);
        expect(words(more)).toBe('2 more; look for fewer.');
    });

    it('is worked out by the server as pans are chosen, once the hand rests', async () => {
        const { sent } = show();
        await screen.findByText('Choose pans, and the plan stands here.');
        fireEvent.click(screen.getByRole('checkbox', { name: /Dune/ }));
        fireEvent.click(screen.getByRole('checkbox', { name: /Shoal/ }));
        expect(await screen.findByText(/sheet of A4 painting paper/, { exact: false })).toBeTruthy();
        expect(sent.map((s) => (s.body as { pans: string[] }).pans)).toEqual([['a', 'b']]);
        // All shown are chosen and let go together.
        fireEvent.click(await button('All 3'));
        fireEvent.click(await button('None of these'));
        expect(await screen.findByText('Choose pans, and the plan stands here.')).toBeTruthy();
    });

    it('becomes a session of what was chosen, with the conditions of last time', async () => {
        const { sent, where } = show({ 'PUT sessions/*': { uuid: 's1' } }, '/bench/new?pans=b&tests=fade,nonsense');
        fireEvent.change(await screen.findByLabelText('Title'), { target: { value: 'An afternoon' } });
        fireEvent.click(screen.getByRole('checkbox', { name: /Code words/ }));
        await until(() => expect(sent.at(-1)?.body).toMatchObject({ blind: true }));
        await until(async () => expect((await button('Make the cards and begin')).hasAttribute('disabled')).toBe(false));
        fireEvent.click(await button('Make the cards and begin'));
        await until(() => expect(where()).toBe('/bench/s1'));
        expect(sent.at(-1)!.body).toMatchObject({
            title: 'An afternoon',
            paperUuid: 'paper',
            pans: ['b'],
            tests: ['fade'],
            blind: true,
            asChosen: false,
            conditions: { brush: 'round 8' },
        });
    });

    it('says why there is no plan, and then makes none', async () => {
        show({ 'POST session-plan': new Refusal('A card holds six rows at most.') }, '/bench/new?pans=a');
        expect(await screen.findByText('A card holds six rows at most.')).toBeTruthy();
        expect((await button('Make the cards and begin')).hasAttribute('disabled')).toBe(true);
    });

    it('needs pans at hand', async () => {
        show({ 'GET session-choices': { ...choices, pans: [], total: 0 } });
        expect(await screen.findByText('No pans at hand yet')).toBeTruthy();
    });
});
