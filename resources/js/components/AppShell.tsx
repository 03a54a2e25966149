import { useQueryClient } from '@tanstack/react-query';
import { lazy, Suspense, useEffect, useRef, useState, type FormEvent, type ReactNode } from 'react';
import { Link, PlaceLink, useLocation, useNavigate } from '../router';
import { get, remove } from '../api/client';
import type { Statement } from '../api/types';
import { turnNumbers } from './numbers';
import { forgetTyping, useKeys, usePlaces } from './keys';
import { Boundary } from './ui/Boundary';
import { Problem } from './ui/states';
import { useHouse, useSession } from './ui/useSession';
import { useNarrow } from './ui/useNarrow';
import { useTitle } from './ui/useTitle';

// Not part of the first load: the list of keys, and what waits to go out.
const Keys = lazy(() => import('./KeysDialog'));
const Waiting = lazy(() => import('../outbox/Waiting'));

const PLACES = [
    ['t', '/today', 'Today'],
    ['p', '/paints', 'Paints'],
    ['c', '/pigments', 'Pigments'],
    ['w', '/swatches', 'Swatches'],
    ['b', '/bench', 'Bench'],
    ['k', '/cards', 'Cards'],
    ['f', '/fade', 'Fade rack'],
    ['m', '/mixes', 'Mixes'],
    ['o', '/choose', 'Choose'],
    ['l', '/ledger', 'Ledger'],
] as const;

/** What stands in the head; sessions, cards and swatches are reached from the bench, each by its key too. */
const HEAD_PLACES = PLACES.filter(([, path]) => path !== '/swatches' && path !== '/cards');
const FOR_TESTERS: readonly string[] = ['/today', '/bench'];

const SURROUNDS = ['light', 'grey', 'white'] as const;

export function AppShell({ children }: { children: ReactNode }) {
    const search = useRef<HTMLInputElement>(null);
    const [keysShown, showKeys] = useState(false);
    const here = useLocation();
    const narrow = useNarrow();
    useFrameKeys(search, () => showKeys(true));
    usePlaceTitle();
    return (
        <div className="min-h-screen flex flex-col">
            <a href="#main" className="sr-only focus:not-sr-only focus:absolute focus:bg-panel focus:p-2">
                Skip to the content
            </a>
            {narrow ? <NarrowHead key={here.pathname} search={search} /> : <WideHead search={search} onKeys={() => showKeys(true)} />}
            <Suspense>
                <Waiting />
            </Suspense>
            <Warning />
            <Painting />
            <Practice />
            <main id="main" tabIndex={-1} className="grow w-full mx-auto max-w-[1480px] px-5 py-5 outline-none">
                <Boundary key={here.pathname}>{children}</Boundary>
            </main>
            <footer className="no-print mx-auto w-full max-w-[1480px] px-5 py-4 text-sm text-soft">
                Results are evidence from one group’s tests, not a certificate under any standard.{' '}
                <Link to="/methods">How it measures</Link> · <Link to="/accuracy">How well it measures</Link>
            </footer>
            {keysShown && (
                <Suspense>
                    <Keys places={PLACES} open={keysShown} onChange={showKeys} />
                </Suspense>
            )}
        </div>
    );
}

interface Head {
    search: React.RefObject<HTMLInputElement | null>;
}

function Name() {
    return (
        <Link to="/" className="no-underline font-semibold text-lg tracking-tight py-2">
            Marsh Trial
        </Link>
    );
}

/** Where one can go: what is only for those who work here is not offered to visitors. */
function Places({ look }: { look: (here: boolean) => string }) {
    const visitor = useSession() === null;
    return HEAD_PLACES.filter(([, path]) => !visitor || !FOR_TESTERS.includes(path)).map(([, path, name]) => (
        <PlaceLink key={path} to={path} look={(here) => `no-underline ${look(here)}`}>
            {name}
        </PlaceLink>
    ));
}

