import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { get } from '../../api/client';
import type { Compared, ComparedColour, ComparedPair, ComparedProperty } from '../../api/compare';
import { keys } from '../../api/queryKeys';
import { PROPERTIES, type Property } from '../../api/types';
import { RatingCell } from '../../components/paint/RatingCell';
import { Spoken } from '../../components/paint/Spoken';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { copy } from '../../components/ui/copy';
import { useSession } from '../../components/ui/useSession';
import { Wide } from '../../components/ui/Wide';
import { Bands, type Answer } from './Bands';
import { Mixed } from './Mixed';

/** Pairs that are told one by one; of more only what is real. */
const MOST_PAIRS = 6;

/** Two to eight paints held against each other: the paint itself first, colours at one depth, then what tests say and how fair that is. */
export default function ComparePage() {
    const [query, setQuery] = useSearchParams();
    const paints = query.get('paints') ?? '';
    const { data, error } = useQuery({
        queryKey: keys.compare(paints),
        queryFn: () => get<Compared>(`compare?paints=${paints}`),
        enabled: paints !== '',
        retry: false,
    });
    const scans = useQuery({
        queryKey: keys.sideBySide(`show=ladders&paints=${paints}`),
        queryFn: () => get<Answer>(`side-by-side?show=ladders&paints=${paints}`),
        enabled: data !== undefined,
    });
    const person = useSession();
    if (paints === '') {
        return <Empty title="Nothing chosen">Pin two to eight paints on a pigment’s page, and compare them from there.</Empty>;
    }
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the comparison" />;
    }
    const out = (at: number) =>
        setQuery({
            paints: data.paints
                .filter((_, i) => i !== at)
                .map((p) => p.uuid)
                .join(','),
        });
    const scanned = scans.data?.paints.filter((p) => p.windows.length > 0) ?? [];
    return (
        <>
            <div className="flex flex-wrap items-baseline gap-x-5">
                <h1>{list(data.paints.map((p) => p.colourName))}</h1>
                <span className="ml-auto flex gap-4 text-sm no-print">
                    <CopyLink />
                    <a href={`/api/compare.csv?paints=${paints}`}>As a table (CSV)</a>
                    <button type="button" className="link" onClick={() => window.print()}>
                        Print
                    </button>
                </span>
            </div>
            <Spoken
                of={data.spoken}
                paints={data.paints.map((p) => p.uuid)}
                onOpen={(property) => document.querySelector(`[data-compared="${property}"]`)?.scrollIntoView({ block: 'center' })}
            />
            {scanned.length > 0 && (
                <section aria-label="The scans" className="mt-2">
                    <Bands paints={scanned} ladders={false} onReference={() => undefined} />
                    <p className="no-print">
                        <Link to={`/side-by-side?show=grain&paints=${paints}`}>
                            The same of every other test, and grain under the loupe
                        </Link>
                    </p>
                </section>
            )}
            {data.colours.length > 0 && <Colours of={data} />}
            <section aria-label="What tests say" className="mt-6">
                <h2>What tests say</h2>
                <Wide label="Ratings side by side">
                    <table className="w-full" style={{ minWidth: 150 + 150 * data.paints.length }}>
                        <thead>
                            <tr className="border-b border-ink align-bottom">
                                <th />
                                {data.paints.map((p, i) => (
                                    <th key={p.uuid} className="py-1 pr-3 font-normal">
                                        <Link to={`/paints/${p.uuid}`} className="font-semibold">
                                            {p.colourName}
                                        </Link>
                                        <span className="block text-sm">{p.maker}</span>
                                        {data.paints.length > 2 && (
                                            <button type="button" className="link text-sm no-print" onClick={() => out(i)}>
                                                take out
                                            </button>
                                        )}
                                    </th>
                                ))}
                            </tr>
                        </thead>
                        <tbody>
                            {PROPERTIES.map((name) => (
                                <Claimed key={name} name={name} of={data} compared={data.properties.find((p) => p.property === name)} />
                            ))}
                            {data.properties
                                .filter((p) => !(PROPERTIES as readonly string[]).includes(p.property))
                                .map((p) => (
                                    <More key={p.property} compared={p} of={data} />
                                ))}
                        </tbody>
                    </table>
                </Wide>
            </section>
            <Mixed paints={data.paints.map((p) => p.uuid)} />
            {data.makeFair !== null && person != null && <MakeFair of={data.makeFair} />}
            <p className="mt-4 text-sm text-soft max-w-prose">
                A difference is called real where tests of one paint would hardly ever lie so far apart, all pairs taken together. “Cannot
                be told apart” does not prove two paints alike. What was tested otherwise is shown side by side and not ranked.
            </p>
        </>
    );
}

