import { useQuery, useQueryClient } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useState } from 'react';
import { Link, Redirect, useParams } from '../../router';
import { Fault, get } from '../../api/client';
import type { Card, Picture, QualityCheck, Quantity } from '../../api/types';
import { day } from '../../components/paint/words';
import { Cautions, Empty, Loading, Problem } from '../../components/ui/states';
import { useTitle } from '../../components/ui/useTitle';
import { Simulated } from '../../components/paint/Simulated';
import { Corrections, CorrectRow, RemoveCard } from './Corrections';
import { PictureList } from './PictureList';
import { CommonConditions } from './CommonConditions';
import { FadeCourse } from './FadeCourse';
import { FadeCourses } from './FadeCourses';
import { FadeResults } from './FadeResults';
import { Instruments } from './Instruments';
import { PictureWithCells } from './PictureWithCells';
import { QualityReport, QualityTable } from './QualityReport';
import { RepeatPictures } from './RepeatPictures';
import { TakePicture } from './TakePicture';
import { RowResults } from './RowResults';
import { Spoil } from './Spoil';
import { WindowResults } from './WindowResults';
import { VerdictPicker } from './VerdictPicker';
import { Publish } from './Publish';

export default function CardPage() {
    const uuid = useParams().uuid ?? '';
    const queries = useQueryClient();
    const { data, error, refetch } = useQuery({
        queryKey: keys.card(uuid),
        queryFn: () => get<Card>(`cards/${uuid}`),
        // While a picture is being measured the page follows it.
        refetchInterval: (q) => (q.state.data?.pictures.some(inWork) ? 700 : false),
    });
    const [cell, setCell] = useState<string | null>(null);
    useTitle(data?.title);
    if (data === undefined) {
        if (error instanceof Fault && error.status === 403) {
            return (
                <Empty title="This card is its tester’s own">
                    <Link to={`/records/${uuid}`}>Read its published record</Link>, if there is one.
                </Empty>
            );
        }
        return error ? <Problem error={error} /> : <Loading what="the card" />;
    }
    // A drawer of swatches has a page of its own.
    if (data.kind === 'pocket') {
        return <Redirect to="/swatches" replace />;
    }
    const again = () => {
        void refetch();
        void queries.invalidateQueries({ queryKey: keys.code() });
        void queries.invalidateQueries({ queryKey: keys.today() });
        void queries.invalidateQueries({ queryKey: keys.light(uuid) });
        void queries.invalidateQueries({ queryKey: keys.rack() });
    };
    const picture = data.pictures.find((p) => p.uuid === data.shownPicture);
    const cautions = [...new Set(data.rows.flatMap((r) => r.paint.statement.cautions))];
    return (
        <>
            <Heading card={data} />
            {data.session !== null && !data.session.revealed && (
                <p className="my-2 border-l-4 border-ink pl-3 max-w-prose">
                    This card belongs to a blind session. Names, claims and what the picture says are shown to you when your last verdict is
                    in.
                    {data.picturesRead > 0 &&
                        ` ${data.picturesRead === 1 ? '1 picture is' : `${data.picturesRead} pictures are`} read, ` +
                            'shown after the verdicts.'}
                </p>
            )}
            {data.simulated && (
                <p className="my-2">
                    <Simulated /> It is a practice picture: no paint was read.
                </p>
            )}
            <Cautions of={cautions} />
            {!fades(data) && data.mayChange && <TakePicture card={data} check={null} onDone={again} />}
            {fades(data) && <FadeCourse card={data} onDone={again} />}
            {data.courses !== null && <FadeCourses courses={data.courses} rows={data.rows} card={data.uuid} />}
            <PicturesInWork pictures={data.pictures} />
            <PictureList card={data} onDone={again} />
            {picture && data.result && (
                <div className="xl:grid xl:grid-cols-[minmax(0,1fr)_270px] gap-x-5">
                    <PictureWithCells picture={picture} result={data.result} chosen={cell} onChoose={setCell} />
                    <Beside card={data} />
                </div>
            )}
            {data.result && <QualityReport result={data.result} />}
            <RepeatPictures
                card={uuid}
                pictures={data.pictures.filter((p) => p.measurement?.state === 'done' && p.withdrawn === null).length}
                mayChange={data.mayChange}
                onDone={again}
            />
            {data.result && fades(data) && <FadeResults result={data.result} rows={data.rows} />}
            {data.result && data.kind === 'frame' && <WindowResults windows={data.windows} />}
            {data.kind !== 'frame' && (
                <RowResults
                    rows={data.rows}
                    unshown={data.session !== null && !data.session.revealed && data.picturesRead > 0}
                    cells={data.result?.cells}
                    classes={data.classes}
                    properties={fades(data) ? ['lightfastness'] : ['transparency', 'staining', 'granulation']}
                    extra={
                        data.mayChange
                            ? (row, property) => (
                                  <>
                                      <VerdictPicker
                                          card={data}
                                          row={row}
                                          property={property}
                                          check={data.checks.at(-1) ?? null}
                                          onDone={again}
                                      />
                                      <Spoil
                                          specimen={row.uuid}
                                          property={property}
                                          reasons={data.spoiledReasons}
                                          spoiled={row.spoiled.find((s) => s.property === null || s.property === property) ?? null}
                                          onDone={again}
                                      />
                                  </>
                              )
                            : undefined
                    }
                />
            )}
            <Instruments card={uuid} mayChange={data.mayChange} />
            <Corrections of={data.corrections} />
            {data.mayPublish && data.kind !== 'frame' && <CorrectRow card={data} onDone={again} />}
            {data.mayPublish && data.kind !== 'frame' && <Publish card={data} onDone={again} />}
            {data.mayPublish && data.published === null && <RemoveCard card={data} />}
        </>
    );
}

