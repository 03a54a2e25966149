import { useEffect } from 'react';

/** Keeps the screen awake while hands are wet, where the browser can; a page that was hidden asks anew. */
export function useWakeLock(): void {
    useEffect(() => {
        let lock: WakeLockSentinel | null = null;
        let gone = false;
        const ask = () => {
            if (document.visibilityState === 'visible' && 'wakeLock' in navigator) {
                navigator.wakeLock.request('screen').then(
                    (held) => {
                        lock = held;
                        if (gone) {
                            void held.release();
                        }
                    },
                    () => undefined,
                );
            }
        };
        ask();
        document.addEventListener('visibilitychange', ask);
        return () => {
            gone = true;
            document.removeEventListener('visibilitychange', ask);
            void lock?.release();
        };
    }, []);
}
