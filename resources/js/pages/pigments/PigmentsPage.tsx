import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useState } from 'react';
import { Link } from '../../router';
import { get } from '../../api/client';
import type { Pigment } from '../../api/types';
import { Chip } from '../../components/paint/Chip';
import { Loading, Problem } from '../../components/ui/states';
import { Wide } from '../../components/ui/Wide';

export interface PigmentList {
    pigments: (Pigment & { paints: number; measured: number; colour: [string, string] | null })[];
    others: { code: string; paints: number; measured: number }[];
}

export default function PigmentsPage() {
    const { data, error } = useQuery({ queryKey: keys.pigments(), queryFn: () => get<PigmentList>('pigments') });
    const [only, setOnly] = useState(true);
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the catalogue" />;
    }
    const some = data.pigments.some((p) => p.paints > 0);
    const rows = data.pigments.filter((p) => !only || !some || p.paints > 0);
    return (
        <>
            <h1>Pigments</h1>
            <p className="my-2 max-w-prose">
                The catalogue holds {data.pigments.length} pigments used in watercolour, from common Colour Index knowledge. Open a code to
                compare its paints.
            </p>
            {some && (
                <label className="flex items-center gap-2 my-2">
                    <input type="checkbox" checked={only} onChange={(e) => setOnly(e.target.checked)} /> Only codes with recorded paints
                </label>
            )}
            <Wide label="Pigments">
                <table className="w-full min-w-[760px]">
                    <thead>
                        <tr className="border-b border-ink">
                            <th className="py-1">Code</th>
                            <th>Usual chemical name</th>
                            <th>C.I.</th>
                            <th>Class</th>
                            <th>Hue</th>
                            <th>Metals</th>
                            <th className="text-right">Paints</th>
                            <th className="text-right">Measured</th>
                        </tr>
                    </thead>
                    <tbody>
                        {rows.map((p) => (
                            <tr key={p.code} className="border-b border-rule">
                                <td className="py-1 pr-3 font-semibold">
                                    <Chip colour={p.colour} />
                                    <Link to={`/pigments/${encodeURIComponent(p.code)}`}>{p.code}</Link>
                                </td>
                                <td className="pr-3">{p.chemicalName}</td>
                                <td className="num pr-3">{p.constitution}</td>
                                <td className="pr-3">{p.class}</td>
                                <td className="pr-3">{p.hueFamily}</td>
                                <td className="pr-3">{p.metals.join(', ')}</td>
                                <td className="num text-right">{p.paints || ''}</td>
                                <td className="num text-right">{p.measured || ''}</td>
                            </tr>
                        ))}
                        {data.others.map((o) => (
                            <tr key={o.code} className="border-b border-rule">
                                <td className="py-1 pr-3 font-semibold">
                                    <Link to={`/pigments/${encodeURIComponent(o.code)}`}>{o.code}</Link>
                                </td>
                                <td colSpan={5}>not in the catalogue; kept as written</td>
                                <td className="num text-right">{o.paints}</td>
                                <td className="num text-right">{o.measured || ''}</td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            </Wide>
        </>
    );
}
