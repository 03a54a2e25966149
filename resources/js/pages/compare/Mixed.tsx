import { useQuery } from '@tanstack/react-query';
import { useSearchParams } from '../../router';
import { get } from '../../api/client';
import type { Across, MixBench } from '../../api/mixes';
import { keys } from '../../api/queryKeys';
import { Loading, Problem } from '../../components/ui/states';
import { MixedAlike } from '../mixes/AcrossMakers';

/** The compared paints with one partner: what a swatch hides comes out in mixes. The address holds the partner. */
export function Mixed({ paints }: { paints: string[] }) {
    const [query, setQuery] = useSearchParams();
    const partner = query.get('partner') ?? '';
    const bench = useQuery({ queryKey: keys.mixes(), queryFn: () => get<MixBench>('mixes') });
    const asked = `compare/mixed?paints=${paints.join(',')}&partner=${partner}`;
    const { data, error } = useQuery({
        queryKey: keys.across(asked),
        queryFn: () => get<Across>(asked),
        enabled: partner !== '',
        retry: false,
    });
    const choose = (uuid: string) => {
        const next = new URLSearchParams(query);
        if (uuid === '') {
            next.delete('partner');
        } else {
            next.set('partner', uuid);
        }
        setQuery(next, { replace: true });
    };
    const others = (bench.data?.paints ?? []).filter((p) => !paints.includes(p.uuid));
    if (others.length === 0) {
        return null;
    }
    return (
        <section aria-label="Mixed alike" className="mt-6">
            <h2 className="inline">Mixed with</h2>{' '}
            <select aria-label="Partner" value={partner} onChange={(e) => choose(e.target.value)}>
                <option value="">choose a partner</option>
                {others.map((p) => (
                    <option key={p.uuid} value={p.uuid}>
                        {p.name}, {p.maker}
                    </option>
                ))}
            </select>{' '}
            <span className="text-soft">at equal strength; expected from their ladders, not painted</span>
            <Problem error={error} />
            {partner !== '' && data === undefined && !error && <Loading what="the mixes" />}
            {data !== undefined && <MixedAlike of={data} label={`Each with ${data.partner.name}`} />}
        </section>
    );
}
