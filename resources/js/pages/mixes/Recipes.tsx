import { useQuery } from '@tanstack/react-query';
import { useState, type FormEvent } from 'react';
import { get } from '../../api/client';
import type { MixPaint, NamedMix, RecipeAnswer } from '../../api/mixes';
import { keys } from '../../api/queryKeys';
import { Cautions, Loading, Problem } from '../../components/ui/states';
import { decimal } from '../../components/ui/decimal';

/** Do I need it? What of the paints at hand comes nearest to a paint to do without, or to a colour. */
export function Recipes({ paints, mixes, onMix }: { paints: MixPaint[]; mixes: NamedMix[]; onMix: (a: string, b: string) => void }) {
    const [asked, setAsked] = useState('');
    const { data, error, isFetching } = useQuery({
        queryKey: keys.recipes(asked),
        queryFn: () => get<RecipeAnswer>(`recipes?${asked}`),
        enabled: asked !== '',
        retry: false,
    });
    function ask(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const values = new FormData(e.currentTarget);
        const lab = ['l', 'a', 'b'].map((c) => decimal(values.get(c) ?? undefined));
        const paint = String(values.get('paint') ?? '');
        const wanted = paint !== '' ? paint : `l=${lab[0] ?? ''}&a=${lab[1] ?? ''}&b=${lab[2] ?? ''}`;
        setAsked(`${wanted}&from=${String(values.get('from'))}${values.has('three') ? '&three=1' : ''}`);
    }
    return (
        <section aria-label="Do I need it?" className="mt-6 border-t border-rule pt-3">
            <h2>Do I need it?</h2>
            <form onSubmit={ask} className="flex flex-wrap gap-3 items-end" aria-label="What to do without">
                <label>
                    A paint to do without, or a mix to make otherwise
                    <select className="block w-72" name="paint" defaultValue="">
                        <option value="">a colour instead …</option>
                        {paints.map((p) => (
                            <option key={p.uuid} value={`paint=${p.uuid}`}>
                                {p.name}, {p.maker}
                            </option>
                        ))}
                        {mixes
                            .filter((m) => m.hex !== null && !m.layered)
                            .map((m) => (
                                <option key={m.uuid} value={`mix=${m.uuid}`}>
                                    {m.name}, a mix of mine
                                </option>
                            ))}
                    </select>
                </label>
                {['L*', 'a*', 'b*'].map((c, i) => (
                    <label key={c}>
                        {c}
                        <input className="block w-20" name={['l', 'a', 'b'][i]} inputMode="decimal" />
                    </label>
                ))}
                <label>
                    Look through
                    <select className="block w-64" name="from" defaultValue="mine">
                        <option value="mine">what I have at hand</option>
                        <option value="single">all measured paints of one pigment</option>
                    </select>
                </label>
                <label className="flex gap-2 items-center min-h-11">
                    <input type="checkbox" name="three" /> three paints too
                </label>
                <button className="button" disabled={isFetching}>
                    Look
                </button>
            </form>
            <Problem error={error} />
            {isFetching && <Loading what="recipes" />}
            {data !== undefined && !isFetching && (
                <>
                    <p className="my-2">
                        {data.recipes[0]?.near
                            ? `Expected to come near, from ${data.single ? 'paints of one pigment' : 'the paints at hand'}:`
                            : `Nothing among ${data.of} paints is expected to come near. The nearest:`}
                    </p>
                    <ol>
                        {data.recipes.map((r) => (
                            <li
                                key={r.parts.map((p) => p.uuid).join()}
                                className="border-b border-rule py-2 grid gap-x-4 md:grid-cols-[260px_1fr]"
                            >
                                <div className="grid grid-flow-col auto-cols-fr" aria-label="Wanted above, expected below">
                                    {r.places.map((p, i) => (
                                        <div key={i}>
                                            <div className="h-8" style={{ background: data.places[i]!.hex }} />
                                            <div className="h-8 border-b border-dashed border-ink" style={{ background: p.hex }} />
                                            <span className="text-xs text-soft">{data.places[i]!.name}</span>
                                        </div>
                                    ))}
                                </div>
                                <div>
                                    <p>
                                        {r.parts.length === 1
                                            ? `${r.parts[0]!.name} alone`
                                            : r.parts.map((p) => `${Math.round(100 * p.share)} % ${p.name}`).join(' with ')}
                                        , dE00 <span className="num">{r.dE00.toFixed(1)}</span> off on average
                                        {r.parts.length === 2 && (
                                            <>
                                                {' '}
                                                <button
                                                    type="button"
                                                    className="link text-sm"
                                                    onClick={() => onMix(r.parts[0]!.uuid, r.parts[1]!.uuid)}
                                                >
                                                    see the run
                                                </button>
                                            </>
                                        )}
                                    </p>
                                    <p className="text-soft">
                                        {r.places
                                            .map((p, i) => `${data.places[i]!.name}: ${p.words.join(', ') || 'no difference to speak of'}`)
                                            .join('; ')}
                                        {r.pigments > 2 && `; holds ${r.pigments} pigments`}
                                    </p>
                                    <Cautions of={[...new Set(r.parts.flatMap((p) => p.cautions))]} short />
                                </div>
                            </li>
                        ))}
                    </ol>
                </>
            )}
        </section>
    );
}
