import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { type ReactNode } from 'react';
import { Link, useSearchParams } from '../../router';
import { get } from '../../api/client';
import { keys } from '../../api/queryKeys';
import type { Paint, Strip } from '../../api/types';
import { strokeGradient } from '../../components/paint/strokeGradient';
import { StripCanvas } from '../../components/paint/StripCanvas';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { useSession } from '../../components/ui/useSession';

interface Reason {
    answer: string;
    reason: string;
    change: string | null;
}
interface OnShelf extends Paint {
    mine: boolean;
    strip: Strip | null;
    perMl: string | null;
    decided: string | null;
    /** What decides it first. */
    reasons: Reason[];
}
interface Answer {
    shelves: { name: string; paints: OnShelf[] }[];
    of: number;
    mlxh: number;
    /** Too little is known to say much. */
    thin: boolean;
    /** About how large the accepted change is, on a paint that changed as much. */
    change: ShownChange | null;
}

interface ShownChange {
    of: string;
    before: string;
    after: string;
}

/** Where a paint stands for the second reader. */
interface Elsewhere {
    shelf: string;
    reason: string;
}

/** What somebody accepts of a change, by the names of the scale. */
const ACCEPTED = {
    'none I could find side by side': 'none I could find side by side',
    'only side by side': 'seen only side by side',
    'noticeable, the same picture': 'noticeable, in the same picture',
    any: 'as it will',
};

/** What the sentence says where nothing was changed. */
const USUAL: Record<string, string> = {
    use: 'hangs',
    lux: '200',
    hours: '10',
    years: '10',
    accepted: 'only side by side',
    grain: 'any',
    lifting: 'any',
    body: 'any',
    single: '0',
    never: '0',
    from: 'all',
    budget: '',
};

/** One sentence with words to change; the answer is shelves, not a ranking. The address holds the sentences; a second reader's with a 2. */
export default function ChoosePage() {
    const [query, setQuery] = useSearchParams();
    const two = query.get('two') === '1';
    const said = (key: string, reader: string) => query.get(key + reader) ?? query.get(key) ?? USUAL[key]!;
    const wish = (reader: string) => Object.fromEntries(Object.keys(USUAL).map((k) => [k, said(k, reader)]));
    const set = (key: string, value: string) => {
        const next = new URLSearchParams(query);
        next.set(key, value);
        setQuery(next, { replace: true });
    };
    const first = useShelves(wish(''));
    const second = useShelves(wish('2'), two);
    const others = second.data?.shelves.flatMap((s) =>
        s.paints.map((p): [string, Elsewhere] => [p.uuid, { shelf: s.name, reason: p.reasons[0]!.reason }]),
    );
    const other = new Map(others);
    return (
        <>
            <h1>Choose</h1>
            <div className="grid gap-x-8 gap-y-4 lg:grid-cols-[360px_1fr] mt-2">
                <div>
                    <Sentence wish={wish('')} onSet={set} reader="" change={first.data?.change ?? null} />
                    {two && (
                        <div className="mt-4 border-t border-rule pt-3">
                            <p className="text-sm text-soft">A second reader</p>
                            <Sentence wish={wish('2')} onSet={set} reader="2" change={second.data?.change ?? null} />
                        </div>
                    )}
                    <button type="button" className="button mt-3" aria-pressed={two} onClick={() => set('two', two ? '0' : '1')}>
                        {two ? 'One reader only' : 'Add a second reader'}
                    </button>
                    {first.data !== undefined && (
                        <p className="mt-3 text-sm text-soft">
                            In all <span className="num">{first.data.mlxh}</span> Mlx h of light are asked for, {wish('').years} years on
                            this wall. What was not tested is never taken as good; a paint that fails in one wish is not made good by
                            another.
                        </p>
                    )}
                </div>
                <div>
                    <Problem error={first.error ?? second.error} />
                    {first.data === undefined && !first.error && <Loading what="the shelves" />}
                    {first.data?.of === 0 && (
                        <Empty title="Nothing was tested here yet">
                            Put a paint on a <Link to="/cards">test card</Link>, or a strip in a window.
                        </Empty>
                    )}
                    {first.data?.thin && (
                        <p className="mb-2 font-medium">Too little is known to choose by: most paints cannot be told yet.</p>
                    )}
                    {first.data?.shelves.map((s) => (
                        <Shelf key={s.name} of={s} other={two ? other : null} />
                    ))}
                </div>
            </div>
        </>
    );
}

