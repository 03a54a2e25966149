import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useState } from 'react';
import { Link, useParams } from '../../router';
import { get } from '../../api/client';
import type { RecordPage as Record_ } from '../../api/types';
import { ArchiveLink } from '../../components/ui/ArchiveLink';
import { Simulated } from '../../components/paint/Simulated';
import { day } from '../../components/paint/words';
import { Cautions, Loading, Problem } from '../../components/ui/states';
import { useTitle } from '../../components/ui/useTitle';
import { FadeResults } from '../cards/FadeResults';
import { PictureWithCells } from '../cards/PictureWithCells';
import { CommonConditions } from '../cards/CommonConditions';
import { RowResults } from '../cards/RowResults';
import { BesidePicture } from './BesidePicture';
import { fingerprintOf } from './fingerprint';
import { Follow } from './Follow';
import { Moderate } from './Moderate';
import { Talk } from './Talk';

/** A published revision: read, print, link. Everything on it comes from the revision's own JSON. */
export default function RecordPage() {
    const { card = '', number } = useParams();
    const path = `records/${card}${number ? `/${number}` : ''}.json`;
    const { data, error } = useQuery({ queryKey: keys.record(card, number), queryFn: () => get<Record_>(path) });
    const [cell, setCell] = useState<string | null>(null);
    useTitle(data && `${data.title}, revision ${data.revision}`);
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the record" />;
    }
    const picture = data.pictures.find((p) => p.uuid === data.shownPicture);
    const cautions = [...new Set(data.rows.flatMap((r) => r.paint.statement.cautions))];
    return (
        <article>
            <div className="flex flex-wrap gap-x-5 items-baseline">
                <h1>{data.title}</h1>
                <p>
                    {data.kind === 'property' ? 'test' : data.kind} card <span className="num">{data.code}</span> ·{' '}
                    {data.standing.testerUuid === null ? data.owner : <Link to={`/testers/${data.standing.testerUuid}`}>{data.owner}</Link>}{' '}
                    · published {day(data.publishedAt)}, revision {data.revision}
                </p>
                <span className="no-print ml-auto flex flex-wrap gap-x-4">
                    <button type="button" className="link" onClick={() => window.print()}>
                        Print
                    </button>
                    <Link to={`/protocol/${data.uuid}`}>Protocol</Link>
                    {data.standing.mayRepeat && <Link to={`/records/${data.uuid}/repeat`}>I do the same</Link>}
                    {(data.kind === 'fade' || data.kind === 'halves') && <Follow kind="rack" of={data.uuid} what="this rack" />}
                    <Link to={`/records/${data.uuid}/${data.revision}`}>Link to this revision</Link>
                </span>
            </div>
            {data.standing.home !== null && (
                <p role="note" className="my-1">
                    From the ledger at <strong className="font-semibold">{data.standing.home.name}</strong>, revision {data.revision}
                    {data.standing.home.broughtBy !== null &&
                        data.standing.home.broughtBy !== data.standing.home.name &&
                        `, by way of ${data.standing.home.broughtBy}`}
                    {!data.standing.home.proven && ', unproven: nothing came from that ledger itself yet'}. It is changed there, and counts
                    here as the tests of other testers.
                </p>
            )}
            <Standing of={data} />
            <Said of={data} />
            <p className="my-1 text-lg">
                {data.rows.length === 1 ? 'One paint' : `${data.rows.length} paints`} on {data.paper}
                {data.measurement ? ': what the card tested' : ', judged by eye'}.
            </p>
            {picture && data.measurement && !data.standing.pictureHere && (
                <p className="my-3 text-soft">Its picture stayed with its ledger; what was read in it stands below and in the JSON.</p>
            )}
            {picture && data.measurement && data.standing.pictureHere && (
                <div className="grid gap-x-6 xl:grid-cols-[840px_1fr]">
                    <div className="max-w-[840px]">
                        <PictureWithCells picture={picture} result={data.measurement} chosen={cell} onChoose={setCell} />
                    </div>
                    <BesidePicture rows={data.rows} result={data.measurement} />
                </div>
            )}
            {data.measurement && (data.kind === 'fade' || data.kind === 'halves') && (
                <FadeResults result={data.measurement} rows={data.rows} />
            )}
            <RowResults
                rows={data.rows}
                cells={data.measurement?.cells}
                classes={data.classes}
                properties={
                    data.kind === 'fade' || data.kind === 'halves' ? ['lightfastness'] : ['transparency', 'staining', 'granulation']
                }
            />
            <p className="my-1">
                Paper: {data.paper}, {data.side}.{data.note && ` ${data.note}`}
            </p>
            {data.pictures.find((p) => p.uuid === data.shownPicture)?.source === 'stand-in' && (
                <p className="my-1">
                    <Simulated /> It is a practice picture: no paint was read.
                </p>
            )}
            <CommonConditions rows={data.rows} />
            {(data.instruments ?? []).map((run) => (
                <p key={run.uuid} className="my-1">
                    Read with {run.name}: <span className="num">{run.samples.length}</span> {run.samples.length === 1 ? 'place' : 'places'}
                    {run.samples.some((s) => s.spectrum !== null) && ' by wavelength'}, {day(run.on)}. The numbers are in the CGATS file.
                </p>
            ))}
            {data.hanging && (
                <p className="my-1">
                    Hung {day(data.hanging.hungOn)}, facing {data.hanging.facing}
                    {data.hanging.glass && `, ${data.hanging.glass}`}
                    {data.hanging.latitude !== null && data.hanging.longitude !== null && (
                        <>
                            , near{' '}
                            <span className="num">
                                {data.hanging.latitude}°, {data.hanging.longitude}°
                            </span>
                        </>
                    )}
                    .
                </p>
            )}
            <Cautions of={cautions} />
            {(data.gaps ?? []).length > 0 && (
                <section className="my-3 max-w-3xl" aria-label="Gaps">
                    <h2 className="border-b border-ink pb-1">What this record does not know</h2>
                    <ul className="list-disc pl-5">
                        {data.gaps!.map((g, i) => (
                            <li key={i}>
                                {g.row !== null && (
                                    <strong className="font-semibold">{data.rows.find((r) => r.row === g.row)?.paint.colourName}: </strong>
                                )}
                                {g.gap}
                            </li>
                        ))}
                    </ul>
                </section>
            )}
            <Talk of={data} />
            <p className="no-print mt-2">
                <Moderate subject="record" uuid={data.uuid} hidden={false} />
            </p>
            <p className="no-print mt-4 flex flex-wrap gap-x-4">
                <span>As a file:</span>
                <a href={`/api/${path}`}>JSON</a>
                {(data.measurement || (data.instruments ?? []).length > 0) && <a href={`/api/records/${data.uuid}.cgats`}>CGATS</a>}
                <ArchiveLink href={`/api/ledger/bundle.zip?card=${data.uuid}&pictures=1`}>Bundle</ArchiveLink>
            </p>
            <p className="mt-4 text-sm">
                {data.limits} {data.licence !== undefined && `${data.licence.name}: ${data.licence.says}`}
                {data.fingerprint !== undefined && <Fingerprint of={data} json={`/api/${path}`} />}
                {data.measurement && (
                    <>
                        {' '}
                        Measured by meter {data.measurement.measuredBy.meter}, {data.measurement.measuredBy.scale}, rules{' '}
                        {data.measurement.measuredBy.rules}.
                    </>
                )}
            </p>
        </article>
    );
}

