import { Link } from '../../router';
import type { Paint, Rating } from '../../api/types';
import { AwaitedImage } from '../../components/ui/AwaitedImage';
import { Wide } from '../../components/ui/Wide';

interface ScannedWindow {
    measurement: string;
    row: number;
    use: string;
    words: string;
    widthMm: number;
    heightMm: number;
    fields: { name: string; atMm: number }[];
}
interface Strength {
    relative: number | null;
    uncertainty: number | null;
    why: string | null;
    channel?: string;
    cost: string | null;
    perMl?: string | null;
}
export interface Shown extends Paint {
    windows: ScannedWindow[];
    ratings: Rating[];
    isReference: boolean;
    strength: Strength | null;
}
export interface Answer {
    show: string;
    shows: { key: string; title: string }[];
    loupeMm: number;
    paints: Shown[];
}

/** Widest a band is drawn, and most pixels a millimetre takes. */
const BAND_PX = 620;
const MOST_PX_PER_MM = 11;
const MOST_MM = 150;

/** Bands stacked flush left, all to one scale, so that the eye compares down. */
export function Bands({
    paints,
    ladders,
    notes = true,
    onReference,
}: {
    paints: Shown[];
    ladders: boolean;
    /** What this card says beside it; left out where the page tells of all cards. */
    notes?: boolean;
    onReference: (uuid: string) => void;
}) {
    // Several windows of one paint wrap rather than shrink all bands.
    const widest = Math.max(
        1,
        ...paints.map((p) =>
            Math.max(
                ...p.windows.map((w) => w.widthMm),
                Math.min(
                    MOST_MM,
                    p.windows.reduce((sum, w) => sum + w.widthMm, 0),
                ),
            ),
        ),
    );
    const pxPerMm = Math.min(MOST_PX_PER_MM, BAND_PX / widest);
    const reference = paints.find((p) => p.isReference);
    return (
        <Wide label="Scans under one another">
            <div className="lg:min-w-[860px]">
                {paints.map((p) => (
                    <div
                        key={p.uuid}
                        className="grid lg:grid-cols-[11rem_auto_1fr] gap-x-4 gap-y-1 border-b border-rule py-1 items-center keep-together"
                    >
                        <div className="leading-tight">
                            <Link to={`/paints/${p.uuid}`} className="font-semibold">
                                {p.colourName}
                            </Link>
                            <span className="block text-sm">{p.maker}</span>
                            <span className="block text-sm text-soft">{p.statement.text}</span>
                        </div>
                        <div className="flex flex-wrap gap-1" style={{ width: widest * pxPerMm + 12 }}>
                            {p.windows.map((w) => (
                                <Scanned key={w.use} of={w} paint={p} pxPerMm={pxPerMm} />
                            ))}
                        </div>
                        <div className="text-sm leading-snug">
                            {(notes ? p.ratings : [])
                                .filter((r) => r.property !== 'strength')
                                .map((r) => (
                                    <p key={r.property}>
                                        <span className="text-soft">
                                            {p.windows.length > 1 || p.ratings.length > 1 ? `${r.property}: ` : ''}
                                        </span>
                                        {r.told}
                                        {r.remarks.map((m) => (
                                            <span key={m} className="text-soft">
                                                ; {m}
                                            </span>
                                        ))}
                                    </p>
                                ))}
                            {ladders && p.strength !== null && <StrengthWords of={p} reference={reference} onReference={onReference} />}
                        </div>
                    </div>
                ))}
            </div>
            <p className="mt-2 text-sm text-soft">
                {paints.length > 0 && (
                    <>
                        Every band at <span className="num">{pxPerMm.toFixed(1)}</span> pixels a millimetre, straight from the scan; numbers
                        under the fields are {ladders ? 'drops of paint in twenty' : 'layers or steps'}.
                        {ladders &&
                            reference &&
                            ' Strength is the slope of deposit against drops at the pale end, in the key channel of the reference paint, ' +
                                'on one paper and under one protocol only.'}
                    </>
                )}
            </p>
        </Wide>
    );
}

