import { useQuery, useQueryClient } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { Link, useNavigate, useParams } from '../../router';
import { call, get, newUuid, post, remove } from '../../api/client';
import { day } from '../../components/paint/words';
import { DropFile } from '../../components/ui/DropFile';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useChanges } from '../../components/ui/useChanges';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';
import { Wide } from '../../components/ui/Wide';

interface Import {
    uuid: string;
    name: string;
    state: 'checking' | 'checked' | 'importing' | 'done' | 'failed';
    progress: number;
    problem: string | null;
    separator: string;
    encoding: string;
    headings: string[];
    mapping: Record<string, number>;
    defaults: { currency: string; form: string; dates: string };
    fields: Record<string, string>;
    needed: string[];
    separators: string[];
    encodings: string[];
    forms: string[];
    report: {
        rows: number;
        new: number;
        same: number;
        change: number;
        wrong: number;
        newPaints: number;
        shown: { row: number; does: 'new' | 'same' | 'change' | 'wrong'; values: Record<string, string>; newPaint: boolean }[];
        faults: { row: number; faults: string[]; about: string }[];
    } | null;
}

export default function ImportPage() {
    const uuid = useParams().uuid;
    const person = useSession();
    if (person === null) {
        return (
            <Empty title="An import goes into your own collection">
                <Link to="/sign-in?then=/import">Sign in</Link> first.
            </Empty>
        );
    }
    return uuid === undefined ? <Choose /> : <One key={uuid} uuid={uuid} />;
}

function Choose() {
    const { error, busy, saving } = useSaving();
    const go = useNavigate();
    const before = useQuery({
        queryKey: keys.imports(),
        queryFn: () =>
            get<{ imports: { uuid: string; name: string; state: string; on: string; new: number; change: number }[] }>('imports'),
    });
    const send = (chosen: File) =>
        saving(async () => {
            const form = new FormData();
            form.append('file', chosen);
            const uuid = newUuid();
            await call('POST', `imports/${uuid}`, form);
            void go(`/import/${uuid}`);
        });
    return (
        <>
            <h1>Bring a spreadsheet</h1>
            <p className="my-2 max-w-prose">
                A CSV file with one pan to a row, in any order of columns. You see what each row would do before anything is made, and can
                take it all back afterwards.
            </p>
            <DropFile
                label="CSV file"
                accept=".csv,.tsv,.txt,text/csv,text/plain"
                button="Choose a CSV file"
                hint="or drop it here; up to 20 MB"
                busy={busy}
                onFile={(f) => void send(f)}
            />
            <Problem error={error} />
            <p>
                <a href="/api/collection.csv">Export my collection as CSV</a>: every field, and the columns that came in with a spreadsheet.
            </p>
            {before.data !== undefined && before.data.imports.length > 0 && (
                <section className="mt-6 max-w-3xl">
                    <h2 className="border-b border-ink pb-1">Before</h2>
                    <ul>
                        {before.data.imports.map((i) => (
                            <li key={i.uuid} className="border-b border-rule py-2 flex flex-wrap gap-x-4">
                                <Link to={`/import/${i.uuid}`}>{i.name}</Link>
                                <span>{day(i.on)}</span>
                                <span>{i.state === 'done' ? `${i.new} new, ${i.change} changed` : 'not made yet'}</span>
                            </li>
                        ))}
                    </ul>
                </section>
            )}
        </>
    );
}

/** What can be set of an import; a column of null is not in the file. */
interface Settings {
    separator?: string;
    encoding?: string;
    mapping?: Record<string, number | null>;
    defaults?: Partial<Import['defaults']>;
}

function mapped(now: Record<string, number>, changes: Record<string, number | null> = {}): Record<string, number> {
    return Object.fromEntries(Object.entries({ ...now, ...changes }).filter((e): e is [string, number] => e[1] !== null));
}

const DOES = { new: 'new', same: 'there already', change: 'changes its pan', wrong: 'wrong, left out' };

