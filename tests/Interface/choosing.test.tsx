import { fireEvent, screen, within } from '@testing-library/react';
import { beforeAll, describe, expect, it } from 'vitest';
import ChoosePage from '../../resources/js/pages/choose/ChoosePage';
import ComparePage from '../../resources/js/pages/compare/ComparePage';
import MixPage from '../../resources/js/pages/mixes/MixPage';
import { button, open, Refusal, tester, until, withoutDrawing, words } from './page';

beforeAll(withoutDrawing);

const paint = (uuid: string, colourName: string, more: object = {}) => ({
    uuid,
    colourName,
    maker: 'Withy',
    statement: { text: 'PB28' },
    strip: null,
    perMl: null,
    decided: null,
    mine: false,
    ...more,
});
const because = (reason: string, change: string | null = null, answer = 'no') => ({ answer, reason, change });

describe('choosing', () => {
    const shelves = (fit: object[], not: object[] = [], more: object = {}) => ({
        shelves: [
            { name: 'fits', paints: fit },
            { name: 'does not fit', paints: not },
        ],
        of: fit.length + not.length,
        mlxh: 7.3,
        thin: false,
        ...more,
    });
    const asked = 'use=hangs&lux=200&hours=10&years=10&accepted=only+side+by+side&grain=any&lifting=any&body=any&single=0&never=0&from=all';
    const blue = paint('blue', 'Channel Blue', {
        reasons: [because('lightfast by two tests'), because('it stains', null, 'yes'), because('its grain is fine')],
    });
    const red = paint('red', 'Beacon Red', {
        perMl: '0.94 EUR',
        decided: 'replace',
        reasons: [because('it fades in 4 Mlx h', 'another test')],
    });

    it('says first what decides, then what says the same, and what would change it', async () => {
        open(<ChoosePage />, '/choose', '/choose', null, { [`GET choose?${asked}`]: shelves([blue], [red]) });
        const not = await screen.findByRole('region', { name: 'does not fit' });
        expect(words(not)).toContain(
            'as a listBeacon Red, Withy · PB28 · 0.94 EUR · you decided: replace: it fades in 4 Mlx h. It would change with another test.',
        );
        // A reason that answers otherwise than the first is not told beside it.
        const fits = screen.getByRole('region', { name: 'fits' });
        expect(words(fits)).toContain('Channel Blue, Withy · PB28: lightfast by two tests; its grain is fine.');
        // At a glance: a strip for each paint, and how many stand there for what.
        expect(within(fits).getByRole('link', { name: 'Channel Blue: lightfast by two tests' })).toBeTruthy();
        expect(words(fits)).toContain('fits 1lightfast by two tests 1as a list');
        expect(words()).toContain('In all 7.3 Mlx h of light');
        expect(screen.queryByLabelText('Look through')).toBeNull();
    });

    it('keeps every changed word in the address and asks again', async () => {
        const { where } = open(<ChoosePage />, '/choose', '/choose', null, {
            [`GET choose?${asked}`]: shelves([blue]),
            [`GET choose?${asked.replace('grain=any', 'grain=welcome')}`]: shelves([], [blue]),
            [`GET choose?${asked.replace('grain=any', 'grain=welcome').replace('years=10', 'years=2.5')}`]: shelves([], []),
        });
        fireEvent.change(await screen.findByLabelText('Grain'), { target: { value: 'welcome' } });
        expect(await within(await screen.findByRole('region', { name: 'does not fit' })).findByText('Channel Blue')).toBeTruthy();
        fireEvent.blur(screen.getByLabelText('Years'), { target: { value: ' 2,5 ' } });
        expect(await screen.findByText('Nothing was tested here yet')).toBeTruthy();
        expect(where()).toBe('/choose?grain=welcome&years=2.5');
    });

    it('leaves out how bright and how long where the work does not hang', async () => {
        open(<ChoosePage />, '/choose?use=lies in a box', '/choose', null, { 'GET choose': shelves([blue]) });
        await screen.findByRole('region', { name: 'fits' });
        expect(screen.queryByLabelText('Lux')).toBeNull();
    });

    it('shows where a second reader would put a paint elsewhere, and why', async () => {
        open(<ChoosePage />, '/choose?two=1&grain2=unwelcome', '/choose', null, {
            [`GET choose?${asked}`]: shelves([blue], [red]),
            [`GET choose?${asked.replace('grain=any', 'grain=unwelcome')}`]: shelves(
                [],
                [{ ...blue, reasons: [because('it grains')] }, red],
            ),
        });
        expect(await screen.findByText('The second reader:', { exact: false })).toBeTruthy();
        expect(words()).toContain('For the second reader elsewhere: Channel Blue.');
        expect(words(screen.getByRole('region', { name: 'fits' }))).toContain('The second reader: does not fit, it grains.');
        expect(words(screen.getByRole('region', { name: 'does not fit' }))).not.toContain('The second reader');
    });

    it('says so when little is known, and asks testers what a millilitre may cost', async () => {
        const { where } = open(<ChoosePage />, '/choose', '/choose', tester, {
            'GET choose': shelves([], [red], { thin: true }),
            'GET palettes': { palettes: [{ uuid: 'tin', name: 'tin' }] },
        });
        expect(await screen.findByText(/Too little is known to choose by/)).toBeTruthy();
        fireEvent.blur(await screen.findByLabelText('What a millilitre may cost at most'), { target: { value: '0,8' } });
        fireEvent.change(await screen.findByLabelText('Look through'), { target: { value: 'mine' } });
        await until(() => expect(where()).toBe('/choose?budget=0.8&from=mine'));
    });
});

