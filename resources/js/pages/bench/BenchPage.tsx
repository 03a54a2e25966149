import { useQueries, useQuery, useQueryClient } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useEffect, useMemo, useRef, useState } from 'react';
import { Link, useParams, useSearchParams } from 'react-router';
import { get, newUuid, post } from '../../api/client';
import type { LayoutJson, Session, Task, Timer } from '../../api/bench';
import type { Measuring, Property } from '../../api/types';
import { Cautions, Empty, Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useDemo, useSession } from '../../components/ui/useSession';
import { useKeys } from '../../components/keys';
import { useTitle } from '../../components/ui/useTitle';
import { useWakeLock } from './useWakeLock';
import { outbox, type Entry } from '../../outbox/outbox';
import { useOutbox } from '../../outbox/useOutbox';
import { CardDrawing } from './CardDrawing';
import { JudgePanel, judge, openProperty } from './JudgePanel';
import { overlay } from './overlay';
import { RowSaid, toggleRemark } from './RowSaid';
import { handOn } from './useNote';
import { SessionHeader } from './SessionHeader';
import { layerLeftMs, layerOf, nextTask, waitAfter, where } from './steps';
import { TimerBar } from './TimerBar';
import { allowSound, clock, serverMoment, useTimers } from './useTimers';

const EVERY_MS = 3000;

export default function BenchPage() {
    const uuid = useParams().uuid ?? '';
    const person = useSession();
    const { entries } = useOutbox();
    const queries = useQueryClient();
    const key = keys.bench(uuid);
    const { data, error } = useQuery({
        queryKey: key,
        enabled: Boolean(person),
        refetchInterval: EVERY_MS,
        queryFn: async (): Promise<Session> => {
            const session = await get<Omit<Session, 'readAt'>>(`sessions/${uuid}`);
            noteEditions(session);
            return { ...session, readAt: Date.now() };
        },
    });
    // An entry leaves the outbox when its answer is in the session, so that nothing flickers back.
    useEffect(
        () =>
            outbox.receive((entry, answer) =>
                queries.setQueryData<Session>(key, (old) => (old === undefined ? old : arrived(old, entry, answer, person?.name ?? ''))),
            ),
        [queries, uuid, person?.name],
    );
    const session = useMemo(
        () => (data === undefined || !person ? undefined : overlay(data, entries, person.name)),
        [data, entries, person],
    );
    if (person === null) {
        return (
            <Empty title="The bench is for those who work on a session">
                <Link to={`/sign-in?then=/bench/${uuid}`}>Sign in</Link>
            </Empty>
        );
    }
    if (session === undefined || !person) {
        return error ? <Problem error={error} /> : <Loading what="the session" />;
    }
    return <Bench key={uuid} session={session} />;
}

