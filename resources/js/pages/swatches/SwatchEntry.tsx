import { useQuery } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { Link } from '../../router';
import { get, put } from '../../api/client';
import { keys } from '../../api/queryKeys';
import type { MixBench } from '../../api/mixes';
import type { Swatch, SwatchCandidates, SwatchPlace } from '../../api/swatches';
import type { Paint } from '../../api/types';
import { StripCanvas } from '../../components/paint/StripCanvas';
import { screen } from '../../components/paint/linear';
import { day } from '../../components/paint/words';
import { AwaitedImage } from '../../components/ui/AwaitedImage';
import { decimal } from '../../components/ui/decimal';
import { Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

/** One swatch: its places as they are, what they say, and which paint it is as far as anybody knows. */
export function SwatchEntry({ swatch, onSaved, named = true }: { swatch: Swatch; onSaved: () => void; named?: boolean }) {
    const [more, setMore] = useState(false);
    const told = swatch.told;
    return (
        <li className="border-t border-rule py-3 grid gap-x-6 gap-y-2 md:grid-cols-[minmax(15rem,26rem)_1fr]" aria-label={title(swatch)}>
            {told === null ? (
                <div className="hatched min-h-16" aria-hidden />
            ) : (
                <Places places={told.places.filter((p) => p.role === 'swatch' || p.role === 'wash' || p.role === 'paper')} />
            )}
            <div>
                {named && <Naming swatch={swatch} onSaved={onSaved} />}
                {swatch.problem !== null && <p role="alert">{swatch.problem}</p>}
                {told !== null && (
                    <>
                        <ul className="flex flex-wrap gap-x-5">
                            {told.ratings
                                .filter((r) => r.property === 'transparency' || r.property === 'granulation')
                                .map((r) => (
                                    <li key={r.property}>
                                        <span className="text-soft">{r.property}</span>{' '}
                                        {r.status === 'measured' ? (
                                            <>
                                                {r.said ?? ''}{' '}
                                                <span className="num">
                                                    {r.value?.toFixed(3)} ±{r.uncertainty?.toFixed(3)}
                                                </span>
                                            </>
                                        ) : (
                                            'this swatch is too pale to tell'
                                        )}
                                    </li>
                                ))}
                        </ul>
                        {told.outshines.length > 0 && (
                            <p role="note">
                                Brighter than its own paper in {told.outshines.join(' and ')}: it may be a fluorescent paint. Then colour
                                and fading hold for this light and this device only.{' '}
                                {swatch.paint !== null && <Link to={`/paints/${swatch.paint.uuid}`}>Say so with the paint</Link>}
                            </p>
                        )}
                        <p className="text-sm text-soft">
                            {swatch.paintedWhen === '' ? 'painted when: not recorded' : `painted ${swatch.paintedWhen}`} ·{' '}
                            {swatch.paperWords === '' ? 'paper not recorded' : swatch.paperWords} · {told.protocol} · {swatch.owner},{' '}
                            {day(swatch.made.slice(0, 10))}
                            {swatch.shared && ' · shared'}
                            {swatch.simulated && ' · simulated'}{' '}
                            <button type="button" className="link" aria-expanded={more} onClick={() => setMore(!more)}>
                                {more ? 'Less' : 'More'}
                            </button>
                        </p>
                    </>
                )}
                {more && told !== null && (
                    <div className="my-2">
                        <AwaitedImage
                            src={`/api/swatches/${swatch.uuid}/window.webp?${swatch.edition}`}
                            alt="The window of the frame, straightened"
                            className="block max-w-full w-96"
                        />
                        <table className="my-2 text-sm">
                            <thead>
                                <tr>
                                    <th className="pr-4">Place</th>
                                    <th className="pr-4">L* a* b*</th>
                                    <th className="pr-4">within dE00</th>
                                    <th>deposit</th>
                                </tr>
                            </thead>
                            <tbody>
                                {told.places.map((p) => (
                                    <tr key={p.cell} className="border-t border-rule">
                                        <td className="pr-4">{p.what}</td>
                                        <td className="num pr-4">{p.lab.map((v) => v.toFixed(1)).join(' ')}</td>
                                        <td className="num pr-4">{p.uncertainty95?.toFixed(1) ?? ''}</td>
                                        <td className="num">{p.deposit?.toFixed(2) ?? ''}</td>
                                    </tr>
                                ))}
                            </tbody>
                        </table>
                        <ul className="text-sm list-disc pl-5 max-w-prose">
                            {told.remarks.map((r) => (
                                <li key={r}>{r}</li>
                            ))}
                        </ul>
                        <details className="text-sm">
                            <summary>What a swatch does not show</summary>
                            <ul className="list-disc pl-5 max-w-prose">
                                {told.ratings
                                    .filter((r) => r.status !== 'measured')
                                    .map((r) => (
                                        <li key={r.property}>
                                            {r.property}: {r.reason}
                                        </li>
                                    ))}
                            </ul>
                        </details>
                        {swatch.mayChange && <About swatch={swatch} onSaved={onSaved} />}
                    </div>
                )}
            </div>
        </li>
    );
}

function title(swatch: Swatch): string {
    if (swatch.mix !== null) {
        return `${swatch.mix.a.name} with ${swatch.mix.b.name}`;
    }
    return swatch.paint?.colourName ?? (swatch.called || (swatch.naming === 'unknown' ? 'Unknown paint' : 'Swatch without a name'));
}

/** The measured colours side by side, deepest first, each as large as the others. */
function Places({ places }: { places: SwatchPlace[] }) {
    return (
        <div className="flex h-20" role="img" aria-label={`Measured colours: ${places.map((p) => p.what).join(', ')}`}>
            {places
                .filter((p) => p.role !== 'paper')
                .sort((a, b) => (b.deposit ?? 99) - (a.deposit ?? 99))
                .concat(places.filter((p) => p.role === 'paper'))
                .map((p) => (
                    <span key={p.cell} className="grow basis-0 flex items-end" style={{ background: screen(p.rgb) }}>
                        {p.deposit !== null && <span className="num bg-surround px-1">{p.deposit.toFixed(2)}</span>}
                        {p.role === 'paper' && <span className="text-sm bg-surround px-1">bare</span>}
                    </span>
                ))}
        </div>
    );
}

/** By picking a recorded paint, by typing one, or not known. */
function Naming({ swatch, onSaved }: { swatch: Swatch; onSaved: () => void }) {
    const [changing, setChanging] = useState(false);
    const [words, setWords] = useState(swatch.called);
    const [narrowing, setNarrowing] = useState(false);
    const [mixing, setMixing] = useState(false);
    const { error, busy, saving } = useSaving();
    const list = `paints-${swatch.uuid}`;
    const search = words.trim();
    const { data } = useQuery({
        queryKey: keys.paints('like', search),
        queryFn: () => get<{ paints: Paint[] }>(`paints?q=${encodeURIComponent(search)}`),
        enabled: changing && search.length >= 2,
        staleTime: 10_000,
    });
    const save = (values: Record<string, unknown>) =>
        saving(() =>
            put(`swatches/${swatch.uuid}`, values, swatch.edition).then(() => {
                setChanging(false);
                setMixing(false);
                setNarrowing(false);
                onSaved();
            }),
        );
    const full = (p: Paint) => `${p.colourName}, ${p.maker}`;
    const picked = data?.paints.find((p) => full(p) === search);
    function submit(e: FormEvent) {
        e.preventDefault();
        const [name, ...maker] = search.split(',');
        return save(picked ? { paintUuid: picked.uuid } : { colourName: name!.trim(), makerName: maker.join(',').trim() });
    }
    if (mixing) {
        return <MixOf onSave={save} onLeave={() => setMixing(false)} error={error} />;
    }
    if (swatch.naming === 'open' && swatch.mayChange && !changing) {
        return (
            <div className="flex flex-wrap gap-2 items-center">
                <strong className="font-semibold">{swatch.called || 'Which paint is this?'}</strong>
                {swatch.guess !== null && (
                    <button
                        type="button"
                        className="button"
                        data-main
                        disabled={busy}
                        onClick={() => void save({ paintUuid: swatch.guess!.uuid })}
                    >
                        It is {full(swatch.guess)}
                    </button>
                )}
                {swatch.guess === null && swatch.called !== '' && (
                    <button
                        type="button"
                        className="button"
                        data-main
                        disabled={busy}
                        onClick={() => void save({ colourName: swatch.called })}
                    >
                        Keep as a paint
                    </button>
                )}
                <button type="button" className="button" onClick={() => setChanging(true)}>
                    Pick or type
                </button>
                <button type="button" className="button" onClick={() => setMixing(true)}>
                    A mix of two
                </button>
                <button type="button" className="button" disabled={busy} onClick={() => void save({ unknown: true })}>
                    Not known
                </button>
                <Problem error={error} />
            </div>
        );
    }
    if (changing) {
        return (
            <form onSubmit={(e) => void submit(e)} className="flex flex-wrap gap-2 items-end" aria-label="Which paint">
                <label>
                    Colour name, maker
                    <input
                        className="block w-72"
                        list={list}
                        value={words}
                        onChange={(e) => setWords(e.target.value)}
                        autoFocus
                        required
                        maxLength={200}
                    />
                </label>
                <datalist id={list}>
                    {data?.paints.map((p) => (
                        <option key={p.uuid} value={full(p)} />
                    ))}
                </datalist>
                <button className="button" data-main disabled={busy}>
                    {picked ? 'It is this one' : 'Keep as a paint'}
                </button>
                <button type="button" className="button" onClick={() => setChanging(false)}>
                    Leave it
                </button>
                <Problem error={error} />
            </form>
        );
    }
    return (
        <div>
            <div className="flex flex-wrap gap-x-3 items-baseline">
                {swatch.paint !== null ? (
                    <Link to={`/paints/${swatch.paint.uuid}`} className="font-semibold">
                        {swatch.paint.colourName}
                    </Link>
                ) : (
                    <strong className="font-semibold">{title(swatch)}</strong>
                )}
                {swatch.paint !== null && (
                    <span>
                        {swatch.paint.maker} · {swatch.paint.statement.text || 'pigments not stated'}
                    </span>
                )}
                {swatch.mix !== null && (
                    <span>
                        {swatch.mix.dropsA === null
                            ? 'ratio not recorded'
                            : `${swatch.mix.dropsA} to ${swatch.mix.dropsB} in ${swatch.mix.measure}`}{' '}
                        · <Link to={`/mixes?a=${swatch.mix.a.uuid}&b=${swatch.mix.b.uuid}`}>beside what was expected</Link>
                    </span>
                )}
                {swatch.naming === 'unknown' && (
                    <button type="button" className="link" aria-expanded={narrowing} onClick={() => setNarrowing(!narrowing)}>
                        What may it be?
                    </button>
                )}
                {swatch.mayChange && (
                    <button type="button" className="link text-sm" onClick={() => setChanging(true)}>
                        Change
                    </button>
                )}
                {swatch.mayChange && (
                    <button type="button" className="link text-sm" onClick={() => setMixing(true)}>
                        It is a mix
                    </button>
                )}
            </div>
            {narrowing && <Candidates swatch={swatch} onPick={(paint) => void save({ paintUuid: paint.uuid })} />}
            <Problem error={error} />
        </div>
    );
}

function Candidates({ swatch, onPick }: { swatch: Swatch; onPick: (paint: Paint) => void }) {
    const { data, error } = useQuery({
        queryKey: keys.swatchNarrowing(swatch.uuid),
        queryFn: () => get<SwatchCandidates>(`swatches/${swatch.uuid}/narrowing`),
    });
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="what it may be" />;
    }
    if (data.candidates.length === 0) {
        return <p>No measured paint reaches the depths of this swatch, so nothing can be held against it yet.</p>;
    }
    return (
        <ul className="my-2 max-w-3xl" aria-label="What it may be">
            {data.candidates.map((c) => (
                <li key={c.paint.uuid} className="grid sm:grid-cols-[1fr_18rem] gap-x-4 items-center py-1">
                    <StripCanvas strip={c.strip} label={`${c.paint.colourName}: mean dE00 ${c.meanDE00}`} height={44} />
                    <span className="text-sm leading-tight">
                        <strong className="font-semibold">{c.paint.colourName}</strong>, {c.paint.maker} · {c.paint.statement.text}
                        <span className="block">
                            {c.says}: mean <span className="num">dE00 {c.meanDE00.toFixed(1)}</span> over{' '}
                            {c.depths === 1 ? 'one depth' : `${c.depths} depths`}
                        </span>
                        <button type="button" className="link" onClick={() => onPick(c.paint)}>
                            It is this one
                        </button>
                    </span>
                </li>
            ))}
            <li className="text-sm text-soft">
                Colour alone does not prove a pigment, and a photograph’s range is wide: look also at staining and grain.
            </li>
        </ul>
    );
}

