import { useQuery } from '@tanstack/react-query';
import { Link } from '../../router';
import { get } from '../../api/client';
import type { AtEqualLight } from '../../api/fading';
import { keys } from '../../api/queryKeys';
import { Wide } from '../../components/ui/Wide';

/** Fade strips of a code at the light that all of them have reached: tests of unequal light are never compared by their days. */
export function EqualLight({ code }: { code: string }) {
    const { data } = useQuery({
        queryKey: keys.equalLight(code),
        queryFn: () => get<AtEqualLight>(`pigments/${encodeURIComponent(code)}/fading`),
    });
    const first = data?.strips[0];
    // One strip compares with nothing; it stands among the ratings already.
    if (data === undefined || first === undefined || data.mlxh === null || data.strips.length < 2) {
        return null;
    }
    return (
        <section aria-label="At equal light" className="mt-6">
            <h2>
                At equal light, <span className="num">{data.mlxh.toFixed(1)} Mlx h</span>
            </h2>
            <p className="text-sm text-soft max-w-prose">
                As far as all these strips have come, middle strength, dark half above. What a dose may be wrong by is in the ranges, unless
                both hung in one window.
            </p>
            <Wide label="At equal light">
                <table className="w-full min-w-[720px]">
                    <thead>
                        <tr className="border-b border-ink">
                            <th className="py-1 w-44">Halves</th>
                            <th>Paint</th>
                            <th>Changed, dE*ab</th>
                            <th>Against {first.name}</th>
                            <th>Card, and how far it has come</th>
                        </tr>
                    </thead>
                    <tbody>
                        {data.strips.map((s) => (
                            <tr key={`${s.card} ${s.paint}`} className="border-b border-rule">
                                <td className="py-1 pr-3">
                                    <span className="block h-4" style={{ background: s.dark }} />
                                    <span className="block h-4" style={{ background: s.window ?? s.dark }} />
                                </td>
                                <td className="pr-3">
                                    <Link to={`/paints/${s.paint}`}>{s.name}</Link> <span className="text-soft">{s.maker}</span>
                                </td>
                                <td className="num pr-3">
                                    {s.change.toFixed(1)} ±{s.uncertainty.toFixed(1)}
                                </td>
                                <td className="pr-3">
                                    {s.against === null ? (
                                        'changed least'
                                    ) : s.against.differs ? (
                                        <>
                                            changed more, by{' '}
                                            <span className="num">
                                                {s.against.difference.toFixed(1)} ±{s.against.uncertainty.toFixed(1)}
                                            </span>
                                        </>
                                    ) : (
                                        'cannot be told apart; this does not prove them alike'
                                    )}
                                </td>
                                <td>
                                    <Link to={`/${s.mayChange ? 'cards' : 'records'}/${s.card}`}>{s.title}</Link>,{' '}
                                    <span className="num">{s.lastMlxh.toFixed(1)} Mlx h</span>
                                </td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            </Wide>
            {data.unfinished.length > 0 && (
                <p className="text-sm">
                    Not checked yet, so not compared: {data.unfinished.map((u) => `${u.name} (${u.title})`).join(', ')}.
                </p>
            )}
        </section>
    );
}
