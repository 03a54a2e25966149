import { useQuery, useQueryClient } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { useRef, useState, type FormEvent } from 'react';
import { call, get, newUuid, remove } from '../../api/client';
import type { CaptureMeans, Profile, Target } from '../../api/capture';
import { SCANNER_AS_IT_SEES } from '../cards/HowTaken';
import { Empty, Loading, Problem } from '../../components/ui/states';
import { StandIns } from '../../components/StandIns';
import { useSaving } from '../../components/ui/useSaving';
import { Wide } from '../../components/ui/Wide';
import { day } from '../../components/paint/words';

/** Targets of known colour, and the profiles made with them for scanners and cameras. */
export default function CapturePage() {
    const queries = useQueryClient();
    const { data, error } = useQuery({ queryKey: keys.capture(), queryFn: () => get<CaptureMeans>('capture') });
    const keep = (means: CaptureMeans) => queries.setQueryData(keys.capture(), means);
    if (data === undefined) {
        return error ? <Problem error={error} /> : <Loading what="targets and profiles" />;
    }
    return (
        <>
            <h1>Colour of pictures</h1>
            <p className="max-w-prose my-1">
                A picture’s colour rests on the best of: a target with known patches beside the card, a profile kept for the device, a wedge
                of greys, the card’s own paper and black, and last what the file says of itself. Which one was used stands with every
                result.
            </p>
            <section className="mt-5">
                <h2>Targets</h2>
                {data.targets.length === 0 && (
                    <Empty title="No target yet">
                        Read in the reference file of a target (CGATS text with spectra, L*a*b* or XYZ), or the readings of patches that you
                        painted yourselves and measured with an instrument.
                    </Empty>
                )}
                {data.targets.map((t) => (
                    <TargetLine key={t.uuid} target={t} onChange={keep} />
                ))}
                <NewTarget onKept={keep} />
            </section>
            <section className="mt-6">
                <h2>Profiles</h2>
                {data.profiles.length === 0 && (
                    <Empty title="No profile yet">
                        Scan a target by itself, or photograph it in the corner where you always photograph, and keep what follows under a
                        name.
                    </Empty>
                )}
                {data.profiles.length > 0 && (
                    <Wide label="Profiles">
                        <table className="min-w-[820px] w-full">
                            <thead>
                                <tr className="border-b border-ink">
                                    <th className="py-1">Profile</th>
                                    <th>Made with</th>
                                    <th className="num">Residual</th>
                                    <th>Hardest patches</th>
                                    <th>Drift</th>
                                    <th></th>
                                </tr>
                            </thead>
                            <tbody>
                                {data.profiles.map((p) => (
                                    <ProfileLine key={p.uuid} profile={p} onChange={keep} />
                                ))}
                            </tbody>
                        </table>
                    </Wide>
                )}
                {data.targets.length > 0 && <NewProfile targets={data.targets} onKept={keep} />}
            </section>
        </>
    );
}

function TargetLine({ target, onChange }: { target: Target; onChange: (means: CaptureMeans) => void }) {
    const { error, saving } = useSaving();
    return (
        <article className="border-t border-rule py-3 flex flex-wrap gap-6 items-start">
            <div
                className="grid"
                style={{ gridTemplateColumns: `repeat(${target.columns}, 1.4rem)` }}
                role="img"
                aria-label={`${target.patches.length} patches, first patch beside the ring`}
            >
                {target.patches.map((p, i) => (
                    <span
                        key={i}
                        className="h-[1.4rem]"
                        style={{ background: p.hex }}
                        title={`${p.name}: L* ${p.lab.map((v) => v.toFixed(1)).join(' ')}`}
                    />
                ))}
            </div>
            <div>
                <h3>{target.name}</h3>
                <p className="text-sm">
                    <span className="num">{target.columns}</span> columns by <span className="num">{target.rows}</span> rows · {target.by}
                </p>
                <p className="text-sm flex flex-wrap gap-x-4">
                    <a href={`/api/capture/targets/${target.uuid}/sheet.svg`} target="_blank" rel="noreferrer">
                        Print its carrier
                    </a>
                    {target.mayChange && (
                        <button
                            type="button"
                            className="link"
                            onClick={() => void saving(() => remove<CaptureMeans>(`capture/targets/${target.uuid}`).then(onChange))}
                        >
                            Remove<span className="sr-only"> {target.name}</span>
                        </button>
                    )}
                </p>
                <Problem error={error} />
            </div>
        </article>
    );
}

function NewTarget({ onKept }: { onKept: (means: CaptureMeans) => void }) {
    const { error, busy, saving } = useSaving();
    const [name, setName] = useState('');
    const file = useRef<HTMLInputElement>(null);
    function send(standIn: boolean) {
        const form = new FormData();
        form.append('name', standIn ? name || 'Stand-in target' : name);
        if (standIn) {
            form.append('standIn', '1');
        } else if (file.current?.files?.[0]) {
            form.append('file', file.current.files[0]);
        }
        return saving(() =>
            call<CaptureMeans>('POST', `capture/targets/${newUuid()}`, form).then((m) => {
                setName('');
                onKept(m);
            }),
        );
    }
    return (
        <form
            className="no-print my-3 flex flex-wrap items-end gap-3"
            onSubmit={(e: FormEvent) => {
                e.preventDefault();
                void send(false);
            }}
        >
            <label>
                Name
                <input value={name} onChange={(e) => setName(e.target.value)} placeholder="Group’s target" className="block w-52" />
            </label>
            <label>
                Reference file
                <input ref={file} type="file" accept=".txt,.cgats,.cie,.ti3,.it8,text/plain" className="block w-full max-w-80" />
            </label>
            <button className="button" data-main disabled={busy}>
                Add this target
            </button>
            <StandIns>
                <button type="button" className="button" disabled={busy} onClick={() => void send(true)}>
                    Add the stand-in’s target
                </button>
            </StandIns>
            <div className="basis-full">
                <Problem error={error} />
            </div>
        </form>
    );
}

