import { useQuery } from '@tanstack/react-query';
import { useEffect, useState, type FormEvent, type KeyboardEvent } from 'react';
import { Link, useSearchParams } from '../../router';
import { get, put, remove } from '../../api/client';
import type { MixBench, MixDepth, MixPaint, MixPlace, NamedMix, Run } from '../../api/mixes';
import { keys } from '../../api/queryKeys';
import type { Paint, Pan } from '../../api/types';
import { nearest } from '../../components/paint/nearest';
import { Simulated } from '../../components/paint/Simulated';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';
import { AcrossMakers } from './AcrossMakers';
import { Greys } from './Greys';
import { InLight } from './InLight';
import { Partners } from './Partners';
import { Reach } from './Reach';
import { Recipes } from './Recipes';

/** Beyond this range a colour is only a guess, dE00. */
const UNSURE = 12;

/** A field that was painted stands outlined in the run. */
const PAINTED = 'absolute w-11 h-11 border-2 border-black outline outline-white';

/** What two paints make together: expected from their ladders, turned by keys. The address holds the view. */
export default function MixPage() {
    const [query, setQuery] = useSearchParams();
    const bench = useQuery({ queryKey: keys.mixes(), queryFn: () => get<MixBench>('mixes') });
    const person = useSession();
    const [a, b] = [query.get('a') ?? '', query.get('b') ?? ''];
    const ladders = query.get('ladders') === '1';
    const run = useQuery({
        queryKey: keys.mix(a, b, String(ladders)),
        queryFn: () => get<Run>(`mix?a=${a}&b=${b}${ladders ? '&ladders=1' : ''}`),
        enabled: a !== '' && b !== '',
        staleTime: 60_000,
        retry: false,
    });
    if (bench.data === undefined) {
        return bench.error ? <Problem error={bench.error} /> : <Loading what="the paints" />;
    }
    const set = (part: Record<string, string>) => {
        const next = new URLSearchParams(query);
        Object.entries(part).forEach(([k, v]) => (v === '' ? next.delete(k) : next.set(k, v)));
        setQuery(next, { replace: true });
    };
    return (
        <>
            <h1>Mixes</h1>
            {bench.data.paints.length < 2 ? (
                <Empty title="Nothing to mix yet">
                    A mix is expected from the ladders of two paints. Put two on a <Link to="/cards">test card</Link> with a graded stroke
                    or a stepped ladder.
                </Empty>
            ) : (
                <>
                    <p className="max-w-prose text-soft">
                        Expected from measured ladders, not painted: a model of how films absorb and scatter. Every colour says how far it
                        may be off.
                    </p>
                    <div className="flex flex-wrap gap-4 items-end my-3">
                        <Picker label="First paint" of={bench.data.paints} value={a} onPick={(uuid) => set({ a: uuid })} />
                        <Picker label="Second paint" of={bench.data.paints} value={b} onPick={(uuid) => set({ b: uuid })} />
                        {a !== '' && b !== '' && (
                            <button type="button" className="button" onClick={() => set({ a: b, b: a })}>
                                Change sides
                            </button>
                        )}
                    </div>
                    <Problem error={run.error} />
                    {person != null && a !== '' && b === '' && (
                        <Greys of={a} onPick={(uuid, share) => set({ b: uuid, share: String(share) })} />
                    )}
                    {run.data !== undefined && (
                        <Stage key={`${a} ${b} ${ladders}`} run={run.data} query={query} onSet={set} mayName={person != null} />
                    )}
                    {run.data !== undefined && <AcrossMakers run={run.data} share={Number(query.get('share') ?? 0.5)} />}
                </>
            )}
            {person != null && bench.data.paints.length > 0 && (
                <Recipes paints={bench.data.paints} mixes={bench.data.mixes} onMix={(x, y) => set({ a: x, b: y })} />
            )}
            {person != null && bench.data.paints.length > 1 && <Reach />}
            {person != null && <Partners of={bench.data.partners} onChange={() => void bench.refetch()} />}
            {bench.data.mixes.length > 0 && <Named of={bench.data.mixes} onChange={() => void bench.refetch()} onOpen={set} />}
        </>
    );
}

