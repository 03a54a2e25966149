import { useState, type FormEvent } from 'react';
import { useNavigate } from '../../router';
import { post, put, remove } from '../../api/client';
import type { Card } from '../../api/types';
import { day } from '../../components/paint/words';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

/** Makes a record of the card, under a licence; a further one says why. */
export function Publish({ card, onDone }: { card: Card; onDone: () => void }) {
    const { error, busy, saving } = useSaving();
    const go = useNavigate();
    const [licence, setLicence] = useState(card.licences[0]?.key ?? '');
    const [because, setBecause] = useState('');
    const again = card.revisions.length > 0;
    const publish = (said: Record<string, boolean> = {}) =>
        void saving(() =>
            post(`cards/${card.uuid}/publish`, { ...said, licence, because }).then(() => {
                onDone();
                void go(`/records/${card.uuid}`);
            }),
        );
    return (
        <section className="no-print border-t border-ink mt-6 pt-4">
            <h2>Publish</h2>
            <p className="my-1 max-w-prose">
                A record that anyone can read, print and link to. A place is rounded to one degree; its name and note, and what you paid,
                stay here. {again && `Revision ${card.revisions.at(-1)!.number} is public; publishing again adds the next one.`}
            </p>
            <div className="flex flex-wrap gap-2 items-end my-2">
                <label className="text-sm min-w-0 max-w-full">
                    What others may do with it
                    <select className="block w-full" value={licence} onChange={(e) => setLicence(e.target.value)}>
                        {card.licences.map((l) => (
                            <option key={l.key} value={l.key}>
                                {l.key}: {l.says}
                            </option>
                        ))}
                    </select>
                </label>
                {again && (
                    <label className="text-sm grow max-w-xl">
                        Why there is a new revision
                        <input
                            className="block w-full"
                            name="because"
                            maxLength={500}
                            value={because}
                            onChange={(e) => setBecause(e.target.value)}
                        />
                    </label>
                )}
            </div>
            <Problem error={error} onSay={publish} />
            <button type="button" className="button" data-main disabled={busy} onClick={() => publish()}>
                {again ? 'Publish a new revision' : 'Publish this record'}
            </button>
            {again && <Withdraw card={card} onDone={onDone} />}
        </section>
    );
}

/** Takes a record back without erasing it, and stands by it again. */
function Withdraw({ card, onDone }: { card: Card; onDone: () => void }) {
    const { error, busy, saving } = useSaving();
    if (card.withdrawn !== null) {
        return (
            <p className="mt-3">
                Withdrawn {day(card.withdrawn.on)}: {card.withdrawn.because}.{' '}
                <button
                    type="button"
                    className="link"
                    onClick={() => void saving(() => remove(`cards/${card.uuid}/withdrawal`).then(onDone))}
                >
                    It stands again
                </button>
                <Problem error={error} />
            </p>
        );
    }
    const save = (e: FormEvent<HTMLFormElement>) => {
        e.preventDefault();
        const said = Object.fromEntries(new FormData(e.currentTarget));
        return saving(() => put(`cards/${card.uuid}/withdrawal`, said).then(onDone));
    };
    return (
        <details className="mt-3">
            <summary className="cursor-pointer">Withdraw it</summary>
            <form onSubmit={(e) => void save(e)} className="flex flex-wrap gap-2 items-end my-2">
                <label className="text-sm grow max-w-xl">
                    Why it is withdrawn; whoever relied on it reads that
                    <input name="because" className="block w-full" maxLength={500} required />
                </label>
                <button className="button" disabled={busy}>
                    Withdraw, and keep it readable
                </button>
            </form>
            <Problem error={error} />
        </details>
    );
}
