import { useQuery, useQueryClient } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useState } from 'react';
import { useNavigate } from '../../router';
import { get, post, remove } from '../../api/client';
import type { Paint, PaintPage } from '../../api/types';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

/** A paint that was recorded twice becomes one, and two again; an empty entry goes. */
export function Twins({ paint, onSaved }: { paint: PaintPage; onSaved: () => void }) {
    const [open, setOpen] = useState(false);
    const { error, busy, saving } = useSaving();
    const go = useNavigate();
    const queries = useQueryClient();
    const settled = () => {
        void queries.invalidateQueries({ queryKey: keys.paints() });
        void queries.invalidateQueries({ queryKey: keys.code() });
        onSaved();
    };
    const mayRemove = paint.mayChange && paint.pans.length === 0 && paint.tests.length === 0;
    return (
        <section className="border-t border-rule py-3 text-sm no-print">
            {paint.merges.map((m) => (
                <p key={m.uuid}>
                    {m.name} was merged into this entry.{' '}
                    {m.mayChange && (
                        <button
                            type="button"
                            className="link"
                            disabled={busy}
                            onClick={() =>
                                void saving(() =>
                                    remove<{ paint: string }>(`paint-merges/${m.uuid}`).then((r) => {
                                        settled();
                                        void go(`/paints/${r.paint}`);
                                    }),
                                )
                            }
                        >
                            Make them two again
                        </button>
                    )}
                </p>
            ))}
            {paint.mayChange && !open && (
                <button type="button" className="link mr-5" onClick={() => setOpen(true)}>
                    This is the same paint as another entry
                </button>
            )}
            {mayRemove && (
                <button
                    type="button"
                    className="link"
                    disabled={busy}
                    onClick={() =>
                        void saving(() =>
                            remove(`paints/${paint.uuid}`).then(() => {
                                void queries.invalidateQueries({ queryKey: keys.paints() });
                                void go('/paints');
                            }),
                        )
                    }
                >
                    Remove this entry
                </button>
            )}
            {open && (
                <Other
                    paint={paint}
                    busy={busy}
                    onLeave={() => setOpen(false)}
                    onChosen={(into) =>
                        void saving(() =>
                            post(`paints/${paint.uuid}/merge`, { intoUuid: into }).then(() => {
                                setOpen(false);
                                settled();
                                void go(`/paints/${into}`);
                            }),
                        )
                    }
                />
            )}
            <Problem error={error} />
        </section>
    );
}

function Other({
    paint,
    busy,
    onLeave,
    onChosen,
}: {
    paint: PaintPage;
    busy: boolean;
    onLeave: () => void;
    onChosen: (uuid: string) => void;
}) {
    const [words, setWords] = useState(paint.colourName);
    const found = useQuery({
        queryKey: keys.paints('twins', words),
        queryFn: () => get<{ paints: Paint[] }>(`paints?q=${encodeURIComponent(words)}`),
        enabled: words.trim() !== '',
        placeholderData: (b) => b,
    });
    return (
        <div className="border border-ink p-3 max-w-2xl">
            <label>
                It is the same as
                <input className="block w-72" type="search" value={words} autoFocus onChange={(e) => setWords(e.target.value)} />
            </label>
            <ul>
                {found.data?.paints
                    .filter((p) => p.uuid !== paint.uuid)
                    .slice(0, 8)
                    .map((p) => (
                        <li key={p.uuid} className="py-1">
                            {p.colourName}, {p.maker}
                            {p.range && ` ${p.range}`} · {p.statement.text}{' '}
                            <button type="button" className="button ml-2" disabled={busy} onClick={() => onChosen(p.uuid)}>
                                Merge into this
                            </button>
                        </li>
                    ))}
            </ul>
            <p className="text-soft">Pans, tests and claims of “{paint.colourName}” go over; it can be undone there.</p>
            <button type="button" className="button" onClick={onLeave}>
                Leave
            </button>
        </div>
    );
}
