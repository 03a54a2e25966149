import { Term } from '../../components/ui/Term';
import { Follow } from '../ledger/Follow';
import { useQuery, useQueryClient } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { Fragment, useState, type FormEvent } from 'react';
import { Link, useParams } from '../../router';
import { get, put, remove } from '../../api/client';
import { PROPERTIES, type PaintPage as Page, type PooledTests, type Property, type Rating } from '../../api/types';
import { Light, Scale } from '../../components/paint/RatingCell';
import { RatingOrigin } from '../../components/paint/RatingOrigin';
import { OddTests } from '../../components/paint/OddTests';
import { Simulated } from '../../components/paint/Simulated';
import { Spoken } from '../../components/paint/Spoken';
import { StripCanvas } from '../../components/paint/StripCanvas';
import { classWords, day, stripWords, today } from '../../components/paint/words';
import { Wide } from '../../components/ui/Wide';
import { Cautions, Loading, Problem } from '../../components/ui/states';
import { useTitle } from '../../components/ui/useTitle';
import { useSession } from '../../components/ui/useSession';
import { SwatchEntry } from '../swatches/SwatchEntry';
import { ClaimScaleForm } from './ClaimScaleForm';
import { Formulations } from './Formulations';
import { ByWhom, Known, TestNext } from './Known';
import { Decided } from './Decided';
import { Studies } from './Studies';
import { Codes } from './PaintsPage';
import { Nearest } from './Nearest';
import { Pans } from './Pans';
import { TestsSideBySide } from './TestsSideBySide';
import { Twins } from './Twins';
import { useSaving } from '../../components/ui/useSaving';

export default function PaintPage() {
    const uuid = useParams().uuid ?? '';
    const person = useSession();
    const [open, setOpen] = useState<Property | null>(null);
    const { data, error, refetch } = useQuery({ queryKey: keys.paint(uuid), queryFn: () => get<Page>(`paints/${uuid}`) });
    useTitle(data?.colourName);
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the paint" />;
    }
    return (
        <>
            <Title paint={data} onSaved={() => void refetch()} />
            <Decided paint={data} onSaved={() => void refetch()} />
            <Cautions of={data.statement.cautions} />
            {!onCards(data) && data.swatches.length === 0 && (
                <p className="text-xl my-2">
                    Not measured: it has not been on a card yet.{' '}
                    {data.pans[0] !== undefined && (
                        <Link className="button" to={`/bench/new?pans=${data.pans[0].uuid}`}>
                            Test it
                        </Link>
                    )}
                </p>
            )}
            {onCards(data) && (
                <Spoken of={data.spoken} paints={[data.uuid]} open={open} onOpen={(p) => setOpen(open === p ? null : (p as Property))} />
            )}
            {data.unlikely !== null && (
                <p role="note" className="border-l-4 border-ink pl-3 my-2 max-w-prose">
                    Its hue lies <span className="num">{Math.round(data.unlikely)}°</span> from every other paint of {data.statement.text}:
                    perhaps another pigment, a slip in the code, or another pan than was meant.
                </p>
            )}
            <div className="my-4">
                <StripCanvas strip={data.strip} label={stripWords(data)} height={data.strip === null ? 32 : 110} />
            </div>
            {data.odd.length > 0 && (
                <section aria-label="Odd tests" className="my-3">
                    <OddTests tests={data.odd} onSaved={() => void refetch()} />
                </section>
            )}
            {!onCards(data) && <Swatches paint={data} onSaved={() => void refetch()} />}
            <Rated paint={data} open={open} onOpen={(p) => setOpen(open === p ? null : p)} onSaved={() => void refetch()} />
            <Printed paint={data} />
            <TestNext paint={data} />
            {data.strip?.ladder != null && <Nearest paint={data} />}
            {onCards(data) && <Swatches paint={data} onSaved={() => void refetch()} />}
            <Known paint={data} />
            <WithMedium paint={data} />
            <Studies paint={data} onSaved={() => void refetch()} />
            {person && <Pans paint={data} onSaved={() => void refetch()} />}
            {(data.alsoJudged.length > 0 || data.byHand.length > 0) && (
                <section className="border-t border-rule py-3">
                    <h2>Also seen</h2>
                    <ul className="columns-1 md:columns-2">
                        {data.alsoJudged.map((v) => (
                            <li key={v.uuid}>
                                <span className="text-soft">{v.property}</span> {v.word}{' '}
                                <span className="text-sm text-soft">
                                    by eye{v.blind && ', blind'}, {v.by}, {day(v.on)}
                                </span>
                            </li>
                        ))}
                        {data.byHand.map((r) => (
                            <li key={r.uuid}>
                                <span className="text-soft">{r.label.toLowerCase()}</span> <span className="num">{r.value}</span> {r.unit}{' '}
                                <span className="text-sm text-soft">
                                    by hand, {r.by}, {day(r.on)}
                                </span>
                            </li>
                        ))}
                    </ul>
                </section>
            )}
            {data.tests.length > 0 && <TestsSideBySide paint={data} onSaved={() => void refetch()} />}
            {person && <Formulations paint={data} onSaved={() => void refetch()} />}
            {person && <ClaimScaleForm paint={data} onSaved={() => void refetch()} />}
            {person && <Twins paint={data} onSaved={() => void refetch()} />}
        </>
    );
}