function WideHead({ search, onKeys }: Head & { onKeys: () => void }) {
    return (
        <header className="no-print border-b border-ink">
            <div className="mx-auto max-w-[1480px] px-5 flex flex-wrap items-center gap-x-4 gap-y-1 py-2">
                <Name />
                <nav aria-label="Places" className="flex flex-wrap gap-x-3 min-w-0">
                    <Places look={(here) => `py-2 hover:underline ${here ? 'font-semibold border-b-2 border-ink' : ''}`} />
                </nav>
                <div className="aside lg:ml-auto flex flex-wrap items-center gap-x-4 gap-y-1">
                    <SearchAndGo field={search} />
                    <Who />
                    <button type="button" className="link text-sm" onClick={onKeys}>
                        Keys <kbd className="num">?</kbd>
                    </button>
                </div>
            </div>
        </header>
    );
}

/** On a telephone one line of 56 px; what is looked for and the places open beneath it. */
function NarrowHead({ search }: Head) {
    const [open, setOpen] = useState<'find' | 'places' | null>(null);
    return (
        <header className="no-print border-b border-ink px-3">
            <div className="flex items-center h-14 gap-2">
                <span className="mr-auto">
                    <Name />
                </span>
                {(['find', 'places'] as const).map((what) => (
                    <button
                        key={what}
                        type="button"
                        className={`button h-11 justify-center px-0 ${what === 'find' ? 'w-16' : 'w-[88px]'}`}
                        aria-expanded={open === what}
                        onClick={() => setOpen(open === what ? null : what)}
                    >
                        {what === 'find' ? 'Find' : 'Places'}
                    </button>
                ))}
            </div>
            {open === 'find' && (
                <div className="pb-3">
                    <SearchAndGo field={search} wide />
                </div>
            )}
            {open === 'places' && (
                <nav aria-label="Places" className="pb-2">
                    <Places look={(here) => `flex items-center min-h-12 border-t border-rule ${here ? 'font-semibold' : ''}`} />
                    <span className="flex items-center min-h-12 border-t border-rule">
                        <Who />
                    </span>
                </nav>
            )}
        </header>
    );
}

/** Takes a pigment code in any spelling and goes to its strips; other words look among the paints. */
function SearchAndGo({ field, wide = false }: { field: React.RefObject<HTMLInputElement | null>; wide?: boolean }) {
    const go = useNavigate();
    async function submit(e: FormEvent) {
        e.preventDefault();
        const words = field.current?.value.trim() ?? '';
        if (words === '') {
            return;
        }
        const read = await get<Statement>(`pigment-statement?written=${encodeURIComponent(words)}`);
        const code = read.codes[0];
        field.current!.value = '';
        field.current!.blur();
        void go(
            code !== undefined && code.state !== 'not-colour-index'
                ? `/pigments/${encodeURIComponent(code.code)}`
                : `/paints?q=${encodeURIComponent(words)}`,
        );
    }
    return (
        <form role="search" onSubmit={(e) => void submit(e)}>
            <input
                ref={field}
                type="search"
                aria-label="Go to a pigment code or look for a paint"
                placeholder={wide ? 'Code or name' : 'Code or name  /'}
                autoFocus={wide}
                className={wide ? 'w-full h-11' : 'w-44'}
            />
        </form>
    );
}

/** What a steward has to know, such as a disk that runs full. */
function Warning() {
    const warning = useSession()?.warning;
    return warning ? (
        <p role="alert" className="no-print bg-panel border-b border-ink px-5 py-2">
            {warning}
        </p>
    ) : null;
}

/** The demo's readings come with the program; its pictures are painted meanwhile. */
function Painting() {
    const painting = useHouse()?.painting;
    return painting ? (
        <p role="status" className="no-print text-sm text-soft px-5 py-0.5 m-0 border-b border-rule">
            Painting the demo’s pictures, <span className="num">{painting.done}</span> of <span className="num">{painting.of}</span>
        </p>
    ) : null;
}