function useShelves(wish: Record<string, string>, enabled = true) {
    const asked = new URLSearchParams(Object.fromEntries(Object.entries(wish).filter(([, v]) => v !== ''))).toString();
    return useQuery({
        queryKey: keys.choose(asked),
        queryFn: () => get<Answer>(`choose?${asked}`),
        enabled,
        placeholderData: keepPreviousData,
        retry: false,
    });
}

function Sentence({
    wish,
    onSet,
    reader,
    change,
}: {
    wish: Record<string, string>;
    onSet: (key: string, value: string) => void;
    reader: string;
    change: ShownChange | null;
}) {
    const person = useSession();
    const palettes = useQuery({
        queryKey: keys.palettes(),
        queryFn: () => get<{ palettes: { uuid: string; name: string }[] }>('palettes'),
        enabled: person != null,
    });
    const word = (key: string, words: Record<string, string>, label: string) => (
        <select
            className="inline-block font-semibold"
            aria-label={label}
            value={wish[key]}
            onChange={(e) => onSet(key + reader, e.target.value)}
        >
            {Object.entries(words).map(([value, says]) => (
                <option key={value} value={value}>
                    {says}
                </option>
            ))}
        </select>
    );
    const number = (key: string, label: string, empty?: string) => (
        <input
            className={`inline-block h-9 leading-normal font-semibold ${empty === undefined ? 'w-20' : 'w-28'}`}
            aria-label={label}
            inputMode="decimal"
            placeholder={empty}
            defaultValue={wish[key]}
            onBlur={(e) =>
                (empty !== undefined || e.target.value.trim() !== '') && onSet(key + reader, e.target.value.trim().replace(',', '.'))
            }
            onKeyDown={(e) => e.key === 'Enter' && e.currentTarget.blur()}
        />
    );
    const part = (children: ReactNode) => <span className="block leading-[44px]">{children}</span>;
    return (
        <div className="text-lg" role="group" aria-label={reader === '' ? 'What I want' : 'What the second reader wants'}>
            {part(
                <>
                    My work{' '}
                    {word(
                        'use',
                        { hangs: 'hangs', 'lies in a box': 'lies in a box', 'is scanned and shut': 'is scanned and shut' },
                        'How it is kept',
                    )}
                </>,
            )}
            {wish.use === 'hangs' &&
                part(
                    <>
                        at {number('lux', 'Lux')} lux, {number('hours', 'Hours a day')} h a day, for {number('years', 'Years')} years;
                    </>,
                )}
            {wish.use === 'hangs' && part(<>a change may be {word('accepted', ACCEPTED, 'Accepted change')};</>)}
            {wish.use === 'hangs' && change !== null && <AboutSoMuch of={change} />}
            {part(<>grain is {word('grain', { any: 'no matter', welcome: 'welcome', unwelcome: 'unwelcome' }, 'Grain')},</>)}
            {part(<>lifting is {word('lifting', { any: 'no matter', wanted: 'wanted', unwanted: 'unwanted' }, 'Lifting')},</>)}
            {part(<>it should be {word('body', { any: 'of any body', transparent: 'transparent', covering: 'covering' }, 'Body')},</>)}
            {part(<>of {word('single', { '0': 'any pigments', '1': 'one pigment only' }, 'Pigments')};</>)}
            {part(<>fugitive paint {word('never', { '0': 'only where light is shut out', '1': 'never' }, 'Fugitive paint')}.</>)}
            {person != null && part(<>A millilitre may cost {number('budget', 'What a millilitre may cost at most', 'anything')};</>)}
            {person != null &&
                part(
                    <>
                        I look through{' '}
                        {word(
                            'from',
                            {
                                all: 'all that was tested',
                                mine: 'what I have at hand',
                                ...Object.fromEntries((palettes.data?.palettes ?? []).map((p) => [p.uuid, `my ${p.name}`])),
                            },
                            'Look through',
                        )}
                        .
                    </>,
                )}
        </div>
    );
}

/** The accepted change as two patches that touch; without a line between them, as an eye would look for it. */
function AboutSoMuch({ of }: { of: ShownChange }) {
    return (
        <figure className="m-0 mb-2 flex gap-3 items-end">
            <span className="flex" role="img" aria-label={`${of.of} before and after such a change`}>
                <span className="block w-24 h-16" style={{ background: of.before }} />
                <span className="block w-24 h-16" style={{ background: of.after }} />
            </span>
            <figcaption className="text-sm text-soft leading-tight">
                about so much, on {of.of};<br />
                screens differ
            </figcaption>
        </figure>
    );
}

