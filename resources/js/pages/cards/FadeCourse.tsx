import { useRef, useState, type FormEvent } from 'react';
import { newUuid, put, remove } from '../../api/client';
import type { Card, Check } from '../../api/types';
import { day, today } from '../../components/paint/words';
import { Problem } from '../../components/ui/states';
import { TakePicture } from './TakePicture';
import { decimal } from '../../components/ui/decimal';
import { useSaving } from '../../components/ui/useSaving';

/** The course of a fade card: read before hanging, hang, check. Each step shows what was recorded or asks for it. */
export function FadeCourse({ card, onDone }: { card: Card; onDone: () => void }) {
    const first = card.pictures.findLast((p) => p.moment === 'first' && p.measurement?.state === 'done');
    return (
        <ol className="my-4 grid gap-4 lg:grid-cols-3">
            <li className="border-t-2 border-ink pt-2">
                <h2>1. Read before hanging</h2>
                {first ? (
                    <p>Both halves were read on {day(first.taken)}; what they differed by is taken out of every check.</p>
                ) : (
                    <p>Halves painted by hand differ from the start. Lay both pieces on the scanner before anything hangs.</p>
                )}
                {card.mayChange && card.checks.length === 0 && (
                    <TakePicture card={card} check={null} onDone={onDone} what={first ? 'Read again' : 'Both pieces'} />
                )}
            </li>
            <li className="border-t-2 border-ink pt-2">
                <Hang card={card} onDone={onDone} />
            </li>
            <li className="border-t-2 border-ink pt-2">
                <h2>3. Check</h2>
                {card.hanging?.nextCheck && (
                    <p>
                        Next check: {day(card.hanging.nextCheck)}
                        {card.hanging.nextCheck < today() ? ', overdue' : ''}.
                    </p>
                )}
                {card.checks.map((c) => (
                    <CheckLine key={c.uuid} card={card} check={c} onDone={onDone} />
                ))}
                {card.mayChange && card.hanging !== null && <NewCheck card={card} onDone={onDone} />}
                {card.hanging === null && <p className="text-soft">Checks begin when the exposed half hangs.</p>}
            </li>
        </ol>
    );
}

function Hang({ card, onDone }: { card: Card; onDone: () => void }) {
    const { error, saving } = useSaving();
    const [editing, setEditing] = useState(false);
    const form = useRef<HTMLFormElement>(null);
    const h = card.hanging;
    function save(said: Record<string, boolean> = {}) {
        const values = Object.fromEntries(new FormData(form.current!));
        return saving(async () => {
            await put(
                `cards/${card.uuid}/hanging/${h?.uuid ?? newUuid()}`,
                { ...values, ...said, latitude: decimal(values.latitude), longitude: decimal(values.longitude) },
                h?.edition,
            );
            setEditing(false);
            onDone();
        });
    }
    if (h !== null && !editing) {
        return (
            <>
                <h2>2. Hang</h2>
                <p>
                    {h.place}, facing {h.facing}
                    {h.glass && `, ${h.glass}`}; since {day(h.hungOn)}.{h.note && ` ${h.note}.`}
                </p>
                {card.mayChange && (
                    <button type="button" className="link text-sm" onClick={() => setEditing(true)}>
                        Correct
                    </button>
                )}
                {card.mayChange && card.checks.length === 0 && (
                    <button
                        type="button"
                        className="link text-sm ml-4"
                        onClick={() => void saving(() => remove(`cards/${card.uuid}/hanging`).then(onDone))}
                    >
                        Never hung there
                    </button>
                )}
                <Problem error={error} />
            </>
        );
    }
    return (
        <>
            <h2>2. Hang</h2>
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
                    <label className="col-span-2">
                        Window
                        <input className="block w-full" name="place" defaultValue={h?.place} required />
                    </label>
                    <label>
                        Facing
                        <select className="block w-full" name="facing" defaultValue={h?.facing ?? 'south'}>
                            {card.facings.map((f) => (
                                <option key={f}>{f}</option>
                            ))}
                        </select>
                    </label>
                    <label>
                        Hung on
                        <input className="block w-full" type="date" name="hungOn" defaultValue={h?.hungOn ?? today()} required />
                    </label>
                    <label className="col-span-2">
                        Glass
                        <input className="block w-full" name="glass" defaultValue={h?.glass} placeholder="one pane, two panes, coated …" />
                    </label>
                    <label>
                        Latitude
                        <input className="block w-full" name="latitude" inputMode="decimal" defaultValue={h?.latitude ?? ''} />
                    </label>
                    <label>
                        Longitude
                        <input className="block w-full" name="longitude" inputMode="decimal" defaultValue={h?.longitude ?? ''} />
                    </label>
                    <label className="col-span-2">
                        Note
                        <input className="block w-full" name="note" defaultValue={h?.note} />
                    </label>
                    <input type="hidden" name="timeZone" value={h?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone} />
                    <button className="button col-span-2 justify-center" data-main>
                        {h ? 'Save' : 'Record the hanging'}
                    </button>
                </form>
            )}
            <Problem error={error} onSay={(said) => void save(said)} />
        </>
    );
}

