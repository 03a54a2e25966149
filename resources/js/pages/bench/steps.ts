import type { Session, Task } from '../../api/bench';
import { serverNow, type Running } from './useTimers';

/**
 * What to do next: the first open action on a card that is not drying, and on a row whose last layer is dry; a card that has dried
 * comes first.
 */
export function nextTask(session: Session, running: Running[]): Task | null {
    const drying = new Set<string>();
    const unfinished = new Set<string>();
    let wait: Task | null = null;
    let layer: { task: Task; leftMs: number } | null = null;
    for (const task of session.tasks) {
        if (task.state !== 'open') {
            continue;
        }
        if (session.kinds[task.kind]?.wait) {
            const timer = running.find((t) => t.task === task.uuid);
            if (timer !== undefined && timer.leftMs > 0) {
                drying.add(task.card);
                wait ??= task;
                continue;
            }
            if (!unfinished.has(task.card)) {
                return task;
            }
        } else if (!drying.has(task.card)) {
            const leftMs = layerLeftMs(session, task);
            if (leftMs <= 0) {
                return task;
            }
            if (layer === null || leftMs < layer.leftMs) {
                layer = { task, leftMs };
            }
        }
        unfinished.add(task.card);
    }
    // All rows dry: the one that is dry first.
    return layer?.task ?? wait;
}

const layersOf = (session: Session, task: Task) =>
    session.tasks.filter((t) => t.specimen === task.specimen && (session.kinds[t.kind]?.rowGap ?? 0) > 0);

/** How long the layer before it on the same row still dries, ms; 0 for what is no layer. */
export function layerLeftMs(session: Session, task: Task): number {
    const layers = layersOf(session, task);
    const before = layers[layers.indexOf(task) - 1];
    return before?.state !== 'done' || before.at === null
        ? 0
        : Math.max(0, Date.parse(before.at) + session.kinds[before.kind]!.rowGap * 1000 - serverNow(session));
}

/** Which layer of how many an action lays; null for what is no layer. */
export function layerOf(session: Session, task: Task): [number, number] | null {
    const layers = layersOf(session, task);
    return layers.length > 1 && layers.includes(task) ? [layers.indexOf(task) + 1, layers.length] : null;
}

/** The wait that begins when nothing else is left to do on a card before it. */
export function waitAfter(session: Session, task: Task): Task | null {
    const ofCard = session.tasks.filter((t) => t.card === task.card);
    const open = ofCard.find((t) => t.state === 'open' && t.uuid !== task.uuid);
    return open !== undefined && session.kinds[open.kind]?.wait === true ? open : null;
}

export function where(
    session: Session,
    task: Task,
): { card: Session['cards'][number]; row: Session['cards'][number]['rows'][number] | null; number: number } {
    const number = session.cards.findIndex((c) => c.uuid === task.card);
    const card = session.cards[number]!;
    return { card, row: card.rows.find((r) => r.uuid === task.specimen) ?? null, number: number + 1 };
}
