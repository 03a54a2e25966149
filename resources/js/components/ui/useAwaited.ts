import { useEffect, useState } from 'react';

const AGAIN_MS = 4_000;

/** Not painted yet, or asked by somebody who asked for much: it comes later. */
const LATER = [429, 503];

/**
 * A picture that may still be painted: asked for again until it is there or known never to come.
 *
 * @returns address to show, what to do when it fails, and whether it is awaited (null where it does not come)
 */
export function useAwaited(src: string): { src: string; onError: () => void; awaited: boolean | null } {
    const [asked, setAsked] = useState(0);
    const [awaited, setAwaited] = useState<boolean | null>(false);
    useEffect(() => setAwaited(false), [src]);
    useEffect(() => {
        if (awaited !== true) {
            return;
        }
        const timer = setInterval(() => {
            void fetch(src, { method: 'HEAD' }).then((r) => {
                if (r.ok) {
                    setAsked((n) => n + 1);
                    setAwaited(false);
                } else if (!LATER.includes(r.status)) {
                    setAwaited(null);
                }
            });
        }, AGAIN_MS);
        return () => clearInterval(timer);
    }, [awaited, src]);
    const onError = () => {
        void fetch(src, { method: 'HEAD' }).then(
            (r) => setAwaited(LATER.includes(r.status) ? true : null),
            () => setAwaited(null),
        );
    };
    const again = src.includes('?') ? '&' : '?';
    return { src: asked === 0 ? src : `${src}${again}again=${asked}`, onError, awaited };
}
