import { useQuery, useQueryClient } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useRef, useState, type FormEvent } from 'react';
import { call, get, post, put, remove } from '../../api/client';
import type { Preview, PreviewSample, Reading, Readings, Run } from '../../api/capture';
import { Problem } from '../../components/ui/states';
import { StandIns } from '../../components/StandIns';
import { useSaving } from '../../components/ui/useSaving';
import { Wide } from '../../components/ui/Wide';
import { day } from '../../components/paint/words';

const lab = (v: number[] | null) => (v === null ? '' : v.map((x) => x.toFixed(1)).join(' '));

/** What colour instruments say of this card: files matched to cells, values typed in, and both beside the picture. */
export function Instruments({ card, mayChange }: { card: string; mayChange: boolean }) {
    const queries = useQueryClient();
    const { data } = useQuery({ queryKey: keys.readings(card), queryFn: () => get<Readings>(`cards/${card}/readings`) });
    const [preview, setPreview] = useState<Preview | null>(null);
    const [typing, setTyping] = useState(false);
    const { error, busy, saving } = useSaving();
    const file = useRef<HTMLInputElement>(null);
    if (data === undefined || (!mayChange && data.runs.length === 0)) {
        return null;
    }
    const kept = (r: Readings) => {
        setPreview(null);
        setTyping(false);
        queries.setQueryData(keys.readings(card), r);
    };
    function read(chosen: File) {
        const form = new FormData();
        form.append('file', chosen);
        return saving(() => call<Preview>('POST', `cards/${card}/readings-preview`, form).then(setPreview));
    }
    return (
        <section className="mt-6 border-t border-ink pt-4">
            <h2>Instrument</h2>
            {mayChange && (
                <div
                    className="no-print my-2 flex flex-wrap items-center gap-3"
                    onDragOver={(e) => e.preventDefault()}
                    onDrop={(e) => {
                        e.preventDefault();
                        const f = e.dataTransfer.files[0];
                        if (f) {
                            void read(f);
                        }
                    }}
                >
                    <input
                        ref={file}
                        type="file"
                        accept=".txt,.cgats,.cie,.ti3,.it8,text/plain"
                        className="sr-only"
                        tabIndex={-1}
                        aria-label="Measurement file"
                        onChange={(e) => {
                            const f = e.target.files?.[0];
                            e.target.value = '';
                            if (f) {
                                void read(f);
                            }
                        }}
                    />
                    <button type="button" className="button" disabled={busy} onClick={() => file.current?.click()}>
                        Read a measurement file
                    </button>
                    <button type="button" className="button" disabled={busy} onClick={() => setTyping(!typing)} aria-expanded={typing}>
                        Type readings in
                    </button>
                    <StandIns>
                        <button
                            type="button"
                            className="button"
                            disabled={busy}
                            onClick={() => void saving((fresh) => post<Readings>(`cards/${card}/readings/${fresh()}/stand-in`).then(kept))}
                        >
                            Use the instrument stand-in
                        </button>
                    </StandIns>
                    <span className="text-sm text-soft">CGATS text: spectra, L*a*b* or XYZ. Put the instrument on dry paint only.</span>
                    <div className="basis-full">
                        <Problem error={error} />
                    </div>
                </div>
            )}
            {typing && <TypeIn card={card} order={data.order} onKept={kept} />}
            {preview !== null && (
                <Matching
                    key={preview.name}
                    card={card}
                    preview={preview}
                    order={data.order}
                    onKept={kept}
                    onDrop={() => setPreview(null)}
                />
            )}
            {data.runs.map((run) => (
                <RunOf key={run.uuid} run={run} card={card} onChange={kept} />
            ))}
        </section>
    );
}

