import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from '../../router';
import { get } from '../../api/client';
import type { Compared, ComparedColour } from '../../api/compare';
import { keys } from '../../api/queryKeys';
import { PROPERTIES } from '../../api/types';
import { Spoken } from '../../components/paint/Spoken';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { copy } from '../../components/ui/copy';
import { useSession } from '../../components/ui/useSession';
import { Bands, type Answer } from './Bands';
import { Mixed } from './Mixed';
import { list } from './PairsAndOdds';
import { PropertyPlot } from './PropertyPlot';

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
                    <Bands paints={scanned} ladders={false} notes={false} onReference={() => undefined} />
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
                {data.paints.length > 2 && (
                    <p className="text-sm no-print">
                        Take out{' '}
                        {data.paints.map((p, i) => (
                            <span key={p.uuid}>
                                {i > 0 && ' · '}
                                <button type="button" className="link" aria-label={`Take out ${p.colourName}`} onClick={() => out(i)}>
                                    {p.colourName}
                                </button>
                            </span>
                        ))}
                    </p>
                )}
                {PROPERTIES.map((name) => (
                    <PropertyPlot key={name} property={name} of={data} compared={data.properties.find((p) => p.property === name)} />
                ))}
                <Others of={data} />
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
                <span className="numbers">
                    <span className="block text-sm text-soft num">{of.deposit.toFixed(2)}</span>
                </span>
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
                    {p.dE00 !== null && (
                        <>
                            {!p.seam ? 'closer than can be seen' : p.words.length > 0 ? p.words.join(', ') : 'another colour'}
                            <span className="numbers">
                                , dE00 <span className="num">{p.dE00.toFixed(1)}</span>
                            </span>
                        </>
                    )}
                    {p.dE00 === null && p.hex !== null && <span className="text-soft">against {first}</span>}
                </span>
            ))}
        </>
    );
}

/** What makers do not claim; what tells nothing apart shares one line. */
function Others({ of }: { of: Compared }) {
    const others = of.properties.filter((p) => !(PROPERTIES as readonly string[]).includes(p.property));
    const found = others.filter((p) => p.pairs.some((x) => x.real) || p.makers?.matters === true);
    const rest = others.filter((p) => !found.includes(p));
    return (
        <>
            {found.map((p) => (
                <PropertyPlot key={p.property} property={p.property} of={of} compared={p} />
            ))}
            {rest.length > 0 && (
                <details className="mt-4">
                    <summary className="cursor-pointer">Nothing tells them apart in {list(rest.map((p) => p.property))}.</summary>
                    {rest.map((p) => (
                        <PropertyPlot key={p.property} property={p.property} of={of} compared={p} />
                    ))}
                </details>
            )}
        </>
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
