import { Link } from '../../router';
import type { PaintPage, PanTest } from '../../api/types';
import { day } from '../../components/paint/words';
import { Wide } from '../../components/ui/Wide';
import { Spoil } from '../cards/Spoil';

/** Every test of one's pans, none dropped: spread of the repeats, what lies further apart than it may, what no longer counts. */
export function TestsSideBySide({ paint, onSaved }: { paint: PaintPage; onSaved: () => void }) {
    return (
        <section className="border-t border-rule py-3">
            <h2>Tests side by side</h2>
            <Wide label="Tests">
                <table className="w-full min-w-[640px] mt-1 text-sm">
                    <thead>
                        <tr className="border-b border-ink">
                            <th className="py-1 pr-3">Property</th>
                            <th className="pr-3">Tests</th>
                            <th>Repeats</th>
                        </tr>
                    </thead>
                    <tbody>
                        {paint.tests.flatMap((t) =>
                            t.properties.map((p) => (
                                <tr key={t.pan + p.property} className="border-b border-rule align-top">
                                    <td className="py-1.5 pr-3 capitalize">
                                        {p.property}
                                        <span className="block text-soft normal-case">{p.quantity}</span>
                                    </td>
                                    <td className="py-1.5 pr-3">
                                        <ul>
                                            {p.tests.map((one) => (
                                                <li key={one.specimen + one.on} className="flex flex-wrap gap-x-3 items-baseline">
                                                    <span className={`num ${one.spoiled ? 'line-through' : ''}`}>{said(one)}</span>
                                                    <Link to={`/cards/${one.card}`}>{one.title}</Link>
                                                    <span className="text-soft">
                                                        {day(one.on)}
                                                        {p.tests.some((t) => t.protocol !== one.protocol) &&
                                                            one.protocol &&
                                                            `, ${one.protocol}`}
                                                    </span>
                                                    <Spoil
                                                        specimen={one.specimen}
                                                        property={p.property}
                                                        reasons={paint.spoiledReasons}
                                                        spoiled={
                                                            one.spoiled !== null && one.spoilingUuid !== null
                                                                ? { uuid: one.spoilingUuid, reason: one.spoiled }
                                                                : null
                                                        }
                                                        onDone={onSaved}
                                                    />
                                                </li>
                                            ))}
                                        </ul>
                                    </td>
                                    <td className="py-1.5">
                                        {p.spread === null ? (
                                            <span className="text-soft">{p.counted === 1 ? 'one test' : 'none counts'}</span>
                                        ) : (
                                            <>
                                                spread <span className="num">{p.spread.toPrecision(2)}</span> over {p.counted}
                                            </>
                                        )}
                                        {p.apart !== null && (
                                            <strong className="block font-semibold">
                                                {day(p.apart[0].on)} and {day(p.apart[1].on)} differ by more than their uncertainty:{' '}
                                                <Link to={`/bench/new?pans=${t.pan}`}>retest</Link>
                                            </strong>
                                        )}
                                    </td>
                                </tr>
                            )),
                        )}
                    </tbody>
                </table>
            </Wide>
        </section>
    );
}

function said(test: PanTest): string {
    return test.text ?? test.status.replace('-', ' ');
}
