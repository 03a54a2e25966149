import { useQueries } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useEffect, useRef, useState } from 'react';
import { Link, useParams, useSearchParams } from '../../router';
import { get, newUuid } from '../../api/client';
import type { LayoutJson, Session, Task, Timer } from '../../api/bench';
import type { Property } from '../../api/types';
import { Cautions, Empty, Loading, Problem } from '../../components/ui/states';
import { useSession } from '../../components/ui/useSession';
import { useKeys } from '../../components/keys';
import { useTitle } from '../../components/ui/useTitle';
import { useWakeLock } from './useWakeLock';
import { outbox } from '../../outbox/outbox';
import { CardDrawing } from './CardDrawing';
import { JudgePanel, judge, openProperty } from './JudgePanel';
import { RowSaid, toggleRemark } from './RowSaid';
import { handOn } from './useNote';
import { SessionHeader } from './SessionHeader';
import { nextTask, waitAfter, where } from './steps';
import { TimerBar } from './TimerBar';
import { allowSound, serverMoment, useTimers } from './useTimers';
import { Action } from './Action';
import { CardTabs } from './CardTabs';
import { Finished } from './Finished';
import { Hands, Skipping } from './Hands';
import { NotShown } from './NotShown';
import { TakeCardPicture } from './TakeCardPicture';
import { useBenchSession } from './useBenchSession';

export default function BenchPage() {
    const uuid = useParams().uuid ?? '';
    const person = useSession();
    const { session, error } = useBenchSession(uuid, person);
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
                            <Skipping
                                reasons={session.words.skips}
                                onSkip={(reason) => move(current, 'skipped', reason)}
                                onLeave={() => setSkipping(false)}
                            />
                        ) : (
                            <Hands
                                task={current}
                                waitsForVerdict={current.kind === 'judge' && at.row !== null && openProperty(at.card, at.row) !== null}
                                chosen={chosen !== null}
                                timer={ownTimer}
                                onMove={(state) => move(current, state)}
                                onSkip={() => setSkipping(true)}
                                onStep={step}
                                onBack={() => goTo(null)}
                                onTimer={(kind, seconds) => void startTimer(kind, seconds, current, place)}
                            />
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
            <NotShown session={session} onMove={move} />
            <Cautions of={session.cautions} />
        </div>
    );
}
