import { useEffect, useRef } from 'react';

/**
 * One place decides who gets a key. Fields keep what is typed into them, also a moment after they have gone; after "g" the next key names a
 * place and nothing else; then the page that came last is asked, then the frame. Whoever takes a key returns true.
 */
type Handler = (e: KeyboardEvent) => boolean;

const FIELDS = 'input:not([type=checkbox]):not([type=radio]), textarea, select, [contenteditable]';
/** A field may be taken away under the hands: for so long what follows is still meant for it. */
const TYPING_MS = 1500;
const GOING_MS = 1500;

const handlers: { current: Handler }[] = [];
let places: ((key: string) => boolean) | null = null;
let typedAt = -Infinity;
let typedIn: Element | null = null;
let goingAt = -Infinity;

export function dispatch(e: KeyboardEvent): void {
    const on = e.target instanceof HTMLElement ? e.target : null;
    const field = on?.closest(FIELDS) ?? null;
    if (field !== null) {
        if (e.key === 'Escape') {
            on?.blur();
            typedIn = null;
        } else if (e.key === 'Enter' && field.tagName !== 'TEXTAREA') {
            // What was typed is handed in.
            typedIn = null;
        } else {
            [typedAt, typedIn] = [e.timeStamp, field];
        }
        return;
    }
    if (e.ctrlKey || e.metaKey || e.altKey || on?.closest('[role=dialog]')) {
        return;
    }
    // The field went, not the hands.
    if (typedIn !== null && !typedIn.isConnected && e.timeStamp - typedAt < TYPING_MS) {
        typedAt = e.timeStamp;
        e.preventDefault();
        return;
    }
    const going = e.timeStamp - goingAt < GOING_MS;
    goingAt = -Infinity;
    if (going) {
        places?.(e.key);
        e.preventDefault();
        return;
    }
    if (e.key === 'g' && places !== null) {
        goingAt = e.timeStamp;
        return;
    }
    for (const handler of [...handlers].reverse()) {
        if (handler.current(e)) {
            e.preventDefault();
            return;
        }
    }
}

window.addEventListener('keydown', dispatch);

/** Another page is there: nothing more is meant for a field of the last one. */
export function forgetTyping(): void {
    typedIn = null;
}

/** Asked for keys while the component is there; the one that came last is asked first. */
export function useKeys(handler: Handler): void {
    const current = useRef(handler);
    current.current = handler;
    useEffect(() => {
        handlers.push(current);
        return () => {
            handlers.splice(handlers.indexOf(current), 1);
        };
    }, []);
}

/** Where "g" and a key lead. */
export function usePlaces(go: (key: string) => boolean): void {
    useEffect(() => {
        places = go;
        return () => {
            places = null;
        };
    });
}
