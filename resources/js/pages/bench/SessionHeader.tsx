import { useQuery, useQueryClient } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { Link } from '../../router';
import { get, post, put, remove } from '../../api/client';
import type { Session } from '../../api/bench';
import { day } from '../../components/paint/words';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { outbox } from '../../outbox/outbox';
import { asOwn, ConditionFields } from './ConditionFields';

/** What the session is, how far it is, under which conditions, and with whom. */
export function SessionHeader({ session }: { session: Session }) {
    const { error, saving } = useSaving();
    const queries = useQueryClient();
    const done = session.tasks.filter((t) => t.state !== 'open').length;
    const again = (after: Promise<unknown>) => after.then(() => queries.invalidateQueries({ queryKey: keys.bench(session.uuid) }));
    return (
        <header>
            <div className="flex flex-wrap items-baseline gap-x-5 gap-y-1">
                <h1 className="text-xl">{session.title}</h1>
                <span className="max-lg:hidden">
                    {day(session.plannedOn)} · {session.paper}
                </span>
                <span className="flex items-center gap-2">
                    <progress max={session.tasks.length} value={done} aria-label="Done" className="w-32" />{' '}
                    <span className="num">
                        {done}/{session.tasks.length}
                    </span>
                </span>
                {session.blind && (
                    <span>{session.revealed ? 'was blind, names revealed' : 'blind: names hidden until all are judged'}</span>
                )}
                <span className="text-sm max-lg:hidden">{session.people.map((p) => p.name).join(', ')}</span>
            </div>
            <div className="flex flex-wrap gap-x-6 items-center bench-more">
                <Link to={`/bench/${session.uuid}/print`} className="text-sm order-last">
                    Print cards, frames and labels
                </Link>
                <details className="basis-full lg:basis-auto lg:open:basis-full">
                    <summary className="min-h-11 flex items-center cursor-pointer text-sm">
                        Conditions:{' '}
                        {Object.entries(session.conditions)
                            .slice(0, 4)
                            .map(([, v]) => v)
                            .join(', ') || 'none said yet'}{' '}
                        …
                    </summary>
                    <ConditionFields
                        fields={session.conditionFields}
                        of={asOwn(session.conditions)}
                        onSet={(key, value) =>
                            void outbox.add({
                                path: `sessions/${session.uuid}/conditions`,
                                body: { conditions: { ...session.conditions, [key]: value } },
                                edition: session.edition,
                                about: `conditions of ${session.title}`,
                            })
                        }
                    />
                </details>
                {session.mayLead && (
                    <details>
                        <summary className="min-h-11 flex items-center cursor-pointer text-sm">
                            People{session.blind && !session.revealed && ' and names'}
                        </summary>
                        <People
                            session={session}
                            onJoin={(uuid) => void saving(() => again(put(`sessions/${session.uuid}/people/${uuid}`, {})))}
                            onLeave={(uuid) => void saving(() => again(remove(`sessions/${session.uuid}/people/${uuid}`)))}
                        />
                        {session.blind && !session.revealed && (
                            <p className="my-2 text-sm">
                                Verdicts given after this count as not blind.{' '}
                                <button
                                    type="button"
                                    className="button"
                                    onClick={() => void saving(() => again(post(`sessions/${session.uuid}/reveal`)))}
                                >
                                    Show the names now
                                </button>
                            </p>
                        )}
                        <p className="my-2 text-sm">
                            {session.finished !== null && done < session.tasks.length ? (
                                <>
                                    Put away {day(session.finished)}.{' '}
                                    <button
                                        type="button"
                                        className="button"
                                        onClick={() => void saving(() => again(post(`sessions/${session.uuid}/away`, { away: false })))}
                                    >
                                        Take it up again
                                    </button>
                                </>
                            ) : (
                                done < session.tasks.length && (
                                    <button
                                        type="button"
                                        className="button"
                                        onClick={() => void saving(() => again(post(`sessions/${session.uuid}/away`, { away: true })))}
                                    >
                                        Put this session away
                                    </button>
                                )
                            )}
                        </p>
                        <Problem error={error} />
                    </details>
                )}
            </div>
        </header>
    );
}

function People({ session, onJoin, onLeave }: { session: Session; onJoin: (uuid: string) => void; onLeave: (uuid: string) => void }) {
    const { data } = useQuery({ queryKey: keys.people(), queryFn: () => get<{ people: { uuid: string; name: string }[] }>('people') });
    const there = session.people.map((p) => p.uuid);
    return (
        <div className="flex flex-wrap gap-2 items-center text-sm">
            <select aria-label="Ask somebody in" className="min-h-11" value="" onChange={(e) => e.target.value && onJoin(e.target.value)}>
                <option value="">Ask somebody in …</option>
                {data?.people
                    .filter((p) => !there.includes(p.uuid))
                    .map((p) => (
                        <option key={p.uuid} value={p.uuid}>
                            {p.name}
                        </option>
                    ))}
            </select>
            {session.people
                .filter((p) => p.name !== session.owner)
                .map((p) => (
                    <button key={p.uuid} type="button" className="button" onClick={() => onLeave(p.uuid)}>
                        {p.name} leaves
                    </button>
                ))}
        </div>
    );
}