/** Which cell each sample belongs to, before anything is kept. */
function Matching({
    card,
    preview,
    order,
    onKept,
    onDrop,
}: {
    card: string;
    preview: Preview;
    order: Readings['order'];
    onKept: (r: Readings) => void;
    onDrop: () => void;
}) {
    const [samples, setSamples] = useState<PreviewSample[]>(preview.samples);
    const { error, busy, saving } = useSaving();
    const matched = samples.filter((s) => s.cell !== null);
    const keep = () =>
        saving((fresh) =>
            put<Readings>(`cards/${card}/readings/${fresh()}`, {
                name: preview.name,
                source: 'file',
                samples: matched.map((s) => ({ cell: s.cell, name: s.name, lab: s.lab, spectrum: s.spectrum })),
            }).then(onKept),
        );
    return (
        <div className="my-3 border-l-4 border-ink pl-4">
            <h3>
                {preview.name}: <span className="num">{samples.length}</span> samples, matched by {preview.by}
            </h3>
            <Wide label="Samples and cells">
                <table className="min-w-[700px] text-sm">
                    <thead>
                        <tr className="border-b border-ink">
                            <th className="py-1 pr-4">Sample</th>
                            <th className="pr-4">L* a* b*, D65</th>
                            <th className="pr-4">Belongs to</th>
                            <th>Doubt</th>
                        </tr>
                    </thead>
                    <tbody>
                        {samples.map((s, i) => (
                            <tr key={i} className="border-b border-rule align-baseline">
                                <th scope="row" className="py-1 pr-4 font-normal">
                                    <span className="inline-block w-6 h-4 align-middle mr-2" style={{ background: s.hex }} />
                                    {s.name}
                                </th>
                                <td className="num pr-4">{lab(s.lab)}</td>
                                <td className="pr-4">
                                    <select
                                        aria-label={`Cell of ${s.name}`}
                                        value={s.cell ?? ''}
                                        onChange={(e) =>
                                            setSamples(
                                                samples.map((o, k) => (k === i ? { ...o, cell: e.target.value || null, doubt: null } : o)),
                                            )
                                        }
                                    >
                                        <option value="">no cell</option>
                                        {s.cell !== null && !order.some((o) => o.cell === s.cell) && (
                                            <option value={s.cell}>{s.what}</option>
                                        )}
                                        {order.map((o) => (
                                            <option key={o.cell} value={o.cell}>
                                                {o.what}
                                            </option>
                                        ))}
                                    </select>
                                </td>
                                <td>{s.doubt}</td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            </Wide>
            <p className="my-2 flex gap-3">
                <button type="button" className="button" data-main disabled={busy || matched.length === 0} onClick={() => void keep()}>
                    Keep {matched.length} {matched.length === 1 ? 'reading' : 'readings'}
                </button>
                <button type="button" className="button" onClick={onDrop}>
                    Drop the file
                </button>
            </p>
            <Problem error={error} />
        </div>
    );
}

function TypeIn({ card, order, onKept }: { card: string; order: Readings['order']; onKept: (r: Readings) => void }) {
    const [name, setName] = useState('');
    const [values, setValues] = useState<Record<string, string>>({});
    const { error, busy, saving } = useSaving();
    function submit(e: FormEvent) {
        e.preventDefault();
        void saving((fresh) => {
            const samples = Object.entries(values)
                .filter(([, v]) => v.trim() !== '')
                .map(([cell, v]) => ({
                    cell,
                    lab: v
                        .trim()
                        .split(/[\s;]+/)
                        .map((n) => Number(n.replace(',', '.'))),
                }));
            const wrong = samples.find((s) => s.lab.length !== 3 || s.lab.some(Number.isNaN));
            if (wrong) {
                throw new Error(`Type L*, a* and b* with blanks between them; “${values[wrong.cell]}” is not three numbers.`);
            }
            return put<Readings>(`cards/${card}/readings/${fresh()}`, { name, source: 'hand', samples }).then(onKept);
        });
    }
    return (
        <form onSubmit={submit} className="my-3 border-l-4 border-ink pl-4">
            <label className="block mb-2">
                Instrument
                <input value={name} onChange={(e) => setName(e.target.value)} className="block w-60" required />
            </label>
            <div className="grid gap-x-6 gap-y-1 sm:grid-cols-2 xl:grid-cols-3">
                {order.slice(0, 60).map((o) => (
                    <label key={o.cell} className="flex items-center justify-between gap-2 text-sm">
                        <span>{o.what}</span>
                        <input
                            value={values[o.cell] ?? ''}
                            onChange={(e) => setValues({ ...values, [o.cell]: e.target.value })}
                            placeholder="L* a* b*"
                            className="num w-36"
                        />
                    </label>
                ))}
            </div>
            <p className="mt-2">
                <button className="button" data-main disabled={busy}>
                    Keep these readings
                </button>
            </p>
            <Problem error={error} />
        </form>
    );
}

function RunOf({ run, card, onChange }: { run: Run; card: string; onChange: (r: Readings) => void }) {
    const { error, saving } = useSaving();
    const spectral = run.readings.some((r) => r.a !== null);
    return (
        <details className="my-3" open>
            <summary className="cursor-pointer py-1">
                <strong className="font-semibold">{run.name}</strong>, {run.by}, {day(run.on)}:{' '}
                <span className="num">{run.readings.length}</span> cells
                {run.mean !== null && (
                    <>
                        ; the picture lies dE00 <span className="num">{run.mean.toFixed(2)}</span> from it on the whole
                    </>
                )}
            </summary>
            <p className="no-print text-sm flex gap-4">
                <a href={`/api/cards/${card}/readings.txt`}>Save as CGATS text</a>
                {run.mine && (
                    <button
                        type="button"
                        className="link"
                        onClick={() => void saving(() => remove<Readings>(`readings/${run.uuid}`).then(onChange))}
                    >
                        Remove<span className="sr-only"> {run.name}</span>
                    </button>
                )}
            </p>
            <Problem error={error} />
            <Wide label={`Readings of ${run.name}`}>
                <table className="min-w-[760px] text-sm">
                    <thead>
                        <tr className="border-b border-ink">
                            <th className="py-1 pr-4">Place</th>
                            <th className="pr-4">L* a* b*, D65</th>
                            {spectral && (
                                <>
                                    <th className="pr-4">Under D50</th>
                                    <th className="pr-4">Under A</th>
                                </>
                            )}
                            <th className="pr-4">Picture says</th>
                            <th className="text-right pr-4">dE00</th>
                            <th>Remark</th>
                        </tr>
                    </thead>
                    <tbody>
                        {run.readings.map((r) => (
                            <Line key={r.cell} reading={r} spectral={spectral} />
                        ))}
                    </tbody>
                </table>
            </Wide>
            {run.pairs.length > 0 && (
                <div className="mt-2 text-sm">
                    <strong className="font-semibold">Pairs that change with the light</strong>
                    <ul>
                        {run.pairs.map((p) => (
                            <li key={p.one + p.two}>
                                {p.one} and {p.two}: {p.remark}
                            </li>
                        ))}
                    </ul>
                </div>
            )}
        </details>
    );
}

function Line({ reading, spectral }: { reading: Reading; spectral: boolean }) {
    const p = reading.picture;
    return (
        <tr className="border-b border-rule align-baseline">
            <th scope="row" className="py-1 pr-4 font-normal">
                <span className="inline-block w-6 h-4 align-middle mr-2" style={{ background: reading.hex }} />
                {reading.what}
            </th>
            <td className="num pr-4">{lab(reading.lab)}</td>
            {spectral && (
                <>
                    <td className="num pr-4">{lab(reading.d50)}</td>
                    <td className="num pr-4">{lab(reading.a)}</td>
                </>
            )}
            <td className="num pr-4">{p !== null && lab(p.lab)}</td>
            <td className="num text-right pr-4">{p?.dE00.toFixed(2)}</td>
            <td>
                {reading.doubt ??
                    (p?.outside ? (
                        <>
                            beyond the picture’s stated <span className="num">{p.uncertainty95?.toFixed(1)}</span>
                        </>
                    ) : null)}
            </td>
        </tr>
    );
}
