import { useQuery } from '@tanstack/react-query';
import { useRef, useState, type KeyboardEvent } from 'react';
import { Link, useNavigate } from '../../router';
import { get, post } from '../../api/client';
import type { Rack, RackBead, RackWindow } from '../../api/fading';
import { keys } from '../../api/queryKeys';
import { day, dueWords, mlxh, today, windowWords } from '../../components/paint/words';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { Term } from '../../components/ui/Term';
import { OldStrip } from './OldStrip';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';

/** Width of the axis of light, and of a bead, px. */
const AXIS = 760;
const BEAD = 32;
const BEAD_LOOK = 'flex flex-col border border-ink p-0 cursor-pointer focus-visible:outline-black';
const RING = 'w-4 h-4 rounded-full border-2 border-ink bg-surround';

/** All windows on one axis of light: every check stands at its dose, the dark half above, the window half below. */
export default function FadeRack() {
    const { data, error } = useQuery({ queryKey: keys.rack(), queryFn: () => get<Rack>('rack') });
    const [open, setOpen] = useState<{ window: RackWindow; row: RackWindow['rows'][number]; bead: RackBead } | null>(null);
    const beads = useRef<HTMLDivElement>(null);
    const go = useNavigate();
    const session = useSession();
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the rack" />;
    }
    const most = Math.max(
        8,
        ...data.windows.flatMap((w) => [
            1.15 * w.now.range[1],
            1.1 * (w.next?.mlxh ?? 0),
            ...w.rows.flatMap((r) => r.checks.map((c) => 1.1 * c.mlxh)),
        ]),
    );
    const at = (mlxh: number) => Math.sqrt(Math.min(1, mlxh / most)) * (AXIS - BEAD) + BEAD / 2;
    function walk(e: KeyboardEvent) {
        const step = { ArrowRight: 1, ArrowDown: 1, ArrowLeft: -1, ArrowUp: -1 }[e.key];
        const all = Array.from(beads.current?.querySelectorAll<HTMLButtonElement>('button[data-bead]') ?? []);
        const here = all.indexOf(document.activeElement as HTMLButtonElement);
        if (step !== undefined && here >= 0) {
            e.preventDefault();
            all[Math.max(0, Math.min(all.length - 1, here + step))]?.focus();
        } else if (e.key === 'c' && here >= 0) {
            e.preventDefault();
            void go(`/${all[here]!.dataset.bead!}`);
        }
    }
    return (
        <>
            <h1>Fade rack</h1>
            {data.windows.length === 0 ? (
                <Empty title="Nothing hangs">
                    A dry card, scissors, a window and a date are enough. <Link to="/cards">Make a fade card</Link>
                </Empty>
            ) : (
                <div ref={beads} onKeyDown={walk} className="overflow-x-auto" role="toolbar" aria-label="Windows, by light">
                    <div className="min-w-[1190px]">
                        <Axis at={at} most={most} data={data} />
                        {data.windows.map((w) => (
                            <Hung key={w.card} window={w} at={at} most={most} onOpen={(row, bead) => setOpen({ window: w, row, bead })} />
                        ))}
                    </div>
                </div>
            )}
            {open !== null && <RealSize {...open} onClose={() => setOpen(null)} />}
            <p className="mt-4 text-sm text-soft max-w-prose">
                Arrows walk the checks, Enter shows one large, C goes to its card. Doses are estimated from window and sky unless a logger
                or a tester told them; their range is drawn at today’s mark.
            </p>
            {session != null && <OldStrip choices={data} />}
            <Calendar />
        </>
    );
}

