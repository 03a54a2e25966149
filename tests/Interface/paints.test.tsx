import { fireEvent, screen, within } from '@testing-library/react';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { PaintPage } from '../../resources/js/api/types';
import { Decided } from '../../resources/js/pages/paints/Decided';
import { ByWhom, Known, TestNext } from '../../resources/js/pages/paints/Known';
import { PaintLine } from '../../resources/js/pages/paints/PaintLine';
import { Pans } from '../../resources/js/pages/paints/Pans';
import { Studies } from '../../resources/js/pages/paints/Studies';
import { Twins } from '../../resources/js/pages/paints/Twins';
import { button, openPart, Refusal, tester, until, words } from './page';

const opinions = { decisions: [], likedBy: [], liked: false, groups: [], words: ['keep', 'let go'], studies: [] };
const knowledge = { next: [], more: [], missing: [] };
const paint = (changes: object = {}) =>
    ({
        uuid: 'p1',
        colourName: 'Dune',
        pans: [],
        tests: [],
        merges: [],
        mayChange: true,
        opinions,
        knowledge,
        forms: ['tube', 'pan'],
        states: ['in use', 'used up'],
        got: ['', 'bought'],
        formulations: [],
        classes: { staining: ['low', 'medium', 'high'] },
        ...changes,
    }) as unknown as PaintPage;

const show = (part: (done: () => void) => React.ReactElement, answers: object = {}, person: typeof tester | null = tester) =>
    openPart(part, '/paints/p1', '/paints/:uuid', person, { ...answers });
/** The network goes away once; what was sent may have come. */
const lostOnce = () => {
    let tries = 0;
    return () => {
        if (++tries === 1) {
            throw new TypeError('gone');
        }
        return {};
    };
};

describe('a decision', () => {
    const mine = {
        uuid: 'd1',
        mine: true,
        by: 'Tamsin',
        word: 'keep',
        reason: 'holds',
        on: '2026-05-01',
        shared: true,
        changes: ['now opaque'],
    };

    it('is asked again when the evidence has changed, and confirmed or made anew', async () => {
        const { sent, done } = show(
            (done) => (
                <Decided
                    paint={paint({
                        opinions: {
                            ...opinions,
                            decisions: [mine, { ...mine, uuid: 'd2', mine: false, by: 'Odo', word: 'let go', reason: '' }],
                        },
                    })}
                    onSaved={done}
                />
            ),
            { 'POST decisions/d1/confirmation': {} },
        );
        expect(words(await screen.findByRole('status'))).toContain('The evidence has changed since: now opaque. Does it still stand?');
        expect(words()).toContain('You decided: keep, holds (1 May 2026, shared)');
        expect(words()).toContain('Odo: let go (1 May 2026)');
        fireEvent.click(await button('It still stands'));
        await until(() => expect(done()).toBe(1));
        expect(sent.map((s) => s.what)).toEqual(['POST decisions/d1/confirmation']);
    });

    it('that was sent twice because the answer was lost is one decision, and the next is another', async () => {
        const { sent, done } = show((done) => <Decided paint={paint()} onSaved={done} />, { 'PUT decisions/*': lostOnce() });
        const decide = async () => {
            fireEvent.change(screen.getByLabelText('Reason'), { target: { value: 'lifts clean' } });
            fireEvent.click(await button('Keep the decision'));
        };
        fireEvent.click(await button(/^Decide/));
        await decide();
        expect(await screen.findByText(/The server cannot be reached/)).toBeTruthy();
        expect(screen.getByLabelText<HTMLInputElement>('Reason').value).toBe('lifts clean');
        fireEvent.click(await button('Keep the decision'));
        await until(() => expect(done()).toBe(1));
        fireEvent.click(await button(/^Decide/));
        await decide();
        await until(() => expect(done()).toBe(2));
        const [first, again, next] = sent.map((s) => s.what);
        expect(again).toBe(first);
        expect(next).not.toBe(first);
        expect(sent[0]!.body).toMatchObject({ paintUuid: 'p1', word: 'keep', reason: 'lifts clean', shared: false });
    });

    it('counts liking for nothing, and lets it be taken back', async () => {
        const { sent } = show(
            (done) => <Decided paint={paint({ opinions: { ...opinions, liked: true, likedBy: ['Odo'] } })} onSaved={done} />,
            { 'DELETE paints/p1/heart': undefined },
        );
        expect(await screen.findByText('Liked by Odo; liking is no evidence.')).toBeTruthy();
        fireEvent.click(await button('I like it; take that back'));
        await until(() => expect(sent.map((s) => s.what)).toEqual(['DELETE paints/p1/heart']));
    });

    it('rests on what was read: seen after four seconds, not before, and never by a reader without an account', async () => {
        vi.useFakeTimers({ shouldAdvanceTime: true });
        const { sent, unmount } = show((done) => <Decided paint={paint()} onSaved={done} />, { 'PUT paints/p1/look': undefined });
        await button(/^Decide/);
        vi.advanceTimersByTime(3500);
        expect(sent).toEqual([]);
        vi.advanceTimersByTime(1000);
        expect(sent.map((s) => s.what)).toEqual(['PUT paints/p1/look']);
        unmount();
        const reader = show((done) => <Decided paint={paint()} onSaved={done} />, {}, null);
        await until(() => expect(globalThis.fetch).toHaveBeenCalled());
        vi.advanceTimersByTime(9000);
        expect(reader.sent).toEqual([]);
    });
});

