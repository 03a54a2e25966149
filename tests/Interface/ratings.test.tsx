import { fireEvent, screen, within } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import type { Card, PropertyBeside, Rating } from '../../resources/js/api/types';
import { RatingCell, Scale } from '../../resources/js/components/paint/RatingCell';
import { RatingOrigin } from '../../resources/js/components/paint/RatingOrigin';
import { Spoken } from '../../resources/js/components/paint/Spoken';
import { Publish } from '../../resources/js/pages/cards/Publish';
import { button, open, openPart, Refusal, tester, until, words } from './page';

const rating = (changes: object = {}) =>
    ({
        property: 'staining',
        status: 'measured',
        said: 'probably low (85 %)',
        text: '0.20 ±0.03',
        quantity: 'share that stays',
        value: 0.2,
        low: 0.1,
        high: 0.3,
        position: 0.2,
        atDeposit: 0.8,
        classes: ['low'],
        classes95: ['low', 'medium'],
        chances: { medium: 0.146, low: 0.85, high: 0.005 },
        ofPicture: 'low',
        numbers: {},
        cells: ['a', 'b', 'c', 'd', 'e'],
        remarks: ['the wash pooled'],
        formula: 'left / before',
        limits: { low: 0.3, medium: 0.6, high: null },
        protocol: 'stroke-lift 1',
        earlier: [{ scale: 'bench scale 0', rules: 3, told: 'medium' }],
        scale: 'bench scale 1',
        row: 2,
        card: { uuid: 'c1', title: 'Reds', mayChange: false, simulated: false },
        ...changes,
    }) as unknown as Rating;
const beside = (changes: object = {}) =>
    ({
        measured: rating(),
        without: null,
        claims: [],
        verdicts: [],
        pooled: null,
        classes: ['low', 'medium', 'high'],
        ...changes,
    }) as unknown as PropertyBeside;
const claim = {
    uuid: 'k',
    words: 'non-staining',
    scale: 'their three words',
    classes: ['low'],
    span: [0, 0.33],
    check: 'contradicted',
    readOn: '2026-02-01',
};
const show = (part: React.ReactElement, answers: object = {}) => open(part, '/', '*', tester, { ...answers });

describe('a rating', () => {
    it('stands with what another tester’s card would say, and with a claim that it contradicts', () => {
        show(
            <RatingCell
                beside={beside({
                    claims: [claim],
                    verdicts: [{ uuid: 'v', word: 'high', blind: true, check: 'contradicted' }],
                    pooled: { tests: 3, testers: 1, off: 1, anotherText: '0.1 to 0.3' },
                })}
                label="staining of Dune"
                onToggle={() => {}}
            />,
        );
        const text = words(screen.getByRole('button'));
        expect(text).toContain('staining of Dune: probably low (85 %)');
        expect(text).toContain('3 tests, one tester, 1 off the othersone more card: likely 0.1 to 0.3');
        expect(text).toContain('claim: non-staining — contradicted');
        expect(text).toContain('by eye, blind: high — the picture says otherwise');
    });

    it('that was not reached, not decided or not yet shown says which', () => {
        for (const [status, says] of [
            ['not-reached', 'this swatch is too pale to tell'],
            ['undecidable', 'not decidable'],
            ['unshown', 'read, shown after your verdicts'],
            ['not-tested', 'not tested'],
        ]) {
            const { container, unmount } = show(<RatingCell beside={beside({ measured: null, without: { status } })} label="x" />);
            expect(words(container)).toBe(says);
            unmount();
        }
    });

    it('is drawn at its place among its classes, never thinner than can be seen', () => {
        const { container } = show(
            <Scale beside={beside({ measured: rating({ low: 0.5, high: 0.5, position: 0.5 }), claims: [claim] })} width={102} />,
        );
        const bar = container.querySelector('rect')!;
        expect([bar.getAttribute('x'), bar.getAttribute('width')]).toEqual(['51', '2']);
        const stroke = [...container.querySelectorAll('line')].at(-1)!;
        expect(stroke.getAttribute('x1')).toBe('51');
        expect(container.querySelector('path')!.getAttribute('d')).toBe('M2 14 v4 H33 v-4');
        expect(container.querySelector('path')!.getAttribute('stroke-width')).toBe('2.5');
        expect(container.querySelector('title')!.textContent).toBe('from low at the left to high at the right');
    });

    it('tells where it comes from, to the formula and the scale', () => {
        show(<RatingOrigin rating={rating()} beside={beside({ claims: [claim] })} />);
        const text = words();
        expect(text).toContain('probably low (85 %): share that stays 0.20 ±0.03 at deposit 0.80. Within 95 %: low, medium.');
        expect(text).toContain('This picture by itself: low.');
        // The likeliest first, and what is under one in a hundred left out.
        expect(text).toContain('Chances: low 85 %, medium 15 %.');
        expect(text).toContain('Limits: low < 0.3 ≤ medium < 0.6 ≤ high');
        expect(text).toContain('5 cells: a to e. The card shows each.');
        expect(text).toContain('Earlier, by bench scale 0 with rules 3: medium. It no longer holds.');
        expect(text).toContain(
            'Maker: “non-staining” (their three words), read 1 Feb 2026. It stands for low. No class within the measured 95 % range fits.',
        );
        expect(screen.getByRole('link', { name: 'Reds' }).getAttribute('href')).toBe('/records/c1');
    });

    it('of several pictures says what one of them scatters by, and what cannot be of the same painting', () => {
        show(
            <RatingOrigin
                rating={rating({
                    pooled: { pictures: 3, spread: 0.0123 },
                    ofThisPicture: { value: 0.2222 },
                    otherwise: [{ value: 0.61234 }],
                })}
            />,
        );
        expect(words()).toContain(
            'Pooled over 3 pictures of this painting; a single one scatters by 0.012, and the newest by itself says 0.222.',
        );
        expect(words()).toContain('Another picture of this card says 0.612. They cannot be of the same painting');
    });

    it('that was not reached gives its reason and no numbers', () => {
        show(
            <RatingOrigin
                rating={rating({ status: 'not-reached', reason: 'The stroke is too pale.', remarks: [], earlier: [], chances: { low: 1 } })}
            />,
        );
        expect(words()).toContain('The stroke is too pale.');
        expect(words()).not.toContain('Chances');
    });
});

