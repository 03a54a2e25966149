import type { BenchRow, Session, Task } from '../../resources/js/api/bench';

/** A session of two cards with two rows each, as the server answers it. */
export function session(changes: Partial<Session> = {}): Session {
    const row = (uuid: string): BenchRow =>
        ({
            uuid,
            row: 1,
            conditions: {},
            overrides: [],
            remarks: [],
            byHand: [],
            photos: [],
            spoiled: [],
            verdicts: [],
        }) as unknown as BenchRow;
    return {
        uuid: 'session',
        edition: 1,
        now: '2026-03-04T10:00:00Z',
        readAt: Date.parse('2026-03-04T10:00:00Z'),
        conditions: { humidity: '45' },
        kinds: {
            stroke: { title: 'Stroke', wait: false, rowGap: 0 },
            glaze: { title: 'Glaze', wait: false, rowGap: 480 },
            dry: { title: 'Dry', wait: true, rowGap: 0 },
        },
        tasks: [],
        timers: [],
        cards: [
            { uuid: 'card-1', rows: [row('row-1'), row('row-2')] },
            { uuid: 'card-2', rows: [row('row-3'), row('row-4')] },
        ],
        ...changes,
    } as unknown as Session;
}

export function task(uuid: string, kind: string, card: string, more: Partial<Task> = {}): Task {
    return { uuid, edition: 1, kind, state: 'open', reason: '', by: null, at: null, card, specimen: null, ...more };
}
