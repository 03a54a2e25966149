import { useMemo, useState } from 'react';
import { Link } from '../../router';
import type { CourseDepth, Courses, FadeSummary } from '../../api/fading';
import type { CardRow } from '../../api/types';
import { mlxh, sentence } from '../../components/paint/words';
import { Term } from '../../components/ui/Term';
import { aged, LightDial, type Aged } from '../../components/paint/LightDial';

const WIDTH = 400;
const HEIGHT = 144;
const FOOT = 20;
const HEAD = 18;

/**
 * What the light did so far, row by row, with ways to take it along where a card is named: words and dose first, then patches that age
 * together, the course and what may follow.
 */
export function FadeCourses({ courses, rows, card }: { courses: Courses; rows: CardRow[]; card: string | null }) {
    const checked = useMemo(() => courses.checks.map((c) => c.dose.mlxh), [courses]);
    const last = checked[checked.length - 1] ?? 0;
    const [dialled, setDialled] = useState<number | null>(null);
    const [unfaded, setUnfaded] = useState(false);
    const [wall, setWall] = useWall();
    const reference = courses.rows[0]?.depths[0]?.referenceMlxh;
    if (courses.rows.length === 0 || reference === undefined) {
        return null;
    }
    const at = dialled ?? last;
    const share = last / reference;
    const groups = [...new Set(courses.rows.map((r) => r.summary.group))];
    return (
        <section aria-label="What the light did" className="mt-6">
            <div className="flex flex-wrap items-baseline gap-x-4">
                <h2>What the light did</h2>
                <span>
                    so far <span className="num">{last.toFixed(1)} Mlx h</span>, {fraction(share)} of the <Term of="reference light" />
                </span>
                {card !== null && (
                    <>
                        <Link to={`/cards/${card}/fading`} className="no-print">
                            to print
                        </Link>
                        <a href={`/api/cards/${card}/fading.csv`} className="no-print" download>
                            every reading, CSV
                        </a>
                        <a className="no-print" href={`/api/cards/${card}/fading.json`} download={`fading-${card}.json`}>
                            JSON
                        </a>
                    </>
                )}
            </div>
            <p className="my-1">
                {groups.map((g) => (
                    <span key={g} className="mr-5">
                        <strong className="font-medium">{g}</strong>:{' '}
                        {courses.rows
                            .filter((r) => r.summary.group === g)
                            .map((r) => nameOf(rows, r.row))
                            .join(', ')}
                    </span>
                ))}
            </p>
            {courses.wool !== null && <Wool of={courses.wool} />}
            <LightDial
                checked={checked}
                most={Math.max(100, 1.2 * last)}
                yearly={courses.yearly['living room'] ?? 0.73}
                mlxh={at}
                onMlxh={setDialled}
                unfaded={unfaded}
                onUnfaded={setUnfaded}
            />
            <Wall of={wall} onChange={setWall} />
            {courses.rows.map((r) => {
                const shown = r.depths.find((d) => d.depth === r.summary.depth) ?? r.depths[0]!;
                return (
                    <div
                        key={r.row}
                        className="grid gap-x-5 gap-y-2 border-b border-rule py-3 md:grid-cols-[240px_1fr] xl:grid-cols-[260px_400px_1fr]"
                    >
                        <div>
                            <h3>{nameOf(rows, r.row)}</h3>
                            <div className="flex gap-px mt-1" aria-label="Dark half above, window half below">
                                {r.depths.map((d) => (
                                    <figure key={d.depth} className="m-0 flex-1">
                                        <div className="h-7" style={{ background: d.readings[0]?.dark }} />
                                        <Patch of={unfaded && d.readings[0] ? { seen: d.readings[0].dark, between: false } : aged(d, at)} />
                                        <figcaption className="text-xs text-soft">{d.name}</figcaption>
                                    </figure>
                                ))}
                            </div>
                        </div>
                        <Course of={shown} at={at} />
                        <div>
                            <Words of={shown} told={r.summary} reference={reference} />
                            <Beside of={shown} row={rows.find((c) => c.row === r.row)} asWool={r.asWool} wall={wall} />
                        </div>
                    </div>
                );
            })}
        </section>
    );
}

