import { useQuery } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { Link, useNavigate } from '../../router';
import { get } from '../../api/client';
import { keys } from '../../api/queryKeys';
import type { CardSummary } from '../../api/types';
import { turnSurround } from '../../components/AppShell';
import { useKeys } from '../../components/keys';
import { strokeGradient } from '../../components/paint/strokeGradient';
import { day, today } from '../../components/paint/words';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSession } from '../../components/ui/useSession';
import { Days } from './Days';
import { type ShoreStrip, Upright } from './Upright';

interface Contradicted {
    uuid: string;
    name: string;
    property: string;
    words: string;
    tests: number;
    /** What one would look at to see it. */
    seen: { said: string | null; halves: [string[], string[]] | null; steps: string[] };
}
interface Shore {
    strips: ShoreStrip[];
    measured: number;
    byCode: boolean;
    news: { uuid: string; title: string; by: string; on: string }[];
    contradicted: Contradicted[];
    changed: { uuid: string; name: string; maker: string; since: string; decided: string | null; changes: string[] }[];
}

/** Gaps, px: between strips, between codes, and before the greys. */
const GAP = 4;
const CODE_GAP = 8;
const GREY_GAP = 28;
/** A strip is this wide, px. */
const NARROWEST = 12;
const WIDEST = 28;
/** Room for one letter of a code beneath, px. */
const LETTER = 8.9;

/** Home: every measured paint a narrow strip, full strength at the foot, in hue order; the first thing a stranger sees. */
export default function ShorePage() {
    const person = useSession();
    const { data, error } = useQuery({ queryKey: keys.shore(), queryFn: () => get<Shore>('shore') });
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the shore" />;
    }
    if (data.strips.length === 0) {
        return (
            <Empty title="No paint measured here">
                <Link to="/swatches">Photograph one dry swatch</Link>, or <Link to="/begin">walk the practice shore</Link>.
            </Empty>
        );
    }
    return (
        <>
            <h1 className="text-[22px] font-normal leading-snug tracking-normal max-w-[62ch] mb-3">
                {data.measured} watercolours, painted and measured by people who use them. Each strip is one{' '}
                {data.byCode ? 'pigment, by its middle paint' : 'paint'}, strong at the foot, pale at the top. Press one: does it fade,
                lift, grain, and is its label right?
            </h1>
            {person && <Week />}
            <Strips strips={data.strips} byCode={data.byCode} />
            <Beneath of={data} />
        </>
    );
}

/** What is due at one's windows, on a line of days. */
function Week() {
    const { data } = useQuery({ queryKey: keys.today(), queryFn: () => get<{ checks: CardSummary[] }>('today') });
    return (
        <Days
            due={(data?.checks ?? [])
                .filter((c) => c.nextCheck != null)
                .map((c) => ({ on: c.nextCheck!, what: c.title, to: `/cards/${c.uuid}` }))}
            from={today()}
        />
    );
}

