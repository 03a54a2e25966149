import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { get, post } from '../../api/client';
import type { Drying, Pooled, Repeats } from '../../api/capture';
import { Wide } from '../../components/ui/Wide';
import { day } from '../../components/paint/words';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

/** Several pictures of one card pooled, and wet against dry. */
export function RepeatPictures({
    card,
    pictures,
    mayChange,
    onDone,
}: {
    card: string;
    pictures: number;
    mayChange: boolean;
    onDone: () => void;
}) {
    const { data } = useQuery({
        queryKey: keys.repeats(card, pictures),
        queryFn: () => get<Repeats>(`cards/${card}/repeats`),
        enabled: pictures > 1,
    });
    if (data === undefined) {
        return null;
    }
    return (
        <>
            {data.pooled.map((p, i) => (
                <div key={i}>
                    {p.inDispute.length > 0 && <Dispute pooled={p} mayChange={mayChange} onDone={onDone} />}
                    <PooledPictures pooled={p} />
                </div>
            ))}
            {!Array.isArray(data.drying) && <DryingShifts drying={data.drying} />}
        </>
    );
}

/** Pictures that cannot be of one painting: which is meant? Until that is said, both stand. */
function Dispute({ pooled, mayChange, onDone }: { pooled: Pooled; mayChange: boolean; onDone: () => void }) {
    const { error, busy, saving } = useSaving();
    const disputed = pooled.pictures.filter((p) => pooled.inDispute.includes(p.uuid));
    const meant = (uuid: string) =>
        saving(async () => {
            for (const other of disputed.filter((p) => p.uuid !== uuid)) {
                await post(`pictures/${other.uuid}/withdrawal`, { because: 'of another painting than the one that is meant' });
            }
            onDone();
        });
    return (
        <div role="alert" className="border-l-4 border-ink bg-panel px-3 py-2 my-2">
            <p className="max-w-prose">
                These pictures differ by more than they can be unsure of, so they cannot be of the same painting
                {pooled.repeatability !== null && (
                    <>
                        {' '}
                        (a single one repeats to dE00 <span className="num">{pooled.repeatability.toFixed(1)}</span>)
                    </>
                )}
                . Until you say which is meant, what both say stands side by side.
            </p>
            {mayChange && (
                <p className="mt-2 flex flex-wrap gap-2">
                    {disputed.map((p) => (
                        <button key={p.uuid} type="button" className="button" disabled={busy} onClick={() => void meant(p.uuid)}>
                            {p.name}, {day(p.taken)} is meant
                        </button>
                    ))}
                </p>
            )}
            <Problem error={error} />
        </div>
    );
}

const signed = (v: number) => `${v < 0 ? '−' : '+'}${Math.abs(v).toFixed(2)}`;

function PooledPictures({ pooled }: { pooled: Pooled }) {
    return (
        <details className="my-3">
            <summary className="cursor-pointer py-1">
                <strong className="font-semibold">{pooled.pictures.length} pictures of this card</strong>: a single one repeats to dE00{' '}
                <span className="num">{pooled.repeatability?.toFixed(2)}</span>
                {pooled.pictures.some((p) => p.stands) && '; one stands apart and is left out'}
            </summary>
            <Wide label="Pictures beside each other">
                <table className="min-w-[640px] text-sm mt-1">
                    <thead>
                        <tr className="border-b border-ink">
                            <th className="py-1 pr-4">Picture</th>
                            <th className="pr-4">Colour by</th>
                            <th className="pr-4 text-right">dL*</th>
                            <th className="pr-4 text-right">da*</th>
                            <th className="pr-4 text-right">db*</th>
                            <th className="text-right">dE00 from the pooled</th>
                        </tr>
                    </thead>
                    <tbody>
                        {pooled.pictures.map((p) => (
                            <tr key={p.uuid} className="border-b border-rule align-baseline">
                                <th scope="row" className="py-1 pr-4 font-normal">
                                    {p.name}, {day(p.taken)}
                                    {p.stands && <strong className="font-semibold"> stands apart</strong>}
                                </th>
                                <td className="pr-4">{p.calibration || 'the file, not checked'}</td>
                                <td className="num text-right pr-4">{signed(p.dL)}</td>
                                <td className="num text-right pr-4">{signed(p.da)}</td>
                                <td className="num text-right pr-4">{signed(p.db)}</td>
                                <td className="num text-right">{p.apart.toFixed(2)}</td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            </Wide>
            {pooled.ratings.length > 0 && (
                <Wide label="Properties over all pictures">
                    <table className="min-w-[560px] text-sm mt-3">
                        <thead>
                            <tr className="border-b border-ink">
                                <th className="py-1 pr-4">Property</th>
                                <th className="pr-4 text-right">Pictures</th>
                                <th className="pr-4 text-right">Pooled value</th>
                                <th className="text-right">One picture scatters by</th>
                            </tr>
                        </thead>
                        <tbody>
                            {pooled.ratings.map((r) => (
                                <tr key={`${r.row}${r.property}`} className="border-b border-rule align-baseline">
                                    <th scope="row" className="py-1 pr-4 font-normal">
                                        row {r.row}, {r.property}
                                    </th>
                                    <td className="num text-right pr-4">{r.n}</td>
                                    <td className="num text-right pr-4">
                                        {r.mean.toFixed(3)} ±{r.uncertainty.toFixed(3)}
                                    </td>
                                    <td className="num text-right">{r.spread.toFixed(3)}</td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                </Wide>
            )}
        </details>
    );
}

function DryingShifts({ drying }: { drying: Drying }) {
    return (
        <section className="my-3">
            <h2>Drying shift</h2>
            {drying.remarks.map((r) => (
                <p key={r} className="border-l-4 border-ink pl-3 max-w-prose">
                    {r}
                </p>
            ))}
            <Wide label="Drying shift by place">
                <table className="min-w-[640px] text-sm mt-1">
                    <thead>
                        <tr className="border-b border-ink">
                            <th className="py-1 pr-4">Place</th>
                            <th className="pr-4 text-right">dL*</th>
                            <th className="pr-4 text-right">dC*ab</th>
                            <th className="pr-4 text-right">dh</th>
                            <th>In words</th>
                        </tr>
                    </thead>
                    <tbody>
                        {drying.rows.map((r) => (
                            <tr key={`${r.row}${r.what}`} className="border-b border-rule align-baseline">
                                <th scope="row" className="py-1 pr-4 font-normal">
                                    row {r.row}, {r.what}
                                </th>
                                <td className="num text-right pr-4">{signed(r.dL)}</td>
                                <td className="num text-right pr-4">
                                    {r.chromaPercent === null ? '' : `${r.chromaPercent.toFixed(0)} ±${r.chromaUncertainty?.toFixed(0)} %`}
                                </td>
                                <td className="num text-right pr-4">{r.hueDeg === null ? '' : `${r.hueDeg.toFixed(0)}°`}</td>
                                <td>{r.words}</td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            </Wide>
        </section>
    );
}
