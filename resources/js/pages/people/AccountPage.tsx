import { useQuery, useQueryClient } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useState, type FormEvent } from 'react';
import { Link, useNavigate } from '../../router';
import { get, put, remove } from '../../api/client';
import { day } from '../../components/paint/words';
import { NewPassword } from '../../components/ui/NewPassword';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';
import { Leaving } from './Leaving';
import { Agreement, Programs } from './Programs';

interface SignIn {
    uuid: string;
    agent: string;
    since: string;
    seen: string;
    stays: boolean;
    here: boolean;
}
export interface Account {
    uuid: string;
    name: string;
    email: string;
    isSteward: boolean;
    signIns: SignIn[];
}

/** One's own page. */
export default function AccountPage() {
    const person = useSession();
    const queries = useQueryClient();
    const { data, error } = useQuery({ queryKey: keys.account(), queryFn: () => get<Account>('account'), enabled: Boolean(person) });
    if (person === null) {
        return (
            <Empty title="This page is about you">
                <Link to="/sign-in?then=/account">Sign in</Link> first.
            </Empty>
        );
    }
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="your page" />;
    }
    const kept = (account: Account) => {
        queries.setQueryData(keys.account(), account);
        void queries.invalidateQueries({ queryKey: keys.session() });
    };
    return (
        <>
            <h1>{data.name}</h1>
            <div className="grid gap-x-10 gap-y-6 md:grid-cols-2 mt-3">
                <Names account={data} onKept={kept} />
                <Password onKept={kept} />
            </div>
            <SignIns of={data.signIns} onKept={kept} />
            <section className="mt-6">
                <h2>All that is mine</h2>
                <p className="my-1 max-w-prose">
                    Your collection as CSV, your cards, sessions, paints and what you said as JSON, and your pictures as they are kept, in
                    one ZIP file. Places where pictures were taken were cut out when they came.
                </p>
                <a className="button inline-flex" href="/api/account/export.zip" download>
                    Take it along
                </a>
            </section>
            <Agreement />
            <Programs />
            {data.isSteward && (
                <p className="mt-6 flex gap-5">
                    <Link to="/people">People of this house</Link>
                    {person?.ofHouse && <Link to="/stewards">Reports, and who did what</Link>}
                    {person?.ofHouse && <Link to="/ledger/bundles">Records of other ledgers</Link>}
                </p>
            )}
            <LeaveHouse account={data} />
        </>
    );
}

function Names({ account, onKept }: { account: Account; onKept: (account: Account) => void }) {
    const { error, busy, saving } = useSaving();
    const [email, setEmail] = useState(account.email);
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const values = Object.fromEntries(new FormData(e.currentTarget));
        return saving(() => put<Account>('account', values).then(onKept));
    }
    return (
        <form onSubmit={(e) => void save(e)} aria-label="Name and address">
            <h2>Name and address</h2>
            <label className="block my-2">
                Name, as it stands under records
                <input className="block w-full" name="name" defaultValue={account.name} required maxLength={120} />
            </label>
            <label className="block my-2">
                E-mail, to sign in with
                <input
                    className="block w-full"
                    type="email"
                    name="email"
                    value={email}
                    onChange={(e) => setEmail(e.target.value)}
                    required
                    maxLength={200}
                />
            </label>
            {email !== account.email && (
                <label className="block my-2">
                    Your present password
                    <input className="block w-full" type="password" name="current" required autoComplete="current-password" />
                </label>
            )}
            <button className="button" disabled={busy}>
                Save
            </button>
            <Problem error={error} />
        </form>
    );
}

function Password({ onKept }: { onKept: (account: Account) => void }) {
    const { error, busy, saving } = useSaving();
    const [done, setDone] = useState(false);
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const form = e.currentTarget;
        return saving(() =>
            put<Account>('account/password', Object.fromEntries(new FormData(form))).then((account) => {
                form.reset();
                setDone(true);
                onKept(account);
            }),
        );
    }
    return (
        <form onSubmit={(e) => void save(e)} aria-label="Password">
            <h2>Password</h2>
            <label className="block my-2">
                Present one
                <input className="block w-full" type="password" name="current" required autoComplete="current-password" />
            </label>
            <NewPassword label="New one, at least 12 characters" />
            <button className="button" disabled={busy}>
                Change it
            </button>
            <span className="ml-3 text-sm text-soft" aria-live="polite">
                {done ? 'Changed; every other place was signed out.' : 'Every other place where you are signed in is signed out.'}
            </span>
            <Problem error={error} />
        </form>
    );
}

function SignIns({ of, onKept }: { of: SignIn[]; onKept: (account: Account) => void }) {
    const { error, busy, saving } = useSaving();
    return (
        <section className="mt-6 max-w-3xl">
            <h2 className="border-b border-ink pb-1">Where you are signed in</h2>
            <ul>
                {of.map((s) => (
                    <li key={s.uuid} className="border-b border-rule py-2 grid gap-x-4 sm:grid-cols-[1fr_auto_auto] items-baseline">
                        <span className="break-words min-w-0">
                            {device(s.agent)}
                            {s.here && <strong className="font-semibold"> (here)</strong>}
                        </span>
                        <span className="text-sm text-soft">
                            since {day(s.since)}, last used {day(s.seen)}
                            {s.stays && ', stays'}
                        </span>
                        {s.here ? (
                            <span />
                        ) : (
                            <button
                                type="button"
                                className="link text-sm min-h-11"
                                disabled={busy}
                                onClick={() => void saving(() => remove<Account>(`account/sign-ins/${s.uuid}`).then(onKept))}
                            >
                                End it
                            </button>
                        )}
                    </li>
                ))}
            </ul>
            <Problem error={error} />
        </section>
    );
}

/** Machine and system as a browser tells them, in brackets. */
function device(agent: string): string {
    return agent.match(/\(([^)]+)\)/)?.[1] ?? (agent || 'a program that does not say what it is');
}

function LeaveHouse({ account }: { account: Account }) {
    const [open, setOpen] = useState(false);
    const go = useNavigate();
    const queries = useQueryClient();
    return (
        <section className="mt-6">
            {open ? (
                <Leaving
                    uuid={account.uuid}
                    own
                    onLeave={() => setOpen(false)}
                    onDone={() => void queries.resetQueries().then(() => go('/'))}
                />
            ) : (
                <button type="button" className="link text-sm" onClick={() => setOpen(true)}>
                    Leave this house
                </button>
            )}
        </section>
    );
}
