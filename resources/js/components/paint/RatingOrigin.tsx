import { Link } from '../../router';
import type { CellRead, PropertyBeside, Rating } from '../../api/types';
import { Simulated } from './Simulated';
import { classWords, day } from './words';

/** Where a rating comes from: card, cells, numbers, formula and scale version. */
export function RatingOrigin({ beside, rating, cells }: { beside?: PropertyBeside; rating: Rating | null; cells?: CellRead[] }) {
    return (
        <div className="bg-panel p-3 text-sm grid gap-x-8 gap-y-2 md:grid-cols-3">
            <div>
                <h3 className="font-semibold">Measured</h3>
                {rating === null ? <p>{beside?.without?.reason ?? 'No picture was measured for this.'}</p> : <Derivation rating={rating} />}
            </div>
            <div>
                <h3 className="font-semibold">Numbers</h3>
                {rating === null ? <p>None.</p> : <Numbers of={rating.numbers} />}
                {rating !== null &&
                    (cells === undefined ? (
                        <p className="mt-2">
                            {rating.cells.length} cells:{' '}
                            {rating.cells.length > 4 ? `${rating.cells[0]} to ${rating.cells.at(-1)}` : rating.cells.join(', ')}. The card
                            shows each.
                        </p>
                    ) : (
                        <Cells of={cells.filter((c) => rating.cells.includes(c.id))} />
                    ))}
            </div>
            {beside !== undefined && (
                <div>
                    <h3 className="font-semibold">Claimed and judged</h3>
                    {beside.claims.map((c) => (
                        <p key={c.uuid}>
                            Maker: “{c.words}”{c.scale ? ` (${c.scale})` : ', on no known scale'}, read {day(c.readOn)}.{' '}
                            {claimWords(c.check, c.classes)}
                        </p>
                    ))}
                    {beside.claims.length === 0 && <p>No claim is recorded.</p>}
                    {beside.verdicts.map((v) => (
                        <p key={v.uuid}>
                            By eye{v.blind ? ', blind' : ''}, {v.by}, {day(v.on)}: {v.word}
                            {v.note ? ` (${v.note})` : ''}.
                            {v.check === 'contradicted' && ' Eye and picture disagree: look again, or repeat the test.'}
                        </p>
                    ))}
                    {beside.verdicts.length === 0 && <p>No eye verdict is recorded.</p>}
                </div>
            )}
        </div>
    );
}

function claimWords(check: string, classes: string[]): string {
    const meaning = classes.length > 0 ? `It stands for ${classes.join(' or ')}.` : '';
    return check === 'contradicted'
        ? `${meaning} No class within the measured 95 % range fits.`
        : check === 'agrees'
          ? `${meaning} The measurement agrees.`
          : check === 'open'
            ? `${meaning} The measurement leaves it open.`
            : meaning;
}

function Derivation({ rating }: { rating: Rating }) {
    return (
        <>
            {rating.status === 'measured' ? (
                <p>
                    {rating.classes.length > 0 && `${classWords(rating)}: `}
                    {rating.quantity} <span className="num">{rating.text ?? ''}</span>
                    {rating.atDeposit !== null && (
                        <>
                            {' '}
                            at deposit <span className="num">{rating.atDeposit.toFixed(2)}</span>
                        </>
                    )}
                    .{rating.classes95.length > 0 && ` Within 95 %: ${rating.classes95.join(', ')}.`}
                </p>
            ) : null}
            {rating.ofPicture && rating.ofPicture !== rating.said && (
                <p>
                    This picture by itself: {rating.ofPicture}. Another card of the paint may lie as far off as cards usually do; that is
                    included above.
                </p>
            )}
            {rating.status === 'measured' && rating.chances && Object.keys(rating.chances).length > 1 && (
                <p>
                    Chances:{' '}
                    {Object.entries(rating.chances)
                        .filter(([, p]) => p >= 0.01)
                        .sort((a, b) => b[1] - a[1])
                        .map(([c, p]) => `${c} ${Math.round(100 * p)} %`)
                        .join(', ')}
                    .
                </p>
            )}
            {rating.status === 'measured' ? null : <p>{rating.reason}</p>}
            {rating.pooled !== undefined && (
                <p>
                    Pooled over {rating.pooled.pictures} pictures of this painting; a single one scatters by{' '}
                    <span className="num">{rating.pooled.spread.toPrecision(2)}</span>, and the newest by itself says{' '}
                    <span className="num">{rating.ofThisPicture?.value.toPrecision(3)}</span>.
                </p>
            )}
            {rating.otherwise !== undefined && rating.otherwise.length > 0 && (
                <p>
                    Another picture of this card says{' '}
                    <span className="num">{rating.otherwise.map((o) => o.value.toPrecision(3)).join(', ')}</span>. They cannot be of the
                    same painting, so neither takes the other’s place.
                </p>
            )}
            {rating.card?.simulated && (
                <p>
                    <Simulated /> A practice picture: no paint was read.
                </p>
            )}
            {rating.remarks.map((r) => (
                <p key={r}>Remark: {r}.</p>
            ))}
            {rating.formula !== '' && <p className="mt-1">Formula: {rating.formula}</p>}
            {rating.limits && (
                <p className="mt-1">
                    Limits:{' '}
                    {Object.entries(rating.limits)
                        .map(([c, v]) => (v === null ? c : `${c} < ${v}`))
                        .join(' ≤ ')}
                </p>
            )}
            {rating.protocol && (
                <p className="mt-1">
                    Protocol: <Link to={`/protocols#${rating.protocol.split(' ')[0]}`}>{rating.protocol}</Link>, how to repeat it.
                </p>
            )}
            {rating.earlier?.map((e) => (
                <p key={`${e.scale} ${e.rules}`} className="mt-1">
                    Earlier, by {e.scale} with rules {e.rules}: {e.told ?? 'nothing'}. It no longer holds.
                </p>
            ))}
            <p className="mt-1">
                Scale: {rating.scale}, <Link to={`/methods#${rating.property.replaceAll(' ', '-')}`}>how it is measured</Link>.
                {rating.card && (
                    <>
                        {' '}
                        Card: <Link to={`/${rating.card.mayChange ? 'cards' : 'records'}/${rating.card.uuid}`}>{rating.card.title}</Link>,
                        row <span className="num">{rating.row}</span>.
                    </>
                )}
            </p>
        </>
    );
}

