import { Link } from '../../router';
import type { Measurement, QualityCheck } from '../../api/types';
import { Wide } from '../../components/ui/Wide';

/** What is good and what is poor about a picture: number, limit, what follows, what to do. */
export function QualityReport({ result }: { result: Measurement }) {
    const checks = result.scan.quality ?? [];
    const poor = checks.filter((c) => c.state !== 'good').length;
    if (checks.length === 0) {
        return null;
    }
    const c = result.scan.calibration;
    return (
        <details className="my-3" open={poor > 0}>
            <summary className="cursor-pointer py-1">
                <strong className="font-semibold">Picture</strong>: {result.scan.photo ? 'photograph' : 'scan'} · colour by {c?.name}
                {c?.residualMean !== null && c?.residualMean !== undefined && (
                    <>
                        {' '}
                        (patches as the others predict them: dE00 <span className="num">{c.residualMean.toFixed(2)}</span>, 95 % within{' '}
                        <span className="num">{c.residual95?.toFixed(2)}</span>)
                    </>
                )}{' '}
                ·{' '}
                {poor === 0
                    ? 'every check is good'
                    : `${poor} of ${checks.length} checks ${poor === 1 ? 'is' : 'are'} beyond ${poor === 1 ? 'its' : 'their'} limit`}
            </summary>
            <QualityTable checks={checks} />
            <p className="text-sm mt-1">
                <Link to="/accuracy">How well pictures of this kind are measured</Link>
            </p>
        </details>
    );
}

/** Every check of a picture. */
export function QualityTable({ checks }: { checks: QualityCheck[] }) {
    return (
        <Wide label="Quality of the picture">
            <table className="min-w-[720px] w-full text-sm mt-1">
                <thead>
                    <tr className="border-b border-ink">
                        <th className="py-1">Check</th>
                        <th className="text-right pr-4">Here</th>
                        <th className="text-right pr-4">Limit</th>
                        <th className="text-right pr-4">Not used beyond</th>
                        <th>What follows</th>
                    </tr>
                </thead>
                <tbody>
                    {checks.map((q) => (
                        <tr key={q.name} className="border-b border-rule align-baseline">
                            <th scope="row" className="py-1 font-normal">
                                {q.name}
                            </th>
                            <td className="num whitespace-nowrap text-right pr-4">{number(q, q.value)}</td>
                            <td className="num whitespace-nowrap text-right pr-4">{number(q, q.limit)}</td>
                            <td className="num whitespace-nowrap text-right pr-4">
                                {q.refusal === null ? 'always used' : number(q, q.refusal)}
                            </td>
                            <td>
                                {q.state === 'good' ? (
                                    'good'
                                ) : (
                                    <>
                                        <strong className="font-semibold">
                                            {q.state === 'not used' ? 'not used' : 'used, with a wider uncertainty'}
                                        </strong>
                                        : {q.advice}
                                    </>
                                )}
                            </td>
                        </tr>
                    ))}
                </tbody>
            </table>
        </Wide>
    );
}

function number(q: QualityCheck, v: number): string {
    switch (q.unit) {
        case '%':
            return `${(100 * v).toFixed(1)} %`;
        case '% per cm':
            return `${(100 * v).toFixed(0)} % per cm`;
        case 'dpi':
            return `${v.toFixed(0)} dpi`;
        case 'of 100':
            return `${v.toFixed(0)} of 100`;
        case 'dE00':
            return `${v.toFixed(1)} dE00`;
        default:
            return `${v.toFixed(2)} ${q.unit}`.trim();
    }
}
