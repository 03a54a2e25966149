import { fireEvent, screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Question, RecordPage as Record_ } from '../../resources/js/api/types';
import ApiPage from '../../resources/js/pages/ledger/ApiPage';
import BundlePage from '../../resources/js/pages/ledger/BundlePage';
import FollowingPage from '../../resources/js/pages/ledger/FollowingPage';
import LedgerPage from '../../resources/js/pages/ledger/LedgerPage';
import MapPage from '../../resources/js/pages/ledger/MapPage';
import RepeatPage from '../../resources/js/pages/ledger/RepeatPage';
import { Talk } from '../../resources/js/pages/ledger/Talk';
import { button, open, Refusal, steward, tester, until, words } from './page';

const report = (changes: object = {}) => ({
    ledger: { uuid: 'tide', name: 'Grey Tide circle' },
    key: '1a2b 3c4d 5e6f 7081',
    met: true,
    namedLike: null,
    signedOtherwise: 0,
    madeAt: '2026-10-29T10:00:00Z',
    about: 'all records',
    records: 3,
    new: 1,
    further: 0,
    known: 1,
    conflict: 0,
    wrong: 1,
    listed: [{ card: 'c1', number: 1, title: 'Reds', home: 'Grey Tide circle', does: 'new' }],
    faults: [{ title: 'Blues', number: 2, why: 'The record was changed since it was published.' }],
    paints: { same: 2, new: 0, unsure: [] },
    pictures: 0,
    picturesMissing: 1,
    incomparable: 0,
    said: 0,
    ...changes,
});
const bundle = (changes: object = {}, of: object = {}) => ({
    uuid: 'b1',
    name: 'grey-tide.zip',
    state: 'looked',
    progress: 1,
    problem: null,
    answers: {},
    report: report(of),
    ...changes,
});
const at = (answer: unknown, more: object = {}) =>
    open(<BundlePage />, '/ledger/bundles/b1', '/ledger/bundles/:uuid', steward, { 'GET bundles/b1': answer, ...more });

describe('a bundle that came', () => {
    it('tells what it would do, what is left out and why, before anything is taken', async () => {
        const { sent } = at(bundle());
        expect(words(await screen.findByText(/3/))).toBe('3');
        const text = words();
        expect(text).toContain('1 new, 0 further revisions, 1 here already, 1 left out');
        expect(text).toContain('Blues, revision 2: The record was changed since it was published.');
        expect(text).toContain('1 picture stayed behind');
        expect(text).not.toContain('Nothing came from this ledger itself before');
        expect(sent).toEqual([]);
    });

    it('shows the key of a ledger that nothing came from before', async () => {
        at(bundle({}, { met: false }));
        expect(await screen.findByText('1a2b 3c4d 5e6f 7081')).toBeTruthy();
    });

    it('asks which paint is which, keeps them apart unless told, and sends all answers', async () => {
        const unsure = [
            {
                uuid: 'p1',
                words: 'Sluice & Staithe Buoy Red',
                candidates: [{ uuid: 'ours', words: 'Sluice & Staithe First Buoy Red', why: 'range: none there, First here' }],
            },
        ];
        const { sent } = at(bundle({ answers: { p0: 'new' } }, { paints: { same: 0, new: 0, unsure } }), {
            'PUT bundles/b1/answers': bundle({ answers: { p0: 'new', p1: 'ours' } }, { paints: { same: 0, new: 0, unsure } }),
        });
        const asked = await screen.findByRole('group', { name: 'Sluice & Staithe Buoy Red' });
        const [apart, same] = within(asked).getAllByRole<HTMLInputElement>('radio');
        expect([apart!.checked, same!.checked]).toEqual([true, false]);
        fireEvent.click(same!);
        await until(() => expect(within(asked).getAllByRole<HTMLInputElement>('radio')[1]!.checked).toBe(true));
        expect(sent).toEqual([{ what: 'PUT bundles/b1/answers', body: { answers: { p0: 'new', p1: 'ours' } } }]);
    });

    it('takes in what is new and further and what says otherwise, and says how many', async () => {
        const { sent } = at(bundle({}, { new: 1, further: 2, conflict: 3 }), { 'POST bundles/b1/taking': bundle({ state: 'taken' }) });
        fireEvent.click(await button('Take in 6 records'));
        expect(await button('Take it back')).toBeTruthy();
        expect(sent.map((s) => s.what)).toEqual(['POST bundles/b1/taking']);
    });

    it('has nothing to take in when all of it is here', async () => {
        at(bundle({}, { new: 0 }));
        expect((await button('Take in 0 records')).hasAttribute('disabled')).toBe(true);
    });

    it('says why it cannot be taken back, and stays', async () => {
        const why = 'Records of this bundle were asked about since, so it is no longer taken back. Nothing was changed.';
        const { where } = at(bundle({ state: 'taken' }), { 'DELETE bundles/b1': new Refusal(why) });
        fireEvent.click(await button('Take it back'));
        expect(await screen.findByText(why)).toBeTruthy();
        expect(where()).toBe('/ledger/bundles/b1');
    });

    it('goes back to the list once it is dropped', async () => {
        const { where } = at(bundle({ state: 'failed', problem: 'This file is no archive (ZIP).', report: null }), {
            'DELETE bundles/b1': undefined,
        });
        expect(await screen.findByText('This file is no archive (ZIP).')).toBeTruthy();
        fireEvent.click(await button('Drop the file'));
        await until(() => expect(where()).toBe('/ledger/bundles'));
    });

    it('shows how far it is, and looks again by itself', async () => {
        let asked = 0;
        at(() => (++asked < 3 ? bundle({ state: 'looking', progress: 0.4, report: null }) : bundle()));
        expect((await screen.findByRole<HTMLProgressElement>('progressbar')).value).toBe(0.4);
        await until(() => expect(screen.queryByRole('progressbar')).toBeNull(), { timeout: 3000 });
        expect(asked).toBe(3);
    });
});

