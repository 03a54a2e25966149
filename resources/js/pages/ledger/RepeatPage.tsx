import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate, useParams } from '../../router';
import { get, newUuid, put } from '../../api/client';
import { keys } from '../../api/queryKeys';
import type { Paint } from '../../api/types';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';
import { Wide } from '../../components/ui/Wide';

interface Plan {
    paper: { uuid: string; words: string };
    side: string;
    kind: string;
    blocks: string | null;
    protocols: string[];
    rows: { row: number; paint: Paint; pans: { uuid: string; words: string }[] }[];
    number: number;
}

/** The plan of a record as a session of one's own. */
export default function RepeatPage() {
    const card = useParams().card ?? '';
    const person = useSession();
    const go = useNavigate();
    const { error: fault, busy, saving } = useSaving();
    const [chosen, choose] = useState<Record<number, string>>({});
    const [session] = useState(newUuid);
    const { data, error } = useQuery({
        queryKey: keys.repeatPlan(card),
        queryFn: () => get<Plan>(`records/${card}/plan`),
        enabled: Boolean(person),
    });
    if (person === null) {
        return (
            <Empty title="A repeat is a session of your own">
                <Link to={`/sign-in?then=/records/${card}/repeat`}>Sign in</Link> first.
            </Empty>
        );
    }
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the plan" />;
    }
    const pans = Object.fromEntries(
        data.rows.map((r) => [r.row, chosen[r.row] ?? r.pans[0]?.uuid ?? ''] as const).filter(([, pan]) => pan !== '' && pan !== 'none'),
    );
    const many = Object.keys(pans).length;
    return (
        <>
            <h1>Repeat this record</h1>
            <p className="my-2 max-w-prose">
                The same tests by the same protocols, on the same paper: {data.paper.words}, {data.side}. Your record will be linked to
                revision {data.number} of it, and both will tell how far they agree. What you do otherwise, write down at the bench.{' '}
                <a href={`/protocol/${card}`}>The protocol, to print</a>
            </p>
            <Wide label="Rows">
                <table className="max-w-4xl w-full">
                    <thead>
                        <tr className="border-b border-ink">
                            <th className="py-1">Row</th>
                            <th>Paint</th>
                            <th>Your pan</th>
                        </tr>
                    </thead>
                    <tbody>
                        {data.rows.map((r) => (
                            <tr key={r.row} className="border-b border-rule">
                                <td className="num py-1.5 pr-3">{r.row}</td>
                                <td className="pr-3">
                                    <Link to={`/paints/${r.paint.uuid}`}>{r.paint.colourName}</Link> {r.paint.maker}{' '}
                                    <span className="num">{r.paint.statement.text}</span>
                                </td>
                                <td>
                                    {r.pans.length === 0 ? (
                                        <span className="text-soft">you have none; this row is left out</span>
                                    ) : (
                                        <select
                                            aria-label={`Pan for row ${r.row}`}
                                            value={chosen[r.row] ?? r.pans[0]!.uuid}
                                            onChange={(e) => choose({ ...chosen, [r.row]: e.target.value })}
                                        >
                                            {r.pans.map((p) => (
                                                <option key={p.uuid} value={p.uuid}>
                                                    {p.words}
                                                </option>
                                            ))}
                                            <option value="none">leave this row out</option>
                                        </select>
                                    )}
                                </td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            </Wide>
            <Problem error={fault} />
            <div className="my-4 flex flex-wrap gap-4 items-center">
                <button
                    type="button"
                    className="button"
                    data-main
                    disabled={busy || many === 0}
                    onClick={() =>
                        void saving(() =>
                            put<{ session: string }>(`records/${card}/repeats/${session}`, { pans }).then((made) =>
                                go(`/bench/${made.session}`),
                            ),
                        )
                    }
                >
                    Make it my session, {many} {many === 1 ? 'paint' : 'paints'}
                </button>
                <Link to={`/records/${card}`}>Back to the record</Link>
            </div>
        </>
    );
}
