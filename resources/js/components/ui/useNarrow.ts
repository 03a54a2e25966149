import { useSyncExternalStore } from 'react';

/** As wide as a telephone, or text so large that no more fits. */
const NARROW = '(max-width: 39.99rem)';

const media = () => (typeof window.matchMedia === 'function' ? window.matchMedia(NARROW) : null);

/** Whether the window is as narrow as a telephone. */
export function useNarrow(): boolean {
    return useSyncExternalStore(
        (changed) => {
            const query = media();
            query?.addEventListener('change', changed);
            return () => query?.removeEventListener('change', changed);
        },
        () => media()?.matches ?? false,
    );
}