function nameOf(rows: CardRow[], row: number): string {
    return rows.find((r) => r.row === row)?.paint.colourName ?? `row ${row}`;
}

function fraction(share: number): string {
    if (share >= 0.95) {
        return share < 1.5 ? 'all' : `${share.toFixed(1)} times all`;
    }
    const parts = ['', '', 'half', 'a third', 'a quarter', 'a fifth', 'a sixth', 'a seventh', 'an eighth', 'a ninth', 'a tenth'];
    return parts[Math.round(1 / share)] ?? `${(100 * share).toFixed(0)} %`;
}

function Patch({ of }: { of: Aged }) {
    if (of === null) {
        return <div className="h-9 hatched" title="beyond what was tested" />;
    }
    return 'seen' in of ? (
        <div className={`h-9 ${of.between ? 'border-b-2 border-dotted border-ink' : ''}`} style={{ background: of.seen }} />
    ) : (
        <div className="h-9 flex" title="expected, not seen: least and most faded">
            <span className="flex-1" style={{ background: of.least }} />
            <span className="flex-1 border-l border-dashed border-ink" style={{ background: of.most }} />
        </div>
    );
}

/** Change against dose: readings with their range, and the range in which it may go on. */
function Course({ of, at }: { of: CourseDepth; at: number }) {
    const far = of.ahead.find((a) => a.mlxh >= 2.9 * (of.readings[of.readings.length - 1]?.mlxh ?? 0)) ?? of.ahead[of.ahead.length - 1];
    const shown = of.ahead.filter((a) => a.mlxh <= (far?.mlxh ?? 0));
    const mostX = Math.max(...of.readings.map((r) => r.mlxh), ...shown.map((a) => a.mlxh)) * 1.04;
    const mostY = Math.max(4, ...of.readings.map((r) => r.change + 2 * r.uncertainty), ...shown.map((a) => a.most)) * 1.05;
    const x = (mlxh: number) => 28 + (WIDTH - 36) * Math.sqrt(mlxh / mostX);
    const y = (change: number) => HEAD + (HEIGHT - FOOT - HEAD) * (1 - change / mostY);
    const line = of.readings.map((r) => `${x(r.mlxh)},${y(r.change)}`).join(' ');
    const told = of.readings.map((r) => `${r.change.toFixed(1)} at ${r.mlxh.toFixed(1)} Mlx h`).join(', ');
    const step = mostY > 24 ? 10 : mostY > 10 ? 5 : 2;
    return (
        <svg
            viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
            className="w-full max-w-[400px]"
            role="img"
            aria-label={`Change by light, ${of.name}: ${told}`}
        >
            {Array.from({ length: Math.floor(mostY / step) + 1 }, (_, i) => i * step).map((v) => (
                <g key={v}>
                    <line x1={28} x2={WIDTH - 8} y1={y(v)} y2={y(v)} stroke="var(--rule)" />
                    <text x={24} y={y(v) + 4} textAnchor="end" fontSize="11" fill="var(--soft)">
                        {v}
                    </text>
                </g>
            ))}
            {shown.length > 1 && (
                <polygon
                    points={[
                        ...shown.map((a) => `${x(a.mlxh)},${y(a.most)}`),
                        ...shown.map((a) => `${x(a.mlxh)},${y(a.least)}`).reverse(),
                    ].join(' ')}
                    fill="var(--rule)"
                    opacity="0.55"
                />
            )}
            {of.fitted.length > 0 ? (
                <polyline
                    points={of.fitted
                        .filter((f) => f.mlxh <= mostX)
                        .map((f) => `${x(f.mlxh)},${y(f.change)}`)
                        .join(' ')}
                    fill="none"
                    stroke="var(--ink)"
                    strokeWidth="1.2"
                />
            ) : (
                <polyline points={`${x(0)},${y(0)} ${line}`} fill="none" stroke="var(--ink)" strokeWidth="1.2" />
            )}
            {of.readings.map((r) => (
                <g key={r.mlxh}>
                    <line
                        x1={x(r.mlxh)}
                        x2={x(r.mlxh)}
                        y1={y(r.change + 1.96 * r.uncertainty)}
                        y2={y(Math.max(0, r.change - 1.96 * r.uncertainty))}
                        stroke="var(--ink)"
                    />
                    <rect x={x(r.mlxh) - 4} y={y(r.change) - 4} width="8" height="8" fill={r.window} stroke="var(--ink)" />
                    <text x={x(r.mlxh)} y={HEIGHT - 5} textAnchor="middle" fontSize="11" fill="var(--soft)">
                        {r.mlxh.toFixed(1)}
                    </text>
                </g>
            ))}
            {at <= mostX && <line x1={x(at)} x2={x(at)} y1={HEAD} y2={HEIGHT - FOOT} stroke="var(--ink)" strokeDasharray="2 3" />}
            <text x={32} y={12} fontSize="11" fill="var(--soft)">
                dE*ab, {of.name}; below: Mlx h
            </text>
        </svg>
    );
}

