import { useState, type FormEvent } from 'react';
import { Link } from '../../router';
import { call, newUuid, put, remove } from '../../api/client';
import type { Study } from '../../api/opinions';
import type { PaintPage } from '../../api/types';
import { day } from '../../components/paint/words';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';

/** Painting trials with this paint: what they were for and how they went. They are looked at, not measured. */
export function Studies({ paint, onSaved }: { paint: PaintPage; onSaved: () => void }) {
    const person = useSession();
    const [adding, setAdding] = useState(false);
    const { studies } = paint.opinions;
    if (studies.length === 0 && person == null) {
        return null;
    }
    return (
        <section className="border-t border-rule py-3">
            <h2>Painting trials</h2>
            {studies.length === 0 && !adding && <p className="text-soft">No study with this paint yet.</p>}
            <ul>
                {studies.map((s) => (
                    <One key={s.uuid} study={s} paint={paint} onSaved={onSaved} />
                ))}
            </ul>
            {person != null &&
                (adding ? (
                    <Form
                        paint={paint}
                        onDone={() => {
                            setAdding(false);
                            onSaved();
                        }}
                    />
                ) : (
                    <button type="button" className="button mt-2" onClick={() => setAdding(true)}>
                        Add a study
                    </button>
                ))}
        </section>
    );
}

function One({ study, paint, onSaved }: { study: Study; paint: PaintPage; onSaved: () => void }) {
    const { error, busy, saving } = useSaving();
    const add = (files: FileList | null) =>
        saving(async () => {
            for (const file of files ?? []) {
                const form = new FormData();
                form.append('photo', file);
                await call('POST', `studies/${study.uuid}/pictures/${newUuid()}`, form);
            }
            onSaved();
        });
    return (
        <li className="border-b border-rule py-2">
            <p>
                <strong className="font-semibold">{study.title}</strong>{' '}
                <span className="text-soft">
                    {[study.by, study.on && day(study.on), study.paper, study.shared ? '' : 'yours alone'].filter(Boolean).join(' · ')}
                </span>
            </p>
            {study.purpose && <p>For: {study.purpose}</p>}
            {study.went && <p className="whitespace-pre-line max-w-prose">{study.went}</p>}
            {study.paints.length > 1 && (
                <p className="text-sm">
                    With{' '}
                    {study.paints
                        .filter((p) => p.uuid !== paint.uuid)
                        .map((p, i) => (
                            <span key={p.uuid}>
                                {i > 0 && ', '}
                                <Link to={`/paints/${p.uuid}`}>{p.name}</Link>
                            </span>
                        ))}
                </p>
            )}
            <div className="flex flex-wrap gap-2 my-1">
                {study.pictures.map((p) => (
                    <img
                        key={p}
                        src={`/api/study-pictures/${p}.webp`}
                        alt={`${study.title}, as painted`}
                        className="h-40 w-auto"
                        loading="lazy"
                    />
                ))}
            </div>
            {study.mayChange && (
                <p className="flex flex-wrap gap-x-4 items-center">
                    <label className="link text-sm cursor-pointer min-h-11 inline-flex items-center">
                        {busy ? 'Sending …' : 'Add pictures'}
                        <input type="file" accept="image/*" multiple className="sr-only" onChange={(e) => void add(e.target.files)} />
                    </label>
                    <button
                        type="button"
                        className="link text-sm"
                        onClick={() => void saving(() => remove(`studies/${study.uuid}`).then(onSaved))}
                    >
                        Take the study away
                    </button>
                </p>
            )}
            <Problem error={error} />
        </li>
    );
}

function Form({ paint, onDone }: { paint: PaintPage; onDone: () => void }) {
    const { error, busy, saving } = useSaving();
    const save = (e: FormEvent<HTMLFormElement>) => {
        e.preventDefault();
        const { picture, shared, ...said } = Object.fromEntries(new FormData(e.currentTarget));
        return saving(async (fresh) => {
            const uuid = fresh();
            await put(`studies/${uuid}`, { ...said, on: said.on || null, shared: shared === 'on', paints: [paint.uuid] });
            if (picture instanceof File && picture.size > 0) {
                const form = new FormData();
                form.append('photo', picture);
                await call('POST', `studies/${uuid}/pictures/${newUuid()}`, form);
            }
            onDone();
        });
    };
    return (
        <form onSubmit={(e) => void save(e)} className="grid gap-2 max-w-2xl mt-2 sm:grid-cols-2">
            <label className="text-sm">
                Title
                <input name="title" className="block w-full" required maxLength={120} autoFocus placeholder="Heron at low water" />
            </label>
            <label className="text-sm">
                Painted on
                <input name="on" type="date" className="block w-full" />
            </label>
            <label className="text-sm">
                Paper
                <input name="paper" className="block w-full" maxLength={160} />
            </label>
            <label className="text-sm">
                What it was for
                <input name="purpose" className="block w-full" maxLength={500} />
            </label>
            <label className="text-sm sm:col-span-2">
                How it went
                <textarea name="went" rows={3} maxLength={5000} />
            </label>
            <label className="text-sm">
                Picture
                <input name="picture" type="file" accept="image/*" className="block w-full" />
            </label>
            <label className="flex gap-2 items-center min-h-11">
                <input type="checkbox" name="shared" /> others may see it
            </label>
            <button className="button justify-self-start" data-main disabled={busy}>
                Keep the study
            </button>
            <Problem error={error} />
        </form>
    );
}
