import { useState, type RefObject } from 'react';
import { keys } from '../../api/queryKeys';
import { useQueryClient } from '@tanstack/react-query';
import { newUuid, remove } from '../../api/client';
import type { BenchRow, Session } from '../../api/bench';
import { Problem } from '../../components/ui/states';
import { outbox } from '../../outbox/outbox';
import { ConditionFields } from './ConditionFields';
import { MoreByEye } from './MoreByEye';
import { useNote } from './useNote';

/** Remarks of one tap, a note, photographs and differing conditions of the row at hand. */
export function RowSaid({
    session,
    row,
    note,
    photo,
    onNoting,
}: {
    session: Session;
    row: BenchRow;
    note: RefObject<HTMLTextAreaElement | null>;
    photo: RefObject<HTMLInputElement | null>;
    onNoting: (on: boolean) => void;
}) {
    const [fault, setFault] = useState<unknown>(null);
    const queries = useQueryClient();
    const others = row.remarks.filter((r) => !r.mine);
    return (
        <section aria-label={`Row ${row.row}`} className="border-t border-rule pt-3">
            <div className="flex flex-wrap gap-2" role="group" aria-label="Remarks">
                {Object.entries(session.words.remarks).map(([key, word]) => {
                    const said = row.remarks.some((r) => r.mine && r.word === word);
                    return (
                        <button
                            key={word}
                            type="button"
                            aria-pressed={said}
                            className={`min-h-11 px-3 border border-ink cursor-pointer ${said ? 'bg-ink text-surround' : 'bg-transparent'}`}
                            onClick={() => toggleRemark(row, word)}
                        >
                            <kbd className="num mr-1.5">{key}</kbd>
                            {word}
                        </button>
                    );
                })}
            </div>
            {others.length > 0 && (
                <ul className="text-sm mt-2">
                    {others.map((r) => (
                        <li key={r.uuid}>
                            {r.by}: {r.word || `“${r.note}”`}
                        </li>
                    ))}
                </ul>
            )}
            <div className="mt-3 grid gap-3 sm:grid-cols-[1fr_auto]">
                <Note key={row.uuid} row={row} field={note} onNoting={onNoting} />
                <div>
                    <input
                        ref={photo}
                        type="file"
                        accept="image/*"
                        capture="environment"
                        className="sr-only"
                        tabIndex={-1}
                        aria-label="Photograph"
                        onChange={(e) => {
                            const file = e.target.files?.[0];
                            e.target.value = '';
                            if (file) {
                                setFault(null);
                                void takePhoto(row, file).catch(setFault);
                            }
                        }}
                    />
                    <button type="button" className="button min-h-11" onClick={() => photo.current?.click()}>
                        <kbd className="num mr-1.5">p</kbd>Photograph
                    </button>
                    <div className="flex gap-1 mt-1">
                        {row.photos.map((p) =>
                            p.taken === null ? (
                                <span key={p.uuid} className="hatched w-14 h-11 text-sm" title="on its way" data-photo />
                            ) : (
                                <a key={p.uuid} href={`/api/photos/${p.uuid}/preview.webp`} target="_blank" rel="noreferrer" data-photo>
                                    <img
                                        src={`/api/photos/${p.uuid}/preview.webp`}
                                        alt={`Photograph of row ${row.row}`}
                                        className="h-11 w-14 object-cover"
                                    />
                                </a>
                            ),
                        )}
                    </div>
                    {row.photos.some((p) => p.taken !== null) && (
                        <button
                            type="button"
                            className="link text-sm"
                            onClick={() => {
                                setFault(null);
                                void remove(`photos/${row.photos.findLast((p) => p.taken !== null)!.uuid}`).then(
                                    () => queries.invalidateQueries({ queryKey: keys.bench(session.uuid) }),
                                    setFault,
                                );
                            }}
                        >
                            Remove the last photograph
                        </button>
                    )}
                </div>
            </div>
            <Problem error={fault} />
            <details className="mt-3">
                <summary className="min-h-11 flex items-center cursor-pointer">
                    More by eye and by hand: bloom, salt, gloss, spread …
                </summary>
                <MoreByEye
                    key={row.uuid}
                    row={row}
                    scales={session.eyeScales}
                    more={session.moreByEye}
                    fields={session.handFields}
                    settled={session.blind && session.revealed}
                />
            </details>
            <details className="mt-3">
                <summary className="min-h-11 flex items-center cursor-pointer">
                    Conditions of this row{Object.values(row.conditions).some((c) => c.own) ? ', differing' : ''}
                </summary>
                <ConditionFields
                    fields={session.conditionFields}
                    of={row.conditions}
                    onSet={(key, value) => setCondition(row, key, value)}
                />
            </details>
        </section>
    );
}

function Note({ row, field, onNoting }: { row: BenchRow; field: RefObject<HTMLTextAreaElement | null>; onNoting: (on: boolean) => void }) {
    const { text, type } = useNote(row);
    return (
        <label className="block text-sm">
            <kbd className="num mr-1.5">n</kbd>Note
            <textarea
                ref={field}
                rows={2}
                value={text}
                onChange={(e) => type(e.target.value)}
                onFocus={() => onNoting(true)}
                onBlur={() => onNoting(false)}
                maxLength={2000}
            />
        </label>
    );
}

export function toggleRemark(row: BenchRow, word: string) {
    const mine = row.remarks.find((r) => r.mine && r.word === word);
    return outbox.add({
        path: `remarks/${mine?.uuid ?? newUuid()}`,
        body: { specimenUuid: row.uuid, word, note: '', withdrawn: mine !== undefined },
        edition: mine?.edition ?? null,
        about: `“${word}” on row ${row.row}`,
    });
}

function setCondition(row: BenchRow, key: string, value: string) {
    const there = row.overrides.find((o) => o.key === key);
    return outbox.add({
        path: `specimen-conditions/${there?.uuid ?? newUuid()}`,
        body: { specimenUuid: row.uuid, key, value },
        edition: there?.edition ?? null,
        about: `${key} of row ${row.row}`,
    });
}

const LONGEST_SIDE = 2000;

/** Sends the picture as this browser decodes it, without where it was taken. */
async function takePhoto(row: BenchRow, file: File) {
    const bitmap = await createImageBitmap(file).catch(() => {
        throw new Error('This browser cannot read that picture. Choose a JPEG or PNG; nothing else was changed.');
    });
    const scale = Math.min(1, LONGEST_SIDE / Math.max(bitmap.width, bitmap.height));
    const canvas = document.createElement('canvas');
    [canvas.width, canvas.height] = [Math.round(bitmap.width * scale), Math.round(bitmap.height * scale)];
    canvas.getContext('2d')!.drawImage(bitmap, 0, 0, canvas.width, canvas.height);
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', 0.9));
    if (blob !== null) {
        await outbox.add({
            method: 'POST',
            path: `photos/${newUuid()}`,
            body: { specimenUuid: row.uuid },
            file: blob,
            about: `photograph of row ${row.row}`,
        });
    }
}