function Strips({ strips, byCode }: { strips: ShoreStrip[]; byCode: boolean }) {
    const box = useRef<HTMLDivElement>(null);
    const [width, setWidth] = useState(1240);
    const [at, setAt] = useState<number | null>(null);
    const [pixels, setPixels] = useState(false);
    const go = useNavigate();
    useEffect(() => {
        const watch = new ResizeObserver(([e]) => e && setWidth(e.contentRect.width));
        watch.observe(box.current!);
        return () => watch.disconnect();
    }, []);
    const lying = width < 560;
    const before = (i: number) =>
        i === 0 ? 0 : strips[i]!.grey && !strips[i - 1]!.grey ? GREY_GAP : strips[i]!.code !== strips[i - 1]!.code ? CODE_GAP : GAP;
    const gaps = strips.reduce((s, _, i) => s + before(i), 0);
    const each = Math.max(NARROWEST, Math.min(WIDEST, Math.floor((width - gaps) / strips.length)));
    const height = Math.max(150, Math.min(560, Math.round(window.innerHeight * 0.46)));
    const to = (s: ShoreStrip) => (byCode ? `/pigments/${encodeURIComponent(s.code)}` : `/paints/${s.uuid}`);
    const shown = at === null ? null : strips[at]!;
    const move = (by: number) => {
        const next = Math.max(0, Math.min(strips.length - 1, (at ?? (by > 0 ? -1 : strips.length)) + by));
        box.current?.querySelectorAll('a')[next]?.focus();
    };
    useKeys((e) => {
        const does = {
            ArrowRight: () => move(1),
            ArrowLeft: () => move(-1),
            p: () => setPixels(!pixels),
            ArrowDown: lying ? () => move(1) : undefined,
            ArrowUp: lying ? () => move(-1) : undefined,
            Enter: shown !== null && document.activeElement?.closest('[data-shore]') ? () => void go(to(shown)) : undefined,
        }[e.key];
        does?.();
        return does !== undefined;
    });
    return (
        <section aria-label="The shore: all measured paints in hue order">
            <div
                ref={box}
                data-shore
                className={lying ? 'flex flex-col gap-1' : 'flex items-end overflow-x-auto p-1 -mx-1'}
                onMouseLeave={() => setAt(null)}
            >
                {strips.map((s, i) => (
                    <Link
                        key={s.uuid}
                        to={to(s)}
                        tabIndex={i === (at ?? 0) ? 0 : -1}
                        aria-label={`${s.name}, ${s.maker}${s.code && `, ${s.code}`}`}
                        onFocus={() => setAt(i)}
                        onMouseEnter={() => setAt(i)}
                        className={`block shrink-0 focus-visible:outline-black ${s.pale ? 'outline outline-1 outline-[#8a8a8a]' : ''}`}
                        style={lying ? undefined : { marginLeft: before(i), width: each }}
                    >
                        <Upright strip={s} width={lying ? width : each} height={lying ? 44 : height} lying={lying} pixels={pixels} />
                        {lying && (
                            <span className="flex justify-between text-sm py-0.5">
                                <span>{byCode ? s.code : s.name}</span>
                                <span className="num">{byCode ? '' : s.code}</span>
                            </span>
                        )}
                    </Link>
                ))}
            </div>
            {!lying && <CodeLabels strips={strips} each={each} before={before} byCode={byCode} />}
            <p aria-live="polite" className="min-h-12 py-2 flex flex-wrap gap-x-4 items-baseline">
                {shown === null ? (
                    <span className="text-soft">
                        Arrows move along it, Enter opens;{' '}
                        <button type="button" className="link" aria-pressed={pixels} onClick={() => setPixels(!pixels)}>
                            {pixels ? 'what was measured' : 'the scan’s own pixels'} <kbd className="num">p</kbd>
                        </button>
                        ;{' '}
                        <button type="button" className="link" onClick={turnSurround}>
                            turn the surround
                        </button>{' '}
                        to judge on grey or white.
                    </span>
                ) : (
                    <>
                        <strong className="font-semibold">{byCode ? shown.code : shown.name}</strong>
                        <span>{byCode ? `shown: ${shown.name}, ${shown.maker}` : shown.maker}</span>
                        {!byCode && shown.code && <span className="num">{shown.code}</span>}
                        {shown.paints > 1 && (
                            <span className="text-soft">
                                {shown.paints} paints of {shown.code} measured
                            </span>
                        )}
                        {shown.grain === null && <span className="text-soft">grain not read: drawn plain</span>}
                    </>
                )}
            </p>
        </section>
    );
}

/** Codes beneath their strips, where they fit. */
function CodeLabels({
    strips,
    each,
    before,
    byCode,
}: {
    strips: ShoreStrip[];
    each: number;
    before: (i: number) => number;
    byCode: boolean;
}) {
    const places: { code: string; from: number; to: number }[] = [];
    let x = 0;
    strips.forEach((s, i) => {
        x += before(i);
        const last = places[places.length - 1];
        if (last !== undefined && last.code === s.code && !byCode) {
            last.to = x + each;
        } else {
            places.push({ code: s.code, from: x, to: x + each });
        }
        x += each;
    });
    let free = 0;
    return (
        <div className="relative h-5" aria-hidden="true">
            {places.map((p) => {
                const wide = p.code.length * LETTER;
                const left = p.from;
                if (p.code === '' || left < free || (p.to - p.from < wide && byCode && left < free)) {
                    return null;
                }
                free = left + Math.max(wide, p.to - p.from) + 4;
                return (
                    <span
                        key={p.code}
                        className="absolute num whitespace-nowrap border-t border-ink"
                        style={{ left, minWidth: p.to - p.from }}
                    >
                        {p.code}
                    </span>
                );
            })}
        </div>
    );
}

