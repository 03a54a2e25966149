import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { useNavigate, useSearchParams } from '../../router';
import { post } from '../../api/client';
import { Problem } from '../../components/ui/states';

export default function SignInPage() {
    const [error, setError] = useState<unknown>(null);
    const go = useNavigate();
    const [query] = useSearchParams();
    const queries = useQueryClient();
    async function submit(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const form = new FormData(e.currentTarget);
        try {
            await post('session', { email: form.get('email'), password: form.get('password'), stay: form.get('stay') === 'on' });
            await queries.resetQueries();
            const then = query.get('then') ?? '/';
            void go(then.startsWith('/') && !then.startsWith('//') ? then : '/');
        } catch (fault) {
            setError(fault);
        }
    }
    return (
        <form onSubmit={(e) => void submit(e)} className="max-w-sm">
            <h1>Sign in</h1>
            <p className="my-2">Reading needs no account. Recording, measuring and publishing do.</p>
            <Problem error={error} />
            <label className="block my-3">
                E-mail
                <input className="block w-full mt-1" type="email" name="email" required autoComplete="username" autoFocus />
            </label>
            <label className="block my-3">
                Password
                <input className="block w-full mt-1" type="password" name="password" required autoComplete="current-password" />
            </label>
            <label className="flex gap-2 items-center my-3 min-h-11">
                <input type="checkbox" name="stay" />
                Stay signed in on this device
            </label>
            <button className="button" data-main>
                Sign in
            </button>
            <p className="mt-4 text-sm text-soft">
                Password forgotten, or none yet? A steward of your group can give you a link that sets one.
            </p>
        </form>
    );
}
