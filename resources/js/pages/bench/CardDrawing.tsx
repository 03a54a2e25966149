import type { BenchCard, LayoutJson, Task, TaskKind } from '../../api/bench';

/** The card to scale: what is done is marked, what is skipped is crossed, and the place of the next brush action is outlined. */
export function CardDrawing({
    card,
    layout,
    tasks,
    kinds,
    current,
    roles,
    onRow,
}: {
    card: BenchCard;
    layout: LayoutJson;
    tasks: Task[];
    kinds: Record<string, TaskKind>;
    current: Task | null;
    roles: string[];
    onRow: (row: number) => void;
}) {
    const rowNow = current?.specimen === null ? null : (card.rows.find((r) => r.uuid === current?.specimen)?.row ?? null);
    const lowest = Math.max(...layout.windows.flatMap((w) => w.polygon.map((p) => p[1])));
    const height = Math.min(210, lowest + 8);
    return (
        <svg
            viewBox={`0 14 297 ${height - 14}`}
            className="block w-full bg-panel border border-rule"
            role="img"
            aria-label={`${card.title}, card ${card.code}${rowNow === null ? '' : `, row ${rowNow} outlined`}`}
        >
            {layout.windows.map((w, i) => {
                const [[x, y], , [right, bottom]] = w.polygon as [[number, number], [number, number], [number, number], [number, number]];
                return (
                    <rect
                        key={i}
                        x={x}
                        y={y}
                        width={right - x}
                        height={bottom - y}
                        fill="var(--surround)"
                        stroke="var(--rule)"
                        strokeWidth="0.3"
                    />
                );
            })}
            {layout.windows
                .filter((w) => w.row === layout.rows[0]?.row)
                .map((w, i) => (
                    <text key={`use-${i}`} x={w.polygon[0]![0]} y={w.polygon[0]![1] - 1.4} fontSize="3.4" fill="var(--soft)">
                        {w.piece === 'whole'
                            ? w.use
                                  .replace('rewet', 're-wetting')
                                  .replace('-line', ' line')
                                  .replace('-square', ' square')
                                  .replace('-edge', ' edge')
                            : i % 4 === 0
                              ? `${w.piece}: bare`
                              : ''}
                    </text>
                ))}
            {layout.windows
                .filter((w) => w.use === 'stroke' || w.use === 'second-line')
                .map((w) => {
                    const [[x, y], , [right, bottom]] = w.polygon as [
                        [number, number],
                        [number, number],
                        [number, number],
                        [number, number],
                    ];
                    // Of a pair the upper line is there from the start; the lower one is ruled over the paint.
                    return (
                        <rect
                            key={`line-${w.use}-${w.row}`}
                            x={x + 0.5}
                            y={w.use === 'stroke' ? (y + bottom) / 2 - 2 : (3 * y + bottom) / 4 - 2}
                            width={right - x - 1}
                            height="4"
                            fill="var(--ink)"
                        />
                    );
                })}
            {card.rows.map((row) => (
                <Marks key={row.uuid} row={row.row} layout={layout} tasks={tasks.filter((t) => t.specimen === row.uuid)} kinds={kinds} />
            ))}
            {card.rows.map((row) => {
                const top = layout.windows.find((w) => w.row === row.row)!.polygon[0]![1];
                const said = row.remarks.length + row.photos.length > 0;
                return (
                    <g key={row.uuid} onClick={() => onRow(row.row)} className="cursor-pointer">
                        <rect x="2" y={top - 3} width="44" height="24" fill="transparent" />
                        <text x="4" y={top + 5} fontSize="4.6" fontWeight={row.row === rowNow ? 700 : 400} fill="var(--ink)">
                            {row.row} {row.label.length > 15 ? `${row.label.slice(0, 14)}…` : row.label}
                        </text>
                        {row.spoiled.length > 0 ? (
                            <text x="4" y={top + 10.5} fontSize="3.6" fill="var(--ink)">
                                spoiled
                            </text>
                        ) : (
                            said && (
                                <text x="4" y={top + 10.5} fontSize="3.6" fill="var(--ink)">
                                    {[row.remarks.length > 0 && `${row.remarks.length} said`, row.photos.length > 0 && 'photo']
                                        .filter(Boolean)
                                        .join(', ')}
                                </text>
                            )
                        )}
                    </g>
                );
            })}
            {boxes(layout, rowNow, roles).map((b, i) => (
                <rect
                    key={i}
                    x={b.x}
                    y={b.y}
                    width={b.width}
                    height={b.height}
                    fill="none"
                    stroke="var(--ink)"
                    strokeWidth="1.4"
                    data-current
                />
            ))}
        </svg>
    );
}

interface Box {
    x: number;
    y: number;
    width: number;
    height: number;
}

/** One box for each piece, around the cells of the action; all rows when it is for the whole card. */
function boxes(layout: LayoutJson, row: number | null, roles: string[]): Box[] {
    const rows = row === null ? layout.rows.map((r) => r.row) : [row];
    const pieces = [...new Set(layout.cells.map((c) => c.piece))];
    return rows.flatMap((r) =>
        pieces.flatMap((piece) => {
            const points = layout.cells.filter((c) => c.row === r && c.piece === piece && roles.includes(c.role)).flatMap((c) => c.polygon);
            if (points.length === 0) {
                return [];
            }
            const x = Math.min(...points.map((p) => p[0])) - 2.5;
            const y = Math.min(...points.map((p) => p[1])) - 2.5;
            return [
                { x, y, width: Math.max(...points.map((p) => p[0])) + 2.5 - x, height: Math.max(...points.map((p) => p[1])) + 2.5 - y },
            ];
        }),
    );
}

/** A tick where an action is done, a cross where it was skipped. */
function Marks({ row, layout, tasks, kinds }: { row: number; layout: LayoutJson; tasks: Task[]; kinds: Record<string, TaskKind> }) {
    return (
        <>
            {tasks
                .filter((t) => t.state !== 'open')
                .flatMap((t) =>
                    boxes(layout, row, kinds[t.kind]?.roles ?? []).map((b, i) => {
                        const [cx, cy] = [b.x + b.width - 4, b.y + 4];
                        return t.state === 'done' ? (
                            <path key={t.uuid + i} d={`M${cx - 2} ${cy}l1.6 1.8l3-4`} stroke="var(--ink)" strokeWidth="1" fill="none" />
                        ) : (
                            <path
                                key={t.uuid + i}
                                d={`M${b.x} ${b.y}L${b.x + b.width} ${b.y + b.height}M${b.x + b.width} ${b.y}L${b.x} ${b.y + b.height}`}
                                stroke="var(--soft)"
                                strokeWidth="0.5"
                                fill="none"
                            />
                        );
                    }),
                )}
        </>
    );
}
