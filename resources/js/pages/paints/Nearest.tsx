import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from '../../router';
import { get } from '../../api/client';
import { keys } from '../../api/queryKeys';
import type { Paint } from '../../api/types';
import { Loading, Problem } from '../../components/ui/states';
import { useSession } from '../../components/ui/useSession';

interface Like extends Paint {
    mine: boolean;
    dE00: number;
    /** Closer than can be seen at every depth. */
    unseen: boolean;
    words: string[];
    depths: { name: string; wanted: string; other: string; dE00: number }[];
    /** dE00 at most between their mixes with one's partners; null: not worked out. */
    mixes: number | null;
    loses: string[];
    light: string;
    holds: boolean | null;
}

const CONDITIONS = {
    holds: 'holds in light so far',
    transparent: 'transparent or nearly',
    single: 'single pigment',
    mine: 'at hand',
};

/** What stands in for a paint: conditions first, then likeness, then what is lost. */
export function Nearest({ paint }: { paint: Paint }) {
    const [open, setOpen] = useState(false);
    const [asked, setAsked] = useState<string[]>([]);
    const person = useSession();
    const query = asked.map((c) => `${c}=1`).join('&');
    const { data, error } = useQuery({
        queryKey: keys.like(paint.uuid, query),
        queryFn: () => get<{ like: Like[] }>(`paints/${paint.uuid}/like?${query}`),
        enabled: open,
        placeholderData: keepPreviousData,
        retry: false,
    });
    return (
        <details className="border-t border-rule py-3" onToggle={(e) => setOpen(e.currentTarget.open)}>
            <summary className="cursor-pointer">
                <h2 className="inline">What stands in for it</h2> <span className="text-soft">nearest of all that were measured</span>
            </summary>
            <div className="flex flex-wrap gap-x-5 my-2" role="group" aria-label="What a stand-in must be">
                {Object.entries(CONDITIONS)
                    .filter(([key]) => key !== 'mine' || person != null)
                    .map(([key, words]) => (
                        <label key={key} className="flex gap-2 items-center min-h-11">
                            <input
                                type="checkbox"
                                checked={asked.includes(key)}
                                onChange={(e) => setAsked(e.target.checked ? [...asked, key] : asked.filter((c) => c !== key))}
                            />
                            {words}
                        </label>
                    ))}
            </div>
            <Problem error={error} />
            {open && data === undefined && !error && <Loading what="what comes near" />}
            {data?.like.length === 0 && <p>Nothing that was measured comes near it and meets this.</p>}
            <ul>
                {data?.like.map((l) => (
                    <li key={l.uuid} className="grid gap-x-4 md:grid-cols-[300px_1fr] items-center border-b border-rule py-1">
                        <div className="grid grid-flow-col auto-cols-fr" aria-label={`${paint.colourName} above, ${l.colourName} below`}>
                            {l.depths.map((d) => (
                                <span key={d.name} title={`${d.name}, dE00 ${d.dE00.toFixed(1)}`}>
                                    <span className="block h-7" style={{ background: d.wanted }} />
                                    <span className="block h-7" style={{ background: d.other }} />
                                </span>
                            ))}
                        </div>
                        <div className="leading-snug">
                            <Link to={`/paints/${l.uuid}`} className="font-semibold">
                                {l.colourName}
                            </Link>
                            , {l.maker} · {l.statement.text}:{' '}
                            {l.unseen ? (
                                'closer than can be seen'
                            ) : (
                                <>
                                    dE00 <span className="num">{l.dE00.toFixed(1)}</span>
                                    {l.words.length > 0 && `, ${l.words.join(', ')}`}
                                </>
                            )}
                            {l.loses.length > 0 && `; ${l.loses.join('; ')}`}
                            {l.mixes !== null && `; mixes with your partners up to dE00 ${l.mixes.toFixed(1)} apart, expected`}.{' '}
                            <span className="text-soft">{l.light}.</span>{' '}
                            <Link to={`/compare?paints=${paint.uuid},${l.uuid}`} className="text-sm">
                                compare
                            </Link>
                        </div>
                    </li>
                ))}
            </ul>
            {data !== undefined && data.like.length > 0 && (
                <p>
                    <Link to={`/strips?paints=${[paint.uuid, ...data.like.map((l) => l.uuid)].join(',')}`}>
                        These look-alikes as strips under one another
                    </Link>
                </p>
            )}
            {data !== undefined && (
                <p className="text-sm text-soft">Mixes are expected, not painted. What lies further than dE00 12 stands in for nothing.</p>
            )}
        </details>
    );
}