describe('comparing', () => {
    const untested = { measured: null, without: null, claims: [], verdicts: [], pooled: null };
    const properties = { transparency: untested, staining: untested, granulation: untested, lightfastness: untested };
    const two = [
        { ...paint('a', 'Channel Blue'), properties },
        { ...paint('b', 'Shoal'), properties },
    ];
    const pair = {
        one: 0,
        other: 1,
        difference: 0.2,
        text: '0.20 ± 0.05',
        chance: 0.995,
        again: 0.83,
        words: 'differ',
        real: true,
        enough: null,
    };
    const property = (changes: object = {}) => ({
        property: 'rewetting',
        sentence: 'In rewetting they differ.',
        fair: { verdict: 'fair', differs: [] },
        tested: [0, 1],
        paints: [
            {
                at: 0,
                value: 0.6,
                uncertainty: 0.05,
                text: '0.60',
                own: [0.5, 0.7],
                another: [0.5, 0.7],
                anotherText: '0.5 to 0.7',
                tests: 1,
            },
            {
                at: 1,
                value: 0.4,
                uncertainty: 0.05,
                text: '0.40',
                own: [0.3, 0.5],
                another: [0.3, 0.5],
                anotherText: '0.3 to 0.5',
                tests: 3,
            },
        ],
        pairs: [pair],
        makers: null,
        hand: '0.05',
        testers: '0.09',
        taught: 0,
        ...changes,
    });
    const compared = (properties: object[], more: object = {}) => ({
        paints: two,
        spoken: [],
        properties,
        colours: [],
        makeFair: null,
        ...more,
    });
    const show = (answer: unknown, at = '/compare?paints=a,b', more: object = {}) =>
        open(<ComparePage />, at, '/compare', tester, {
            'GET compare': answer,
            'GET side-by-side': { show: 'ladders', shows: [], loupeMm: 12, paints: [] },
            'GET mixes': { paints: [], mixes: [], partners: [] },
            ...more,
        });
    const told = async () => {
        await screen.findByText('What tests say');
        return words(document.querySelector('[data-compared=rewetting]'));
    };

    it('tells a real difference with its chance, its size, and whether it would come again', async () => {
        show(compared([property()]));
        expect(await told()).toContain(
            'Channel Blue and Shoal differ (over 99 %), by 0.20 ± 0.05; a further pair of tests would say the same, 83 %.',
        );
        expect(await told()).toContain('nobody has repeated a test here yet, so this is what is usual elsewhere');
    });

    it('names no winner where a condition differs that decides, and says which', async () => {
        const differs = [
            { what: 'paper', values: ['cotton', 'wood pulp'], verdict: 'not ranked', does: 'Sizing decides how far it lifts.' },
        ];
        show(compared([property({ fair: { verdict: 'not ranked', differs } })]));
        const text = await told();
        expect(text).toContain('paper: Channel Blue cotton; Shoal wood pulp. Sizing decides');
        expect(text).not.toContain('by 0.20');
    });

    it('tells of more than six pairs only those that are real', async () => {
        const pairs = Array.from({ length: 7 }, (_, i) => ({ ...pair, real: i === 6, words: i === 6 ? 'differ' : 'cannot be told apart' }));
        show(compared([property({ pairs })]));
        expect((await told()).match(/Channel Blue and Shoal/g)).toHaveLength(1);
        show(compared([property({ pairs: pairs.map((p) => ({ ...p, real: false })) })]));
        await until(() => expect(screen.getAllByText('No two of them can be told apart.')).toHaveLength(1));
    });

    it('does not call a maker different where it cannot be told from its testers', async () => {
        const makers = {
            matters: false,
            confounded: true,
            chance: 0.2,
            between: '0.1',
            between95: ['0', '0.2'],
            within: '0.1',
            within95: ['0', '0.2'],
            named: [],
        };
        show(compared([property({ makers })]));
        expect(await told()).toContain('What is the maker’s and what the tester’s cannot be told');
        expect(await told()).not.toContain('makers lie');
    });

    it('offers the one sheet that would make it fair', async () => {
        show(compared([property()], { makeFair: { blocks: 'stroke,lift', pans: ['p1', 'p2'], without: ['Shoal'] } }));
        const link = await screen.findByRole('link', { name: 'Make it fair: one sheet with 2 rows would do' });
        expect(link.getAttribute('href')).toBe('/cards?make=1&blocks=stroke,lift&pans=p1,p2');
        expect(words(link.parentElement)).toContain('(you have no pan of Shoal)');
    });

    it('takes one of three out by the address', async () => {
        const three = { ...compared([]), paints: [...two, { ...paint('c', 'Dune'), properties }] };
        const { where } = show(three, '/compare?paints=a,b,c');
        fireEvent.click((await screen.findAllByRole('button', { name: /Take out/ }))[1]!);
        expect(where()).toBe('/compare?paints=a%2Cc');
    });

    it('says what is wrong with an address, and what to do with an empty one', async () => {
        show(new Refusal('Choose two to eight paints.'), '/compare?paints=a');
        expect(await screen.findByText('Choose two to eight paints.')).toBeTruthy();
    });
});

