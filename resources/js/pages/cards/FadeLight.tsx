import { useQuery, useQueryClient } from '@tanstack/react-query';
import { useRef, type FormEvent } from 'react';
import { call, get, newUuid, put, remove } from '../../api/client';
import type { Light } from '../../api/fading';
import { keys } from '../../api/queryKeys';
import type { Card } from '../../api/types';
import { day, today, windowWords } from '../../components/paint/words';
import { Loading, Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';

const WIDTH = 620;
const HEIGHT = 120;

/** The light behind the window so far, when it reaches what, days on which the card was down, and loggers that lay beside it. */
export function FadeLight({ card, onDone }: { card: Card; onDone: () => void }) {
    const queries = useQueryClient();
    const { data, error } = useQuery({ queryKey: keys.light(card.uuid), queryFn: () => get<Light>(`cards/${card.uuid}/light`) });
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="the light" />;
    }
    const again = (light: Light) => {
        queries.setQueryData(keys.light(card.uuid), light);
        onDone();
    };
    return (
        <section aria-label="Light behind the window" className="my-4 border-t border-rule pt-2">
            <h2>Light behind the window</h2>
            {data.now !== null && (
                <p>
                    {data.now.words}; <span className="num">{data.now.mlxh.toFixed(1)} Mlx h</span>, probably between{' '}
                    <span className="num">{data.now.range.map((v) => v.toFixed(1)).join(' and ')}</span> (about{' '}
                    <span className="num">{Number(data.now.megajoules.toPrecision(2))} MJ/m²</span>);{' '}
                    {data.now.museumYears >= 1 ? `${Math.round(data.now.museumYears)} years` : 'less than a year'} of museum light.{' '}
                    {data.now.measured > 0
                        ? `${Math.round(100 * data.now.measured)} % of it was logged, the rest is estimated and calibrated by it.`
                        : card.checks.some((c) => c.doseMlxh !== null)
                          ? 'Estimated from place, season, sky and glass, and corrected by the dose that was told at a check.'
                          : 'Estimated from place, season, sky and glass.'}
                </p>
            )}
            <div className="flex flex-wrap gap-x-8 gap-y-2 items-start">
                <Curve light={data} />
                <div>
                    <h3>When it reaches</h3>
                    <ul className="text-sm">
                        {data.reaches.map((r) => (
                            <li key={r.what}>
                                {r.what.includes('year') && `${r.what}, `}
                                <span className="num">{r.mlxh} Mlx h</span>:{' '}
                                {r.on === null ? 'not within three years' : `${r.on <= today() ? 'reached ' : ''}${day(r.on)}`}
                            </li>
                        ))}
                    </ul>
                </div>
            </div>
            <details className="mt-2">
                <summary className="cursor-pointer">
                    Taken down for a while ({data.pauses.length}), moved ({data.moves.length}), light loggers ({data.logs.length})
                </summary>
                <div className="grid gap-6 lg:grid-cols-2 mt-2 text-sm">
                    <Pauses card={card} light={data} onLight={again} />
                    <Loggers card={card} light={data} onLight={again} />
                    <Moves card={card} light={data} onLight={again} />
                </div>
            </details>
        </section>
    );
}

