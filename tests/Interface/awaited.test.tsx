import { cleanup, fireEvent, render, screen, waitFor } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { AwaitedImage } from '../../resources/js/components/ui/AwaitedImage';

/** The server answers one status after the other to whoever asks whether the picture is there. */
function answers(...statuses: number[]) {
    const left = [...statuses];
    vi.stubGlobal('fetch', () => Promise.resolve(new Response(null, { status: left.length > 1 ? left.shift() : left[0] })));
}

describe('a picture that may still be painted', () => {
    afterEach(() => {
        cleanup();
        vi.useRealTimers();
        vi.unstubAllGlobals();
    });

    it('says that it is being painted, also to whoever asked for much, and appears when it is there', async () => {
        vi.useFakeTimers({ shouldAdvanceTime: true });
        answers(429, 503, 200);
        render(<AwaitedImage src="/api/p.webp" width={10} height={10} alt="a wash" />);
        fireEvent.error(screen.getByAltText('a wash'));
        await waitFor(() => expect(screen.getByText('this picture is being painted')).toBeTruthy());
        await vi.advanceTimersByTimeAsync(4_000);
        expect(screen.queryByAltText('a wash')).toBeNull();
        await vi.advanceTimersByTimeAsync(4_000);
        await waitFor(() => expect(screen.getByAltText('a wash').getAttribute('src')).toBe('/api/p.webp?again=1'));
    });

    it('says that it is not here where it does not come', async () => {
        answers(404);
        render(<AwaitedImage src="/api/p.webp?row=1" width={10} height={10} alt="a wash" />);
        fireEvent.error(screen.getByAltText('a wash'));
        await waitFor(() => expect(screen.getByText('this picture is not here')).toBeTruthy());
    });
});