/** What changed most, in words; categories are those of middle strength, as everywhere. */
function Words({ of, told, reference }: { of: CourseDepth; told: FadeSummary; reference: number }) {
    const last = of.readings[of.readings.length - 1]!;
    const full = last.mlxh >= reference;
    return (
        <div>
            <p className="font-medium">
                {told.words}
                {told.mlxh !== null && (
                    <>
                        {' '}
                        after <span className="num">{mlxh(told.mlxh)}</span>
                    </>
                )}
            </p>
            {told.beside !== null && <p>{sentence(told.beside)}</p>}
            <p className="numbers">
                dE*ab{' '}
                <span className="num">
                    {last.change.toFixed(1)} ±{last.uncertainty.toFixed(1)}
                </span>
                , lightness <span className="num">{signed(last.dL)}</span>, chroma <span className="num">{signed(last.dC)}</span>
                {of.settled !== null && (
                    <>
                        ; already as full at the check at <span className="num">{of.settled.toFixed(1)} Mlx h</span>
                    </>
                )}
            </p>
            {of.way !== 'one way' && (
                <p>
                    {of.way === 'speeding up'
                        ? 'The change is speeding up: nothing is carried on from it.'
                        : 'The change does not run one way: nothing is carried on from it.'}
                </p>
            )}
            <p>
                {told.category === null ? (
                    'Of such a course no category is said.'
                ) : (
                    <>
                        <Term of="category">{told.categories.length === 1 ? 'Category' : 'Possible'}</Term>:{' '}
                        <strong className="font-medium">{told.category}</strong>
                        {full ? '' : ', if it does not speed up'}.
                    </>
                )}
            </p>
        </div>
    );
}

/** Light of a reader's own wall: lux, and hours a day. */
interface WallLight {
    lux: number;
    hours: number;
}

const WALL = 'my-wall';

function useWall(): [WallLight | null, (w: WallLight | null) => void] {
    const [wall, setWall] = useState<WallLight | null>(() => {
        try {
            return JSON.parse(localStorage.getItem(WALL) ?? 'null') as WallLight | null;
        } catch {
            return null;
        }
    });
    return [
        wall,
        (w) => {
            setWall(w);
            localStorage.setItem(WALL, JSON.stringify(w));
        },
    ];
}

function Wall({ of, onChange }: { of: WallLight | null; onChange: (w: WallLight | null) => void }) {
    const set = (part: Partial<WallLight>) => {
        const next = { lux: of?.lux ?? 0, hours: of?.hours ?? 0, ...part };
        onChange(next.lux > 0 || next.hours > 0 ? next : null);
    };
    return (
        <p className="no-print text-sm flex flex-wrap items-baseline gap-2">
            My wall:
            <label>
                <input
                    className="w-20"
                    type="number"
                    min={0}
                    max={100000}
                    value={of?.lux || ''}
                    onChange={(e) => set({ lux: Number(e.target.value) })}
                />{' '}
                lux for
            </label>
            <label>
                <input
                    className="w-16"
                    type="number"
                    min={0}
                    max={24}
                    value={of?.hours || ''}
                    onChange={(e) => set({ hours: Number(e.target.value) })}
                />{' '}
                hours a day
            </label>
        </p>
    );
}

