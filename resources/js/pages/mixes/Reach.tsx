import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from '../../router';
import { get } from '../../api/client';
import type { ReachAnswer } from '../../api/mixes';
import { keys } from '../../api/queryKeys';
import { Loading, Problem } from '../../components/ui/states';

/** Half the a*, b* plane that is drawn. */
const HALF = 104;

/** How far the paints at hand reach by two, and which of them adds nothing. */
export function Reach() {
    const [open, setOpen] = useState(false);
    const { data, error } = useQuery({
        queryKey: keys.reach(),
        queryFn: () => get<ReachAnswer>('reach'),
        enabled: open,
        staleTime: 60_000,
        retry: false,
    });
    return (
        <details className="mt-6 border-t border-rule pt-3" onToggle={(e) => setOpen(e.currentTarget.open)}>
            <summary className="cursor-pointer">
                <span className="font-medium">What my paints reach</span>{' '}
                <span className="text-soft">two at a time, and which adds nothing</span>
            </summary>
            <Problem error={error} />
            {open && data === undefined && !error && <Loading what="what they reach" />}
            {data !== undefined && (
                <>
                    <div className="grid grid-cols-2 lg:grid-cols-4 gap-3 mt-2">
                        {data.lightnesses.map((l) => (
                            <Plane key={l} of={data} lightness={l} />
                        ))}
                    </div>
                    <p className="text-soft">
                        Each patch is <span className="num">{data.side}</span> wide in a* (red to the right) and b* (yellow up), at four
                        lightnesses; expected, not painted.
                        {data.unmeasured > 0 && ` ${data.unmeasured} of the paints at hand have no measured ladder and are left out.`}
                    </p>
                    {data.gaps.map((g) => (
                        <p key={g.of} className="flex items-center gap-2 mt-1">
                            <span className="w-8 h-5 shrink-0" style={{ background: g.hex }} />
                            <span>
                                The widest turn of hue without {g.of === 'paints' ? 'a paint' : 'a mixture of two'} is{' '}
                                <span className="num">{g.degrees}°</span>
                                {g.from !== null && g.to !== null && `, from ${g.from.name} to ${g.to.name}`}.
                            </span>
                        </p>
                    ))}
                    <Alike of={data.alike} />
                    <ul className="mt-4 columns-1 lg:columns-2">
                        {data.paints.map((p) => (
                            <li key={p.uuid} className="flex items-center gap-3 border-b border-rule py-1 break-inside-avoid">
                                <span className="w-8 h-6 shrink-0" style={{ background: p.hex }} />
                                <Link to={`/paints/${p.uuid}`}>{p.name}</Link>
                                <span className="ml-auto text-right">
                                    {p.lost === 0 ? (
                                        'adds nothing that two others do not make'
                                    ) : (
                                        <>
                                            without it <span className="num">{p.lost}</span> of{' '}
                                            <span className="num">{data.patches.length}</span> patches are lost
                                        </>
                                    )}
                                </span>
                            </li>
                        ))}
                    </ul>
                </>
            )}
        </details>
    );
}

/** Pairs at hand of which one may be enough. */
function Alike({ of }: { of: ReachAnswer['alike'] }) {
    return (
        <>
            <h3 className="font-medium mt-4">One too many?</h3>
            {of.length === 0 && <p>No two of them come near each other.</p>}
            <ul>
                {of.map((a) => (
                    <li key={a.one.uuid + a.other.uuid} className="border-b border-rule py-1">
                        <Link to={`/paints/${a.one.uuid}`} className="font-medium">
                            {a.one.name}
                        </Link>{' '}
                        and{' '}
                        <Link to={`/paints/${a.other.uuid}`} className="font-medium">
                            {a.other.name}
                        </Link>
                        :{' '}
                        {a.enough ? (
                            <strong className="font-semibold">one is enough</strong>
                        ) : a.unseen ? (
                            'closer than can be seen'
                        ) : (
                            <>
                                dE00 <span className="num">{a.dE00.toFixed(1)}</span> apart{a.words.length > 0 && `, ${a.words.join(', ')}`}
                            </>
                        )}
                        {a.apart.length > 0 && `; they differ in ${a.apart.join(' and ')}`}
                        {a.mixes === null ? (
                            <span className="text-soft">; choose partners to have their mixes compared</span>
                        ) : (
                            <span className="text-soft">
                                ; their mixes with your partners lie up to dE00 <span className="num">{a.mixes.toFixed(1)}</span> apart,
                                expected
                            </span>
                        )}
                        .{' '}
                        <Link to={`/compare?paints=${a.one.uuid},${a.other.uuid}`} className="text-sm">
                            compare
                        </Link>
                    </li>
                ))}
            </ul>
        </>
    );
}

function Plane({ of, lightness }: { of: ReachAnswer; lightness: number }) {
    const patches = of.patches.filter((p) => p[0] === lightness);
    return (
        <figure>
            <svg
                viewBox={`${-HALF} ${-HALF} ${2 * HALF} ${2 * HALF}`}
                role="img"
                aria-label={`At lightness ${lightness}: ${patches.length} patches`}
                className="w-full bg-surround"
            >
                <path d={`M${-HALF} 0H${HALF}M0 ${-HALF}V${HALF}`} stroke="currentColor" strokeWidth={0.5} className="text-soft" />
                {patches.map(([, a, b, hex]) => (
                    <rect key={`${a} ${b}`} x={a - of.side / 2} y={-b - of.side / 2} width={of.side} height={of.side} fill={hex} />
                ))}
            </svg>
            <figcaption className="text-sm">
                L* <span className="num">{lightness}</span>: <span className="num">{patches.length}</span>
            </figcaption>
        </figure>
    );
}
