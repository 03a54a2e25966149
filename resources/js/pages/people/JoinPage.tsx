import { useState, type FormEvent } from 'react';
import { Link } from '../../router';
import { post } from '../../api/client';
import { NewPassword } from '../../components/ui/NewPassword';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

/** Comes into the house by an invitation; its secret stands behind the # and so never in a log. */
export default function JoinPage() {
    const [secret] = useState(() => location.hash.slice(1));
    const [joined, join] = useState<{ name: string; email: string } | null>(null);
    const { error, busy, saving } = useSaving();
    if (joined !== null) {
        return (
            <>
                <h1>Welcome, {joined.name}</h1>
                <p className="my-2">
                    <Link to={`/sign-in?then=/today`}>Sign in</Link> as {joined.email}.
                </p>
            </>
        );
    }
    const submit = (e: FormEvent<HTMLFormElement>) => {
        e.preventDefault();
        const values = Object.fromEntries(new FormData(e.currentTarget));
        return saving(() => post<{ name: string; email: string }>('join', { secret, ...values }).then(join));
    };
    return (
        <form onSubmit={(e) => void submit(e)} className="max-w-sm">
            <h1>Come in</h1>
            <p className="my-2">Somebody here invited you to test paints with them. What you publish stands under your name.</p>
            <Problem error={error} />
            <label className="block my-3">
                Name, as it shall stand under your records
                <input className="block w-full mt-1" name="name" required maxLength={120} autoFocus />
            </label>
            <label className="block my-3">
                E-mail, to sign in with
                <input className="block w-full mt-1" type="email" name="email" required maxLength={200} autoComplete="email" />
            </label>
            <NewPassword label="Password, at least 12 characters" />
            <button className="button" data-main disabled={busy}>
                Come in
            </button>
        </form>
    );
}