function Axis({ at, most, data }: { at: (mlxh: number) => number; most: number; data: Rack }) {
    return (
        <div className="grid grid-cols-[180px_760px_1fr] gap-x-3 items-end border-b border-ink">
            <span className="text-sm text-soft">light behind the glass</span>
            <div className="relative h-11" aria-hidden>
                {data.steps
                    .filter((s, i, all) => s <= most && (i === 0 || at(s) - at(all[i - 1]!) > 28))
                    .map((s) => (
                        <span key={s} className="absolute bottom-0 -translate-x-1/2 text-center leading-tight" style={{ left: at(s) }}>
                            <span className="num">{s}</span>
                            <span className="block w-px h-2 bg-ink mx-auto" />
                        </span>
                    ))}
                {data.referenceMlxh <= most && (
                    <span
                        className="absolute top-0 -translate-x-1/2 text-xs text-soft whitespace-nowrap"
                        style={{ left: at(data.referenceMlxh) }}
                    >
                        reference
                    </span>
                )}
            </div>
            <span className="text-sm text-soft">
                <Term of="Mlx h" />; a year in a living room is <span className="num">{data.years['living room']}</span>
            </span>
        </div>
    );
}

function Hung({
    window: w,
    at,
    most,
    onOpen,
}: {
    window: RackWindow;
    at: (mlxh: number) => number;
    most: number;
    onOpen: (row: RackWindow['rows'][number], bead: RackBead) => void;
}) {
    return (
        <section aria-label={w.title} className="mt-5">
            <div className="flex flex-wrap gap-x-4 items-baseline">
                <h2>
                    <Link to={`/${w.mayChange ? 'cards' : 'records'}/${w.card}`}>{w.title}</Link>
                </h2>
                <span>
                    {w.place && `${w.place}, `}
                    {windowWords(w.facing, w.panes)}, {w.downOn === null ? 'since' : 'from'} {w.hungWords || day(w.hungOn)}
                    {w.downOn !== null && ` to ${w.downWords || day(w.downOn)}`}
                    {w.old && '; first reading missing'}
                </span>
                <span>
                    {w.now.words}, <span className="num">{w.now.mlxh.toFixed(1)} Mlx h</span>
                    {w.now.measured > 0 && <>, {Math.round(100 * w.now.measured)} % of it logged</>}
                </span>
                {w.next === null ? (
                    <span className="text-soft">taken down</span>
                ) : (
                    <span className={w.next.on <= today() ? 'font-medium' : 'text-soft'}>{dueWords(w.next.on, today())}</span>
                )}
            </div>
            {w.rows.map((r) => (
                <div key={r.row} className="grid grid-cols-[180px_760px_1fr] gap-x-3 items-center border-b border-rule h-10">
                    <Link
                        to={`/paints/${r.paint}`}
                        className="truncate no-underline hover:underline"
                        title={`${r.name}, ${r.maker} · ${r.pigments}`}
                    >
                        {r.name}
                    </Link>
                    <div className="relative h-10">
                        <span className="absolute left-0 right-0 top-1/2 h-px bg-rule" aria-hidden />
                        <span
                            className="hatched absolute inset-y-0 right-0"
                            style={{ left: Math.min(AXIS, at(Math.min(most, w.now.range[1]))) }}
                            aria-hidden
                        />
                        <span
                            className="absolute top-1/2 h-1 -translate-y-1/2 bg-soft"
                            style={{
                                left: at(w.now.range[0]),
                                width: Math.max(1, at(Math.min(most, w.now.range[1])) - at(w.now.range[0])),
                            }}
                            aria-hidden
                        />
                        <span className="absolute inset-y-1 w-0.5 bg-ink" style={{ left: at(w.now.mlxh) }} aria-hidden />
                        {w.next?.mlxh != null && w.next.mlxh <= most && (
                            <span
                                className={`${RING} absolute top-1/2 -translate-x-1/2 -translate-y-1/2`}
                                style={{ left: at(w.next.mlxh) }}
                                title={`next check, ${w.next.mlxh} Mlx h`}
                                aria-hidden
                            />
                        )}
                        {spread(r.checks.map((c) => at(c.mlxh))).map((x, i) => {
                            const c = r.checks[i]!;
                            return (
                                <span key={i}>
                                    {Math.abs(x - at(c.mlxh)) > 1 && (
                                        <svg className="absolute inset-0 pointer-events-none" width={AXIS} height="40" aria-hidden>
                                            <line x1={at(c.mlxh)} y1="40" x2={x} y2="37" stroke="currentColor" />
                                        </svg>
                                    )}
                                    <button
                                        type="button"
                                        data-bead={`${w.mayChange ? 'cards' : 'records'}/${w.card}`}
                                        className={`${BEAD_LOOK} absolute top-1 -translate-x-1/2`}
                                        style={{ left: x, width: BEAD, height: BEAD }}
                                        aria-label={`${r.name} at ${c.mlxh} Mlx h: ${c.words}`}
                                        onClick={() => onOpen(r, c)}
                                    >
                                        <span className="block w-full flex-1" style={{ background: c.dark }} />
                                        <span className="block w-full flex-1" style={{ background: c.window }} />
                                    </button>
                                </span>
                            );
                        })}
                    </div>
                    <span className="text-sm leading-tight">
                        {r.summary === null ? (
                            <span className="text-soft">not checked yet</span>
                        ) : (
                            <>
                                {r.summary.words}
                                {r.summary.mlxh !== null && (
                                    <span className="text-soft">
                                        {' '}
                                        after <span className="num whitespace-nowrap">{mlxh(r.summary.mlxh)}</span>
                                    </span>
                                )}
                            </>
                        )}
                        {r.odd && (
                            <Link to={`/paints/${r.paint}`} className="block font-medium">
                                perhaps another paint
                            </Link>
                        )}
                    </span>
                </div>
            ))}
        </section>
    );
}

