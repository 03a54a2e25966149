import { useQuery, useQueryClient } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useEffect, useState, type FormEvent } from 'react';
import { Link, useNavigate, useSearchParams } from '../../router';
import { get, newUuid, post, put } from '../../api/client';
import type { ConditionField, Session } from '../../api/bench';
import type { Paint, Pan } from '../../api/types';
import { day, today } from '../../components/paint/words';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { useSession } from '../../components/ui/useSession';
import { BlockChooser } from '../cards/BlockChooser';
import { PaperField, usePaper } from '../cards/PaperField';
import { asOwn, ConditionFields } from './ConditionFields';
import { PlanOverview, type Plan } from './PlanOverview';
import { ProtocolOptions } from '../cards/ProtocolOptions';

interface PanToChoose extends Pan {
    paint: Paint;
    code: string;
    hue: string;
    testedOnPapers: string[];
    lastTested: string | null;
    retest: string[];
}
interface Choices {
    pans: PanToChoose[];
    total: number;
    tests: string[];
    conditionFields: Record<string, ConditionField>;
    conditions: Record<string, string>;
}

const WANTS = { all: 'all my pans', paper: 'not yet tested on this paper', never: 'never tested', retest: 'tests differ: retest' } as const;
const TESTS: Record<string, string> = { property: 'bench tests on test cards', fade: 'fading: dark and window halves' };

export default function PlanPage() {
    const person = useSession();
    const [query] = useSearchParams();
    const given = (query.get('pans') ?? '').split(',').filter(Boolean);
    const choices = useQuery({
        queryKey: keys.sessionChoices('', 'all', ''),
        queryFn: () => get<Choices>('session-choices'),
        enabled: Boolean(person),
    });
    if (person === null) {
        return (
            <Empty title="Planning needs your own pans">
                <Link to="/sign-in?then=/bench/new">Sign in</Link> first.
            </Empty>
        );
    }
    if (choices.data === undefined) {
        return choices.error ? <Problem error={choices.error} /> : <Loading what="your pans" />;
    }
    if (choices.data.pans.length === 0) {
        return (
            <Empty title="No pans at hand yet">
                Record your paints and pans under <Link to="/paints">Paints</Link>, or <Link to="/import">bring a spreadsheet</Link>.
            </Empty>
        );
    }
    const asked = (query.get('tests') ?? '').split(',').filter((t) => t in TESTS);
    return <Planner given={given} asked={asked.length > 0 ? asked : ['property']} first={choices.data} />;
}

