import { useState, type ReactNode } from 'react';
import { Link } from '../../router';
import type { CardRow, CellRead, Property, PropertyBeside, Quantity, Rating } from '../../api/types';
import { RatingCell } from '../../components/paint/RatingCell';
import { RatingOrigin } from '../../components/paint/RatingOrigin';
import { StripCanvas } from '../../components/paint/StripCanvas';
import { Wide } from '../../components/ui/Wide';
import { MoreOfTheRow } from './MoreOfTheRow';
import { Said } from './Said';

/** Rows of a card with claimed, measured and judged side by side; each opens to where it comes from. */
export function RowResults({
    rows,
    unshown = false,
    cells,
    classes,
    properties,
    extra,
}: {
    rows: CardRow[];
    unshown?: boolean;
    cells?: CellRead[];
    classes: Record<Property, string[]>;
    properties: Property[];
    extra?: (row: CardRow, property: Property) => ReactNode;
}) {
    const painted = rows.some((r) => r.strip?.ladder);
    const [open, setOpen] = useState<{ row: number; property: Quantity } | null>(null);
    return (
        <Wide label="Results by row">
            <table className="w-full min-w-[860px] mt-4">
                <thead>
                    <tr className="border-b border-ink">
                        <th className="py-1 w-52">Row</th>
                        {painted && <th className="w-[36%]">Strip</th>}
                        {properties.map((p) => (
                            <th key={p} className="capitalize">
                                {p}
                            </th>
                        ))}
                    </tr>
                </thead>
                {rows.map((row) => {
                    const shown = open?.row === row.row ? open.property : null;
                    const rating = shown === null ? null : (row.ratings.find((r) => r.property === shown) ?? null);
                    return (
                        <tbody key={row.uuid} className="keep-together">
                            <tr className="border-b border-rule align-top">
                                <th scope="row" className="py-2 pr-3 font-normal leading-tight">
                                    <span className="num">{row.row}</span>{' '}
                                    {row.paint.uuid === '' ? (
                                        <strong className="font-semibold">{row.paint.colourName}</strong>
                                    ) : (
                                        <Link to={`/paints/${row.paint.uuid}`} className="font-semibold">
                                            {row.paint.colourName}
                                        </Link>
                                    )}
                                    <span className="block text-sm">
                                        {row.paint.maker} · {row.paint.statement.text}
                                    </span>
                                    <span className="block text-sm text-soft">
                                        {row.pan !== null &&
                                            [
                                                row.pan.form,
                                                row.pan.batch && `batch ${row.pan.batch}`,
                                                row.pan.formulation &&
                                                    `formulation of ${row.pan.formulation.since ?? 'unknown date'}: ` +
                                                        row.pan.formulation.statement.text,
                                            ]
                                                .filter(Boolean)
                                                .join(', ')}
                                    </span>
                                    {row.codeWord && row.pan !== null && (
                                        <span className="block text-sm text-soft">was “{row.codeWord}” while blind</span>
                                    )}
                                    <Said row={row} />
                                </th>
                                {painted && (
                                    <td className="py-2 pr-4">
                                        <StripCanvas strip={row.strip} label={`Strip of ${row.paint.colourName}`} height={84} />
                                        <MoreOfTheRow
                                            ratings={row.ratings}
                                            open={shown}
                                            label={row.paint.colourName}
                                            onToggle={(q) => setOpen(shown === q ? null : { row: row.row, property: q })}
                                        />
                                    </td>
                                )}
                                {properties.map((p) => (
                                    <td key={p} className="py-2 pr-3">
                                        <RatingCell
                                            beside={besideOf(row, p, classes, unshown)}
                                            open={shown === p}
                                            label={`${p} of ${row.paint.colourName}`}
                                            onToggle={() => setOpen(shown === p ? null : { row: row.row, property: p })}
                                        />
                                        {extra?.(row, p)}
                                    </td>
                                ))}
                            </tr>
                            {shown !== null && (
                                <tr>
                                    <td colSpan={properties.length + (painted ? 2 : 1)}>
                                        <RatingOrigin beside={besideOf(row, shown, classes, unshown)} rating={rating} cells={cells} />
                                    </td>
                                </tr>
                            )}
                        </tbody>
                    );
                })}
            </table>
        </Wide>
    );
}

function besideOf(row: CardRow, property: Quantity, classes: Record<Property, string[]>, unshown: boolean): PropertyBeside {
    const rating: Rating | undefined = row.ratings.find((r) => r.property === property);
    const measured = rating?.status === 'measured' ? rating : null;
    return {
        classes: property in classes ? classes[property as Property] : [],
        measured,
        without: unshown
            ? { status: 'unshown', reason: null }
            : measured === null && rating
              ? { status: rating.status, reason: rating.reason }
              : null,
        // What one row says is not what all tests of the paint say.
        pooled: null,
        tests: measured === null ? 0 : 1,
        claims: row.claims.filter((c) => c.property === property),
        verdicts: row.verdicts.filter((v) => v.property === property),
    };
}