function Bench({ session }: { session: Session }) {
    const running = useTimers(session.timers, session);
    useWakeLock();
    useTitle(session.title);
    const [query, setQuery] = useSearchParams();
    const [skipping, setSkipping] = useState(false);
    const note = useRef<HTMLTextAreaElement>(null);
    const photo = useRef<HTMLInputElement>(null);
    const panel = useRef<HTMLElement>(null);
    const layouts = useQueries({
        queries: session.cards.map((c) => ({
            queryKey: keys.layout(c.uuid),
            queryFn: () => get<LayoutJson>(`cards/${c.uuid}/layout.json`),
            staleTime: Infinity,
        })),
    });
    // While a note is typed its row stays, whoever ends the step meanwhile.
    const [noting, setNoting] = useState<string | null>(null);
    const chosen = session.tasks.find((t) => t.uuid === query.get('at')) ?? null;
    const current = chosen ?? session.tasks.find((t) => t.uuid === noting) ?? nextTask(session, running);
    const goTo = (task: Task | null) => {
        setSkipping(false);
        setQuery(task === null ? {} : { at: task.uuid }, { replace: true });
    };

    function startTimer(kind: string, seconds: number, task: Task | null, label: string) {
        allowSound();
        // One that counts the same already is not started once more by a second tap.
        if (
            running.some(
                (t) => t.leftMs > 0 && t.kind === kind && t.label === label && t.task === (task?.uuid ?? null) && t.seconds === seconds,
            )
        ) {
            return Promise.resolve();
        }
        return outbox.add({
            path: `timers/${newUuid()}`,
            body: { sessionUuid: session.uuid, taskUuid: task?.uuid ?? null, kind, label, seconds, startedAt: serverMoment(session) },
            about: `timer, ${kind} ${label}`,
        });
    }
    function stopTimer(timer: Timer) {
        return outbox.add({
            path: `timers/${timer.uuid}`,
            body: {
                sessionUuid: session.uuid,
                kind: timer.kind,
                label: timer.label,
                seconds: timer.seconds,
                startedAt: timer.startedAt,
                stoppedAt: serverMoment(session),
            },
            edition: timer.edition,
            about: `timer, ${timer.kind}`,
        });
    }
    function move(task: Task, state: Task['state'], reason = '') {
        void outbox.add({
            path: `tasks/${task.uuid}`,
            body: { state, reason },
            edition: task.edition,
            about: `${session.kinds[task.kind]!.title}, ${state}`,
        });
        if (state === 'open') {
            return;
        }
        const { number } = where(session, task);
        const of = session.kinds[task.kind]!;
        const wait = waitAfter(session, task);
        if (wait !== null && !running.some((t) => t.task === wait.uuid)) {
            const timer = session.kinds[wait.kind]!.timer!;
            void startTimer(timer.kind, timer.seconds, wait, `card ${number}`);
        } else if (state === 'done' && of.timer !== null && !of.wait && !of.perRow) {
            void startTimer(of.timer.kind, of.timer.seconds, task, task.kind === 'line' ? `ink of card ${number}` : `card ${number}`);
        }
        running.filter((t) => t.task === task.uuid && (of.wait || of.perRow)).forEach((t) => void stopTimer(t));
        goTo(null);
    }
    function step(by: number) {
        const at = current === null ? session.tasks.length : session.tasks.findIndex((t) => t.uuid === current.uuid);
        goTo(session.tasks[Math.max(0, Math.min(session.tasks.length - 1, at + by))] ?? null);
    }
    function verdict(property: Property, word: string) {
        if (current === null) {
            return;
        }
        const { card, row } = where(session, current);
        void judge(row!, property, word, session.revealed);
        const left = card.properties.filter((p) => p !== property && !row!.verdicts.some((v) => v.mine && v.property === p));
        if (left.length === 0 && current.state === 'open') {
            move(current, 'done');
        }
    }

    const at = current === null ? null : where(session, current);
    const place = at === null ? '' : at.row === null ? `card ${at.number}` : `row ${at.row.row}`;
    const ownTimer = current === null ? null : session.kinds[current.kind]!.timer;
    // Notes whose page was closed before they were handed on.
    useEffect(
        () =>
            session.cards
                .flatMap((c) => c.rows)
                .filter((r) => r.uuid !== at?.row?.uuid)
                .forEach(handOn),
        [],
    );
    useKeys((e) => {
        if (current === null || at === null) {
            return false;
        }
        const on = e.target instanceof HTMLElement ? e.target : null;
        const digit = /^[1-9]$/.test(e.key) ? Number(e.key) : 0;
        const isButton = on?.closest('button, a, summary') !== null && on !== null;
        const open = at.row === null ? null : openProperty(at.card, at.row);
        const remark = session.words.remarks[e.key];
        if (skipping && digit > 0 && session.words.skips[digit - 1] !== undefined) {
            move(current, 'skipped', session.words.skips[digit - 1]);
        } else if (e.key === 'Escape') {
            setSkipping(false);
        } else if (current.kind === 'judge' && digit > 0 && open !== null && at.row !== null) {
            const word = Object.keys(session.eyeScales[open])[digit - 1];
            if (word !== undefined) {
                verdict(open, word);
            }
        } else if ((e.key === 'Enter' || e.key === ' ') && !isButton) {
            if (current.state === 'open' && !(current.kind === 'judge' && open !== null)) {
                move(current, 'done');
            } else if (current.state !== 'open') {
                step(1);
            }
        } else if (e.key === 'x') {
            setSkipping(true);
        } else if (e.key === 'b' || e.key === 'ArrowLeft') {
            step(-1);
        } else if (e.key === 'ArrowRight') {
            step(1);
        } else if (e.key === 'r' && current.state !== 'open') {
            move(current, 'open');
        } else if (e.key === '0') {
            goTo(null);
        } else if (e.key === 't') {
            const timer = ownTimer ?? { kind: 'spread', seconds: session.words.timers.spread ?? 60 };
            void startTimer(timer.kind, timer.seconds, current, place);
        } else if (e.key === 'n' && at.row !== null) {
            note.current?.focus();
        } else if (e.key === 'p' && at.row !== null) {
            photo.current?.click();
        } else if (remark !== undefined && at.row !== null) {
            void toggleRemark(at.row, remark);
        } else {
            return false;
        }
        return true;
    });
    useEffect(() => {
        // The keys work from the page itself, wherever the last tap was.
        if (document.activeElement instanceof HTMLButtonElement && panel.current?.contains(document.activeElement)) {
            document.activeElement.blur();
        }
    }, [current?.uuid]);

    return (
        <div role="presentation" className="at-bench reach" onPointerDown={allowSound} onKeyDown={allowSound}>
            <SessionHeader session={session} />
            <TimerBar
                running={running}
                session={session}
                onStop={(t) => void stopTimer(t)}
                onStart={(kind, seconds) => void startTimer(kind, seconds, current, place)}
            />
            {current === null || at === null ? (
                <Finished session={session} />
            ) : (
                <div className="grid gap-x-6 gap-y-3 xl:grid-cols-[minmax(0,1.25fr)_minmax(0,1fr)]">
                    <div className="max-xl:order-last">
                        <CardTabs
                            session={session}
                            current={at.card.uuid}
                            onCard={(card) =>
                                goTo(
                                    session.tasks.find((t) => t.card === card && t.state === 'open') ??
                                        session.tasks.find((t) => t.card === card) ??
                                        null,
                                )
                            }
                        />
                        {layouts[at.number - 1]?.data !== undefined ? (
                            <CardDrawing
                                card={at.card}
                                layout={layouts[at.number - 1]!.data!}
                                tasks={session.tasks.filter((t) => t.card === at.card.uuid)}
                                kinds={session.kinds}
                                current={current}
                                roles={
                                    current.kind === 'judge' && at.row !== null
                                        ? (session.judgedAt[openProperty(at.card, at.row) ?? 'granulation'] ?? [])
                                        : session.kinds[current.kind]!.roles
                                }
                                onRow={(row) => {
                                    const specimen = at.card.rows.find((r) => r.row === row)?.uuid;
                                    const there = session.tasks.filter((t) => t.specimen === specimen);
                                    goTo(
                                        there.find((t) => t.kind === current.kind) ??
                                            there.find((t) => t.state === 'open') ??
                                            there[0] ??
                                            null,
                                    );
                                }}
                            />
                        ) : (
                            <Loading what="the card" />
                        )}
                    </div>
                    <section ref={panel} aria-label="Next action" className="flex flex-col gap-3">
                        <Action
                            session={session}
                            task={current}
                            chosen={chosen !== null}
                            timer={running.find((t) => t.task === current.uuid)?.leftMs ?? null}
                        />
                        {current.kind === 'judge' && at.row !== null && (
                            <JudgePanel session={session} card={at.card} row={at.row} onJudge={verdict} />
                        )}
                        {current.kind === 'hang' && (
                            <Link to={`/cards/${at.card.uuid}`} className="button min-h-11">
                                Record where it hangs on the card’s page
                            </Link>
                        )}
                        {current.kind === 'picture' && (
                            <TakeCardPicture
                                card={at.card.uuid}
                                measuring={at.card.measuring}
                                onTaken={() => current.state === 'open' && move(current, 'done')}
                            />
                        )}
                        {skipping ? (
                            <div className="border border-ink p-2 flex flex-col gap-1" role="group" aria-label="Why it is skipped">
                                {session.words.skips.map((reason, i) => (
                                    <button
                                        key={reason}
                                        type="button"
                                        className="button min-h-11"
                                        onClick={() => move(current, 'skipped', reason)}
                                    >
                                        <kbd className="num mr-2">{i + 1}</kbd>
                                        {reason}
                                    </button>
                                ))}
                                <form
                                    className="flex gap-1"
                                    onSubmit={(e) => {
                                        e.preventDefault();
                                        const words = String(new FormData(e.currentTarget).get('reason')).trim();
                                        if (words) {
                                            move(current, 'skipped', words);
                                        }
                                    }}
                                >
                                    <input
                                        name="reason"
                                        aria-label="In your own words"
                                        placeholder="in your own words"
                                        maxLength={300}
                                        className="grow min-h-11"
                                    />
                                    <button className="button">Skip</button>
                                    <button type="button" className="button" onClick={() => setSkipping(false)}>
                                        Leave
                                    </button>
                                </form>
                            </div>
                        ) : (
                            <div className="flex flex-wrap gap-2 bench-hands">
                                {current.state === 'open' &&
                                    (current.kind !== 'judge' || at.row === null || openProperty(at.card, at.row) === null) && (
                                        <button type="button" className="button min-h-11" data-main onClick={() => move(current, 'done')}>
                                            Done <kbd className="num ml-2">Enter</kbd>
                                        </button>
                                    )}
                                {current.state === 'open' && (
                                    <button type="button" className="button min-h-11" onClick={() => setSkipping(true)}>
                                        Skip <kbd className="num ml-2">x</kbd>
                                    </button>
                                )}
                                {current.state !== 'open' && (
                                    <button type="button" className="button min-h-11" onClick={() => move(current, 'open')}>
                                        Open again <kbd className="num ml-2">r</kbd>
                                    </button>
                                )}
                                <button type="button" className="button min-h-11" onClick={() => step(-1)}>
                                    Back <kbd className="num ml-2">b</kbd>
                                </button>
                                <button type="button" className="button min-h-11" onClick={() => step(1)}>
                                    Forward <kbd className="num ml-2">→</kbd>
                                </button>
                                {chosen !== null && (
                                    <button type="button" className="button min-h-11" onClick={() => goTo(null)}>
                                        To where I stopped <kbd className="num ml-2">0</kbd>
                                    </button>
                                )}
                                {ownTimer !== null && (
                                    <button
                                        type="button"
                                        className="button min-h-11"
                                        onClick={() => void startTimer(ownTimer.kind, ownTimer.seconds, current, place)}
                                    >
                                        {ownTimer.kind} <span className="num mx-1">{clock(ownTimer.seconds * 1000)}</span>
                                        <kbd className="num ml-1">t</kbd>
                                    </button>
                                )}
                            </div>
                        )}
                        {at.row !== null && (
                            <RowSaid
                                session={session}
                                row={at.row}
                                note={note}
                                photo={photo}
                                onNoting={(on) => setNoting(on ? current.uuid : null)}
                            />
                        )}
                    </section>
                </div>
            )}
            <Cautions of={session.cautions} />
        </div>
    );
}

