import { useQueryClient } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useRef, useState, type FormEvent, type KeyboardEvent, type PointerEvent } from 'react';
import { useNavigate } from '../../router';
import { put } from '../../api/client';
import type { Card } from '../../api/types';
import { Problem } from '../../components/ui/states';
import { Wide } from '../../components/ui/Wide';
import { useSaving } from '../../components/ui/useSaving';
import { PaperField, usePaper } from './PaperField';

interface Opening {
    name: string;
    x: number;
    y: number;
    width: number;
    height: number;
    paper: boolean;
}

const PAGE = { width: 297, height: 210 };
const START: Opening[] = [
    { name: 'paper', x: 24, y: 30, width: 16, height: 16, paper: true },
    { name: 'first swatch', x: 46, y: 30, width: 30, height: 16, paper: false },
    { name: 'second swatch', x: 82, y: 30, width: 30, height: 16, paper: false },
];

/** A frame with windows of one's own: moved and resized with the pointer or the arrow keys, named, then printed and laid over any sheet. */
export default function FramePage() {
    const [windows, setWindows] = useState<Opening[]>(START);
    const [chosen, setChosen] = useState(1);
    const drag = useRef<{ at: number; edge: boolean; x: number; y: number; from: Opening } | null>(null);
    const sheet = useRef<SVGSVGElement>(null);
    const paper = usePaper();
    const go = useNavigate();
    const queries = useQueryClient();
    const { error, busy, saving } = useSaving();
    const change = (i: number, to: Partial<Opening>) => setWindows((now) => now.map((w, k) => (k === i ? { ...w, ...to } : w)));
    const add = () => {
        const last = windows.at(-1) ?? START[0]!;
        const next =
            last.x + last.width + 6 + last.width <= 279
                ? { x: last.x + last.width + 6, y: last.y }
                : { x: 24, y: last.y + last.height + 8 };
        setWindows([...windows, { ...last, ...next, name: `swatch ${windows.length}`, paper: false }]);
        setChosen(windows.length);
    };

    function mm(e: PointerEvent): { x: number; y: number } {
        const box = sheet.current!.getBoundingClientRect();
        return { x: ((e.clientX - box.left) / box.width) * PAGE.width, y: ((e.clientY - box.top) / box.height) * PAGE.height };
    }
    function move(e: PointerEvent) {
        const d = drag.current;
        if (d === null) {
            return;
        }
        const p = mm(e);
        const half = (v: number) => Math.round(v * 2) / 2;
        change(
            d.at,
            d.edge
                ? { width: Math.max(5, half(d.from.width + p.x - d.x)), height: Math.max(5, half(d.from.height + p.y - d.y)) }
                : { x: half(d.from.x + p.x - d.x), y: half(d.from.y + p.y - d.y) },
        );
    }
    function onKey(e: KeyboardEvent, i: number) {
        const step = { ArrowLeft: [-1, 0], ArrowRight: [1, 0], ArrowUp: [0, -1], ArrowDown: [0, 1] }[e.key];
        const w = windows[i]!;
        if (step !== undefined) {
            e.preventDefault();
            const [dx, dy] = [step[0]! * 0.5, step[1]! * 0.5];
            change(i, e.shiftKey ? { width: Math.max(5, w.width + dx), height: Math.max(5, w.height + dy) } : { x: w.x + dx, y: w.y + dy });
        } else if (e.key === 'Delete') {
            setWindows(windows.filter((_, k) => k !== i));
        }
    }
    function make(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const form = Object.fromEntries(new FormData(e.currentTarget));
        void saving(async (fresh) => {
            const paperUuid = await paper.save(form);
            const card = await put<Card>(`frames/${fresh()}`, { title: form.title, paperUuid, side: form.side, note: '', windows });
            await queries.invalidateQueries({ queryKey: keys.cards() });
            void go(`/cards/${card.uuid}`);
        });
    }
    return (
        <form onSubmit={make}>
            <h1>A frame of your own</h1>
            <p className="max-w-prose my-1">
                Windows for a sheet that is painted already: a page of an old swatch book, another group’s card. Move and resize them here,
                print the frame at 100 %, cut the windows out, lay it flat over the sheet and take a picture. One window must show bare
                paper.
            </p>
            <div className="grid gap-6 lg:grid-cols-[3fr_2fr] mt-3">
                <svg
                    ref={sheet}
                    viewBox={`0 0 ${PAGE.width} ${PAGE.height}`}
                    className="w-full bg-white border border-rule touch-none"
                    role="group"
                    aria-label="The sheet with its windows"
                    onPointerMove={move}
                    onPointerUp={() => {
                        drag.current = null;
                    }}
                    onPointerLeave={() => {
                        drag.current = null;
                    }}
                >
                    {[
                        [10, 10],
                        [287, 10],
                        [287, 200],
                        [10, 200],
                    ].map(([x, y], i) => (
                        <circle
                            key={i}
                            cx={x}
                            cy={y}
                            r={3}
                            fill={i === 0 ? 'none' : '#000'}
                            stroke="#000"
                            strokeWidth={i === 0 ? 1.5 : 0}
                        />
                    ))}
                    <rect x={236} y={7} width={32} height={8} fill="#ddd" />
                    <rect x={18} y={24} width={261} height={168} fill="none" stroke="#ccc" strokeWidth={0.3} strokeDasharray="2 2" />
                    {windows.map((w, i) => (
                        <g key={i}>
                            <rect
                                x={w.x}
                                y={w.y}
                                width={w.width}
                                height={w.height}
                                fill={w.paper ? '#fff' : '#e4e4e4'}
                                stroke="#000"
                                strokeWidth={i === chosen ? 1.4 : 0.4}
                                className="cursor-move outline-none"
                                tabIndex={0}
                                role="button"
                                aria-label={
                                    `Window ${w.name}: ${w.x} mm across, ${w.y} mm down, ${w.width} by ${w.height} mm. ` +
                                    'Arrow keys move it, with shift they resize it.'
                                }
                                onFocus={() => setChosen(i)}
                                onKeyDown={(e) => onKey(e, i)}
                                onPointerDown={(e) => {
                                    setChosen(i);
                                    drag.current = { at: i, edge: false, ...mm(e), from: w };
                                }}
                            />
                            <text x={w.x + 1} y={w.y + 4.2} fontSize={3.4} pointerEvents="none">
                                {w.name.slice(0, Math.max(2, Math.floor(w.width / 1.8)))}
                            </text>
                            {w.paper && (
                                <text x={w.x + 1} y={w.y + 8.4} fontSize={3} pointerEvents="none">
                                    bare
                                </text>
                            )}
                            <rect
                                x={w.x + w.width - 4}
                                y={w.y + w.height - 4}
                                width={4}
                                height={4}
                                fill="#000"
                                className="cursor-nwse-resize"
                                onPointerDown={(e) => {
                                    setChosen(i);
                                    drag.current = { at: i, edge: true, ...mm(e), from: w };
                                }}
                            />
                        </g>
                    ))}
                </svg>
                <div className="min-w-0">
                    <Wide label="Windows, in mm">
                        <table className="w-full min-w-[440px] text-sm">
                            <caption className="text-left text-soft">All in mm, from the upper left corner of the sheet.</caption>
                            <thead>
                                <tr className="border-b border-ink">
                                    <th>Window</th>
                                    <th className="text-right">across</th>
                                    <th className="text-right">down</th>
                                    <th className="text-right">width</th>
                                    <th className="text-right">height</th>
                                    <th className="px-2">bare</th>
                                    <th></th>
                                </tr>
                            </thead>
                            <tbody>
                                {windows.map((w, i) => (
                                    <tr key={i} className={i === chosen ? 'bg-panel' : ''} onFocus={() => setChosen(i)}>
                                        <td>
                                            <input
                                                aria-label={`Name of window ${i + 1}`}
                                                value={w.name}
                                                onChange={(e) => change(i, { name: e.target.value })}
                                                className="w-32"
                                            />
                                        </td>
                                        {(['x', 'y', 'width', 'height'] as const).map((side) => (
                                            <td key={side} className="text-right">
                                                <input
                                                    type="number"
                                                    step={0.5}
                                                    aria-label={`${side} of ${w.name}, mm`}
                                                    value={w[side]}
                                                    onChange={(e) => change(i, { [side]: Number(e.target.value) })}
                                                    className="num w-16 text-right"
                                                />
                                            </td>
                                        ))}
                                        <td className="text-center">
                                            <input
                                                type="checkbox"
                                                aria-label={`${w.name} shows bare paper`}
                                                checked={w.paper}
                                                onChange={(e) => change(i, { paper: e.target.checked })}
                                            />
                                        </td>
                                        <td>
                                            <button
                                                type="button"
                                                className="link"
                                                onClick={() => setWindows(windows.filter((_, k) => k !== i))}
                                            >
                                                Take off<span className="sr-only"> {w.name}</span>
                                            </button>
                                        </td>
                                    </tr>
                                ))}
                            </tbody>
                        </table>
                    </Wide>
                    <button type="button" className="button my-2" onClick={add}>
                        Add a window
                    </button>
                    <label className="block my-2">
                        Title
                        <input name="title" required className="block w-full max-w-80" placeholder="Swatch book, page 3" />
                    </label>
                    <PaperField paper={paper} />
                    <p className="mt-3">
                        <button className="button" data-main disabled={busy}>
                            Make this frame
                        </button>
                    </p>
                    <Problem error={error} />
                </div>
            </div>
        </form>
    );
}
