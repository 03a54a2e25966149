import { useRef, useState } from 'react';
import { Link } from '../../router';
import { call, newUuid, put, remove } from '../../api/client';
import type { Card, Hanging } from '../../api/types';
import { day, today, windowWords } from '../../components/paint/words';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { windowOf, WindowFields } from './WindowFields';

/** Where the exposed half hangs, since when, and whether it still does. */
export function Hang({ card, onDone }: { card: Card; onDone: () => void }) {
    const { error, saving } = useSaving();
    const [editing, setEditing] = useState(false);
    const form = useRef<HTMLFormElement>(null);
    const h = card.hanging;
    const old = card.kind === 'halves';
    function save(said: Record<string, boolean> = {}) {
        const values = Object.fromEntries(new FormData(form.current!));
        const days = old ? { hungWhen: values.hungWhen, downWhen: values.downWhen } : { hungOn: values.hungOn };
        return saving(async (fresh) => {
            await put(`cards/${card.uuid}/hanging/${h?.uuid ?? fresh()}`, { ...windowOf(values), ...days, ...said }, h?.edition);
            setEditing(false);
            onDone();
        });
    }
    if (h !== null && !editing) {
        return (
            <>
                <h2>{old ? '1. Where it hung' : '2. Hang'}</h2>
                <p>
                    {h.place}, {windowWords(h.facing, h.panes)}, {h.sky} sky
                    {h.curtain && ', behind a curtain'}
                    {h.glass && ` (${h.glass})`}; {since(h)}.{h.note && ` ${h.note}.`}
                </p>
                {card.mayChange && (
                    <p className="flex flex-wrap gap-x-4">
                        <button type="button" className="link text-sm" onClick={() => setEditing(true)}>
                            Correct
                        </button>
                        {card.checks.length === 0 && !old && (
                            <button
                                type="button"
                                className="link text-sm"
                                onClick={() => void saving(() => remove(`cards/${card.uuid}/hanging`).then(onDone))}
                            >
                                Never hung there
                            </button>
                        )}
                        <button
                            type="button"
                            className="link text-sm"
                            onClick={() =>
                                void saving(() =>
                                    call(h.downOn === null ? 'PUT' : 'DELETE', `cards/${card.uuid}/down`, { on: today() }).then(onDone),
                                )
                            }
                        >
                            {h.downOn === null ? 'Taken down today' : 'Hang it again today'}
                        </button>
                        <Link to={`/cards/${card.uuid}/tags`} className="text-sm">
                            Tags for both halves
                        </Link>
                    </p>
                )}
                {(card.mayChange || rackPhotos(card).length > 0) && <RackPhotos card={card} onDone={onDone} />}
                <Problem error={error} />
            </>
        );
    }
    return (
        <>
            <h2>{old ? '1. Where it hung' : '2. Hang'}</h2>
            {!card.mayChange ? (
                <p className="text-soft">Not hung yet.</p>
            ) : (
                <form
                    ref={form}
                    onSubmit={(e) => {
                        e.preventDefault();
                        void save();
                    }}
                    className="grid grid-cols-2 gap-2 text-sm"
                >
                    <WindowFields of={h} choices={card} days={old ? <VagueDays of={h} /> : <HungOn of={h} />} />
                    <button className="button col-span-2 justify-center" data-main>
                        {h ? 'Save' : 'Record the hanging'}
                    </button>
                </form>
            )}
            <Problem error={error} onSay={(said) => void save(said)} />
        </>
    );
}

function HungOn({ of: h }: { of: Hanging | null }) {
    return (
        <label>
            Hung on
            <input className="block w-full" type="date" name="hungOn" defaultValue={h?.hungOn ?? today()} required />
        </label>
    );
}

/** Days as vague as they are. */
export function VagueDays({ of: h }: { of: Hanging | null }) {
    return (
        <>
            <label>
                Hung since
                <input
                    className="block w-full"
                    name="hungWhen"
                    defaultValue={h?.hungWords || h?.hungOn}
                    placeholder="March 2021, about 2019"
                    required
                    maxLength={80}
                />
            </label>
            <label className="col-span-2">
                Taken down <span className="text-soft">blank: it still hangs</span>
                <input
                    className="block w-full"
                    name="downWhen"
                    defaultValue={h?.downWords || (h?.downOn ?? '')}
                    placeholder="summer 2023"
                    maxLength={80}
                />
            </label>
        </>
    );
}

function rackPhotos(card: Card) {
    return card.rows[0]?.photos ?? [];
}

/** How it hangs: photographs that are looked at, not measured; they stay with those who work on the card. */
function RackPhotos({ card, onDone }: { card: Card; onDone: () => void }) {
    const { error, busy, saving } = useSaving();
    const input = useRef<HTMLInputElement>(null);
    const first = card.rows[0];
    function send(photo: File) {
        const form = new FormData();
        form.append('photo', photo);
        form.append('specimenUuid', first!.uuid);
        return saving(() => call('POST', `photos/${newUuid()}`, form).then(onDone));
    }
    return (
        <p className="no-print flex flex-wrap items-center gap-2 text-sm">
            {rackPhotos(card).map((p) => (
                <a key={p.uuid} href={`/api/photos/${p.uuid}/preview.webp`} target="_blank" rel="noreferrer">
                    <img src={`/api/photos/${p.uuid}/preview.webp`} alt="How it hangs" className="h-14" />
                </a>
            ))}
            <input
                ref={input}
                type="file"
                accept="image/*"
                className="sr-only"
                tabIndex={-1}
                aria-label="Photograph of how it hangs"
                onChange={(e) => {
                    const f = e.target.files?.[0];
                    e.target.value = '';
                    if (f) {
                        void send(f);
                    }
                }}
            />
            {card.mayChange && (
                <button type="button" className="link" disabled={busy} onClick={() => input.current?.click()}>
                    Add a photograph of how it hangs
                </button>
            )}
            <Problem error={error} />
        </p>
    );
}

export function since(h: Hanging): string {
    const hung = h.hungTo === null ? day(h.hungOn) : h.hungWords;
    const down = h.downOn === null ? null : h.downTo === null ? day(h.downOn) : h.downWords;
    return down === null ? `since ${hung}` : `from ${hung} to ${down}; in the dark since, and its light is kept`;
}
