import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { get } from '../../api/client';
import { Problem } from '../../components/ui/states';
import type { BlockKind } from './PaperField';

interface Chosen {
    kind: string;
    count: number | null;
}

/** How many paints a sheet with these blocks has room for. */
export function useRoom(blocks: string) {
    return useQuery({
        queryKey: keys.cardRoom(blocks),
        queryFn: () => get<{ rows: number }>(`card-room?blocks=${encodeURIComponent(blocks)}`),
        enabled: blocks !== '',
        retry: false,
        placeholderData: (before) => before,
    });
}

/** Which tests a card consists of, in which order, with the sheet as it will be printed and the room it has. */
export function BlockChooser({ kinds, value, onChange }: { kinds: BlockKind[]; value: string; onChange: (blocks: string) => void }) {
    const chosen: Chosen[] = value
        .split(',')
        .filter((b) => b !== '')
        .map((b) => {
            const [kind = '', count] = b.split(':');
            return { kind, count: count === undefined ? null : Number(count) };
        });
    const room = useRoom(value);
    const set = (blocks: Chosen[]) => onChange(blocks.map((b) => (b.count === null ? b.kind : `${b.kind}:${b.count}`)).join(','));
    const rows = room.data?.rows ?? 0;
    return (
        <details className="mt-3 border-t border-rule">
            <summary className="min-h-11 flex items-center cursor-pointer">
                What is on the card: {chosen.map((c) => kinds.find((k) => k.kind === c.kind)?.words ?? c.kind).join(', ')}
                {room.data !== undefined &&
                    ` · room for ${rows === 0 ? 'no paint: take something off' : rows === 1 ? 'one paint' : `${rows} paints`} a sheet`}
            </summary>
            <div className="grid gap-6 lg:grid-cols-[26rem_1fr]">
                <ul aria-label="Blocks of the card">
                    {kinds.map((kind) => {
                        const at = chosen.findIndex((c) => c.kind === kind.kind);
                        const one = chosen[at];
                        return (
                            <li key={kind.kind} className="flex items-center gap-x-3 min-h-11 border-b border-rule">
                                <label className="flex gap-3 items-center grow min-w-0 cursor-pointer min-h-11">
                                    <input
                                        type="checkbox"
                                        className="shrink-0"
                                        checked={at >= 0}
                                        onChange={(e) =>
                                            set(
                                                e.target.checked
                                                    ? [...chosen, { kind: kind.kind, count: kind.counts?.[1] ?? null }]
                                                    : chosen.filter((c) => c.kind !== kind.kind),
                                            )
                                        }
                                    />
                                    <span>
                                        <span className="font-medium">{kind.words}</span>
                                        <span className="block text-sm text-soft leading-tight">{kind.tells}</span>
                                    </span>
                                </label>
                                {one !== undefined && kind.counts !== null && (
                                    <label className="text-sm whitespace-nowrap">
                                        fields{' '}
                                        <input
                                            type="number"
                                            className="w-16"
                                            min={kind.counts[0]}
                                            max={kind.counts[2]}
                                            value={one.count ?? kind.counts[1]}
                                            onChange={(e) =>
                                                e.target.validity.valid &&
                                                set(chosen.map((c) => (c.kind === kind.kind ? { ...c, count: Number(e.target.value) } : c)))
                                            }
                                        />
                                    </label>
                                )}
                                {at > 0 && (
                                    <button
                                        type="button"
                                        className="link text-sm"
                                        aria-label={`${kind.words} earlier`}
                                        onClick={() => set([...chosen.slice(0, at - 1), one!, chosen[at - 1]!, ...chosen.slice(at + 1)])}
                                    >
                                        earlier
                                    </button>
                                )}
                                {at >= 0 && (
                                    <span className="num text-sm text-soft w-5 text-right" aria-label="place on the card">
                                        {at + 1}
                                    </span>
                                )}
                            </li>
                        );
                    })}
                </ul>
                <div>
                    <Problem error={room.error} />
                    {value !== '' && rows > 0 && (
                        <img
                            className="block w-full border border-rule bg-white"
                            src={`/api/card-sample.svg?blocks=${encodeURIComponent(value)}&rows=${rows}`}
                            alt={`The sheet with these blocks and ${rows} rows`}
                        />
                    )}
                    {(value === '' || rows === 0) && (
                        <p className="hatched p-6">
                            <span className="bg-surround px-1">
                                {value === ''
                                    ? 'Choose at least one block.'
                                    : 'These blocks do not fit on one sheet, even for one paint. Take some of them off.'}
                            </span>
                        </p>
                    )}
                </div>
            </div>
        </details>
    );
}
