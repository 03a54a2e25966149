import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useState, type FormEvent } from 'react';
import { Link } from '../../router';
import { get, newUuid, post, put } from '../../api/client';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';
import { Invitations } from './Invitations';
import { Leaving, type Someone } from './Leaving';

/** Stewards let people in and out. */
export default function PeoplePage() {
    const person = useSession();
    const { data, error, refetch } = useQuery({
        queryKey: keys.people(),
        queryFn: () => get<{ people: Someone[] }>('people'),
        enabled: Boolean(person),
    });
    if (person === null || person?.isSteward === false) {
        return (
            <Empty title="Stewards let people in and out">
                {person === null ? <Link to="/sign-in?then=/people">Sign in</Link> : <Link to="/account">Your own page</Link>}
            </Empty>
        );
    }
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the people" />;
    }
    return (
        <>
            <h1>People of this house</h1>
            {person?.ofHouse && <NewPerson onDone={() => void refetch()} />}
            <ul className="max-w-4xl mt-4 border-t border-ink">
                {data.people.map((p) => (
                    <PersonLine key={p.uuid} person={p} own={p.uuid === person?.uuid} onDone={() => void refetch()} />
                ))}
            </ul>
            <Invitations ofHouse={person?.ofHouse ?? false} />
        </>
    );
}

function NewPerson({ onDone }: { onDone: () => void }) {
    const { error, busy, saving } = useSaving();
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const form = e.currentTarget;
        const values = Object.fromEntries(new FormData(form));
        // An address stands for one person, and whoever is there is changed by what is sent: so every try has a name of its own.
        return saving(() =>
            put(`people/${newUuid()}`, { ...values, isSteward: values.isSteward === 'on' }).then(() => {
                form.reset();
                onDone();
            }),
        );
    }
    return (
        <form onSubmit={(e) => void save(e)} className="mt-3 flex flex-wrap gap-3 items-end" aria-label="Let somebody in">
            <label className="text-sm">
                Name, as it stands under records
                <input className="block w-60" name="name" required maxLength={120} />
            </label>
            <label className="text-sm">
                E-mail
                <input className="block w-60" type="email" name="email" required maxLength={200} />
            </label>
            <label className="text-sm flex gap-2 items-center min-h-11">
                <input type="checkbox" name="isSteward" />
                steward
            </label>
            <button className="button" data-main disabled={busy}>
                Let in
            </button>
            <Problem error={error} />
        </form>
    );
}

function PersonLine({ person, own, onDone }: { person: Someone; own: boolean; onDone: () => void }) {
    const [link, setLink] = useState<{ path: string; hours: number } | null>(null);
    const [leaving, setLeaving] = useState(false);
    const { error, busy, saving } = useSaving();
    return (
        <li className="border-b border-rule py-2">
            <div className="flex flex-wrap gap-x-4 items-baseline">
                <strong className="font-semibold break-words min-w-0">{person.name}</strong>
                <span className="break-words min-w-0">{person.email}</span>
                {person.circle && <span>{person.circle}</span>}
                {person.isSteward && <span className="text-soft">steward</span>}
                <button
                    type="button"
                    className="link text-sm min-h-11"
                    disabled={busy}
                    onClick={() =>
                        void saving(async () => setLink(await post<{ path: string; hours: number }>(`people/${person.uuid}/link`)))
                    }
                >
                    Link that sets a password
                </button>
                {!own && (
                    <button
                        type="button"
                        className="link text-sm min-h-11"
                        disabled={busy}
                        onClick={() =>
                            void saving(() =>
                                put(`people/${person.uuid}`, { name: person.name, email: person.email, isSteward: !person.isSteward }).then(
                                    onDone,
                                ),
                            )
                        }
                    >
                        {person.isSteward ? 'No longer steward' : 'Make steward'}
                    </button>
                )}
                {!own && (
                    <button type="button" className="link text-sm min-h-11" onClick={() => setLeaving(true)}>
                        Take out
                    </button>
                )}
            </div>
            {link !== null && (
                <p className="my-1">
                    Give this to {person.name}, by hand or by a way you trust; it works once, for {link.hours} hours:{' '}
                    <code className="num break-all select-all">
                        {location.origin}
                        {link.path}
                    </code>
                </p>
            )}
            {leaving && <Leaving uuid={person.uuid} onLeave={() => setLeaving(false)} onDone={onDone} />}
            <Problem error={error} />
        </li>
    );
}
