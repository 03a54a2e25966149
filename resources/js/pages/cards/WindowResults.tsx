import { Wide } from '../../components/ui/Wide';
import type { Measurement } from '../../api/types';

/** What was read in the windows of an own frame. */
export function WindowResults({ result, names }: { result: Measurement; names: { row: number; paint: string }[] }) {
    const name = (row: number) => names.find((n) => n.row === row)?.paint ?? `window ${row}`;
    return (
        <section className="mt-4">
            <h2>Windows</h2>
            <Wide label="Windows">
                <table className="min-w-[720px] w-full text-sm">
                    <thead><tr className="border-b border-ink"><th className="py-1 pr-4">Window</th><th className="pr-4">L* a* b*, D65</th><th className="text-right pr-4">True within, 95 %</th><th className="text-right pr-4">C*ab</th><th className="text-right pr-4">h</th><th className="pr-4">Deposit r g b</th><th>Remark</th></tr></thead>
                    <tbody>
                        {result.cells.map((c) => (
                            <tr key={c.id} className="border-b border-rule">
                                <th scope="row" className="py-1 pr-4 font-normal"><span className="inline-block w-10 h-5 align-middle mr-2" style={{ background: shown(c.rgbLinear) }} />{name(c.row)}{c.role === 'paper' && ' (bare)'}</th>
                                <td className="num pr-4">{c.lab.map((v) => v.toFixed(1)).join(' ')}</td>
                                <td className="num text-right pr-4">{c.uncertainty95 == null ? '' : `dE00 ${c.uncertainty95.toFixed(1)}`}</td>
                                <td className="num text-right pr-4">{Math.hypot(c.lab[1]!, c.lab[2]!).toFixed(1)}</td>
                                <td className="num text-right pr-4">{((Math.atan2(c.lab[2]!, c.lab[1]!) * 180) / Math.PI + 360).toFixed(0).replace(/^\d+$/, (d) => String(Number(d) % 360))}°</td>
                                <td className="num pr-4">{c.role === 'paper' ? '' : c.deposit.map((d) => (d === null ? 'saturated' : d.toFixed(2))).join(' ')}</td>
                                <td>{c.remarks.join('; ')}</td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            </Wide>
        </section>
    );
}

/** Linear sRGB as the browser wants it. */
function shown(rgb: number[]): string {
    return `color(srgb-linear ${rgb.map((v) => Math.min(1, Math.max(0, v)).toFixed(4)).join(' ')})`;
}