/** The numbers behind a word: of its tests, of one more card, and of every value where tests are not told as one. */
function Numbers({ of, pooled }: { of: Rating; pooled: PooledTests | null }) {
    return (
        <>
            <p className="my-1">
                {of.property === 'staining' && <Term of="residue" />}
                {of.property === 'transparency' && <Term of="veil" />} <span className="num">{of.text}</span>{' '}
                {of.card?.simulated && <Simulated />}
                {pooled !== null && (
                    <>
                        ; <Term of="one more card">one more card</Term>: likely <span className="num">{pooled.anotherText}</span>
                    </>
                )}
                {of.light?.category != null && (
                    <>
                        ; <Term of="category">category</Term>: {of.light.category}
                    </>
                )}
            </p>
            {of.values !== undefined && (
                <ul className="my-1">
                    {of.values.map((v) => (
                        <li key={v.where}>
                            {v.where}: {v.said}, <span className="num">{v.text}</span> ({v.tests === 1 ? 'one test' : `${v.tests} tests`})
                        </li>
                    ))}
                    <li className="text-soft">A third test under one of these would tell more than a mean.</li>
                </ul>
            )}
        </>
    );
}

/** One table of what was rated; a row opens to where it comes from and to what the maker says. */
function Rated({
    paint,
    open,
    onOpen,
    onSaved,
}: {
    paint: Page;
    open: Property | null;
    onOpen: (p: Property) => void;
    onSaved: () => void;
}) {
    const person = useSession();
    return (
        <Wide label="Ratings">
            <table className="w-full min-w-[760px] mt-2">
                <thead>
                    <tr className="border-b border-ink">
                        <th className="py-1 w-36">Property</th>
                        <th>Any card of this paint</th>
                        <th>The maker says</th>
                        <th>By eye</th>
                        <th>Evidence</th>
                        <th />
                    </tr>
                </thead>
                <tbody>
                    {PROPERTIES.map((p) => {
                        const beside = paint.properties[p];
                        const { measured, pooled, without } = beside;
                        return (
                            <Fragment key={p}>
                                <tr className="border-b border-rule align-middle h-11">
                                    <th scope="row" className="font-medium">
                                        <Term of={p}>
                                            <span className="capitalize">{p}</span>
                                        </Term>
                                    </th>
                                    <td className="pr-3">
                                        {measured === null ? (
                                            <span className="text-soft">{without?.reason ?? 'not tested'}</span>
                                        ) : (
                                            <span className="grid grid-cols-[15rem_8rem_1fr] items-center gap-x-3">
                                                <span className="leading-tight">
                                                    <span className="font-medium">{classWords(measured)}</span>
                                                    {measured.light !== undefined && <Light of={measured.light} />}
                                                </span>
                                                <Scale beside={beside} />
                                                <span className="text-soft numbers">
                                                    <span className="num">{measured.text}</span> {measured.card?.simulated && <Simulated />}
                                                </span>
                                            </span>
                                        )}
                                    </td>
                                    <td className="pr-3">
                                        {beside.claims.map((c) => (
                                            <span key={c.uuid} className={`block ${c.check === 'contradicted' ? 'font-semibold' : ''}`}>
                                                {c.words}
                                                {c.check === 'contradicted' && ', contradicted'}
                                                {c.check === 'agrees' && <span className="text-soft">, agrees</span>}
                                            </span>
                                        ))}
                                    </td>
                                    <td className="pr-3">
                                        {beside.verdicts.map((v) => (
                                            <span key={v.uuid} className={`block ${v.check === 'contradicted' ? 'font-semibold' : ''}`}>
                                                {v.word}
                                                {v.blind && ', blind'}
                                            </span>
                                        ))}
                                    </td>
                                    <td className="pr-3 text-soft">
                                        {pooled !== null && (
                                            <>
                                                {pooled.tests === 1 ? 'one test' : `${pooled.tests} tests`},{' '}
                                                {pooled.testers === 1 ? 'one tester' : `${pooled.testers} testers`}
                                                {pooled.off > 0 && `, ${pooled.off} off the others`}
                                                <span className="numbers">
                                                    ; one more card: likely{' '}
                                                    <span className="num whitespace-nowrap">{pooled.anotherText}</span>
                                                </span>
                                            </>
                                        )}
                                    </td>
                                    <td className="text-right">
                                        <button
                                            type="button"
                                            className="link text-sm min-h-11"
                                            aria-expanded={open === p}
                                            onClick={() => onOpen(p)}
                                        >
                                            {open === p ? 'fold' : 'open'}
                                            <span className="sr-only"> {p}</span>
                                        </button>
                                    </td>
                                </tr>
                                {open === p && (
                                    <tr className="border-b border-rule">
                                        <td colSpan={6} className="pb-3">
                                            {measured !== null && <Numbers of={measured} pooled={pooled} />}
                                            {paint.knowledge.rated[p] && <ByWhom of={paint.knowledge.rated[p]} />}
                                            {paint.between[p]?.map((d) => (
                                                <p key={d.what} className="text-sm">
                                                    {d.values.length === 1 && d.values[0] === 'not recorded' ? (
                                                        <>Of its tests the {d.what} was not recorded: </>
                                                    ) : (
                                                        <>
                                                            Its tests differ in <span className="font-medium">{d.what}</span> (
                                                            {d.values.join('; ')}):{' '}
                                                        </>
                                                    )}
                                                    <span className="text-soft">{d.does}.</span>
                                                </p>
                                            ))}
                                            <RatingOrigin beside={beside} rating={measured} />
                                            {person && <ClaimLine paint={paint} property={p} onSaved={onSaved} />}
                                        </td>
                                    </tr>
                                )}
                            </Fragment>
                        );
                    })}
                </tbody>
            </table>
        </Wide>
    );
}

