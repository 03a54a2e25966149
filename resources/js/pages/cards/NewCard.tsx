import { useQuery, useQueryClient } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useState, type FormEvent } from 'react';
import { Link, useNavigate, useSearchParams } from '../../router';
import { get, put } from '../../api/client';
import type { MixBench } from '../../api/mixes';
import type { Card, Paint, Pan } from '../../api/types';
import { today, day } from '../../components/paint/words';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { BlockChooser, useRoom } from './BlockChooser';
import { PaperField, usePaper } from './PaperField';
import { ProtocolOptions } from './ProtocolOptions';

type PanOfPaint = Pan & { paint: Paint };

/** Rows of a fade card, and of a test card whose room is not known yet. */
const MOST = 6;

export function NewCard() {
    const pans = useQuery({ queryKey: keys.pans(), queryFn: () => get<{ pans: PanOfPaint[] }>('pans') });
    const [query] = useSearchParams();
    const [open, setOpen] = useState(query.has('make'));
    const [wanted, setChosen] = useState<string[]>(query.get('pans')?.split(',') ?? []);
    // An address may name pans that are used up by now, or not one's own.
    const chosen = pans.data === undefined ? wanted : wanted.filter((uuid) => pans.data.pans.some((p) => p.uuid === uuid));
    const [filter, setFilter] = useState('');
    const [kind, setKind] = useState('property');
    const [blocks, setBlocks] = useState<string | null>(query.get('blocks'));
    const paper = usePaper();
    const { error, saving } = useSaving();
    const room = useRoom(kind === 'property' ? (blocks ?? paper.data?.usualBlocks ?? '') : '');
    const most = kind === 'property' ? (room.data?.rows ?? MOST) : MOST;
    const go = useNavigate();
    const queries = useQueryClient();
    if (!open) {
        return (
            <button type="button" className="button my-3" data-main onClick={() => setOpen(true)}>
                Make a card
            </button>
        );
    }
    const words = filter.trim().toLowerCase();
    const shown = (pans.data?.pans ?? []).filter(
        (p) => words === '' || `${p.paint.colourName} ${p.paint.maker} ${p.paint.statement.text}`.toLowerCase().includes(words),
    );
    const toggle = (uuid: string) =>
        setChosen((now) => (now.includes(uuid) ? now.filter((u) => u !== uuid) : now.length < most ? [...now, uuid] : now));
    function make(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const form = Object.fromEntries(new FormData(e.currentTarget));
        return saving(async (fresh) => {
            const paperUuid = await paper.save(form);
            const card = await put<Card>(`cards/${fresh()}`, {
                kind: form.kind,
                title: form.title,
                paperUuid,
                side: form.side,
                note: form.note,
                pans: chosen,
                lifting: form.lifting,
                paint: form.paint,
                quality: form.quality,
                blocks: kind === 'property' ? blocks : null,
            });
            void queries.invalidateQueries({ queryKey: keys.cards() });
            void go(`/cards/${card.uuid}`);
        });
    }
    return (
        <form onSubmit={(e) => void make(e)} className="my-3 border-y border-ink py-4" aria-label="Make a card">
            <div className="flex flex-wrap gap-3 items-end">
                <label className="text-sm">
                    Kind
                    <select className="block" name="kind" value={kind} onChange={(e) => setKind(e.target.value)}>
                        <option value="property">test card: bench tests</option>
                        <option value="fade">fade card: kept and exposed pieces</option>
                    </select>
                </label>
                <label className="text-sm grow max-w-md">
                    Title
                    <input
                        className="block w-full"
                        name="title"
                        defaultValue={`Card of ${day(today())}`}
                        required
                        onFocus={(e) => e.currentTarget.select()}
                    />
                </label>
                <PaperField paper={paper} />
                {kind === 'property' && (
                    <label className="text-sm">
                        Lifting
                        <select className="block" name="lifting">
                            <ProtocolOptions of={paper.data?.lifting} />
                        </select>
                    </label>
                )}
                <label className="text-sm">
                    State of the paint
                    <select className="block" name="paint">
                        <ProtocolOptions of={paper.data?.paint} unsaid />
                    </select>
                </label>
                <label className="text-sm">
                    Quality of the paper
                    <select className="block" name="quality">
                        <ProtocolOptions of={paper.data?.quality} unsaid />
                    </select>
                </label>
            </div>
            {kind === 'property' && paper.data !== undefined && (
                <BlockChooser kinds={paper.data.blocks} value={blocks ?? paper.data.usualBlocks} onChange={setBlocks} />
            )}
            <label className="text-sm block mt-2 max-w-2xl">
                Note
                <input className="block w-full" name="note" />
            </label>
            <div className="mt-4 grid gap-6 md:grid-cols-2">
                <div>
                    <label className="text-sm">
                        My pans{' '}
                        <input
                            className="ml-2"
                            type="search"
                            placeholder="code, name, maker"
                            value={filter}
                            onChange={(e) => setFilter(e.target.value)}
                        />
                    </label>
                    <ul className="mt-2 max-h-72 overflow-auto border border-rule" tabIndex={0} aria-label="Pans to choose from">
                        {shown.map((p) => (
                            <li key={p.uuid} className="border-b border-rule">
                                <label className="flex gap-3 items-center px-2 min-h-11 cursor-pointer">
                                    <input
                                        type="checkbox"
                                        checked={chosen.includes(p.uuid)}
                                        disabled={!chosen.includes(p.uuid) && chosen.length >= most}
                                        onChange={() => toggle(p.uuid)}
                                    />
                                    <span>
                                        <strong>{p.paint.colourName}</strong>, {p.paint.maker} · {p.paint.statement.text}{' '}
                                        <span className="text-sm text-soft">{[p.form, p.place].filter(Boolean).join(', ')}</span>
                                    </span>
                                </label>
                            </li>
                        ))}
                        {pans.data?.pans.length === 0 && <li className="p-3">You have no pans yet. Record them under Paints.</li>}
                    </ul>
                </div>
                <div>
                    <h2>
                        Rows ({chosen.length} of {most})
                    </h2>
                    <ol className="mt-2 list-decimal pl-6">
                        {chosen.map((uuid) => {
                            const p = pans.data?.pans.find((x) => x.uuid === uuid);
                            return (
                                <li key={uuid} className="py-1">
                                    {p?.paint.colourName}, {p?.paint.maker}{' '}
                                    <button type="button" className="link text-sm" onClick={() => toggle(uuid)}>
                                        take out
                                    </button>
                                </li>
                            );
                        })}
                    </ol>
                    {kind === 'property' && (blocks ?? '').split(',').some((b) => b.startsWith('mix')) && (
                        <AddPartners chosen={chosen} most={most} onChoose={setChosen} />
                    )}
                    {chosen.length > most && (
                        <p className="font-semibold">
                            A sheet with these blocks has room for {most === 1 ? 'one paint' : `${most} paints`}: take{' '}
                            {chosen.length - most} out, or blocks off.
                        </p>
                    )}
                    {chosen.length === 0 && (
                        <p className="text-soft">Choose {most === 1 ? 'one pan' : `one to ${most} pans`}, in the order of the rows.</p>
                    )}
                </div>
            </div>
            <Problem error={error} />
            <div className="flex gap-3 mt-4">
                <button className="button" data-main disabled={chosen.length === 0 || chosen.length > most}>
                    Make the card
                </button>
                <button type="button" className="button" onClick={() => setOpen(false)}>
                    Close
                </button>
            </div>
        </form>
    );
}

