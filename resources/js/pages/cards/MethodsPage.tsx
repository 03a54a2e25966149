import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useEffect } from 'react';
import { Link, useLocation } from '../../router';
import { get } from '../../api/client';
import { Loading, Problem } from '../../components/ui/states';

interface Threshold {
    name: string;
    value: string;
    text: string;
}
interface Method {
    property: string;
    what: string;
    quantity: string;
    formula: string;
    weakness: string;
    limits: Record<string, number | null>;
    thresholds: Threshold[];
    protocols: { id: string; title: string; spoilers: string[] }[];
}

const anchor = (property: string) => property.replaceAll(' ', '-');

/** For every property what is done, by which formula and limits, and what a reader has to bear in mind. */
export default function MethodsPage() {
    const { hash } = useLocation();
    const { data, error } = useQuery({
        queryKey: keys.methods(),
        queryFn: () => get<{ scale: string; rules: number; methods: Method[] }>('methods'),
    });
    useEffect(() => document.getElementById(decodeURIComponent(hash.slice(1)))?.scrollIntoView(), [hash, data]);
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the methods" />;
    }
    return (
        <>
            <h1>How everything is measured</h1>
            <p className="my-1 max-w-prose">
                Rated by {data.scale}, rules {data.rules}. A further scale rates beside it; what an earlier one said stays on its card. How
                far values lie from the truth where it is known: <Link to="/accuracy">How well it measures</Link>.
            </p>
            <p className="my-2 text-sm flex flex-wrap gap-x-4">
                {data.methods.map((m) => (
                    <a key={m.property} href={`#${anchor(m.property)}`}>
                        {m.property}
                    </a>
                ))}
            </p>
            {data.methods.map((m) => (
                <MethodSection key={m.property} method={m} />
            ))}
        </>
    );
}

function MethodSection({ method: m }: { method: Method }) {
    const classes = Object.entries(m.limits);
    return (
        <section
            id={anchor(m.property)}
            className="border-t border-rule py-4 grid gap-x-8 gap-y-2 md:grid-cols-[15rem_1fr_1fr] keep-together"
        >
            <div>
                <h2 className="first-letter:uppercase">{m.property}</h2>
                <p className="text-sm text-soft">{m.quantity}</p>
            </div>
            <div>
                <p>{m.what}</p>
                <p className="mt-2 text-sm">
                    <span className="font-semibold">Formula:</span> {m.formula}.
                </p>
                {classes.length > 0 && (
                    <p className="mt-2 text-sm">
                        <span className="font-semibold">Classes:</span>{' '}
                        {classes.map(([name, to]) => (to === null ? `${name} above` : `${name} below ${to}`)).join(', ')}.
                    </p>
                )}
                <details className="mt-2 text-sm">
                    <summary>Numbers that decide it</summary>
                    <dl className="mt-1 space-y-1">
                        {m.thresholds.map((t) => (
                            <div key={t.name}>
                                <dt className="num inline">{t.value}</dt> <dd className="inline text-soft">{t.text}</dd>
                            </div>
                        ))}
                    </dl>
                </details>
            </div>
            <div>
                <h3 className="font-semibold">Bear in mind</h3>
                <p>{m.weakness}</p>
                {m.protocols.map((p) => (
                    <p key={p.id} className="mt-2 text-sm">
                        <Link to={`/protocols#${p.id}`}>{p.title}</Link>. What spoils it: {p.spoilers.join(' ')}
                    </p>
                ))}
            </div>
        </section>
    );
}