function Picker({ label, of, value, onPick }: { label: string; of: MixPaint[]; value: string; onPick: (uuid: string) => void }) {
    const group = (mine: boolean) => of.filter((p) => (p.mine ?? false) === mine);
    return (
        <label>
            {label}
            <select className="block w-80 max-w-full" value={value} onChange={(e) => onPick(e.target.value)}>
                <option value="">choose …</option>
                {[true, false].map(
                    (mine) =>
                        group(mine).length > 0 && (
                            <optgroup key={String(mine)} label={mine ? 'at hand' : 'measured by others, or used up'}>
                                {group(mine).map((p) => (
                                    <option key={p.uuid} value={p.uuid}>
                                        {p.name}, {p.maker} · {p.pigments}
                                    </option>
                                ))}
                            </optgroup>
                        ),
                )}
            </select>
        </label>
    );
}

function Stage({
    run,
    query,
    onSet,
    mayName,
}: {
    run: Run;
    query: URLSearchParams;
    onSet: (part: Record<string, string>) => void;
    mayName: boolean;
}) {
    const count = run.depths[0]!.places.length;
    const [at, setAt] = useState(() => Math.round(Number(query.get('share') ?? 0.5) * (count - 1)));
    const [deep, setDeep] = useState(() =>
        Math.max(
            0,
            run.depths.findIndex((d) => d.name === (query.get('depth') ?? 'middle')),
        ),
    );
    const [layered, setLayered] = useState(query.get('layered') === '1');
    const depth = run.depths[deep]!;
    const place = depth.places[at]!;
    useEffect(() => {
        onSet({
            share: place.share === 0.5 ? '' : String(place.share),
            depth: depth.name === 'middle' ? '' : depth.name,
            layered: layered ? '1' : '',
        });
        // eslint-disable-next-line react-hooks/exhaustive-deps
    }, [at, deep, layered]);
    function turn(e: KeyboardEvent) {
        const move: Record<string, () => void> = {
            ArrowRight: () => setAt(Math.min(count - 1, at + 1)),
            ArrowLeft: () => setAt(Math.max(0, at - 1)),
            ArrowUp: () => setDeep(Math.max(0, deep - 1)),
            ArrowDown: () => setDeep(Math.min(run.depths.length - 1, deep + 1)),
            g: () => setAt(depth.greyest),
            v: () => setAt(depth.mostVivid),
            l: () => setLayered(!layered),
        };
        if (move[e.key] !== undefined && !e.ctrlKey && !e.metaKey) {
            e.preventDefault();
            e.stopPropagation();
            move[e.key]!();
        }
    }
    return (
        <section aria-label="The run between them">
            <div
                role="slider"
                tabIndex={0}
                aria-label={`Share of ${run.b.name}, ${depth.name}`}
                aria-valuemin={0}
                aria-valuemax={100}
                aria-valuenow={Math.round(100 * place.share)}
                aria-valuetext={`${Math.round(100 * place.share)} % ${run.b.name}, ${depth.name}: ${place.words}`}
                onKeyDown={turn}
                className="grid grid-cols-[60px_1fr_60px] md:grid-cols-[120px_1fr_120px] focus-visible:outline-black"
            >
                <End of={run.a} />
                <div className="relative cursor-pointer" data-run>
                    {run.depths.map((d, i) => (
                        <div
                            key={d.name}
                            className={`flex h-[60px] border-y border-dashed ${i === deep ? 'border-ink' : 'border-transparent'}`}
                            role="presentation"
                            onClick={(e) => {
                                const box = e.currentTarget.getBoundingClientRect();
                                setDeep(i);
                                setAt(Math.round(((e.clientX - box.left) / box.width) * (count - 1)));
                            }}
                        >
                            {d.places.map((p) =>
                                p.range95 > UNSURE ? (
                                    <span key={p.share} className="flex-1 hatched" title="too unsure to show" />
                                ) : (
                                    <span key={p.share} className="flex-1" style={{ background: p.hex }} />
                                ),
                            )}
                        </div>
                    ))}
                    {run.painted.map((m) => (
                        <span
                            key={m.key}
                            className={`${PAINTED} -translate-x-1/2 pointer-events-none`}
                            style={{
                                left: `${100 * (m.share ?? m.spoken.share)}%`,
                                top: 8 + 60 * nearestDepth(run, m.deposit),
                                background: m.places[0],
                            }}
                            title={m.share === null ? 'painted; where the field itself speaks for' : 'painted, at the counted ratio'}
                        />
                    ))}
                    <span
                        aria-hidden
                        className="absolute inset-y-0 w-3 -translate-x-1/2 border-2 border-black outline outline-white pointer-events-none"
                        style={{ left: `${(100 * (at + 0.5)) / count}%` }}
                    />
                </div>
                <End of={run.b} />
            </div>
            <p className="text-sm text-soft">
                Left and right turn the ratio, up and down the depth ({run.depths.map((d) => d.name).join(', ')}); G the greyest, V the most
                vivid between them, L laid over each other.
            </p>
            {layered ? <Layers of={depth} run={run} /> : <Result of={place} depth={depth} run={run} />}
            <p className="flex flex-wrap gap-2 mt-2">
                <button type="button" className="button" onClick={() => setAt(depth.greyest)}>
                    Greyest
                </button>
                <button type="button" className="button" onClick={() => setAt(depth.mostVivid)}>
                    Most vivid
                </button>
                <button type="button" className="button" aria-pressed={layered} onClick={() => setLayered(!layered)}>
                    Laid over each other
                </button>
            </p>
            <InLight run={run} share={place.share} deposit={depth.deposit} />
            <Corrected of={run} onSet={onSet} />
            {run.painted.length > 0 && <Painted of={run} />}
            {mayName && <PlanIt run={run} />}
            {mayName && <NameIt run={run} place={place} deposit={depth.deposit} layered={layered} />}
            <p className="text-sm text-soft mt-2">
                Films from{' '}
                {[run.a, run.b].map((p, i) => (
                    <span key={p.uuid}>
                        {i > 0 && ' and '}
                        <Link to={`/${p.card.mayChange ? 'cards' : 'records'}/${p.card.uuid}`}>{p.card.title}</Link>{' '}
                        {p.counted ? '(counted drops)' : '(graded stroke)'}, missing their own ladder by dE00{' '}
                        <span className="num">{p.misfit.toFixed(1)}</span> {p.simulated && <Simulated />}
                    </span>
                ))}
                . {!run.counted && 'Ratios go by strength: equal strengths give equal depths alone. Two stepped ladders tell drops too.'}
            </p>
        </section>
    );
}

