import type { Session, Task } from '../../api/bench';
import { where } from './steps';

/** How many are asked about at once. */
const MOST = 8;

/** What a card's picture shows is ticked off by itself; here is what it does not show. */
export function NotShown({ session, onMove }: { session: Session; onMove: (task: Task, state: Task['state'], reason?: string) => void }) {
    const open = notShown(session);
    if (open.length === 0) {
        return null;
    }
    return (
        <section aria-label="Not seen in the picture" className="no-print border border-ink bg-panel p-3 my-3">
            <h2>The picture does not show</h2>
            <ul>
                {open.slice(0, MOST).map((t) => {
                    const { row, number } = where(session, t);
                    const name = `${session.kinds[t.kind]!.title}, card ${number}${row === null ? '' : `, ${row.label}`}`;
                    return (
                        <li key={t.uuid} className="flex flex-wrap gap-2 items-center py-1">
                            <span className="grow">{name}</span>
                            <button
                                type="button"
                                className="button"
                                onClick={() => onMove(t, 'done')}
                                aria-label={`Done all the same: ${name}`}
                            >
                                Done all the same
                            </button>
                            <button
                                type="button"
                                className="button"
                                onClick={() => onMove(t, 'skipped', 'not painted')}
                                aria-label={`Not painted: ${name}`}
                            >
                                Not painted
                            </button>
                        </li>
                    );
                })}
            </ul>
            {open.length > MOST && <p>and {open.length - MOST} more</p>}
        </section>
    );
}

/** Brush actions still open on cards whose picture was read. */
export function notShown(session: Session): Task[] {
    const read = new Set(session.cards.filter((c) => c.measuring?.state === 'done').map((c) => c.uuid));
    return session.tasks.filter((t) => {
        const kind = session.kinds[t.kind];
        return t.state === 'open' && read.has(t.card) && kind !== undefined && kind.perRow && !kind.wait && t.kind !== 'judge';
    });
}
