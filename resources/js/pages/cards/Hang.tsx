import { useRef, useState } from 'react';
import { Link } from 'react-router';
import { newUuid, put, remove } from '../../api/client';
import type { Card } from '../../api/types';
import { day, today } from '../../components/paint/words';
import { decimal } from '../../components/ui/decimal';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

/** Where the exposed half hangs: a few words are enough for a dose with a wide range; finer by wish, folded away. */
export function Hang({ card, onDone }: { card: Card; onDone: () => void }) {
    const { error, saving } = useSaving();
    const [editing, setEditing] = useState(false);
    const form = useRef<HTMLFormElement>(null);
    const h = card.hanging;
    function save(said: Record<string, boolean> = {}) {
        const values = Object.fromEntries(new FormData(form.current!));
        return saving(async () => {
            await put(
                `cards/${card.uuid}/hanging/${h?.uuid ?? newUuid()}`,
                {
                    ...values,
                    ...said,
                    curtain: values.curtain === 'on',
                    byDose: values.byDose !== 'calendar',
                    latitude: decimal(values.latitude),
                    longitude: decimal(values.longitude),
                    sunshine: decimal(values.sunshine),
                    distanceM: decimal(values.distanceM) ?? 0,
                },
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
                    {h.place}, facing {h.facing}, {h.panes}, {h.sky} sky
                    {h.curtain && ', behind a curtain'}
                    {h.glass && ` (${h.glass})`}; since {day(h.hungOn)}.{h.note && ` ${h.note}.`}
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
                {card.mayChange && (
                    <Link to={`/cards/${card.uuid}/tags`} className="text-sm ml-4">
                        Tags for both halves
                    </Link>
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
                        <input
                            className="block w-full"
                            name="place"
                            defaultValue={h?.place}
                            placeholder="kitchen, above the sink"
                            required
                        />
                    </label>
                    <Choice name="facing" label="Facing" of={card.facings} chosen={h?.facing ?? 'south'} />
                    <label>
                        Hung on
                        <input className="block w-full" type="date" name="hungOn" defaultValue={h?.hungOn ?? today()} required />
                    </label>
                    <Choice name="panes" label="Glass" of={card.panes} chosen={h?.panes ?? card.panes[0]!} />
                    <Choice name="sky" label="Sky to be seen" of={card.skies} chosen={h?.sky ?? card.skies[0]!} />
                    <label className="col-span-2 flex items-center gap-2">
                        <input type="checkbox" name="curtain" defaultChecked={h?.curtain} /> behind a curtain
                    </label>
                    <details className="col-span-2">
                        <summary className="cursor-pointer">Finer, if you know it</summary>
                        <div className="grid grid-cols-2 gap-2 mt-2">
                            <label>
                                Latitude
                                <input className="block w-full" name="latitude" inputMode="decimal" defaultValue={h?.latitude ?? ''} />
                            </label>
                            <label>
                                Longitude
                                <input className="block w-full" name="longitude" inputMode="decimal" defaultValue={h?.longitude ?? ''} />
                            </label>
                            <p className="col-span-2 text-soft m-0">Without them the town that your time zone is named after is taken.</p>
                            <label>
                                Sunshine, 0 to 1
                                <input
                                    className="block w-full"
                                    name="sunshine"
                                    inputMode="decimal"
                                    defaultValue={h?.sunshine ?? ''}
                                    placeholder="share of the day"
                                />
                            </label>
                            <label>
                                From the pane, m
                                <input
                                    className="block w-full"
                                    name="distanceM"
                                    inputMode="decimal"
                                    defaultValue={h?.distanceM || ''}
                                    placeholder="0"
                                />
                            </label>
                            <label className="col-span-2">
                                Checks go by
                                <select className="block w-full" name="byDose" defaultValue={h && !h.byDose ? 'calendar' : 'light'}>
                                    <option value="light">light that has fallen</option>
                                    <option value="calendar">the calendar</option>
                                </select>
                            </label>
                            <label className="col-span-2">
                                The glass in words
                                <input className="block w-full" name="glass" defaultValue={h?.glass} />
                            </label>
                            <label className="col-span-2">
                                Note
                                <input className="block w-full" name="note" defaultValue={h?.note} />
                            </label>
                        </div>
                    </details>
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

function Choice({ name, label, of, chosen }: { name: string; label: string; of: string[]; chosen: string }) {
    return (
        <label>
            {label}
            <select className="block w-full" name={name} defaultValue={chosen}>
                {of.map((o) => (
                    <option key={o}>{o}</option>
                ))}
            </select>
        </label>
    );
}