function Action({ session, task, chosen, timer }: { session: Session; task: Task; chosen: boolean; timer: number | null }) {
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

function CardTabs({ session, current, onCard }: { session: Session; current: string; onCard: (uuid: string) => void }) {
    if (session.cards.length < 2) {
        return null;
    }
    return (
        <div className="flex flex-wrap mb-1" role="group" aria-label="Cards of this session">
            {session.cards.map((c, i) => {
                const tasks = session.tasks.filter((t) => t.card === c.uuid);
                return (
                    <button
                        key={c.uuid}
                        type="button"
                        aria-pressed={c.uuid === current}
                        className={[
                            'min-h-11 px-3 cursor-pointer border-b-2',
                            c.uuid === current ? 'border-ink font-semibold' : 'border-transparent',
                        ].join(' ')}
                        onClick={() => onCard(c.uuid)}
                    >
                        Card {i + 1}{' '}
                        <span className="num text-soft">
                            {tasks.filter((t) => t.state !== 'open').length}/{tasks.length}
                        </span>
                    </button>
                );
            })}
        </div>
    );
}

function TakeCardPicture({ card, measuring, onTaken }: { card: string; measuring: Measuring | null; onTaken: () => void }) {
    const { error, busy, saving } = useSaving();
    const demo = useDemo();
    return (
        <div className="flex flex-wrap gap-2 items-center">
            <Link to={`/cards/${card}`} className="button min-h-11">
                Upload the scan on the card’s page
            </Link>
            {demo && (
                <button
                    type="button"
                    className="button min-h-11"
                    disabled={busy}
                    onClick={() => void saving(() => post<Measuring>(`cards/${card}/stand-in`).then(onTaken))}
                >
                    Use the scanner stand-in
                </button>
            )}
            {measuring !== null && <span>{measuring.state === 'failed' ? measuring.problem : measuring.step}</span>}
            <Problem error={error} />
        </div>
    );
}

function Finished({ session }: { session: Session }) {
    const skipped = session.tasks.filter((t) => t.state === 'skipped');
    return (
        <Empty title="All is done">
            <ul>
                {session.cards.map((c) => (
                    <li key={c.uuid}>
                        <Link to={`/cards/${c.uuid}`}>{c.title}</Link>
                        {c.measuring?.state === 'done' ? ', measured' : ', waiting for its picture'}
                    </li>
                ))}
            </ul>
            {skipped.length > 0 && (
                <p className="mt-2">
                    Skipped:{' '}
                    {skipped
                        .map((t) => {
                            const { row, number } = where(session, t);
                            return `${session.kinds[t.kind]!.title} of ${row === null ? `card ${number}` : row.label} (${t.reason})`;
                        })
                        .join('; ')}
                    .
                </p>
            )}
        </Empty>
    );
}

/** Whatever was read is what a conflict may be answered against. */
function noteEditions(session: Omit<Session, 'readAt'>) {
    outbox.saw(`sessions/${session.uuid}/conditions`, session.edition);
    session.tasks.forEach((t) => outbox.saw(`tasks/${t.uuid}`, t.edition));
    session.timers.forEach((t) => outbox.saw(`timers/${t.uuid}`, t.edition));
    for (const row of session.cards.flatMap((c) => c.rows)) {
        row.remarks.forEach((r) => outbox.saw(`remarks/${r.uuid}`, r.edition));
        row.verdicts.forEach((v) => outbox.saw(`verdicts/${v.uuid}`, v.edition));
        row.overrides.forEach((o) => outbox.saw(`specimen-conditions/${o.uuid}`, o.edition));
    }
}

/** The session with an entry that has arrived, until it is read anew. */
function arrived(session: Session, entry: Entry, answer: unknown, me: string): Session {
    const edition = answer !== null && typeof answer === 'object' && 'edition' in answer ? Number(answer.edition) : 1;
    const now = overlay(session, [{ ...entry, state: 'waiting' }], me);
    const uuid = entry.path.split('/')[1];
    const things: { uuid: string; edition: number }[] = [
        ...now.tasks,
        ...now.timers,
        ...now.cards.flatMap((c) => c.rows).flatMap((r) => [...r.remarks, ...r.verdicts]),
    ];
    things
        .filter((t) => t.uuid === uuid)
        .forEach((t) => {
            t.edition = edition;
        });
    if (entry.path.startsWith('sessions/')) {
        now.edition = edition;
    }
    return now;
}
