import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState, type FormEvent } from 'react';
import { Link, useNavigate } from '../../router';
import { get, post } from '../../api/client';
import { keys } from '../../api/queryKeys';
import type { Begin } from '../../api/swatches';
import { Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';

/** Where to begin in an empty installation: three ways, each a sentence and a button. */
export default function BeginPage() {
    const person = useSession();
    const go = useNavigate();
    const { data, error } = useQuery({
        queryKey: keys.begin(),
        queryFn: () => get<Begin>('begin'),
        refetchInterval: (q) => (q.state.data?.practice != null && q.state.data.practice < 1 ? 1000 : false),
    });
    const [founding, setFounding] = useState(false);
    if (data === undefined || person === undefined) {
        return error ? <Problem error={error} /> : <Loading what="what is here" />;
    }
    if (data.practice !== null) {
        return <PracticeComes data={data} />;
    }
    const photograph = () => {
        if (person !== null) {
            void go('/swatches?take=telephone');
        } else if (data.mayFound) {
            setFounding(true);
        } else {
            void go('/sign-in?then=/swatches');
        }
    };
    return (
        <div className="max-w-3xl">
            <h1>{data.empty ? 'Nothing is recorded here yet' : 'Where to begin'}</h1>
            <ol className="my-4">
                <Way title="Photograph one dry swatch" does={photograph} main>
                    Lay the pocket frame over any swatch you ever painted; its telephone picture becomes your first measured paint.
                </Way>
                {founding && <Found onDone={() => void go('/swatches?take=telephone')} />}
                <Way title="Print the pocket frame" href="/api/pocket-frame.svg">
                    One sheet of stiff white paper, a printer and a knife, once; six frames fit on it.
                </Way>
                <Practise may={data.empty && (data.mayFound || person?.isSteward === true)} />
            </ol>
            <p className="text-soft">
                Or record your box first: <Link to="/paints">paints one by one</Link>, or <Link to="/import">a spreadsheet of them</Link>;
                then <Link to="/bench/new">plan a session</Link> with cards, which measure far more than a swatch.
            </p>
        </div>
    );
}

function Way({
    title,
    does,
    href,
    main = false,
    children,
}: {
    title: string;
    does?: () => void;
    href?: string;
    main?: boolean;
    children: React.ReactNode;
}) {
    return (
        <li className="border-t border-ink py-4 grid sm:grid-cols-[1fr_17rem] gap-x-6 gap-y-2 items-center">
            <p>{children}</p>
            {href === undefined ? (
                <button type="button" className="button justify-center" {...(main ? { 'data-main': true } : {})} onClick={does}>
                    {title}
                </button>
            ) : (
                <a href={href} target="_blank" rel="noreferrer" className="button justify-center">
                    {title}
                </a>
            )}
        </li>
    );
}

function Practise({ may }: { may: boolean }) {
    const queries = useQueryClient();
    const { error, saving } = useSaving();
    return (
        <>
            {may && (
                <Way title="Walk the practice shore" does={() => void saving(() => post('practice').then(() => queries.resetQueries()))}>
                    An invented group with paints, cards and fade strips to look at and try out; one key takes all of it away again.
                </Way>
            )}
            <Problem error={error} />
        </>
    );
}

/** The first account: at this machine, while there is none. */
function Found({ onDone }: { onDone: () => void }) {
    const queries = useQueryClient();
    const { error, busy, saving } = useSaving();
    function found(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const values = Object.fromEntries(new FormData(e.currentTarget));
        return saving(() =>
            post('founder', values)
                .then(() => queries.resetQueries())
                .then(onDone),
        );
    }
    return (
        <li className="bg-panel border border-ink p-4">
            <form onSubmit={(e) => void found(e)} className="flex flex-wrap gap-3 items-end" aria-label="Who you are">
                <p className="basis-full">First say who you are, so that your tests bear your name. Nothing leaves this machine.</p>
                <label>
                    Your name
                    <input className="block w-44" name="name" required maxLength={120} autoComplete="name" autoFocus />
                </label>
                <label>
                    E-mail, to sign in with
                    <input className="block w-60" name="email" type="email" required autoComplete="username" />
                </label>
                <label>
                    A password, 12 letters or more
                    <input className="block w-56" name="password" type="password" required minLength={12} autoComplete="new-password" />
                </label>
                <button className="button" data-main disabled={busy}>
                    Go on
                </button>
                <Problem error={error} />
            </form>
        </li>
    );
}

/** The demo is painted, scanned and measured while one waits; then one walks in it as its steward. */
function PracticeComes({ data }: { data: Begin }) {
    const queries = useQueryClient();
    const go = useNavigate();
    const person = useSession();
    const { error, saving } = useSaving();
    const entered = useRef(false);
    const entry = data.practiceSignIn;
    useEffect(() => {
        if (entry !== null && person === null && !entered.current) {
            entered.current = true;
            void saving(() =>
                post('session', { ...entry, stay: false })
                    .then(() => queries.resetQueries())
                    .then(() => go('/')),
            );
        }
    }, [entry, person, saving, queries, go]);
    const share = data.practice ?? 0;
    return (
        <div className="max-w-prose">
            <h1>The practice shore</h1>
            {share < 1 ? (
                <>
                    <p className="my-2" role="status">
                        Its cards are being painted, scanned and measured, which takes a minute or two.
                    </p>
                    <progress value={share} aria-label="How far the practice shore is" />
                </>
            ) : (
                <p className="my-2">
                    It is here. <Link to="/">Walk in</Link>
                </p>
            )}
            <Problem error={error} />
        </div>
    );
}
