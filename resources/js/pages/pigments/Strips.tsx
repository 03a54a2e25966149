import { Term } from '../../components/ui/Term';
import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useEffect, useState, type ReactNode } from 'react';
import { Link, useSearchParams } from '../../router';
import { get } from '../../api/client';
import type { AgedStop, LightOfCode } from '../../api/fading';
import { keys } from '../../api/queryKeys';
import { PROPERTIES, type DepthStop, type PaintBeside, type PaintSet, type Property, type RatingShown } from '../../api/types';
import { DepthDial } from '../../components/paint/DepthDial';
import { LightDial } from '../../components/paint/LightDial';
import { nearest } from '../../components/paint/nearest';
import { RatingCell } from '../../components/paint/RatingCell';
import { RatingOrigin } from '../../components/paint/RatingOrigin';
import { PARTS, StripCanvas } from '../../components/paint/StripCanvas';
import { stripWords } from '../../components/paint/words';
import { Loading, Problem } from '../../components/ui/states';

/** Beside one another where there is room; on a tablet the ratings stand under their strip. */
const WIDE = 'lg:grid-cols-[176px_minmax(280px,1fr)_repeat(4,126px)] xl:grid-cols-[210px_minmax(380px,1fr)_repeat(4,132px)] gap-x-3';
const COLUMNS = `grid grid-cols-2 sm:grid-cols-4 ${WIDE}`;

/** Height of a strip, px: eight paints on a screen, or the paint itself. */
const COMPACT = 52;
const LARGE = 108;

/** At one depth nothing may come between two swatches. */
const EDGE_TO_EDGE = `grid grid-cols-[8rem_1fr] ${WIDE}`;

/** The address holds the view: ?depth= turns the dial, and can be sent. */
export function Strips({ page, code, label, children }: { page: PaintSet; code?: string; label: string; children?: ReactNode }) {
    const [query, setQuery] = useSearchParams();
    const asked = query.get('depth');
    const reference = page.depths.indexOf(page.referenceDepth);
    // The dial turns at once and the address follows, so that no quick turn is lost.
    const [index, setIndex] = useState(asked === null ? reference : nearest(page.depths, Number(asked)));
    const [whole, setWhole] = useState(asked === null);
    const pick = (i: number | null) => {
        setWhole(i === null);
        if (i !== null) {
            setIndex(i);
        }
        const next = new URLSearchParams(query);
        if (i === null) {
            next.delete('depth');
        } else {
            next.set('depth', String(page.depths[i]));
        }
        setQuery(next, { replace: true });
    };
    const [open, setOpen] = useState<{ paint: string; property: Property } | null>(null);
    useEffect(() => {
        const onKey = (e: KeyboardEvent) => {
            if (e.key === 'd' && !e.ctrlKey && !e.metaKey && !(e.target as HTMLElement).closest('input, textarea, select')) {
                pick(whole ? index : null);
            }
        };
        window.addEventListener('keydown', onKey);
        return () => window.removeEventListener('keydown', onKey);
    });
    const shown = useShown(page, query, setQuery);
    const light = useLight(page, code, page.depths[index] ?? page.referenceDepth, query, setQuery);
    const stops = page.stops[index] ?? [];
    const untested = page.paints.filter((p) => p.notTested.length > 0);
    return (
        <>
            <div className="no-print flex flex-wrap items-center gap-x-8 border-y border-rule my-2">
                {page.stripOrder.length > 0 && (
                    <DepthDial
                        depths={page.depths}
                        reference={page.referenceDepth}
                        index={index}
                        onIndex={pick}
                        whole={whole}
                        onWhole={(w) => pick(w ? null : index)}
                    />
                )}
                {light.dial}
            </div>
            {page.paints.length > 1 && shown.head}
            <div role="table" aria-label={label}>
                <div role="row" className={`${COLUMNS} text-sm pb-1 border-b border-ink`}>
                    <span role="columnheader" className="hidden lg:block">
                        Paint
                    </span>
                    <span role="columnheader" className="col-span-full lg:col-span-1">
                        {whole ? <Captions /> : 'The same depth of every paint, edge to edge'}
                    </span>
                    {PROPERTIES.map((p) => (
                        <span role="columnheader" key={p} className="hidden lg:block">
                            <Term of={p}>
                                <span className="capitalize">{p}</span>
                            </Term>
                        </span>
                    ))}
                </div>
                {shown.paints.map((paint) => (
                    <Row
                        key={paint.uuid}
                        paint={paint}
                        pinned={shown.pinned.includes(paint.uuid)}
                        onPin={() => shown.pin(paint.uuid)}
                        onHide={page.paints.length > 1 ? () => shown.hide(paint.uuid) : null}
                        whole={whole}
                        stop={stops[page.stripOrder.indexOf(paint.uuid)] ?? null}
                        aged={light.of(paint)}
                        measured={page.stripOrder.includes(paint.uuid)}
                        first={page.stripOrder[0] === paint.uuid}
                        large={shown.large}
                        open={open?.paint === paint.uuid ? open.property : null}
                        onOpen={(property) =>
                            setOpen((now) =>
                                now?.paint === paint.uuid && now.property === property ? null : { paint: paint.uuid, property },
                            )
                        }
                    />
                ))}
            </div>
            {children}
            {untested.length > 0 && (
                <section className="mt-4" aria-label="Not tested">
                    {PROPERTIES.filter((p) => untested.some((of) => of.notTested.includes(p))).map((p) => (
                        <p key={p} className="m-0">
                            <span className="font-medium">Not tested for {p}:</span>{' '}
                            {untested
                                .filter((of) => of.notTested.includes(p))
                                .map((of) => of.colourName)
                                .join(', ')}
                        </p>
                    ))}
                </section>
            )}
            <p className="mt-4 text-sm text-soft max-w-prose">
                Strips stand in measured hue order. One depth means the same deposit in the key channel of the uppermost paint; beyond a
                paint’s own stroke nothing is shown. A bracket under a scale marks the maker’s claim.
            </p>
        </>
    );
}

