import { newUuid } from '../../api/client';
import type { ByHand, HandField, Verdict } from '../../api/types';
import { outbox } from '../../outbox/outbox';
import { judge } from './JudgePanel';

interface Row {
    uuid: string;
    row: number;
    verdicts: (Verdict & { edition: number; mine: boolean })[];
    byHand?: ByHand[];
}

/** Described scales for what no picture tells, and numbers taken with ruler, timer or by counting; each beside the others' own. */
export function MoreByEye({
    row,
    scales,
    more,
    fields,
    settled,
}: {
    row: Row;
    settled: boolean;
    scales: Record<string, Record<string, string>>;
    more: string[];
    fields: Record<string, HandField>;
}) {
    const measure = (what: string, value: string) => {
        const mine = row.byHand?.find((r) => r.mine && r.what === what);
        if (value !== String(mine?.value ?? '')) {
            void outbox.add({
                path: `hand-readings/${mine?.uuid ?? newUuid()}`,
                body: { specimenUuid: row.uuid, what, value },
                edition: mine?.edition ?? null,
                about: `${fields[what]?.label} of row ${row.row}`,
            });
        }
    };
    return (
        <div className="grid gap-x-4 gap-y-2 sm:grid-cols-2 lg:grid-cols-3 text-sm">
            {more.map((property) => {
                const mine = row.verdicts.findLast((v) => v.mine && v.property === property);
                const others = row.verdicts.filter((v) => !v.mine && v.property === property);
                return (
                    <label key={property} className="block first-letter:uppercase">
                        {property}
                        <select
                            className="block w-full min-h-11"
                            value={mine?.word ?? ''}
                            onChange={(e) => e.target.value && void judge(row, property, e.target.value, settled)}
                        >
                            {mine === undefined && <option value="">not judged</option>}
                            {Object.entries(scales[property] ?? {}).map(([word, meaning]) => (
                                <option key={word} value={word}>
                                    {word}: {meaning}
                                </option>
                            ))}
                        </select>
                        {others.map((v) => (
                            <span key={v.uuid} className="block text-soft">
                                {v.by}: {v.word}
                            </span>
                        ))}
                    </label>
                );
            })}
            {Object.entries(fields).map(([what, field]) => {
                const mine = row.byHand?.find((r) => r.mine && r.what === what);
                const others = row.byHand?.filter((r) => !r.mine && r.what === what) ?? [];
                return (
                    <label key={what} className="block" title={field.how}>
                        {field.label}, {field.unit}
                        <input
                            key={mine?.value ?? ''}
                            className="block w-full min-h-11"
                            inputMode="decimal"
                            defaultValue={mine?.value ?? ''}
                            placeholder={`${field.range[0]} to ${field.range[1]}`}
                            onBlur={(e) => measure(what, e.target.value.trim())}
                        />
                        <span className="block text-soft">{field.how}</span>
                        {others.map((r) => (
                            <span key={r.uuid} className="block">
                                {r.by}: {r.value} {r.unit}
                            </span>
                        ))}
                    </label>
                );
            })}
        </div>
    );
}
