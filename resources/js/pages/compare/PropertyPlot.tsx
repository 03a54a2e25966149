import { useState } from 'react';
import { Link } from '../../router';
import type { Compared, ComparedPair, ComparedProperty } from '../../api/compare';
import type { Property, PropertyBeside, RatingShown } from '../../api/types';
import { Simulated } from '../../components/paint/Simulated';
import { StripCanvas } from '../../components/paint/StripCanvas';
import { classWords, mlxh, withoutWords } from '../../components/paint/words';
import { brackets, type Bracket } from './brackets';
import { PairsAndOdds } from './PairsAndOdds';

interface Place {
    /** Place among the compared paints. */
    at: number;
    /** On the axis, 0 to 1. */
    value: number | null;
    own: [number, number] | null;
    another: [number, number] | null;
    word: string;
    number: string | null;
    beside: PropertyBeside<RatingShown> | null;
}

/** One property of all compared paints on one axis, with one sentence, and brackets around what was not told apart. */
export function PropertyPlot({ property, of, compared }: { property: string; of: Compared; compared: ComparedProperty | undefined }) {
    const [opened, setOpened] = useState(false);
    const [focus, setFocus] = useState<number | null>(null);
    const classes = of.paints[0]?.properties[property as Property]?.classes ?? [];
    const places = placesOf(property, of, compared);
    const ranked = compared !== undefined && compared.fair.verdict !== 'not ranked';
    const lanes = ranked
        ? brackets(
              places.filter((p) => compared.tested.includes(p.at)).map((p) => p.at),
              compared.pairs,
          )
        : [];
    const row = places.length > 5 ? 'min-h-6' : 'min-h-8';
    const equals = (at: number) => (ranked ? compared.pairs.filter((p) => !p.real && (p.one === at || p.other === at)) : []);
    const alike = focus === null ? [] : equals(focus).map((p) => (p.one === focus ? p.other : p.one));
    return (
        <section className="mt-4 keep-together" data-compared={property} aria-label={property}>
            <div className="flex flex-wrap items-baseline gap-x-4">
                <h3 className="capitalize font-semibold m-0">{property}</h3>
                <p className="m-0">{compared?.sentence ?? withoutSentence(property, of)}</p>
                {compared !== undefined && (
                    <button
                        type="button"
                        className="link text-sm text-soft no-print"
                        aria-expanded={opened}
                        onClick={() => setOpened(!opened)}
                    >
                        {compared.fair.differs.length > 0 && ranked
                            ? `with a remark: ${compared.fair.differs.map((d) => d.what).join(', ')}`
                            : 'pairs and odds'}
                    </button>
                )}
            </div>
            <div role="table" aria-label={`${property} side by side`} className="mt-1">
                <div role="row" className="compared-row text-sm text-soft">
                    <span role="columnheader" className="sr-only">
                        paint
                    </span>
                    <span className="area-strip" />
                    <span role="columnheader" className="area-axis flex" aria-label="from least to most">
                        {classes.map((c) => (
                            <span key={c} className="flex-1 text-center truncate" aria-hidden="true">
                                {c}
                            </span>
                        ))}
                    </span>
                    <span role="columnheader" className="sr-only">
                        cannot be told from
                    </span>
                    <span role="columnheader" className="sr-only">
                        what tests say
                    </span>
                </div>
                {places.map((p, i) => (
                    <div
                        key={p.at}
                        role="row"
                        tabIndex={-1}
                        className={`compared-row ${row} ${alike.includes(p.at) ? 'bg-panel' : ''}`}
                        onMouseEnter={() => setFocus(p.at)}
                        onMouseLeave={() => setFocus(null)}
                        onFocus={() => setFocus(p.at)}
                        onBlur={() => setFocus(null)}
                    >
                        <span role="rowheader" className="area-name truncate">
                            <Link to={`/paints/${of.paints[p.at]!.uuid}`}>{of.paints[p.at]!.colourName}</Link>
                        </span>
                        <span className="area-strip">
                            <StripCanvas strip={of.paints[p.at]!.strip} label="" height={24} />
                        </span>
                        <span role="cell" className="area-axis">
                            <Axis of={p} classes={classes.length} />
                        </span>
                        <span role="cell" className="area-lanes flex h-full">
                            <Lanes of={lanes} at={i} />
                            <span className="sr-only">{equalNames(equals(p.at), p.at, of)}</span>
                        </span>
                        <span role="cell" className="area-word leading-tight">
                            <Words of={p} />
                        </span>
                    </div>
                ))}
            </div>
            {compared !== undefined && (
                <div className={opened ? '' : 'numbers'}>
                    <PairsAndOdds compared={compared} of={of} />
                </div>
            )}
        </section>
    );
}

/** Paints in the order of their values; what was not tested comes last. */
function placesOf(property: string, of: Compared, compared: ComparedProperty | undefined): Place[] {
    const claimed = of.paints.some((p) => property in p.properties);
    const places = claimed ? of.paints.map((p, at) => claimedPlace(p.properties[property as Property], at)) : plainPlaces(of, compared);
    return places.sort((a, b) => (a.value ?? 2) - (b.value ?? 2) || a.at - b.at);
}

function claimedPlace(beside: PropertyBeside<RatingShown>, at: number): Place {
    const m = beside.measured;
    const range: [number, number] | null = m?.low !== undefined && m.high !== undefined ? [m.low, m.high] : null;
    return {
        at,
        value: m?.position ?? (range === null ? null : (range[0] + range[1]) / 2),
        own: m?.own ?? null,
        another: range,
        word: m !== null ? classWords(m) : beside.without ? withoutWords(beside.without.status) : 'not tested',
        number: m?.text ?? null,
        beside,
    };
}

