import type { Session } from '../../api/bench';
import { ago, clock, type Running } from './useTimers';

/** All timers that run or have ended unheard, and one tap for each usual one. */
export function TimerBar({
    running,
    session,
    onStart,
    onStop,
}: {
    running: Running[];
    session: Session;
    onStart: (kind: string, seconds: number) => void;
    onStop: (timer: Running) => void;
}) {
    return (
        <section aria-label="Timers" className="flex flex-wrap gap-2 items-stretch my-2">
            {running.map((t) => {
                const over = t.leftMs <= 0;
                return (
                    <div
                        key={t.uuid}
                        className={`border border-ink flex items-center ${over ? 'bg-ink text-surround' : 'bg-panel'}`}
                        data-timer={t.kind}
                    >
                        <span className="px-3 leading-tight" role={over ? 'alert' : undefined}>
                            <span className="block text-sm">
                                {t.kind}
                                {t.label && `, ${t.label}`}
                            </span>
                            <span className="num text-lg">{over ? `ended ${ago(t.leftMs)}` : clock(t.leftMs)}</span>
                        </span>
                        <button
                            type="button"
                            className="min-h-11 min-w-11 px-3 border-l border-current cursor-pointer"
                            onClick={() => onStop(t)}
                            aria-label={`${over ? 'Heard' : 'Stop'}: ${t.kind} ${t.label}`}
                        >
                            {over ? 'Heard' : 'Stop'}
                        </button>
                    </div>
                );
            })}
            <details className="relative">
                <summary className="button min-h-11 list-none">Start a timer</summary>
                <div className="absolute z-10 bg-panel border border-ink p-2 flex flex-col gap-1 w-56">
                    {Object.entries(session.words.timers).map(([kind, seconds]) => (
                        <button
                            key={kind}
                            type="button"
                            className="button justify-between"
                            onClick={(e) => {
                                onStart(kind, seconds);
                                e.currentTarget.closest('details')!.open = false;
                            }}
                        >
                            {kind} <span className="num">{clock(seconds * 1000)}</span>
                        </button>
                    ))}
                    <form
                        className="flex gap-1"
                        onSubmit={(e) => {
                            e.preventDefault();
                            const form = new FormData(e.currentTarget);
                            const minutes = Number(String(form.get('minutes')).replace(',', '.'));
                            if (minutes > 0) {
                                onStart(String(form.get('kind')), Math.round(minutes * 60));
                                e.currentTarget.closest('details')!.open = false;
                            }
                        }}
                    >
                        <select name="kind" aria-label="Kind of timer" className="w-24">
                            {Object.keys(session.words.timers).map((k) => (
                                <option key={k}>{k}</option>
                            ))}
                        </select>
                        <input name="minutes" inputMode="decimal" placeholder="min" aria-label="Minutes" className="w-16" />
                        <button className="button">Start</button>
                    </form>
                </div>
            </details>
        </section>
    );
}
