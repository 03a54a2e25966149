import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { get } from '../../api/client';
import type { Person } from '../../api/types';

export function useHouse() {
    return useQuery({
        queryKey: keys.session(),
        queryFn: () => get<{ user: Person | null; demo: boolean; practice: boolean }>('session'),
        staleTime: 60_000,
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
