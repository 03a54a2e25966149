import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { Link, useNavigate } from '../../router';
import { get, put } from '../../api/client';
import type { GroupList } from '../../api/opinions';
import { keys } from '../../api/queryKeys';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';

/** Paints compared closely at once. */
const MOST_CLOSELY = 8;

/** What can be done with the paints that were chosen in a list; and the groups that there are. */
export function Chosen({ of, onDone }: { of: Map<string, string>; onDone: () => void }) {
    const person = useSession();
    const go = useNavigate();
    const queries = useQueryClient();
    const [naming, setNaming] = useState(false);
    const { error, busy, saving } = useSaving();
    const { data } = useQuery({ queryKey: keys.groups(), queryFn: () => get<GroupList>('groups') });
    const uuids = [...of.keys()];
    const keep = (e: FormEvent<HTMLFormElement>) => {
        e.preventDefault();
        const said = Object.fromEntries(new FormData(e.currentTarget));
        return saving(async (fresh) => {
            const uuid = fresh();
            await put(`groups/${uuid}`, { name: said.name, shared: said.shared === 'on', paints: uuids });
            onDone();
            void queries.invalidateQueries({ queryKey: keys.groups() });
            void go(`/groups/${uuid}`);
        });
    };
    return (
        <>
            {data !== undefined && data.groups.length > 0 && (
                <p className="my-3">
                    <span className="text-soft">Groups: </span>
                    {data.groups.map((g, i) => (
                        <span key={g.uuid}>
                            {i > 0 && ' · '}
                            <Link to={`/groups/${g.uuid}`}>{g.name}</Link>{' '}
                            <span className="text-soft">
                                {g.paints}
                                {!g.mine && `, ${g.by}`}
                            </span>
                        </span>
                    ))}
                </p>
            )}
            {uuids.length > 0 && (
                <div className="sticky bottom-0 bg-surround border-t border-ink py-2 flex flex-wrap gap-x-4 gap-y-2 items-center">
                    <strong className="font-semibold">{uuids.length} chosen</strong>
                    <Link className="button" to={`/strips?paints=${uuids.join(',')}`}>
                        Show together
                    </Link>
                    {uuids.length > 1 && uuids.length <= MOST_CLOSELY && (
                        <Link className="button" to={`/compare?paints=${uuids.join(',')}`}>
                            Compare closely
                        </Link>
                    )}
                    {person != null &&
                        (naming ? (
                            <form onSubmit={(e) => void keep(e)} className="flex flex-wrap gap-2 items-center">
                                <input
                                    name="name"
                                    aria-label="Name of the group"
                                    required
                                    maxLength={80}
                                    placeholder="natural greens"
                                    autoFocus
                                />
                                <label className="flex gap-2 items-center">
                                    <input type="checkbox" name="shared" /> shared
                                </label>
                                <button className="button" data-main disabled={busy}>
                                    Keep the group
                                </button>
                            </form>
                        ) : (
                            <button type="button" className="button" onClick={() => setNaming(true)}>
                                Keep as a group
                            </button>
                        ))}
                    <button type="button" className="link" onClick={onDone}>
                        choose none
                    </button>
                    <Problem error={error} />
                </div>
            )}
        </>
    );
}
