import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from '../../router';
import { get } from '../../api/client';
import { keys } from '../../api/queryKeys';
import { ArchiveLink } from '../../components/ui/ArchiveLink';
import { day } from '../../components/paint/words';
import { Loading, Problem } from '../../components/ui/states';
import { useTitle } from '../../components/ui/useTitle';
import { Follow } from './Follow';

interface Profile {
    uuid: string;
    name: string;
    ledger: string | null;
    since: string | null;
    records: { card: string; title: string; kind: string; publishedAt: string }[];
    total: number;
    codes: string[];
    properties: { property: string; tests: number }[];
    protocols: string[];
}

/** What anybody may see of a tester. */
export default function TesterPage() {
    const uuid = useParams().uuid ?? '';
    const { data, error } = useQuery({ queryKey: keys.profile(uuid), queryFn: () => get<Profile>(`people/${uuid}/profile`) });
    useTitle(data?.name);
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the tester" />;
    }
    return (
        <>
            <div className="flex flex-wrap gap-x-5 items-baseline">
                <h1>{data.name}</h1>
                <p>
                    {data.ledger !== null && `of ${data.ledger}, `}
                    {data.total} {data.total === 1 ? 'record' : 'records'}
                    {data.since !== null && ` since ${day(data.since)}`}
                </p>
                <span className="no-print ml-auto flex flex-wrap gap-x-4">
                    <Follow kind="tester" of={data.uuid} what="this tester" />
                    <ArchiveLink href={`/api/ledger/bundle.zip?tester=${data.uuid}`}>Bundle</ArchiveLink>
                    <a href={`/feed.atom?tester=${data.uuid}`}>Atom feed</a>
                </span>
            </div>
            <div className="grid gap-x-10 gap-y-5 lg:grid-cols-[1fr_20rem] mt-3">
                <section>
                    <h2 className="border-b border-ink pb-1">Records</h2>
                    <ul>
                        {data.records.map((r) => (
                            <li key={r.card} className="border-b border-rule py-1.5 flex flex-wrap gap-x-4">
                                <Link to={`/records/${r.card}`}>{r.title}</Link> <span>{r.kind === 'property' ? 'test' : r.kind} card</span>
                                <span className="text-soft">{day(r.publishedAt)}</span>
                            </li>
                        ))}
                    </ul>
                </section>
                <section>
                    <h2 className="border-b border-ink pb-1">Tests</h2>
                    <ul>
                        {data.properties.map((p) => (
                            <li key={p.property} className="border-b border-rule py-1 flex justify-between">
                                <span>{p.property}</span> <span className="num">{p.tests}</span>
                            </li>
                        ))}
                    </ul>
                    <h2 className="border-b border-ink pb-1 mt-5">Codes</h2>
                    <p className="my-1 flex flex-wrap gap-x-3">
                        {data.codes.map((c) => (
                            <Link key={c} className="num" to={`/pigments/${c}`}>
                                {c}
                            </Link>
                        ))}
                    </p>
                    <h2 className="border-b border-ink pb-1 mt-5">Protocols</h2>
                    <p className="my-1 num text-sm">{data.protocols.join(', ')}</p>
                </section>
            </div>
        </>
    );
}
