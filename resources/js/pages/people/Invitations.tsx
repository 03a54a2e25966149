import { useQuery } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { get, post, remove } from '../../api/client';
import { keys } from '../../api/queryKeys';
import { day } from '../../components/paint/words';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

interface Invited {
    invitations: { uuid: string; words: string; steward: boolean; expires: string; over: boolean; usedBy: string | null }[];
    circles: string[];
}

/** Links by which people come in of themselves. */
export function Invitations({ ofHouse }: { ofHouse: boolean }) {
    const { data, refetch } = useQuery({ queryKey: keys.invitations(), queryFn: () => get<Invited>('invitations') });
    const [link, setLink] = useState<string | null>(null);
    const { error, busy, saving } = useSaving();
    const invite = (e: FormEvent<HTMLFormElement>) => {
        e.preventDefault();
        const form = e.currentTarget;
        const values = Object.fromEntries(new FormData(form));
        return saving(() =>
            post<{ path: string }>('invitations', { ...values, isSteward: values.isSteward === 'on' }).then((made) => {
                setLink(location.origin + made.path);
                form.reset();
                void refetch();
            }),
        );
    };
    return (
        <section className="mt-8 max-w-4xl" aria-label="Invitations">
            <h2 className="border-b border-ink pb-1">Invite by link</h2>
            <form onSubmit={(e) => void invite(e)} className="my-2 flex flex-wrap gap-3 items-end">
                <label className="text-sm">
                    For whom
                    <input className="block w-60" name="words" maxLength={120} />
                </label>
                {ofHouse && (
                    <label className="text-sm">
                        Into the circle
                        <input className="block w-52" name="circle" maxLength={80} list="circles" placeholder="the house itself" />
                        <datalist id="circles">
                            {data?.circles.map((c) => (
                                <option key={c} value={c} />
                            ))}
                        </datalist>
                    </label>
                )}
                <label className="text-sm flex gap-2 items-center min-h-11">
                    <input type="checkbox" name="isSteward" />
                    as steward
                </label>
                <button className="button" disabled={busy}>
                    Make a link
                </button>
            </form>
            <p className="text-sm max-w-prose">
                A circle has its own windows and drafts, which only its own stewards and those of the house see; the ledger is one for all.
            </p>
            <Problem error={error} />
            {link !== null && (
                <p className="my-2">
                    Send this, once; it is not shown again:{' '}
                    <input className="w-full num" readOnly value={link} aria-label="Invitation" onFocus={(e) => e.target.select()} />
                </p>
            )}
            <ul>
                {data?.invitations.map((i) => (
                    <li key={i.uuid} className="border-b border-rule py-1.5 flex flex-wrap gap-x-4">
                        <span>{i.words || 'an invitation'}</span>
                        {i.steward && <span>as steward</span>}
                        <span className="text-soft">
                            {i.usedBy !== null ? `used by ${i.usedBy}` : i.over ? 'over' : `open until ${day(i.expires)}`}
                        </span>
                        {i.usedBy === null && !i.over && (
                            <button
                                type="button"
                                className="link"
                                disabled={busy}
                                onClick={() => void saving(() => remove(`invitations/${i.uuid}`).then(() => refetch()))}
                            >
                                take back
                            </button>
                        )}
                    </li>
                ))}
            </ul>
        </section>
    );
}
