import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link, useNavigate, useParams, useSearchParams } from '../../router';
import { get, put, remove } from '../../api/client';
import type { GroupOf } from '../../api/opinions';
import { keys } from '../../api/queryKeys';
import type { PaintSet } from '../../api/types';
import { ArchiveLink } from '../../components/ui/ArchiveLink';
import { turnSurround } from '../../components/AppShell';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { Strips } from './Strips';

interface Set extends PaintSet {
    title: string;
    more?: number;
    /** How often tests bore out what the maker claims. */
    record?: { claims: number; confirmed: number; contradicted: number; open: number; notTested: number; tests: number };
    group?: GroupOf & { mayChange: boolean; order: string[] };
}

/** A maker's whole range, a group, or any paints that somebody chose, under one another like those of a code. */
export default function SetPage() {
    const { maker = '', group = '' } = useParams();
    const [query] = useSearchParams();
    const path =
        maker !== '' ? `makers/${maker}/strips` : group !== '' ? `groups/${group}/strips` : `strips?paints=${query.get('paints') ?? ''}`;
    const { data, error, refetch } = useQuery({
        queryKey: keys.strips(path),
        queryFn: () => get<Set>(path),
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
            {data.group?.mayChange && <Order of={data} onSaved={() => void refetch()} />}
            {data.group !== undefined && (
                <p className="text-soft">
                    A group of {data.group.by}
                    {data.group.shared ? '' : ', not shared'}.{' '}
                    <ArchiveLink className="no-print" href={`/api/ledger/bundle.zip?group=${data.group.uuid}`}>
                        Records of it, for another ledger
                    </ArchiveLink>
                </p>
            )}
            {data.record !== undefined && data.record.claims > 0 && <Record of={data.record} />}
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

/** A maker's record over all claims, with the tests that it rests on. */
function Record({ of }: { of: NonNullable<Set['record']> }) {
    const many = (n: number, words: string) => (n > 0 ? [`${n} ${words}`] : []);
    return (
        <p className="my-2">
            Of {of.claims} claims here{' '}
            {[
                ...many(of.confirmed, 'are confirmed'),
                ...many(of.contradicted, 'contradicted'),
                ...many(of.open, 'cannot be told yet'),
                ...many(of.notTested, 'were not tested'),
            ].join(', ')}
            . <span className="text-soft">They rest on {of.tests === 1 ? 'one test' : `${of.tests} tests`}.</span>
        </p>
    );
}

/** The group in the order of whoever made it: paints are moved and taken out here. */
function Order({ of, onSaved }: { of: Set; onSaved: () => void }) {
    const { error, busy, saving } = useSaving();
    const queries = useQueryClient();
    const go = useNavigate();
    const group = of.group!;
    const keep = (order: string[], more: { name?: string; shared?: boolean } = {}) =>
        saving(() =>
            put(`groups/${group.uuid}`, { name: group.name, shared: group.shared, ...more, paints: order }, group.edition).then(onSaved),
        );
    const name = new Map(of.paints.map((p) => [p.uuid, p.colourName]));
    const moved = (i: number, by: number) => {
        const next = [...group.order];
        next.splice(i + by, 0, ...next.splice(i, 1));
        return next;
    };
    return (
        <details className="my-2">
            <summary className="cursor-pointer link">Order, name and sharing</summary>
            <ol className="my-2">
                {group.order.map((uuid, i) => (
                    <li key={uuid} className="flex gap-3 items-center min-h-11 border-b border-rule max-w-xl">
                        <span className="grow">{name.get(uuid)}</span>
                        <button type="button" className="link" disabled={busy || i === 0} onClick={() => void keep(moved(i, -1))}>
                            up<span className="sr-only"> {name.get(uuid)}</span>
                        </button>
                        <button
                            type="button"
                            className="link"
                            disabled={busy || i === group.order.length - 1}
                            onClick={() => void keep(moved(i, 1))}
                        >
                            down<span className="sr-only"> {name.get(uuid)}</span>
                        </button>
                        <button
                            type="button"
                            className="link"
                            disabled={busy}
                            onClick={() => void keep(group.order.filter((u) => u !== uuid))}
                        >
                            take out<span className="sr-only"> {name.get(uuid)}</span>
                        </button>
                    </li>
                ))}
            </ol>
            <label className="flex gap-2 items-center min-h-11">
                <input type="checkbox" checked={group.shared} onChange={(e) => void keep(group.order, { shared: e.target.checked })} />{' '}
                others may see it
            </label>
            <button
                type="button"
                className="link"
                onClick={() =>
                    void saving(async () => {
                        await remove(`groups/${group.uuid}`);
                        void queries.invalidateQueries({ queryKey: keys.groups() });
                        void go('/paints');
                    })
                }
            >
                Dissolve the group; its paints stay
            </button>
            <Problem error={error} />
        </details>
    );
}