/** When, on what, and who may see it; as vague as it is. */
function About({ swatch, onSaved }: { swatch: Swatch; onSaved: () => void }) {
    const { error, busy, saving } = useSaving();
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const form = new FormData(e.currentTarget);
        return saving(() =>
            put(
                `swatches/${swatch.uuid}`,
                {
                    paintedWhen: form.get('paintedWhen'),
                    paperWords: form.get('paperWords'),
                    note: form.get('note'),
                    shared: form.get('shared') === 'on',
                },
                swatch.edition,
            ).then(onSaved),
        );
    }
    return (
        <form onSubmit={(e) => void save(e)} className="flex flex-wrap gap-3 items-end mt-2">
            <label className="text-sm">
                Painted when
                <input className="block w-44" name="paintedWhen" defaultValue={swatch.paintedWhen} placeholder="about March 2023" />
            </label>
            <label className="text-sm">
                On which paper
                <input className="block w-56" name="paperWords" defaultValue={swatch.paperWords} placeholder="not recorded" />
            </label>
            <label className="text-sm">
                Note
                <input className="block w-56" name="note" defaultValue={swatch.note} />
            </label>
            <label className="flex gap-2 items-center min-h-11">
                <input type="checkbox" name="shared" defaultChecked={swatch.shared} /> shared with all readers
            </label>
            <button className="button" disabled={busy}>
                Save
            </button>
            <Problem error={error} />
        </form>
    );
}