function Row({
    paint,
    pinned,
    onPin,
    onHide,
    whole,
    stop,
    aged,
    measured,
    first,
    large,
    open,
    onOpen,
}: {
    paint: PaintBeside<RatingShown>;
    pinned: boolean;
    onPin: () => void;
    /** Null: it is the only one. */
    onHide: (() => void) | null;
    whole: boolean;
    stop: DepthStop | null;
    /** At the dose of the Light dial; undefined: as it was painted. */
    aged: AgedStop | null | undefined;
    measured: boolean;
    first: boolean;
    large: boolean;
    open: Property | null;
    onOpen: (p: Property) => void;
}) {
    return (
        <div role="rowgroup" className="keep-together">
            <div role="row" className={`${whole ? COLUMNS : EDGE_TO_EDGE} items-stretch ${whole ? 'border-b border-rule py-1.5' : ''}`}>
                <div role="rowheader" className={`leading-tight ${whole ? 'col-span-full lg:col-span-1' : 'py-2'}`}>
                    <span className="flex flex-wrap justify-between gap-x-2">
                        <Link to={`/paints/${paint.uuid}`} className="font-semibold">
                            {paint.colourName}
                        </Link>
                        <span className="no-print text-sm whitespace-nowrap">
                            <button
                                type="button"
                                aria-pressed={pinned}
                                className={`min-h-6 cursor-pointer ${pinned ? 'font-semibold' : 'text-soft underline'}`}
                                onClick={onPin}
                            >
                                {pinned ? 'pinned' : 'pin'}
                                <span className="sr-only"> {paint.colourName} to compare</span>
                            </button>
                            {onHide !== null && (
                                <button type="button" className="ml-2 min-h-6 cursor-pointer text-soft underline" onClick={onHide}>
                                    hide<span className="sr-only"> {paint.colourName}</span>
                                </button>
                            )}
                        </span>
                    </span>
                    <span className="block text-sm">
                        <Link to={`/makers/${paint.makerUuid}`}>{paint.maker}</Link>
                        {paint.statement.singlePigment ? '' : <span className="text-soft"> · {paint.statement.text}</span>}
                    </span>
                    {large && <span className="block text-sm text-soft">{paint.range}</span>}
                </div>
                <div role="cell" className={whole ? 'col-span-full lg:col-span-1' : ''}>
                    {whole ? (
                        <StripCanvas strip={paint.strip} label={stripWords(paint)} aged={aged} height={large ? LARGE : COMPACT} />
                    ) : (
                        <Swatch stop={stop} aged={aged} measured={measured} first={first} />
                    )}
                </div>
                {PROPERTIES.map((p) => (
                    <div role="cell" key={p} className={whole ? '' : 'py-2 hidden lg:block'}>
                        <span className="capitalize text-sm text-soft lg:hidden" aria-hidden="true">
                            {p}
                        </span>
                        <RatingCell
                            beside={paint.properties[p]}
                            open={open === p}
                            onToggle={() => onOpen(p)}
                            label={`${p} of ${paint.colourName}`}
                            compact={!large}
                        />
                    </div>
                ))}
            </div>
            {open !== null && <Origin paint={paint.uuid} property={open} />}
        </div>
    );
}

