import { useRef, useState } from 'react';
import { newUuid } from '../../api/client';

/**
 * Runs one write at a time and keeps its fault for showing; what was typed stays where it is. What is typed gets its names from "fresh":
 * the same ones until it is there, so that what is sent again after a lost answer is one thing and not two.
 */
export function useSaving() {
    const [error, setError] = useState<unknown>(null);
    const [busy, setBusy] = useState(false);
    const running = useRef(false);
    const names = useRef<string[]>([]);
    async function saving(work: (fresh: () => string) => Promise<unknown>) {
        if (running.current) {
            return;
        }
        running.current = true;
        setBusy(true);
        setError(null);
        let used = 0;
        try {
            await work(() => (names.current[used++] ??= newUuid()));
            names.current = [];
        } catch (fault) {
            setError(fault);
        } finally {
            running.current = false;
            setBusy(false);
        }
    }
    return { error, busy, saving };
}
