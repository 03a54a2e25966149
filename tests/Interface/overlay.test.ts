import { describe, expect, it } from 'vitest';
import type { Entry } from '../../resources/js/outbox/outbox';
import { overlay } from '../../resources/js/pages/bench/overlay';
import { session, task } from './session';

const entry = (path: string, body: Record<string, unknown>, state: Entry['state'] = 'waiting'): Entry => ({
    id: 1,
    by: 'wren',
    method: 'PUT',
    path,
    body,
    edition: 1,
    about: '',
    state,
});
const rowOf = (entries: Entry[]) => overlay(session(), entries, 'Wren').cards[0]!.rows[0]!;

describe('what was entered is on screen before it has arrived', () => {
    it('marks an action as done by whoever did it, and leaves the answer itself alone', () => {
        const before = session({ tasks: [task('t1', 'stroke', 'card-1')] });
        const now = overlay(before, [entry('tasks/t1', { state: 'done' })], 'Wren');
        expect(now.tasks[0]).toMatchObject({ state: 'done', by: 'Wren' });
        expect(before.tasks[0]!.state).toBe('open');
    });

    it('shows nothing of what the server has refused', () => {
        const before = session({ tasks: [task('t1', 'stroke', 'card-1')] });
        for (const state of ['conflict', 'refused'] as const) {
            expect(overlay(before, [entry('tasks/t1', { state: 'done' }, state)], 'Wren').tasks[0]!.state).toBe('open');
        }
    });

    it('starts a timer of this session and no other', () => {
        const body = { sessionUuid: 'session', kind: 'drying', seconds: 1800, startedAt: '2026-03-04T10:00:00Z' };
        expect(overlay(session(), [entry('timers/a', body)], 'Wren').timers).toHaveLength(1);
        expect(overlay(session(), [entry('timers/a', { ...body, sessionUuid: 'another' })], 'Wren').timers).toHaveLength(0);
    });

    it('replaces a verdict under the same UUID and keeps its edition', () => {
        const first = entry('verdicts/v', { specimenUuid: 'row-1', property: 'staining', word: 'low' });
        const second = entry('verdicts/v', { specimenUuid: 'row-1', property: 'staining', word: 'high' });
        expect(rowOf([first, second]).verdicts).toEqual([expect.objectContaining({ word: 'high', edition: 1, mine: true })]);
    });

    it('takes a remark away that was withdrawn, or emptied', () => {
        const made = entry('remarks/r', { specimenUuid: 'row-1', word: 'streaky', note: '' });
        expect(rowOf([made]).remarks).toHaveLength(1);
        expect(rowOf([made, entry('remarks/r', { specimenUuid: 'row-1', withdrawn: true })]).remarks).toHaveLength(0);
        expect(rowOf([made, entry('remarks/r', { specimenUuid: 'row-1', word: '', note: '' })]).remarks).toHaveLength(0);
    });

    it('falls back on the inherited condition when the own one is emptied', () => {
        const before = session();
        before.cards[0]!.rows[0]!.conditions = { water: { value: 'hard', inherited: 'soft', own: true } };
        const now = overlay(before, [entry('specimen-conditions/c', { specimenUuid: 'row-1', key: 'water', value: '' })], 'Wren');
        expect(now.cards[0]!.rows[0]!.conditions.water).toEqual({ value: 'soft', inherited: 'soft', own: false });
    });

    it('reads a figure with a comma', () => {
        const body = { specimenUuid: 'row-1', what: 'spread', value: '12,5' };
        expect(rowOf([entry('hand-readings/h', body)]).byHand[0]!.value).toBe(12.5);
        expect(rowOf([entry('hand-readings/h', { ...body, value: '' })]).byHand).toHaveLength(0);
    });

    it('does not stumble over a row that is gone', () => {
        expect(() => rowOf([entry('verdicts/v', { specimenUuid: 'gone', property: 'staining', word: 'low' })])).not.toThrow();
    });
});