/** Where a rating comes from, fetched when it is asked for. */
function Origin({ paint, property }: { paint: string; property: Property }) {
    const { data, error } = useQuery({ queryKey: keys.paint(paint), queryFn: () => get<PaintBeside>(`paints/${paint}`) });
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="where it comes from" />;
    }
    return <RatingOrigin beside={data.properties[property]} rating={data.properties[property].measured} />;
}

/** A swatch at the dial's depth and light; where it cannot be told from the one above, no seam is drawn. */
function Swatch({
    stop,
    aged,
    measured,
    first,
}: {
    stop: DepthStop | null;
    aged: AgedStop | null | undefined;
    measured: boolean;
    first: boolean;
}) {
    const shown = aged === undefined ? stop : stop === null ? null : aged;
    if (stop === null || shown === null) {
        return (
            <div className="hatched h-full min-h-[92px] grid place-items-center">
                <span className="bg-surround px-2 text-sm">
                    {stop === null ? (measured ? 'beyond this paint’s stroke' : 'not measured') : 'beyond what was tested in light'}
                </span>
            </div>
        );
    }
    const most = aged?.swatchMost ?? null;
    return (
        <div
            className={`h-full min-h-[92px] relative flex ${aged?.kind === 'between' ? 'border-b-2 border-dotted border-ink' : ''}`}
            style={{ background: aged?.swatch ?? stop.hex }}
            role="img"
            aria-label={
                aged === undefined || aged === null
                    ? `L* ${stop.lab[0]}, a* ${stop.lab[1]}, b* ${stop.lab[2]}`
                    : most === null
                      ? 'as faded so far'
                      : 'expected, not seen: least and most faded'
            }
        >
            {most !== null && <span className="ml-auto w-1/2 border-l border-dashed border-ink" style={{ background: most }} />}
            {!first && shown.dE00Above !== null && (
                <span className="absolute right-0 top-0 -translate-y-1/2 bg-surround text-ink px-1.5 num whitespace-nowrap">
                    {shown.seam ? `dE00 ${shown.dE00Above.toFixed(1)}` : `no seam, dE00 ${shown.dE00Above.toFixed(1)}`}
                </span>
            )}
        </div>
    );
}

const SORTS = { hue: 'measured hue', maker: 'maker', name: 'name', dose: 'light on it, least first' };

/** Which paints are shown or hidden, in which order, and which are pinned: ?by=, ?only=, ?hide=, ?pin= in the address. */
function useShown(page: PaintSet, query: URLSearchParams, setQuery: ReturnType<typeof useSearchParams>[1]) {
    const by = query.get('by') ?? 'hue';
    const only = query.get('only') ?? '';
    const large = query.get('rows') === 'large';
    const named = (key: string) => (query.get(key) ?? '').split(',').filter((uuid) => page.paints.some((p) => p.uuid === uuid));
    const [pinned, hidden] = [named('pin'), named('hide')];
    const set = (key: string, value: string) => {
        const next = new URLSearchParams(query);
        if (value === '') {
            next.delete(key);
        } else {
            next.set(key, value);
        }
        setQuery(next, { replace: true });
    };
    const value = (p: PaintBeside<RatingShown>) =>
        by === 'dose'
            ? (p.properties.lightfastness?.measured?.light?.mlxh ?? null)
            : (p.properties[by as Property]?.pooled?.value ?? p.properties[by as Property]?.measured?.value ?? null);
    const paints = page.paints.filter(
        (p) =>
            !hidden.includes(p.uuid) &&
            (only !== 'single' || p.statement.singlePigment) &&
            (only !== 'measured' || page.stripOrder.includes(p.uuid)) &&
            (only !== 'pinned' || pinned.includes(p.uuid)) &&
            (!only.startsWith('maker:') || p.maker === only.slice(6)) &&
            (!only.startsWith('code:') || p.statement.codes.some((c) => c.code === only.slice(5))),
    );
    const makers = [...new Set(page.paints.map((p) => p.maker))].sort();
    const codes = [...new Set(page.paints.flatMap((p) => p.statement.codes.map((c) => c.code)))].sort();
    if (by === 'maker' || by === 'name') {
        paints.sort((a, b) => (by === 'maker' ? a.maker.localeCompare(b.maker) : 0) || a.colourName.localeCompare(b.colourName));
    } else if (by !== 'hue') {
        // What was not tested stands last.
        paints.sort((a, b) => (value(a) ?? Infinity) - (value(b) ?? Infinity));
    }
    const head = (
        <div className="flex flex-wrap items-end gap-x-5 gap-y-2 my-2 no-print">
            <label className="flex gap-2 items-center">
                Order by
                <select value={by} onChange={(e) => set('by', e.target.value === 'hue' ? '' : e.target.value)}>
                    {Object.entries(SORTS).map(([key, words]) => (
                        <option key={key} value={key}>
                            {words}
                        </option>
                    ))}
                    {PROPERTIES.map((p) => (
                        <option key={p} value={p}>
                            {p}, least first
                        </option>
                    ))}
                </select>
            </label>
            <label className="flex gap-2 items-center">
                Show
                <select value={only} onChange={(e) => set('only', e.target.value)}>
                    <option value="">all {page.paints.length}</option>
                    <option value="single">single pigment only</option>
                    <option value="measured">measured only</option>
                    <option value="pinned">pinned only</option>
                    {makers.length > 1 &&
                        makers.map((m) => (
                            <option key={m} value={`maker:${m}`}>
                                {m} only
                            </option>
                        ))}
                    {codes.length > 1 &&
                        codes.map((c) => (
                            <option key={c} value={`code:${c}`}>
                                with {c} only
                            </option>
                        ))}
                </select>
            </label>
            {hidden.length > 0 && (
                <span>
                    {hidden.length} hidden{' '}
                    <button type="button" className="link" onClick={() => set('hide', '')}>
                        show {hidden.length === 1 ? 'it' : 'them'}
                    </button>
                </span>
            )}
            <label className="flex gap-2 items-center">
                <input type="checkbox" checked={large} onChange={(e) => set('rows', e.target.checked ? 'large' : '')} /> large rows
            </label>
            <span className="ml-auto">
                {pinned.length < 2 ? (
                    <span className="text-soft">Pin two to eight paints to compare them closely</span>
                ) : pinned.length > 8 ? (
                    'More than eight cannot be seen side by side: take some pins out'
                ) : (
                    <Link className="button" to={`/compare?paints=${pinned.join(',')}`}>
                        Compare {pinned.length} closely
                    </Link>
                )}
            </span>
        </div>
    );
    const pin = (uuid: string) => set('pin', (pinned.includes(uuid) ? pinned.filter((p) => p !== uuid) : [...pinned, uuid]).join(','));
    const hide = (uuid: string) => set('hide', [...hidden, uuid].join(','));
    return { paints, pinned, pin, hide, head, large };
}

