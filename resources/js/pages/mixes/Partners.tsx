import { useQuery } from '@tanstack/react-query';
import { get, put } from '../../api/client';
import type { Partner } from '../../api/mixes';
import { keys } from '../../api/queryKeys';
import type { Paint, Pan } from '../../api/types';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

/** Partners that everything is mixed with, chosen once: mixes can be compared only where the partner is the same, down to its pan. */
export function Partners({ of, onChange }: { of: Partner[]; onChange: () => void }) {
    const pans = useQuery({ queryKey: keys.pans(), queryFn: () => get<{ pans: (Pan & { paint: Paint })[] }>('pans') });
    const { error, saving } = useSaving();
    const chosen = of.filter((p) => p.pan !== null).length;
    return (
        <details className="mt-6 border-t border-rule pt-3">
            <summary className="cursor-pointer">
                <span className="font-medium">My partners</span>{' '}
                <span className="text-soft">
                    {chosen === 0 ? 'none chosen yet' : `${chosen} chosen`}: what everything is mixed with, the same pan every time
                </span>
            </summary>
            <div className="flex flex-wrap gap-3 mt-2">
                {of.map((p) => (
                    <label key={p.place}>
                        {p.place}
                        <select
                            className="block w-72"
                            value={p.pan?.uuid ?? ''}
                            onChange={(e) =>
                                void saving(() =>
                                    put(`partners/${encodeURIComponent(p.place)}`, { pan: e.target.value || null }).then(onChange),
                                )
                            }
                        >
                            <option value="">nothing</option>
                            {p.pan !== null && !pans.data?.pans.some((x) => x.uuid === p.pan!.uuid) && (
                                <option value={p.pan.uuid}>{p.pan.name}, used up</option>
                            )}
                            {(pans.data?.pans ?? []).map((x) => (
                                <option key={x.uuid} value={x.uuid}>
                                    {[x.paint.colourName, x.paint.maker, x.form, x.batch && `batch ${x.batch}`].filter(Boolean).join(', ')}
                                </option>
                            ))}
                        </select>
                    </label>
                ))}
            </div>
            <p className="text-soft mt-2">
                On a new card with the test “mix with row 1”, one step puts them into the rows below the first.
            </p>
            <Problem error={error} />
        </details>
    );
}