describe('what is known of a paint', () => {
    it('says equal chances of every class as not known, and plans what settles most', async () => {
        const next = [
            { property: 'staining', why: 'nobody tested it', chances: { low: 0.333, medium: 0.334, high: 0.333 } },
            { property: 'staining', why: 'two tests differ', chances: { low: 0.7, medium: 0.3 } },
        ];
        show(() => <TestNext paint={paint({ knowledge: { ...knowledge, next }, pans: [{ uuid: 'pan', mine: true }] })} />);
        const [none, some] = (await screen.findAllByRole('listitem')).map((l) => words(l));
        expect(none).toBe('staining: nobody tested it. As it stands not known.');
        expect(some).toBe('staining: two tests differ. As it stands low 70 %, medium 30 %.');
        expect(screen.getByRole('link', { name: 'Plan it' }).getAttribute('href')).toBe('/bench/new?pans=pan');
    });

    it('names one tester alone as such', () => {
        show(() => <ByWhom of={{ testers: ['Odo'], tests: 1, protocols: ['stroke-lift 1'] } as never} />);
        expect(words(document.querySelector('p'))).toBe('One tester’s result: Odo; stroke-lift 1');
        expect(screen.getByRole('link').getAttribute('href')).toBe('/protocols#stroke-lift');
    });

    it('tells every result with who tested it, and what was not tested', async () => {
        const more = [
            {
                rating: { property: 'rewetting', told: 'good, 0.80', remarks: ['after one week'] },
                earlier: ['0.75'],
                tests: 2,
                testers: ['Odo', 'Hild'],
                protocols: ['rewet 1'],
            },
        ];
        show(() => <Known paint={paint({ knowledge: { ...knowledge, more, missing: ['glaze', 'salt'] } })} />);
        const row = (await screen.findByRole('button', { name: 'rewetting' })).closest('tr')!;
        expect(words(row)).toBe('rewettinggood, 0.80 · 0.75after one weekOdo, Hild, 2 testsrewet 1');
        expect(words()).toContain('Not tested: glaze, salt.');
    });
});

describe('one paint that was recorded twice', () => {
    it('is merged into the entry that is chosen, and never into itself', async () => {
        const { sent, where } = show((done) => <Twins paint={paint()} onSaved={done} />, {
            'GET paints': {
                paints: [
                    { uuid: 'p1', colourName: 'Dune', maker: 'Withy', range: '', statement: { text: 'PY42' } },
                    { uuid: 'p2', colourName: 'Dunes', maker: 'Withy', range: 'Field', statement: { text: 'PY42' } },
                ],
            },
            'POST paints/p1/merge': {},
        });
        fireEvent.click(await button('This is the same paint as another entry'));
        const found = await screen.findAllByRole('button', { name: 'Merge into this' });
        expect(found).toHaveLength(1);
        expect(words(found[0]!.closest('li'))).toContain('Dunes, Withy Field · PY42');
        fireEvent.click(found[0]!);
        await until(() => expect(where()).toBe('/paints/p2'));
        expect(sent[0]!.body).toEqual({ intoUuid: 'p2' });
    });

    it('is made two again', async () => {
        const { where } = show(
            (done) => <Twins paint={paint({ merges: [{ uuid: 'm1', name: 'Dunes', mayChange: true }] })} onSaved={done} />,
            { 'DELETE paint-merges/m1': { paint: 'p9' } },
        );
        fireEvent.click(await button('Make them two again'));
        await until(() => expect(where()).toBe('/paints/p9'));
    });

    it('is removed only when nothing hangs on it', async () => {
        show((done) => <Twins paint={paint({ pans: [{ uuid: 'x' }] })} onSaved={done} />);
        await button('This is the same paint as another entry');
        expect(screen.queryByRole('button', { name: 'Remove this entry' })).toBeNull();
    });
});

