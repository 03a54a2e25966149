import type { LightTold } from '../../api/fading';
import type { ClaimBeside, PooledTests, PropertyBeside, RatingShown } from '../../api/types';
import { Simulated } from './Simulated';
import { classWords, mlxh, withoutWords, wordAndChance } from './words';

/** A word, its place on the measured scale with its uncertainty, and a mark where the maker's claim stands. */
export function RatingCell({
    beside,
    open,
    onToggle,
    label,
    compact = false,
}: {
    beside: PropertyBeside<RatingShown>;
    open?: boolean;
    onToggle?: () => void;
    label: string;
    /** Claims as brackets alone, but for those that are contradicted; chances among the numbers. */
    compact?: boolean;
}) {
    const { measured, without, claims, verdicts } = beside;
    const contradicted = claims.find((c) => c.check === 'contradicted');
    const body = (
        <>
            {measured !== null ? (
                <>
                    <span className="block font-medium leading-tight">
                        {compact ? <Folded words={classWords(measured)} /> : classWords(measured)}
                    </span>
                    <Scale beside={beside} />
                    {measured.light !== undefined && <Light of={measured.light} />}
                    <span className="numbers">
                        <span className="block text-soft leading-tight">
                            <span className="num">{measured.text}</span> {measured.card?.simulated && <Simulated />}
                        </span>
                        {measured.pooled !== undefined && (
                            <span className="block text-sm leading-tight text-soft">of {measured.pooled.pictures} pictures</span>
                        )}
                        {beside.pooled !== null && <ByWhom of={beside.pooled} />}
                    </span>
                </>
            ) : (
                <span className="block text-sm text-soft">{without ? withoutWords(without.status) : 'not tested'}</span>
            )}
            {claims.map((c) => (
                <ClaimWords key={c.uuid} of={c} compact={compact} />
            ))}
            {(compact ? verdicts.filter((v) => v.check === 'contradicted') : verdicts).map((v) => (
                <span key={v.uuid} className={`block text-sm leading-tight ${v.check === 'contradicted' ? 'font-semibold' : 'text-soft'}`}>
                    by eye{v.blind ? ', blind' : ''}: {v.word}
                    {v.check === 'contradicted' ? ' — the picture says otherwise' : ''}
                </span>
            ))}
        </>
    );
    if (onToggle === undefined) {
        return <div>{body}</div>;
    }
    return (
        <button
            type="button"
            aria-expanded={open}
            title="Where this comes from"
            onClick={onToggle}
            className={[
                'relative block w-full text-left cursor-pointer px-1 -mx-1 hover:bg-panel',
                open ? 'bg-panel' : '',
                contradicted ? 'border-l-4 border-ink pl-2' : '',
            ].join(' ')}
        >
            <span className="sr-only">{label}: </span>
            {body}
        </button>
    );
}

/** "perhaps distinct (68 %)": the word, and its chance among the numbers. */
function Folded({ words }: { words: string }) {
    const [word, chance] = wordAndChance(words);
    return chance === null ? (
        word
    ) : (
        <>
            {word}
            <span className="numbers"> {chance}</span>
        </>
    );
}

function ClaimWords({ of, compact }: { of: ClaimBeside; compact: boolean }) {
    const against = of.check === 'contradicted';
    const said = compact && !against ? 'sr-only print:not-sr-only' : 'block text-sm leading-tight';
    return (
        <span className={`${said} ${against ? 'font-semibold' : 'text-soft'}`}>
            {compact && against ? 'not as claimed: ' : 'claim: '}
            {of.words}
            {against && !compact ? ' — contradicted' : ''}
        </span>
    );
}

/** The light that a word rests on, and the paper where that alone changed. */
export function Light({ of }: { of: LightTold }) {
    return (
        <span className="block text-soft leading-tight">
            {of.mlxh === null ? (
                'after nobody knows how much light'
            ) : (
                <>
                    after <span className="num whitespace-nowrap">{mlxh(of.mlxh)}</span>
                </>
            )}
            {of.beside !== null && <span className="block text-sm">{of.beside}</span>}
            {of.disagree === true && <span className="block text-sm font-medium text-ink">two strips disagree: test again</span>}
        </span>
    );
}

/** How many tests it rests on, and what one more card would say. */
function ByWhom({ of }: { of: PooledTests }) {
    return (
        <span className="block text-sm leading-tight text-soft" title="95 in 100 cards of another tester">
            {of.tests === 1 ? 'one test' : `${of.tests} tests`}, {of.testers === 1 ? 'one tester' : `${of.testers} testers`}
            {of.off > 0 && `, ${of.off} off the others`}
            <span className="block">
                one more card: likely <span className="num whitespace-nowrap">{of.anotherText}</span>
            </span>
        </span>
    );
}

/** The classes as equal stretches; a bar for the 95 % range, a stroke for the value, a bracket beneath for the claim. */
export function Scale({ beside, width = 118 }: { beside: PropertyBeside<RatingShown>; width?: number }) {
    const { measured, classes, claims } = beside;
    const at = (p: number) => 1 + p * (width - 2);
    const claimed = claims.filter((c) => c.span !== null);
    return (
        <svg width={width} height={claimed.length > 0 ? 19 : 13} className="block my-0.5" aria-hidden="true">
            <title>{`from ${classes[0]} at the left to ${classes[classes.length - 1]} at the right`}</title>
            <line x1={at(0)} x2={at(1)} y1={7} y2={7} stroke="currentColor" strokeWidth={1} />
            {classes.map((c, i) => (
                <line
                    key={c}
                    x1={at(i / classes.length)}
                    x2={at(i / classes.length)}
                    y1={4}
                    y2={10}
                    stroke="currentColor"
                    strokeWidth={1}
                />
            ))}
            <line x1={at(1)} x2={at(1)} y1={4} y2={10} stroke="currentColor" strokeWidth={1} />
            {measured?.low !== undefined && measured.high !== undefined && (
                <rect
                    x={at(measured.low)}
                    width={Math.max(2, at(measured.high) - at(measured.low))}
                    y={5}
                    height={4}
                    fill="currentColor"
                    opacity={0.45}
                />
            )}
            {measured?.position !== undefined && (
                <line x1={at(measured.position)} x2={at(measured.position)} y1={0} y2={13} stroke="currentColor" strokeWidth={3} />
            )}
            {claimed.map((c) => (
                <path
                    key={c.uuid}
                    d={`M${at(c.span![0]) + 1} 14 v4 H${at(c.span![1]) - 1} v-4`}
                    fill="none"
                    stroke="currentColor"
                    strokeWidth={c.check === 'contradicted' ? 2.5 : 1.2}
                />
            ))}
        </svg>
    );
}
