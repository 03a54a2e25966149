import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import type { ReactNode } from 'react';
import { Link } from '../../router';
import { get } from '../../api/client';
import type { Standing, Timer } from '../../api/bench';
import type { CardSummary, OddTest } from '../../api/types';
import { OddTests } from '../../components/paint/OddTests';
import { day, dueWords, today } from '../../components/paint/words';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSession } from '../../components/ui/useSession';
import { ago, clock, useTimers } from '../bench/useTimers';

interface PanAbout {
    pan: string;
    paint: string;
    name: string;
    maker: string;
    place: string;
    openedOn: string | null;
    properties?: string[];
}
interface Today {
    odd: OddTest[];
    checks: CardSummary[];
    checksWaiting: { card: string; title: string; checkedOn: string; doseMlxh: number | null }[];
    waiting: CardSummary[];
    toHang: CardSummary[];
    drafts: CardSummary[];
    sessions: Standing[];
    timers: (Timer & { session: string })[];
    retest: PanAbout[];
    forgotten: PanAbout[];
    forgottenCount: number;
    now: string;
    readAt: number;
}

export default function TodayPage() {
    const person = useSession();
    const { data, error, refetch } = useQuery({
        queryKey: keys.today(),
        queryFn: async () => ({ ...(await get<Today>('today')), readAt: Date.now() }),
        enabled: person !== null,
    });
    if (person === null) {
        return (
            <Empty title="Today is about your own cards">
                <Link to="/sign-in?then=/today">Sign in</Link> to see what is due.
            </Empty>
        );
    }
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="what is due" />;
    }
    const nothing = Object.values(data).every((list) => !Array.isArray(list) || list.length === 0);
    return (
        <>
            <h1>Today, {day(today())}</h1>
            {nothing && (
                <Empty title="Nothing is due">
                    <Link to="/bench/new">Plan a session</Link> for paints that are not tested yet.
                </Empty>
            )}
            {data.odd.length > 0 && (
                <section className="mt-6" aria-label="Tests that may be of another paint">
                    <h2 className="border-b border-ink pb-1">Tests that may be of another paint</h2>
                    <OddTests tests={data.odd} onSaved={() => void refetch()} />
                </section>
            )}
            <AtTheBench data={data} />
            <Group
                title="Fade strips to check"
                cards={data.checks}
                say={(c) => {
                    const words = dueWords(c.nextCheck ?? '', today());
                    return (c.nextCheck ?? '9') <= today() ? <strong className="font-medium">{words}</strong> : words;
                }}
            />
            {data.checksWaiting.length > 0 && (
                <section className="mt-6 max-w-3xl">
                    <h2 className="border-b border-ink pb-1">Checks that wait for their picture</h2>
                    <ul>
                        {data.checksWaiting.map((c, i) => (
                            <li key={i} className="border-b border-rule py-2 flex flex-wrap gap-x-4 justify-between">
                                <Link to={`/cards/${c.card}`} className="font-medium">
                                    {c.title}
                                </Link>
                                <span>
                                    both pieces as they were on {day(c.checkedOn)}
                                    {c.doseMlxh !== null && (
                                        <>
                                            , <span className="num">{c.doseMlxh} Mlx h</span>
                                        </>
                                    )}
                                </span>
                            </li>
                        ))}
                    </ul>
                </section>
            )}
            <Group title="Read before hanging, not hung yet" cards={data.toHang} say={() => 'record where and when it hangs'} />
            <Group title="Waiting for a picture" cards={data.waiting} say={(c) => `made ${day(c.made)}`} />
            <Pans
                title="Tests differ by more than their uncertainty"
                pans={data.retest}
                say={(p) => `retest ${p.properties?.join(', ')}`}
            />
            <Pans
                title="Forgotten"
                pans={data.forgotten}
                more={data.forgottenCount - data.forgotten.length}
                say={(p) =>
                    'opened in ' +
                    new Date(`${p.openedOn}T12:00`).toLocaleDateString('en-GB', { month: 'long', year: 'numeric' }) +
                    ', never tested'
                }
            />
            <Group title="Measured, not published" cards={data.drafts} say={(c) => `made ${day(c.made)}`} />
        </>
    );
}

function Group({ title, cards, say }: { title: string; cards: CardSummary[]; say: (card: CardSummary) => ReactNode }) {
    if (cards.length === 0) {
        return null;
    }
    return (
        <section className="mt-6 max-w-3xl">
            <h2 className="border-b border-ink pb-1">{title}</h2>
            <ul>
                {cards.map((c) => (
                    <li
                        key={c.uuid}
                        className="border-b border-rule py-2 grid gap-x-4 sm:grid-cols-[1fr_6rem_minmax(0,1fr)] items-baseline"
                    >
                        <Link to={`/cards/${c.uuid}`} className="font-medium">
                            {c.title}
                        </Link>
                        <span className="num">{c.code}</span>
                        <span className="sm:text-right">{say(c)}</span>
                    </li>
                ))}
            </ul>
        </section>
    );
}

/** Where one stopped, and what is drying or counting meanwhile. */
function AtTheBench({ data }: { data: Today }) {
    const running = useTimers(data.timers, data);
    if (data.sessions.length === 0) {
        return null;
    }
    return (
        <section className="mt-6 max-w-3xl">
            <h2 className="border-b border-ink pb-1">At the bench</h2>
            <ul>
                {data.sessions.map((s) => {
                    const of = running.filter((t) => data.timers.find((x) => x.uuid === t.uuid)?.session === s.uuid);
                    return (
                        <li key={s.uuid} className="border-b border-rule py-2">
                            <div className="grid gap-x-4 sm:grid-cols-[1fr_6rem_minmax(0,1fr)] items-baseline">
                                <Link to={`/bench/${s.uuid}`} className="font-medium">
                                    {s.title}
                                </Link>
                                <span className="num">
                                    {s.done}/{s.tasks}
                                </span>
                                <span className="sm:text-right">
                                    {s.done === 0 ? 'begins with' : 'you stopped before'}: {s.next}
                                </span>
                            </div>
                            {of.length > 0 && (
                                <p className="text-sm">
                                    {of.map((t) => (
                                        <span key={t.uuid} className="mr-4">
                                            {t.kind} {t.label}{' '}
                                            <span className="num">{t.leftMs > 0 ? clock(t.leftMs) : `ended ${ago(t.leftMs)}`}</span>
                                        </span>
                                    ))}
                                </p>
                            )}
                        </li>
                    );
                })}
            </ul>
        </section>
    );
}

function Pans({ title, pans, say, more = 0 }: { title: string; pans: PanAbout[]; say: (pan: PanAbout) => string; more?: number }) {
    if (pans.length === 0) {
        return null;
    }
    return (
        <section className="mt-6 max-w-3xl">
            <h2 className="border-b border-ink pb-1">{title}</h2>
            <ul>
                {pans.map((p) => (
                    <li key={p.pan} className="border-b border-rule py-2 flex flex-wrap gap-x-4 justify-between">
                        <span>
                            <Link to={`/paints/${p.paint}`} className="font-medium">
                                {p.name}
                            </Link>
                            , {p.maker}
                            {p.place && <span className="text-soft"> · {p.place}</span>}
                        </span>
                        <span>{say(p)}</span>
                    </li>
                ))}
            </ul>
            <p className="mt-1">
                {more > 0 && `and ${more} more · `}
                <Link to={`/bench/new?pans=${pans.map((p) => p.pan).join(',')}`}>Plan a session with these</Link>
            </p>
        </section>
    );
}