function NewCheck({ card, onDone }: { card: Card; onDone: () => void }) {
    const { error, saving } = useSaving();
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const form = e.currentTarget;
        const values = Object.fromEntries(new FormData(form));
        return saving(async () => {
            await put(`cards/${card.uuid}/checks/${newUuid()}`, {
                checkedOn: values.checkedOn,
                doseMlxh: decimal(values.doseMlxh),
                note: values.note,
            });
            form.reset();
            onDone();
        });
    }
    return (
        <form onSubmit={(e) => void save(e)} className="mt-2 flex flex-wrap gap-2 items-end text-sm" aria-label="Record a check">
            <label>
                Checked on
                <input className="block" type="date" name="checkedOn" defaultValue={today()} required />
            </label>
            <label>
                Dose so far, Mlx h<input className="block w-32" name="doseMlxh" inputMode="decimal" placeholder="behind the glass" />
            </label>
            <label>
                Note
                <input className="block w-40" name="note" />
            </label>
            <button className="button">Record a check</button>
            <Problem error={error} />
        </form>
    );
}

function CheckLine({ card, check, onDone }: { card: Card; check: Check; onDone: () => void }) {
    const [editing, setEditing] = useState(false);
    const { error, saving } = useSaving();
    const pictures = card.pictures.filter((p) => p.checkUuid === check.uuid && p.withdrawn === null);
    const words = `${day(check.checkedOn)}, ${check.doseMlxh === null ? 'dose not known' : `${check.doseMlxh} Mlx h`}`;
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const values = Object.fromEntries(new FormData(e.currentTarget));
        return saving(() =>
            put(
                `cards/${card.uuid}/checks/${check.uuid}`,
                { checkedOn: values.checkedOn, doseMlxh: decimal(values.doseMlxh), note: values.note },
                check.edition,
            ).then(() => {
                setEditing(false);
                onDone();
            }),
        );
    }
    return (
        <div className="my-2">
            {editing ? (
                <form
                    onSubmit={(e) => void save(e)}
                    className="flex flex-wrap gap-2 items-end text-sm"
                    aria-label={`Correct the check of ${day(check.checkedOn)}`}
                >
                    <label>
                        Checked on
                        <input className="block" type="date" name="checkedOn" defaultValue={check.checkedOn} required />
                    </label>
                    <label>
                        Dose so far, Mlx h
                        <input className="block w-32" name="doseMlxh" inputMode="decimal" defaultValue={check.doseMlxh ?? ''} />
                    </label>
                    <label>
                        Note
                        <input className="block w-40" name="note" defaultValue={check.note} />
                    </label>
                    <button className="button" data-main>
                        Save
                    </button>
                    <button type="button" className="button" onClick={() => setEditing(false)}>
                        Leave
                    </button>
                    <span className="basis-full text-soft">
                        What it said before is kept. Measure its picture again for a corrected dose.
                    </span>
                </form>
            ) : (
                <p>
                    {words}
                    {check.note && `, ${check.note}`}
                    {pictures.some((p) => p.measurement?.state === 'done') ? '; measured.' : '; no picture yet.'}
                    {card.mayChange && (
                        <>
                            {' '}
                            <button type="button" className="link text-sm" onClick={() => setEditing(true)}>
                                Correct
                            </button>
                            {pictures.length === 0 && (
                                <>
                                    {' '}
                                    <button
                                        type="button"
                                        className="link text-sm"
                                        onClick={() => void saving(() => remove(`checks/${check.uuid}`).then(onDone))}
                                    >
                                        Remove
                                    </button>
                                </>
                            )}
                        </>
                    )}
                </p>
            )}
            <Problem error={error} />
            {/* Two open checks cannot be mistaken for each other: each asks for its own day and dose. */}
            {card.mayChange && pictures.length === 0 && (
                <TakePicture card={card} check={check} onDone={onDone} what={`Both pieces as they were on ${words}`} />
            )}
        </div>
    );
}