function StrengthWords({ of, reference, onReference }: { of: Shown; reference: Shown | undefined; onReference: (uuid: string) => void }) {
    const s = of.strength!;
    if (of.isReference) {
        return (
            <p>
                <strong className="font-semibold">strength 100 %</strong>, the reference
                {s.perMl && (
                    <>
                        ; <span className="num">{s.perMl}</span>
                    </>
                )}
            </p>
        );
    }
    return (
        <p>
            {s.relative === null ? (
                <span className="text-soft">strength not compared: {s.why}</span>
            ) : (
                <>
                    strength{' '}
                    <span className="num">
                        {(100 * s.relative).toFixed(0)} ±{(100 * (s.uncertainty ?? 0)).toFixed(0)} %
                    </span>{' '}
                    of {reference?.colourName}
                    {s.cost !== null && (
                        <>
                            ; <span className="num">{s.perMl}</span>, so <span className="num">{s.cost}</span> for the work of its
                            millilitre
                        </>
                    )}
                </>
            )}{' '}
            <button type="button" className="link" onClick={() => onReference(of.uuid)}>
                as reference<span className="sr-only">: {of.colourName}</span>
            </button>
        </p>
    );
}

/** What a wash looks like at many times its size; the same millimetres for every paint. */
export function Loupes({ paints, mm }: { paints: Shown[]; mm: number }) {
    const side = 296;
    return (
        <ul className="grid gap-1 grid-cols-[repeat(auto-fill,minmax(296px,1fr))]">
            {paints.map((p) => (
                <li key={p.uuid} className="leading-tight keep-together">
                    <div className="relative hatched" style={{ width: side, height: side }}>
                        <AwaitedImage
                            src={source(p.windows[0]!, true)}
                            width={side}
                            height={side}
                            alt={`Wash of ${p.colourName} under the loupe`}
                        />
                        <svg width={side} height={side} className="absolute inset-0" aria-hidden="true">
                            <path d={`M8 ${side - 8}h${side / mm}`} stroke="#fff" strokeWidth="5" />
                            <path d={`M8 ${side - 8}h${side / mm}`} stroke="#000" strokeWidth="2" />
                        </svg>
                    </div>
                    <Link to={`/paints/${p.uuid}`} className="font-semibold">
                        {p.colourName}
                    </Link>{' '}
                    <span className="text-sm">{p.maker}</span>
                    {p.ratings.map((r) => (
                        <span key={r.property} className="block text-sm">
                            <span className="text-soft">{r.property === 'granulation' ? 'grain ' : `${r.property} `}</span>
                            {r.told}
                            {r.property === 'granulation' &&
                                typeof r.numbers.grainSizeMm === 'number' &&
                                r.value !== null &&
                                r.value >= 0.04 && (
                                    <>
                                        , half width <span className="num">{r.numbers.grainSizeMm.toFixed(2)}</span> mm
                                    </>
                                )}
                        </span>
                    ))}
                </li>
            ))}
            {paints.length > 0 && (
                <li className="col-span-full text-sm text-soft mt-1">
                    The middle {mm} by {mm} mm of every wash; the bar is one millimetre.
                </li>
            )}
        </ul>
    );
}

function Scanned({ of, paint, pxPerMm }: { of: ScannedWindow; paint: Shown; pxPerMm: number }) {
    return (
        <span className="relative block hatched" style={{ width: of.widthMm * pxPerMm, height: of.heightMm * pxPerMm }}>
            <AwaitedImage
                src={source(of, false)}
                width={of.widthMm * pxPerMm}
                height={of.heightMm * pxPerMm}
                alt={`${of.words} of ${paint.colourName}`}
                title={of.words}
            />
            {of.fields.map((f) => (
                <span
                    key={f.name}
                    className="absolute bottom-0 -translate-x-1/2 text-[11px] leading-none pb-px text-black num"
                    style={{ left: f.atMm * pxPerMm }}
                >
                    {f.name}
                </span>
            ))}
        </span>
    );
}

function source(of: ScannedWindow, loupe: boolean): string {
    return `/api/measurements/${of.measurement}/window.webp?row=${of.row}&use=${of.use}${loupe ? '&loupe=1' : ''}`;
}
