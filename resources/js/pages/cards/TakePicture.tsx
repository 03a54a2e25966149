import { useRef, useState } from 'react';
import type { Card, Check, Measuring } from '../../api/types';
import { Problem } from '../../components/ui/states';
import { useSaving } from '../../components/ui/useSaving';
import { StandIns } from '../../components/StandIns';
import { Telephone } from '../../components/Telephone';
import { call, newUuid, post } from '../../api/client';
import { appendTaken, HowTaken, SCANNER_AS_IT_SEES, UNTOLD } from './HowTaken';

/** Gets a picture of the card: a file, or what a stand-in makes. */
export function TakePicture({
    card,
    check,
    onDone,
    what = 'Picture of the dry card',
}: {
    card: Card;
    check: Check | null;
    onDone: () => void;
    what?: string;
}) {
    const file = useRef<HTMLInputElement>(null);
    const [taken, setTaken] = useState(UNTOLD);
    const { error, busy: sending, saving } = useSaving();
    // The same file sent again is the same picture, however often the line breaks.
    const sent = useRef({ file: '', uuid: '' });
    const take = (how: () => Promise<Measuring>) => saving(() => how().then(onDone));
    function upload(chosen: File) {
        const file = `${chosen.name} ${chosen.size} ${chosen.lastModified}`;
        if (sent.current.file !== file) {
            sent.current = { file, uuid: newUuid() };
        }
        const form = new FormData();
        form.append('picture', chosen);
        appendTaken(form, taken);
        if (check !== null) {
            form.append('checkUuid', check.uuid);
        }
        return take(() => call<Measuring>('POST', `cards/${card.uuid}/pictures/${sent.current.uuid}`, form));
    }
    const standIn = (device: string) =>
        void take(() => post<Measuring>(`cards/${card.uuid}/stand-in`, { checkUuid: check?.uuid ?? null, device, wet: taken.wet }));
    return (
        <div
            className="no-print my-3 flex flex-wrap items-center gap-3"
            onDragOver={(e) => e.preventDefault()}
            onDrop={(e) => {
                e.preventDefault();
                const f = e.dataTransfer.files[0];
                if (f) {
                    void upload(f);
                }
            }}
        >
            <span className="font-medium">{what}</span>
            <input
                ref={file}
                type="file"
                accept="image/png,image/jpeg,image/tiff,image/webp,image/heic,.heic"
                className="sr-only"
                tabIndex={-1}
                aria-label="Picture file"
                onChange={(e) => {
                    const f = e.target.files?.[0];
                    e.target.value = '';
                    if (f) {
                        void upload(f);
                    }
                }}
            />
            <button type="button" className="button" data-main disabled={sending} onClick={() => file.current?.click()}>
                Upload a picture
            </button>
            <Telephone card={card.uuid} checkUuid={check?.uuid ?? null} onCome={onDone} />
            <StandIns>
                <button type="button" className="button" disabled={sending} onClick={() => standIn('scanner')}>
                    Use the scanner stand-in
                </button>
                <button type="button" className="button" disabled={sending} onClick={() => standIn('camera')}>
                    Use the camera stand-in
                </button>
            </StandIns>
            <span className="text-sm text-soft">
                A scan at 300 dots per inch, or a photograph in daylight without flash, the whole card in view. PNG, JPEG, TIFF, WebP or
                HEIC. {SCANNER_AS_IT_SEES}
            </span>
            <HowTaken taken={taken} onChange={setTaken} mayBeWet={card.kind === 'property'} />
            <div className="basis-full">
                <Problem error={error} />
            </div>
        </div>
    );
}
