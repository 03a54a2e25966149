/** What a telephone sends: first a small copy to be looked at, then the picture as it is. */

/** Longer side of the copy, pixels: enough to see marks and focus. */
const COPY = 1600;
/** Times that a picture is sent again when the network went away, and the pause between, ms. */
const TRIES = 3;
const PAUSE = 1500;

export interface Look {
    ok: boolean;
    says: string[];
    /** It was refused when it was sent. */
    unsent?: boolean;
}

const NO_PICTURE = /^(video|audio|text|application)\//;

export async function lookedAt(file: File, hold: string): Promise<Look> {
    if (NO_PICTURE.test(file.type)) {
        return {
            ok: false,
            unsent: true,
            says: [`${file.name} is ${file.type.startsWith('video') ? 'a video' : 'no picture'}. Take a photograph.`],
        };
    }
    const copy = await smallCopy(file).catch(() => null);
    if (copy === null) {
        return {
            ok: false,
            says: ['This browser cannot show this kind of picture, so it was not looked at. It can be sent all the same.'],
        };
    }
    const form = new FormData();
    form.append('picture', copy.blob, 'copy.jpg');
    form.append('reducedBy', String(copy.reducedBy));
    const answer = await fetch('/api/phone/look', {
        method: 'POST',
        body: form,
        headers: { Accept: 'application/json', 'X-Phone': hold },
    }).catch(() => null);
    const data = (await answer?.json().catch(() => null)) as { found?: boolean; says?: string[]; detail?: string } | null;
    if (answer === null || !answer.ok) {
        return { ok: false, says: [data?.detail ?? 'The desk cannot be reached. Stay on the same wireless network and try again.'] };
    }
    return { ok: data?.found ?? false, says: data?.says ?? [] };
}

async function smallCopy(file: File): Promise<{ blob: Blob; reducedBy: number }> {
    const image = await createImageBitmap(file, { imageOrientation: 'from-image' });
    const reducedBy = Math.max(1, Math.max(image.width, image.height) / COPY);
    const canvas = document.createElement('canvas');
    canvas.width = Math.round(image.width / reducedBy);
    canvas.height = Math.round(image.height / reducedBy);
    canvas.getContext('2d')!.drawImage(image, 0, 0, canvas.width, canvas.height);
    image.close();
    const blob = await new Promise<Blob | null>((done) => canvas.toBlob(done, 'image/jpeg', 0.88));
    if (blob === null) {
        throw new Error('no copy');
    }
    return { blob, reducedBy };
}

/** Sends a picture; the same one again is the same picture. Null, or why it was refused. */
export async function sent(uuid: string, file: File, called: string, hold: string): Promise<string | null> {
    for (let tried = 1; ; tried++) {
        const form = new FormData();
        form.append('picture', file);
        if (called.trim() !== '') {
            form.append('called', called.trim());
        }
        const answer = await fetch(`/api/phone/pictures/${uuid}`, {
            method: 'POST',
            body: form,
            headers: { Accept: 'application/json', 'X-Phone': hold },
        }).catch(() => null);
        if (answer?.ok) {
            return null;
        }
        if (answer !== null || tried === TRIES) {
            const data = (await answer?.json().catch(() => null)) as { detail?: string } | null;
            return data?.detail ?? 'The desk cannot be reached. Stay on the same wireless network and send it again.';
        }
        await new Promise((wait) => setTimeout(wait, PAUSE));
    }
}
