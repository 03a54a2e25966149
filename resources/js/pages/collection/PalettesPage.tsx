import { useQuery, useQueryClient } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useState, type DragEvent, type FormEvent, type KeyboardEvent } from 'react';
import { Link, useSearchParams } from '../../router';
import { get, put, remove } from '../../api/client';
import type { Pan } from '../../api/types';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';
import { SetPrice } from './SetPrice';

interface Placed extends Pan {
    paintUuid: string;
    name: string;
    maker: string;
    pigments: string;
    colour: [string, string] | null;
}
interface Palette {
    uuid: string;
    edition: number;
    name: string;
    rows: number;
    columns: number;
    pans: Placed[];
}
interface Collection {
    palettes: Palette[];
    unplaced: Placed[];
    unplacedCount: number;
}

/** Palettes as they lie on the table; a pan is carried to its slot with the hand or with the keys. */
export default function PalettesPage() {
    const person = useSession();
    const queries = useQueryClient();
    const { data, error } = useQuery({ queryKey: keys.palettes(), queryFn: () => get<Collection>('palettes'), enabled: Boolean(person) });
    const [query] = useSearchParams();
    const [held, setHeld] = useState<string | null>(query.get('pan'));
    const { error: fault, saving } = useSaving();
    if (person === null) {
        return (
            <Empty title="Palettes are your own">
                <Link to="/sign-in?then=/palettes">Sign in</Link> to see and arrange yours.
            </Empty>
        );
    }
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="your palettes" />;
    }
    const all = [...data.palettes.flatMap((p) => p.pans), ...data.unplaced];
    const pan = all.find((p) => p.uuid === held) ?? null;
    const take = (now: Promise<Collection>) => now.then((c) => queries.setQueryData(keys.palettes(), c));
    const place = (uuid: string, palette: Palette | null, slot: number | null) => {
        const moved = all.find((p) => p.uuid === uuid);
        setHeld(null);
        if (moved !== undefined && !(moved.paletteUuid === (palette?.uuid ?? null) && moved.slot === slot)) {
            void saving(() =>
                take(put<Collection>(`pans/${uuid}/place`, { paletteUuid: palette?.uuid ?? null, slot }, moved.edition))
                    .finally(() => queries.invalidateQueries({ queryKey: keys.paints() }))
                    .catch((fault: unknown) => queries.invalidateQueries({ queryKey: keys.palettes() }).then(() => Promise.reject(fault))),
            );
        }
    };
    return (
        <div role="presentation" onKeyDown={(e) => e.key === 'Escape' && setHeld(null)}>
            <div className="flex flex-wrap gap-x-5 gap-y-1 items-baseline">
                <h1>Palettes</h1>
                <Link to="/paints">All paints</Link>
                {all.length > 0 && (
                    <Link
                        to={`/labels?pans=${all
                            .slice(0, 320)
                            .map((p) => p.uuid)
                            .join(',')}`}
                    >
                        Print labels
                    </Link>
                )}
            </div>
            <p className="min-h-7 mt-1" aria-live="polite">
                {pan === null ? (
                    'Choose a pan, then its slot; or drag it. A pan that lies there changes places with it.'
                ) : (
                    <>
                        <strong className="font-semibold">{pan.name}</strong> is in your hand. Choose a slot, or{' '}
                        <button type="button" className="link" onClick={() => place(pan.uuid, null, null)}>
                            take it out of its palette
                        </button>
                        . <kbd className="num">Esc</kbd> puts it back.
                    </>
                )}
            </p>
            <Problem error={fault} />
            {data.palettes.length === 0 && (
                <Empty title="No palette yet">
                    Give the first one its name and its slots below; then carry your pans into it
                    {data.unplaced.length === 0 && (
                        <>
                            . Pans are recorded under <Link to="/paints">Paints</Link>
                        </>
                    )}
                    .
                </Empty>
            )}
            <div className="flex flex-wrap gap-x-6">
                {data.palettes.map((p) => (
                    <div key={p.uuid} className="min-w-0 max-w-full">
                        <Grid
                            palette={p}
                            held={held}
                            onHold={setHeld}
                            onPlace={(uuid, slot) => place(uuid, p, slot)}
                            onDelete={() => void saving(() => take(remove<Collection>(`palettes/${p.uuid}`)))}
                            onSaved={(c) => queries.setQueryData(keys.palettes(), c)}
                        />
                        {p.pans.length > 1 && <SetPrice name={p.name} pans={p.pans.map((x) => x.uuid)} />}
                    </div>
                ))}
            </div>
            <section
                className="mt-6"
                onDragOver={(e) => e.preventDefault()}
                onDrop={(e) => place(e.dataTransfer.getData('text/plain'), null, null)}
            >
                <h2>
                    Without a slot ({data.unplacedCount})
                    {data.unplacedCount > data.unplaced.length && (
                        <span className="font-normal text-sm">
                            {' '}
                            the newest {data.unplaced.length} are shown; find others under <Link to="/paints">Paints</Link>
                        </span>
                    )}
                </h2>
                <div className="flex flex-wrap gap-1 mt-1">
                    {data.unplaced.map((p) => (
                        <div key={p.uuid} className="w-36">
                            <Slot pan={p} slot={null} held={held} onHold={setHeld} onPlace={() => setHeld(p.uuid)} />
                        </div>
                    ))}
                </div>
            </section>
            <NewPalette onSaved={(c) => queries.setQueryData(keys.palettes(), c)} />
        </div>
    );
}