/** The numbers that went in and came out on the way, one level of nesting laid flat. */
function Numbers({ of }: { of: Record<string, unknown> }) {
    const lines = Object.entries(of).filter(([key]) => key !== 'byDepth');
    const byDepth = Array.isArray(of.byDepth)
        ? (of.byDepth as { step: number; deposit: number | null; body: number; uncertainty: number }[])
        : [];
    return (
        <>
            <dl className="grid grid-cols-[auto_1fr] gap-x-3">
                {lines.map(([key, value]) => (
                    <div key={key} className="contents">
                        <dt>{spaced(key)}</dt>
                        <dd className="num self-center">{shown(value)}</dd>
                    </div>
                ))}
            </dl>
            {byDepth.length > 0 && (
                <table className="mt-2">
                    <caption className="text-left">Body by depth</caption>
                    <tbody>
                        {byDepth.map((d) => (
                            <tr key={d.step}>
                                <td className="num pr-3">{d.deposit === null ? 'too dark' : d.deposit.toFixed(2)}</td>
                                <td className="num">
                                    {d.body.toFixed(4)} ±{d.uncertainty.toFixed(4)}
                                </td>
                            </tr>
                        ))}
                    </tbody>
                </table>
            )}
        </>
    );
}

function Cells({ of }: { of: CellRead[] }) {
    return (
        <table className="mt-2">
            <caption className="text-left">Cells</caption>
            <thead>
                <tr>
                    <th className="pr-3">Cell</th>
                    <th className="pr-3">L* a* b*</th>
                    <th className="pr-3">Deposit r g b</th>
                    <th>Samples</th>
                </tr>
            </thead>
            <tbody>
                {of.map((c) => (
                    <tr key={c.id}>
                        <td className="pr-3">{c.id}</td>
                        <td className="num pr-3">{c.lab.map((v) => v.toFixed(1)).join(' ')}</td>
                        <td className="num pr-3">{c.deposit.map((v) => (v === null ? '–' : v.toFixed(2))).join(' ')}</td>
                        <td className="num">{c.pixels}</td>
                    </tr>
                ))}
            </tbody>
        </table>
    );
}

function spaced(key: string): string {
    return key
        .replace(/([A-Z])/g, (c) => ` ${c.toLowerCase()}`)
        .replace(/ mm$/, ', mm')
        .replace(/ mm2$/, ', mm²')
        .replace(/ mlxh$/, ', Mlx h')
        .replace(/ deg$/, ', degrees');
}

function shown(value: unknown): string {
    if (typeof value === 'number') {
        return Math.abs(value) >= 100 ? value.toFixed(0) : value.toPrecision(3);
    }
    if (Array.isArray(value)) {
        return value.map(shown).join(' ');
    }
    if (value !== null && typeof value === 'object') {
        return Object.entries(value)
            .map(([k, v]) => `${spaced(k)} ${shown(v)}`)
            .join(', ');
    }
    return value === null ? 'none' : String(value);
}
