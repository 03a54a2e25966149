export interface Plan {
    cards: { kind: string; rows: { pan: string; name: string; maker: string; pigments: string; place: string }[] }[];
    tasks: { card: number; row: number | null; kind: string; title: string; wait: boolean; start: number; end: number }[];
    workSeconds: number;
    wholeSeconds: number;
    sheets: number;
    squareMetres: number;
}

/** Cards and rows, and the afternoon as a line: hands at work in black, drying hatched. */
export function PlanOverview({ plan, blind }: { plan: Plan; blind: boolean }) {
    return (
        <>
            <p>
                <strong className="font-semibold">{span(plan.wholeSeconds)}</strong> from first to last, {span(plan.workSeconds)} of it with
                brush in hand · {plan.sheets} {plan.sheets === 1 ? 'sheet' : 'sheets'} of A4 painting paper (
                <span className="num">{plan.squareMetres.toFixed(2)} m²</span>)
            </p>
            <div
                className="mt-3 space-y-1.5"
                role="img"
                aria-label={`Time line: ${plan.cards.map((_, i) => `card ${i + 1} ${span(lastOf(plan, i + 1))}`).join(', ')}`}
            >
                {plan.cards.map((_, i) => (
                    <div key={i} className="flex items-center gap-2">
                        <span className="num w-16 whitespace-nowrap">card {i + 1}</span>
                        <svg viewBox={`0 0 ${plan.wholeSeconds} 14`} preserveAspectRatio="none" className="h-4 grow bg-panel">
                            <defs>
                                <pattern id={`dry-${i}`} width={plan.wholeSeconds / 60} height="14" patternUnits="userSpaceOnUse">
                                    <rect width={plan.wholeSeconds / 180} height="14" fill="var(--rule)" />
                                </pattern>
                            </defs>
                            {plan.tasks
                                .filter((t) => t.card === i + 1)
                                .map((t, n) => (
                                    <rect
                                        key={n}
                                        x={t.start}
                                        width={Math.max(1, t.end - t.start)}
                                        y={t.wait ? 4 : 0}
                                        height={t.wait ? 6 : 14}
                                        fill={t.wait ? `url(#dry-${i})` : 'var(--ink)'}
                                    />
                                ))}
                        </svg>
                    </div>
                ))}
                <p className="text-sm text-soft flex justify-between pl-16">
                    <span className="num">0:00</span>
                    <span>black: painting, lifting, judging · striped: drying</span>
                    <span className="num">{clockOf(plan.wholeSeconds)}</span>
                </p>
            </div>
            <ol className="mt-3 grid gap-4 sm:grid-cols-2">
                {plan.cards.map((c, i) => (
                    <li key={i}>
                        <h2>
                            Card {i + 1}, {c.kind === 'fade' ? 'fading' : 'properties'}
                        </h2>
                        <ol className="list-decimal pl-6">
                            {c.rows.map((r) => (
                                <li key={r.pan}>
                                    {r.name} <span className="text-sm text-soft">{[r.pigments, r.place].filter(Boolean).join(' · ')}</span>
                                </li>
                            ))}
                        </ol>
                    </li>
                ))}
            </ol>
            {blind && (
                <p className="mt-2 text-sm max-w-prose">
                    Names are shown here for the last time before the verdicts. Cards and guide carry code words; at painting the guide
                    names only the place of the pan. It helps when one person paints and another judges.
                </p>
            )}
        </>
    );
}

function lastOf(plan: Plan, card: number): number {
    return Math.max(...plan.tasks.filter((t) => t.card === card).map((t) => t.end));
}

function clockOf(seconds: number): string {
    return `${Math.floor(seconds / 3600)}:${String(Math.round((seconds % 3600) / 60)).padStart(2, '0')}`;
}

function span(seconds: number): string {
    const minutes = Math.round(seconds / 60);
    return minutes < 60 ? `${minutes} min` : `${Math.floor(minutes / 60)} h ${minutes % 60 === 0 ? '' : `${minutes % 60} min`}`.trim();
}
