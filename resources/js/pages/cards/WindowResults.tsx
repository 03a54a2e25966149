import type { WindowRead } from '../../api/types';
import { Wide } from '../../components/ui/Wide';

/** What was read in the windows of an own frame. */
export function WindowResults({ windows }: { windows: WindowRead[] }) {
    return (
        <section className="mt-4">
            <h2>Windows</h2>
            <Wide label="Windows">
                <table className="min-w-[720px] w-full text-sm">
                    <thead>
                        <tr className="border-b border-ink">
                            <th className="py-1 pr-4">Window</th>
                            <th className="pr-4">L* a* b*, D65</th>
                            <th className="text-right pr-4">True within, 95 %</th>
                            <th className="text-right pr-4">C*ab</th>
                            <th className="text-right pr-4">h</th>
                            <th className="pr-4">Deposit r g b</th>
                            <th>Remark</th>
                        </tr>
                    </thead>
                    <tbody>
                        {windows.map((w) => (
                            <tr key={w.id} className="border-b border-rule align-baseline">
                                <th scope="row" className="py-1 pr-4 font-normal">
                                    <span className="inline-block w-10 h-5 align-middle mr-2" style={{ background: w.hex }} />
                                    {w.name}
                                    {w.bare && ' (bare)'}
                                </th>
                                <td className="num pr-4">{w.lab.map((v) => v.toFixed(1)).join(' ')}</td>
                                <td className="num text-right pr-4">
                                    {w.uncertainty95 === null ? '' : `dE00 ${w.uncertainty95.toFixed(1)}`}
                                </td>
                                <td className="num text-right pr-4">{w.chroma.toFixed(1)}</td>
                                <td className="num text-right pr-4">{w.hueDeg.toFixed(0)}°</td>
                                <td className="num pr-4">
                                    {w.bare ? '' : w.deposit.map((d) => (d === null ? 'saturated' : d.toFixed(2))).join(' ')}
                                </td>
                                <td>{w.remarks.join('; ')}</td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            </Wide>
        </section>
    );
}
