import { useQuery } from '@tanstack/react-query';
import { get } from '../../api/client';
import type { Grey } from '../../api/mixes';
import { keys } from '../../api/queryKeys';
import { Loading, Problem } from '../../components/ui/states';

/** What of one's own makes the nearest grey with a paint. */
export function Greys({ of, onPick }: { of: string; onPick: (uuid: string, share: number) => void }) {
    const { data, error } = useQuery({
        queryKey: keys.greys(of),
        queryFn: () => get<{ greys: Grey[] }>(`paints/${of}/greys`),
        retry: false,
    });
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="greys" />;
    }
    return (
        <section aria-label="Nearest greys" className="my-3">
            <h2>The nearest greys with what I have at hand</h2>
            {data.greys.length === 0 && <p>Nothing else at hand has a measured ladder yet.</p>}
            <ul>
                {data.greys.map((g) => (
                    <li key={g.uuid} className="flex flex-wrap items-center gap-3 border-b border-rule py-1">
                        <span className="w-10 h-8" style={{ background: g.hex }} />
                        <button type="button" className="link" onClick={() => onPick(g.uuid, g.share)}>
                            {g.name}, {g.maker}
                        </button>
                        <span>
                            {g.grey ? 'makes a grey' : 'gets no nearer than'} chroma <span className="num">{g.chroma.toFixed(1)}</span>, at{' '}
                            <span className="num">
                                {Math.round(100 * (1 - g.share))} to {Math.round(100 * g.share)}
                            </span>{' '}
                            by strength; expected
                        </span>
                    </li>
                ))}
            </ul>
        </section>
    );
}
