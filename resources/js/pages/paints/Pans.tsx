import { useState, type FormEvent } from 'react';
import { Link } from '../../router';
import { put, remove } from '../../api/client';
import type { PaintPage, Pan } from '../../api/types';
import { day, today } from '../../components/paint/words';
import { decimal } from '../../components/ui/decimal';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { Narrowing } from './Narrowing';

/** One's own tubes and pans of a paint, each changed where it is read. */
export function Pans({ paint, onSaved }: { paint: PaintPage; onSaved: () => void }) {
    const [editing, setEditing] = useState<string | null>(null);
    return (
        <section className="border-t border-rule py-3">
            <h2>My pans</h2>
            {paint.pans.length === 0 && <p className="text-soft">You have none of this paint yet.</p>}
            <ul>
                {paint.pans.map((p) => (
                    <li key={p.uuid} className="py-1">
                        {editing === p.uuid ? (
                            <PanForm
                                paint={paint}
                                pan={p}
                                onDone={() => {
                                    setEditing(null);
                                    onSaved();
                                }}
                            />
                        ) : (
                            <PanLine pan={p} onChange={() => setEditing(p.uuid)} onRemoved={onSaved} />
                        )}
                        {p.state === 'unlabelled' && <Narrowing pan={p} onSaved={onSaved} />}
                    </li>
                ))}
            </ul>
            {editing === 'new' ? (
                <PanForm
                    paint={paint}
                    pan={null}
                    onDone={() => {
                        setEditing(null);
                        onSaved();
                    }}
                />
            ) : (
                <button type="button" className="button mt-2" onClick={() => setEditing('new')}>
                    Add a pan
                </button>
            )}
        </section>
    );
}

function PanLine({ pan, onChange, onRemoved }: { pan: Pan; onChange: () => void; onRemoved: () => void }) {
    const { error, busy, saving } = useSaving();
    const words = [
        pan.form,
        pan.batch && `batch ${pan.batch}`,
        pan.volumeMl !== null && `${pan.volumeMl} ml`,
        pan.price,
        pan.perMl,
        pan.openedOn && `opened ${day(pan.openedOn)}`,
        pan.state !== 'in use' && pan.state,
        pan.got,
        pan.formulation && `formulation since ${pan.formulation.since ? day(pan.formulation.since) : 'unknown'}`,
        pan.note,
    ];
    return (
        <span className="flex flex-wrap gap-x-4">
            <span>
                {words.filter(Boolean).join(' · ')}
                {pan.place && (
                    <>
                        {' '}
                        · kept in <strong className="font-semibold">{pan.place}</strong>
                    </>
                )}
                {Object.entries(pan.extras).map(([k, v]) => (
                    <span key={k} className="text-soft">
                        {' '}
                        · {k}: {v}
                    </span>
                ))}
            </span>
            <button type="button" className="link text-sm" onClick={onChange}>
                Change
            </button>
            <Link to={`/palettes?pan=${pan.uuid}`} className="text-sm">
                Place in a palette
            </Link>
            <Link to={`/labels?pans=${pan.uuid}`} className="text-sm">
                Label
            </Link>
            <Link to={`/bench/new?pans=${pan.uuid}`} className="text-sm">
                Test it
            </Link>
            <button
                type="button"
                className="link text-sm"
                disabled={busy}
                onClick={() => void saving(() => remove(`pans/${pan.uuid}`).then(onRemoved))}
            >
                Remove
            </button>
            <Problem error={error} />
        </span>
    );
}

function PanForm({ paint, pan, onDone }: { paint: PaintPage; pan: Pan | null; onDone: () => void }) {
    const { error, saving } = useSaving();
    const [price, currency] = (pan?.price ?? ' EUR').split(' ');
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const values = Object.fromEntries(new FormData(e.currentTarget));
        return saving((fresh) =>
            put(
                `pans/${pan?.uuid ?? fresh()}`,
                {
                    paintUuid: paint.uuid,
                    ...values,
                    volumeMl: decimal(values.volumeMl),
                    openedOn: values.openedOn || null,
                    formulationUuid: values.formulationUuid || null,
                },
                pan?.edition,
            ).then(onDone),
        );
    }
    return (
        <form
            onSubmit={(e) => void save(e)}
            className="flex flex-wrap gap-2 items-end text-sm"
            aria-label={pan === null ? 'New pan' : 'Change the pan'}
        >
            <label>
                Form
                <select className="block" name="form" defaultValue={pan?.form}>
                    {paint.forms.map((f) => (
                        <option key={f}>{f}</option>
                    ))}
                </select>
            </label>
            <label>
                Batch
                <input className="block w-24" name="batch" defaultValue={pan?.batch} />
            </label>
            <label>
                ml
                <input className="block w-20" name="volumeMl" inputMode="decimal" defaultValue={pan?.volumeMl ?? ''} />
            </label>
            <label>
                Price
                <input className="block w-20" name="price" inputMode="decimal" defaultValue={price} />
            </label>
            <label>
                Currency
                <input className="block w-20" name="currency" maxLength={3} defaultValue={currency || 'EUR'} />
            </label>
            <label>
                Opened
                <input className="block" type="date" name="openedOn" max={today()} defaultValue={pan?.openedOn ?? ''} />
            </label>
            <label>
                State
                <select className="block" name="state" defaultValue={pan?.state}>
                    {paint.states.map((s) => (
                        <option key={s}>{s}</option>
                    ))}
                </select>
            </label>
            <label>
                How got
                <select className="block" name="got" defaultValue={pan?.got}>
                    {paint.got.map((g) => (
                        <option key={g} value={g}>
                            {g || 'not said'}
                        </option>
                    ))}
                </select>
            </label>
            {paint.formulations.length > 0 && (
                <label>
                    Formulation
                    <select className="block" name="formulationUuid" defaultValue={pan?.formulation?.uuid ?? ''}>
                        <option value="">not known</option>
                        {paint.formulations.map((f) => (
                            <option key={f.uuid} value={f.uuid}>
                                {f.since ?? 'undated'}: {f.statement.text}
                            </option>
                        ))}
                    </select>
                </label>
            )}
            <label>
                Kept at
                <input className="block w-40" name="keptAt" defaultValue={pan?.keptAt} />
            </label>
            <label>
                Note
                <input className="block w-48" name="note" defaultValue={pan?.note} />
            </label>
            <button className="button" data-main>
                Save
            </button>
            <button type="button" className="button" onClick={onDone}>
                Leave
            </button>
            <Problem error={error} />
        </form>
    );
}