function Curve({ light }: { light: Light }) {
    const first = light.curve[0];
    const last = light.curve[light.curve.length - 1];
    if (first === undefined || last === undefined || light.now === null || first.on === last.on) {
        return <p className="text-soft">The curve begins tomorrow.</p>;
    }
    const t0 = Date.parse(first.on);
    const most = Math.max(0.2, light.now.range[1]) * 1.05;
    const x = (on: string) => 34 + ((WIDTH - 44) * (Date.parse(on) - t0)) / (Date.parse(last.on) - t0);
    const y = (mlxh: number) => (HEIGHT - 20) * (1 - mlxh / most) + 2;
    const wide = [light.now.range[0] / light.now.mlxh, light.now.range[1] / light.now.mlxh] as const;
    const path = (share: number) => light.curve.map((p) => `${x(p.on)},${y(share * p.mlxh)}`);
    return (
        <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="w-full max-w-[620px]" role="img" aria-label={`Light since ${day(first.on)}`}>
            <polygon points={[...path(wide[0]), ...path(wide[1]).reverse()].join(' ')} fill="var(--rule)" opacity="0.6" />
            <polyline points={path(1).join(' ')} fill="none" stroke="var(--ink)" strokeWidth="1.4" />
            <line x1={34} x2={WIDTH - 10} y1={y(0)} y2={y(0)} stroke="var(--ink)" />
            {[light.now.mlxh, light.now.mlxh / 2].map((v) => (
                <text key={v} x={30} y={y(v) + 4} textAnchor="end" fontSize="11" fill="var(--soft)">
                    {v.toFixed(1)}
                </text>
            ))}
            <text x={34} y={HEIGHT - 5} fontSize="11" fill="var(--soft)">
                {day(first.on)}
            </text>
            <text x={WIDTH - 10} y={HEIGHT - 5} textAnchor="end" fontSize="11" fill="var(--soft)">
                {day(last.on)}
            </text>
            <text x={40} y={12} fontSize="11" fill="var(--soft)">
                Mlx h
            </text>
        </svg>
    );
}

interface Part {
    card: Card;
    light: Light;
    onLight: (light: Light) => void;
}

function Moves({ card, light, onLight }: Part) {
    const { error, busy, saving } = useSaving();
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const form = e.currentTarget;
        const values = Object.fromEntries(new FormData(form));
        return saving(async (fresh) => {
            onLight(await put<Light>(`cards/${card.uuid}/moves/${fresh()}`, { ...values, curtain: values.curtain === 'on' }));
            form.reset();
        });
    }
    const choose = (name: string, label: string, of: string[]) => (
        <label>
            {label}
            <select className="block" name={name}>
                {of.map((o) => (
                    <option key={o}>{o}</option>
                ))}
            </select>
        </label>
    );
    return (
        <div>
            <h3>Moved to another window</h3>
            {light.moves.length === 0 && <p className="text-soft">It has stayed where it was hung.</p>}
            <ul>
                {light.moves.map((m) => (
                    <li key={m.uuid}>
                        since {day(m.movedOn)}: {m.place}, {windowWords(m.facing, m.panes)}, {m.sky} sky{m.curtain && ', behind a curtain'}{' '}
                        {card.mayChange && (
                            <button
                                type="button"
                                className="link"
                                onClick={() => void saving(async () => onLight(await remove<Light>(`moves/${m.uuid}`)))}
                            >
                                It was not
                            </button>
                        )}
                    </li>
                ))}
            </ul>
            {card.mayChange && (
                <form onSubmit={(e) => void save(e)} className="flex flex-wrap gap-2 items-end mt-1" aria-label="Moved to another window">
                    <label>
                        First day there
                        <input className="block" type="date" name="movedOn" required max={today()} />
                    </label>
                    <label>
                        Window
                        <input className="block w-40" name="place" required maxLength={160} />
                    </label>
                    {choose('facing', 'Facing', card.facings)}
                    {choose('panes', 'Glass', card.panes)}
                    {choose('sky', 'Sky', card.skies)}
                    <label className="flex items-center gap-1">
                        <input type="checkbox" name="curtain" /> curtain
                    </label>
                    <button className="button" disabled={busy}>
                        Record it
                    </button>
                </form>
            )}
            <Problem error={error} />
        </div>
    );
}

