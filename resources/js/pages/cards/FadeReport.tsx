import { useQuery } from '@tanstack/react-query';
import { Link, useParams } from '../../router';
import { get } from '../../api/client';
import { keys } from '../../api/queryKeys';
import type { Card } from '../../api/types';
import { Simulated } from '../../components/paint/Simulated';
import { day, windowWords } from '../../components/paint/words';
import { Loading, Problem } from '../../components/ui/states';
import { useTitle } from '../../components/ui/useTitle';
import { FadeCourses } from './FadeCourses';
import { since } from './Hang';

/** What became of a fade card, on paper: where it hung, every check with its light, and what may be said of every row. */
export default function FadeReport() {
    const uuid = useParams().uuid ?? '';
    const { data, error } = useQuery({ queryKey: keys.card(uuid), queryFn: () => get<Card>(`cards/${uuid}`) });
    useTitle(data && `Fading: ${data.title}`);
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the report" />;
    }
    const h = data.hanging;
    return (
        <>
            <div className="flex flex-wrap items-baseline gap-x-5">
                <h1>Fading: {data.title}</h1>
                <button type="button" className="button no-print ml-auto" data-main onClick={() => window.print()}>
                    Print
                </button>
                <Link to={`/cards/${uuid}`} className="no-print">
                    Back to the card
                </Link>
            </div>
            {data.simulated && (
                <p>
                    <Simulated /> These are practice pictures: no paint was read.
                </p>
            )}
            <p>
                Card <span className="num">{data.code}</span>, {data.owner}. Paper: {data.paper}, {data.side}.
                {h !== null && (
                    <>
                        {' '}
                        {h.place}, {windowWords(h.facing, h.panes)}, {h.sky} sky{h.curtain && ', behind a curtain'}; {since(h)}.
                    </>
                )}
            </p>
            <table className="mt-3">
                <caption className="text-left">Checks</caption>
                <thead>
                    <tr className="border-b border-ink">
                        <th className="pr-5">Day</th>
                        <th className="pr-5">Light, Mlx h (95 %)</th>
                        <th className="pr-5">MJ/m²</th>
                        <th className="pr-5">That is</th>
                        <th>Note</th>
                    </tr>
                </thead>
                <tbody>
                    {data.checks.map((c) => (
                        <tr key={c.uuid} className="border-b border-rule">
                            <td className="pr-5">{day(c.checkedOn)}</td>
                            <td className="num pr-5">
                                {c.dose === null ? '' : `${c.dose.mlxh.toFixed(1)} (${c.dose.range.map((v) => v.toFixed(1)).join(' to ')})`}
                            </td>
                            <td className="num pr-5">{c.dose && Number(c.dose.megajoules.toPrecision(2))}</td>
                            <td className="pr-5">{c.dose?.words}</td>
                            <td>
                                {c.doseMlxh === null ? 'dose estimated' : 'dose as told'}
                                {c.note && `; ${c.note}`}
                            </td>
                        </tr>
                    ))}
                </tbody>
            </table>
            {data.courses === null ? <p>Nothing was checked yet.</p> : <FadeCourses courses={data.courses} rows={data.rows} card={null} />}
            <p className="text-sm text-soft mt-3">
                Evidence from one group’s tests, not a certificate under any standard. Categories hold if the change does not speed up;
                nothing is said beyond ten times the light that has fallen.
            </p>
        </>
    );
}