/** What a picture misreads, as it is kept. */
const EFFECTS: Record<string, string[] | null> = {
    'not asked': null,
    neither: [],
    fluorescent: ['fluorescent'],
    shimmering: ['shimmering'],
    both: ['fluorescent', 'shimmering'],
};

function effectOf(effects: string[] | null): string {
    return Object.keys(EFFECTS).find((k) => EFFECTS[k]?.join() === effects?.join()) ?? 'not asked';
}

/** Whether anything of it was tested on a card. */
function onCards(paint: Page): boolean {
    return paint.tests.length > 0 || PROPERTIES.some((p) => paint.properties[p].measured !== null);
}

/** What old swatches of this paint show; they stand by themselves. */
function Swatches({ paint, onSaved }: { paint: Page; onSaved: () => void }) {
    if (paint.swatches.length === 0) {
        return null;
    }
    return (
        <section className="border-t border-ink py-3">
            <h2>Through the pocket frame</h2>
            <p className="text-sm text-soft max-w-prose">
                {onCards(paint)
                    ? 'Swatches of any time: tests of their own kind, never counted together with cards.'
                    : 'Known from swatches only: their colours hold within wide ranges, and nothing of it was tested on a card.'}
            </p>
            <ol>
                {paint.swatches.map((s) => (
                    <SwatchEntry key={s.uuid} swatch={s} onSaved={onSaved} named={false} />
                ))}
            </ol>
        </section>
    );
}