/** Two paints that were mixed, in drops that were counted or not. */
function MixOf({ onSave, onLeave, error }: { onSave: (values: Record<string, unknown>) => unknown; onLeave: () => void; error: unknown }) {
    const { data } = useQuery({ queryKey: keys.mixes(), queryFn: () => get<MixBench>('mixes') });
    function submit(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const v = Object.fromEntries(new FormData(e.currentTarget));
        onSave({ mix: { a: v.a, b: v.b, dropsA: decimal(v.dropsA), dropsB: decimal(v.dropsB), measure: v.measure } });
    }
    if (data === undefined) {
        return <Loading what="the paints" />;
    }
    return (
        <form onSubmit={submit} className="flex flex-wrap gap-2 items-end" aria-label="A mix of two">
            {['a', 'b'].map((side) => (
                <span key={side} className="flex gap-2 items-end">
                    <label>
                        {side === 'a' ? 'First paint' : 'Second paint'}
                        <select className="block w-52" name={side} required defaultValue="">
                            <option value="" disabled>
                                choose …
                            </option>
                            {data.paints.map((p) => (
                                <option key={p.uuid} value={p.uuid}>
                                    {p.name}, {p.maker}
                                </option>
                            ))}
                        </select>
                    </label>
                    <label>
                        {side === 'a' ? 'So much' : 'into so much'}
                        <input className="block w-16" name={side === 'a' ? 'dropsA' : 'dropsB'} inputMode="decimal" placeholder="?" />
                    </label>
                </span>
            ))}
            <label>
                measured out in
                <select className="block" name="measure" defaultValue="counted drops">
                    {['counted drops', 'brush loads', 'grams'].map((m) => (
                        <option key={m}>{m}</option>
                    ))}
                </select>
            </label>
            <button className="button" data-main>
                Keep it so
            </button>
            <button type="button" className="button" onClick={onLeave}>
                Leave it
            </button>
            <p className="basis-full text-sm text-soft">
                Paints whose ladders were measured can be chosen. Amounts that nobody measured stay blank; nothing is tested by a ratio that
                nobody wrote down.
            </p>
            <Problem error={error} />
        </form>
    );
}