/** Beads that would cover each other step aside, in order; each stays as near to its dose as it can. */
export function spread(wanted: number[], width = BEAD + 2): number[] {
    const out = [...wanted];
    for (let i = 1; i < out.length; i++) {
        out[i] = Math.max(out[i]!, out[i - 1]! + width);
    }
    let right = AXIS - BEAD / 2;
    for (let i = out.length - 1; i >= 0; i--) {
        out[i] = Math.min(out[i]!, right);
        right = out[i]! - width;
    }
    return out;
}

function RealSize({
    window: w,
    row,
    bead,
    onClose,
}: {
    window: RackWindow;
    row: RackWindow['rows'][number];
    bead: RackBead;
    onClose: () => void;
}) {
    return (
        <section aria-label="One check, large" className="mt-5 border border-ink p-4 flex flex-wrap gap-6">
            <div className="w-72 h-56 flex flex-col border border-rule">
                <span className="flex-1 p-1" style={{ background: bead.dark }}>
                    <span className="bg-surround px-1 text-sm">dark half</span>
                </span>
                <span className="flex-1 p-1" style={{ background: bead.window }}>
                    <span className="bg-surround px-1 text-sm">window half</span>
                </span>
            </div>
            <div>
                <h2>
                    {row.name}, {w.title}
                </h2>
                <p>
                    {bead.words}; measured dE*ab{' '}
                    <span className="num">
                        {bead.change.toFixed(1)} ±{bead.uncertainty.toFixed(1)}
                    </span>{' '}
                    at{' '}
                    <span className="num">
                        {bead.mlxh.toFixed(1)} Mlx h ({bead.range[0].toFixed(1)} to {bead.range[1].toFixed(1)})
                    </span>
                </p>
                <p className="mt-2 flex gap-2">
                    <Link to={`/${w.mayChange ? 'cards' : 'records'}/${w.card}`} className="button">
                        Its card
                    </Link>
                    <button type="button" className="button" onClick={onClose}>
                        Close
                    </button>
                </p>
            </div>
        </section>
    );
}

/** The next checks in whatever calendar somebody keeps. */
function Calendar() {
    const person = useSession();
    const [path, setPath] = useState<string | null>(null);
    const { error, busy, saving } = useSaving();
    if (!person) {
        return null;
    }
    return (
        <section aria-label="Calendar" className="mt-4">
            {path === null ? (
                <button
                    type="button"
                    className="button"
                    disabled={busy}
                    onClick={() => void saving(() => post<{ path: string }>('calendar').then((c) => setPath(c.path)))}
                >
                    Checks in my calendar
                </button>
            ) : (
                <p className="max-w-prose">
                    Subscribe to <a href={path} className="num break-all">{`${location.origin}${path}`}</a> . Whoever knows this address can
                    read your checks’ days; asking again makes another and ends this one.
                </p>
            )}
            <Problem error={error} />
        </section>
    );
}