/** The colour that the maker prints for it, beside the depth of the paint that comes nearest. */
function Printed({ paint }: { paint: Page }) {
    const { printed } = paint;
    if (printed === null) {
        return null;
    }
    return (
        <p className="flex flex-wrap gap-x-3 items-center border-b border-rule min-h-11">
            <span className="font-medium">The maker’s printed colour</span>
            <span className="flex" aria-hidden="true">
                <span className="w-10 h-6" style={{ background: printed.printed }} />
                {printed.nearest !== null && <span className="w-10 h-6" style={{ background: printed.nearest }} />}
            </span>
            {printed.dE00 === null ? (
                <span className="text-soft">the paint itself was not measured</span>
            ) : (
                <span>
                    dE00 <span className="num">{printed.dE00.toFixed(1)}</span> from the depth of the paint that is nearest to it
                    {printed.words.length > 0 && `; the paint is ${printed.words.join(', ')}`}.{' '}
                    <span className="text-soft">Print and screens differ; it is a hint, no test.</span>
                </span>
            )}
        </p>
    );
}

/** What it did with a medium mixed in: told by itself, never pooled with the paint as it is. */
function WithMedium({ paint }: { paint: Page }) {
    if (paint.withMedium.length === 0) {
        return null;
    }
    return (
        <section className="border-t border-rule py-3">
            <h2>With a medium mixed in</h2>
            <p className="text-sm text-soft">With it it is another paint: these tests are not counted above.</p>
            <ul>
                {paint.withMedium.map((m, i) => (
                    <li key={i}>
                        <span className="text-soft">{m.added}, </span>
                        {m.property} {m.said} <span className="num">{m.text}</span>{' '}
                        <Link to={`/records/${m.card}`} className="text-sm">
                            {m.title}
                        </Link>
                    </li>
                ))}
            </ul>
        </section>
    );
}

