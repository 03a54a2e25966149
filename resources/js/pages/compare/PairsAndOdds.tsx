import type { Compared, ComparedPair, ComparedProperty } from '../../api/compare';

/** Pairs that are told one by one; of more only what is real. */
const MOST_PAIRS = 6;

/** Behind the sentence of a property: how fair it is, each pair with its odds, and whether the maker matters. */
export function PairsAndOdds({ compared, of }: { compared: ComparedProperty; of: Compared }) {
    const name = (at: number) => of.paints[at]!.colourName;
    const real = compared.pairs.filter((p) => p.real);
    const told = compared.pairs.length <= MOST_PAIRS ? compared.pairs : real;
    const shut = compared.fair.verdict === 'not ranked';
    return (
        <div className="max-w-[72ch] border-l-4 border-rule pl-3 my-2">
            {compared.fair.differs.length > 0 && (
                <ul className="pl-4">
                    {compared.fair.differs.map((d) => (
                        <li key={d.what}>
                            <span className="font-medium">{d.what}</span>:{' '}
                            {compared.tested.map((at, i) => `${name(at)} ${d.values[i]}`).join('; ')}.{' '}
                            <span className="text-soft">{d.does}</span>
                        </li>
                    ))}
                </ul>
            )}
            {!shut && told.map((p) => <Pair key={`${p.one}-${p.other}`} of={p} one={name(p.one)} other={name(p.other)} />)}
            {!shut && told.length === 0 && <p>No two of them can be told apart.</p>}
            {!shut && compared.makers !== null && <Makers of={compared.makers} />}
            <p className="text-sm text-soft">
                {compared.paints.map((p) => (
                    <span key={p.at} className="block">
                        {name(p.at)} <span className="num">{p.text}</span>, {p.tests === 1 ? 'one test' : `${p.tests} tests`}; one more
                        card: likely <span className="num">{p.anotherText}</span>
                    </span>
                ))}
            </p>
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

/** Nothing is certain. */
function percent(chance: number): string {
    return chance > 0.99 ? 'over 99 %' : `${Math.round(100 * chance)} %`;
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

function standOut(makers: string[]): string {
    return makers.length === 0 ? '' : `: ${list(makers)} ${makers.length === 1 ? 'stands' : 'stand'} out`;
}

export function list(names: string[]): string {
    return names.length < 2 ? names.join('') : `${names.slice(0, -1).join(', ')} and ${names[names.length - 1]}`;
}