function One({ uuid }: { uuid: string }) {
    const queries = useQueryClient();
    const go = useNavigate();
    const { error: fault, busy, saving } = useSaving();
    const { error: unset, change } = useChanges<Import>(keys.import(uuid));
    const { data, error } = useQuery({
        queryKey: keys.import(uuid),
        queryFn: () => get<Import>(`imports/${uuid}`),
        refetchInterval: (q) => (q.state.data && ['checking', 'importing'].includes(q.state.data.state) ? 400 : false),
    });
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the import" />;
    }
    const set = (values: Settings) =>
        change(
            (now) => ({
                ...now,
                ...values,
                mapping: mapped(now.mapping, values.mapping),
                defaults: { ...now.defaults, ...values.defaults },
            }),
            () => call<Import>('PATCH', `imports/${uuid}`, values),
        );
    const working = data.state === 'checking' || data.state === 'importing';
    const good = data.report === null ? 0 : data.report.new + data.report.change;
    const finish = () => {
        void queries.invalidateQueries({ predicate: (q) => q.queryKey[0] !== 'session' && q.queryKey[0] !== 'import' });
    };
    return (
        <>
            <h1>{data.name}</h1>
            {data.state === 'done' ? (
                <Done
                    data={data}
                    busy={busy}
                    onUndo={() =>
                        void saving(() =>
                            remove(`imports/${uuid}`).then(() => {
                                finish();
                                void go('/import');
                            }),
                        )
                    }
                />
            ) : (
                <>
                    <div className="flex flex-wrap gap-3 items-end mt-3 text-sm">
                        <Choice
                            label="Columns parted by"
                            value={data.separator}
                            of={data.separators}
                            onChange={(separator) => void set({ separator })}
                        />
                        <Choice
                            label="Letters in"
                            value={data.encoding}
                            of={data.encodings}
                            onChange={(encoding) => void set({ encoding })}
                        />
                        <Choice
                            label="Dates such as 3/4/2026"
                            value={data.defaults.dates}
                            of={['day first', 'month first']}
                            onChange={(dates) => void set({ defaults: { dates } })}
                        />
                        <label>
                            Currency where none is given
                            <input
                                className="block w-24"
                                defaultValue={data.defaults.currency}
                                maxLength={3}
                                onBlur={(e) =>
                                    e.target.value !== data.defaults.currency &&
                                    void set({ defaults: { currency: e.target.value.toUpperCase() } })
                                }
                            />
                        </label>
                        <Choice
                            label="Form where none is given"
                            value={data.defaults.form}
                            of={data.forms}
                            onChange={(form) => void set({ defaults: { form } })}
                        />
                    </div>
                    <Mapping data={data} onMap={(mapping) => void set({ mapping })} />
                </>
            )}
            <Problem error={fault ?? unset ?? (data.problem !== null ? new Error(data.problem) : null)} />
            {data.state === 'failed' && (
                <button type="button" className="button" onClick={() => void set({})}>
                    Look at it again
                </button>
            )}
            {working && (
                <p className="my-4 flex items-center gap-3" role="status">
                    <progress
                        max={1}
                        value={data.progress}
                        aria-label={data.state === 'checking' ? 'Looking at the rows' : 'Making'}
                        className="w-72"
                    />{' '}
                    {data.state === 'checking' ? 'Looking at every row' : 'Making them, all or none'}{' '}
                    <span className="text-soft text-sm">You can leave this page; it goes on.</span>
                </p>
            )}
            {data.report !== null && data.state !== 'done' && !working && (
                <div className="my-4 flex flex-wrap gap-4 items-center">
                    <p>
                        <strong className="font-semibold num">{data.report.rows}</strong> rows: {data.report.new} new (
                        {data.report.newPaints} of them new paints), {data.report.change} change their pan, {data.report.same} there
                        already, <strong className="font-semibold">{data.report.wrong} wrong</strong>.
                    </p>
                    <button
                        type="button"
                        className="button"
                        data-main
                        disabled={busy || good === 0}
                        onClick={() =>
                            void saving(() =>
                                post<Import>(`imports/${uuid}/run`).then((i) => {
                                    queries.setQueryData(keys.import(uuid), i);
                                    finish();
                                }),
                            )
                        }
                    >
                        Import {good} {good === 1 ? 'row' : 'rows'}
                        {data.report.wrong > 0 && `, leave ${data.report.wrong} out`}
                    </button>
                    <button
                        type="button"
                        className="button"
                        disabled={busy}
                        onClick={() => void saving(() => remove(`imports/${uuid}`).then(() => go('/import')))}
                    >
                        Drop the file
                    </button>
                </div>
            )}
            {data.report !== null && !working && <Report data={data} />}
        </>
    );
}

