import type { ReactNode } from 'react';
import type { Hanging } from '../../api/types';
import { decimal } from '../../components/ui/decimal';

/** Directions around the compass, the first in the north, as the server takes heights of a horizon. */
const COMPASS = ['N', 'NE', 'E', 'SE', 'S', 'SW', 'W', 'NW'];
const MONTHS = ['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep', 'Oct', 'Nov', 'Dec'];

export interface Choices {
    facings: string[];
    panes: string[];
    skies: string[];
}

/** What a form of these fields says of a window, as the server takes it. */
export function windowOf(values: Record<string, FormDataEntryValue>): Record<string, unknown> {
    const several = (names: string[], of: string) => {
        const all = names.map((n) => decimal(values[`${of}-${n}`]));
        return all.every((v) => v === null) ? null : all.map((v) => v ?? 0);
    };
    const months = several(MONTHS, 'sun');
    return {
        place: values.place,
        facing: values.facing,
        panes: values.panes,
        sky: values.sky,
        glass: values.glass,
        note: values.note,
        timeZone: values.timeZone,
        curtain: values.curtain === 'on',
        byDose: values.byDose !== 'calendar',
        latitude: decimal(values.latitude),
        longitude: decimal(values.longitude),
        sunshine: decimal(values.sunshine),
        distanceM: decimal(values.distanceM) ?? 0,
        sunshineByMonth: months,
        horizon: several(COMPASS, 'horizon'),
    };
}

/** Where something hangs: a few words are enough; finer by wish, folded away. Its days stand between, as whoever asks has them. */
export function WindowFields({ of: h, choices, days }: { of: Hanging | null; choices: Choices; days: ReactNode }) {
    return (
        <>
            <label className="col-span-2">
                Window
                <input
                    className="block w-full"
                    name="place"
                    defaultValue={h?.place}
                    placeholder="kitchen, above the sink; empty: not known"
                    maxLength={160}
                />
            </label>
            <Choice name="facing" label="Facing" of={choices.facings} chosen={h?.facing ?? 'not known'} />
            {days}
            <Choice name="panes" label="Glass" of={choices.panes} chosen={h?.panes ?? 'not known'} />
            <Choice name="sky" label="Sky to be seen" of={choices.skies} chosen={h?.sky ?? choices.skies[0]!} />
            <label className="col-span-2 flex items-center gap-2">
                <input type="checkbox" name="curtain" defaultChecked={h?.curtain} /> behind a curtain
            </label>
            <details className="col-span-2">
                <summary className="cursor-pointer">Finer, if you know it</summary>
                <div className="grid grid-cols-2 gap-2 mt-2">
                    <Number name="latitude" label="Latitude" value={h?.latitude} />
                    <Number name="longitude" label="Longitude" value={h?.longitude} />
                    <p className="col-span-2 text-soft m-0">Without them the town that your time zone is named after is taken.</p>
                    <Number name="sunshine" label="Sunshine, 0 to 1" value={h?.sunshine} hint="share of the day" />
                    <Number name="distanceM" label="From the pane, m" value={h?.distanceM || null} hint="0" />
                    <Several
                        title="Sunshine by month, share of the hours in which the sun could shine"
                        names={MONTHS}
                        of="sun"
                        values={h?.sunshineByMonth}
                    />
                    <Several
                        title="How high houses and trees stand, degrees above the horizon (an outstretched fist is about 10)"
                        names={COMPASS}
                        of="horizon"
                        values={h?.horizon}
                    />
                    <label className="col-span-2">
                        Checks go by
                        <select className="block w-full" name="byDose" defaultValue={h && !h.byDose ? 'calendar' : 'light'}>
                            <option value="light">light that has fallen</option>
                            <option value="calendar">the calendar</option>
                        </select>
                    </label>
                    <label className="col-span-2">
                        The glass in words
                        <input className="block w-full" name="glass" defaultValue={h?.glass} maxLength={160} />
                    </label>
                    <label className="col-span-2">
                        Note
                        <input className="block w-full" name="note" defaultValue={h?.note} />
                    </label>
                </div>
            </details>
            <input type="hidden" name="timeZone" value={h?.timeZone ?? Intl.DateTimeFormat().resolvedOptions().timeZone} />
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

function Number({ name, label, value, hint }: { name: string; label: string; value?: number | null; hint?: string }) {
    return (
        <label>
            {label}
            <input className="block w-full" name={name} inputMode="decimal" defaultValue={value ?? ''} placeholder={hint} />
        </label>
    );
}

function Several({ title, names, of, values }: { title: string; names: string[]; of: string; values?: number[] | null }) {
    return (
        <fieldset className="col-span-2 border-0 p-0 m-0">
            <legend className="text-soft">{title}</legend>
            <div className="grid grid-cols-4 sm:grid-cols-6 gap-1">
                {names.map((n, i) => (
                    <label key={n}>
                        {n}
                        <input className="block w-full" name={`${of}-${n}`} inputMode="decimal" defaultValue={values?.[i] ?? ''} />
                    </label>
                ))}
            </div>
        </fieldset>
    );
}
