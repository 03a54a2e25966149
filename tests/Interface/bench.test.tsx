import { act, cleanup, fireEvent, render, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { BenchCard, BenchRow, Session } from '../../resources/js/api/bench';
import { ConditionFields } from '../../resources/js/pages/bench/ConditionFields';
import { judge, JudgePanel, openProperty } from '../../resources/js/pages/bench/JudgePanel';
import { MoreByEye } from '../../resources/js/pages/bench/MoreByEye';
import { handOn, useNote } from '../../resources/js/pages/bench/useNote';
import { words } from './page';

interface Added {
    path: string;
    body: Record<string, unknown>;
    edition: number | null;
    about: string;
}
const added = vi.hoisted((): Added[] => []);
vi.mock('../../resources/js/outbox/outbox', () => ({ outbox: { add: (entry: Added) => Promise.resolve(added.push(entry)) } }));

const verdict = (property: string, word: string, more: object = {}) => ({
    uuid: `v-${property}`,
    edition: 3,
    property,
    word,
    note: 'as before',
    by: 'Tamsin',
    mine: true,
    blind: false,
    ...more,
});
const row = (more: object = {}) => ({ uuid: 'r1', row: 2, verdicts: [], byHand: [], remarks: [], ...more }) as unknown as BenchRow;
const session = {
    eyeScales: { staining: { low: 'lifts clean', high: 'stays' }, transparency: { clear: 'line shows', dull: 'line is veiled' } },
} as unknown as Session;
const card = { properties: ['staining', 'transparency'] } as unknown as BenchCard;

beforeEach(() => {
    added.length = 0;
    localStorage.clear();
});
afterEach(() => {
    cleanup();
    vi.useRealTimers();
});

describe('judging at the bench', () => {
    it('opens the property that is not judged by oneself, and gives it the figures', () => {
        const others = row({ verdicts: [verdict('staining', 'low'), verdict('transparency', 'clear', { mine: false })] });
        expect(openProperty(card, others)).toBe('transparency');
        expect(openProperty(card, row({ verdicts: [verdict('staining', 'low'), verdict('transparency', 'clear')] }))).toBeNull();
        const said: string[] = [];
        render(<JudgePanel session={session} card={card} row={others} onJudge={(p, w) => said.push(`${p} ${w}`)} />);
        expect(screen.getByRole('button', { name: /low/ }).getAttribute('aria-pressed')).toBe('true');
        expect(words(screen.getByRole('button', { name: /dull/ }))).toBe('2dullline is veiled');
        expect(words(screen.getByRole('button', { name: /high/ }))).toBe('highstays');
        fireEvent.click(screen.getByRole('button', { name: /high/ }));
        expect(said).toEqual(['staining high']);
    });

    it('changes one’s own verdict by its edition, and lets what was said blind stand once names are shown', async () => {
        await judge(row({ verdicts: [verdict('staining', 'low')] }), 'staining', 'high', false);
        expect(added[0]).toMatchObject({
            path: 'verdicts/v-staining',
            edition: 3,
            body: { word: 'high', note: 'as before' },
            about: 'staining of row 2: high',
        });
        const blind = row({ verdicts: [verdict('staining', 'low', { blind: true })] });
        await judge(blind, 'staining', 'high', false);
        expect(added[1]!.path).toBe('verdicts/v-staining');
        await judge(blind, 'staining', 'high', true);
        expect(added[2]).toMatchObject({ edition: null, body: { note: '' } });
        expect(added[2]!.path).not.toBe('verdicts/v-staining');
    });
});

describe('more by eye and by hand', () => {
    const fields = { spread: { label: 'Spread', unit: 'mm', how: 'across the widest', range: [1, 60] } } as never;
    const show = (of: object) =>
        render(
            <MoreByEye
                row={row(of) as never}
                scales={{ bloom: { none: 'even', some: 'a ring' } }}
                more={['bloom']}
                fields={fields}
                settled={false}
            />,
        );

    it('stands beside what others said, each their own', () => {
        const { container } = show({
            verdicts: [verdict('bloom', 'some', { mine: false, by: 'Odo' })],
            byHand: [{ uuid: 'h', mine: false, what: 'spread', value: 12.5, unit: 'mm', by: 'Odo' }],
        });
        expect(words(container)).toContain('Odo: some');
        expect(words(container)).toContain('Odo: 12.5 mm');
        expect(screen.getByLabelText<HTMLSelectElement>(/bloom/).value).toBe('');
        fireEvent.change(screen.getByLabelText(/bloom/), { target: { value: 'none' } });
        expect(added[0]!.body).toMatchObject({ property: 'bloom', word: 'none' });
    });

    it('is sent when a number is left, and only when it is another', () => {
        show({ byHand: [{ uuid: 'h', edition: 2, mine: true, what: 'spread', value: 12.5, unit: 'mm' }] });
        const field = screen.getByLabelText<HTMLInputElement>(/Spread, mm/);
        expect(field.placeholder).toBe('1 to 60');
        fireEvent.blur(field);
        expect(added).toEqual([]);
        fireEvent.blur(field, { target: { value: ' 13 ' } });
        expect(added[0]).toMatchObject({
            path: 'hand-readings/h',
            edition: 2,
            body: { what: 'spread', value: '13' },
            about: 'Spread of row 2',
        });
    });
});

describe('a note', () => {
    function Note({ of }: { of: BenchRow }) {
        const { text, type } = useNote(of);
        return <textarea aria-label="Note" value={text} onChange={(e) => type(e.target.value)} />;
    }
    const field = () => screen.getByLabelText<HTMLTextAreaElement>('Note');

    it('is on disk with every stroke and handed on when typing rests, as one remark', () => {
        vi.useFakeTimers();
        render(<Note of={row()} />);
        fireEvent.change(field(), { target: { value: 'poo' } });
        expect(localStorage.getItem('note-r1')).toBe('poo');
        act(() => void vi.advanceTimersByTime(500));
        fireEvent.change(field(), { target: { value: 'pooled' } });
        act(() => void vi.advanceTimersByTime(599));
        expect(added).toEqual([]);
        act(() => void vi.advanceTimersByTime(1));
        expect(added.map((a) => a.body.note)).toEqual(['pooled']);
        expect(localStorage.getItem('note-r1')).toBeNull();
        fireEvent.change(field(), { target: { value: 'pooled at the end' } });
        act(() => void vi.advanceTimersByTime(600));
        expect(added[1]!.path).toBe(added[0]!.path);
    });

    it('is handed on when the row is left, and after a page that was closed', () => {
        vi.useFakeTimers();
        const { unmount } = render(<Note of={row()} />);
        fireEvent.change(field(), { target: { value: 'half a word' } });
        unmount();
        expect(added.map((a) => a.body.note)).toEqual(['half a word']);
        localStorage.setItem('note-r1', 'typed before the tab closed');
        handOn(row({ remarks: [{ uuid: 'mine', edition: 4, mine: true, word: '', note: 'half a word' }] }));
        expect(added[1]).toMatchObject({ path: 'remarks/mine', edition: 4, body: { note: 'typed before the tab closed' } });
        handOn(row());
        expect(added).toHaveLength(2);
    });

    it('keeps what is being typed when an older one comes back', () => {
        vi.useFakeTimers();
        const { rerender } = render(<Note of={row()} />);
        fireEvent.change(field(), { target: { value: 'mine, newer' } });
        rerender(<Note of={row({ remarks: [{ uuid: 'm', edition: 1, mine: true, word: '', note: 'older' }] })} />);
        expect(field().value).toBe('mine, newer');
    });
});

describe('conditions', () => {
    const fields = {
        water: { label: 'Water', unit: '', words: ['soft', 'hard'] },
        humidity: { label: 'Humidity', unit: '%', hint: '40 to 60' },
    } as never;

    it('show what is inherited, and what a row says otherwise beside what the session says', () => {
        const set: string[] = [];
        const of = {
            water: { value: 'soft', inherited: 'soft', own: false },
            humidity: { value: '70', inherited: '45', own: true },
        } as never;
        const { container } = render(<ConditionFields fields={fields} of={of} onSet={(k, v) => set.push(`${k}=${v}`)} />);
        const water = screen.getByLabelText<HTMLSelectElement>('Water');
        expect([water.value, water.options[0]!.text]).toEqual(['', 'soft']);
        const humidity = screen.getByLabelText<HTMLInputElement>('Humidity');
        expect([humidity.value, humidity.placeholder]).toEqual(['70', '45']);
        expect(words(container)).toContain('the session says: 45');
        fireEvent.blur(humidity, { target: { value: ' 70 ' } });
        expect(set).toEqual([]);
        fireEvent.blur(humidity, { target: { value: '55' } });
        fireEvent.change(water, { target: { value: 'hard' } });
        expect(set).toEqual(['humidity=55', 'water=hard']);
    });
});
