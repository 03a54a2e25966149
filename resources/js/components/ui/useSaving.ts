import { useRef, useState } from 'react';

/** Runs one write at a time and keeps its fault for showing; what was typed stays where it is. */
export function useSaving() {
    const [error, setError] = useState<unknown>(null);
    const [busy, setBusy] = useState(false);
    const running = useRef(false);
    async function saving(work: () => Promise<unknown>) {
        if (running.current) {
            return;
        }
        running.current = true;
        setBusy(true);
        setError(null);
        try {
            await work();
        } catch (fault) {
            setError(fault);
        } finally {
            running.current = false;
            setBusy(false);
        }
    }
    return { error, busy, saving };
}