/** What the claim, the eye, the reference strips and the dark half itself say beside the course; and how long it would last on a wall. */
function Beside({
    of,
    row,
    asWool,
    wall,
}: {
    of: CourseDepth;
    row: CardRow | undefined;
    asWool: { number: number; bound: string } | null;
    wall: WallLight | null;
}) {
    const last = of.readings[of.readings.length - 1]!;
    const said = (row?.verdicts ?? []).filter((v) => v.property === 'lightfastness' || v.property === 'grey scale');
    const yearly = wall === null ? 0 : (wall.lux * wall.hours * 365) / 1e6;
    const life: [string, [number, number | null]][] = of.displayLife === null ? [] : Object.entries(of.displayLife);
    if (yearly > 0 && of.noticeable !== null) {
        life.push(['on my wall', [of.noticeable[0] / yearly, of.noticeable[1] === null ? null : of.noticeable[1] / yearly]]);
    }
    return (
        <div className="text-sm">
            {(row?.claims ?? [])
                .filter((c) => c.property === 'lightfastness')
                .map((c) => (
                    <p key={c.uuid}>
                        The maker says “{c.words}”{c.classes.length > 0 && ` (${c.classes.join(', ')})`}: {CLAIM[c.check]}.
                    </p>
                ))}
            {said.map((v) => (
                <p key={v.uuid}>
                    By eye: {v.property === 'grey scale' ? `grey scale ${v.word}` : v.word}
                    {v.property === 'grey scale' ? last.grade !== '' && `, measured ${last.grade}` : SEEN[v.check]}{' '}
                    <span className="text-soft">({v.by})</span>
                </p>
            ))}
            {last.darkChange !== null && last.darkChange[0] > 2 * last.darkChange[1] && (
                <p>
                    The dark half itself has changed by dE{' '}
                    <span className="num">
                        {last.darkChange[0].toFixed(1)} ±{last.darkChange[1].toFixed(1)}
                    </span>{' '}
                    since its first reading: paint can fade in the dark too, or light or damp reached it.
                </p>
            )}
            {asWool !== null && (
                <p>
                    As fast as blue wool {asWool.bound} <span className="num">{asWool.number}</span> beside it, whatever the dose was.
                </p>
            )}
            {of.noticeable !== null && (
                <p className="text-soft">
                    Plainly seen {between(of.noticeable, 'Mlx h')}
                    {life.length > 0 && (
                        <>
                            :{' '}
                            {life
                                .map(([place, years]) => `${between(years, 'years')} ${place.startsWith('on ') ? place : `in a ${place}`}`)
                                .join('; ')}
                        </>
                    )}
                    ; if light alone counts.
                    {asWool === null && of.blueWool !== null && (
                        <>
                            {' '}
                            About as fast as blue wool{' '}
                            {of.blueWool[0] === of.blueWool[1] ? of.blueWool[0] : `${of.blueWool[0]} to ${of.blueWool[1]}`}.
                        </>
                    )}
                </p>
            )}
        </div>
    );
}

const CLAIM = {
    agrees: 'confirmed so far',
    contradicted: 'contradicted',
    open: 'cannot be told yet',
    'not comparable': 'cannot be compared',
} as const;

const SEEN = {
    agrees: '; the picture agrees',
    contradicted: '; the picture says otherwise',
    open: '; the picture is close to it',
    'not comparable': '',
} as const;

function Wool({ of }: { of: NonNullable<Courses['wool']> }) {
    return (
        <p>
            Reference strips: {of.strips.map((s) => `blue wool ${s.number} changed by dE ${s.change.toFixed(1)}`).join(', ')}
            {of.least !== null && (
                <>
                    ; by them {of.most === null ? 'at least' : 'between'} <span className="num">{of.least.toFixed(1)}</span>
                    {of.most !== null && (
                        <>
                            {' '}
                            and <span className="num">{of.most.toFixed(1)}</span>
                        </>
                    )}{' '}
                    Mlx h have fallen.
                </>
            )}
            {of.agrees === false &&
                ' That is not what the window is thought to have let through: is its glass, sky or curtain as it was told?'}
        </p>
    );
}

function signed(v: number): string {
    return `${v > 0 ? '+' : ''}${v.toFixed(1)}`;
}

function between([from, to]: [number, number | null], unit: string): string {
    const n = (v: number) => (v >= 10 ? v.toFixed(0) : v.toFixed(1));
    return to === null ? `not before ${n(from)} ${unit}` : from === to ? `at ${n(from)} ${unit}` : `after ${n(from)} to ${n(to)} ${unit}`;
}
