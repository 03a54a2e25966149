import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { get } from '../../api/client';
import type { Person } from '../../api/types';

interface House {
    user: Person | null;
    demo: boolean;
    practice: boolean;
    /** How many of the demo's pictures are painted, while some are not. */
    painting: { done: number; of: number } | null;
}

const PAINTED_EVERY_MS = 5_000;

export function useHouse() {
    return useQuery({
        queryKey: keys.session(),
        queryFn: () => get<House>('session'),
        staleTime: 60_000,
        refetchInterval: (q) => (q.state.data?.painting ? PAINTED_EVERY_MS : false),
    }).data;
}

/** Whether all here is invented, so that stand-ins take the place of paint. */
export function useDemo(): boolean {
    return useHouse()?.demo ?? false;
}

/** Who is signed in; null for a reader without an account, undefined while it is not known. */
export function useSession(): Person | null | undefined {
    return useHouse()?.user;
}
