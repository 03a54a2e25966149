import { PROPERTIES, type CardRow } from '../../api/types';

/** What was said of a row at the bench: what no longer counts, remarks, notes, and where its conditions differ. */
export function Said({ row }: { row: CardRow }) {
    const differing = Object.entries(row.conditions ?? {}).filter(([, c]) => c.own);
    const also = row.verdicts.filter((v) => !(PROPERTIES as readonly string[]).includes(v.property));
    return (
        <span className="block text-sm mt-0.5">
            {row.spoiled?.map((s) => (
                <strong key={s.uuid} className="block font-semibold">
                    {s.property ?? 'whole row'} spoiled: {s.reason}; does not count
                </strong>
            ))}
            {row.remarks?.map((r) => (
                <span key={r.uuid} className="block">
                    {r.word || `“${r.note}”`} <span className="text-soft">{r.by}</span>
                </span>
            ))}
            {also.map((v) => (
                <span key={v.uuid} className="block">
                    <span className="text-soft">{v.property}</span> {v.word}{' '}
                    <span className="text-soft">
                        {v.by}
                        {v.blind && ', blind'}
                    </span>
                </span>
            ))}
            {row.byHand?.map((r) => (
                <span key={r.uuid} className="block">
                    <span className="text-soft">{r.label}</span> <span className="num">{r.value}</span> {r.unit}{' '}
                    <span className="text-soft">{r.by}</span>
                </span>
            ))}
            {differing.map(([key, c]) => (
                <span key={key} className="block">
                    {c.value}
                    {c.inherited !== null && <span className="text-soft"> instead of {c.inherited}</span>}
                </span>
            ))}
            {(row.photos ?? []).length > 0 && (
                <span className="flex gap-1 mt-1">
                    {row.photos!.map((p) => (
                        <a key={p.uuid} href={`/api/photos/${p.uuid}/preview.webp`} target="_blank" rel="noreferrer">
                            <img src={`/api/photos/${p.uuid}/preview.webp`} alt={`Photograph of row ${row.row}`} className="h-10" />
                        </a>
                    ))}
                </span>
            )}
        </span>
    );
}
