import { useEffect, useSyncExternalStore } from 'react';
import { useSession } from '../components/ui/useSession';
import { outbox } from './outbox';

/** What waits to go out; sending goes on wherever in the program one is. */
export function useOutbox() {
    const person = useSession();
    const now = useSyncExternalStore(outbox.watch, outbox.look);
    useEffect(() => {
        if (person) {
            outbox.start(person.uuid);
        }
    }, [person]);
    return now;
}
