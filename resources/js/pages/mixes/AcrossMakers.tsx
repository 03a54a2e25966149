import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from '../../router';
import { get } from '../../api/client';
import type { Across, AcrossDepth, Run } from '../../api/mixes';
import { keys } from '../../api/queryKeys';
import { Loading, Problem } from '../../components/ui/states';
import { Wide } from '../../components/ui/Wide';

function against({ apart }: AcrossDepth): string {
    if (apart === null) {
        return 'first';
    }
    return apart.surely
        ? `${apart.words.join(', ') || 'other'}, dE00 ${apart.dE00.toFixed(1)}`
        : `cannot be told apart, dE00 ${apart.dE00.toFixed(1)}`;
}

/** The same partner with all makers of a code, at one ratio by strength: differences that a swatch hides come out in mixes. */
export function AcrossMakers({ run, share }: { run: Run; share: number }) {
    const [open, setOpen] = useState(false);
    const code = run.a.pigments.split(/[\s,+/]+/)[0] ?? '';
    const held = Math.min(0.98, Math.max(0.02, share));
    const { data, error } = useQuery({
        queryKey: keys.across(code, run.b.uuid, String(held)),
        queryFn: () => get<Across>(`pigments/${encodeURIComponent(code)}/mixed?partner=${run.b.uuid}&share=${held}`),
        enabled: open && code !== '',
        retry: false,
    });
    if (code === '') {
        return null;
    }
    return (
        <details className="mt-6 border-t border-rule pt-3" onToggle={(e) => setOpen(e.currentTarget.open)}>
            <summary className="cursor-pointer">
                <span className="font-medium">
                    {code} of every maker with {run.b.name}
                </span>{' '}
                <span className="text-soft">at this ratio</span>
            </summary>
            <Problem error={error} />
            {open && data === undefined && !error && <Loading what="the mixes" />}
            {data !== undefined && <MixedAlike of={data} label={`${code} with ${data.partner.name}`} />}
        </details>
    );
}

/** Paints, each with the same partner at one ratio, held against the first. */
export function MixedAlike({ of: data, label }: { of: Across; label: string }) {
    return (
        <Wide label={label}>
            <table className="w-full min-w-[760px] mt-2">
                <thead>
                    <tr className="border-b border-ink">
                        <th className="py-1">Paint</th>
                        <th>Tint, middle, deep</th>
                        <th>Makes</th>
                        <th>Clarity</th>
                        <th>Against the first</th>
                        <th>A slip of 15 %</th>
                    </tr>
                </thead>
                <tbody>
                    {data.rows.map((r) => {
                        const middle = r.depths?.find((d) => d.name === 'middle');
                        return (
                            <tr key={r.paint.uuid} className="border-b border-rule">
                                <td className="py-1 pr-3">
                                    <Link to={`/paints/${r.paint.uuid}`}>{r.paint.name}</Link>{' '}
                                    <span className="text-soft">{r.paint.maker}</span>
                                </td>
                                {r.depths === null || middle === undefined ? (
                                    <td colSpan={5} className="text-soft">
                                        no ladder measured yet
                                    </td>
                                ) : (
                                    <>
                                        <td className="pr-3">
                                            <span className="flex h-10 w-48">
                                                {r.depths.map((d) => (
                                                    <span key={d.name} className="flex-1" style={{ background: d.hex }} />
                                                ))}
                                            </span>
                                        </td>
                                        <td className="pr-3">
                                            {middle.words} <span className="num text-soft">±{middle.range95.toFixed(1)}</span>
                                        </td>
                                        <td className="num pr-3">{r.clarity?.toFixed(2) ?? ''}</td>
                                        <td className="pr-3">{against(middle)}</td>
                                        <td>
                                            dE00 <span className="num">{middle.slip.dE00.toFixed(1)}</span>
                                            {middle.slip.words.length > 0 && `, ${middle.slip.words.join(' or ')}`}
                                        </td>
                                    </>
                                )}
                            </tr>
                        );
                    })}
                </tbody>
            </table>
        </Wide>
    );
}
