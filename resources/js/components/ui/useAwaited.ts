import { useEffect, useState } from 'react';

const AGAIN_MS = 4_000;

/** Not painted yet, or asked by somebody who asked for much: it comes later. */
const LATER = [429, 503];

/** There, on its way, or not to come. */
type Picture = 'shown' | 'awaited' | 'gone';

async function look(src: string): Promise<Picture> {
    const status = await fetch(src, { method: 'HEAD' }).then(
        (r) => r.status,
        () => 0,
    );
    return status === 200 ? 'shown' : LATER.includes(status) ? 'awaited' : 'gone';
}

/**
 * A picture that may still be painted: asked for again until it is there or known never to come.
 *
 * @returns address to show, what to do when it fails, and how it stands
 */
export function useAwaited(src: string): { src: string; onError: () => void; state: Picture } {
    const [asked, setAsked] = useState(0);
    const [state, setState] = useState<Picture>('shown');
    useEffect(() => setState('shown'), [src]);
    useEffect(() => {
        if (state !== 'awaited') {
            return;
        }
        const timer = setInterval(() => {
            void look(src).then((found) => {
                setState(found);
                setAsked((n) => (found === 'shown' ? n + 1 : n));
            });
        }, AGAIN_MS);
        return () => clearInterval(timer);
    }, [state, src]);
    // One that the server has and the browser cannot show does not come either.
    const onError = () => void look(src).then((found) => setState(found === 'awaited' ? 'awaited' : 'gone'));
    const again = src.includes('?') ? '&' : '?';
    return { src: asked === 0 ? src : `${src}${again}again=${asked}`, onError, state };
}
