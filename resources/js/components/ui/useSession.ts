import { useQuery } from '@tanstack/react-query';
import { get } from '../../api/client';
import type { Person } from '../../api/types';

/** Who is signed in; null for a reader without an account, undefined while it is not known. */
export function useSession(): Person | null | undefined {
    return useQuery({ queryKey: ['session'], queryFn: () => get<{ user: Person | null }>('session'), staleTime: 60_000 }).data?.user;
}
