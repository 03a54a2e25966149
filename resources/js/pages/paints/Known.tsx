import { useState } from 'react';
import { Link } from '../../router';
import type { PaintPage, Provenance, Quantity } from '../../api/types';
import { RatingOrigin } from '../../components/paint/RatingOrigin';

import { Wide } from '../../components/ui/Wide';

/** Equal chances of every class are nothing known. */
function chancesWords(chances: Record<string, number>, classes: number): string {
    const of = Object.entries(chances);
    return of.length === classes && new Set(of.map(([, p]) => Math.round(100 * p))).size < 2
        ? 'not known'
        : of.map(([c, p]) => `${c} ${Math.round(100 * p)} %`).join(', ');
}

/** What would settle most, first; how the chances stand, and why. */
export function TestNext({ paint }: { paint: PaintPage }) {
    const { next } = paint.knowledge;
    const pan = paint.pans.find((p) => p.mine);
    return (
        <section className="border-t border-rule py-3 grid gap-x-6 gap-y-1 md:grid-cols-[13rem_1fr]">
            <h2>Test next</h2>
            <div>
                {next.length === 0 && <p>Nothing stands out: every rated property is settled as far as one more test could settle it.</p>}
                <ol className="list-decimal pl-5">
                    {next.map((n) => (
                        <li key={n.property}>
                            <strong className="font-semibold">{n.property}</strong>: {n.why}.{' '}
                            {Object.keys(n.chances).length > 0 && (
                                <span className="text-soft">As it stands {chancesWords(n.chances, paint.classes[n.property].length)}.</span>
                            )}
                        </li>
                    ))}
                </ol>
                {next.length > 0 && (
                    <p className="text-sm mt-1">
                        In the order of how much doubt one more test takes away.{' '}
                        {pan !== undefined && (
                            <Link to={`/bench/new?pans=${pan.uuid}${next[0]?.property === 'lightfastness' ? '&tests=fade' : ''}`}>
                                Plan it
                            </Link>
                        )}
                    </p>
                )}
            </div>
        </section>
    );
}

/** Who tested it, how often and how; one tester alone is named as such. */
export function ByWhom({ of }: { of: Provenance }) {
    return (
        <p className="text-sm text-soft">
            {of.testers.length === 1 ? `One tester’s result: ${of.testers[0]}` : `By ${of.testers.join(', ')}`}
            {of.tests > 1 && `, ${of.tests} tests`};{' '}
            {of.protocols.map((p, i) => (
                <span key={p}>
                    {i > 0 && ', '}
                    <Link to={`/protocols#${p.split(' ')[0]}`}>{p}</Link>
                </span>
            ))}
        </p>
    );
}

/** Everything else that was measured, with by whom, how often and under which protocol; and what was not. */
export function Known({ paint }: { paint: PaintPage }) {
    const { more, missing } = paint.knowledge;
    const [open, setOpen] = useState<Quantity | null>(null);
    return (
        <section className="border-t border-rule py-3">
            <div className="flex flex-wrap gap-x-5 items-baseline">
                <h2>Also measured</h2>
                {more.length > 0 && (
                    <Link className="text-sm" to={`/side-by-side?paints=${paint.uuid}`}>
                        See the scans
                    </Link>
                )}
            </div>
            {more.length > 0 && (
                <Wide label="Also measured">
                    <table className="w-full min-w-[640px] mt-1">
                        <thead>
                            <tr className="border-b border-ink">
                                <th className="py-1 pr-3 w-52">Property</th>
                                <th className="pr-3">Result</th>
                                <th className="pr-3">By</th>
                                <th>Protocol</th>
                            </tr>
                        </thead>
                        {more.map(({ rating, earlier, tests, testers, protocols }) => (
                            <tbody key={rating.property}>
                                <tr className="border-b border-rule align-top">
                                    <td className="py-1.5 pr-3">
                                        <button
                                            type="button"
                                            className="link inline-block first-letter:uppercase"
                                            aria-expanded={open === rating.property}
                                            onClick={() => setOpen(open === rating.property ? null : rating.property)}
                                        >
                                            {rating.property}
                                        </button>
                                    </td>
                                    <td className="py-1.5 pr-3">
                                        {[rating.told, ...earlier].join(' · ')}
                                        {rating.remarks.map((r) => (
                                            <span key={r} className="block text-sm text-soft">
                                                {r}
                                            </span>
                                        ))}
                                    </td>
                                    <td className="py-1.5 pr-3">
                                        {testers.join(', ')}
                                        {tests > 1 && <span className="text-soft">, {tests} tests</span>}
                                    </td>
                                    <td className="py-1.5 text-sm">
                                        {protocols.map((p) => (
                                            <Link key={p} className="block" to={`/protocols#${p.split(' ')[0]}`}>
                                                {p}
                                            </Link>
                                        ))}
                                    </td>
                                </tr>
                                {open === rating.property && (
                                    <tr>
                                        <td colSpan={4}>
                                            <RatingOrigin rating={rating} />
                                        </td>
                                    </tr>
                                )}
                            </tbody>
                        ))}
                    </table>
                </Wide>
            )}
            {missing.length > 0 && (
                <p className="mt-2 max-w-prose">
                    <span className="text-soft">Not tested:</span> {missing.join(', ')}.
                </p>
            )}
        </section>
    );
}