const question = (changes: Partial<Question> = {}): Question =>
    ({
        uuid: 'q1',
        row: 2,
        text: 'Flat or tilted?',
        by: 'Odo',
        at: '2026-10-31T09:00:00Z',
        closed: null,
        mayClose: false,
        hidden: false,
        answers: [],
        ...changes,
    }) as Question;
const record = (standing: object) =>
    ({
        uuid: 'r1',
        rows: [
            { row: 1, paint: { colourName: 'Beacon Red' } },
            { row: 2, paint: { colourName: 'Channel Blue' } },
        ],
        standing: { repeats: null, repeatedBy: [], questions: [], mayAsk: true, mayRepeat: true, ...standing },
    }) as unknown as Record_;
const talk = (standing: object, answers: object = {}) =>
    open(<Talk of={record(standing)} />, '/records/r1', '/records/:card', tester, { ...answers });

describe('what others have to do with a record', () => {
    it('sends the same question under the same name until it is there, and the next under another', async () => {
        let tries = 0;
        const { sent } = talk({}, { 'PUT questions/*': () => (++tries === 1 ? new Refusal('The server is full.') : {}) });
        const text = await screen.findByLabelText<HTMLTextAreaElement>('Ask about this record');
        const ask = async (what: string) => {
            fireEvent.change(text, { target: { value: what } });
            fireEvent.click(await button('Ask'));
        };
        fireEvent.change(screen.getByLabelText('About'), { target: { value: '2' } });
        await ask('Which batch?');
        expect(await screen.findByText('The server is full.')).toBeTruthy();
        expect(text.value).toBe('Which batch?');
        await ask('Which batch?');
        await until(() => expect(text.value).toBe(''));
        await ask('And which water?');
        await until(() => expect(sent).toHaveLength(3));
        expect(sent[0]!.what).toBe(sent[1]!.what);
        expect(sent[2]!.what).not.toBe(sent[1]!.what);
        expect(sent.map((s) => s.body)).toEqual([
            { card: 'r1', text: 'Which batch?', row: 2 },
            { card: 'r1', text: 'Which batch?', row: 2 },
            { card: 'r1', text: 'And which water?' },
        ]);
    });

    it('names the paint that a question is about, who answers as the tester, and when it is settled', async () => {
        const answers = [{ uuid: 'a1', text: 'Flat.', by: 'Tamsin', at: '2026-11-01T08:00:00Z', tester: true, hidden: false }];
        talk({ questions: [question({ answers, closed: '2026-11-02T08:00:00Z' } as Partial<Question>)] });
        await screen.findByText('Flat or tilted?');
        expect(words()).toContain('Odo, 31 Oct 2026, about Channel Blue: Flat or tilted?');
        expect(words()).toContain('Tamsin (the tester), 1 Nov 2026: Flat.');
        expect(words()).toContain('Odo has what they wanted to know, 2 Nov 2026.');
        expect(screen.queryByRole('button', { name: 'Answer' })).toBeNull();
    });

    it('lets only the asker close a question', async () => {
        const { sent } = talk({ questions: [question({ mayClose: true }), question({ uuid: 'q2' })] }, { 'PUT questions/q1/closing': {} });
        const close = await screen.findAllByRole('button', { name: 'I have what I wanted to know' });
        expect(close).toHaveLength(1);
        fireEvent.click(close[0]!);
        await until(() => expect(sent.map((s) => s.what)).toEqual(['PUT questions/q1/closing']));
    });

    it('tells of a repeat how far both agree, and on which rows not', async () => {
        const other = {
            card: 'r2',
            title: 'Reds again',
            by: 'Ebba',
            withdrawn: true,
            agreement: [{ property: 'staining', words: 'three of four agree', apart: ['Beacon Red'] }],
        };
        talk({ repeatedBy: [other] });
        await screen.findByText('Reds again');
        expect(words()).toContain('Repeated as Reds again by Ebba, withdrawn since.');
        expect(words()).toContain('staining: three of four agree; not Beacon Red');
    });

    it('lets a reader without an account read, and not ask', async () => {
        open(<Talk of={record({ mayAsk: false, questions: [question()] })} />, '/records/r1', '/records/:card', null, {});
        expect((await screen.findByRole('link', { name: 'Sign in' })).getAttribute('href')).toBe('/sign-in?then=/records/r1');
        expect(screen.queryByLabelText('Ask about this record')).toBeNull();
        expect(screen.queryByRole('button', { name: 'report' })).toBeNull();
    });
});

