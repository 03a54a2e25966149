import { useRef } from 'react';
import type { Card, Check, Measuring } from '../../api/types';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { call, post } from '../../api/client';

/** Gets a picture of the card: a file, or the scanner stand-in. */
export function TakePicture({ card, check, onDone, what = 'Picture of the dry card' }: { card: Card; check: Check | null; onDone: () => void; what?: string }) {
    const file = useRef<HTMLInputElement>(null);
    const { error, busy: sending, saving } = useSaving();
    const take = (how: () => Promise<Measuring>) => saving(() => how().then(onDone));
    function upload(chosen: File) {
        const form = new FormData();
        form.append('picture', chosen);
        if (check !== null) {
            form.append('checkUuid', check.uuid);
        }
        return take(() => call<Measuring>('POST', `cards/${card.uuid}/pictures`, form));
    }
    return (
        <div className="no-print my-3 flex flex-wrap items-center gap-3" onDragOver={(e) => e.preventDefault()} onDrop={(e) => { e.preventDefault(); const f = e.dataTransfer.files[0]; if (f) { void upload(f); } }}>
            <span className="font-medium">{what}</span>
            <input ref={file} type="file" accept="image/png,image/jpeg" className="sr-only" tabIndex={-1} aria-label="Picture file" onChange={(e) => { const f = e.target.files?.[0]; e.target.value = ''; if (f) { void upload(f); } }} />
            <button type="button" className="button" data-main disabled={sending} onClick={() => file.current?.click()}>Upload a scan</button>
            <button type="button" className="button" disabled={sending} onClick={() => void take(() => post<Measuring>(`cards/${card.uuid}/stand-in`, { checkUuid: check?.uuid ?? null }))}>Use the scanner stand-in</button>
            <span className="text-sm text-soft">PNG, or JPEG of high quality, 300 dots per inch.</span>
            <div className="basis-full"><Problem error={error} /></div>
        </div>
    );
}
