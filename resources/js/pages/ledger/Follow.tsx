import { useQuery, useQueryClient } from '@tanstack/react-query';
import { call, get } from '../../api/client';
import { keys } from '../../api/queryKeys';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';

export interface Followed {
    follows: { kind: string; key: string; name: string }[];
    events: { on: string; what: string; words: string; by: string; link: string; new: boolean }[];
    seen: string | null;
}

/** Follows something, or no longer. */
export function Follow({ kind, of, what }: { kind: 'code' | 'paint' | 'rack' | 'tester'; of: string; what: string }) {
    const person = useSession();
    const queries = useQueryClient();
    const { busy, saving } = useSaving();
    const { data } = useQuery({
        queryKey: keys.follows(),
        queryFn: () => get<Followed>('follows'),
        enabled: Boolean(person),
        staleTime: 60_000,
    });
    if (!person || data === undefined) {
        return null;
    }
    const follows = data.follows.some((f) => f.kind === kind && f.key.toLowerCase() === of.toLowerCase());
    return (
        <button
            type="button"
            className="link no-print"
            aria-pressed={follows}
            disabled={busy}
            onClick={() =>
                void saving(() =>
                    call(follows ? 'DELETE' : 'PUT', `follows/${kind}/${encodeURIComponent(of)}`).then(() =>
                        queries.invalidateQueries({ queryKey: keys.follows() }),
                    ),
                )
            }
        >
            {follows ? (what === 'it' ? 'Let it go' : `Following ${what}`) : `Follow ${what}`}
        </button>
    );
}
