import { keepPreviousData, useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { get } from '../../api/client';
import type { MixLight, Run } from '../../api/mixes';
import { keys } from '../../api/queryKeys';
import { LightDial } from '../../components/paint/LightDial';
import { nearest } from '../../components/paint/nearest';
import { Loading, Problem } from '../../components/ui/states';

/** The mix in the light: each film fades along the course that its own paint was measured to take. */
export function InLight({ run, share, deposit }: { run: Run; share: number; deposit: number }) {
    const [open, setOpen] = useState(false);
    const [mlxh, setMlxh] = useState<number | null>(null);
    const [unfaded, setUnfaded] = useState(false);
    const held = Math.min(0.98, Math.max(0.02, share));
    const { data, error } = useQuery({
        queryKey: keys.mixLight(run.a.uuid, run.b.uuid, String(held), String(deposit)),
        queryFn: () => get<MixLight>(`mix/light?a=${run.a.uuid}&b=${run.b.uuid}&share=${held}&deposit=${deposit}`),
        enabled: open,
        placeholderData: keepPreviousData,
        retry: false,
    });
    return (
        <details className="mt-3 border-t border-rule pt-2" onToggle={(e) => setOpen(e.currentTarget.open)}>
            <summary className="cursor-pointer font-medium">In the light</summary>
            <Problem error={error} />
            {open && data === undefined && !error && <Loading what="what light does to it" />}
            {data !== undefined && <Faded of={data} mlxh={mlxh} onMlxh={setMlxh} unfaded={unfaded} onUnfaded={setUnfaded} />}
        </details>
    );
}

function Faded({
    of,
    mlxh,
    onMlxh,
    unfaded,
    onUnfaded,
}: {
    of: MixLight;
    mlxh: number | null;
    onMlxh: (mlxh: number) => void;
    unfaded: boolean;
    onUnfaded: (held: boolean) => void;
}) {
    const checked = of.stops.filter((s) => s.kind === 'checked').map((s) => s.mlxh);
    const at = mlxh ?? checked[checked.length - 1] ?? 0;
    const near =
        of.stops[
            nearest(
                of.stops.map((s) => s.mlxh),
                at,
            )
        ]!;
    const last = of.stops[of.stops.length - 1]!.mlxh;
    const beyond = at > last * 1.05;
    return (
        <>
            <LightDial
                checked={checked}
                most={100}
                yearly={of.yearly}
                mlxh={at}
                onMlxh={onMlxh}
                unfaded={unfaded}
                onUnfaded={onUnfaded}
                none="as mixed"
            />
            <div className="grid grid-cols-2 h-20 border border-dashed border-ink">
                <div style={{ background: of.start.hex }} role="img" aria-label={`As mixed: ${of.start.words}`} />
                {beyond ? (
                    <div className="hatched" title="beyond what was tested in light" />
                ) : (
                    <div
                        style={{ background: unfaded ? of.start.hex : near.hex }}
                        role="img"
                        aria-label={`After the light: ${near.words}`}
                        data-faded={near.hex}
                    />
                )}
            </div>
            <p>
                {beyond ? (
                    'Beyond what was tested in light nothing is shown.'
                ) : (
                    <>
                        After <span className="num">{near.mlxh.toFixed(1)} Mlx h</span>{' '}
                        {near.kind === 'expected' ? 'it would be, at the least faded,' : 'it is expected to be'}{' '}
                        <strong className="font-medium">{near.words}</strong>, dE00 <span className="num">{near.dE00.toFixed(1)}</span> from
                        what was mixed{near.change.length > 0 && `: ${near.change.join(', ')}`}.
                    </>
                )}{' '}
                {of.weaker === null
                    ? 'Neither is seen to fade so far.'
                    : of.weaker === 'both alike'
                      ? 'Both fade about alike.'
                      : `${of.weaker} is the weaker one; it turns the mix towards the other.`}
            </p>
        </>
    );
}