function Grid({
    palette,
    held,
    onHold,
    onPlace,
    onDelete,
    onSaved,
}: {
    palette: Palette;
    held: string | null;
    onHold: (uuid: string | null) => void;
    onPlace: (pan: string, slot: number) => void;
    onDelete: () => void;
    onSaved: (c: Collection) => void;
}) {
    const slots = Array.from({ length: palette.rows * palette.columns }, (_, i) => i + 1);
    // Arrows go from slot to slot as they lie.
    const onKey = (e: KeyboardEvent<HTMLDivElement>) => {
        const by = { ArrowLeft: -1, ArrowRight: 1, ArrowUp: -palette.columns, ArrowDown: palette.columns }[e.key];
        const buttons = [...e.currentTarget.querySelectorAll('button')];
        const at = buttons.indexOf(document.activeElement as HTMLButtonElement);
        if (by !== undefined && at >= 0) {
            e.preventDefault();
            buttons[at + by]?.focus();
        }
    };
    return (
        <section className="mt-5 min-w-0 max-w-full" aria-label={palette.name}>
            <div className="flex flex-wrap gap-x-4 items-baseline">
                <h2>{palette.name}</h2>
                <span className="text-sm text-soft">
                    {palette.pans.length} of {slots.length} slots
                </span>
                <Link className="text-sm" to={`/labels?pans=${palette.pans.map((p) => p.uuid).join(',')}`}>
                    labels
                </Link>
                <Resize palette={palette} onSaved={onSaved} />
                <button type="button" className="link text-sm" onClick={onDelete}>
                    remove the palette, keep its pans
                </button>
            </div>
            <div className="overflow-x-auto">
                <div
                    role="presentation"
                    className="grid gap-1 mt-1 border border-ink p-1 bg-panel w-fit min-w-full sm:min-w-0"
                    style={{ gridTemplateColumns: `repeat(${palette.columns}, minmax(6.2rem, 8.6rem))` }}
                    onKeyDown={onKey}
                >
                    {slots.map((slot) => (
                        <Slot
                            key={slot}
                            slot={slot}
                            pan={palette.pans.find((p) => p.slot === slot) ?? null}
                            held={held}
                            onHold={onHold}
                            onPlace={(uuid) => onPlace(uuid, slot)}
                        />
                    ))}
                </div>
            </div>
        </section>
    );
}