const ROW = 'grid gap-x-3 md:grid-cols-[240px_1fr] items-center py-1 border-b border-rule';

/** A shelf at a glance: every paint an upright strip in hue order, beneath them why they stand here; opened a list with all reasons. */
function Shelf({ of, other }: { of: { name: string; paints: OnShelf[] }; other: Map<string, Elsewhere> | null }) {
    return (
        <section aria-label={of.name} className="mb-4">
            <h2 className="border-b border-ink pb-1">
                <span className="first-letter:uppercase inline-block">{of.name}</span>{' '}
                <span className="num text-soft">{of.paints.length}</span>
            </h2>
            {of.paints.length === 0 ? (
                <p className="text-soft py-1">nothing</p>
            ) : (
                <>
                    <Uprights of={of.paints} />
                    <Why of={of.paints} />
                    <details>
                        <summary className="cursor-pointer text-sm">as a list</summary>
                        <ul>
                            {of.paints.map((p) => (
                                <Line key={p.uuid} of={p} shelf={of.name} moved={other?.get(p.uuid)} />
                            ))}
                        </ul>
                    </details>
                    <Moved of={of} other={other} />
                </>
            )}
        </section>
    );
}

/** Paints from which on the strips are narrow. */
const MANY = 40;

function Uprights({ of }: { of: OnShelf[] }) {
    const width = of.length > MANY ? 8 : 18;
    return (
        <div className="flex flex-wrap gap-1 py-2">
            {of.map((p) => (
                <Link
                    key={p.uuid}
                    to={`/paints/${p.uuid}`}
                    title={`${p.colourName}, ${p.maker}: ${p.reasons[0]!.reason}`}
                    aria-label={`${p.colourName}: ${p.reasons[0]!.reason}`}
                    className={`block h-[84px] no-underline ${p.strip?.ladder == null ? 'hatched' : ''}`}
                    style={{ width, background: strokeGradient(p.strip?.ladder?.steps.map((step) => step.onPaper) ?? [], 'top') }}
                />
            ))}
        </div>
    );
}

/** How many stand here for one reason, whatever amounts it tells. */
function Why({ of }: { of: OnShelf[] }) {
    const counts = new Map<string, number>();
    for (const p of of) {
        const reason = p.reasons[0]!.reason.replace(/\s+after\s[\d.].*$/, '');
        counts.set(reason, (counts.get(reason) ?? 0) + 1);
    }
    const most = [...counts].sort((a, b) => b[1] - a[1]);
    return (
        <p className="m-0 text-sm">
            {most.map(([reason, n], i) => (
                <span key={reason}>
                    {i > 0 && ' · '}
                    {reason} <span className="num text-soft">{n}</span>
                </span>
            ))}
        </p>
    );
}

/** Those that a second reader would put elsewhere are told without opening the list. */
function Moved({ of, other }: { of: { name: string; paints: OnShelf[] }; other: Map<string, Elsewhere> | null }) {
    const moved = of.paints.filter((p) => other?.has(p.uuid) && other.get(p.uuid)!.shelf !== of.name);
    return moved.length === 0 ? null : (
        <p className="m-0 text-sm border-l-4 border-l-ink pl-2">
            For the second reader elsewhere: {moved.map((p) => p.colourName).join(', ')}.
        </p>
    );
}

function Line({ of: p, shelf, moved }: { of: OnShelf; shelf: string; moved: Elsewhere | undefined }) {
    const changes = moved !== undefined && moved.shelf !== shelf;
    return (
        <li className={`${ROW} ${changes ? 'border-l-4 border-l-ink pl-2' : ''}`}>
            <StripCanvas strip={p.strip} label={`${p.colourName}, as measured`} height={40} />
            <div className="leading-snug">
                <Link to={`/paints/${p.uuid}`} className="font-semibold">
                    {p.colourName}
                </Link>
                , {p.maker} · {p.statement.text}
                {p.perMl !== null && ` · ${p.perMl}`}
                {p.decided !== null && <strong className="font-medium"> · you decided: {p.decided}</strong>}: {p.reasons[0]!.reason}
                {p.reasons
                    .slice(1)
                    .filter((r) => r.answer === p.reasons[0]!.answer)
                    .map((r) => `; ${r.reason}`)}
                . {p.reasons[0]!.change !== null && <span className="text-soft">It would change with {p.reasons[0]!.change}.</span>}
                {changes && (
                    <span className="block">
                        The second reader: <strong className="font-semibold">{moved.shelf}</strong>, {moved.reason}.
                    </span>
                )}
            </div>
        </li>
    );
}
