import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useEffect } from 'react';
import { useLocation } from '../../router';
import { get } from '../../api/client';
import { Loading, Problem } from '../../components/ui/states';

interface Protocol {
    id: string;
    version: number;
    text: string;
    properties: string[];
    title: string;
    steps: string[];
    spoilers: string[];
}

/** How each test is done, so that a stranger can repeat it, and what makes it worthless. */
export default function ProtocolsPage() {
    const { hash } = useLocation();
    const { data, error } = useQuery({ queryKey: keys.protocols(), queryFn: () => get<{ protocols: Protocol[] }>('protocols') });
    useEffect(() => document.getElementById(hash.slice(1))?.scrollIntoView(), [hash, data]);
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the protocols" />;
    }
    return (
        <>
            <h1>Protocols</h1>
            <p className="my-1 max-w-prose">
                Every result names the protocol and its version. Results of different protocols stand side by side and are never taken
                together.
            </p>
            {data.protocols.map((p) => (
                <section
                    key={p.id}
                    id={p.id}
                    className="border-t border-rule py-4 grid gap-x-8 gap-y-2 md:grid-cols-[15rem_1fr_1fr] keep-together"
                >
                    <div>
                        <h2>{p.title}</h2>
                        <p className="text-sm">
                            <span className="num">{p.text}</span>
                            <span className="block text-soft">{p.properties.join(', ')}</span>
                        </p>
                    </div>
                    <ol className="list-decimal pl-5">
                        {p.steps.map((s) => (
                            <li key={s}>{s}</li>
                        ))}
                    </ol>
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
        </>
    );
}