describe('pans', () => {
    const pan = {
        uuid: 'x1',
        edition: 3,
        form: 'tube',
        batch: 'W-1',
        volumeMl: 10,
        price: '9.40 EUR',
        perMl: '0.94 EUR/ml',
        openedOn: '2026-01-02',
        state: 'used up',
        got: 'bought',
        formulation: null,
        note: '',
        place: 'tin 2',
        keptAt: '',
        extras: { shelf: 'B' },
    };

    it('are told in one line, with what came from a spreadsheet', async () => {
        show((done) => <Pans paint={paint({ pans: [pan] })} onSaved={done} />);
        expect(words(await screen.findByRole('listitem'))).toContain(
            'tube · batch W-1 · 10 ml · 9.40 EUR · 0.94 EUR/ml · opened 2 Jan 2026 · used up · bought · kept in tin 2 · shelf: B',
        );
    });

    it('are changed by the edition that was seen, blanks as nothing', async () => {
        const { sent, done } = show((done) => <Pans paint={paint({ pans: [pan] })} onSaved={done} />, { 'PUT pans/x1': {} });
        fireEvent.click(await button('Change'));
        const form = screen.getByRole('form', { name: 'Change the pan' });
        fireEvent.change(within(form).getByLabelText('ml'), { target: { value: '7,5' } });
        fireEvent.change(within(form).getByLabelText('Opened'), { target: { value: '' } });
        fireEvent.click(within(form).getByRole('button', { name: 'Save' }));
        await until(() => expect(done()).toBe(1));
        expect(sent[0]!.body).toMatchObject({
            paintUuid: 'p1',
            form: 'tube',
            volumeMl: '7.5',
            openedOn: null,
            formulationUuid: null,
            price: '9.40',
            currency: 'EUR',
        });
    });

    it('stay as they were typed when the server refuses, and are one pan when sent again', async () => {
        const { sent, done } = show((done) => <Pans paint={paint()} onSaved={done} />, { 'PUT pans/*': lostOnce() });
        fireEvent.click(await button('Add a pan'));
        fireEvent.change(screen.getByLabelText('Batch'), { target: { value: 'W-9' } });
        fireEvent.click(await button('Save'));
        expect(await screen.findByText(/The server cannot be reached/)).toBeTruthy();
        expect(screen.getByLabelText<HTMLInputElement>('Batch').value).toBe('W-9');
        fireEvent.click(await button('Save'));
        await until(() => expect(done()).toBe(1));
        expect(sent[0]!.what).toBe(sent[1]!.what);
    });
});