describe('what one would read out', () => {
    const clauses = [
        [
            { text: 'Dune is opaque', property: 'transparency' },
            { text: ', and so on.', property: null },
        ],
        [{ text: 'It fades.', property: 'lightfastness' }],
    ];

    it('opens to the numbers by click and by key, and is copied with its address', async () => {
        const opened: string[] = [];
        const write = vi.fn(() => Promise.resolve());
        Object.defineProperty(navigator, 'clipboard', { value: { writeText: write }, configurable: true });
        show(<Spoken of={clauses} paints={['a', 'b']} onOpen={(p) => opened.push(p)} />);
        fireEvent.click(await button('Dune is opaque'));
        fireEvent.keyDown(await button('It fades.'), { key: 'Enter' });
        fireEvent.keyDown(await button('It fades.'), { key: 'x' });
        expect(opened).toEqual(['transparency', 'lightfastness']);
        fireEvent.click(await button('copy'));
        expect(await screen.findByText('copied, with the address')).toBeTruthy();
        expect(write).toHaveBeenCalledWith(`Dune is opaque, and so on. It fades. ${window.location.href}`);
        expect(screen.getByRole('link').getAttribute('href')).toBe('/api/postcard.png?paints=a,b');
    });

    it('is only read where nothing opens', () => {
        show(<Spoken of={clauses} paints={['a']} />);
        expect(screen.queryByRole('button', { name: 'It fades.' })).toBeNull();
    });
});

describe('publishing', () => {
    const licences = [
        { key: 'CC-BY-4.0', says: 'if they say whose' },
        { key: 'CC0-1.0', says: 'anything' },
    ];
    const card = (changes: object = {}) => ({ uuid: 'c1', licences, revisions: [], withdrawn: null, ...changes }) as unknown as Card;
    const page = (of: Card, answers: object = {}) =>
        openPart((done) => <Publish card={of} onDone={done} />, '/cards/c1', '/cards/:uuid', tester, { ...answers });

    it('is under the licence that was chosen, and leads to the record', async () => {
        const { sent, where } = page(card(), { 'POST cards/c1/publish': {} });
        fireEvent.change(await screen.findByLabelText('What others may do with it'), { target: { value: 'CC0-1.0' } });
        expect(screen.queryByLabelText('Why there is a new revision')).toBeNull();
        fireEvent.click(await button('Publish this record'));
        await until(() => expect(where()).toBe('/records/c1'));
        expect(sent[0]!.body).toEqual({ licence: 'CC0-1.0', because: '' });
    });

    it('asks what has to be said, and says it with the second try', async () => {
        let tries = 0;
        const { sent } = page(card({ revisions: [{ number: 2 }] }), {
            'POST cards/c1/publish': () => (++tries === 1 ? new Refusal('A practice picture: say so.', 409, { say: 'simulated' }) : {}),
        });
        fireEvent.change(await screen.findByLabelText('Why there is a new revision'), { target: { value: 'another batch' } });
        expect(words()).toContain('Revision 2 is public; publishing again adds the next one.');
        fireEvent.click(await button('Publish a new revision'));
        const problem = (await screen.findByText(/A practice picture: say so./)).closest('[role=alert]') ?? document.body;
        fireEvent.click(within(problem as HTMLElement).getAllByRole('button')[0]!);
        await until(() => expect(sent).toHaveLength(2));
        expect(sent[1]!.body).toEqual({ simulated: true, licence: 'CC-BY-4.0', because: 'another batch' });
    });

    it('is taken back with a reason, and stood by again', async () => {
        const first = page(card({ revisions: [{ number: 1 }] }), { 'PUT cards/c1/withdrawal': {} });
        fireEvent.change(await screen.findByLabelText(/Why it is withdrawn/), { target: { value: 'wrong jar' } });
        fireEvent.click(await button('Withdraw, and keep it readable'));
        await until(() => expect(first.sent[0]?.body).toEqual({ because: 'wrong jar' }));
        first.unmount();
        const again = page(card({ revisions: [{ number: 1 }], withdrawn: { on: '2026-03-01', because: 'wrong jar' } }), {
            'DELETE cards/c1/withdrawal': {},
        });
        expect(words()).toContain('Withdrawn 1 Mar 2026: wrong jar.');
        fireEvent.click(await button('It stands again'));
        await until(() => expect(again.done()).toBe(1));
    });
});
