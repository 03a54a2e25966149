import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Session } from '../../resources/js/api/bench';
import { notShown } from '../../resources/js/pages/bench/NotShown';
import { layerLeftMs, layerOf, nextTask, waitAfter } from '../../resources/js/pages/bench/steps';
import type { Running } from '../../resources/js/pages/bench/useTimers';
import { session, task } from './session';

const running = (of: string, leftMs: number): Running =>
    ({ uuid: `timer-${of}`, task: of, leftMs, kind: 'drying', seconds: 1800, startedAt: '', stoppedAt: null }) as unknown as Running;

beforeEach(() => {
    vi.useFakeTimers();
    vi.setSystemTime('2026-03-04T10:00:00Z');
});
afterEach(() => vi.useRealTimers());

describe('what to do next', () => {
    it('is the first open action', () => {
        const s = session({ tasks: [task('a', 'stroke', 'card-1', { state: 'done' }), task('b', 'stroke', 'card-1')] });
        expect(nextTask(s, [])?.uuid).toBe('b');
    });

    it('leaves a drying card alone and goes on with the other', () => {
        const s = session({ tasks: [task('dry', 'dry', 'card-1'), task('lift', 'stroke', 'card-1'), task('other', 'stroke', 'card-2')] });
        expect(nextTask(s, [running('dry', 60_000)])?.uuid).toBe('other');
        expect(nextTask(s, [running('dry', 0)])?.uuid).toBe('dry');
    });

    it('waits when nothing else is left', () => {
        const s = session({ tasks: [task('dry', 'dry', 'card-1'), task('lift', 'stroke', 'card-1')] });
        expect(nextTask(s, [running('dry', 60_000)])?.uuid).toBe('dry');
        expect(nextTask(session(), [])).toBeNull();
    });

    it('gives every row its layer before the first row has another', () => {
        const layers = (state: 'open' | 'done', at: string | null) =>
            session({
                tasks: [
                    task('one', 'glaze', 'card-1', { specimen: 'row-1', state, at }),
                    task('two', 'glaze', 'card-1', { specimen: 'row-1' }),
                    task('first', 'glaze', 'card-1', { specimen: 'row-2' }),
                ],
            });
        const fresh = layers('done', '2026-03-04T09:59:00Z');
        expect(layerLeftMs(fresh, fresh.tasks[1]!)).toBe(420_000);
        expect(nextTask(fresh, [])?.uuid).toBe('first');
        // Just dry, and just not.
        expect(nextTask(layers('done', '2026-03-04T09:52:00Z'), [])?.uuid).toBe('two');
        expect(nextTask(layers('done', '2026-03-04T09:52:01Z'), [])?.uuid).toBe('first');
        expect(layerOf(fresh, fresh.tasks[1]!)).toEqual([2, 2]);
        expect(layerOf(fresh, fresh.tasks[2]!)).toBeNull();
    });

    it('names the wait that begins with the last action of a card', () => {
        const s = session({ tasks: [task('last', 'stroke', 'card-1'), task('dry', 'dry', 'card-1'), task('more', 'stroke', 'card-1')] });
        expect(waitAfter(s, s.tasks[0]!)?.uuid).toBe('dry');
        expect(waitAfter({ ...s, tasks: [s.tasks[0]!, s.tasks[2]!, s.tasks[1]!] }, s.tasks[0]!)).toBeNull();
    });
});

describe('what a picture does not show', () => {
    const kinds = {
        wash: { title: 'Flat wash', wait: false, perRow: true },
        dry: { title: 'Dry', wait: true, perRow: false },
        judge: { title: 'Judge', wait: false, perRow: true },
    } as unknown as Session['kinds'];
    const of = (state: string | null) =>
        session({
            kinds,
            tasks: [
                task('a', 'wash', 'card-1'),
                task('b', 'wash', 'card-1', { state: 'done' }),
                task('c', 'dry', 'card-1'),
                task('d', 'judge', 'card-1'),
                task('e', 'wash', 'card-2'),
            ],
            cards: [
                { uuid: 'card-1', rows: [], measuring: state === null ? null : { state } },
                { uuid: 'card-2', rows: [], measuring: null },
            ] as unknown as Session['cards'],
        });

    it('is asked about once the picture is read: brush actions that are still open, and nothing else', () => {
        expect(notShown(of('done')).map((t) => t.uuid)).toEqual(['a']);
        expect(notShown(of('running'))).toEqual([]);
        expect(notShown(of(null))).toEqual([]);
    });
});
