import { useQuery } from '@tanstack/react-query';
import { Link, useParams, useSearchParams } from 'react-router';
import { get } from '../../api/client';
import { keys } from '../../api/queryKeys';
import type { PaintSet } from '../../api/types';
import { turnSurround } from '../../components/AppShell';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { Strips } from './Strips';

/** A maker's whole range, or any paints that somebody chose, under one another like those of a code. */
export default function SetPage() {
    const maker = useParams().maker ?? '';
    const [query] = useSearchParams();
    const path = maker !== '' ? `makers/${maker}/strips` : `strips?paints=${query.get('paints') ?? ''}`;
    const { data, error } = useQuery({
        queryKey: keys.strips(path),
        queryFn: () => get<PaintSet & { title: string; more?: number }>(path),
    });
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the strips" />;
    }
    return (
        <>
            <div className="flex flex-wrap items-baseline gap-x-5">
                <h1>{data.title}</h1>
                <button type="button" className="link text-sm no-print ml-auto" onClick={turnSurround}>
                    Surround <kbd className="num">s</kbd>
                </button>
            </div>
            {data.paints.length === 0 ? (
                <Empty title="No paint here">
                    Choose some in <Link to="/paints">the collection</Link>.
                </Empty>
            ) : (
                <Strips key={path} page={data} label={data.title} />
            )}
            {(data.more ?? 0) > 0 && <p>{data.more} more are not shown; open a pigment code to see them.</p>}
        </>
    );
}
