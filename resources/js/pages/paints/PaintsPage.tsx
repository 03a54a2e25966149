import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useEffect, useState } from 'react';
import { Link, useSearchParams } from '../../router';
import { get } from '../../api/client';
import type { Paint, Pan } from '../../api/types';
import { Chip } from '../../components/paint/Chip';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSession } from '../../components/ui/useSession';
import { Chosen } from './Chosen';
import { PaintLine } from './PaintLine';
import { Wide } from '../../components/ui/Wide';

interface PaintList {
    paints: (Paint & { pans: Pan[]; colour: [string, string] | null })[];
    total: number;
    page: number;
    pages: number;
    shows: string[];
}

export default function PaintsPage() {
    const person = useSession();
    const [query, setQuery] = useSearchParams();
    const words = query.get('q') ?? '';
    const show = query.get('show') ?? '';
    // The address holds the view.
    const to = (next: { q?: string; show?: string; page?: number }) =>
        setQuery(
            Object.fromEntries(
                Object.entries({ q: words, show, ...next })
                    .filter(([, v]) => v !== '' && v !== undefined)
                    .map(([k, v]) => [k, String(v)]),
            ),
            { replace: true },
        );
    const page = Number(query.get('page') ?? 1);
    // The list follows every key stroke; the address follows when typing rests.
    const [typed, setTyped] = useState(words);
    useEffect(() => setTyped(words), [words]);
    useEffect(() => {
        const wait = setTimeout(() => typed.trim() !== words && to({ q: typed.trim() }), 700);
        return () => clearTimeout(wait);
    }, [typed, words, show]);
    const sought = typed.trim();
    const { data, error } = useQuery({
        queryKey: keys.paints(sought, show, page),
        queryFn: () =>
            get<PaintList>(`paints?q=${encodeURIComponent(sought)}&show=${encodeURIComponent(show)}&page=${sought === words ? page : 1}`),
        placeholderData: (before) => before,
    });
    const [chosen, setChosen] = useState<Map<string, string>>(new Map());
    const pans = data?.paints.flatMap((p) => p.pans) ?? [];
    return (
        <>
            <div className="flex flex-wrap gap-x-5 gap-y-1 items-baseline">
                <h1>Paints</h1>
                {person && (
                    <>
                        <Link to="/palettes">Palettes</Link>
                        <Link to="/import">Bring a spreadsheet</Link>
                        <a href="/api/collection.csv">Export mine as CSV</a>
                        {pans.length > 0 && (
                            <Link
                                to={`/labels?pans=${pans
                                    .slice(0, 320)
                                    .map((p) => p.uuid)
                                    .join(',')}`}
                            >
                                Labels for these pans
                            </Link>
                        )}
                    </>
                )}
            </div>
            {person ? (
                <PaintLine />
            ) : (
                person === null && (
                    <p className="my-2">
                        <Link to="/sign-in?then=/paints">Sign in</Link> to record paints and your own pans.
                    </p>
                )
            )}
            <div className="flex flex-wrap items-center gap-2 mt-6 mb-2">
                <label className="flex items-center gap-2">
                    Look for
                    <input
                        type="search"
                        value={typed}
                        placeholder="code, name, maker; two letters do"
                        className="w-72"
                        onChange={(e) => setTyped(e.target.value)}
                    />
                </label>
                {data !== undefined && (
                    <select aria-label="Show" value={show} onChange={(e) => to({ show: e.target.value })}>
                        <option value="">all paints</option>
                        {data.shows.map((s) => (
                            <option key={s}>{s}</option>
                        ))}
                    </select>
                )}
                {data !== undefined && (
                    <span className="text-soft">
                        {data.total} {data.total === 1 ? 'paint' : 'paints'}
                    </span>
                )}
            </div>
            <Problem error={error} />
            {data === undefined ? (
                <Loading what="the paints" />
            ) : data.paints.length === 0 ? (
                <Empty title={sought ? `No paint matches “${sought}”` : show ? `None: ${show}` : 'No paints yet'}>
                    {sought || show ? (
                        <Link to="/paints">Show all paints</Link>
                    ) : person ? (
                        'Type the first one into the line above: maker, colour name and pigment codes are enough.'
                    ) : (
                        'Whoever signs in can record the first one.'
                    )}
                </Empty>
            ) : (
                <Table rows={data.paints} chosen={chosen} onChoose={setChosen} />
            )}
            <Chosen of={chosen} onDone={() => setChosen(new Map())} />
            {data !== undefined && data.pages > 1 && (
                <nav aria-label="Pages" className="my-4 flex gap-4 items-center">
                    {page > 1 && (
                        <button className="button" onClick={() => to({ page: page - 1 })}>
                            Newer
                        </button>
                    )}
                    <span>
                        Page {data.page} of {data.pages}
                    </span>
                    {page < data.pages && (
                        <button className="button" onClick={() => to({ page: page + 1 })}>
                            Older
                        </button>
                    )}
                </nav>
            )}
        </>
    );
}

