import { useAwaited } from '../../components/ui/useAwaited';
import type { CellRead, Measurement, Picture } from '../../api/types';

/** The scan with every cell drawn where it was read. */
export function PictureWithCells({
    picture,
    result,
    chosen,
    onChoose,
}: {
    picture: Picture;
    result: Measurement;
    chosen: string | null;
    onChoose: (cell: string | null) => void;
}) {
    const [width, height] = result.scan.pixels;
    const shown = useAwaited(`/api/pictures/${picture.uuid}/preview.webp`);
    const cell = result.cells.find((c) => c.id === chosen) ?? null;
    return (
        <figure className="my-4 keep-together">
            <svg
                viewBox={`0 0 ${width} ${height}`}
                className="block w-full bg-panel"
                role="group"
                aria-label="The scan with the cells that were read"
            >
                {shown.state === 'shown' ? (
                    <image href={shown.src} onError={shown.onError} width={width} height={height} />
                ) : (
                    <text x={width / 40} y={height / 20} fontSize={height / 40} fill="currentColor">
                        {shown.state === 'awaited'
                            ? 'This picture is being painted; what was read of it is here already.'
                            : 'This picture is not here.'}
                    </text>
                )}
                {result.cells.map((c) => (
                    <polygon
                        key={c.id}
                        points={c.polygonPx.map((p) => p.join(',')).join(' ')}
                        fill="transparent"
                        stroke={c.id === chosen ? '#fff' : '#000'}
                        strokeWidth={c.id === chosen ? 9 : 3}
                        className="cursor-pointer"
                        tabIndex={-1}
                        onClick={() => onChoose(c.id === chosen ? null : c.id)}
                    >
                        <title>{`${c.what}: L* ${c.lab[0]?.toFixed(1)}`}</title>
                    </polygon>
                ))}
            </svg>
            <figcaption className="text-sm mt-1 min-h-6">
                {cell === null ? (
                    <>
                        {picture.source === 'stand-in' ? picture.name[0]!.toUpperCase() + picture.name.slice(1) : picture.name} ·{' '}
                        <span className="num">
                            {width} × {height}
                        </span>{' '}
                        pixels, <span className="num">{Math.round(result.scan.dpi)}</span> dots per inch on the card · colour from{' '}
                        {result.scan.profile}
                        {result.scan.calibration && result.scan.calibration.kind !== 'as-told' && `, ${result.scan.calibration.name}`} ·
                        turned {result.scan.pieces.map((p) => `${p.id} ${p.rotationDeg.toFixed(1)}°`).join(', ')}
                        {result.scan.remarks.map((r) => ` · ${r}`)}. Choose a cell to read it.
                    </>
                ) : (
                    <CellWords cell={cell} />
                )}
            </figcaption>
        </figure>
    );
}

function CellWords({ cell }: { cell: CellRead }) {
    return (
        <span>
            <strong>
                Row {cell.row}, {cell.what}
                {cell.step > 0 && `, step ${cell.step}`}
            </strong>{' '}
            (<span className="num">{cell.id}</span>): L* a* b* <span className="num">{cell.lab.map((v) => v.toFixed(2)).join(' ')}</span>,{' '}
            {cell.uncertainty95 != null && (
                <>
                    true within dE00 <span className="num">{cell.uncertainty95.toFixed(2)}</span> (95 %),{' '}
                </>
            )}
            spread <span className="num">{cell.labSpread.map((v) => v.toFixed(2)).join(' ')}</span>, deposit r g b{' '}
            <span className="num">{cell.deposit.map((v) => (v === null ? 'saturated' : v.toFixed(3))).join(' ')}</span>,{' '}
            <span className="num">{cell.pixels}</span> samples kept{cell.remarks.map((r) => `; ${r}`)}.
        </span>
    );
}
