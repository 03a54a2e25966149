import { useQuery, useQueryClient } from '@tanstack/react-query';
import { Link, useNavigate, useParams } from '../../router';
import { get, post, put, remove } from '../../api/client';
import { keys } from '../../api/queryKeys';
import { day } from '../../components/paint/words';
import { Loading, Problem } from '../../components/ui/states';
import { useChanges } from '../../components/ui/useChanges';
import { useSaving } from '../../components/ui/useSaving';
import { Wide } from '../../components/ui/Wide';

interface Unsure {
    uuid: string;
    words: string;
    candidates: { uuid: string; words: string; why: string }[];
}

interface Bundle {
    uuid: string;
    name: string;
    state: 'looking' | 'looked' | 'taking' | 'taken' | 'failed';
    progress: number;
    problem: string | null;
    answers: Record<string, string>;
    report: {
        ledger: { uuid: string; name: string };
        key: string;
        /** The ledger's own key is known. */
        met: boolean;
        /** What else bears the sender's name; null: nothing. */
        namedLike: string | null;
        /** Revisions that others brought in its name, signed with another key than its own. */
        signedOtherwise: number;
        madeAt: string;
        about: string;
        records: number;
        new: number;
        further: number;
        known: number;
        conflict: number;
        wrong: number;
        listed: { card: string; number: number; title: string; home: string; proven: boolean; does: keyof typeof DOES }[];
        faults: { title: string; number: number; why: string }[];
        paints: { same: number; new: number; unsure: Unsure[] };
        pictures: number;
        picturesMissing: number;
        incomparable: number;
        said: number;
    } | null;
}

const DOES = {
    new: 'new',
    further: 'a further revision',
    known: 'here already',
    conflict: 'says otherwise under the same number: both are kept',
};

const many = (n: number, what: string) => `${n} ${what}${n === 1 ? '' : 's'}`;

