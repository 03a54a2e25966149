import { useEffect } from 'react';

/** The page's own title, from what it shows; until that is known the last one stays. */
export function useTitle(title: string | undefined): void {
    useEffect(() => {
        if (title !== undefined) {
            document.title = `${title} · Marsh Trial`;
        }
    }, [title]);
}