describe('the mixing bench', () => {
    const end = (uuid: string, name: string) => ({
        uuid,
        name,
        maker: 'Withy',
        pigments: 'PB28',
        hex: '#204080',
        counted: true,
        misfit: 1.2,
        simulated: false,
        mine: true,
        card: { uuid: 'c', title: 'Card', mayChange: true },
    });
    const place = (share: number, more: object = {}) => ({
        share,
        hex: `#0000${Math.round(share * 90 + 10)}`,
        onInk: '#000000',
        lab: [40, 0, -20],
        body: 0.01,
        words: `blue at ${share}`,
        range95: 3.2,
        drops: 1 / (share + 0.1),
        slip: { dE00: 0, words: [] },
        ...more,
    });
    const depth = (name: string, deposit: number, more: object = {}) => ({
        name,
        deposit,
        greyest: 3,
        mostVivid: 1,
        clarity: 0.65,
        layers: ['one', 'other'].map((l) => ({ name: l, hex: '#123456', lab: [0, 0, 0], range95: 4.5, words: `layer ${l}` })),
        places: [0, 0.25, 0.5, 0.75, 1].map((s) => place(s)),
        ...more,
    });
    const run = (changes: object = {}) => ({
        a: end('a', 'Channel Blue'),
        b: end('b', 'Dune'),
        counted: true,
        measure: 'counted drops',
        lanes: [{ paint: 'Dune', moved: 2, card: 'Lane card' }],
        cost: { a: 2, b: 4, currency: 'EUR' },
        correction: null,
        painted: [],
        depths: [depth('deep', 1.6), depth('middle', 0.8), depth('tint', 0.3)],
        ...changes,
    });
    const bench = { paints: [end('a', 'Channel Blue'), end('b', 'Dune')], mixes: [], partners: [] };
    const show = (of: unknown, at = '/mixes?a=a&b=b', person: typeof tester | null = null, more: object = {}) =>
        open(<MixPage />, at, '/mixes', person, {
            'GET mixes': bench,
            'GET mix': of,
            'GET mix/light': { places: [] },
            'GET pigments/PB28/mixed': { partner: {}, paints: [] },
            'GET mix/light?': {},
            ...more,
        });
    const slider = () => screen.findByRole('slider');

    it('is turned by keys, and the address follows', async () => {
        const { where } = show(run());
        const at = await slider();
        expect(at.getAttribute('aria-valuetext')).toBe('50 % Dune, middle: blue at 0.5');
        for (const key of ['ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowUp', 'ArrowUp']) {
            fireEvent.keyDown(at, { key });
        }
        // At the end of the run and at the deepest it stays.
        expect(at.getAttribute('aria-valuetext')).toBe('100 % Dune, deep: blue at 1');
        fireEvent.keyDown(at, { key: 'g' });
        expect(at.getAttribute('aria-valuenow')).toBe('75');
        fireEvent.keyDown(at, { key: 'v' });
        expect(at.getAttribute('aria-valuenow')).toBe('25');
        fireEvent.keyDown(at, { key: 'g', ctrlKey: true });
        expect(at.getAttribute('aria-valuenow')).toBe('25');
        await until(() => expect(where()).toBe('/mixes?a=a&b=b&share=0.25&depth=deep'));
    });

    it('opens where the address says', async () => {
        show(run(), '/mixes?a=a&b=b&share=0.75&depth=tint');
        expect((await slider()).getAttribute('aria-valuetext')).toBe('75 % Dune, tint: blue at 0.75');
    });

    it('shows no colour that is only a guess', async () => {
        const sure = depth('middle', 0.8, { places: [0, 0.25, 0.5, 0.75, 1].map((s) => place(s, { range95: s === 0.5 ? 12.1 : 12 })) });
        show(run({ depths: [sure] }));
        expect(words(await screen.findByText(/Expected, not painted/))).toContain('too unsure to be shown.');
        expect(document.querySelectorAll('[title="too unsure to show"]')).toHaveLength(1);
        fireEvent.keyDown(await slider(), { key: 'ArrowLeft' });
        expect(words(screen.getByText(/Expected, not painted/))).toContain('within dE00 12.0.');
    });

    it('tells the ratio in drops either way, and what it costs so mixed', async () => {
        show(run());
        expect(words(await screen.findByText(/Expected, not painted/))).toContain('50 to 50 by strength, about 1.7 drops to 1');
        expect(words()).toContain('costs 3.00 EUR so mixed (2.00 and 4.00 alone)');
        expect(words()).toContain('keeps 65 % of the chroma of its ends: dulled.');
        fireEvent.keyDown(await slider(), { key: 'ArrowRight' });
        fireEvent.keyDown(await slider(), { key: 'ArrowRight' });
        expect(words(screen.getByText(/Expected, not painted/))).toContain('about 1 drop to 1.1');
    });

    it('lays them over each other, both ways, with what their lanes said', async () => {
        const { where } = show(run());
        fireEvent.keyDown(await slider(), { key: 'l' });
        expect(words(await screen.findByText('layer one'))).toBe('layer one');
        expect(words()).toContain('Channel Blue over Dune, each middle: layer one, within dE00 4.5.');
        expect(words()).toContain('In its glaze lane layer 2 of Dune seems to have stirred up what lay below (Lane card)');
        await until(() => expect(where()).toContain('layered=1'));
    });

    it('says what painted mixes changed, and can leave them out of account', async () => {
        const correction = { fields: 1, used: true, strength: 1.3, strength95: [1.1, 1.5] };
        const { where } = show(run({ correction }));
        expect(words(await screen.findByText(/One painted mix of the two is/))).toContain(
            'By them Dune is 1.30 times as strong beside Channel Blue as the ladders say, from 1.10 to 1.50.',
        );
        fireEvent.click(await button('From the ladders alone'));
        await until(() => expect(where()).toContain('ladders=1'));
    });

    it('keeps a mix under a name, never one of a paint alone', async () => {
        const { sent } = show(run(), '/mixes?a=a&b=b&share=1', tester, {
            'PUT mixes/*': {},
            'GET pans': { pans: [] },
            'GET reach': {},
            'GET mixes/reach': {},
            'GET recipes': {},
        });
        fireEvent.change(await screen.findByLabelText('A name for it'), { target: { value: 'rain grey' } });
        fireEvent.click(await button('Keep it'));
        await until(() => expect(sent).toHaveLength(1));
        expect(sent[0]!.body).toEqual({ a: 'a', b: 'b', share: 0.98, deposit: 0.8, layered: false, name: 'rain grey' });
    });

    it('has nothing to mix of one ladder', async () => {
        show(run(), '/mixes', null, { 'GET mixes': { ...bench, paints: [bench.paints[0]] } });
        expect(await screen.findByText('Nothing to mix yet')).toBeTruthy();
    });
});