/** Row of the run in which a painted field stands: that of the depth nearest to its own. */
function nearestDepth(run: Run, deposit: number): number {
    return nearest(
        run.depths.map((d) => Math.log(d.deposit)),
        Math.log(Math.max(0.01, deposit)),
    );
}

function End({ of }: { of: MixPaint }) {
    return (
        <div className="flex flex-col justify-end p-1" style={{ background: of.hex }}>
            <span className="bg-surround px-1 text-sm leading-tight">{of.name}</span>
        </div>
    );
}

function ratio(p: MixPlace): string {
    const percent = `${Math.round(100 * (1 - p.share))} to ${Math.round(100 * p.share)} by strength`;
    if (p.drops === null) {
        return percent;
    }
    const d = p.drops >= 1 ? `${p.drops.toFixed(1)} drops to 1` : `1 drop to ${(1 / p.drops).toFixed(1)}`;
    return `${percent}, about ${d}`;
}

/** The mix at one place: over paper, and over the line. */
function Result({ of, depth, run }: { of: MixPlace; depth: MixDepth; run: Run }) {
    const unsure = of.range95 > UNSURE;
    return (
        <>
            <div
                className={`relative h-[140px] border border-dashed border-ink ${unsure ? 'hatched' : ''}`}
                style={unsure ? undefined : { background: of.hex }}
                role="img"
                aria-label={`Expected: ${of.words}`}
                data-result={of.hex}
            >
                {!unsure && (
                    <span className="absolute inset-x-0 top-[56px] h-7" style={{ background: of.onInk }} title="over the black line" />
                )}
            </div>
            <p className="text-lg" aria-live="polite">
                Expected, not painted: <strong className="font-medium">{of.words}</strong> at {ratio(of)};{' '}
                {unsure ? (
                    'too unsure to be shown.'
                ) : (
                    <>
                        the painted colour would lie within dE00 <span className="num">{of.range95.toFixed(1)}</span>.
                    </>
                )}
            </p>
            <p>
                {depth.clarity !== null && (
                    <>
                        Half way the run keeps <span className="num">{Math.round(100 * depth.clarity)} %</span> of the chroma of its ends:{' '}
                        {depth.clarity >= 0.9 ? 'clear' : depth.clarity >= 0.7 ? 'a little dulled' : 'dulled'}.{' '}
                    </>
                )}
                {of.slip.dE00 > 0 && (
                    <>
                        A slip of 15 % in the ratio changes it by dE00 <span className="num">{of.slip.dE00.toFixed(1)}</span>
                        {of.slip.words.length > 0 && `, to ${of.slip.words.join(' or ')}`}.{' '}
                    </>
                )}
                {of.body > 0.04 ? 'It veils the line.' : 'The line stays clear under it.'}
                {run.cost !== null && (
                    <>
                        {' '}
                        As much colour as 1 ml of {run.a.name} has costs{' '}
                        <span className="num">
                            {((1 - of.share) * run.cost.a + of.share * run.cost.b).toFixed(2)} {run.cost.currency}
                        </span>{' '}
                        so mixed (<span className="num">{run.cost.a.toFixed(2)}</span> and{' '}
                        <span className="num">{run.cost.b.toFixed(2)}</span> alone).
                    </>
                )}
            </p>
            <p className="sr-only">{`${run.a.name} and ${run.b.name}`}</p>
        </>
    );
}

