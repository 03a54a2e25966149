import type { Session, Task } from '../../api/bench';
import type { Running } from './useTimers';

/** What to do next: the first open action on a card that is not drying; a card that has dried comes first. */
export function nextTask(session: Session, running: Running[]): Task | null {
    const drying = new Set<string>();
    const unfinished = new Set<string>();
    let wait: Task | null = null;
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
            return task;
        }
        unfinished.add(task.card);
    }
    return wait;
}

/** The wait that begins when nothing else is left to do on a card before it. */
export function waitAfter(session: Session, task: Task): Task | null {
    const ofCard = session.tasks.filter((t) => t.card === task.card);
    const open = ofCard.find((t) => t.state === 'open' && t.uuid !== task.uuid);
    return open !== undefined && session.kinds[open.kind]?.wait === true ? open : null;
}

export function where(session: Session, task: Task): { card: Session['cards'][number]; row: Session['cards'][number]['rows'][number] | null; number: number } {
    const number = session.cards.findIndex((c) => c.uuid === task.card);
    const card = session.cards[number]!;
    return { card, row: card.rows.find((r) => r.uuid === task.specimen) ?? null, number: number + 1 };
}
