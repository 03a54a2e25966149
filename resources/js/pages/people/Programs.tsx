import { useQuery } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { Link } from '../../router';
import { get, post, remove } from '../../api/client';
import { keys } from '../../api/queryKeys';
import { day } from '../../components/paint/words';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

interface Tokens {
    tokens: { id: number; name: string; scopes: string[]; lastUsed: string | null; expires: string | null; over: boolean }[];
    scopes: Record<string, string>;
    days: number[];
}

/** Programs that act for oneself. */
export function Programs() {
    const { data, refetch } = useQuery({ queryKey: keys.tokens(), queryFn: () => get<Tokens>('tokens') });
    const [made, setMade] = useState<string | null>(null);
    const { error, busy, saving } = useSaving();
    if (data === undefined) {
        return null;
    }
    const make = (e: FormEvent<HTMLFormElement>) => {
        e.preventDefault();
        const form = e.currentTarget;
        const values = new FormData(form);
        return saving(() =>
            post<{ token: string }>('tokens', {
                name: values.get('name'),
                scopes: values.getAll('scope'),
                days: Number(values.get('days')),
            }).then((t) => {
                setMade(t.token);
                form.reset();
                void refetch();
            }),
        );
    };
    return (
        <section className="mt-6 max-w-4xl" aria-label="Programs">
            <h2 className="border-b border-ink pb-1">Programs that act for me</h2>
            <p className="my-1">
                A token lets a program of yours do what you tick here, and nothing else. <Link to="/programs">What programs can ask</Link>
            </p>
            <ul>
                {data.tokens.map((t) => (
                    <li key={t.id} className="border-b border-rule py-1.5 flex flex-wrap gap-x-4">
                        <strong className="font-semibold">{t.name}</strong> <span>{t.scopes.join(', ')}</span>
                        <span className="text-soft">
                            {t.lastUsed === null ? 'never used' : `last used ${day(t.lastUsed)}`}
                            {t.expires !== null && (t.over ? ', over' : `, until ${day(t.expires)}`)}
                        </span>
                        <button
                            type="button"
                            className="link"
                            disabled={busy}
                            onClick={() => void saving(() => remove(`tokens/${t.id}`).then(() => refetch()))}
                        >
                            end it
                        </button>
                    </li>
                ))}
            </ul>
            {made !== null && (
                <p className="my-2">
                    The token, shown this once:{' '}
                    <input className="w-full num" readOnly value={made} aria-label="Token" onFocus={(e) => e.target.select()} />
                </p>
            )}
            <form onSubmit={(e) => void make(e)} className="my-2">
                <div className="flex flex-wrap gap-3 items-end">
                    <label className="text-sm">
                        Name of the program
                        <input className="block w-60" name="name" required maxLength={80} />
                    </label>
                    <label className="text-sm">
                        Good for
                        <select className="block" name="days" defaultValue={90}>
                            {data.days.map((d) => (
                                <option key={d} value={d}>
                                    {d} days
                                </option>
                            ))}
                        </select>
                    </label>
                    <button className="button" disabled={busy}>
                        Make a token
                    </button>
                </div>
                <fieldset className="my-2">
                    <legend className="text-sm">It may</legend>
                    {Object.entries(data.scopes).map(([scope, words]) => (
                        <label key={scope} className="flex gap-2">
                            <input type="checkbox" name="scope" value={scope} defaultChecked={scope === 'read'} /> {words}
                        </label>
                    ))}
                </fieldset>
                <Problem error={error} />
            </form>
        </section>
    );
}

/** How far one agrees with all others; shown to nobody else. */
export function Agreement() {
    const { data } = useQuery({
        queryKey: keys.agreement(),
        queryFn: () =>
            get<{ properties: { property: string; pairs: number; agree: number; leans: boolean; words: string }[] }>('account/agreement'),
    });
    if (data === undefined || data.properties.length === 0) {
        return null;
    }
    return (
        <section className="mt-6 max-w-4xl" aria-label="How I agree with others">
            <h2 className="border-b border-ink pb-1">How I agree with others</h2>
            <p className="my-1 text-sm">Of paints that others tested too. Nobody but you sees this.</p>
            <ul>
                {data.properties.map((p) => (
                    <li key={p.property} className="border-b border-rule py-1.5">
                        {p.leans ? <strong className="font-semibold">{p.property}</strong> : p.property}: {p.words}
                    </li>
                ))}
            </ul>
        </section>
    );
}