/** What makers do not claim has no classes: the axis spans what further cards would say. */
function plainPlaces(of: Compared, compared: ComparedProperty | undefined): Place[] {
    const tested = compared?.paints ?? [];
    const from = Math.min(...tested.map((p) => p.another[0]));
    const to = Math.max(...tested.map((p) => p.another[1]));
    const on = (v: number) => (to > from ? Math.min(1, Math.max(0, (v - from) / (to - from))) : 0.5);
    return of.paints.map((_, at) => {
        const p = tested.find((x) => x.at === at);
        return p === undefined
            ? { at, value: null, own: null, another: null, word: 'not tested', number: null, beside: null }
            : {
                  at,
                  value: on(p.value),
                  own: [on(p.own[0]), on(p.own[1])],
                  another: [on(p.another[0]), on(p.another[1])],
                  word: p.text,
                  number: null,
                  beside: null,
              };
    });
}

function withoutSentence(property: string, of: Compared): string {
    const tested = of.paints.filter((p) => property in p.properties && p.properties[property as Property].measured !== null).length;
    const some = tested === 0 ? 'None of them was tested' : tested === 1 ? 'One of them was tested' : `${tested} of them were tested`;
    return property === 'lightfastness' ? `${some} in light; equal doses stand side by side in the fade rack.` : `${some}.`;
}

function equalNames(pairs: ComparedPair[], at: number, of: Compared): string {
    return pairs.map((p) => of.paints[p.one === at ? p.other : p.one]!.colourName).join(', ');
}

/** Where a paint lies: thick for the paint, thin for one more card of it, upright for the value; the claim as a bracket beneath. */
function Axis({ of, classes }: { of: Place; classes: number }) {
    if (of.value === null && of.another === null) {
        return <span className="block h-3 hatched" title="not tested" />;
    }
    const percent = (p: number) => `${100 * p}%`;
    const bar = (range: [number, number], height: number) => (
        <span
            className="absolute bg-ink"
            style={{ left: percent(range[0]), width: percent(Math.max(0.003, range[1] - range[0])), height, top: 8 - height / 2 }}
        />
    );
    return (
        <span className="block relative h-6" aria-hidden="true">
            <span className="absolute inset-x-0 bg-rule" style={{ top: 7.5, height: 1 }} />
            {Array.from({ length: classes + 1 }, (_, i) => (
                <span
                    key={i}
                    className="absolute bg-rule"
                    style={{ left: percent(i / Math.max(1, classes)), width: 1, top: 2, height: 12 }}
                />
            ))}
            {of.another !== null && bar(of.another, 1)}
            {of.own !== null && bar(of.own, 4)}
            {of.beside?.measured?.position !== undefined || of.beside === null ? (
                of.value !== null && (
                    <span
                        className="absolute bg-ink"
                        style={{ left: `calc(${percent(of.value)} - 1.5px)`, width: 3, height: 16, top: 0 }}
                    />
                )
            ) : (
                // A range of classes without a value.
                <span
                    className="absolute bg-ink opacity-45"
                    style={{ left: percent(of.another![0]), width: percent(of.another![1] - of.another![0]), height: 4, top: 6 }}
                />
            )}
            {of.beside?.claims
                .filter((c) => c.span !== null)
                .map((c) => (
                    <span
                        key={c.uuid}
                        title={`claim: ${c.words}${c.check === 'contradicted' ? ', not as claimed' : ''}`}
                        className="absolute border-ink border-t-0"
                        style={{
                            left: percent(c.span![0]),
                            width: percent(c.span![1] - c.span![0]),
                            top: 17,
                            height: 5,
                            borderWidth: c.check === 'contradicted' ? 3 : 1,
                            borderTopWidth: 0,
                        }}
                    />
                ))}
        </span>
    );
}

/** Brackets pass down the rows: solid where enough cards were tested and no difference was seen, dashed where they are too few to tell. */
function Lanes({ of, at }: { of: Bracket[]; at: number }) {
    return (
        <>
            {of.map((b) => (
                <span key={b.from} className="relative w-3 self-stretch" aria-hidden="true">
                    {at >= b.from && at <= b.to && (
                        <span
                            className="absolute left-1 w-1.5 border-ink"
                            style={{
                                top: at === b.from ? '50%' : 0,
                                bottom: at === b.to ? '50%' : 0,
                                borderRightWidth: 2,
                                borderTopWidth: at === b.from ? 2 : 0,
                                borderBottomWidth: at === b.to ? 2 : 0,
                                borderStyle: b.enough ? 'solid' : 'dashed',
                            }}
                        />
                    )}
                </span>
            ))}
        </>
    );
}

function Words({ of }: { of: Place }) {
    const measured = of.beside?.measured ?? null;
    const against = of.beside?.claims.filter((c) => c.check === 'contradicted') ?? [];
    return (
        <>
            <span className={of.value === null && measured === null ? 'text-soft' : ''}>{of.word}</span>
            {measured?.light?.mlxh !== undefined && measured.light.mlxh !== null && (
                <span className="text-soft"> after {mlxh(measured.light.mlxh)}</span>
            )}
            {against.map((c) => (
                <span key={c.uuid} className="font-semibold">
                    {' '}
                    – not as claimed ({c.words})
                </span>
            ))}
            {of.number !== null && (
                <span className="numbers">
                    {' '}
                    <span className="num">{of.number}</span> {measured?.card?.simulated && <Simulated />}
                </span>
            )}
        </>
    );
}