function Layers({ of, run }: { of: MixDepth; run: Run }) {
    return (
        <>
            <div className="grid grid-cols-2 h-[140px] border border-dashed border-ink">
                {of.layers.map((l) => (
                    <div key={l.name} style={{ background: l.hex }} role="img" aria-label={`Expected: ${l.words}`} />
                ))}
            </div>
            <div className="grid grid-cols-2">
                {of.layers.map((l, i) => (
                    <p key={l.name} className="text-lg">
                        {i === 0 ? `${run.a.name} over ${run.b.name}` : `${run.b.name} over ${run.a.name}`}, each {of.name}:{' '}
                        <strong className="font-medium">{l.words}</strong>, within dE00 <span className="num">{l.range95.toFixed(1)}</span>.
                    </p>
                ))}
            </div>
            {run.lanes.map((l) => (
                <p key={l.paint}>
                    {l.moved === null
                        ? `In its glaze lane no layer of ${l.paint} stirred up the one below (${l.card}).`
                        : `In its glaze lane layer ${l.moved} of ${l.paint} seems to have stirred up what lay below (${l.card}): ` +
                          'lay over it in one stroke, or expect the mix.'}
                </p>
            ))}
        </>
    );
}

/** That painted mixes of the two have changed what is expected, and by how much. */
function Corrected({ of: { correction, a, b, measure }, onSet }: { of: Run; onSet: (part: Record<string, string>) => void }) {
    if (correction === null) {
        return null;
    }
    const told = correction.strength95;
    return (
        <p className="mt-3 max-w-prose">
            {correction.fields === 1 ? 'One painted mix of the two is' : `${correction.fields} painted mixes of the two are`}{' '}
            {correction.used ? 'taken into account' : 'left out of account: this is from the ladders alone'}.{' '}
            {correction.strength === null ? (
                <>Their ladders count no drops; the painted ones tell how strong a drop of either is.</>
            ) : (
                told !== null && (
                    <>
                        By them {b.name} is <span className="num">{correction.strength.toFixed(2)}</span> times as strong beside {a.name} as
                        the ladders say, from <span className="num">{told[0].toFixed(2)}</span> to{' '}
                        <span className="num">{told[1].toFixed(2)}</span>.
                    </>
                )
            )}{' '}
            {measure !== null && measure !== 'counted drops' && `Both ladders were measured out in ${measure}. `}
            <button type="button" className="link" onClick={() => onSet({ ladders: correction.used ? '1' : '' })}>
                {correction.used ? 'From the ladders alone' : 'With what was painted'}
            </button>
        </p>
    );
}

