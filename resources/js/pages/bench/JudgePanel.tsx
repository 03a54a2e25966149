import { newUuid } from '../../api/client';
import type { BenchCard, BenchRow, Session } from '../../api/bench';
import type { Property } from '../../api/types';
import { outbox } from '../../outbox/outbox';

/** The property to be judged next, null when all of the row's are. */
export function openProperty(card: BenchCard, row: BenchRow): Property | null {
    return card.properties.find((p) => !row.verdicts.some((v) => v.mine && v.property === p)) ?? null;
}

/** Words with what they mean; a figure chooses. */
export function JudgePanel({
    session,
    card,
    row,
    onJudge,
}: {
    session: Session;
    card: BenchCard;
    row: BenchRow;
    onJudge: (property: Property, word: string) => void;
}) {
    const open = openProperty(card, row);
    return (
        <div className="grid gap-4 md:grid-cols-3">
            {card.properties.map((property) => {
                const mine = row.verdicts.find((v) => v.mine && v.property === property);
                return (
                    <fieldset key={property} className={`border p-2 ${property === open ? 'border-ink' : 'border-rule'}`}>
                        <legend className="px-1 capitalize font-semibold">{property}</legend>
                        {Object.entries(session.eyeScales[property]).map(([word, meaning], i) => (
                            <button
                                key={word}
                                type="button"
                                aria-pressed={mine?.word === word}
                                onClick={() => onJudge(property, word)}
                                className={[
                                    'w-full text-left min-h-11 px-2 py-1 flex gap-2 items-baseline cursor-pointer',
                                    mine?.word === word ? 'bg-ink text-surround' : 'hover:bg-panel',
                                ].join(' ')}
                            >
                                {property === open && <kbd className="num">{i + 1}</kbd>}
                                <span>
                                    <strong className="font-semibold">{word}</strong>
                                    <span className="block text-sm">{meaning}</span>
                                </span>
                            </button>
                        ))}
                    </fieldset>
                );
            })}
        </div>
    );
}

/** @param settled the names of a blind session are shown: what was said blind stays, and another verdict stands beside it */
export function judge(row: Pick<BenchRow, 'uuid' | 'row' | 'verdicts'>, property: string, word: string, settled: boolean) {
    const own = row.verdicts.find((v) => v.mine && v.property === property && !(v.blind && settled));
    return outbox.add({
        path: `verdicts/${own?.uuid ?? newUuid()}`,
        body: { specimenUuid: row.uuid, property, word, note: own?.note ?? '', checkUuid: null },
        edition: own?.edition ?? null,
        about: `${property} of row ${row.row}: ${word}`,
    });
}