describe('a paint in one line', () => {
    beforeEach(() => localStorage.clear());
    const makers = { makers: [{ uuid: 'm', name: 'Withy' }], forms: ['tube', 'pan'] };
    const statement = {
        stated: true,
        cautions: [],
        codes: [
            { code: 'PY42', state: 'known', chemicalName: 'iron oxide' },
            { code: 'PX1', state: 'not-in-catalogue' },
        ],
    };
    const type = (label: string, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });
    const lines = (more: object = {}) => show(() => <PaintLine />, { 'GET makers': makers, 'GET pigment-statement': statement, ...more });

    it('is read while it is typed, recorded, and leaves what stays the same for the next', async () => {
        const { sent } = lines({ 'PUT paints/*': {} });
        type('Maker', 'Withy');
        type('Range', 'Field');
        type('Colour name', 'Dune');
        type('Pigment codes', 'py 42, px1');
        type('ml', '7,5');
        expect(words(await screen.findByText(/Read as/))).toBe('Read as: PY42 (iron oxide) / PX1 (not in the catalogue; kept)');
        fireEvent.click(await button(/^Record/));
        expect(await screen.findByText('Recorded Dune.')).toBeTruthy();
        expect(sent[0]!.body).toMatchObject({
            makerName: 'Withy',
            colourName: 'Dune',
            pigments: 'py 42, px1',
            another: false,
            pan: { volumeMl: '7.5', currency: 'EUR', form: 'tube' },
        });
        const left = (label: string) => screen.getByLabelText<HTMLInputElement>(label).value;
        expect([left('Maker'), left('Range'), left('Colour name'), left('ml')]).toEqual(['Withy', 'Field', '', '7,5']);
    });

    it('asks whether it is one more pan of a paint that is there, or another paint', async () => {
        const there = new Refusal('This paint is recorded already.', 409, { existing: 'p7' });
        const { sent } = lines({ 'PUT paints/*': (body: { another: boolean }) => (body.another ? {} : there), 'PUT pans/*': {} });
        type('Maker', 'Withy');
        type('Colour name', 'Dune');
        fireEvent.click(await button(/^Record/));
        fireEvent.click(await button('Add my pan to it'));
        expect(await screen.findByText('Recorded Dune.')).toBeTruthy();
        expect(sent.at(-1)!.body).toMatchObject({ paintUuid: 'p7', form: 'tube' });
    });

    it('is still there after the page was left', async () => {
        const first = lines();
        type('Colour name', 'Half a na');
        first.unmount();
        lines();
        expect(screen.getByLabelText<HTMLInputElement>('Colour name').value).toBe('Half a na');
    });
});

describe('painting trials', () => {
    it('are one study when it was sent again after a lost answer', async () => {
        const { sent, done } = show((done) => <Studies paint={paint()} onSaved={done} />, { 'PUT studies/*': lostOnce() });
        fireEvent.click(await button('Add a study'));
        fireEvent.change(screen.getByLabelText('Title'), { target: { value: 'Heron at low water' } });
        fireEvent.click(await button('Keep the study'));
        expect(await screen.findByText(/The server cannot be reached/)).toBeTruthy();
        fireEvent.click(await button('Keep the study'));
        await until(() => expect(done()).toBe(1));
        expect(sent[1]!.what).toBe(sent[0]!.what);
        expect(sent[0]!.body).toMatchObject({ title: 'Heron at low water', on: null, shared: false, paints: ['p1'] });
    });

    it('take pictures one after another, each under a name of its own, and say which is none', async () => {
        const study = {
            uuid: 's1',
            title: 'Heron',
            by: 'Tamsin',
            on: null,
            paper: '',
            purpose: '',
            went: '',
            shared: false,
            mayChange: true,
            pictures: [],
            paints: [
                { uuid: 'p1', name: 'Dune' },
                { uuid: 'p2', name: 'Shoal' },
            ],
        };
        let pictures = 0;
        const { sent, done } = show((done) => <Studies paint={paint({ opinions: { ...opinions, studies: [study] } })} onSaved={done} />, {
            'POST studies/s1/pictures/*': () => (++pictures === 3 ? new Refusal('This file is no picture.') : {}),
        });
        expect(words(await screen.findByRole('listitem'))).toContain('HeronTamsin · yours aloneWith Shoal'.replace('Heron', 'Heron '));
        const add = (...names: string[]) =>
            fireEvent.change(screen.getByLabelText('Add pictures'), { target: { files: names.map((n) => new File(['x'], n)) } });
        add('one.jpg', 'two.jpg');
        await until(() => expect(done()).toBe(1));
        expect(new Set(sent.map((s) => s.what)).size).toBe(2);
        add('letter.txt');
        expect(await screen.findByText('This file is no picture.')).toBeTruthy();
        expect(done()).toBe(1);
    });

    it('are nothing to show a reader where there are none', async () => {
        const { container } = show((done) => <Studies paint={paint()} onSaved={done} />, {}, null);
        await until(() => expect(globalThis.fetch).toHaveBeenCalled());
        expect(words(container)).toBe('');
    });
});
