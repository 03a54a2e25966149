import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useState } from 'react';
import { call, get } from '../../api/client';
import { Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

export interface Someone {
    uuid: string;
    name: string;
    email?: string;
    isSteward?: boolean;
    circle?: string | null;
}
interface Counts {
    published: number;
    drafts: number;
    sessions: number;
    pans: number;
}

/** Takes a person out: what is published stays under a name of their choice, drafts go or pass to a steward. */
export function Leaving({ uuid, own = false, onLeave, onDone }: { uuid: string; own?: boolean; onLeave: () => void; onDone: () => void }) {
    const counts = useQuery({ queryKey: keys.leaving(uuid), queryFn: () => get<Counts>(`people/${uuid}/leaving`) });
    const people = useQuery({ queryKey: keys.people(), queryFn: () => get<{ people: Someone[] }>('people') });
    const [drafts, setDrafts] = useState('delete');
    const { error, busy, saving } = useSaving();
    if (counts.data === undefined) {
        return counts.error ? <Problem error={counts.error} /> : <Loading what="what there is" />;
    }
    const c = counts.data;
    const stewards = people.data?.people.filter((p) => p.isSteward && p.uuid !== uuid) ?? [];
    return (
        <form
            className="border border-ink p-3 max-w-2xl"
            aria-label="Leave"
            onSubmit={(e) => {
                e.preventDefault();
                const values = Object.fromEntries(new FormData(e.currentTarget));
                void saving(() => call('DELETE', `people/${uuid}`, values).then(onDone));
            }}
        >
            <h2>{own ? 'Leave this house' : 'Take this person out'}</h2>
            <p className="my-1">
                {c.published} published {c.published === 1 ? 'card stays' : 'cards stay'}; {c.drafts} {c.drafts === 1 ? 'draft' : 'drafts'},{' '}
                {c.pans} pans and the account go. This cannot be undone.
            </p>
            <label className="block my-2">
                Published records stay under the name
                <input className="block w-full max-w-sm" name="name" maxLength={120} placeholder="a former tester" />
            </label>
            <fieldset className="my-2">
                <legend>Drafts</legend>
                <label className="flex gap-2 items-center min-h-11">
                    <input type="radio" name="drafts" value="delete" checked={drafts === 'delete'} onChange={() => setDrafts('delete')} />
                    are removed
                </label>
                {stewards.length > 0 && (
                    <label className="flex gap-2 items-center min-h-11">
                        <input
                            type="radio"
                            name="drafts"
                            value="pass on"
                            checked={drafts === 'pass on'}
                            onChange={() => setDrafts('pass on')}
                        />
                        pass to a steward
                    </label>
                )}
                {drafts === 'pass on' && (
                    <select name="to" aria-label="Steward">
                        {stewards.map((s) => (
                            <option key={s.uuid} value={s.uuid}>
                                {s.name}
                            </option>
                        ))}
                    </select>
                )}
            </fieldset>
            <button className="button" disabled={busy}>
                {own ? 'Leave for good' : 'Take out for good'}
            </button>{' '}
            <button type="button" className="button" onClick={onLeave}>
                Stay
            </button>
            <Problem error={error} />
        </form>
    );
}
