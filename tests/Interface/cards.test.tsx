import { fireEvent, screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import type { Card, Correction } from '../../resources/js/api/types';
import { Corrections, CorrectRow, RemoveCard } from '../../resources/js/pages/cards/Corrections';
import { FadeCourse } from '../../resources/js/pages/cards/FadeCourse';
import { FadeLight } from '../../resources/js/pages/cards/FadeLight';
import { Hang, since } from '../../resources/js/pages/cards/Hang';
import { button, openPart, Refusal, tester, until, words } from './page';

const hanging = {
    uuid: 'h1',
    edition: 2,
    place: 'East loft',
    facing: 'south',
    panes: 'one pane',
    sky: 'open',
    curtain: false,
    glass: '',
    note: '',
    hungOn: '2026-03-01',
    hungTo: null,
    hungWords: '',
    downOn: null,
    downTo: null,
    downWords: '',
    nextCheck: '2026-06-01',
    timeZone: 'UTC',
};
const card = (changes: object = {}) =>
    ({
        uuid: 'c1',
        kind: 'fade',
        mayChange: true,
        hanging,
        checks: [],
        pictures: [],
        rows: [
            { uuid: 'r1', row: 1, paint: { colourName: 'Dune' }, photos: [] },
            { uuid: 'r2', row: 2, paint: { colourName: 'Shoal' }, photos: [] },
        ],
        result: null,
        facings: ['south'],
        panes: ['one pane'],
        skies: ['open'],
        ...changes,
    }) as unknown as Card;
const light = {
    curve: [],
    now: null,
    reaches: [],
    pauses: [],
    moves: [],
    logs: [],
    glass: {},
    choices: { facings: [], panes: [], skies: [] },
};
const show = (part: (done: () => void) => React.ReactElement, answers: object = {}) =>
    openPart(part, '/cards/c1', '/cards/:uuid', tester, {
        'GET cards/c1/light': light,
        'GET capture': { targets: [], profiles: [] },
        ...answers,
    });

describe('the course of a fade card', () => {
    const check = (changes: object = {}) => ({
        uuid: 'k1',
        edition: 1,
        checkedOn: '2026-05-01',
        doseMlxh: null,
        dose: { mlxh: 4.25, range: [3, 6] },
        note: '',
        unseen: false,
        ...changes,
    });

    it('asks for the first reading, then the hanging, then checks', async () => {
        show((done) => <FadeCourse card={card({ hanging: null })} onDone={done} />);
        const [read, , checks] = await screen.findAllByRole('listitem');
        expect(words(read)).toContain('Lay both pieces on the scanner before anything hangs.');
        expect(words(checks)).toContain('Checks begin when the window half hangs.');
        expect(screen.queryByRole('form', { name: 'Record a check' })).toBeNull();
    });

    it('records a check with a dose that is told, in points or commas, or none', async () => {
        const { sent, done } = show((d) => <FadeCourse card={card()} onDone={d} />, { 'PUT cards/c1/checks/*': {} });
        const form = await screen.findByRole('form', { name: 'Record a check' });
        fireEvent.change(within(form).getByLabelText('Checked on'), { target: { value: '2026-05-01' } });
        fireEvent.change(within(form).getByLabelText(/^Dose so far/), { target: { value: '4,5' } });
        fireEvent.click(within(form).getByLabelText(/judge by eye/));
        fireEvent.click(within(form).getByRole('button', { name: 'Record a check' }));
        await until(() => expect(done()).toBe(1));
        expect(sent[0]!.body).toEqual({ checkedOn: '2026-05-01', doseMlxh: '4.5', note: '', eyeFirst: true });
        fireEvent.click(within(form).getByRole('button', { name: 'Record a check' }));
        await until(() => expect(done()).toBe(2));
        expect(sent[1]!.body).toMatchObject({ doseMlxh: null, eyeFirst: false });
        expect(sent[1]!.what).not.toBe(sent[0]!.what);
    });

    it('tells an estimated dose with its range, a told one as told, and corrects it by its edition', async () => {
        const checks = [check(), check({ uuid: 'k2', checkedOn: '2026-06-01', doseMlxh: 9, dose: null, note: 'cloudy' })];
        const pictures = [{ uuid: 'p1', checkUuid: 'k1', withdrawn: null, moment: 'check', measurement: { state: 'done' } }];
        const { sent } = show((d) => <FadeCourse card={card({ checks, pictures })} onDone={d} />, { 'PUT cards/c1/checks/k2': {} });
        await screen.findByText(/about 4.3 Mlx h/);
        expect(words()).toContain('1 May 2026, about 4.3 Mlx h (3.0 to 6.0); measured.');
        expect(words()).toContain('1 Jun 2026, 9 Mlx h as told, cloudy; no picture yet.');
        // What was measured is not removed, what was not may be.
        expect(screen.getAllByRole('button', { name: 'Remove' })).toHaveLength(1);
        fireEvent.click(screen.getAllByRole('button', { name: 'Correct' })[2]!);
        const form = screen.getByRole('form', { name: 'Correct the check of 1 Jun 2026' });
        fireEvent.change(within(form).getByLabelText(/^Dose so far/), { target: { value: '' } });
        fireEvent.click(within(form).getByRole('button', { name: 'Save' }));
        await until(() => expect(sent[0]?.body).toEqual({ checkedOn: '2026-06-01', doseMlxh: null, note: 'cloudy' }));
    });

    it('puts what a picture asks before the tables', async () => {
        const result = {
            fading: [
                { remarks: ['the halves seem to lie the other way round?', 'even'] },
                { remarks: ['the halves seem to lie the other way round?'] },
            ],
        };
        show((d) => <FadeCourse card={card({ result })} onDone={d} />);
        expect((await screen.findAllByRole('note')).map((n) => words(n))).toEqual(['the halves seem to lie the other way round?']);
    });
});

describe('a window', () => {
    it('is told with what stands before it, and taken down and hung again', async () => {
        const { sent } = show((d) => <Hang card={card({ hanging: { ...hanging, curtain: true, glass: 'old glass' } })} onDone={d} />, {
            'PUT cards/c1/down': {},
        });
        expect(words(await screen.findByText(/East loft/))).toBe(
            'East loft, facing south, one pane, open sky, behind a curtain (old glass); since 1 Mar 2026.',
        );
        fireEvent.click(await button('Taken down today'));
        await until(() => expect(sent[0]?.what).toBe('PUT cards/c1/down'));
        expect(sent[0]!.body).toEqual({ on: expect.stringMatching(/^\d{4}-\d\d-\d\d$/) });
    });

    it('that a check rests on was hung there', async () => {
        show((d) => <Hang card={card({ checks: [{ uuid: 'k' }] })} onDone={d} />);
        await screen.findByText(/East loft/);
        expect(screen.queryByRole('button', { name: 'Never hung there' })).toBeNull();
    });

    it('is as vague as its days are', () => {
        const of = (changes: object) => since({ ...hanging, ...changes } as never);
        expect(of({ hungTo: '2021-03-31', hungWords: 'March 2021' })).toBe('since March 2021');
        expect(of({ downOn: '2026-04-01' })).toBe('from 1 Mar 2026 to 1 Apr 2026; in the dark since, and its light is kept');
        expect(of({ downOn: '2026-04-01', downTo: '2026-06-30', downWords: 'spring' })).toContain('to spring;');
    });
});

describe('light behind a window', () => {
    const now = { words: 'like a summer', mlxh: 6.02, range: [5, 7.5], megajoules: 123.4, museumYears: 24.6, measured: 0.25 };

    it('is told with its range, in energy and in years of a museum, and where it comes from', async () => {
        show((d) => <FadeLight card={card()} onDone={d} />, {
            'GET cards/c1/light': {
                ...light,
                now,
                reaches: [
                    { what: 'a year in a living room', mlxh: 2, on: '2026-04-01' },
                    { what: 'reference', mlxh: 30, on: null },
                ],
            },
        });
        await screen.findByText(/like a summer/);
        const text = words();
        expect(text).toContain('6.0 Mlx h, probably between 5.0 and 7.5 (about 120 MJ/m²); 25 years of museum light.');
        expect(text).toContain('25 % of it was logged, the rest is estimated and calibrated by it.');
        expect(text).toContain('a year in a living room, 2 Mlx h: reached 1 Apr 2026');
        expect(text).toContain('30 Mlx h: not within three years');
    });

    it('says what corrected it where a dose was told', async () => {
        show((d) => <FadeLight card={card({ checks: [{ uuid: 'k', doseMlxh: 4 }] })} onDone={d} />, {
            'GET cards/c1/light': { ...light, now: { ...now, measured: 0, museumYears: 0.4 } },
        });
        expect(words(await screen.findByText(/like a summer/))).toContain(
            'less than a year of museum light. Estimated from place, season, sky and glass, and corrected by the dose that was told at a check.',
        );
    });
});

describe('what was corrected', () => {
    it('stands with what it was before, by whom and why', () => {
        const corrections = [
            { subject: 'specimen', before: { row: 2, pan: 'W-1' }, on: '2026-05-02', by: 'Odo', reason: 'wrong tube' },
            { subject: 'hanging', before: { hung_on: '2026-03-01 00:00:00', glass: '' }, on: '2026-05-03', by: 'Tamsin', reason: '' },
        ] as unknown as Correction[];
        show(() => <Corrections of={corrections} />);
        expect(screen.getAllByRole('listitem').map((l) => words(l))).toEqual([
            'row: was pan W-1 in row 2 until 2 May 2026, by Odo: wrong tube',
            'hanging: was hung on 2026-03-01, glass not said until 3 May 2026, by Tamsin',
        ]);
    });

    it('is a row that was painted with another of one’s pans', async () => {
        const pans = { pans: [{ uuid: 'x', form: 'tube', batch: 'W-2', place: '', paint: { colourName: 'Reed', maker: 'Withy' } }] };
        const { sent, done } = show((d) => <CorrectRow card={card()} onDone={d} />, { 'GET pans': pans, 'PUT specimens/r2/pan': {} });
        fireEvent.click(await button(/painted with another pan/));
        fireEvent.change(await screen.findByLabelText('Row'), { target: { value: 'r2' } });
        await screen.findByText('Reed · Withy · tube · batch W-2');
        fireEvent.change(screen.getByLabelText('is really'), { target: { value: 'x' } });
        fireEvent.change(screen.getByLabelText('because'), { target: { value: 'the label was off' } });
        fireEvent.click(await button('Correct the row'));
        await until(() => expect(done()).toBe(1));
        expect(sent[0]!.body).toEqual({ panUuid: 'x', reason: 'the label was off' });
    });

    it('is a draft that goes only when one is sure', async () => {
        const { sent, where } = show(() => <RemoveCard card={card({ pictures: [{}, {}] })} />, { 'DELETE cards/c1': undefined });
        fireEvent.click(await button('Remove this draft'));
        expect(words()).toContain('Remove this draft with its 2 pictures, verdicts and notes? This cannot be undone.');
        fireEvent.click(await button('Keep it'));
        expect(sent).toEqual([]);
        fireEvent.click(await button('Remove this draft'));
        fireEvent.click(await button('Remove it'));
        await until(() => expect(where()).toBe('/cards'));
    });

    it('stays where the server refuses', async () => {
        const { where } = show(() => <RemoveCard card={card()} />, {
            'DELETE cards/c1': new Refusal('It is published; withdraw it instead.'),
        });
        fireEvent.click(await button('Remove this draft'));
        fireEvent.click(await button('Remove it'));
        expect(await screen.findByText('It is published; withdraw it instead.')).toBeTruthy();
        expect(where()).toBe('/cards/c1');
    });
});
