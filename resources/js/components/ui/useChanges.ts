import { useQueryClient, type QueryKey } from '@tanstack/react-query';
import { useRef, useState } from 'react';

/**
 * Sends changes of settings one after the other, however quickly they follow: none is dropped while another is on its way. What was chosen
 * is shown at once; the last answer tells how it stands.
 */
export function useChanges<T>(key: QueryKey) {
    const queries = useQueryClient();
    const [error, setError] = useState<unknown>(null);
    const last = useRef<Promise<unknown>>(Promise.resolve());
    const waiting = useRef(0);
    /** @param shown how it looks with the change; @param send asks the server, told how it stands by then */
    function change(shown: (now: T) => T, send: (now: T) => Promise<T>) {
        waiting.current++;
        setError(null);
        queries.setQueryData<T>(key, (now) => (now === undefined ? now : shown(now)));
        last.current = last.current.then(async () => {
            try {
                const answer = await send(queries.getQueryData<T>(key)!);
                if (waiting.current === 1) {
                    queries.setQueryData(key, answer);
                }
            } catch (fault) {
                setError(fault);
                void queries.invalidateQueries({ queryKey: key });
            } finally {
                waiting.current--;
            }
        });
        return last.current;
    }
    return { error, change };
}
