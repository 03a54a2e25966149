import type { Session, Task } from '../../api/bench';
import { layerLeftMs, layerOf, where } from './steps';
import { clock } from './useTimers';

/** What to do now, with which pan, and what comes after it. */
export function Action({ session, task, chosen, timer }: { session: Session; task: Task; chosen: boolean; timer: number | null }) {
    const { card, row, number } = where(session, task);
    const of = session.kinds[task.kind]!;
    const next = session.tasks.find(
        (t, i) =>
            i > session.tasks.indexOf(task) &&
            t.state === 'open' &&
            t.specimen !== task.specimen &&
            t.specimen !== null &&
            session.kinds[t.kind]!.needsPan,
    );
    const nextRow = next === undefined ? null : where(session, next).row;
    const layer = layerOf(session, task);
    const dryIn = layerLeftMs(session, task);
    return (
        <div>
            <p className="text-sm">
                Card {number} of {session.cards.length}, {card.code}
                {row !== null && ` · row ${row.row}`}
                {task.state !== 'open' && (
                    <>
                        {' '}
                        ·{' '}
                        <strong>
                            {task.state}
                            {task.reason && `: ${task.reason}`}
                        </strong>
                        {task.by && ` by ${task.by}`}
                    </>
                )}
                {chosen && task.state === 'open' && ' · out of turn'}
            </p>
            <h2 className="text-2xl leading-tight">
                {of.title}
                {layer !== null && (
                    <span className="text-base font-normal">
                        {' '}
                        layer {layer[0]} of {layer[1]}
                    </span>
                )}
            </h2>
            {layer !== null && layer[0] > 1 && row !== null && task.state === 'open' && (
                <p className="text-lg" data-layer>
                    {dryIn > 0 ? (
                        <>
                            Row {row.row} dries, <span className="num">{clock(dryIn)}</span> to go
                            {row.place && `; meanwhile wet ${row.place}`}.
                        </>
                    ) : (
                        <>
                            Row {row.row} is dry: layer {layer[0]}
                            {nextRow !== null && nextRow.place && `; meanwhile wet ${nextRow.place}`}.
                        </>
                    )}
                </p>
            )}
            {row !== null && (
                <p className="text-xl leading-snug mt-1" data-pan>
                    <strong className="font-semibold">{row.label}</strong>
                    {row.about && <span className="text-base"> {row.about}</span>}
                    {of.needsPan && (
                        <span className="block">
                            {row.place === '' ? (
                                'no place recorded'
                            ) : (
                                <>
                                    from <strong className="font-semibold">{row.place}</strong>
                                </>
                            )}
                            , {row.panForm}
                        </span>
                    )}
                </p>
            )}
            {row === null && of.needsPan && (
                <ul className="columns-2 mt-1">
                    {card.rows.map((r) => (
                        <li key={r.uuid}>
                            <span className="num">{r.row}</span> {r.label}
                            {r.place && <span className="text-soft"> {r.place}</span>}
                        </li>
                    ))}
                </ul>
            )}
            <p className="mt-1 max-w-prose">{of.instruction}</p>
            {of.wait && timer !== null && <p className="num text-3xl mt-2">{timer > 0 ? clock(timer) : 'time to touch it'}</p>}
            {nextRow !== null && (
                <p className="text-sm text-soft mt-1">
                    Next pan: {nextRow.label}
                    {nextRow.place && `, ${nextRow.place}`}
                </p>
            )}
        </div>
    );
}
