import { useQueryClient } from '@tanstack/react-query';
import type { FormEvent } from 'react';
import { Link } from '../../router';
import { put } from '../../api/client';
import { keys } from '../../api/queryKeys';
import type { Question, RecordPage, RepeatedRecord } from '../../api/types';
import { day } from '../../components/paint/words';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { Moderate } from './Moderate';

/** What others have to do with a record: repeats, questions, answers. */
export function Talk({ of }: { of: RecordPage }) {
    const { repeats, repeatedBy, questions, mayAsk, mayRepeat } = of.standing;
    return (
        <section id="said" className="mt-6 max-w-3xl" aria-label="Repeats and questions">
            {(repeats !== null || repeatedBy.length > 0) && (
                <>
                    <h2 className="border-b border-ink pb-1">Done twice</h2>
                    {repeats !== null && <Pair words="This record repeats" other={repeats} />}
                    {repeatedBy.map((r) => (
                        <Pair key={r.card} words="Repeated as" other={r} />
                    ))}
                </>
            )}
            <h2 className="border-b border-ink pb-1 mt-5">Questions</h2>
            {questions.length === 0 && <p className="my-1 text-soft">Nobody has asked anything yet.</p>}
            <ul>
                {questions.map((q) => (
                    <One key={q.uuid} question={q} of={of} />
                ))}
            </ul>
            <div className="no-print">
                {mayAsk ? (
                    <Say
                        label="Ask about this record"
                        button="Ask"
                        rows={of.rows.map((r) => [r.row, r.paint.colourName])}
                        of={of}
                        to={(uuid) => `questions/${uuid}`}
                        more={{ card: of.uuid }}
                    />
                ) : (
                    <p className="my-2">
                        <Link to={`/sign-in?then=/records/${of.uuid}`}>Sign in</Link> to ask{mayRepeat ? ' or repeat it' : ''}.
                    </p>
                )}
            </div>
        </section>
    );
}

function Pair({ words, other }: { words: string; other: RepeatedRecord }) {
    return (
        <div className="border-b border-rule py-2">
            <p>
                {words} <Link to={`/records/${other.card}`}>{other.title}</Link> by {other.by}
                {other.withdrawn && ', withdrawn since'}.
            </p>
            {other.agreement.length === 0 ? (
                <p className="text-soft">Nothing was measured on both yet.</p>
            ) : (
                <ul className="list-disc pl-5">
                    {other.agreement.map((a) => (
                        <li key={a.property}>
                            {a.property}: {a.words}
                            {a.apart.length > 0 && `; not ${a.apart.join(', ')}`}
                        </li>
                    ))}
                </ul>
            )}
        </div>
    );
}

function One({ question, of }: { question: Question; of: RecordPage }) {
    const queries = useQueryClient();
    const { error, busy, saving } = useSaving();
    const about = of.rows.find((r) => r.row === question.row);
    return (
        <li className="border-b border-rule py-2">
            <p>
                <strong className="font-semibold">{question.by}</strong>, {day(question.at)}
                {about !== undefined && `, about ${about.paint.colourName}`}: {question.hidden && <em>hidden · </em>}
                <span className="whitespace-pre-wrap">{question.text}</span>
                <Moderate subject="question" uuid={question.uuid} hidden={question.hidden} />
            </p>
            {question.answers.map((a) => (
                <p key={a.uuid} className="pl-5 mt-1">
                    <strong className="font-semibold">{a.by}</strong>
                    {a.tester && ' (the tester)'}, {day(a.at)}: {a.hidden && <em>hidden · </em>}
                    <span className="whitespace-pre-wrap">{a.text}</span>
                    <Moderate subject="answer" uuid={a.uuid} hidden={a.hidden} />
                </p>
            ))}
            <Problem error={error} />
            {question.closed !== null ? (
                <p className="pl-5 mt-1 text-soft">
                    {question.by} has what they wanted to know, {day(question.closed)}.
                </p>
            ) : (
                <div className="no-print pl-5">
                    {of.standing.mayAsk && (
                        <Say
                            label={`Answer ${question.by}`}
                            button="Answer"
                            of={of}
                            to={(uuid) => `questions/${question.uuid}/answers/${uuid}`}
                        />
                    )}
                    {question.mayClose && (
                        <button
                            type="button"
                            className="link"
                            disabled={busy}
                            onClick={() =>
                                void saving(() =>
                                    put(`questions/${question.uuid}/closing`, {}).then(() =>
                                        queries.invalidateQueries({ queryKey: keys.record(of.uuid) }),
                                    ),
                                )
                            }
                        >
                            I have what I wanted to know
                        </button>
                    )}
                </div>
            )}
        </li>
    );
}

function Say({
    label,
    button,
    rows = [],
    of,
    to,
    more = {},
}: {
    label: string;
    button: string;
    rows?: [number, string][];
    of: RecordPage;
    to: (uuid: string) => string;
    more?: object;
}) {
    const queries = useQueryClient();
    const { error, busy, saving } = useSaving();
    const send = (e: FormEvent<HTMLFormElement>) => {
        e.preventDefault();
        const form = e.currentTarget;
        const values = new FormData(form);
        const row = Number(values.get('row') ?? 0);
        return saving((fresh) =>
            put(to(fresh()), { ...more, text: values.get('text'), ...(row > 0 ? { row } : {}) }).then(() => {
                form.reset();
                return queries.invalidateQueries({ queryKey: keys.record(of.uuid) });
            }),
        );
    };
    return (
        <form onSubmit={(e) => void send(e)} className="my-2 flex flex-wrap gap-2 items-end">
            <label className="grow text-sm">
                {label}
                <textarea name="text" rows={1} required maxLength={button === 'Ask' ? 1000 : 2000} className="block w-full" />
            </label>
            {rows.length > 1 && (
                <label className="text-sm">
                    About
                    <select name="row" className="block">
                        <option value="0">the whole record</option>
                        {rows.map(([row, name]) => (
                            <option key={row} value={row}>
                                {name}
                            </option>
                        ))}
                    </select>
                </label>
            )}
            <button className="button" disabled={busy}>
                {button}
            </button>
            <Problem error={error} />
        </form>
    );
}