/** Name, maker and codes, changed where they are read. */
function Title({ paint, onSaved }: { paint: Page; onSaved: () => void }) {
    const [editing, setEditing] = useState(false);
    const { error, saving } = useSaving();
    const queries = useQueryClient();
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const values = Object.fromEntries(new FormData(e.currentTarget));
        return saving(async () => {
            const { effect, ...told } = values;
            await put(
                `paints/${paint.uuid}`,
                {
                    ...told,
                    printedColour: told.printedColour || null,
                    discontinued: values.discontinued === 'on',
                    effects: EFFECTS[String(effect)] ?? null,
                },
                paint.edition,
            );
            setEditing(false);
            onSaved();
            void queries.invalidateQueries({ queryKey: keys.code() });
        });
    }
    if (!editing) {
        return (
            <div className="flex flex-wrap gap-x-5 items-baseline">
                <h1>{paint.colourName}</h1>
                <p>
                    <Link to={`/makers/${paint.makerUuid}`}>{paint.maker}</Link>
                    {paint.range && `, ${paint.range}`} · <Codes of={paint} />
                    {paint.statement.singlePigment && ' · single-pigment'}
                    {paint.medium !== 'watercolour' && ` · ${paint.medium}`}
                    {paint.grade && ` · ${paint.grade}`}
                    {paint.series && ` · series ${paint.series}`}
                    {paint.discontinued && ' · discontinued'}
                    {paint.effects !== null && paint.effects.length > 0 && ` · ${paint.effects.join(', ')}`}
                </p>
                <Follow kind="paint" of={paint.uuid} what="this paint" />
                {paint.strip?.ladder != null && (
                    <Link to={`/mixes?a=${paint.uuid}`} className="text-sm">
                        Mix it with another
                    </Link>
                )}
                {paint.mayChange && (
                    <button type="button" className="link text-sm" onClick={() => setEditing(true)}>
                        Change
                    </button>
                )}
            </div>
        );
    }
    return (
        <form onSubmit={(e) => void save(e)} className="flex flex-wrap gap-2 items-end">
            <label className="text-sm">
                Colour name
                <input className="block" name="colourName" defaultValue={paint.colourName} autoFocus />
            </label>
            <label className="text-sm">
                Maker
                <input className="block" name="makerName" defaultValue={paint.maker} />
            </label>
            <label className="text-sm">
                Range
                <input className="block" name="range" defaultValue={paint.range} />
            </label>
            <label className="text-sm">
                Medium
                <select className="block" name="medium" defaultValue={paint.medium}>
                    {paint.media.map((m) => (
                        <option key={m}>{m}</option>
                    ))}
                </select>
            </label>
            <label className="text-sm">
                Grade, as the maker says it
                <input className="block" name="grade" defaultValue={paint.grade} />
            </label>
            <label className="text-sm">
                Printed colour
                <input className="block num w-28" name="printedColour" placeholder="#7a1fd2" defaultValue={paint.printed?.printed ?? ''} />
            </label>
            <label className="text-sm">
                Pigment codes
                <input className="block" name="pigments" defaultValue={paint.pigmentsWritten} />
            </label>
            <label className="text-sm">
                Series
                <input className="block w-20" name="series" defaultValue={paint.series} />
            </label>
            <label className="text-sm flex gap-2 items-center min-h-10">
                <input type="checkbox" name="discontinued" defaultChecked={paint.discontinued} />
                discontinued
            </label>
            <label className="text-sm">
                Glows or shimmers
                <select className="block" name="effect" defaultValue={effectOf(paint.effects)}>
                    <option value="not asked">not known</option>
                    <option value="neither">neither</option>
                    <option value="fluorescent">fluorescent: brighter than its paper</option>
                    <option value="shimmering">shimmering: mica or interference</option>
                    <option value="both">both</option>
                </select>
            </label>
            <button className="button" data-main>
                Save
            </button>
            <button type="button" className="button" onClick={() => setEditing(false)}>
                Leave as it was
            </button>
            <Problem error={error} />
        </form>
    );
}

function ClaimLine({ paint, property, onSaved }: { paint: Page; property: Property; onSaved: () => void }) {
    const { error, saving } = useSaving();
    const scales = paint.claimScales.filter((s) => s.property === property);
    const list = `words-${property}`;
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const form = e.currentTarget;
        const values = Object.fromEntries(new FormData(form));
        return saving(async (fresh) => {
            await put(`claims/${fresh()}`, {
                paintUuid: paint.uuid,
                property,
                words: values.words,
                scaleUuid: values.scaleUuid || null,
                readOn: values.readOn,
            });
            form.reset();
            onSaved();
        });
    }
    return (
        <form onSubmit={(e) => void save(e)} className="mt-2 flex flex-wrap gap-2 items-end text-sm" aria-label={`Claim on ${property}`}>
            <label>
                Maker’s own words
                <input className="block w-52" name="words" list={list} required />
            </label>
            <datalist id={list}>{scales.flatMap((s) => s.words.map((w) => <option key={s.uuid + w.word} value={w.word} />))}</datalist>
            <label>
                Scale
                <select className="block" name="scaleUuid" defaultValue={scales[0]?.uuid ?? ''}>
                    {scales.map((s) => (
                        <option key={s.uuid} value={s.uuid}>
                            {s.name}
                        </option>
                    ))}
                    <option value="">no known scale</option>
                </select>
            </label>
            <label>
                Read on
                <input className="block" type="date" name="readOn" defaultValue={today()} required />
            </label>
            <button className="button">Add claim</button>
            {paint.properties[property].claims.map((c) => (
                <span key={c.uuid}>
                    “{c.words}”, {day(c.readOn)}{' '}
                    <button type="button" className="link" onClick={() => void saving(() => remove(`claims/${c.uuid}`).then(onSaved))}>
                        Remove
                    </button>
                </span>
            ))}
            <Problem error={error} />
        </form>
    );
}
