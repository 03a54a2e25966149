import { useQuery } from '@tanstack/react-query';
import { Link, useSearchParams } from '../../router';
import { get } from '../../api/client';
import { keys } from '../../api/queryKeys';
import { Pages } from '../../components/ui/Pages';
import { Loading, Problem } from '../../components/ui/states';
import { useSession } from '../../components/ui/useSession';
import { Wide } from '../../components/ui/Wide';

interface Map_ {
    codes: {
        code: string;
        paints: number;
        makers: number;
        tests: number;
        tested: Record<string, { paints: number; testers: number }>;
        testers: string[];
        papers: string[];
        mostLight: number | null;
    }[];
    properties: string[];
    total: number;
    page: number;
    pages: number;
}
/** Paints that a fade card has room for. */
const ROWS_OF_A_FADE_CARD = 6;

interface Plan {
    tests: {
        paint: { uuid: string; name: string; maker: string; pigments: string };
        property: string;
        why: string;
        gain: number;
        tester: { uuid: string; name: string } | null;
        sameHand: boolean;
        mine: boolean;
    }[];
}

/** What is known of every code and what is not, and which tests would settle most. */
export default function MapPage() {
    const [at, go] = useSearchParams();
    const order = at.get('order') ?? 'least';
    const page = Number(at.get('page') ?? 1);
    const person = useSession();
    const { data, error } = useQuery({
        queryKey: keys.evidenceMap(order, String(page)),
        queryFn: () => get<Map_>(`ledger/map?order=${order}&page=${page}`),
    });
    const plan = useQuery({ queryKey: keys.sharedPlan(), queryFn: () => get<Plan>('ledger/plan'), enabled: Boolean(person) });
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the map" />;
    }
    return (
        <>
            <h1>What is tested, and what is not</h1>
            {person && plan.data !== undefined && plan.data.tests.length > 0 && (
                <section className="my-4" aria-label="Plan">
                    <h2 className="border-b border-ink pb-1">What would settle most for all of us</h2>
                    <p className="my-1 max-w-prose text-sm">
                        Of paints that somebody here has at hand: how much one more test would teach, shared out so that another hand tests
                        and nobody has all the work. Only testers of this house see it.
                    </p>
                    <Wide label="Plan">
                        <table className="w-full">
                            <thead>
                                <tr className="border-b border-ink">
                                    <th className="py-1">Paint</th>
                                    <th>Test</th>
                                    <th>Why</th>
                                    <th className="pr-3">Would teach us</th>
                                    <th>By</th>
                                </tr>
                            </thead>
                            <tbody>
                                {plan.data.tests.slice(0, 15).map((t) => (
                                    <tr key={`${t.paint.uuid} ${t.property}`} className="border-b border-rule">
                                        <td className="py-1.5 pr-3">
                                            <Link to={`/paints/${t.paint.uuid}`}>{t.paint.name}</Link> {t.paint.maker}{' '}
                                            <span className="num">{t.paint.pigments}</span>
                                        </td>
                                        <td className="pr-3">{t.property}</td>
                                        <td className="pr-3">{t.why}</td>
                                        <td className="pr-3">{teaches(t.gain)}</td>
                                        <td>
                                            {t.tester === null ? (
                                                'nobody has it'
                                            ) : t.mine ? (
                                                <strong className="font-semibold">you</strong>
                                            ) : (
                                                t.tester.name
                                            )}
                                            {t.sameHand && <span className="text-soft"> (again)</span>}
                                        </td>
                                    </tr>
                                ))}
                            </tbody>
                        </table>
                    </Wide>
                    <OneFadeCard tests={plan.data.tests} />
                </section>
            )}
            <section aria-label="Map">
                <h2 className="border-b border-ink pb-1 flex flex-wrap gap-x-5 items-baseline">
                    Codes
                    <span className="font-normal text-sm flex gap-4 no-print">
                        {(
                            [
                                ['least', 'least tested first'],
                                ['code', 'by code'],
                            ] as const
                        ).map(([key, words]) => (
                            <button
                                key={key}
                                type="button"
                                className="link"
                                aria-pressed={order === key}
                                onClick={() => go({ order: key })}
                            >
                                {words}
                            </button>
                        ))}
                    </span>
                </h2>
                <Wide label="Codes">
                    <table className="w-full">
                        <thead>
                            <tr className="border-b border-ink">
                                <th className="py-1">Code</th>
                                <th className="text-right pr-4">Paints</th>
                                {data.properties.map((p) => (
                                    <th key={p} className="pr-4">
                                        {p}
                                    </th>
                                ))}
                                <th className="text-right pr-4">Most light, Mlx h</th>
                                <th>Testers</th>
                                <th>Papers</th>
                            </tr>
                        </thead>
                        <tbody>
                            {data.codes.map((c) => (
                                <tr key={c.code} className="border-b border-rule align-top">
                                    <td className="py-1.5 pr-3 num font-semibold">
                                        <Link to={`/pigments/${c.code}`}>{c.code}</Link>
                                    </td>
                                    <td className="num text-right pr-4">
                                        {c.paints} <span className="text-soft">of {c.makers}</span>
                                    </td>
                                    {data.properties.map((p) => (
                                        <td key={p} className="pr-4">
                                            <Share tested={c.tested[p]!.paints} of={c.paints} testers={c.tested[p]!.testers} />
                                        </td>
                                    ))}
                                    <td className="num text-right pr-4">{c.mostLight ?? 'none'}</td>
                                    <td className="pr-3 text-sm">{c.testers.join(', ') || 'nobody'}</td>
                                    <td className="text-sm">{c.papers.join('; ')}</td>
                                </tr>
                            ))}
                        </tbody>
                    </table>
                </Wide>
                <Pages page={page} pages={data.pages} onGo={(p) => go({ order, page: String(p) })} />
            </section>
        </>
    );
}

/** How many paints of a code were tested, as a bar and in numbers. */
function Share({ tested, of, testers }: { tested: number; of: number; testers: number }) {
    return (
        <span className="inline-flex items-center gap-2 whitespace-nowrap">
            <span aria-hidden className="inline-block h-3 w-16 border border-ink hatched">
                <span className="block h-full bg-ink" style={{ width: `${of === 0 ? 0 : (100 * tested) / of}%` }} />
            </span>
            <span className="num text-sm">
                {tested} of {of}
                {testers > 1 && <span className="text-soft">, {testers} hands</span>}
            </span>
        </span>
    );
}

/** How much a test would teach, from bits of doubt that it takes away. */
function teaches(bits: number): string {
    return bits >= 1 ? 'much' : bits >= 0.4 ? 'some' : 'little';
}

/** Strips that hang together: as many as one fade card takes. */
function OneFadeCard({ tests }: { tests: Plan['tests'] }) {
    const mine = tests.filter((t) => t.mine && t.property === 'lightfastness').slice(0, ROWS_OF_A_FADE_CARD);
    if (mine.length < 2) {
        return null;
    }
    return (
        <p className="my-2">
            These {mine.length} strips of yours fit one fade card: {mine.map((t) => t.paint.name).join(', ')}.{' '}
            <Link to="/bench/new?tests=fade">Plan it</Link>
        </p>
    );
}