function Pauses({ card, light, onLight }: Part) {
    const { error, busy, saving } = useSaving();
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const form = e.currentTarget;
        return saving(async (fresh) => {
            onLight(await put<Light>(`cards/${card.uuid}/pauses/${fresh()}`, Object.fromEntries(new FormData(form))));
            form.reset();
        });
    }
    return (
        <div>
            <h3>Taken down</h3>
            {light.pauses.length === 0 && <p className="text-soft">It has hung all the time.</p>}
            <ul>
                {light.pauses.map((p) => (
                    <li key={p.uuid}>
                        {day(p.fromOn)} to {day(p.toOn)}
                        {p.note && `, ${p.note}`}{' '}
                        {card.mayChange && (
                            <button
                                type="button"
                                className="link"
                                onClick={() => void saving(async () => onLight(await remove<Light>(`pauses/${p.uuid}`)))}
                            >
                                Remove
                            </button>
                        )}
                    </li>
                ))}
            </ul>
            {card.mayChange && (
                <form onSubmit={(e) => void save(e)} className="flex flex-wrap gap-2 items-end mt-2" aria-label="Taken down for a while">
                    <label>
                        First day
                        <input className="block" type="date" name="fromOn" required />
                    </label>
                    <label>
                        Last day
                        <input className="block" type="date" name="toOn" required />
                    </label>
                    <label>
                        Why
                        <input className="block w-40" name="note" />
                    </label>
                    <button className="button" disabled={busy}>
                        Add
                    </button>
                </form>
            )}
            <Problem error={error} />
        </div>
    );
}

function Loggers({ card, light, onLight }: Part) {
    const { error, busy, saving } = useSaving();
    // The same file sent again is the same file.
    const uuid = useRef({ file: '', uuid: '' });
    function save(e: FormEvent<HTMLFormElement>) {
        e.preventDefault();
        const form = e.currentTarget;
        const values = new FormData(form);
        for (const column of ['timeColumn', 'lightColumn', 'timeZone']) {
            if (values.get(column) === '') {
                values.delete(column);
            }
        }
        const file = values.get('file') as File;
        const name = `${file.name} ${file.size} ${file.lastModified}`;
        if (uuid.current.file !== name) {
            uuid.current = { file: name, uuid: newUuid() };
        }
        return saving(async () => {
            onLight(await call<Light>('POST', `cards/${card.uuid}/light-logs/${uuid.current.uuid}`, values));
            form.reset();
        });
    }
    return (
        <div>
            <h3>Light logger</h3>
            {light.logs.length === 0 && <p className="text-soft">None; the light is estimated.</p>}
            <ul>
                {light.logs.map((l) => (
                    <li key={l.uuid}>
                        {l.name}: <span className="num">{l.readings}</span> readings in {l.unit}
                        {l.from && l.to && `, ${day(l.from)} to ${day(l.to)}`}
                        {l.gaps > 0 && `, ${l.gaps === 1 ? 'one gap' : `${l.gaps} gaps`}, filled by the estimate`}
                        {l.clipped && '; its sensor reached its end: those hours are told with a wider range'}{' '}
                        {card.mayChange && (
                            <button
                                type="button"
                                className="link"
                                onClick={() => void saving(async () => onLight(await remove<Light>(`light-logs/${l.uuid}`)))}
                            >
                                Remove
                            </button>
                        )}
                    </li>
                ))}
            </ul>
            {card.mayChange && (
                <form onSubmit={(e) => void save(e)} className="flex flex-wrap gap-2 items-end mt-2" aria-label="A light logger’s file">
                    <label>
                        File, CSV
                        <input className="block" type="file" name="file" accept=".csv,.txt,text/csv" required />
                    </label>
                    <label>
                        Unit
                        <select className="block" name="unit">
                            <option value="lux">lux</option>
                            <option value="klx">klx</option>
                            <option value="W/m2">W/m2</option>
                        </select>
                    </label>
                    <label>
                        Time zone of its clock
                        <input className="block w-40" name="timeZone" placeholder={card.hanging?.timeZone} />
                    </label>
                    <label>
                        Column of time
                        <input className="block w-20" type="number" min={1} max={40} name="timeColumn" placeholder="found" />
                    </label>
                    <label>
                        of light
                        <input className="block w-20" type="number" min={1} max={40} name="lightColumn" placeholder="found" />
                    </label>
                    <button className="button" disabled={busy}>
                        {busy ? 'Reading …' : 'Read it'}
                    </button>
                </form>
            )}
            <Problem error={error} />
        </div>
    );
}
