import { createContext, startTransition, useContext, useEffect, useMemo, useState } from 'react';
import type { AnchorHTMLAttributes, ReactNode, Ref } from 'react';
import { Link as PathLink, Redirect, Route, Router as Paths, Switch, useLocation as usePath, useParams as useRawParams } from 'wouter';
import { navigate } from 'wouter/use-browser-location';

export { Redirect, Route, Switch };

/** Where the reader is, as the browser's own location tells it. */
interface Here {
    pathname: string;
    search: string;
    hash: string;
}

const EVENTS = ['popstate', 'pushState', 'replaceState', 'hashchange'];

const read = (): Here => ({ pathname: location.pathname, search: location.search, hash: location.hash });

const HereContext = createContext<Here>({ pathname: '/', search: '', hash: '' });

/** The page being left stays on screen until the next one is there: moves are transitions. */
export function Router({ children }: { children: ReactNode }) {
    const [here, setHere] = useState(read);
    useEffect(() => {
        const follow = () => startTransition(() => setHere(read()));
        // What was redirected before this effect ran is seen here.
        follow();
        EVENTS.forEach((name) => addEventListener(name, follow));
        return () => EVENTS.forEach((name) => removeEventListener(name, follow));
    }, []);
    return (
        <HereContext.Provider value={here}>
            <Paths hook={usePathname}>{children}</Paths>
        </HereContext.Provider>
    );
}

/** The library decodes a path once; a percent sign that was written as such has to outlive that. */
function usePathname(): [string, typeof navigate] {
    return [useLocation().pathname.replaceAll('%25', '%2525'), navigate];
}

export function useLocation(): Here {
    return useContext(HereContext);
}

type Go = (to: string, options?: { replace?: boolean }) => void;

export function useNavigate(): Go {
    return usePath()[1];
}

/** Parts of the path by their name in the route, decoded. */
export function useParams(): Record<string, string | undefined> {
    const params = useRawParams<Record<string, string | undefined>>();
    return useMemo(() => Object.fromEntries(Object.entries(params).map(([name, value]) => [name, value && decoded(value)])), [params]);
}

function decoded(value: string): string {
    try {
        return decodeURIComponent(value);
    } catch {
        return value;
    }
}

type Query = string | Record<string, string> | URLSearchParams;
type SetQuery = (next: Query | ((now: URLSearchParams) => Query), options?: { replace?: boolean }) => void;

export function useSearchParams(): [URLSearchParams, SetQuery] {
    const { search } = useLocation();
    const query = useMemo(() => new URLSearchParams(search), [search]);
    return [query, setQuery];
}

/** Reads the address as it is now: several changes may come before the next drawing. */
function setQuery(...[next, options]: Parameters<SetQuery>): void {
    const query = typeof next === 'function' ? next(new URLSearchParams(location.search)) : next;
    const written = new URLSearchParams(query).toString();
    navigate(location.pathname + (written === '' ? '' : `?${written}`), options);
}

interface LinkProps extends Omit<AnchorHTMLAttributes<HTMLAnchorElement>, 'href'> {
    to: string;
    replace?: boolean;
    ref?: Ref<HTMLAnchorElement>;
}

export function Link({ to, ...others }: LinkProps) {
    return <PathLink to={to} {...others} />;
}

/** A link that tells whether one is at its place or below it. */
export function PlaceLink({ to, look, children }: { to: string; look: (here: boolean) => string; children: ReactNode }) {
    const { pathname } = useLocation();
    const isHere = pathname === to || pathname.startsWith(`${to}/`);
    return (
        <Link to={to} className={look(isHere)} aria-current={isHere ? 'page' : undefined}>
            {children}
        </Link>
    );
}