function Table({
    rows,
    chosen,
    onChoose,
}: {
    rows: PaintList['paints'];
    chosen: Map<string, string>;
    onChoose: (chosen: Map<string, string>) => void;
}) {
    return (
        <Wide label="Paints">
            <table className="w-full min-w-[900px]">
                <thead>
                    <tr className="border-b border-ink">
                        <th className="w-7">
                            <span className="sr-only">Choose</span>
                        </th>
                        <th className="py-1">Paint</th>
                        <th>Maker, range</th>
                        <th>Pigments</th>
                        <th>My pans</th>
                        <th>Kept at</th>
                    </tr>
                </thead>
                <tbody>
                    {rows.map((p) => (
                        <tr key={p.uuid} className="border-b border-rule align-top">
                            <td className="py-1.5">
                                <input
                                    type="checkbox"
                                    aria-label={`Choose ${p.colourName}`}
                                    checked={chosen.has(p.uuid)}
                                    onChange={(e) => {
                                        const next = new Map(chosen);
                                        if (e.target.checked) {
                                            next.set(p.uuid, p.colourName);
                                        } else {
                                            next.delete(p.uuid);
                                        }
                                        onChoose(next);
                                    }}
                                />
                            </td>
                            <td className="py-1.5 pr-3 font-semibold">
                                <Chip colour={p.colour} />
                                <Link to={`/paints/${p.uuid}`}>{p.colourName}</Link>
                                {p.discontinued && <span className="block text-sm font-normal">discontinued</span>}
                                {p.pans.length > 1 && <span className="block text-sm font-normal text-soft">{p.pans.length} of it</span>}
                            </td>
                            <td className="py-1.5 pr-3">
                                {p.maker}
                                {p.range && `, ${p.range}`}
                            </td>
                            <td className="py-1.5 pr-3">
                                <Codes of={p} />
                            </td>
                            <td className="py-1.5 pr-3">
                                {p.pans.map((pan) => (
                                    <span key={pan.uuid} className="block">
                                        {[pan.form, pan.batch, pan.volumeMl !== null && `${pan.volumeMl} ml`, pan.price, pan.perMl]
                                            .filter(Boolean)
                                            .join(' · ')}
                                        {pan.state !== 'in use' && <em> {pan.state}</em>}
                                    </span>
                                ))}
                            </td>
                            <td className="py-1.5">
                                {p.pans.map((pan) => (
                                    <span key={pan.uuid} className="block">
                                        {pan.palette === null ? pan.place : <Link to={`/palettes?pan=${pan.uuid}`}>{pan.place}</Link>}
                                    </span>
                                ))}
                            </td>
                        </tr>
                    ))}
                </tbody>
            </table>
        </Wide>
    );
}

/** The stated codes in their order, each marked for what it is. */
export function Codes({ of }: { of: Paint }) {
    if (!of.statement.stated) {
        return <span className="italic">not stated by the maker</span>;
    }
    return (
        <>
            {of.statement.codes.map((c, i) => (
                <span key={c.code}>
                    {i > 0 && ' / '}
                    {c.state === 'not-colour-index' ? (
                        <span title={c.likelyMeaning ?? ''}>
                            “{c.code}” <span className="text-sm text-soft">(no Colour Index pigment: {c.likelyMeaning})</span>
                        </span>
                    ) : (
                        <>
                            <Link to={`/pigments/${encodeURIComponent(c.code)}`}>{c.code}</Link>
                            {c.state === 'not-in-catalogue' && <span className="text-sm text-soft"> (not in the catalogue)</span>}
                        </>
                    )}
                </span>
            ))}
        </>
    );
}
