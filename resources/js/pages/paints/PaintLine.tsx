import { useQuery, useQueryClient } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useEffect, useRef, useState, type FormEvent } from 'react';
import { Fault, get, put } from '../../api/client';
import { Link } from '../../router';
import type { Statement } from '../../api/types';
import { Cautions, Problem } from '../../components/ui/states';
import { decimal } from '../../components/ui/decimal';
import { useSaving } from '../../components/ui/useSaving';

const COLUMNS = 'lg:grid-cols-[1.3fr_0.8fr_1.5fr_1.2fr_1.1fr_0.9fr_0.7fr_0.55fr_0.6fr_0.5fr_auto]';

interface Line {
    makerName: string;
    range: string;
    colourName: string;
    pigments: string;
    form: string;
    batch: string;
    volumeMl: string;
    price: string;
    currency: string;
    keptAt: string;
}

const EMPTY: Line = {
    makerName: '',
    range: '',
    colourName: '',
    pigments: '',
    form: 'tube',
    batch: '',
    volumeMl: '',
    price: '',
    currency: 'EUR',
    keptAt: '',
};
const DRAFT = 'paint-line';

/** A paint and one's own pan of it in one line; Enter records it and keeps what usually stays the same for the next. */
export function PaintLine() {
    const [line, setLine] = useState<Line>(() => ({ ...EMPTY, ...(JSON.parse(localStorage.getItem(DRAFT) ?? '{}') as Partial<Line>) }));
    const { error, saving } = useSaving();
    const [done, setDone] = useState('');
    const first = useRef<HTMLInputElement>(null);
    const queries = useQueryClient();
    const makers = useQuery({
        queryKey: keys.makers(),
        queryFn: () => get<{ makers: { uuid: string; name: string }[]; forms: string[] }>('makers'),
    });
    const read = useStatement(line.pigments);
    useEffect(() => localStorage.setItem(DRAFT, JSON.stringify(line)), [line]);

    /** As a new paint, as another one of the same name, or as one more pan of a paint that is there. */
    function record(as: { another?: boolean; of?: string } = {}) {
        const { makerName, range, colourName, pigments, ...pan } = line;
        const own = { ...pan, volumeMl: decimal(pan.volumeMl) };
        return saving(async (fresh) => {
            await (as.of === undefined
                ? put(`paints/${fresh()}`, {
                      makerName,
                      range,
                      colourName,
                      pigments,
                      another: as.another ?? false,
                      pan: { uuid: fresh(), ...own },
                  })
                : put(`pans/${fresh()}`, { paintUuid: as.of, ...own }));
            setDone(`Recorded ${colourName}.`);
            setLine((l) => ({ ...l, colourName: '', pigments: '', batch: '', price: '', keptAt: '' }));
            first.current?.focus();
            void queries.invalidateQueries({ queryKey: keys.paints() });
            void queries.invalidateQueries({ queryKey: keys.makers() });
            void queries.invalidateQueries({ queryKey: keys.pigments() });
        });
    }

    const field = (key: keyof Line, label: string, more: object = {}) => (
        <label className="block text-sm">
            {label}
            <input
                className="block w-full"
                value={line[key]}
                onChange={(e) => setLine({ ...line, [key]: e.target.value })}
                autoComplete="off"
                {...more}
            />
        </label>
    );
    return (
        <form
            onSubmit={(e: FormEvent) => {
                e.preventDefault();
                void record();
            }}
            className="my-3 border-y border-ink py-3"
            aria-label="Record a paint"
        >
            <div className={`grid grid-cols-2 sm:grid-cols-4 ${COLUMNS} gap-2 items-end`}>
                {field('makerName', 'Maker', { list: 'known-makers', required: true })}
                {field('range', 'Range')}
                {field('colourName', 'Colour name', { ref: first, required: true })}
                {field('pigments', 'Pigment codes', { placeholder: 'blank: not stated' })}
                {field('keptAt', 'Kept at')}
                <label className="block text-sm">
                    Form
                    <select className="block w-full" value={line.form} onChange={(e) => setLine({ ...line, form: e.target.value })}>
                        {(makers.data?.forms ?? [line.form]).map((f) => (
                            <option key={f}>{f}</option>
                        ))}
                    </select>
                </label>
                {field('batch', 'Batch')}
                {field('volumeMl', 'ml', { inputMode: 'decimal' })}
                {field('price', 'Price', { inputMode: 'decimal' })}
                {field('currency', 'Curr.', { maxLength: 3 })}
                <button className="button" data-main>
                    Record <kbd className="num ml-1">Enter</kbd>
                </button>
            </div>
            <datalist id="known-makers">
                {makers.data?.makers.map((m) => (
                    <option key={m.uuid} value={m.name} />
                ))}
            </datalist>
            <div className="min-h-6 mt-1 text-sm" aria-live="polite">
                {read !== undefined && line.pigments.trim() !== '' && <Reading of={read} />}
                {line.pigments.trim() === '' && (
                    <span className="text-soft">
                        {done || 'Codes are read in any usual spelling; maker, range, form, volume and currency stay for the next paint.'}
                    </span>
                )}
            </div>
            {read !== undefined && <Cautions of={read.cautions} short />}
            <Problem error={error} />
            {error instanceof Fault && error.existing !== null && (
                <p className="flex flex-wrap gap-2">
                    <button type="button" className="button" onClick={() => void record({ of: error.existing! })}>
                        Add my pan to it
                    </button>
                    <button type="button" className="button" onClick={() => void record({ another: true })}>
                        It is another paint
                    </button>
                    <Link to={`/paints/${error.existing}`} className="py-2">
                        Look at it
                    </Link>
                </p>
            )}
        </form>
    );
}

/** How the server reads the codes while they are typed. */
function useStatement(written: string): Statement | undefined {
    const [settled, setSettled] = useState(written);
    useEffect(() => {
        const wait = setTimeout(() => setSettled(written), 200);
        return () => clearTimeout(wait);
    }, [written]);
    return useQuery({
        queryKey: keys.statement(settled),
        queryFn: () => get<Statement>(`pigment-statement?written=${encodeURIComponent(settled)}`),
        enabled: settled.trim() !== '',
        placeholderData: (b) => b,
    }).data;
}

function Reading({ of }: { of: Statement }) {
    return (
        <span>
            Read as:{' '}
            {of.stated
                ? of.codes.map((c, i) => (
                      <span key={c.code}>
                          {i > 0 && ' / '}
                          <strong>{c.code}</strong>
                          {c.state === 'known'
                              ? ` (${c.chemicalName})`
                              : c.state === 'not-in-catalogue'
                                ? ' (not in the catalogue; kept)'
                                : ` (no Colour Index pigment: ${c.likelyMeaning}; kept as written)`}
                      </span>
                  ))
                : 'not stated by the maker'}
        </span>
    );
}
