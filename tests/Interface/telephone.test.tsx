import { QueryClient, QueryClientProvider } from '@tanstack/react-query';
import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import jsQR from 'jsqr';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { PhonePicture } from '../../resources/js/api/swatches';
import { screen as shade } from '../../resources/js/components/paint/linear';
import { Telephone } from '../../resources/js/components/Telephone';
import { lookedAt, sent } from '../../resources/js/pages/phone/sending';

const URL_THERE = 'http://192.168.7.3:8000/phone#DvE335Ygt3uJlAR0LLFWke2wF1TXeW1JZaxmVuXA';

const answer = (body: unknown, status = 200) => ({ ok: status < 400, status, json: () => Promise.resolve(body) }) as unknown as Response;

afterEach(() => {
    cleanup();
    vi.restoreAllMocks();
});

/** The drawn square as a picture, and what an independent reader makes of it. */
function readSquare(svg: Element): string | undefined {
    const side = Number(svg.getAttribute('viewBox')!.split(' ')[2]);
    const zoom = 4;
    const pixels = new Uint8ClampedArray(4 * (side * zoom) ** 2).fill(255);
    for (const [, x, y] of svg
        .querySelector('path')!
        .getAttribute('d')!
        .matchAll(/M(\d+) (\d+)h1v1h-1z/g)) {
        for (let v = 0; v < zoom; v++) {
            for (let u = 0; u < zoom; u++) {
                const at = 4 * ((Number(y) * zoom + v) * side * zoom + Number(x) * zoom + u);
                pixels.set([0, 0, 0], at);
            }
        }
    }
    return jsQR(pixels, side * zoom, side * zoom)?.data;
}

describe('the telephone at the desk', () => {
    const link = { uuid: 'link', opened: false, ended: false, secondsLeft: 590, pictures: [] as PhonePicture[] };
    let now: typeof link;
    beforeEach(() => {
        now = { ...link };
        vi.spyOn(globalThis, 'fetch').mockImplementation((_, init) =>
            Promise.resolve(init?.method === 'POST' ? answer({ ...now, urls: [URL_THERE] }, 201) : answer(now)),
        );
    });
    const show = (onCome = () => {}) =>
        render(
            <QueryClientProvider client={new QueryClient()}>
                <Telephone card="card" onCome={onCome} />
            </QueryClientProvider>,
        );

    it('shows a square that a reader of its own reads as the link', async () => {
        show();
        fireEvent.click(screen.getByRole('button', { name: /with your telephone/ }));
        const square = await screen.findByRole('img', { name: /Square code/ });
        expect(readSquare(square)).toBe(URL_THERE);
        // Four modules of white all around.
        expect(square.querySelector('path')!.getAttribute('d')).not.toMatch(/M[0-3] | [0-3]h/);
    });

    it('follows by itself and says what came', async () => {
        const came = vi.fn();
        show(came);
        fireEvent.click(screen.getByRole('button', { name: /with your telephone/ }));
        await screen.findByRole('img', { name: /Square code/ });
        expect(came).not.toHaveBeenCalled();
        now = {
            ...link,
            opened: true,
            pictures: [{ uuid: 'p', called: 'Sea Aster', state: 'done', progress: 1, step: '', problem: null, swatches: [] }],
        };
        await waitFor(() => expect(screen.getByText(/Sea Aster: measured/)).toBeTruthy(), { timeout: 4000 });
        expect(came).toHaveBeenCalledTimes(1);
        now = { ...now, ended: true };
        await waitFor(() => expect(screen.getByText(/has ended/)).toBeTruthy(), { timeout: 4000 });
    }, 15_000); // it asks each 1.5 s, as it does in use
});

describe('what a telephone sends', () => {
    it('says of a video what it is, and asks nobody', async () => {
        const asked = vi.spyOn(globalThis, 'fetch');
        const look = await lookedAt(new File(['x'], 'pan.mp4', { type: 'video/mp4' }), 'hold');
        expect([look.ok, look.unsent, look.says[0]]).toEqual([false, true, 'pan.mp4 is a video. Take a photograph.']);
        expect(asked).not.toHaveBeenCalled();
    });

    it('lets a picture be sent that this browser cannot show', async () => {
        const look = await lookedAt(new File(['x'], 'a.heic', { type: 'image/heic' }), 'hold');
        expect(look.unsent).toBeUndefined();
        expect(look.says[0]).toContain('can be sent all the same');
    });

    it('sends again when the network went away, and hands on why a picture is refused', async () => {
        const file = new File(['x'], 'a.jpg', { type: 'image/jpeg' });
        const asked = vi.spyOn(globalThis, 'fetch').mockRejectedValueOnce(new TypeError('gone')).mockResolvedValueOnce(answer({}, 202));
        expect(await sent('uuid', file, ' Sea Aster ', 'hold')).toBeNull();
        expect(asked).toHaveBeenCalledTimes(2);
        // The same picture both times, with its name and what the telephone holds.
        expect(asked.mock.calls.map(([path]) => path)).toEqual(['/api/phone/pictures/uuid', '/api/phone/pictures/uuid']);
        const init = asked.mock.calls[1]![1]!;
        expect((init.body as FormData).get('called')).toBe('Sea Aster');
        expect((init.headers as Record<string, string>)['X-Phone']).toBe('hold');
        asked.mockResolvedValueOnce(answer({ detail: 'This is a video.' }, 422));
        expect(await sent('uuid', file, '', 'hold')).toBe('This is a video.');
        expect(asked).toHaveBeenCalledTimes(3);
    });
});

describe('linear light on the screen', () => {
    it('is encoded as IEC 61966-2-1 says, and held at its ends', () => {
        // Half of the light is 188 of 255; the straight part ends at 0.0031308.
        expect(shade([0.5, 0, 1])).toBe('rgb(188 0 255)');
        expect(shade([0.002, -0.1, 1.7])).toBe('rgb(7 0 255)');
    });
});
