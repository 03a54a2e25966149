import type { CardRow, FadeFinding, Measurement } from '../../api/types';
import { Term } from '../../components/ui/Term';
import { Wide } from '../../components/ui/Wide';

const DEPTHS: Record<number, string> = { 1: 'masstone', 2: 'middle', 3: 'tint' };

/** Exposed against kept at each depth: raw, corrected for the paper, parts in words; the course of all checks tells a category. */
export function FadeResults({ result, rows }: { result: Measurement; rows: CardRow[] }) {
    if (result.doseMlxh === null || result.doseMlxh === 0) {
        return (
            <p className="my-3 max-w-prose">
                {result.doseMlxh === null
                    ? 'No dose is known for this picture: the reading before hanging, or a check whose dose was not given.'
                    : 'Reading before hanging.'}{' '}
                What the halves differ by already will be taken out of every check.
            </p>
        );
    }
    return (
        <Wide label="Exposed against kept">
            <table className="w-full min-w-[980px] mt-3 text-sm">
                <caption className="text-left pb-2">
                    Exposed against kept after <span className="num">{Number(result.doseMlxh.toPrecision(3))} Mlx h</span>. Noise, which
                    only ever adds to dE, is taken out of the judged values.
                </caption>
                <thead>
                    <tr className="border-b border-ink">
                        <th className="py-1">Row, depth</th>
                        <th className="pr-3">Deposit</th>
                        <th>
                            Raw <Term of="dE">dE*ab</Term>
                        </th>
                        <th>Corrected dE*ab</th>
                        <th>dL*</th>
                        <th>dC*</th>
                        <th>dH*</th>
                        <th>In words</th>
                        <th>Grey scale</th>
                        <th>Paper</th>
                        <th>Outcome</th>
                    </tr>
                </thead>
                {rows.map((row) => (
                    <tbody key={row.row} className="border-b border-rule keep-together">
                        {result.fading
                            .filter((f) => f.row === row.row)
                            .map((f) => (
                                <Line key={f.depth} of={f} name={f.depth === 1 ? `${row.row} ${row.paint.colourName}` : ''} />
                            ))}
                    </tbody>
                ))}
            </table>
        </Wide>
    );
}

function Line({ of, name }: { of: FadeFinding; name: string }) {
    const n = (v: number) => (
        <td className="num pr-3">
            {v > 0 ? '+' : ''}
            {v.toFixed(1)}
        </td>
    );
    return (
        <tr className="align-baseline">
            <th scope="row" className="pr-3 font-normal">
                {name && <strong className="block">{name}</strong>}
                {DEPTHS[of.depth]}
            </th>
            <td className="num pr-3">{of.deposit === null ? 'too dark' : of.deposit.toFixed(2)}</td>
            <td className="num pr-3">{of.raw.dE76.toFixed(1)}</td>
            <td className="num pr-3 whitespace-nowrap">
                {of.corrected.dE76.toFixed(1)} ±{of.uncertainty.toFixed(1)}
            </td>
            {n(of.corrected.dL)}
            {n(of.corrected.dC)}
            {n(of.corrected.dH)}
            <td className="pr-3">{of.words.join(', ') || 'none to speak of'}</td>
            <td className="num pr-3">{of.greyScaleGrade}</td>
            <td className="num pr-3">dE {of.paperChange.toFixed(1)}</td>
            <td className="pr-3">
                {of.outcome}
                {of.remarks.map((r) => (
                    <span key={r} className="block text-soft">
                        {r}
                    </span>
                ))}
            </td>
        </tr>
    );
}