/** All that is here is practice, and goes again by one key. */
function Practice() {
    const house = useHouse();
    const queries = useQueryClient();
    const go = useNavigate();
    const [error, setError] = useState<unknown>(null);
    if (!house?.practice) {
        return null;
    }
    const leave = () =>
        remove('practice')
            .then(() => queries.resetQueries())
            .then(() => go('/begin'))
            .catch(setError);
    return (
        <div role="note" className="no-print bg-panel border-b border-ink px-5 py-1">
            <div className="mx-auto max-w-[1480px] flex flex-wrap gap-x-4 items-center">
                <span>
                    <strong className="font-semibold">Practice shore.</strong> Every paint, person and picture here is invented.
                </span>
                {house.user?.isSteward && (
                    <button type="button" className="button" onClick={() => void leave()}>
                        Take it away, and all that was done here
                    </button>
                )}
                <Problem error={error} />
            </div>
        </div>
    );
}

function Who() {
    const person = useSession();
    const queries = useQueryClient();
    const here = useLocation();
    if (person === undefined) {
        return null;
    }
    if (person === null) {
        return <Link to={`/sign-in?then=${encodeURIComponent(here.pathname)}`}>Sign in</Link>;
    }
    return (
        <span className="text-sm">
            <Link to="/account">{person.name}</Link>
            {person.isSteward ? ', steward' : ''}
            {' · '}
            <button type="button" className="link" onClick={() => void remove('session').then(() => queries.resetQueries())}>
                Sign out
            </button>
        </span>
    );
}

function useFrameKeys(search: React.RefObject<HTMLInputElement | null>, help: () => void) {
    const go = useNavigate();
    const { pathname } = useLocation();
    useEffect(forgetTyping, [pathname]);
    usePlaces((key) => {
        const place = PLACES.find(([k]) => k === key);
        if (place !== undefined) {
            void go(place[1]);
        }
        return place !== undefined;
    });
    useKeys((e) => {
        const does = { '/': () => search.current?.focus(), '?': help, s: turnSurround, n: turnNumbers }[e.key];
        does?.();
        return does !== undefined;
    });
    useEffect(() => {
        document.documentElement.dataset.surround = localStorage.getItem('surround') ?? 'light';
        document.documentElement.toggleAttribute('data-numbers', localStorage.getItem('numbers') === 'all');
    }, []);
}

export function turnSurround() {
    const now = SURROUNDS.indexOf((document.documentElement.dataset.surround ?? 'light') as (typeof SURROUNDS)[number]);
    const next = SURROUNDS[(now + 1) % SURROUNDS.length]!;
    document.documentElement.dataset.surround = next;
    localStorage.setItem('surround', next);
}

/** Pages whose title does not depend on what they show; the others say theirs by themselves. */
const TITLES: Record<string, string> = {
    ...Object.fromEntries(PLACES.map(([, path, name]) => [path, name])),
    '/palettes': 'Palettes',
    '/labels': 'Labels',
    '/bench/new': 'Plan a session',
    '/protocols': 'Protocols',
    '/methods': 'How everything is measured',
    '/words': 'Words',
    '/frames/new': 'A frame of one’s own',
    '/side-by-side': 'Side by side',
    '/capture': 'Targets and profiles',
    '/accuracy': 'How well it measures',
    '/begin': 'Where to begin',
    '/sign-in': 'Sign in',
    '/password': 'Set your password',
    '/account': 'Your page',
    '/people': 'People',
    '/import': 'A spreadsheet on its way in',
};

function usePlaceTitle() {
    const { pathname } = useLocation();
    const code = pathname.match(/^\/pigments\/(.+)/)?.[1];
    useTitle(
        code !== undefined
            ? decodeURIComponent(code)
            : (TITLES[pathname] ?? (pathname.startsWith('/import/') ? TITLES['/import'] : undefined)),
    );
}