describe('a repeat', () => {
    const plan = {
        paper: { uuid: 'p', words: 'Fleet Mill, cotton' },
        side: 'felt side',
        kind: 'property',
        blocks: null,
        protocols: [],
        number: 2,
        rows: [
            {
                row: 1,
                paint: { uuid: 'x', colourName: 'Beacon Red', maker: 'Withy', statement: { text: 'PR254' } },
                pans: [
                    { uuid: 'pan-1', words: 'tube W-1' },
                    { uuid: 'pan-2', words: 'tube W-2' },
                ],
            },
            { row: 2, paint: { uuid: 'y', colourName: 'Dune', maker: 'Withy', statement: { text: 'PY42' } }, pans: [] },
            {
                row: 3,
                paint: { uuid: 'z', colourName: 'Shoal', maker: 'Withy', statement: { text: 'PB36' } },
                pans: [{ uuid: 'pan-3', words: 'pan' }],
            },
        ],
    };

    it('is a session of the pans that one has and chooses, and leads to the bench', async () => {
        const { sent, where } = open(<RepeatPage />, '/records/r1/repeat', '/records/:card/repeat', tester, {
            'GET records/r1/plan': plan,
            'PUT records/r1/repeats/*': { session: 's9' },
        });
        expect(await button('Make it my session, 2 paints')).toBeTruthy();
        expect(words()).toContain('you have none; this row is left out');
        fireEvent.change(screen.getByLabelText('Pan for row 1'), { target: { value: 'pan-2' } });
        fireEvent.change(screen.getByLabelText('Pan for row 3'), { target: { value: 'none' } });
        fireEvent.click(await button('Make it my session, 1 paint'));
        await until(() => expect(where()).toBe('/bench/s9'));
        expect(sent[0]!.body).toEqual({ pans: { '1': 'pan-2' } });
    });

    it('is not made of no paint at all', async () => {
        open(<RepeatPage />, '/records/r1/repeat', '/records/:card/repeat', tester, {
            'GET records/r1/plan': { ...plan, rows: [plan.rows[1]] },
        });
        expect((await button('Make it my session, 0 paints')).hasAttribute('disabled')).toBe(true);
    });

    it('asks a reader without an account to sign in, and asks the server nothing', async () => {
        open(<RepeatPage />, '/records/r1/repeat', '/records/:card/repeat', null, {});
        expect((await screen.findByRole('link', { name: 'Sign in' })).getAttribute('href')).toBe('/sign-in?then=/records/r1/repeat');
    });
});

