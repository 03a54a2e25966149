import type { FormEvent } from 'react';
import { put } from '../../api/client';
import type { PaintPage } from '../../api/types';
import { day } from '../../components/paint/words';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

/** Formulations a maker has sold under one name; a pan says which it is of. */
export function Formulations({ paint, onSaved }: { paint: PaintPage; onSaved: () => void }) {
    const { error, saving } = useSaving();
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const form = e.currentTarget;
        const values = Object.fromEntries(new FormData(form));
        return saving((fresh) =>
            put(`formulations/${fresh()}`, { paintUuid: paint.uuid, ...values, since: values.since || null }).then(() => {
                form.reset();
                onSaved();
            }),
        );
    }
    return (
        <section className="border-t border-rule py-3">
            <h2>Formulations</h2>
            <ul>
                {paint.formulations.map((f) => (
                    <li key={f.uuid}>
                        {f.since ? `since ${day(f.since)}` : 'undated'}: {f.statement.text}
                        {f.note && `, ${f.note}`}
                    </li>
                ))}
            </ul>
            {paint.formulations.length === 0 && (
                <p className="text-soft">
                    One formulation is known, with the codes above. Record another when the maker has changed the pigments under the same
                    name.
                </p>
            )}
            <form onSubmit={(e) => void save(e)} className="mt-2 flex flex-wrap gap-2 items-end text-sm" aria-label="Record a formulation">
                <label>
                    Sold since
                    <input className="block" type="date" name="since" />
                </label>
                <label>
                    Pigment codes then
                    <input className="block w-44" name="pigments" placeholder="blank: not stated" />
                </label>
                <label>
                    Note
                    <input className="block w-52" name="note" placeholder="how it is recognised" />
                </label>
                <button className="button">Record</button>
            </form>
            <Problem error={error} />
        </section>
    );
}