/** On a card with mixes every row is mixed with the first; one's partners go below it in one step. */
function AddPartners({ chosen, most, onChoose }: { chosen: string[]; most: number; onChoose: (pans: string[]) => void }) {
    const bench = useQuery({ queryKey: keys.mixes(), queryFn: () => get<MixBench>('mixes') });
    const partners = (bench.data?.partners ?? []).flatMap((p) =>
        p.pan === null || !p.pan.atHand || chosen.includes(p.pan.uuid) ? [] : [p.pan.uuid],
    );
    const gone = (bench.data?.partners ?? []).flatMap((p) => (p.pan === null || p.pan.atHand ? [] : [p.pan.name]));
    return (
        <p className="my-2">
            Every row is mixed with row 1.{' '}
            {partners.length > 0 ? (
                <button
                    type="button"
                    className="link"
                    disabled={chosen.length === 0 || chosen.length >= most}
                    onClick={() => onChoose([...chosen, ...partners].slice(0, most))}
                >
                    Add my partners{chosen.length === 0 && ' (choose the first row before)'}
                    {chosen.length + partners.length > most && `: ${Math.max(0, most - chosen.length)} of ${partners.length} have room`}
                </button>
            ) : gone.length > 0 ? null : (
                <span className="text-soft">
                    Partners that everything is mixed with are chosen under <Link to="/mixes">Mixes</Link>.
                </span>
            )}
            {gone.length > 0 && (
                <>
                    {' '}
                    {gone.join(', ')} {gone.length === 1 ? 'is' : 'are'} used up: choose another pan under <Link to="/mixes">Mixes</Link>.
                </>
            )}
        </p>
    );
}
