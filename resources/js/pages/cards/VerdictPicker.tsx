import { put } from '../../api/client';
import type { Card, CardRow, Check } from '../../api/types';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

/** An eye verdict in described words, with or without a picture; one's own is changed in place. */
export function VerdictPicker({
    card,
    row,
    property,
    check = null,
    onDone,
}: {
    card: Card;
    row: CardRow;
    /** A rated property, or whatever else has a scale for the eye. */
    property: string;
    check?: Check | null;
    onDone: () => void;
}) {
    // A blind verdict stays once the names are shown; another one is given beside it.
    const settled = card.session?.blind === true && card.session.revealed;
    const own = row.verdicts.findLast(
        (v) => v.property === property && v.mine && (check === null || v.checkUuid === check.uuid) && !(v.blind && settled),
    );
    const { error, saving } = useSaving();
    const words = card.eyeScales[property] ?? {};
    function judge(word: string) {
        return saving(async (fresh) => {
            await put(
                `verdicts/${own?.uuid ?? fresh()}`,
                { specimenUuid: row.uuid, property, word, note: own?.note ?? '', checkUuid: check?.uuid ?? null },
                own?.edition,
            );
            onDone();
        });
    }
    return (
        <div className="no-print mt-1">
            <select
                aria-label={`Eye verdict on ${property} of ${row.paint.colourName}`}
                className="text-sm w-full max-w-64"
                value={own?.word ?? ''}
                onChange={(e) => e.target.value && void judge(e.target.value)}
            >
                <option value="">{own ? '' : 'judge by eye …'}</option>
                {Object.entries(words).map(([word, meaning]) => (
                    <option key={word} value={word}>
                        {word}: {meaning}
                    </option>
                ))}
            </select>
            <Problem error={error} />
        </div>
    );
}