function Planner({ given, asked, first }: { given: string[]; asked: string[]; first: Choices }) {
    const [uuid] = useState(newUuid);
    const [chosen, setChosen] = useState<string[]>(given);
    const [tests, setTests] = useState<string[]>(asked);
    const [words, setWords] = useState('');
    const [want, setWant] = useState<keyof typeof WANTS>('all');
    const [asChosen, setAsChosen] = useState(false);
    const [blind, setBlind] = useState(false);
    const [lifting, setLifting] = useState('');
    const [blocks, setBlocks] = useState<string | null>(null);
    const [paint, setPaint] = useState('');
    const [quality, setQuality] = useState('');
    const [conditions, setConditions] = useState(first.conditions);
    const paper = usePaper();
    const { error, busy, saving } = useSaving();
    const go = useNavigate();
    const queries = useQueryClient();
    const plan = usePlan({ pans: chosen, tests, asChosen, blind, lifting, blocks });
    const sought = useSettled(words.trim());
    const found = useQuery({
        queryKey: keys.sessionChoices(sought, want, want === 'paper' ? paper.uuid : ''),
        queryFn: () => get<Choices>(`session-choices?q=${encodeURIComponent(sought)}&want=${want}&paper=${paper.uuid}`),
        placeholderData: (before) => before,
    });
    const choices = found.data ?? first;
    const shown = choices.pans;
    const toggle = (uuids: string[], on: boolean) =>
        setChosen((now) => (on ? [...now, ...uuids.filter((u) => !now.includes(u))] : now.filter((u) => !uuids.includes(u))));

    function make(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const form = Object.fromEntries(new FormData(e.currentTarget));
        return saving(async () => {
            const session = await put<Session>(`sessions/${uuid}`, {
                title: form.title,
                plannedOn: form.plannedOn,
                paperUuid: await paper.save(form),
                side: form.side,
                pans: chosen,
                tests,
                asChosen,
                blind,
                lifting,
                blocks,
                paint,
                quality,
                conditions,
            });
            void queries.invalidateQueries({ queryKey: keys.sessions() });
            void queries.invalidateQueries({ queryKey: keys.sessionChoices() });
            void go(`/bench/${session.uuid}`);
        });
    }

    return (
        <form onSubmit={(e) => void make(e)} aria-label="Plan a session" className="reach">
            <h1>Plan a session</h1>
            <div className="flex flex-wrap gap-3 items-end mt-3">
                <label className="text-sm grow max-w-sm">
                    Title
                    <input
                        className="block w-full"
                        name="title"
                        required
                        maxLength={120}
                        defaultValue={`Session of ${day(today())}`}
                        onFocus={(e) => e.currentTarget.select()}
                    />
                </label>
                <label className="text-sm">
                    For
                    <input className="block" type="date" name="plannedOn" defaultValue={today()} required />
                </label>
                <PaperField paper={paper} />
            </div>
            <div className="mt-4 grid gap-x-8 gap-y-4 lg:grid-cols-2">
                <section aria-label="Pans">
                    <div className="flex flex-wrap gap-2 items-center">
                        <input
                            type="search"
                            autoFocus
                            aria-label="Look among the pans"
                            placeholder="code, name, maker, place"
                            value={words}
                            onChange={(e) => setWords(e.target.value)}
                            className="w-56"
                        />
                        <select aria-label="Which pans" value={want} onChange={(e) => setWant(e.target.value as keyof typeof WANTS)}>
                            {Object.entries(WANTS).map(([key, name]) => (
                                <option key={key} value={key}>
                                    {name}
                                </option>
                            ))}
                        </select>
                        <button
                            type="button"
                            className="button"
                            disabled={shown.length === 0}
                            onClick={() =>
                                toggle(
                                    shown.map((p) => p.uuid),
                                    !shown.every((p) => chosen.includes(p.uuid)),
                                )
                            }
                        >
                            {shown.length > 0 && shown.every((p) => chosen.includes(p.uuid)) ? 'None of these' : `All ${shown.length}`}
                        </button>
                    </div>
                    <ul className="mt-2 max-h-96 overflow-auto border border-rule" tabIndex={0} aria-label="Pans to choose from">
                        {shown.map((p) => (
                            <li key={p.uuid} className="border-b border-rule">
                                <label className="flex gap-3 items-center px-2 min-h-11 cursor-pointer">
                                    <input
                                        type="checkbox"
                                        checked={chosen.includes(p.uuid)}
                                        onChange={(e) => toggle([p.uuid], e.target.checked)}
                                    />
                                    <span className="grow">
                                        <strong className="font-semibold">{p.paint.colourName}</strong>, {p.paint.maker} ·{' '}
                                        {p.paint.statement.text} <span className="text-sm text-soft">{p.place}</span>
                                    </span>
                                    <span className="text-sm text-right whitespace-nowrap">
                                        {p.retest.length > 0
                                            ? `retest ${p.retest.join(', ')}`
                                            : p.lastTested === null
                                              ? 'not tested'
                                              : `tested ${day(p.lastTested)}`}
                                    </span>
                                </label>
                            </li>
                        ))}
                        {shown.length === 0 && <li className="p-3">No pan fits.</li>}
                        {choices.total > shown.length && (
                            <li className="p-3 text-soft">{choices.total - shown.length} more; look for fewer.</li>
                        )}
                    </ul>
                    <fieldset className="mt-3">
                        <legend className="text-sm">Tests</legend>
                        {choices.tests.map((t) => (
                            <label key={t} className="flex gap-2 items-center min-h-11">
                                <input
                                    type="checkbox"
                                    checked={tests.includes(t)}
                                    onChange={(e) => setTests(e.target.checked ? [...tests, t] : tests.filter((x) => x !== t))}
                                />
                                {TESTS[t] ?? t}
                            </label>
                        ))}
                    </fieldset>
                    {tests.includes('property') && (
                        <label className="text-sm block mt-1">
                            Lifting (<Link to="/protocols">how each is done</Link>)
                            <select className="block" value={lifting} onChange={(e) => setLifting(e.target.value)}>
                                {paper.data?.lifting.map((p, i) => (
                                    <option key={p.id} value={i === 0 ? '' : p.id}>
                                        {p.title}
                                    </option>
                                ))}
                            </select>
                        </label>
                    )}
                    <div className="flex flex-wrap gap-3">
                        <label className="text-sm block mt-1">
                            State of the paint
                            <select className="block" value={paint} onChange={(e) => setPaint(e.target.value)}>
                                <ProtocolOptions of={paper.data?.paint} unsaid />
                            </select>
                        </label>
                        <label className="text-sm block mt-1">
                            Quality of the paper
                            <select className="block" value={quality} onChange={(e) => setQuality(e.target.value)}>
                                <ProtocolOptions of={paper.data?.quality} unsaid />
                            </select>
                        </label>
                    </div>
                    <label className="flex gap-2 items-center min-h-11">
                        <input type="checkbox" checked={blind} onChange={(e) => setBlind(e.target.checked)} />
                        Code words instead of names until all eye verdicts are in
                    </label>
                    <label className="flex gap-2 items-center min-h-11">
                        <input type="checkbox" checked={asChosen} onChange={(e) => setAsChosen(e.target.checked)} />
                        Rows in the order of choosing, not light to dark
                    </label>
                </section>
                <section aria-label="The plan">
                    <Problem error={plan.error} />
                    {plan.error ? null : plan.data === undefined ? (
                        <p className="text-soft hatched p-4">
                            <span className="bg-surround px-1">Choose pans, and the plan stands here.</span>
                        </p>
                    ) : (
                        <PlanOverview plan={plan.data} blind={blind} />
                    )}
                </section>
            </div>
            {tests.includes('property') && paper.data !== undefined && (
                <BlockChooser kinds={paper.data.blocks} value={blocks ?? paper.data.usualBlocks} onChange={setBlocks} />
            )}
            <details className="mt-4" open={Object.keys(conditions).length === 0}>
                <summary className="min-h-11 flex items-center cursor-pointer">
                    Conditions, inherited by every row{Object.keys(conditions).length > 0 && ': as last time'}
                </summary>
                <ConditionFields
                    fields={Object.fromEntries(Object.entries(choices.conditionFields).filter(([key]) => key !== 'paperSide'))}
                    of={asOwn(conditions)}
                    onSet={(key, value) => setConditions({ ...conditions, [key]: value })}
                />
            </details>
            <Problem error={error} />
            <button className="button mt-4" data-main disabled={busy || plan.data === undefined || chosen.length === 0}>
                Make the cards and begin
            </button>
        </form>
    );
}

/** The plan as the server works it out, shortly after the last change. */
function usePlan(wanted: { pans: string[]; tests: string[]; asChosen: boolean; blind: boolean; lifting: string; blocks: string | null }) {
    const settled = useSettled(JSON.stringify(wanted));
    const query = useQuery({
        queryKey: keys.plan(settled),
        queryFn: () => post<Plan>('session-plan', JSON.parse(settled)),
        enabled: (JSON.parse(settled) as { pans: string[] }).pans.length > 0,
        retry: false,
        placeholderData: (b) => b,
    });
    return wanted.pans.length === 0 ? { data: undefined, error: null } : { data: query.error ? undefined : query.data, error: query.error };
}

/** A text once it has rested for a moment. */
function useSettled(text: string): string {
    const [settled, setSettled] = useState(text);
    useEffect(() => {
        const wait = setTimeout(() => setSettled(text), 200);
        return () => clearTimeout(wait);
    }, [text]);
    return settled;
}
