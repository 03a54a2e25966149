import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, render, screen, waitFor } from '@testing-library/react';
import type { ReactElement } from 'react';
import { afterEach, expect, vi } from 'vitest';
import type { Person } from '../../resources/js/api/types';
import { Route, Router, Switch } from '../../resources/js/router';

/** What was sent to the server: "METHOD path", without the leading /api/. */
export interface Sent {
    what: string;
    body: unknown;
}
export type Answers = Record<string, unknown>;

/** An answer that refuses, in a sentence. */
export class Refusal {
    constructor(
        readonly detail: string,
        readonly status = 422,
        readonly more: object = {},
    ) {}
}

export const tester = { uuid: 'me', name: 'Tamsin', ofHouse: false, isSteward: false } as unknown as Person;
export const steward = { ...tester, ofHouse: true, isSteward: true } as Person;

/** Requests that the test had no answer for. */
const unanswered: string[] = [];

afterEach(() => {
    cleanup();
    expect(unanswered.splice(0)).toEqual([]);
    vi.restoreAllMocks();
    vi.useRealTimers();
});

/**
 * A page at an address, with a server that answers from a list; what it is asked beyond that is a fault of the test. An answer that is a function is
 * worked out at every request, of what was sent.
 */
export function open(page: ReactElement, at: string, route: string, person: Person | null, answers: Answers) {
    const sent: Sent[] = [];
    const asked: Answers = { 'GET session': { user: person, demo: false, practice: false }, ...answers };
    vi.spyOn(globalThis, 'fetch').mockImplementation((input, init) => {
        const method = init?.method ?? 'GET';
        const path = decodeURIComponent(String(input instanceof Request ? input.url : input).replace(/^\/api\//, ''));
        const body: unknown = typeof init?.body === 'string' ? JSON.parse(init.body) : (init?.body ?? null);
        // Names that the page makes up itself are answered by their kind, questions in the address by what they are asked of.
        const key = [path, path.replace(/[0-9a-f-]{36}/g, '*'), path.split('?')[0]!].map((p) => `${method} ${p}`).find((k) => k in asked);
        if (method !== 'GET') {
            sent.push({ what: `${method} ${path}`, body });
        }
        if (key === undefined) {
            unanswered.push(`${method} ${path}`);
            return Promise.reject(new TypeError('Nobody answers this.'));
        }
        const found = asked[key];
        let answer: unknown;
        try {
            answer = typeof found === 'function' ? (found as (body: unknown) => unknown)(body) : found;
        } catch (gone) {
            return Promise.reject(gone as Error);
        }
        const refusal = answer instanceof Refusal ? answer : null;
        return Promise.resolve({
            ok: refusal === null,
            status: refusal ? refusal.status : answer === undefined ? 204 : 200,
            json: () => Promise.resolve(refusal ? { detail: refusal.detail, ...refusal.more } : answer),
        } as Response);
    });
    history.replaceState(null, '', at);
    const shown = render(
        <QueryClientProvider client={new QueryClient({ defaultOptions: { queries: { retry: false } } })}>
            <Router>
                <Switch>
                    <Route path={route}>{page}</Route>
                    <Route>
                        <p>elsewhere</p>
                    </Route>
                </Switch>
            </Router>
        </QueryClientProvider>,
    );
    return { sent, where: () => location.pathname + location.search, answers: asked, ...shown };
}

/** A part of a page that says when it has saved: how often it did is told by "done". */
export function openPart(part: (done: () => void) => ReactElement, at: string, route: string, person: Person | null, answers: Answers) {
    let saved = 0;
    return {
        ...open(
            part(() => saved++),
            at,
            route,
            person,
            answers,
        ),
        done: () => saved,
    };
}

export const until = waitFor;

/** All that a part of the page says, with single spaces. */
export const words = (element: Element | null = document.body) => (element?.textContent ?? '').replace(/[\s\u00a0]+/g, ' ').trim();

export const button = (name: string | RegExp) => screen.findByRole('button', { name });

/** What a browser has and this one lacks: sizes that change, and canvases to draw on. */
export function withoutDrawing() {
    vi.stubGlobal(
        'ResizeObserver',
        class {
            observe() {}
            unobserve() {}
            disconnect() {}
        },
    );
    HTMLCanvasElement.prototype.getContext = (() => null) as never;
}
