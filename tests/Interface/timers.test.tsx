import { act, renderHook } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Timer } from '../../resources/js/api/bench';
import { ago, clock, serverMoment, useTimers } from '../../resources/js/pages/bench/useTimers';

const started = vi.fn();
class Audio {
    currentTime = 0;
    resume = () => Promise.resolve();
    createOscillator = () => ({ frequency: { value: 0 }, connect: (to: unknown) => to, start: started, stop: () => undefined });
    createGain = () => ({
        gain: { setValueAtTime: () => undefined, linearRampToValueAtTime: () => undefined, exponentialRampToValueAtTime: () => undefined },
        connect: () => undefined,
    });
}

const timer = (uuid: string, startedAt: string, seconds: number, stoppedAt: string | null = null) =>
    ({ uuid, edition: 1, kind: 'drying', label: '', seconds, task: null, by: 'Wren', startedAt, stoppedAt }) as unknown as Timer;
const exact = { now: '2026-03-04T10:00:00Z', readAt: Date.parse('2026-03-04T10:00:00Z') };

beforeEach(() => {
    vi.stubGlobal('AudioContext', Audio);
    vi.useFakeTimers();
    vi.setSystemTime('2026-03-04T10:00:00Z');
    localStorage.clear();
    started.mockClear();
});
afterEach(() => {
    vi.useRealTimers();
    vi.unstubAllGlobals();
});

describe('timers', () => {
    it('count down by the server’s clock, the next to end first, stopped ones not at all', () => {
        const timers = [
            timer('slow', '2026-03-04T10:00:00Z', 600),
            timer('fast', '2026-03-04T10:00:00Z', 60),
            timer('gone', '2026-03-04T10:00:00Z', 30, '2026-03-04T10:00:10Z'),
        ];
        // The server is two seconds ahead of this machine.
        const ahead = { now: '2026-03-04T10:00:02Z', readAt: exact.readAt };
        const { result } = renderHook(() => useTimers(timers, ahead));
        expect(result.current.map((t) => [t.uuid, t.leftMs])).toEqual([
            ['fast', 58_000],
            ['slow', 598_000],
        ]);
        expect(serverMoment(ahead)).toBe('2026-03-04T10:00:02.000Z');
    });

    it('ring once when they end, also after the page was closed in between', () => {
        const timers = [timer('wash', '2026-03-04T10:00:00Z', 1)];
        const first = renderHook(() => useTimers(timers, exact));
        act(() => void vi.advanceTimersByTime(750));
        expect(started).not.toHaveBeenCalled();
        act(() => void vi.advanceTimersByTime(500));
        const tones = started.mock.calls.length;
        expect(tones).toBeGreaterThan(0);
        act(() => void vi.advanceTimersByTime(5000));
        first.unmount();
        renderHook(() => useTimers(timers, exact));
        expect(started).toHaveBeenCalledTimes(tones);
    });

    it('are written as a clock', () => {
        expect([0, 999, 1000, 61_000, 3_599_001, 3_661_000].map(clock)).toEqual(['0:00', '0:01', '0:01', '1:01', '1:00:00', '1:01:01']);
        expect([-59_999, -60_000, -89 * 60_000, -90 * 60_000, -48 * 3_600_000].map(ago)).toEqual([
            'just now',
            '1 min ago',
            '89 min ago',
            '2 h ago',
            '2 days ago',
        ]);
    });
});
