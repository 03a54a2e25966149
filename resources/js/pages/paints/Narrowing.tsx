import { useQuery, useQueryClient } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { Link } from '../../router';
import { get, put } from '../../api/client';
import type { Paint, Pan, Strip } from '../../api/types';
import { StripCanvas } from '../../components/paint/StripCanvas';
import { Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

interface Found {
    strip: Strip | null;
    candidates: { meanDE00: number; worstDE00: number; depths: number; says: string; paint: Paint; strip: Strip }[];
}

/** What an unlabelled pan may be: its own measured stroke above those of known paints, nearest first. */
export function Narrowing({ pan, onSaved }: { pan: Pan; onSaved: () => void }) {
    const { data, error } = useQuery({ queryKey: keys.narrowing(pan.uuid), queryFn: () => get<Found>(`pans/${pan.uuid}/narrowing`) });
    const { error: fault, saving } = useSaving();
    const queries = useQueryClient();
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="what it may be" />;
    }
    if (data.strip === null) {
        return (
            <p className="my-2 max-w-prose">
                Paint one stroke of it on a test card (<Link to={`/bench/new?pans=${pan.uuid}`}>plan one</Link>; its other places may stay
                blank) and have it measured. Then it is compared with every measured paint.
            </p>
        );
    }
    const is = (paint: Paint) =>
        saving(() =>
            put(
                `pans/${pan.uuid}`,
                { paintUuid: paint.uuid, form: pan.form, batch: pan.batch, keptAt: pan.keptAt, volumeMl: pan.volumeMl, state: 'in use' },
                pan.edition,
            ).then(() => {
                onSaved();
                void queries.invalidateQueries({ queryKey: keys.paint() });
            }),
        );
    return (
        <div className="my-3 max-w-4xl">
            <h3 className="font-semibold">The unlabelled pan, and what it may be</h3>
            <StripCanvas strip={data.strip} label="The unlabelled pan" height={64} />
            {data.candidates.map((c) => (
                <div key={c.paint.uuid} className="grid sm:grid-cols-[1fr_17rem] gap-x-4 items-center">
                    <StripCanvas strip={c.strip} label={`${c.paint.colourName}: mean dE00 ${c.meanDE00}`} height={64} />
                    <p className="text-sm leading-tight py-1">
                        <strong className="font-semibold">{c.paint.colourName}</strong>, {c.paint.maker} · {c.paint.statement.text}
                        <span className="block">
                            {c.says}: mean <span className="num">dE00 {c.meanDE00.toFixed(1)}</span> over {c.depths} depths, at most{' '}
                            <span className="num">{c.worstDE00.toFixed(1)}</span>
                        </span>
                        <button type="button" className="link" onClick={() => void is(c.paint)}>
                            It is this one
                        </button>
                    </p>
                </div>
            ))}
            <p className="text-sm text-soft mt-1">
                Colour alone does not prove a pigment: look also at staining, grain and fading before you decide.
            </p>
            <Problem error={fault} />
        </div>
    );
}
