import { useState, type FormEvent } from 'react';
import { put } from '../../api/client';
import { PROPERTIES, type PaintPage, type Property } from '../../api/types';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

interface Word {
    word: string;
    classes: string[];
}

/** A maker's scale is entered once: its words in order, each laid on the program's classes. */
export function ClaimScaleForm({ paint, onSaved }: { paint: PaintPage; onSaved: () => void }) {
    const [property, setProperty] = useState<Property>('transparency');
    const [name, setName] = useState('');
    const [words, setWords] = useState<Word[]>([
        { word: '', classes: [] },
        { word: '', classes: [] },
    ]);
    const { error, saving } = useSaving();
    const change = (i: number, next: Word) => setWords(words.map((w, k) => (k === i ? next : w)));
    function save(e: FormEvent) {
        e.preventDefault();
        return saving(async (fresh) => {
            await put(`claim-scales/${fresh()}`, {
                makerUuid: paint.makerUuid,
                property,
                name,
                words: words.filter((w) => w.word.trim() !== ''),
            });
            setWords([
                { word: '', classes: [] },
                { word: '', classes: [] },
            ]);
            setName('');
            onSaved();
        });
    }
    return (
        <details className="border-t border-rule py-3">
            <summary className="cursor-pointer font-semibold">Scales of {paint.maker}</summary>
            <ul className="my-2 text-sm">
                {paint.claimScales.map((s) => (
                    <li key={s.uuid}>
                        {s.property}, {s.name}: {s.words.map((w) => `${w.word} = ${w.classes.join(' or ')}`).join('; ')}
                    </li>
                ))}
            </ul>
            <form onSubmit={(e) => void save(e)} className="text-sm">
                <div className="flex flex-wrap gap-2 items-end">
                    <label>
                        Property
                        <select
                            className="block"
                            value={property}
                            onChange={(e) => {
                                setProperty(e.target.value as Property);
                                setWords(words.map((w) => ({ ...w, classes: [] })));
                            }}
                        >
                            {PROPERTIES.map((p) => (
                                <option key={p}>{p}</option>
                            ))}
                        </select>
                    </label>
                    <label>
                        Where it is printed
                        <input className="block w-64" value={name} onChange={(e) => setName(e.target.value)} required />
                    </label>
                </div>
                {words.map((w, i) => (
                    <fieldset key={i} className="flex flex-wrap gap-x-4 gap-y-1 items-center my-1">
                        <legend className="sr-only">Word {i + 1}</legend>
                        <input
                            aria-label={`Word ${i + 1}, in the maker’s order`}
                            placeholder={`word ${i + 1}`}
                            value={w.word}
                            onChange={(e) => change(i, { ...w, word: e.target.value })}
                        />
                        {paint.classes[property].map((c) => (
                            <label key={c} className="flex gap-1 items-center">
                                <input
                                    type="checkbox"
                                    checked={w.classes.includes(c)}
                                    onChange={(e) =>
                                        change(i, {
                                            ...w,
                                            classes: e.target.checked ? [...w.classes, c] : w.classes.filter((x) => x !== c),
                                        })
                                    }
                                />
                                {c}
                            </label>
                        ))}
                    </fieldset>
                ))}
                <div className="flex gap-2 mt-2">
                    <button type="button" className="button" onClick={() => setWords([...words, { word: '', classes: [] }])}>
                        Another word
                    </button>
                    <button className="button" data-main>
                        Record the scale
                    </button>
                </div>
                <Problem error={error} />
            </form>
        </details>
    );
}
