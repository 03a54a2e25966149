import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useState, type FormEvent } from 'react';
import { useNavigate } from '../../router';
import { get, put, remove } from '../../api/client';
import type { Card, Correction, Paint, Pan } from '../../api/types';
import { day } from '../../components/paint/words';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

const NAMES: Record<string, string> = { checked_on: 'checked on', dose_mlxh: 'dose, Mlx h', hung_on: 'hung on', time_zone: 'time zone' };

/** What stood here before it was corrected. */
export function Corrections({ of }: { of: Correction[] }) {
    if (of.length === 0) {
        return null;
    }
    return (
        <section className="mt-4">
            <h2>Corrected</h2>
            <ul className="text-sm">
                {of.map((c, i) => (
                    <li key={i} className="py-1">
                        {c.subject === 'specimen' ? 'row' : c.subject}: was{' '}
                        {Object.entries(c.before)
                            .filter(([key]) => key !== 'row')
                            .map(
                                ([key, value]) =>
                                    `${NAMES[key] ?? key} ` +
                                    (value === null || value === '' ? 'not said' : String(value).replace(' 00:00:00', '')),
                            )
                            .join(', ')}
                        {c.before.row !== undefined && ` in row ${String(c.before.row)}`} until {day(c.on)}, by {c.by}
                        {c.reason && `: ${c.reason}`}
                    </li>
                ))}
            </ul>
        </section>
    );
}

/** "This row is really ...": another of one's own pans. */
export function CorrectRow({ card, onDone }: { card: Card; onDone: () => void }) {
    const [open, setOpen] = useState(false);
    const { error, saving } = useSaving();
    const pans = useQuery({ queryKey: keys.pans(), queryFn: () => get<{ pans: (Pan & { paint: Paint })[] }>('pans'), enabled: open });
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const values = Object.fromEntries(new FormData(e.currentTarget));
        return saving(() =>
            put(`specimens/${String(values.specimen)}/pan`, { panUuid: values.pan, reason: values.reason }).then(() => {
                setOpen(false);
                onDone();
            }),
        );
    }
    if (!open) {
        return (
            <p className="no-print mt-4">
                <button type="button" className="link" onClick={() => setOpen(true)}>
                    A row was painted with another pan than it says
                </button>
            </p>
        );
    }
    return (
        <form onSubmit={(e) => void save(e)} className="no-print mt-4 flex flex-wrap gap-2 items-end text-sm" aria-label="Correct a row">
            <label>
                Row
                <select className="block" name="specimen">
                    {card.rows.map((r) => (
                        <option key={r.uuid} value={r.uuid}>
                            {r.row}, {r.paint.colourName}
                        </option>
                    ))}
                </select>
            </label>
            <label>
                is really
                <select className="block max-w-80" name="pan" required defaultValue="">
                    <option value="" disabled>
                        {pans.data === undefined ? 'fetching …' : 'choose a pan'}
                    </option>
                    {pans.data?.pans.map((p) => (
                        <option key={p.uuid} value={p.uuid}>
                            {[p.paint.colourName, p.paint.maker, p.form, p.batch && `batch ${p.batch}`, p.place]
                                .filter(Boolean)
                                .join(' · ')}
                        </option>
                    ))}
                </select>
            </label>
            <label>
                because
                <input className="block w-64" name="reason" maxLength={300} />
            </label>
            <button className="button" data-main>
                Correct the row
            </button>
            <button type="button" className="button" onClick={() => setOpen(false)}>
                Leave
            </button>
            <span className="basis-full text-soft">
                What was measured stays and becomes the other paint’s. What the row said before is kept.
            </span>
            <Problem error={error} />
        </form>
    );
}

export function RemoveCard({ card }: { card: Card }) {
    const [asked, ask] = useState(false);
    const { error, busy, saving } = useSaving();
    const go = useNavigate();
    return (
        <section className="no-print mt-6 text-sm">
            {asked ? (
                <p>
                    Remove this draft with its {card.pictures.length === 1 ? 'picture' : `${card.pictures.length} pictures`}, verdicts and
                    notes? This cannot be undone.{' '}
                    <button
                        type="button"
                        className="button mx-2"
                        disabled={busy}
                        onClick={() => void saving(() => remove(`cards/${card.uuid}`).then(() => go('/cards')))}
                    >
                        Remove it
                    </button>
                    <button type="button" className="button" onClick={() => ask(false)}>
                        Keep it
                    </button>
                </p>
            ) : (
                <button type="button" className="link" onClick={() => ask(true)}>
                    Remove this draft
                </button>
            )}
            <Problem error={error} />
        </section>
    );
}
