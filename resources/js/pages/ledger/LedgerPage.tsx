import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { Link, useSearchParams } from '../../router';
import { get, put } from '../../api/client';
import { keys } from '../../api/queryKeys';
import { ArchiveLink } from '../../components/ui/ArchiveLink';
import { strokeGradient } from '../../components/paint/strokeGradient';
import { day } from '../../components/paint/words';
import { Pages } from '../../components/ui/Pages';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';
import { Wide } from '../../components/ui/Wide';

interface Records {
    records: {
        /** Its paints in the card’s order, each from full strength to palest. */
        strips: string[][];
        card: string;
        number: number;
        title: string;
        kind: string;
        by: string;
        byUuid: string;
        publishedAt: string;
        withdrawn: boolean;
        ledger: string | null;
    }[];
    total: number;
    page: number;
    pages: number;
}
interface Ledger {
    uuid: string;
    name: string;
    fingerprint: string;
    key: string;
    records: number;
    revisions: number;
    elsewhere: number;
    questions: number;
    others: { uuid: string; name: string; proven: boolean; records: number }[];
}

export default function LedgerPage() {
    const [at, go] = useSearchParams();
    const page = at.get('page') ?? '1';
    const { data, error } = useQuery({ queryKey: keys.records(page), queryFn: () => get<Records>(`records?page=${page}`) });
    const ledger = useQuery({ queryKey: keys.ledger(), queryFn: () => get<Ledger>('ledger') });
    if (data === undefined || ledger.data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the records" />;
    }
    return (
        <>
            <div className="flex flex-wrap gap-x-5 items-baseline">
                <h1>Ledger{ledger.data.name && ` of ${ledger.data.name}`}</h1>
                <span className="no-print ml-auto flex flex-wrap gap-4">
                    <Link to="/ledger/map">What is tested, and what is not</Link>
                    <Link to="/following">Following</Link>
                    <a href="/feed.atom">Atom feed</a>
                    <Link to="/programs">For programs</Link>
                </span>
            </div>
            <p className="my-2 max-w-prose">
                Published records: anyone may read, print and link to them. A published revision never changes; a correction is a new
                revision beside it.
            </p>
            {data.records.length === 0 ? (
                <Empty title="Nothing is published yet">A card is published from its own page once it is measured or judged.</Empty>
            ) : (
                <Wide label="Records">
                    <table className="w-full max-w-5xl">
                        <thead>
                            <tr className="border-b border-ink">
                                <th className="py-1">Paints</th>
                                <th>Record</th>
                                <th>Kind</th>
                                <th>Tester</th>
                                <th>Published</th>
                                <th className="text-right">Revision</th>
                            </tr>
                        </thead>
                        <tbody>
                            {data.records.map((r) => (
                                <tr key={r.card} className="border-b border-rule">
                                    <td className="py-1.5 pr-3 w-[188px]">
                                        <Uprights of={r.strips} label={`Paints of ${r.title}`} />
                                    </td>
                                    <td className="pr-3 font-semibold">
                                        <Link to={`/records/${r.card}`}>{r.title}</Link>
                                        {r.withdrawn && <span className="font-normal"> · withdrawn</span>}
                                    </td>
                                    <td className="pr-3">{r.kind === 'property' ? 'test' : r.kind} card</td>
                                    <td className="pr-3">
                                        <Link to={`/testers/${r.byUuid}`}>{r.by}</Link>
                                        {r.ledger !== null && <span className="text-soft">, {r.ledger}</span>}
                                    </td>
                                    <td className="pr-3">{day(r.publishedAt)}</td>
                                    <td className="num text-right">
                                        <a href={`/api/records/${r.card}/${r.number}.json`}>{r.number}, JSON</a>
                                    </td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                </Wide>
            )}
            <Pages page={data.page} pages={data.pages} onGo={(p) => go({ page: String(p) })} before="Newer" after="Older" />
            <TakeAlong ledger={ledger.data} />
        </>
    );
}

/** The paints of a card in its order, each as an upright. */
function Uprights({ of, label }: { of: string[][]; label: string }) {
    return of.length === 0 ? null : (
        <span role="img" aria-label={label} className="flex gap-px h-10 overflow-hidden">
            {of.map((steps, i) => (
                <span key={i} className="block w-3.5 h-10" style={{ background: strokeGradient(steps, 'top') }} />
            ))}
        </span>
    );
}

/** The ledger as files, and other ledgers. */
function TakeAlong({ ledger }: { ledger: Ledger }) {
    const person = useSession();
    const [code, setCode] = useState('');
    const [pictures, withPictures] = useState(false);
    const asked = new URLSearchParams({ ...(code.trim() && { code: code.trim() }), ...(pictures && { pictures: '1' }) }).toString();
    return (
        <section className="no-print mt-8 grid gap-x-10 gap-y-6 lg:grid-cols-2 max-w-5xl" aria-label="Exchange">
            <div>
                <h2 className="border-b border-ink pb-1">Take along</h2>
                <div className="my-2 flex flex-wrap gap-3 items-end">
                    <label className="text-sm">
                        Records of a code
                        <input
                            className="block w-36"
                            value={code}
                            onChange={(e) => setCode(e.target.value)}
                            maxLength={20}
                            placeholder="all"
                        />
                    </label>
                    <label className="text-sm flex gap-2 items-center min-h-11">
                        <input type="checkbox" checked={pictures} onChange={(e) => withPictures(e.target.checked)} />
                        with pictures
                    </label>
                    <ArchiveLink className="button inline-flex" href={`/api/ledger/bundle.zip${asked && `?${asked}`}`}>
                        Bundle for another ledger
                    </ArchiveLink>
                </div>
                <p className="my-1">
                    All tests as plain tables with their dictionary, a data package:{' '}
                    <ArchiveLink href="/api/ledger/datapackage.zip">ZIP</ArchiveLink>. One by one as CSV:{' '}
                    {['records', 'paints', 'rows', 'conditions', 'ratings', 'verdicts', 'checks', 'fading', 'readings'].map((t, i) => (
                        <span key={t}>
                            {i > 0 && ', '}
                            <a href={`/api/ledger/tables/${t}.csv`}>{t}</a>
                        </span>
                    ))}
                    .
                </p>
                {code.trim() !== '' && (
                    <p className="my-1">
                        Colours of {code.trim()} for programs that draw:{' '}
                        <a href={`/api/colours.gpl?code=${encodeURIComponent(code.trim())}`}>GIMP palette</a>,{' '}
                        <a href={`/api/colours.css?code=${encodeURIComponent(code.trim())}`}>CSS</a>. A screen lies about paint; the files
                        say so too.
                    </p>
                )}
                <p className="my-1 text-sm text-soft">
                    Fingerprint of all {ledger.revisions} revisions and what was said of them{' '}
                    <span className="num break-all">{ledger.fingerprint}</span>: another ledger that says the same holds the same. What this
                    ledger passes on is signed with the key <span className="num whitespace-nowrap">{ledger.key}</span>.
                </p>
            </div>
            <div>
                <h2 className="border-b border-ink pb-1">Other ledgers</h2>
                {ledger.others.length === 0 ? (
                    <p className="my-1 text-soft">No records of another group were taken in yet.</p>
                ) : (
                    <ul>
                        {ledger.others.map((o) => (
                            <li key={o.uuid} className="border-b border-rule py-1.5 flex justify-between">
                                <span>
                                    {o.name}
                                    {!o.proven && <span className="text-soft">, unproven: known from others only</span>}
                                </span>
                                <span className="num">
                                    {o.records} {o.records === 1 ? 'record' : 'records'}
                                </span>
                            </li>
                        ))}
                    </ul>
                )}
                {person?.ofHouse && (
                    <>
                        <p className="my-2">
                            <Link to="/ledger/bundles">Take records of another ledger in</Link>
                        </p>
                        <Name ledger={ledger} />
                    </>
                )}
            </div>
        </section>
    );
}

function Name({ ledger }: { ledger: Ledger }) {
    const queries = useQueryClient();
    const { error, busy, saving } = useSaving();
    const save = (e: FormEvent<HTMLFormElement>) => {
        e.preventDefault();
        const values = Object.fromEntries(new FormData(e.currentTarget));
        return saving(() => put<Ledger>('ledger', values).then((l) => queries.setQueryData(keys.ledger(), l)));
    };
    return (
        <form onSubmit={(e) => void save(e)} className="my-2 flex flex-wrap gap-3 items-end">
            <label className="text-sm">
                Name that other groups know this ledger by
                <input className="block w-72" name="name" defaultValue={ledger.name} required maxLength={80} />
            </label>
            <button className="button" disabled={busy}>
                Save
            </button>
            <Problem error={error} />
        </form>
    );
}
