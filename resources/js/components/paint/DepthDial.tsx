import { Slider } from 'radix-ui';
import { Term } from '../ui/Term';

/** The dial that brings every paint of a set to one depth; it only picks among what the server sampled. */
export function DepthDial({
    depths,
    reference,
    index,
    onIndex,
    whole,
    onWhole,
}: {
    depths: number[];
    reference: number;
    index: number;
    onIndex: (i: number) => void;
    whole: boolean;
    onWhole: (whole: boolean) => void;
}) {
    const depth = depths[index] ?? reference;
    return (
        <div className="no-print flex flex-wrap items-center gap-x-4 gap-y-1 py-1">
            <div role="group" aria-label="What the strips show" className="flex">
                <button
                    type="button"
                    className="button"
                    aria-pressed={whole}
                    onClick={() => onWhole(true)}
                    style={whole ? { background: 'var(--ink)', color: 'var(--panel)' } : undefined}
                >
                    Whole stroke
                </button>
                <button
                    type="button"
                    className="button"
                    aria-pressed={!whole}
                    onClick={() => onWhole(false)}
                    style={whole ? undefined : { background: 'var(--ink)', color: 'var(--panel)' }}
                >
                    One depth <kbd className="num ml-2">d</kbd>
                </button>
            </div>
            <span id="depth-label" className="font-medium">
                <Term of="depth">Depth</Term>
            </span>
            <span className="text-sm text-soft">pale</span>
            <Slider.Root
                className="relative flex items-center w-44 max-w-[55vw] h-10 touch-none select-none"
                min={0}
                max={depths.length - 1}
                step={1}
                value={[index]}
                onValueChange={([v]) => onIndex(v ?? 0)}
            >
                <Slider.Track className="relative grow h-px bg-ink">
                    {depths.map((d, i) => (
                        <span
                            key={d}
                            aria-hidden="true"
                            className="absolute bg-ink w-px"
                            style={{
                                left: `${(100 * i) / (depths.length - 1)}%`,
                                top: d === reference ? -9 : -4,
                                height: d === reference ? 19 : 9,
                            }}
                        />
                    ))}
                </Slider.Track>
                <Slider.Thumb
                    aria-labelledby="depth-label"
                    aria-valuetext={strengthWords(depth, reference)}
                    className="block w-4 h-8 bg-panel border-2 border-ink cursor-grab"
                />
            </Slider.Root>
            <span className="text-sm text-soft">deep</span>
            <output>
                {strengthWords(depth, reference)}
                <span className="numbers">, deposit {depth.toFixed(2)}</span>
            </output>
        </div>
    );
}

/** A depth in the words that painters use. */
export function strengthWords(depth: number, reference: number): string {
    return depth === reference
        ? 'middle strength'
        : depth < 0.35 * reference
          ? 'a pale tint'
          : depth < 0.85 * reference
            ? 'thinner than middle strength'
            : depth < 1.15 * reference
              ? 'about middle strength'
              : depth < 1.9 * reference
                ? 'stronger than middle strength'
                : 'near full strength';
}
