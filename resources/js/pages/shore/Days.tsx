import { Link } from '../../router';
import { day, dueWords } from '../../components/paint/words';

/** Days ahead that the line holds. */
const AHEAD = 14;

const daysBetween = (from: string, to: string) => Math.round((Date.parse(`${to}T12:00Z`) - Date.parse(`${from}T12:00Z`)) / 86_400_000);

/** A line of the next two weeks with what falls due on it; what is late stands before it, and is not lost. */
export function Days({ due, from }: { due: { on: string; what: string; to: string }[]; from: string }) {
    const near = due.filter((d) => daysBetween(from, d.on) <= AHEAD).sort((a, b) => a.on.localeCompare(b.on));
    const next = due.filter((d) => daysBetween(from, d.on) > AHEAD).sort((a, b) => a.on.localeCompare(b.on))[0];
    return (
        <section aria-label="What is due" className="flex items-stretch gap-4 h-16 border-y border-rule mb-4 overflow-hidden">
            <p className="shrink-0 self-center max-w-[26rem] leading-tight">
                {near.length === 0 ? (
                    <span className="text-soft">
                        Nothing is due in the next two weeks
                        {next && (
                            <>
                                ; then <Link to={next.to}>{next.what}</Link>, {day(next.on)}
                            </>
                        )}
                        .
                    </span>
                ) : (
                    near.slice(0, 2).map((d) => (
                        <span key={d.to + d.on} className="block">
                            <Link to={d.to} className="font-medium">
                                {d.what}
                            </Link>{' '}
                            <span className="text-soft">{dueWords(d.on, from)}</span>
                        </span>
                    ))
                )}
                {near.length > 2 && (
                    <Link to="/today" className="text-sm">
                        and {near.length - 2} more
                    </Link>
                )}
            </p>
            <ol className="grow hidden lg:grid relative" style={{ gridTemplateColumns: `repeat(${AHEAD + 1}, 1fr)` }} aria-hidden="true">
                {Array.from({ length: AHEAD + 1 }, (_, i) => {
                    const date = new Date(Date.parse(`${from}T12:00Z`) + i * 86_400_000);
                    const here = near.filter((d) => Math.max(0, daysBetween(from, d.on)) === i).length;
                    return (
                        <li key={i} className="border-l border-rule relative pl-1 text-sm flex flex-col justify-between py-1">
                            <span className={i === 0 ? 'font-semibold' : 'text-soft'}>
                                {i === 0
                                    ? 'today'
                                    : date.toLocaleDateString('en-GB', {
                                          day: 'numeric',
                                          month: date.getUTCDate() === 1 ? 'short' : undefined,
                                      })}
                            </span>
                            {here > 0 && (
                                <span className="flex gap-0.5">
                                    {Array.from({ length: Math.min(here, 3) }, (__, k) => (
                                        <span key={k} className={`size-3 border border-ink ${i === 0 ? 'bg-ink' : ''}`} />
                                    ))}
                                </span>
                            )}
                        </li>
                    );
                })}
            </ol>
        </section>
    );
}
