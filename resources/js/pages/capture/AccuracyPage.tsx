import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { get } from '../../api/client';
import type { Accuracy, AccuracyFigure, AccuracyGroup, AccuracyPart, WorstCell } from '../../api/capture';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { Wide } from '../../components/ui/Wide';

/** How far measured values lie from the truth where the truth is known, the worst cases included. */
export default function AccuracyPage() {
    const { data, error } = useQuery({ queryKey: keys.accuracy(), queryFn: () => get<Accuracy>('accuracy') });
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the figures" />;
    }
    const { photos, scans, drying, covered, swatches, courses } = data;
    return (
        <>
            <h1>How well it measures</h1>
            <p className="my-1 max-w-prose">
                Pictures are made by simulated scanners and cameras, so that the true colour of every cell is known, and measured as yours
                are. Real paint on real paper may be harder. <strong className="font-semibold">Bold</strong> figures miss their bound.
            </p>
            {photos === null && scans === null && (
                <Empty title="Not measured yet">Run bin/accuracy; it takes the better part of an hour.</Empty>
            )}
            {photos !== null && (
                <>
                    <section className="mt-5">
                        <h2>By device and calibration</h2>
                        <p className="max-w-prose">{photos.words}</p>
                        <Wide label="Figures by device and calibration">
                            <Kinds kinds={photos.kinds} />
                        </Wide>
                    </section>
                    <section className="mt-6">
                        <h2>Worst cell of each</h2>
                        <div className="grid gap-x-8 gap-y-5 mt-2 sm:grid-cols-2 xl:grid-cols-3">
                            {photos.worst.map((w) => (
                                <Worst key={w.kind} cell={w} />
                            ))}
                        </div>
                    </section>
                    {photos.chances.length > 0 && (
                        <section className="mt-6">
                            <h2>What was said with a chance</h2>
                            <p className="max-w-prose">
                                The likeliest word of every rating, by how likely it was said to be: of words said with 80 % eight in ten
                                should be right.
                            </p>
                            <Wide label="Chances said and how often they were right">
                                <Chances groups={photos.chances} />
                            </Wide>
                        </section>
                    )}
                    <section className="mt-6">
                        <h2>Pictures inside and outside the limits</h2>
                        <p className="max-w-prose">
                            Refused: {photos.outside.map((o) => `${o.fault} ${o.refused} of ${o.of}`).join(', ')}. What is not refused says
                            on every rating what is wrong.
                        </p>
                        <Figures of={photos.others} />
                    </section>
                </>
            )}
            <Part title="Drying shift" of={drying} />
            <Part title="One mark covered" of={covered} />
            <Part title="Swatches through the pocket frame" of={swatches} />
            <Part title="Courses of fading" of={courses} />
            <Part title="Scans, test by test" of={scans} />
        </>
    );
}

function Part({ title, of }: { title: string; of: AccuracyPart | null }) {
    return of === null ? null : (
        <section className="mt-6">
            <h2>{title}</h2>
            <p className="max-w-prose">{of.words}</p>
            <Figures of={of.figures} />
        </section>
    );
}

function Kinds({ kinds }: { kinds: AccuracyGroup[] }) {
    const names = [...new Set(kinds.flatMap((k) => k.figures.map((f) => f.name)))];
    return (
        <table className="min-w-[1220px] w-full text-sm mt-2">
            <thead>
                <tr className="border-b border-ink align-bottom">
                    <th className="py-1 pr-6">Figure</th>
                    {kinds.map((k) => (
                        <th key={k.kind} className="pl-4 text-right w-[8.6%]">
                            {k.kind}
                        </th>
                    ))}
                </tr>
            </thead>
            <tbody>
                {names.map((name) => (
                    <tr key={name} className="border-b border-rule align-baseline">
                        <th scope="row" className="py-1 pr-6 font-normal">
                            {name}
                        </th>
                        {kinds.map((k) => (
                            <td key={k.kind} className="pl-4 text-right num">
                                <Figure of={k.figures.find((f) => f.name === name)} />
                            </td>
                        ))}
                    </tr>
                ))}
            </tbody>
        </table>
    );
}

function Chances({ groups }: { groups: AccuracyGroup[] }) {
    const columns = ['how many', 'said', 'right'];
    return (
        <table className="min-w-[520px] max-w-2xl w-full text-sm mt-2">
            <thead>
                <tr className="border-b border-ink">
                    <th className="py-1">Word for, said with</th>
                    {columns.map((c) => (
                        <th key={c} className="pl-4 text-right">
                            {c}
                        </th>
                    ))}
                </tr>
            </thead>
            <tbody>
                {groups.map((g) => (
                    <tr key={g.kind} className="border-b border-rule">
                        <th scope="row" className="py-1 font-normal">
                            {g.kind}
                        </th>
                        {columns.map((c) => (
                            <td key={c} className="pl-4 text-right num">
                                <Figure of={g.figures.find((f) => f.name === c)} />
                            </td>
                        ))}
                    </tr>
                ))}
            </tbody>
        </table>
    );
}

function Figure({ of }: { of: AccuracyFigure | undefined }) {
    if (of === undefined) {
        return null;
    }
    // Counts are whole; shares and differences are not.
    const value = of.value.toFixed(Number.isInteger(of.value) && (of.value > 1 || of.bound === 0 || of.name === 'how many') ? 0 : 3);
    return (
        <>
            {of.holds === false ? <strong>{value}</strong> : value}{' '}
            {of.bound !== null && <span className="text-soft whitespace-nowrap">{bound(of)}</span>}
        </>
    );
}

function Figures({ of }: { of: AccuracyFigure[] }) {
    return (
        <dl className="mt-2 columns-1 md:columns-2 gap-x-10 text-sm">
            {of.map((f) => (
                <div key={f.name} className="flex justify-between gap-4 border-b border-rule py-1 break-inside-avoid">
                    <dt>{f.name}</dt>
                    <dd className="num whitespace-nowrap">
                        <Figure of={f} />
                    </dd>
                </div>
            ))}
        </dl>
    );
}

function Worst({ cell }: { cell: WorstCell }) {
    return (
        <figure>
            <div className="flex h-32">
                <img
                    src={`/api/accuracy/${cell.image.replace(/\D/g, '')}.jpg`}
                    alt={`Cell ${cell.cell} of ${cell.picture} in its surround`}
                    className="h-full w-40 object-cover"
                />
                <span className="w-16" style={{ background: cell.measuredHex }} title="measured" />
                <span className="w-16" style={{ background: cell.trueHex }} title="true" />
            </div>
            <figcaption className="text-sm mt-1">
                {cell.kind}: measured, then true. dE00 <span className="num">{cell.error.toFixed(2)}</span> off; stated within{' '}
                <span className="num">{cell.stated.toFixed(2)}</span> (95 %).
                <span className="block text-soft">
                    {cell.picture}, cell <span className="num">{cell.cell}</span>: L* a* b*{' '}
                    <span className="num">{cell.measured.map((v) => v.toFixed(1)).join(' ')}</span> for{' '}
                    <span className="num">{cell.true.map((v) => v.toFixed(1)).join(' ')}</span>
                </span>
            </figcaption>
        </figure>
    );
}

function bound(f: AccuracyFigure): string {
    return `${f.sense === '<=' ? '≤' : '≥'} ${Number(f.bound?.toFixed(3))}`;
}