function ProfileLine({ profile, onChange }: { profile: Profile; onChange: (means: CaptureMeans) => void }) {
    const { error, busy, saving } = useSaving();
    const file = useRef<HTMLInputElement>(null);
    function check(picture: File) {
        const form = new FormData();
        form.append('picture', picture);
        return saving(() => call<CaptureMeans>('POST', `capture/profiles/${profile.uuid}/check`, form).then(onChange));
    }
    return (
        <tr className="border-b border-rule align-top">
            <th scope="row" className="py-2 pr-3 font-semibold">
                {profile.name}
                <span className="block text-sm font-normal">
                    {profile.by}, {day(profile.made)}
                </span>
            </th>
            <td className="py-2 pr-3">
                {profile.target ?? 'a target that is no longer here'}
                <span className="block text-sm num">{profile.patches} patches</span>
            </td>
            <td className="py-2 pr-3 num">
                dE00 {profile.residualMean?.toFixed(2)}
                <span className="block text-sm">95 % within {profile.residual95?.toFixed(2)}</span>
            </td>
            <td className="py-2 pr-3">
                <span className="flex gap-1">
                    {profile.worst.map((w, i) => (
                        <span key={i} className="text-xs num">
                            <span className="block w-8 h-6" style={{ background: w.hex }} />
                            {w.dE00.toFixed(1)}
                        </span>
                    ))}
                </span>
            </td>
            <td className="py-2 pr-3">
                {profile.drift === null ? (
                    'not checked yet'
                ) : (
                    <>
                        <span className="num">dE00 {profile.drift.toFixed(2)}</span> on {day(profile.checked ?? '')}
                        {profile.drifted && <strong className="block font-semibold">has drifted: make it again</strong>}
                    </>
                )}
            </td>
            <td className="py-2 text-sm">
                <a className="block" href={`/api/capture/profiles/${profile.uuid}.json`}>
                    Save as a file<span className="sr-only"> {profile.name}</span>
                </a>
                {profile.mayChange && (
                    <>
                        <input
                            ref={file}
                            type="file"
                            accept="image/png,image/jpeg,image/tiff,image/webp"
                            className="sr-only"
                            tabIndex={-1}
                            aria-label={`Picture of the target to check ${profile.name}`}
                            onChange={(e) => {
                                const f = e.target.files?.[0];
                                e.target.value = '';
                                if (f) {
                                    void check(f);
                                }
                            }}
                        />
                        <button type="button" className="link block" disabled={busy} onClick={() => file.current?.click()}>
                            Check for drift<span className="sr-only"> {profile.name}</span>
                        </button>
                        <button
                            type="button"
                            className="link block"
                            onClick={() => void saving(() => remove<CaptureMeans>(`capture/profiles/${profile.uuid}`).then(onChange))}
                        >
                            Remove<span className="sr-only"> {profile.name}</span>
                        </button>
                    </>
                )}
                <Problem error={error} />
            </td>
        </tr>
    );
}

function NewProfile({ targets, onKept }: { targets: Target[]; onKept: (means: CaptureMeans) => void }) {
    const { error, busy, saving } = useSaving();
    const [name, setName] = useState('');
    const [target, setTarget] = useState(targets[0]!.uuid);
    const picture = useRef<HTMLInputElement>(null);
    function submit(e: FormEvent) {
        e.preventDefault();
        const form = new FormData();
        form.append('name', name);
        form.append('targetUuid', target);
        if (picture.current?.files?.[0]) {
            form.append('picture', picture.current.files[0]);
        }
        void saving(() =>
            call<CaptureMeans>('POST', `capture/profiles/${newUuid()}`, form).then((m) => {
                setName('');
                onKept(m);
            }),
        );
    }
    return (
        <form className="no-print my-3 flex flex-wrap items-end gap-3" onSubmit={submit}>
            <label>
                Name
                <input
                    value={name}
                    onChange={(e) => setName(e.target.value)}
                    placeholder="My corner by the window"
                    className="block w-52"
                />
            </label>
            <label>
                Target
                <select value={target} onChange={(e) => setTarget(e.target.value)} className="block">
                    {targets.map((t) => (
                        <option key={t.uuid} value={t.uuid}>
                            {t.name}
                        </option>
                    ))}
                </select>
            </label>
            <label>
                Picture of the target
                <input ref={picture} type="file" accept="image/png,image/jpeg,image/tiff,image/webp" className="block w-full max-w-80" />
            </label>
            <button className="button" data-main disabled={busy}>
                {busy ? 'Making the profile …' : 'Make a profile'}
            </button>
            <p className="basis-full text-sm text-soft">{SCANNER_AS_IT_SEES} A profile holds for the settings it was made with.</p>
            <div className="basis-full">
                <Problem error={error} />
            </div>
        </form>
    );
}
