import { useState, type FormEvent } from 'react';
import { post, remove } from '../../api/client';
import type { Card, Picture } from '../../api/types';
import { Simulated } from '../../components/paint/Simulated';
import { day } from '../../components/paint/words';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

/** All pictures of a card: what became of each, measuring it again, and taking it out of what counts. */
export function PictureList({ card, onDone }: { card: Card; onDone: () => void }) {
    if (card.pictures.length === 0) {
        return null;
    }
    return (
        <details className="my-2 no-print">
            <summary className="cursor-pointer py-1">
                {card.pictures.length === 1 ? '1 picture' : `${card.pictures.length} pictures`} of this card
            </summary>
            <ul>
                {card.pictures.map((p) => (
                    <Line key={p.uuid} card={card} picture={p} onDone={onDone} />
                ))}
            </ul>
        </details>
    );
}

function Line({ card, picture, onDone }: { card: Card; picture: Picture; onDone: () => void }) {
    const [asking, setAsking] = useState(false);
    const { error, busy, saving } = useSaving();
    const state = picture.measurement?.state ?? 'waiting';
    const check = card.checks.find((c) => c.uuid === picture.checkUuid);
    function withdraw(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const because = new FormData(e.currentTarget).get('because');
        return saving(() =>
            post(`pictures/${picture.uuid}/withdrawal`, { because }).then(() => {
                setAsking(false);
                onDone();
            }),
        );
    }
    return (
        <li className="border-b border-rule py-2 flex flex-wrap gap-x-4 items-baseline">
            <span className="break-words min-w-0">
                {picture.name}, {day(picture.taken)}
                {check !== undefined && `, check of ${day(check.checkedOn)}`}
                {picture.wet && ', wet'} {picture.source === 'stand-in' && <Simulated />}
            </span>
            <span className="text-soft">
                {picture.withdrawn !== null
                    ? `withdrawn: ${picture.withdrawn}`
                    : state === 'done'
                      ? picture.uuid === card.shownPicture
                          ? 'measured, shown below'
                          : 'measured'
                      : state === 'failed'
                        ? 'not used'
                        : 'in work'}
            </span>
            {card.mayChange && picture.withdrawn === null && (state === 'done' || state === 'failed') && (
                <button
                    type="button"
                    className="link text-sm"
                    disabled={busy}
                    onClick={() => void saving(() => post(`pictures/${picture.uuid}/again`).then(onDone))}
                >
                    Measure again
                </button>
            )}
            {card.mayChange &&
                (picture.withdrawn !== null ? (
                    <button
                        type="button"
                        className="link text-sm"
                        disabled={busy}
                        onClick={() => void saving(() => remove(`pictures/${picture.uuid}/withdrawal`).then(onDone))}
                    >
                        Let it count again
                    </button>
                ) : (
                    !asking && (
                        <button type="button" className="link text-sm" onClick={() => setAsking(true)}>
                            Withdraw
                        </button>
                    )
                ))}
            {asking && (
                <form onSubmit={(e) => void withdraw(e)} className="basis-full flex flex-wrap gap-2 items-end text-sm mt-1">
                    <label>
                        Why it no longer counts
                        <input className="block w-72" name="because" required maxLength={300} autoFocus />
                    </label>
                    <button className="button" data-main>
                        Withdraw
                    </button>
                    <button type="button" className="button" onClick={() => setAsking(false)}>
                        Leave
                    </button>
                </form>
            )}
            <Problem error={error} />
        </li>
    );
}
