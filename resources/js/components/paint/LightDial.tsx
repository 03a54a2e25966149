import { Slider } from 'radix-ui';
import { useEffect, useMemo, useState, type KeyboardEvent } from 'react';
import type { CourseDepth } from '../../api/fading';
import { nearest } from './nearest';

/** Stops of the dial: none, then logarithmic from the least to the most light. */
const STOPS = 120;
const LEAST_MLXH = 0.1;

export function doseAt(stop: number, most: number): number {
    return stop <= 0 ? 0 : LEAST_MLXH * (most / LEAST_MLXH) ** ((stop - 1) / (STOPS - 1));
}

export function stopAt(mlxh: number, most: number): number {
    return mlxh < LEAST_MLXH ? 0 : 1 + ((STOPS - 1) * Math.log(mlxh / LEAST_MLXH)) / Math.log(most / LEAST_MLXH);
}

/** What a patch looks like at a dose: seen, split into least and most faded, or unknown. */
export type Aged = { seen: string; between: boolean } | { least: string; most: string } | null;

/** Picks among what the server sampled; beyond the rule there is nothing. */
export function aged(of: CourseDepth, mlxh: number): Aged {
    const last = of.readings[of.readings.length - 1];
    if (last === undefined) {
        return null;
    }
    if (mlxh <= last.mlxh * 1.001) {
        const near =
            of.drawn[
                nearest(
                    of.drawn.map((d) => d.mlxh),
                    mlxh,
                )
            ]!;
        return { seen: near.window, between: of.readings.every((r) => Math.abs(r.mlxh - mlxh) > 0.03 * r.mlxh) && mlxh > 0 };
    }
    // The least from the step below, the most from the step above: the range holds all the way between them.
    const above = of.ahead.find((a) => a.mlxh >= mlxh * 0.999);
    const below = of.ahead.findLast((a) => a.mlxh <= mlxh);
    return above === undefined || below === undefined || below.leastSeen === null || above.mostSeen === null
        ? null
        : { least: below.leastSeen, most: above.mostSeen };
}

function inWords(mlxh: number, yearly: number, none: string): string {
    const years = mlxh / yearly;
    if (mlxh === 0) {
        return none;
    }
    return years < 0.95
        ? `about ${Math.max(1, Math.round(12 * years))} months in a living room`
        : `about ${Math.round(years) === 1 ? 'a year' : `${Math.round(years)} years`} in a living room`;
}

/** All paints age together to one dose. Arrows jump to what was checked, with Shift they go between; Space held shows unfaded. */
export function LightDial({
    checked,
    most,
    yearly,
    mlxh,
    onMlxh,
    unfaded,
    onUnfaded,
    none = 'not hung yet',
}: {
    checked: number[];
    most: number;
    /** Light of a living room, Mlx h a year. */
    yearly: number;
    mlxh: number;
    onMlxh: (mlxh: number) => void;
    unfaded: boolean;
    onUnfaded: (held: boolean) => void;
    /** What no light is called. */
    none?: string;
}) {
    const ticks = useMemo(() => [...new Set([0, ...checked])].sort((a, b) => a - b), [checked]);
    const [stop, setStop] = useState(() => Math.round(stopAt(mlxh, most)));
    useEffect(() => setStop(Math.round(stopAt(mlxh, most))), [mlxh, most]);
    const between = ticks.every((t) => Math.abs(t - mlxh) > 0.03 * t + 1e-9);
    const where = between ? (mlxh > (ticks[ticks.length - 1] ?? 0) ? 'beyond the last check' : 'between checks') : '';
    function go(next: number) {
        setStop(next);
        onMlxh(doseAt(next, most));
    }
    function keys(e: KeyboardEvent) {
        const way = { ArrowRight: 1, ArrowUp: 1, ArrowLeft: -1, ArrowDown: -1 }[e.key];
        if (e.key === ' ') {
            e.preventDefault();
            onUnfaded(true);
        } else if (way !== undefined && !e.shiftKey) {
            e.preventDefault();
            e.stopPropagation();
            const on = way > 0 ? ticks.find((t) => t > mlxh * 1.001 + 1e-9) : ticks.findLast((t) => t < mlxh * 0.999 - 1e-9);
            if (on !== undefined) {
                onMlxh(on);
            }
        } else if (way !== undefined) {
            e.preventDefault();
            e.stopPropagation();
            go(Math.max(0, Math.min(STOPS, stop + way)));
        }
    }
    return (
        <div className="no-print flex flex-wrap items-center gap-x-4 gap-y-1 py-1" data-light-dial>
            <span id="light-label" className="font-medium">
                Light
            </span>
            <Slider.Root
                className="relative flex items-center w-60 max-w-[80vw] h-11 touch-none select-none"
                min={0}
                max={STOPS}
                step={1}
                value={[stop]}
                onValueChange={([v]) => go(v ?? 0)}
                onKeyDownCapture={keys}
                onKeyUp={(e) => e.key === ' ' && onUnfaded(false)}
                onBlur={() => onUnfaded(false)}
            >
                <Slider.Track className="relative grow h-px bg-ink">
                    {ticks.map((t) => (
                        <span
                            key={t}
                            aria-hidden="true"
                            className="absolute bg-ink w-px h-5 -top-2.5"
                            style={{ left: `${(100 * stopAt(t, most)) / STOPS}%` }}
                        />
                    ))}
                </Slider.Track>
                <Slider.Thumb
                    aria-labelledby="light-label"
                    aria-valuetext={`${inWords(mlxh, yearly, none)}, ${mlxh.toFixed(2)} Mlx h${where && `, ${where}`}`}
                    className={`block w-4 h-8 bg-panel border-2 border-ink cursor-grab ${between ? '[border-bottom-style:dotted]' : ''}`}
                />
            </Slider.Root>
            <output>
                {unfaded ? 'unfaded' : inWords(mlxh, yearly, none)}{' '}
                <span className="num ml-1 text-sm text-soft">{mlxh.toFixed(1)} Mlx h</span>
                {where && <span className="text-sm text-soft"> · {where}</span>}
            </output>
        </div>
    );
}
