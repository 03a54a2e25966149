import { useQueryClient } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { useNavigate } from '../../router';
import { post } from '../../api/client';
import { NewPassword } from '../../components/ui/NewPassword';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

/** Sets a first or forgotten password with a link that works once; its secret stands behind the # and so never in a log. */
export default function PasswordPage() {
    const [secret] = useState(() => location.hash.slice(1));
    const { error, busy, saving } = useSaving();
    const go = useNavigate();
    const queries = useQueryClient();
    function submit(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const password = new FormData(e.currentTarget).get('password');
        return saving(async () => {
            await post('password', { secret, password });
            await queries.resetQueries();
            void go('/today', { replace: true });
        });
    }
    return (
        <form onSubmit={(e) => void submit(e)} className="max-w-sm">
            <h1>Set your password</h1>
            <p className="my-2">At least 12 characters; a few words in a row are good. You are signed in at once.</p>
            <Problem error={error} />
            <NewPassword label="New password" autoFocus />
            <button className="button" data-main disabled={busy}>
                Set it
            </button>
        </form>
    );
}
