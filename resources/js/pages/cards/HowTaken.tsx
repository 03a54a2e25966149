import { useQuery } from '@tanstack/react-query';
import { keys } from '../../api/queryKeys';
import { get } from '../../api/client';
import type { CaptureMeans } from '../../api/capture';

/** What the tester says of a picture before it is measured. */
export interface Taken {
    takenAs: '' | 'scan' | 'photo';
    colour: string;
    wedge: string;
    wet: boolean;
}
export const UNTOLD: Taken = { takenAs: '', colour: '', wedge: '', wet: false };

/**
 * A scanner that improves its pictures measures something else; most of its programs have these under an "advanced" or
 * "professional" setting.
 */
export const SCANNER_AS_IT_SEES =
    'Before scanning, turn off what the scanner’s program improves by itself (exposure, contrast, colour restoring, sharpening, ' +
    'dust removal), and save as PNG or TIFF.';

export function appendTaken(form: FormData, taken: Taken) {
    if (taken.takenAs !== '') {
        form.append('takenAs', taken.takenAs);
    }
    const [kind, uuid] = taken.colour.split(' ');
    if (kind === 'target') {
        form.append('targetUuid', uuid ?? '');
    }
    if (kind === 'profile') {
        form.append('profileUuid', uuid ?? '');
    }
    if (kind === 'wedge') {
        form.append('wedge', taken.wedge);
    }
    if (taken.wet) {
        form.append('wet', '1');
    }
}

/** Scan or photograph, and what its colour rests on. */
export function HowTaken({ taken, onChange, mayBeWet }: { taken: Taken; onChange: (taken: Taken) => void; mayBeWet: boolean }) {
    const { data } = useQuery({ queryKey: keys.capture(), queryFn: () => get<CaptureMeans>('capture'), staleTime: 60_000 });
    return (
        <fieldset className="basis-full flex flex-wrap items-end gap-x-5 gap-y-1">
            <legend className="sr-only">How the picture was taken</legend>
            <label>
                Taken with
                <select
                    value={taken.takenAs}
                    onChange={(e) => onChange({ ...taken, takenAs: e.target.value as Taken['takenAs'] })}
                    className="block"
                >
                    <option value="">told from the picture</option>
                    <option value="scan">a scanner</option>
                    <option value="photo">a camera</option>
                </select>
            </label>
            <label>
                Colour by
                <select value={taken.colour} onChange={(e) => onChange({ ...taken, colour: e.target.value })} className="block max-w-72">
                    <option value="">the file, or paper and black</option>
                    {data?.targets.map((t) => (
                        <option key={t.uuid} value={`target ${t.uuid}`}>
                            target beside the card: {t.name}
                        </option>
                    ))}
                    <option value="wedge">wedge of greys beside the card</option>
                    {data?.profiles.map((p) => (
                        <option key={p.uuid} value={`profile ${p.uuid}`}>
                            profile: {p.name}
                        </option>
                    ))}
                </select>
            </label>
            {taken.colour === 'wedge' && (
                <label>
                    L* of its patches from the ring
                    <input
                        value={taken.wedge}
                        onChange={(e) => onChange({ ...taken, wedge: e.target.value })}
                        placeholder="95,80,65,50,35,20"
                        className="num block w-56"
                    />
                </label>
            )}
            {mayBeWet && (
                <label className="flex items-center gap-2 min-h-11">
                    <input type="checkbox" checked={taken.wet} onChange={(e) => onChange({ ...taken, wet: e.target.checked })} /> still wet,
                    for the drying shift
                </label>
            )}
        </fieldset>
    );
}
