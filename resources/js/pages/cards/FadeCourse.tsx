import { useState, type FormEvent } from 'react';
import { post, put, remove } from '../../api/client';
import type { Card, Check } from '../../api/types';
import { day, dueWords, today } from '../../components/paint/words';
import { Problem } from '../../components/ui/states';
import { FadeLight } from './FadeLight';
import { Hang } from './Hang';
import { TakePicture } from './TakePicture';
import { VerdictPicker } from './VerdictPicker';
import { decimal } from '../../components/ui/decimal';
import { useSaving } from '../../components/ui/useSaving';

/** The course of a fade card: read before hanging, hang, check. Each step shows what was recorded or asks for it. */
export function FadeCourse({ card, onDone }: { card: Card; onDone: () => void }) {
    const old = card.kind === 'halves';
    // What the picture asks about must not wait at the end of a table.
    const asked = [...new Set((card.result?.fading ?? []).flatMap((f) => f.remarks).filter((r) => r.endsWith('?')))];
    const first = card.pictures.findLast((p) => p.moment === 'first' && p.measurement?.state === 'done');
    return (
        <>
            <ol className="my-4 grid gap-4 lg:grid-cols-3">
                {old ? null : (
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
                )}
                <li className="border-t-2 border-ink pt-2">
                    <Hang card={card} onDone={onDone} />
                </li>
                <li className="border-t-2 border-ink pt-2">
                    <h2>{old ? '2. Read' : '3. Check'}</h2>
                    {old && <p>First reading missing: both halves are taken to have been painted alike, and the range is wider for it.</p>}
                    {card.hanging?.nextCheck && <p className="first-letter:uppercase">{dueWords(card.hanging.nextCheck, today())}.</p>}
                    {card.checks.map((c) => (
                        <CheckLine key={c.uuid} card={card} check={c} onDone={onDone} />
                    ))}
                    {card.mayChange && card.hanging !== null && <NewCheck card={card} onDone={onDone} />}
                    {card.hanging === null && <p className="text-soft">Checks begin when the window half hangs.</p>}
                </li>
            </ol>
            {asked.map((q) => (
                <p key={q} role="note" className="border-l-4 border-ink pl-3 max-w-prose my-2 first-letter:uppercase">
                    {q}
                </p>
            ))}
            {card.hanging !== null && <FadeLight card={card} onDone={onDone} />}
        </>
    );
}

function NewCheck({ card, onDone }: { card: Card; onDone: () => void }) {
    const { error, saving } = useSaving();
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const form = e.currentTarget;
        const values = Object.fromEntries(new FormData(form));
        return saving(async (fresh) => {
            await put(`cards/${card.uuid}/checks/${fresh()}`, {
                checkedOn: values.checkedOn,
                doseMlxh: decimal(values.doseMlxh),
                note: values.note,
                eyeFirst: values.eyeFirst === 'on',
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
                Dose so far, Mlx h<input className="block w-32" name="doseMlxh" inputMode="decimal" placeholder="else estimated" />
            </label>
            <label>
                Note
                <input className="block w-40" name="note" />
            </label>
            <label className="flex items-center gap-2 basis-full">
                <input type="checkbox" name="eyeFirst" /> judge by eye before the numbers are shown
            </label>
            <button className="button">Record a check</button>
            <Problem error={error} />
        </form>
    );
}

function doseOf(check: Check): string {
    if (check.doseMlxh !== null) {
        return `${check.doseMlxh} Mlx h as told`;
    }
    return check.dose === null
        ? 'dose not known'
        : `about ${check.dose.mlxh.toFixed(1)} Mlx h (${check.dose.range.map((v) => v.toFixed(1)).join(' to ')})`;
}

function CheckLine({ card, check, onDone }: { card: Card; check: Check; onDone: () => void }) {
    const [editing, setEditing] = useState(false);
    const { error, saving } = useSaving();
    const pictures = card.pictures.filter((p) => p.checkUuid === check.uuid && p.withdrawn === null);
    const words = `${day(check.checkedOn)}, ${doseOf(check)}`;
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
                    <span className="basis-full text-soft">What it said before is kept; ratings are derived again.</span>
                </form>
            ) : (
                <p>
                    {words}
                    {check.note && `, ${check.note}`}
                    {pictures.some((p) => p.measurement?.state === 'done')
                        ? check.unseen
                            ? '; measured, shown when the eye has judged.'
                            : '; measured.'
                        : '; no picture yet.'}
                    {card.mayChange && (
                        <>
                            {' '}
                            <button type="button" className="link text-sm" onClick={() => setEditing(true)}>
                                Correct
                            </button>{' '}
                            {card.kind === 'halves' && pictures.length > 0 && (
                                <button
                                    type="button"
                                    className="link text-sm"
                                    onClick={() => void saving(() => post(`pictures/${pictures.at(-1)!.uuid}/swap`).then(onDone))}
                                >
                                    The halves lie the other way round
                                </button>
                            )}
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
            {check.unseen && card.mayChange && <EyeFirst card={card} check={check} onDone={onDone} />}
            {/* Two open checks cannot be mistaken for each other: each asks for its own day and dose. */}
            {card.mayChange && pictures.length === 0 && (
                <TakePicture
                    card={card}
                    check={check}
                    onDone={onDone}
                    what={
                        card.kind === 'halves'
                            ? 'One picture of both halves, a pocket frame over each, the dark half at the left or above'
                            : `Both pieces as they were on ${words}`
                    }
                />
            )}
        </div>
    );
}

/** What the eye sees, before the picture says anything. */
function EyeFirst({ card, check, onDone }: { card: Card; check: Check; onDone: () => void }) {
    const { error, saving } = useSaving();
    return (
        <div className="my-2 border-l-4 border-ink pl-3" role="group" aria-label="Judge by eye first">
            <p>Lay both halves side by side in daylight. The numbers show when every row is judged.</p>
            {card.rows.map((row) => (
                <div key={row.uuid} className="mt-1">
                    <span className="font-medium">{row.paint.colourName}</span>
                    <VerdictPicker card={card} row={row} property="lightfastness" check={check} onDone={onDone} />
                    <VerdictPicker card={card} row={row} property="grey scale" check={check} onDone={onDone} />
                </div>
            ))}
            <button
                type="button"
                className="link text-sm"
                onClick={() =>
                    void saving(() =>
                        put(
                            `cards/${card.uuid}/checks/${check.uuid}`,
                            { checkedOn: check.checkedOn, doseMlxh: check.doseMlxh, note: check.note, eyeFirst: false },
                            check.edition,
                        ).then(onDone),
                    )
                }
            >
                Show the numbers without it
            </button>
            <Problem error={error} />
        </div>
    );
}
