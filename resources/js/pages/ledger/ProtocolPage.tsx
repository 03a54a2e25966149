import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from '../../router';
import { get } from '../../api/client';
import { keys } from '../../api/queryKeys';
import { Loading, Problem } from '../../components/ui/states';
import { useTitle } from '../../components/ui/useTitle';

interface Followed {
    card: string;
    title: string;
    kind: string;
    tester: string;
    paper: string;
    side: string;
    conditions: Record<string, string>;
    rows: { row: number; name: string; maker: string; pigments: string }[];
    steps: { key: string; title: string; instruction: string; wait: boolean; minutes: number | null; rows: number[] }[];
    protocols: { id: string; text: string; title: string; steps: string[]; spoilers: string[] }[];
    needsProgram: string;
}

/** How a record was made, step by step: a sheet for a stranger with a brush. */
export default function ProtocolPage() {
    const card = useParams().card ?? '';
    const { data, error } = useQuery({ queryKey: keys.protocolOf(card), queryFn: () => get<Followed>(`records/${card}/protocol`) });
    useTitle(data && `How "${data.title}" was made`);
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the protocol" />;
    }
    const conditions = Object.entries(data.conditions);
    return (
        <article className="max-w-4xl">
            <div className="flex flex-wrap gap-x-5 items-baseline">
                <h1>How “{data.title}” was made</h1>
                <span className="no-print ml-auto flex flex-wrap gap-x-4">
                    <button type="button" className="link" onClick={() => window.print()}>
                        Print
                    </button>
                    <a href={`/api/cards/${data.card}/print.svg`}>The card to print (SVG)</a>
                    <Link to={`/records/${data.card}`}>The record</Link>
                </span>
            </div>
            <p className="my-2">
                By {data.tester}. {data.needsProgram}
            </p>
            <h2 className="border-b border-ink pb-1 mt-4">You need</h2>
            <ul className="list-disc pl-5">
                <li>
                    {data.paper}, {data.side}
                </li>
                {data.rows.map((r) => (
                    <li key={r.row}>
                        row {r.row}: {r.name}, {r.maker} <span className="num">{r.pigments}</span>
                    </li>
                ))}
                {conditions.map(([key, value]) => (
                    <li key={key}>
                        {key}: {value}
                    </li>
                ))}
            </ul>
            {data.steps.length > 0 && (
                <>
                    <h2 className="border-b border-ink pb-1 mt-4">In this order</h2>
                    <ol className="list-decimal pl-6">
                        {data.steps.map((s, i) => (
                            <li key={i} className="py-1 keep-together">
                                <strong className="font-semibold">{s.title}</strong>
                                {s.rows.length > 0 && ` (row${s.rows.length === 1 ? '' : 's'} ${s.rows.join(', ')})`}
                                {s.minutes !== null && <span className="num">, {s.minutes} min</span>}
                                {s.instruction && <span className="block">{s.instruction}</span>}
                            </li>
                        ))}
                    </ol>
                </>
            )}
            <h2 className="border-b border-ink pb-1 mt-4">How each test is done</h2>
            {data.protocols.map((p) => (
                <section key={p.id} className="border-b border-rule py-3 grid gap-x-8 md:grid-cols-2 keep-together">
                    <div>
                        <h3 className="font-semibold">
                            {p.title} <span className="num font-normal text-sm">{p.text}</span>
                        </h3>
                        <ol className="list-decimal pl-5">
                            {p.steps.map((s) => (
                                <li key={s}>{s}</li>
                            ))}
                        </ol>
                    </div>
                    <div>
                        <h3 className="font-semibold">What spoils it</h3>
                        <ul className="list-disc pl-5">
                            {p.spoilers.map((s) => (
                                <li key={s}>{s}</li>
                            ))}
                        </ul>
                    </div>
                </section>
            ))}
        </article>
    );
}