describe('the ledger', () => {
    const ledger = {
        uuid: 'l',
        name: 'Saltern Reach',
        fingerprint: 'ab12',
        key: '0011 2233 4455 6677',
        records: 1,
        revisions: 2,
        elsewhere: 0,
        questions: 0,
        others: [{ uuid: 'o', name: 'Grey Tide circle', proven: true, records: 1 }],
    };
    const row = {
        card: 'r1',
        strips: [['#112233', '#445566']],
        number: 2,
        title: 'Reds',
        kind: 'property',
        by: 'Odo',
        byUuid: 'odo',
        publishedAt: '2026-10-01T00:00:00Z',
        withdrawn: true,
        ledger: null,
    };
    const answers = { 'GET records?page=1': { records: [row], total: 21, page: 1, pages: 2 }, 'GET ledger': ledger };

    it('asks for a bundle of what is chosen', async () => {
        open(<LedgerPage />, '/ledger', '/ledger', null, answers);
        const link = await screen.findByRole('link', { name: 'Bundle for another ledger' });
        expect(link.getAttribute('href')).toBe('/api/ledger/bundle.zip');
        fireEvent.change(screen.getByLabelText('Records of a code'), { target: { value: ' PB28 ' } });
        fireEvent.click(screen.getByLabelText('with pictures'));
        expect(link.getAttribute('href')).toBe('/api/ledger/bundle.zip?code=PB28&pictures=1');
        expect(screen.getByRole('link', { name: 'GIMP palette' }).getAttribute('href')).toBe('/api/colours.gpl?code=PB28');
        expect(words()).toContain('Reds · withdrawn');
        expect(words()).toContain('signed with the key 0011 2233 4455 6677');
    });

    it('is named, and other ledgers are taken in, by stewards alone', async () => {
        open(<LedgerPage />, '/ledger', '/ledger', tester, answers);
        await screen.findByText('Reds');
        expect(screen.queryByText('Take records of another ledger in')).toBeNull();
        expect(screen.queryByLabelText(/Name that other groups/)).toBeNull();
    });

    it('turns pages in the address', async () => {
        const { where } = open(<LedgerPage />, '/ledger', '/ledger', null, {
            ...answers,
            'GET records?page=2': { records: [{ ...row, title: 'Blues' }], total: 21, page: 2, pages: 2 },
        });
        fireEvent.click(await button('Older'));
        expect(await screen.findByText('Blues')).toBeTruthy();
        expect(where()).toBe('/ledger?page=2');
        expect(screen.queryByRole('button', { name: 'Older' })).toBeNull();
    });
});