function CopyLink() {
    const [copied, setCopied] = useState(false);
    return (
        <button type="button" className="link" onClick={() => void copy(window.location.href).then(() => setCopied(true))}>
            {copied ? 'Link copied' : 'Copy link'}
        </button>
    );
}

function list(names: string[]): string {
    return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`;
}

function standOut(makers: string[]): string {
    return makers.length === 0 ? '' : `: ${list(makers)} ${makers.length === 1 ? 'stands' : 'stand'} out`;
}

/** Nothing is certain. */
function percent(chance: number): string {
    return chance > 0.99 ? 'over 99 %' : `${Math.round(100 * chance)} %`;
}

/** The same depth of every paint, edge to edge: where no seam can be seen none is drawn. */
function Colours({ of: { paints, colours } }: { of: Compared }) {
    return (
        <section aria-label="At one depth" className="mt-4">
            <h2>At one depth, edge to edge</h2>
            <div className="grid" style={{ gridTemplateColumns: `9rem repeat(${colours[0]!.paints.length}, 1fr)` }}>
                <span />
                {colours[0]!.paints.map((p) => (
                    <span key={p.at} className="text-sm truncate pb-1">
                        {paints[p.at]!.colourName}
                    </span>
                ))}
                {colours.map((c) => (
                    <Depth key={c.name} of={c} first={paints[c.paints[0]!.at]!.colourName} />
                ))}
            </div>
        </section>
    );
}

function Depth({ of, first }: { of: ComparedColour; first: string }) {
    return (
        <>
            <span className="leading-tight self-center">
                {of.name}
                <span className="block text-sm text-soft num">{of.deposit.toFixed(2)}</span>
            </span>
            {of.paints.map((p) =>
                p.hex === null ? (
                    <span key={p.at} className="hatched h-20" title="beyond this paint’s stroke" />
                ) : (
                    <span key={p.at} className="h-20" style={{ background: p.hex }} role="img" aria-label={`${of.name}: ${p.hex}`} />
                ),
            )}
            <span />
            {of.paints.map((p) => (
                <span key={p.at} className="text-sm pb-2 pr-2">
                    {p.dE00 !== null &&
                        (p.seam ? (
                            <>
                                dE00 <span className="num">{p.dE00.toFixed(1)}</span>
                                {p.words.length > 0 && `: ${p.words.join(', ')}`}
                            </>
                        ) : (
                            <>
                                closer than can be seen, dE00 <span className="num">{p.dE00.toFixed(1)}</span>
                            </>
                        ))}
                    {p.dE00 === null && p.hex !== null && <span className="text-soft">against {first}</span>}
                </span>
            ))}
        </>
    );
}

function Claimed({ name, of, compared }: { name: Property; of: Compared; compared: ComparedProperty | undefined }) {
    return (
        <>
            <tr className="align-top">
                <th scope="row" className="py-2 pr-3 capitalize font-medium">
                    {name}
                </th>
                {of.paints.map((p) => (
                    <td key={p.uuid} className="py-2 pr-3">
                        <RatingCell beside={p.properties[name]} label={`${name} of ${p.colourName}`} />
                    </td>
                ))}
            </tr>
            <tr className="border-b border-rule">
                <td />
                <td colSpan={of.paints.length} className="pb-2">
                    {compared === undefined ? (
                        <span className="text-soft">
                            {name === 'lightfastness'
                                ? 'Compared at equal doses on the pigment’s page and in the fade rack.'
                                : 'Fewer than two of them were tested.'}
                        </span>
                    ) : (
                        <Told compared={compared} of={of} />
                    )}
                </td>
            </tr>
        </>
    );
}

/** What makers do not claim: the numbers, and what is said of them. */
function More({ compared, of }: { compared: ComparedProperty; of: Compared }) {
    return (
        <>
            <tr className="align-top">
                <th scope="row" className="py-2 pr-3 capitalize font-medium">
                    {compared.property}
                </th>
                {of.paints.map((p, i) => {
                    const one = compared.paints.find((x) => x.at === i);
                    return (
                        <td key={p.uuid} className="py-2 pr-3">
                            {one === undefined ? (
                                <span className="text-soft">not tested</span>
                            ) : (
                                <>
                                    <span className="num">{one.text}</span>
                                    <span className="block text-sm text-soft">
                                        {one.tests === 1 ? 'one test' : `${one.tests} tests`}; one more card: likely {one.anotherText}
                                    </span>
                                </>
                            )}
                        </td>
                    );
                })}
            </tr>
            <tr className="border-b border-rule">
                <td />
                <td colSpan={of.paints.length} className="pb-2">
                    <Told compared={compared} of={of} />
                </td>
            </tr>
        </>
    );
}

/** Fair or not, real or not, and whether the maker matters, in words. */
function Told({ compared, of }: { compared: ComparedProperty; of: Compared }) {
    const name = (at: number) => of.paints[at]!.colourName;
    const real = compared.pairs.filter((p) => p.real);
    const told = compared.pairs.length <= MOST_PAIRS ? compared.pairs : real;
    const shut = compared.fair.verdict === 'not ranked';
    return (
        <div className="max-w-[72ch]" data-compared={compared.property}>
            {compared.fair.differs.length > 0 && (
                <details>
                    <summary className="cursor-pointer">
                        {shut ? (
                            <strong className="font-semibold">No winner: {compared.fair.differs[0]!.what} differs.</strong>
                        ) : (
                            <>With a remark: {compared.fair.differs.map((d) => d.what).join(', ')}.</>
                        )}
                    </summary>
                    <ul className="pl-4">
                        {compared.fair.differs.map((d) => (
                            <li key={d.what}>
                                <span className="font-medium">{d.what}</span>:{' '}
                                {compared.tested.map((at, i) => `${name(at)} ${d.values[i]}`).join('; ')}.{' '}
                                <span className="text-soft">{d.does}</span>
                            </li>
                        ))}
                    </ul>
                </details>
            )}
            {!shut && told.map((p) => <Pair key={`${p.one}-${p.other}`} of={p} one={name(p.one)} other={name(p.other)} />)}
            {!shut && told.length === 0 && <p>No two of them can be told apart.</p>}
            {!shut && compared.makers !== null && <Makers of={compared.makers} />}
            <p className="text-sm text-soft">
                Cards of one paint usually lie <span className="num">{compared.hand}</span> apart by one tester,{' '}
                <span className="num">{compared.testers}</span> by different ones
                {compared.taught === 0
                    ? '; nobody has repeated a test here yet, so this is what is usual elsewhere'
                    : `, as ${compared.taught === 1 ? 'one repeated paint has' : `${compared.taught} repeated paints have`} shown`}
                .
            </p>
        </div>
    );
}

function Pair({ of, one, other }: { of: ComparedPair; one: string; other: string }) {
    return (
        <p>
            {one} and {other} {of.words}
            {of.words !== 'cannot be told apart' && (
                <>
                    {' '}
                    (<span className="num">{percent(of.chance)}</span>), by <span className="num">{of.text}</span>; a further pair of tests
                    would say the same, <span className="num">{percent(of.again)}</span>
                </>
            )}
            .
        </p>
    );
}

function Makers({ of }: { of: NonNullable<ComparedProperty['makers']> }) {
    return (
        <p>
            {of.confounded
                ? 'What is the maker’s and what the tester’s cannot be told: too few testers tried more than one of these makers.'
                : of.matters
                  ? `The maker matters${of.named.length === 0 ? ': they differ' : standOut(of.named)}.`
                  : 'That the maker matters cannot be said.'}{' '}
            {!of.confounded && (
                <span className="text-soft">
                    With the testers taken out makers lie <span className="num">{of.between}</span> apart ({of.between95[0]} to{' '}
                    {of.between95[1]}), tests of one paint <span className="num">{of.within}</span> ({of.within95[0]} to {of.within95[1]}).
                </span>
            )}
        </p>
    );
}

function MakeFair({ of }: { of: NonNullable<Compared['makeFair']> }) {
    return (
        <p className="mt-3">
            {of.pans.length > 0 ? (
                <Link to={`/cards?make=1&blocks=${of.blocks}&pans=${of.pans.join(',')}`}>
                    Make it fair: one sheet with {of.pans.length === 1 ? 'one row' : `${of.pans.length} rows`} would do
                </Link>
            ) : (
                'You have none of these at hand to make it fair.'
            )}
            {of.pans.length > 0 && of.without.length > 0 && ` (you have no pan of ${list(of.without)})`}
        </p>
    );
}