function Slot({
    pan,
    slot,
    held,
    onHold,
    onPlace,
}: {
    pan: Placed | null;
    slot: number | null;
    held: string | null;
    onHold: (uuid: string | null) => void;
    onPlace: (uuid: string) => void;
}) {
    const drop = (e: DragEvent) => {
        e.preventDefault();
        e.stopPropagation();
        onPlace(e.dataTransfer.getData('text/plain'));
    };
    return (
        <button
            type="button"
            draggable={pan !== null}
            aria-pressed={pan !== null && pan.uuid === held}
            data-slot={slot}
            onDragStart={(e) => {
                e.dataTransfer.setData('text/plain', pan!.uuid);
                onHold(pan!.uuid);
            }}
            onDragEnd={() => onHold(null)}
            onDragOver={(e) => e.preventDefault()}
            onDrop={drop}
            onClick={() =>
                held === null || held === pan?.uuid
                    ? onHold(held === null && pan !== null ? pan.uuid : null)
                    : slot === null
                      ? onHold(pan!.uuid)
                      : onPlace(held)
            }
            className={[
                'relative flex flex-col w-full text-left cursor-pointer border bg-surround',
                pan !== null && pan.uuid === held ? 'border-ink outline-2 outline-ink' : 'border-rule',
            ].join(' ')}
        >
            {pan?.colour ? (
                <span
                    className="block w-full h-9"
                    style={{ background: `linear-gradient(90deg, ${pan.colour[0]} 55%, ${pan.colour[1]} 55%)` }}
                />
            ) : (
                <span className="block w-full h-9 hatched" />
            )}
            <span className="block w-full px-1.5 py-1 leading-tight text-sm min-h-15">
                {slot !== null && (
                    <span className="num float-right text-soft">
                        <span className="sr-only">slot </span>
                        {slot}
                    </span>
                )}
                {pan === null ? (
                    <span className="text-soft">empty</span>
                ) : (
                    <>
                        <strong className="font-semibold block truncate">{pan.name}</strong>
                        <span className="block truncate">{pan.pigments}</span>
                        <span className="block truncate text-soft">{pan.state === 'in use' ? pan.maker : pan.state}</span>
                    </>
                )}
            </span>
        </button>
    );
}

function Resize({ palette, onSaved }: { palette: Palette; onSaved: (c: Collection) => void }) {
    const { error, saving } = useSaving();
    const save = (e: FormEvent<HTMLFormElement>) => {
        e.preventDefault();
        const form = e.currentTarget;
        const values = Object.fromEntries(new FormData(form));
        return saving(() =>
            put<Collection>(`palettes/${palette.uuid}`, values, palette.edition).then((c) => {
                form.closest('details')!.open = false;
                onSaved(c);
            }),
        );
    };
    return (
        <details className="text-sm">
            <summary className="link list-none">name and size</summary>
            <form onSubmit={(e) => void save(e)} className="flex flex-wrap gap-2 items-end my-1">
                <PaletteFields of={palette} />
                <button className="button">Save</button>
                <Problem error={error} />
            </form>
        </details>
    );
}

function NewPalette({ onSaved }: { onSaved: (c: Collection) => void }) {
    const { error, saving } = useSaving();
    const save = (e: FormEvent<HTMLFormElement>) => {
        e.preventDefault();
        const form = e.currentTarget;
        return saving((fresh) =>
            put<Collection>(`palettes/${fresh()}`, Object.fromEntries(new FormData(form))).then((c) => {
                form.reset();
                onSaved(c);
            }),
        );
    };
    return (
        <form
            onSubmit={(e) => void save(e)}
            className="mt-6 border-t border-ink pt-3 flex flex-wrap gap-2 items-end"
            aria-label="New palette"
        >
            <PaletteFields of={{ name: '', rows: 2, columns: 6 }} />
            <button className="button">Add a palette</button>
            <Problem error={error} />
        </form>
    );
}

function PaletteFields({ of }: { of: { name: string; rows: number; columns: number } }) {
    return (
        <>
            <label className="text-sm">
                Palette, tin or tray
                <input className="block w-48" name="name" defaultValue={of.name} required maxLength={80} />
            </label>
            <label className="text-sm">
                Rows
                <input className="block w-20" name="rows" type="number" min={1} max={20} defaultValue={of.rows} required />
            </label>
            <label className="text-sm">
                Slots in a row
                <input className="block w-20" name="columns" type="number" min={1} max={20} defaultValue={of.columns} required />
            </label>
        </>
    );
}