function Choice({ label, value, of, onChange }: { label: string; value: string; of: string[]; onChange: (value: string) => void }) {
    return (
        <label>
            {label}
            <select className="block" value={value} onChange={(e) => onChange(e.target.value)}>
                {of.map((o) => (
                    <option key={o}>{o}</option>
                ))}
            </select>
        </label>
    );
}

function Mapping({ data, onMap }: { data: Import; onMap: (mapping: Record<string, number | null>) => void }) {
    const unused = data.headings.filter((_, i) => !Object.values(data.mapping).includes(i));
    return (
        <section className="mt-4" aria-label="Columns">
            <div className="grid gap-x-4 gap-y-2 grid-cols-2 sm:grid-cols-4 lg:grid-cols-6 text-sm">
                {Object.entries(data.fields).map(([field, name]) => (
                    <label key={field} className={data.needed.includes(field) ? 'font-semibold' : ''}>
                        {name}
                        <select
                            className="block w-full font-normal"
                            value={data.mapping[field] ?? ''}
                            onChange={(e) => onMap({ [field]: e.target.value === '' ? null : Number(e.target.value) })}
                        >
                            <option value="">{data.needed.includes(field) ? 'choose a column' : 'not in this file'}</option>
                            {data.headings.map((h, i) => (
                                <option key={i} value={i}>
                                    {h || `column ${i + 1}`}
                                </option>
                            ))}
                        </select>
                    </label>
                ))}
            </div>
            {unused.length > 0 && <p className="text-sm mt-2">Kept with the pan as they are, and exported again: {unused.join(', ')}.</p>}
        </section>
    );
}

function Report({ data }: { data: Import }) {
    const report = data.report!;
    const columns = Object.keys(data.fields).filter((f) => report.shown.some((r) => r.values[f]));
    return (
        <>
            {report.faults.length > 0 && (
                <section className="mt-4">
                    <h2 className="border-b border-ink pb-1">
                        What is wrong{' '}
                        {report.wrong > report.faults.length && (
                            <span className="font-normal text-sm">
                                the first {report.faults.length} of {report.wrong}
                            </span>
                        )}{' '}
                        <a className="font-normal text-sm ml-3" href={`/api/imports/${data.uuid}/wrong.csv`}>
                            all wrong rows as CSV, each with its reason
                        </a>
                    </h2>
                    <ul className="max-h-72 overflow-auto" tabIndex={0} aria-label="Wrong rows">
                        {report.faults.map((f) => (
                            <li
                                key={f.row}
                                className="border-b border-rule py-1.5 grid grid-cols-[5rem_1fr] sm:grid-cols-[5rem_1fr_1fr] gap-x-3"
                            >
                                <span className="num">row {f.row}</span>
                                <span>{f.faults.join('; ')}.</span>
                                <span className="text-soft text-sm truncate">{f.about}</span>
                            </li>
                        ))}
                    </ul>
                </section>
            )}
            <section className="mt-5">
                <h2 className="border-b border-ink pb-1">How the first rows are read</h2>
                <Wide label="First rows">
                    <table className="w-full text-sm">
                        <thead>
                            <tr>
                                <th className="py-1 pr-3">Row</th>
                                <th className="pr-3">Does</th>
                                {columns.map((c) => (
                                    <th key={c} className="pr-3 whitespace-nowrap">
                                        {data.fields[c]}
                                    </th>
                                ))}
                            </tr>
                        </thead>
                        <tbody>
                            {report.shown.map((r) => (
                                <tr key={r.row} className="border-t border-rule">
                                    <td className="num py-1 pr-3">{r.row}</td>
                                    <td className="pr-3 whitespace-nowrap">
                                        {DOES[r.does]}
                                        {r.newPaint && ', new paint'}
                                    </td>
                                    {columns.map((c) => (
                                        <td key={c} className="pr-3 whitespace-nowrap">
                                            {r.values[c]}
                                        </td>
                                    ))}
                                </tr>
                            ))}
                        </tbody>
                    </table>
                </Wide>
            </section>
        </>
    );
}

function Done({ data, busy, onUndo }: { data: Import; busy: boolean; onUndo: () => void }) {
    return (
        <p className="my-3 flex flex-wrap gap-4 items-center">
            <span>
                Imported: {data.report?.new ?? 0} new, {data.report?.change ?? 0} changed.
            </span>{' '}
            <Link to="/paints" className="button">
                See the paints
            </Link>{' '}
            <button type="button" className="button" disabled={busy} onClick={onUndo}>
                Take it all back
            </button>
        </p>
    );
}
