import { Link } from '../../router';
import type { Measurement, RecordPage } from '../../api/types';
import { wordAndChance } from '../../components/paint/words';

/** Width of the picture beside which it stands, px, as the page lays it. */
const PICTURE = 840;

/** What was measured of each painted row, at the height of the row in the picture. Only where there is room beside it. */
export function BesidePicture({ rows, result }: { rows: RecordPage['rows']; result: Measurement }) {
    const [width, height] = result.scan.pixels;
    const places = rows.flatMap((r) => {
        const ys = result.cells.filter((c) => c.row === r.row).flatMap((c) => c.polygonPx.map((p) => p[1]!));
        return ys.length === 0 ? [] : [{ row: r, at: (Math.min(...ys) + Math.max(...ys)) / 2 / height }];
    });
    return (
        <div className="relative hidden xl:block" style={{ height: (PICTURE * height) / width }} aria-hidden="true">
            {places.map(({ row, at }) => (
                <p key={row.row} className="absolute m-0 -translate-y-1/2 leading-tight" style={{ top: `${100 * at}%` }}>
                    <Link to={`/paints/${row.paint.uuid}`} className="font-semibold" tabIndex={-1}>
                        {row.paint.colourName}
                    </Link>
                    <span className="block text-sm">{told(row)}</span>
                </p>
            ))}
        </div>
    );
}

/** The words of a row in one line; what has none was not measured. */
function told(row: RecordPage['rows'][number]): string {
    const words = { transparency: '', staining: 'staining ', granulation: 'grain ', lightfastness: '' };
    return Object.entries(words)
        .map(([property, before]) => {
            const said = row.ratings.find((r) => r.property === property)?.said;
            // "non-staining" says of what it is.
            return said == null ? null : (said.includes('staining') ? '' : before) + wordAndChance(said)[0];
        })
        .filter((w) => w !== null)
        .join('; ');
}
