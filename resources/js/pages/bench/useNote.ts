import { useEffect, useRef, useState } from 'react';

/** Text that is on disk with every key stroke and handed on shortly after the last. */
export function useNote(key: string, given: string, save: (text: string) => void) {
    const draft = localStorage.getItem(key);
    const [text, setText] = useState(draft ?? given);
    const touched = useRef(draft !== null);
    const keep = useRef(save);
    keep.current = save;
    useEffect(() => {
        if (!touched.current) {
            setText(given);
        }
    }, [given]);
    useEffect(() => {
        if (!touched.current) {
            return;
        }
        const wait = setTimeout(() => {
            keep.current(text);
            touched.current = false;
            localStorage.removeItem(key);
        }, 600);
        return () => clearTimeout(wait);
    }, [key, text]);
    return {
        text,
        type(next: string) {
            touched.current = true;
            localStorage.setItem(key, next);
            setText(next);
        },
    };
}