describe('what is tested, and what is not', () => {
    const code = {
        code: 'PB28',
        paints: 4,
        makers: 2,
        tests: 3,
        tested: { staining: { paints: 3, testers: 2 }, lightfastness: { paints: 0, testers: 0 } },
        testers: ['Odo'],
        papers: ['Fleet Mill'],
        mostLight: null,
    };
    const map = { codes: [code], properties: ['staining', 'lightfastness'], total: 1, page: 1, pages: 1 };
    const test = {
        paint: { uuid: 'x', name: 'Channel Blue', maker: 'Withy', pigments: 'PB28' },
        property: 'staining',
        why: 'one test',
        gain: 1.25,
        tester: { uuid: 'o', name: 'Odo' },
        sameHand: true,
        mine: false,
    };

    it('draws how many paints of a code were tested, and says it', async () => {
        const { container } = open(<MapPage />, '/ledger/map', '/ledger/map', null, { 'GET ledger/map?order=least&page=1': map });
        await screen.findByText('PB28');
        expect(words(container.querySelector('tbody'))).toContain('3 of 4, 2 hands0 of 4none');
        expect([...container.querySelectorAll<HTMLElement>('[style]')].map((e) => e.style.width)).toEqual(['75%', '0%']);
    });

    it('tells testers whose turn it is', async () => {
        open(<MapPage />, '/ledger/map?order=code', '/ledger/map', tester, {
            'GET ledger/map?order=code&page=1': map,
            'GET ledger/plan': {
                tests: [
                    test,
                    { ...test, property: 'lightfastness', mine: true, sameHand: false },
                    { ...test, property: 'granulation', tester: null, sameHand: false },
                ],
            },
        });
        const [plan] = await screen.findAllByRole('region', { name: 'Plan' });
        expect([...plan!.querySelectorAll('tbody tr')].map((r) => words(r.lastElementChild))).toEqual([
            'Odo (again)',
            'you',
            'nobody has it',
        ]);
        expect(screen.getByRole('button', { name: 'by code' }).getAttribute('aria-pressed')).toBe('true');
    });
});

describe('following', () => {
    const event = { on: '2026-11-01', what: 'revision', words: 'Reds, revision 2', by: 'Ebba', link: '/records/r2', new: true };

    it('marks what is new until it is read', async () => {
        let read = false;
        const { sent } = open(<FollowingPage />, '/following', '/following', tester, {
            'GET follows': () => ({
                follows: [{ kind: 'code', key: 'PR254', name: 'PR254' }],
                events: [{ ...event, new: !read }],
                seen: null,
            }),
            'PUT follows/seen': () => void (read = true),
        });
        fireEvent.click(await button('I have read all this'));
        await until(() => expect(screen.queryByRole('button', { name: 'I have read all this' })).toBeNull());
        expect(sent.map((s) => s.what)).toEqual(['PUT follows/seen']);
    });

    it('lets something go', async () => {
        let follows = [{ kind: 'code', key: 'PR254', name: 'PR254' }];
        open(<FollowingPage />, '/following', '/following', tester, {
            'GET follows': () => ({ follows, events: [], seen: null }),
            'DELETE follows/code/PR254': () => void (follows = []),
        });
        fireEvent.click(await button('Let it go'));
        await until(() => expect(screen.queryByRole('button', { name: 'Let it go' })).toBeNull());
    });
});

describe('the description for programs', () => {
    const field = (schema: object) => ({ content: { 'application/json': { schema } } });
    const description = {
        info: { title: 'Marsh Trial', version: '1', description: '' },
        paths: {
            '/api/mixes/{uuid}': {
                put: {
                    operationId: 'mixPut',
                    summary: 'Keeps a mix.',
                    security: [{}],
                    'x-scope': 'write',
                    requestBody: field({
                        required: ['share'],
                        properties: {
                            share: { type: 'number', minimum: 0.02, maximum: 0.98 },
                            form: { type: ['string', 'null'], enum: ['tube', null] },
                            name: { type: 'string', maxLength: 80 },
                        },
                    }),
                },
            },
            '/api/records': {
                get: {
                    operationId: 'recordIndex',
                    parameters: [{ name: 'page', in: 'query', required: false, schema: { type: 'integer' } }],
                },
            },
        },
    };

    it('is searched by path and by what is said of it, and tells what is sent', async () => {
        open(<ApiPage />, '/programs', '/programs', null, { 'GET openapi.json': description });
        fireEvent.change(await screen.findByLabelText('Look for'), { target: { value: 'KEEPS' } });
        expect(words(screen.getByRole('list'))).toBe(
            'PUT /api/v1/mixes/{uuid}Keeps a mix.scope writeshare*number from 0.02 to 0.98formtubenamestring at most 80 letters',
        );
        expect(screen.queryByText(/v1\/records$/)).toBeNull();
        fireEvent.change(screen.getByLabelText('Look for'), { target: { value: 'records' } });
        expect(words(screen.getByRole('list'))).toContain('anybody · page');
    });
});
