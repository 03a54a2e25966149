import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { Link } from 'react-router';
import { get } from '../../api/client';
import { day } from '../../components/paint/words';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { Wide } from '../../components/ui/Wide';

interface Ledger {
    records: { card: string; number: number; title: string; kind: string; by: string; publishedAt: string; withdrawn: boolean }[];
    total: number;
}

export default function LedgerPage() {
    const { data, error } = useQuery({ queryKey: keys.records(), queryFn: () => get<Ledger>('records') });
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the records" />;
    }
    return (
        <>
            <h1>Ledger</h1>
            <p className="my-2 max-w-prose">
                Published records: anyone may read, print and link to them. A published revision never changes; a correction is a new
                revision beside it. <a href="/feed.atom">Follow new records (Atom)</a>.
            </p>
            {data.records.length === 0 ? (
                <Empty title="Nothing is published yet">A card is published from its own page once it is measured or judged.</Empty>
            ) : (
                <Wide label="Records">
                    <table className="w-full max-w-4xl">
                        <thead>
                            <tr className="border-b border-ink">
                                <th className="py-1">Record</th>
                                <th>Kind</th>
                                <th>Tester</th>
                                <th>Published</th>
                                <th className="text-right">Revision</th>
                            </tr>
                        </thead>
                        <tbody>
                            {data.records.map((r) => (
                                <tr key={r.card} className="border-b border-rule">
                                    <td className="py-1.5 pr-3 font-semibold">
                                        <Link to={`/records/${r.card}`}>{r.title}</Link>
                                        {r.withdrawn && <span className="font-normal"> · withdrawn</span>}
                                    </td>
                                    <td className="pr-3">{r.kind} card</td>
                                    <td className="pr-3">{r.by}</td>
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
        </>
    );
}
