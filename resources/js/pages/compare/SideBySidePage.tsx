import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useState } from 'react';
import { Link, useSearchParams } from '../../router';
import { get } from '../../api/client';
import { Bands, Loupes, type Answer } from './Bands';
import { Empty, Loading, Problem } from '../../components/ui/states';

/** The same test of several paints under one another, as it was scanned and to one scale. */
export default function SideBySidePage() {
    const [query, setQuery] = useSearchParams();
    const { data, error } = useQuery({
        queryKey: keys.sideBySide(query.toString()),
        queryFn: () => get<Answer>(`side-by-side?${query.toString()}`),
        placeholderData: (before) => before,
    });
    const set = (changes: Record<string, string>) =>
        setQuery(
            (now) => {
                for (const [key, value] of Object.entries(changes)) {
                    now.set(key, value);
                }
                return now;
            },
            { replace: true },
        );
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the scans" />;
    }
    const shown = data.paints.filter((p) => p.windows.length > 0);
    const missing = data.paints.filter((p) => p.windows.length === 0);
    return (
        <>
            <h1>Side by side</h1>
            <div className="flex flex-wrap gap-x-6 gap-y-2 items-end my-2">
                <CodeField
                    code={query.get('code') ?? ''}
                    chosen={query.has('paints')}
                    onCode={(code) => setQuery({ show: data.show, code })}
                />
                <nav aria-label="Which test" className="flex flex-wrap gap-x-4">
                    {data.shows.map((s) => (
                        <button
                            key={s.key}
                            type="button"
                            className={`min-h-11 cursor-pointer ${s.key === data.show ? 'font-semibold border-b-2 border-ink' : 'link'}`}
                            aria-current={s.key === data.show ? 'true' : undefined}
                            onClick={() => set({ show: s.key })}
                        >
                            {s.title}
                        </button>
                    ))}
                </nav>
            </div>
            <Problem error={error} />
            {data.paints.length === 0 && (
                <Empty title={query.get('code') ? `No paint with ${query.get('code')} is recorded` : 'Nothing chosen'}>
                    Give a pigment code, or come here from a code’s page or a paint’s.
                </Empty>
            )}
            {data.paints.length > 0 && shown.length === 0 && (
                <p className="hatched p-6">
                    <span className="bg-surround px-1">
                        None of these {data.paints.length} paints has a card with this test. <Link to="/cards">Make one</Link> with the
                        block it needs.
                    </span>
                </p>
            )}
            {data.show === 'grain' ? (
                <Loupes paints={shown} mm={data.loupeMm} />
            ) : (
                <Bands paints={shown} onReference={(uuid) => set({ against: uuid })} ladders={data.show === 'ladders'} />
            )}
            {shown.length > 0 && missing.length > 0 && (
                <p className="mt-4 max-w-prose">
                    <span className="text-soft">No such test yet:</span> {missing.map((p) => `${p.colourName}, ${p.maker}`).join('; ')}.
                </p>
            )}
        </>
    );
}

function CodeField({ code, chosen, onCode }: { code: string; chosen: boolean; onCode: (code: string) => void }) {
    const [text, setText] = useState(code);
    return (
        <form
            onSubmit={(e) => {
                e.preventDefault();
                onCode(text);
            }}
            className="flex gap-2 items-end"
        >
            <label className="text-sm">
                Pigment code
                <input
                    className="block w-28"
                    value={text}
                    placeholder={chosen ? 'chosen paints' : 'PB28'}
                    onChange={(e) => setText(e.target.value)}
                />
            </label>
            <button className="button">Show</button>
        </form>
    );
}