/** What was read, beside the picture it was read from. */
function Beside({ card }: { card: Card }) {
    const shown: Quantity[] = fades(card) ? ['lightfastness'] : ['transparency', 'staining', 'granulation'];
    return (
        <aside aria-label="What was read" className="my-4 xl:text-sm">
            <p className="m-0 text-soft">
                {fades(card) ? 'This strip' : 'This card'} says; any card of a paint is told on the paint’s page.
            </p>
            <ol>
                {card.rows.map((row) => (
                    <li key={row.uuid} className="border-t border-rule py-1.5 leading-snug">
                        <strong className="font-semibold">{row.paint.colourName}</strong>
                        {shown.map((property) => {
                            const said = row.ratings.find((r) => r.property === property)?.said;
                            return said ? (
                                <span key={property} className="block">
                                    <span className="text-soft">{property}</span> {said}
                                </span>
                            ) : null;
                        })}
                    </li>
                ))}
            </ol>
        </aside>
    );
}

function fades(card: Card): boolean {
    return card.kind === 'fade' || card.kind === 'halves';
}

function inWork(p: Picture): boolean {
    return p.measurement?.state === 'waiting' || p.measurement?.state === 'running';
}

function Heading({ card }: { card: Card }) {
    return (
        <div className="flex flex-wrap items-baseline gap-x-5">
            <h1>{card.title}</h1>
            <p>
                {card.kind === 'halves' ? 'old strip' : `${card.kind === 'property' ? 'test' : card.kind} card`}{' '}
                <span className="num">{card.code}</span> · {card.owner} · made {day(card.made)} ·{' '}
                {card.published ? (
                    <Link to={`/records/${card.uuid}`}>published {day(card.published)}</Link>
                ) : (
                    'draft, seen by its owner and stewards'
                )}
            </p>
            <p className="basis-full">
                {card.kind === 'halves' ? 'Paper not recorded.' : `Paper: ${card.paper}, ${card.side}.`}
                {card.note && ` ${card.note}`}
                {card.session !== null && (
                    <>
                        {' '}
                        Painted in <Link to={`/bench/${card.session.uuid}`}>{card.session.title}</Link>
                        {card.session.blind && ', blind'}.
                    </>
                )}
            </p>
            <CommonConditions rows={card.rows} />
            {card.kind !== 'halves' && <ToPrint card={card} />}
        </div>
    );
}

function ToPrint({ card }: { card: Card }) {
    return (
        <p className="basis-full no-print flex flex-wrap gap-x-5">
            <span>
                <a href={`/api/cards/${card.uuid}/print.svg?frame=1`} target="_blank" rel="noreferrer">
                    Print as a frame to lay over hand-ruled paper
                </a>{' '}
                <span className="text-sm text-soft">any printer, stiff paper, a knife</span>
            </span>
            {card.kind !== 'frame' && (
                <span>
                    <a href={`/api/cards/${card.uuid}/print.svg`} target="_blank" rel="noreferrer">
                        Print onto painting paper
                    </a>{' '}
                    <span className="text-sm text-soft">a printer that takes it, ink that water does not move</span>
                </span>
            )}
            <a href={`/api/cards/${card.uuid}/layout.json`} target="_blank" rel="noreferrer">
                Layout, JSON
            </a>
            <span className="text-sm text-soft">
                Print at 100 %, A4 across. Setting ink with a heat gun burns fingers and paper: let it dry instead where you can.
            </span>
        </p>
    );
}

function PicturesInWork({ pictures }: { pictures: Picture[] }) {
    const shown = pictures.filter((p) => inWork(p) || p.measurement?.state === 'failed');
    const last = pictures.at(-1);
    return (
        <div aria-live="polite">
            {shown.map((p) =>
                p.measurement?.state === 'failed' ? (
                    p === last && <Refused key={p.uuid} problem={p.measurement.problem ?? ''} checks={p.measurement.quality} />
                ) : (
                    <p key={p.uuid} className="my-2 flex items-center gap-3">
                        <progress max={1} value={p.measurement?.progress ?? 0} aria-label="Measuring" className="w-64" />{' '}
                        {p.measurement?.step} <span className="text-soft text-sm">You can leave this page; it goes on.</span>
                    </p>
                ),
            )}
        </div>
    );
}

function Refused({ problem, checks }: { problem: string; checks: QualityCheck[] }) {
    return (
        <div role="alert" className="border-l-4 border-ink bg-panel px-3 py-2 my-2">
            <p className="max-w-prose">
                {problem} <span className="text-soft">The card, its earlier pictures and your notes are unchanged.</span>
            </p>
            {checks.length > 0 && <QualityTable checks={checks} />}
        </div>
    );
}