/** One bundle: what it would bring, what has to be answered, taking it in and back. */
export default function BundlePage() {
    const uuid = useParams().uuid ?? '';
    const queries = useQueryClient();
    const go = useNavigate();
    const { error: fault, busy, saving } = useSaving();
    const { data, error } = useQuery({
        queryKey: keys.bundle(uuid),
        queryFn: () => get<Bundle>(`bundles/${uuid}`),
        refetchInterval: (q) => (q.state.data && ['looking', 'taking'].includes(q.state.data.state) ? 400 : false),
    });
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the bundle" />;
    }
    const report = data.report;
    const coming = report === null ? 0 : report.new + report.further + report.conflict;
    const forget = () => queries.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'session' && q.queryKey[0] !== 'bundle' });
    const drop = () =>
        void saving(() =>
            remove(`bundles/${uuid}`).then(() => {
                void forget();
                void go('/ledger/bundles');
            }),
        );
    return (
        <>
            <h1>{report === null ? data.name : report.ledger.name}</h1>
            {report !== null && (
                <p className="my-1">
                    {report.about}, bundled {day(report.madeAt)}. <span className="text-soft">{data.name}</span>
                </p>
            )}
            {(data.state === 'looking' || data.state === 'taking') && (
                <p className="my-4 flex items-center gap-3" role="status">
                    <progress
                        max={1}
                        value={data.progress}
                        aria-label={data.state === 'looking' ? 'Looking' : 'Taking in'}
                        className="w-72"
                    />{' '}
                    {data.state === 'looking' ? 'Looking at every record' : 'Taking them in, all or none'}{' '}
                    <span className="text-soft text-sm">You can leave this page; it goes on.</span>
                </p>
            )}
            <Problem error={fault ?? (data.problem !== null ? new Error(data.problem) : null)} />
            {data.state === 'failed' && (
                <button type="button" className="button" disabled={busy} onClick={drop}>
                    Drop the file
                </button>
            )}
            {data.state === 'taken' && (
                <div className="my-3 flex flex-wrap gap-4 items-center">
                    <p>Taken in. Its tests count as those of other testers.</p>
                    <Link to="/ledger">See the ledger</Link>
                    <button type="button" className="button" disabled={busy} onClick={drop}>
                        Take it back
                    </button>
                </div>
            )}
            {report !== null && (
                <>
                    <p className="my-2 max-w-prose">
                        <strong className="font-semibold num">{report.records}</strong> {report.records === 1 ? 'record' : 'records'}:{' '}
                        {report.new} new, {report.further} further {report.further === 1 ? 'revision' : 'revisions'}, {report.known} here
                        already
                        {report.conflict > 0 && `, ${report.conflict} that say otherwise under the same number`}
                        {report.wrong > 0 && `, ${report.wrong} left out`}.{' '}
                        {report.said > 0 && `${report.said} questions, answers and withdrawals. `}
                        Of their paints {report.paints.same} are known here, {report.paints.new} are new
                        {report.paints.unsure.length > 0 && `, and of ${report.paints.unsure.length} it cannot be told`}.
                        {report.pictures > 0 && ` With ${many(report.pictures, 'picture')}.`}
                        {report.picturesMissing > 0 &&
                            ` ${many(report.picturesMissing, 'picture')} stayed behind; what was read in them is here.`}
                        {report.incomparable > 0 &&
                            ` ${report.incomparable} were rated by another scale or other rules; they are kept, and compared with nothing.`}
                    </p>
                    {data.state === 'looked' && report.namedLike !== null && (
                        <p className="my-2 max-w-prose border-l-4 border-ink pl-3" role="alert">
                            It calls itself <strong className="font-semibold">{report.ledger.name}</strong>, as {report.namedLike} does, and
                            is another one. Ask whoever sent it before you take it in.
                        </p>
                    )}
                    {data.state === 'looked' && report.signedOtherwise > 0 && (
                        <p className="my-2 max-w-prose">
                            {many(report.signedOtherwise, 'record')} that others brought in its name{' '}
                            {report.signedOtherwise === 1 ? 'is' : 'are'} signed with another key, so{' '}
                            {report.signedOtherwise === 1 ? 'it is' : 'they are'} not its own. They go when this bundle is taken in.
                        </p>
                    )}
                    {data.state === 'looked' && !report.met && (
                        <p className="my-2 max-w-prose">
                            Nothing came from this ledger itself before. Whoever made this bundle signed it with the key{' '}
                            <strong className="font-semibold num whitespace-nowrap">{report.key}</strong>: ask them whether that is the one
                            on their own ledger&apos;s page. From now on nothing is taken for theirs that another key signed.
                        </p>
                    )}
                    {data.state === 'looked' && <Answers data={data} />}
                    {data.state === 'looked' && (
                        <div className="my-4 flex flex-wrap gap-4">
                            <button
                                type="button"
                                className="button"
                                data-main
                                disabled={busy || (coming === 0 && report.said === 0)}
                                onClick={() =>
                                    void saving(() =>
                                        post<Bundle>(`bundles/${uuid}/taking`).then((b) => {
                                            queries.setQueryData(keys.bundle(uuid), b);
                                            void forget();
                                        }),
                                    )
                                }
                            >
                                Take in {coming} {coming === 1 ? 'record' : 'records'}
                            </button>
                            <button type="button" className="button" disabled={busy} onClick={drop}>
                                Drop the file
                            </button>
                        </div>
                    )}
                    {report.faults.length > 0 && (
                        <section className="mt-4 max-w-4xl">
                            <h2 className="border-b border-ink pb-1">Left out</h2>
                            <ul>
                                {report.faults.map((f, i) => (
                                    <li key={i} className="border-b border-rule py-1.5">
                                        <strong className="font-semibold">{f.title}</strong>, revision{' '}
                                        <span className="num">{f.number}</span>: {f.why}
                                    </li>
                                ))}
                            </ul>
                        </section>
                    )}
                    {report.listed.length > 0 && (
                        <Wide label="Records of the bundle">
                            <table className="w-full max-w-4xl mt-4">
                                <thead>
                                    <tr className="border-b border-ink">
                                        <th className="py-1">Record</th>
                                        <th>Of</th>
                                        <th className="text-right pr-3">Revision</th>
                                        <th>Here</th>
                                    </tr>
                                </thead>
                                <tbody>
                                    {report.listed.map((r) => (
                                        <tr key={`${r.card} ${r.number}`} className="border-b border-rule">
                                            <td className="py-1.5 pr-3 font-semibold">
                                                {data.state === 'taken' ? (
                                                    <Link to={`/records/${r.card}/${r.number}`}>{r.title}</Link>
                                                ) : (
                                                    r.title
                                                )}
                                            </td>
                                            <td className="pr-3">
                                                {r.home}
                                                {!r.proven && <span className="text-soft"> (unproven)</span>}
                                            </td>
                                            <td className="num text-right pr-3">{r.number}</td>
                                            <td>{DOES[r.does]}</td>
                                        </tr>
                                    ))}
                                </tbody>
                            </table>
                        </Wide>
                    )}
                </>
            )}
        </>
    );
}

/** Paints of which it cannot be told whether they are known here. */
function Answers({ data }: { data: Bundle }) {
    const { error, change } = useChanges<Bundle>(keys.bundle(data.uuid));
    const unsure = data.report!.paints.unsure;
    if (unsure.length === 0) {
        return null;
    }
    const set = (paint: string, answer: string) =>
        void change(
            (now) => ({ ...now, answers: { ...now.answers, [paint]: answer } }),
            (now) => put<Bundle>(`bundles/${data.uuid}/answers`, { answers: now.answers }),
        );
    return (
        <section className="mt-3 max-w-4xl" aria-label="Which paint is which">
            <h2 className="border-b border-ink pb-1">Which paint is which?</h2>
            <Problem error={error} />
            {unsure.map((p) => (
                <fieldset key={p.uuid} className="border-b border-rule py-2">
                    <legend className="float-left w-full font-semibold">{p.words}</legend>
                    <div className="clear-both flex flex-col gap-1">
                        <label className="flex gap-2">
                            <input
                                type="radio"
                                name={p.uuid}
                                checked={(data.answers[p.uuid] ?? 'new') === 'new'}
                                onChange={() => set(p.uuid, 'new')}
                            />
                            is another paint; keep it apart
                        </label>
                        {p.candidates.map((c) => (
                            <label key={c.uuid} className="flex gap-2">
                                <input
                                    type="radio"
                                    name={p.uuid}
                                    checked={data.answers[p.uuid] === c.uuid}
                                    onChange={() => set(p.uuid, c.uuid)}
                                />
                                <span>
                                    is {c.words} <span className="text-soft">({c.why})</span>
                                </span>
                            </label>
                        ))}
                    </div>
                </fieldset>
            ))}
        </section>
    );
}