/** What the record is known by, worked out once more from what this page was sent. */
function Fingerprint({ of, json }: { of: Record_; json: string }) {
    const worked = useQuery({ queryKey: keys.fingerprint(of.uuid, of.revision), queryFn: () => fingerprintOf(of), staleTime: Infinity });
    return (
        <>
            {' '}
            Fingerprint <span className="num break-all">{of.fingerprint}</span>, over content and pictures (<a href={json}>JSON</a>, RFC
            8785, SHA-256)
            {typeof worked.data === 'string' &&
                (worked.data === of.fingerprint ? (
                    ': worked out anew in this browser, it is the same'
                ) : (
                    <strong role="alert">: this page says something else than what was published</strong>
                ))}
            .
        </>
    );
}

/** In one line what others have to do with it; the rest is further down. */
function Said({ of }: { of: Record_ }) {
    const { questions, repeats, repeatedBy } = of.standing;
    const open = questions.filter((q) => q.closed === null).length;
    const said = [
        ...(repeats === null ? [] : [`repeats “${repeats.title}”`]),
        ...(repeatedBy.length === 0
            ? []
            : [repeatedBy.length === 1 ? `repeated by ${repeatedBy[0]!.by}` : `repeated ${repeatedBy.length} times`]),
        ...(open === 0 ? [] : [`${open} open ${open === 1 ? 'question' : 'questions'}`]),
    ];
    return said.length === 0 ? null : (
        <p className="my-1">
            <a href="#said">{said.join(' · ')}</a>
        </p>
    );
}

/** Whether it still stands, and what it says otherwise than the revision before. */
function Standing({ of }: { of: Record_ }) {
    const { withdrawn, newest, changes, otherwise, history } = of.standing;
    return (
        <>
            {withdrawn !== null && (
                <p role="note" className="border-l-4 border-ink pl-3 my-2 max-w-prose">
                    <strong className="font-semibold">Withdrawn</strong> {day(withdrawn.on)}: {withdrawn.because}. It can still be read, and
                    counts as no evidence.
                </p>
            )}
            {withdrawn === null && history.length > 0 && (
                <p className="my-1 text-soft">
                    Withdrawn once ({history.find((h) => h.withdrawn)?.because}), and stands again since {day(history.at(-1)!.on)}.
                </p>
            )}
            {otherwise.map((f) => (
                <p key={f} role="note" className="border-l-4 border-ink pl-3 my-2 max-w-prose">
                    There are two revisions {of.revision} of this record that do not say the same: its ledger and a copy of it both went on.{' '}
                    <a href={`/api/records/${of.uuid}/${of.revision}.json?fingerprint=${f}`}>The other one (JSON)</a>
                </p>
            ))}
            {newest > of.revision && (
                <p className="my-1">
                    A later revision says otherwise: <Link to={`/records/${of.uuid}`}>revision {newest}</Link>.
                </p>
            )}
            {of.revision > 1 && (
                <details className="my-1">
                    <summary className="cursor-pointer">
                        {of.because ? `New in this revision: ${of.because}` : 'What changed'}{' '}
                        <span className="text-soft">
                            against <Link to={`/records/${of.uuid}/${of.revision - 1}`}>revision {of.revision - 1}</Link>
                        </span>
                    </summary>
                    <ul className="list-disc pl-5">
                        {changes.length === 0 ? <li>nothing that is told of its rows</li> : changes.map((c) => <li key={c}>{c}</li>)}
                    </ul>
                </details>
            )}
        </>
    );
}