/** The Light dial over the strips of a code: ?light= in the address, in Mlx h. Other sets have none yet. */
function useLight(
    page: PaintSet,
    code: string | undefined,
    depth: number,
    query: URLSearchParams,
    setQuery: ReturnType<typeof useSearchParams>[1],
) {
    const tested = page.paints.some((p) => p.strip?.fade != null && p.strip.ladder !== null);
    const { data } = useQuery({
        queryKey: keys.lightOfCode(code ?? '', depth),
        queryFn: () => get<LightOfCode>(`pigments/${encodeURIComponent(code ?? '')}/light?depth=${depth}`),
        enabled: tested && code !== undefined,
        placeholderData: keepPreviousData,
        staleTime: 60_000,
    });
    const [mlxh, setMlxh] = useState(Number(query.get('light') ?? 0) || 0);
    const [unfaded, setUnfaded] = useState(false);
    if (data === undefined || data.tested === 0) {
        return { dial: null, of: () => undefined };
    }
    const at = nearest(data.doses, mlxh);
    function turn(to: number) {
        setMlxh(to);
        const next = new URLSearchParams(query);
        if (to < 0.05) {
            next.delete('light');
        } else {
            next.set('light', to.toPrecision(3));
        }
        setQuery(next, { replace: true });
    }
    return {
        of: (paint: PaintBeside<RatingShown>): AgedStop | null | undefined =>
            mlxh < 0.05 || unfaded || paint.strip?.ladder == null ? undefined : (data.paints[paint.uuid]?.[at] ?? null),
        dial: (
            <LightDial
                checked={data.checks}
                most={data.most}
                yearly={data.yearly}
                mlxh={mlxh}
                onMlxh={turn}
                unfaded={unfaded}
                onUnfaded={setUnfaded}
                none="as painted"
            />
        ),
    };
}

function Captions() {
    const at = (p: readonly [number, number]) =>
        ({
            position: 'absolute',
            left: `${100 * p[0]}%`,
            width: `${100 * (p[1] - p[0])}%`,
            overflow: 'hidden',
            textOverflow: 'ellipsis',
        }) as const;
    return (
        <span className="relative block h-5 whitespace-nowrap">
            <span style={at(PARTS.stroke)}>stroke, full strength to palest, over the line</span>
            <span style={at(PARTS.lift)}>lifted</span>
            <span style={at(PARTS.wash)}>wash</span>
            <span style={at(PARTS.fade)} title="dark half above the window half">
                fade
            </span>
        </span>
    );
}
