import type { Task } from '../../api/bench';
import { clock } from './useTimers';

/** Why an action is left out: a figure for one of the usual reasons, or words of one's own. */
export function Skipping({ reasons, onSkip, onLeave }: { reasons: string[]; onSkip: (reason: string) => void; onLeave: () => void }) {
    return (
        <div className="border border-ink p-2 flex flex-col gap-1" role="group" aria-label="Why it is skipped">
            {reasons.map((reason, i) => (
                <button key={reason} type="button" className="button min-h-11" onClick={() => onSkip(reason)}>
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
                        onSkip(words);
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
                <button type="button" className="button" onClick={() => onLeave()}>
                    Leave
                </button>
            </form>
        </div>
    );
}

interface HandsProps {
    task: Task;
    waitsForVerdict: boolean;
    chosen: boolean;
    timer: { kind: string; seconds: number } | null;
    onMove: (state: Task['state']) => void;
    onSkip: () => void;
    onStep: (by: number) => void;
    onBack: () => void;
    onTimer: (kind: string, seconds: number) => void;
}

/** What the keys do, for hands without a keyboard. */
export function Hands({ task, waitsForVerdict, chosen, timer, onMove, onSkip, onStep, onBack, onTimer }: HandsProps) {
    return (
        <div className="flex flex-wrap gap-2 bench-hands">
            {task.state === 'open' && !waitsForVerdict && (
                <button type="button" className="button min-h-11" data-main onClick={() => onMove('done')}>
                    Done <kbd className="num ml-2">Enter</kbd>
                </button>
            )}
            {task.state === 'open' && (
                <button type="button" className="button min-h-11" onClick={() => onSkip()}>
                    Skip <kbd className="num ml-2">x</kbd>
                </button>
            )}
            {task.state !== 'open' && (
                <button type="button" className="button min-h-11" onClick={() => onMove('open')}>
                    Open again <kbd className="num ml-2">r</kbd>
                </button>
            )}
            <button type="button" className="button min-h-11" onClick={() => onStep(-1)}>
                Back <kbd className="num ml-2">b</kbd>
            </button>
            <button type="button" className="button min-h-11" onClick={() => onStep(1)}>
                Forward <kbd className="num ml-2">→</kbd>
            </button>
            {chosen && (
                <button type="button" className="button min-h-11" onClick={() => onBack()}>
                    To where I stopped <kbd className="num ml-2">0</kbd>
                </button>
            )}
            {timer !== null && (
                <button type="button" className="button min-h-11" onClick={() => onTimer(timer.kind, timer.seconds)}>
                    {timer.kind} <span className="num mx-1">{clock(timer.seconds * 1000)}</span>
                    <kbd className="num ml-1">t</kbd>
                </button>
            )}
        </div>
    );
}