/** Mixes that were painted: what they were expected to be, how far off, and the ratio that they speak for. */
function Painted({ of: run }: { of: Run }) {
    const percent = (share: number) => `${Math.round(100 * (1 - share))} to ${Math.round(100 * share)}`;
    return (
        <section aria-label="Painted" className="mt-3">
            <h2>Painted</h2>
            <ul>
                {run.painted.map((m) => (
                    <li key={m.key} className="flex flex-wrap items-center gap-3 border-b border-rule py-1">
                        <span className="flex w-24 h-10" aria-label="Painted above, expected below">
                            {m.places.map((hex, i) => (
                                <span key={i} className="flex-1 flex flex-col">
                                    <span className="flex-1" style={{ background: hex }} />
                                    {m.expected[i] !== undefined && <span className="flex-1" style={{ background: m.expected[i] }} />}
                                </span>
                            ))}
                        </span>
                        <span className="max-w-prose">
                            {m.dropsA === null
                                ? 'Ratio not recorded, so nothing is tested by it'
                                : `${m.dropsA} to ${m.dropsB} in ${m.measure}, ${m.share === null ? 'as no ladder was' : percent(m.share)}`}
                            {m.off !== null && (
                                <>
                                    : dE00 <span className="num">{m.off.toFixed(1)}</span> from what was expected,{' '}
                                    {m.asExpected ? 'as near as was said' : `further than the ${m.range95!.toFixed(1)} that was said`}
                                </>
                            )}
                            . The field itself speaks for {percent(m.spoken.share)}.{' '}
                            <span className="text-soft">
                                {m.card === null ? (
                                    'a swatch of '
                                ) : (
                                    <Link to={`/${m.card.mayChange ? 'cards' : 'records'}/${m.card.uuid}`}>{m.card.title}</Link>
                                )}
                                {m.card !== null && ', '}
                                {m.by}
                            </span>{' '}
                            {m.simulated && <Simulated />}
                        </span>
                    </li>
                ))}
            </ul>
        </section>
    );
}

/** A card with the two in counted ratios, where both are among one's pans. */
function PlanIt({ run }: { run: Run }) {
    const pans = useQuery({ queryKey: keys.pans(), queryFn: () => get<{ pans: (Pan & { paint: Paint })[] }>('pans') });
    const of = (paint: string) => pans.data?.pans.find((p) => p.paint.uuid === paint)?.uuid;
    const [a, b] = [of(run.a.uuid), of(run.b.uuid)];
    return a === undefined || b === undefined ? null : (
        <p className="mt-3">
            <Link to={`/cards?make=1&blocks=stroke,mix:5&pans=${b},${a}`}>Plan a card of the two in counted ratios</Link>
        </p>
    );
}

function NameIt({ run, place, deposit, layered }: { run: Run; place: MixPlace; deposit: number; layered: boolean }) {
    const { error, busy, saving } = useSaving();
    const bench = useQuery({ queryKey: keys.mixes(), queryFn: () => get<MixBench>('mixes') });
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const form = e.currentTarget;
        const name = String(new FormData(form).get('name'));
        return saving(async (fresh) => {
            const body = { a: run.a.uuid, b: run.b.uuid, share: Math.min(0.98, Math.max(0.02, place.share)), deposit, layered, name };
            await put(`mixes/${fresh()}`, body);
            form.reset();
            await bench.refetch();
        });
    }
    return (
        <form onSubmit={(e) => void save(e)} className="flex flex-wrap gap-2 items-end mt-2" aria-label="Name this mix">
            <label>
                A name for it
                <input className="block w-60" name="name" placeholder="rain grey" required maxLength={80} />
            </label>
            <button className="button" disabled={busy}>
                Keep it
            </button>
            <Problem error={error} />
        </form>
    );
}

function Named({ of, onChange, onOpen }: { of: NamedMix[]; onChange: () => void; onOpen: (part: Record<string, string>) => void }) {
    const { error, saving } = useSaving();
    return (
        <section aria-label="Named mixes" className="mt-6">
            <h2>Named mixes</h2>
            <ul>
                {of.map((m) => (
                    <li key={m.uuid} className="flex flex-wrap items-center gap-3 border-b border-rule py-1">
                        <span
                            className={`w-16 h-8 ${m.hex === null ? 'hatched' : ''}`}
                            style={m.hex === null ? undefined : { background: m.hex }}
                        />
                        <button
                            type="button"
                            className="link"
                            onClick={() =>
                                onOpen({
                                    a: m.a.uuid,
                                    b: m.b.uuid,
                                    share: String(m.share),
                                    depth: m.deposit < 0.55 ? 'tint' : m.deposit < 1.4 ? '' : 'deep',
                                    layered: m.layered ? '1' : '',
                                })
                            }
                        >
                            {m.name}
                        </button>
                        <span className="text-soft">
                            {m.a.name} {m.layered ? 'over' : 'with'} {m.b.name}
                            {!m.layered && `, ${Math.round(100 * (1 - m.share))} to ${Math.round(100 * m.share)}`}; expected
                        </span>
                        <button
                            type="button"
                            className="link text-sm"
                            onClick={() => void saving(() => remove(`mixes/${m.uuid}`).then(onChange))}
                        >
                            Forget it
                        </button>
                    </li>
                ))}
            </ul>
            <Problem error={error} />
        </section>
    );
}