/** What is new, what contradicts a claim, and what has changed since one last looked. */
function Beneath({ of }: { of: Shore }) {
    return (
        <>
            {of.contradicted.length > 0 && <NotAsClaimed of={of.contradicted} />}
            <Lists of={of} />
        </>
    );
}

/** Claims that are shown as pictures; the others are told in a line. */
const SHOWN = 3;
const TOLD = 6;

/** What the maker says, above what one sees: of light the two halves, else the stroke. */
function NotAsClaimed({ of }: { of: Contradicted[] }) {
    // What faded shows best.
    const first = [...of].sort((a, b) => Number(b.seen.halves !== null) - Number(a.seen.halves !== null));
    const shown = first.slice(0, SHOWN);
    const rest = first.slice(SHOWN, SHOWN + TOLD);
    const more = first.length - SHOWN - rest.length;
    return (
        <section className="mt-4">
            <h2 className="border-b border-ink pb-1">Contradicted</h2>
            <ul className="flex flex-wrap gap-x-8 gap-y-3 pt-2">
                {shown.map((c, i) => (
                    <li key={i} className="w-60">
                        <Link to={`/paints/${c.uuid}`} className="block no-underline" aria-label={`${c.name}: not as claimed`}>
                            <Seen of={c.seen} />
                        </Link>
                        <Link to={`/paints/${c.uuid}`} className="font-medium">
                            {c.name}
                        </Link>
                        , sold as “{c.words}”.{' '}
                        <span className="text-soft">
                            {c.seen.halves === null ? `In ${c.property}` : 'Behind a window'}: {c.seen.said ?? 'otherwise'}, by{' '}
                            {c.tests === 1 ? 'one test' : `${c.tests} tests`}.
                        </span>
                    </li>
                ))}
            </ul>
            {rest.length > 0 && (
                <p className="mt-2">
                    Not as claimed either:{' '}
                    {rest.map((c, i) => (
                        <span key={i}>
                            {i > 0 && '; '}
                            <Link to={`/paints/${c.uuid}`}>{c.name}</Link> (“{c.words}”, {c.property})
                        </span>
                    ))}
                    {more > 0 && `; and ${more} more`}.
                </p>
            )}
        </section>
    );
}

/** 240 by 120: dark half above window half without a line between, or the stroke from full strength to palest. */
function Seen({ of }: { of: Contradicted['seen'] }) {
    const rows = of.halves ?? [];
    return rows.length === 0 ? (
        <span
            className={`block w-60 h-[120px] ${of.steps.length === 0 ? 'hatched' : ''}`}
            style={{ background: strokeGradient(of.steps, 'right') }}
        />
    ) : (
        <span className="block w-60">
            {rows.map((half, i) => (
                <span key={i} className="flex h-[60px]">
                    {half.map((hex, j) => (
                        <span key={j} className="grow" style={{ background: hex }} />
                    ))}
                </span>
            ))}
        </span>
    );
}

function Lists({ of }: { of: Shore }) {
    return (
        <div className="grid gap-x-10 gap-y-5 md:grid-cols-2 lg:grid-cols-3 mt-3">
            {of.changed.length > 0 && (
                <section>
                    <h2 className="border-b border-ink pb-1">Changed since you last looked</h2>
                    <ul>
                        {of.changed.map((c) => (
                            <li key={c.uuid} className="border-b border-rule py-1.5">
                                <Link to={`/paints/${c.uuid}`} className="font-medium">
                                    {c.name}
                                </Link>
                                , {c.maker}
                                {c.decided !== null && <strong className="font-medium"> · you decided: {c.decided}</strong>}
                                <span className="block text-sm">{c.changes.join('; ')}</span>
                            </li>
                        ))}
                    </ul>
                </section>
            )}
            <section>
                <h2 className="border-b border-ink pb-1">New</h2>
                <ul>
                    {of.news.map((n) => (
                        <li key={n.uuid} className="border-b border-rule py-1.5">
                            <Link to={`/records/${n.uuid}`} className="font-medium">
                                {n.title}
                            </Link>
                            , {n.by} <span className="text-soft">{day(n.on)}</span>
                        </li>
                    ))}
                </ul>
            </section>
        </div>
    );
}
