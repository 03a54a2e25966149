import { useEffect, useState } from 'react';
import type { Timer } from '../../api/bench';

export interface Running extends Timer {
    leftMs: number;
}

/** Timers by what is left; each that ends is heard, once, also when the page or the laptop was closed in between. */
export function useTimers(timers: Timer[], clock: ServerClock): Running[] {
    const [now, setNow] = useState(() => Date.now());
    const offset = ahead(clock);
    useEffect(() => {
        const tick = setInterval(() => setNow(Date.now()), 250);
        return () => clearInterval(tick);
    }, []);
    const running = timers
        .filter((t) => t.stoppedAt === null)
        .map((t) => ({ ...t, leftMs: Date.parse(t.startedAt) + t.seconds * 1000 - (now + offset) }))
        .sort((a, b) => a.leftMs - b.leftMs);
    const ended = running
        .filter((t) => t.leftMs <= 0)
        .map((t) => t.uuid)
        .join(' ');
    useEffect(() => {
        const rung = new Set((localStorage.getItem('rung') ?? '').split(' '));
        const fresh = ended.split(' ').filter((uuid) => uuid !== '' && !rung.has(uuid));
        if (fresh.length > 0) {
            ring();
            localStorage.setItem('rung', [...rung, ...fresh].slice(-200).join(' '));
        }
    }, [ended]);
    return running;
}

/** What the server's clock showed, and this one's when that arrived. */
interface ServerClock {
    now: string;
    readAt: number;
}

/** How far the server's clock is ahead of this one, ms. */
function ahead(clock: ServerClock): number {
    return Date.parse(clock.now) - clock.readAt;
}

/** The server's clock now, ms. */
export function serverNow(clock: ServerClock): number {
    return Date.now() + ahead(clock);
}

/** The same as it is sent, for what is started here. */
export function serverMoment(clock: ServerClock): string {
    return new Date(serverNow(clock)).toISOString();
}

let audio: AudioContext | undefined;

/** Browsers let a page be heard only after it was touched. */
export function allowSound() {
    audio ??= new AudioContext();
    void audio.resume();
}

/** Three rising pairs of tones, a little over two seconds. */
function ring() {
    audio ??= new AudioContext();
    void audio.resume();
    for (let i = 0; i < 6; i++) {
        const tone = audio.createOscillator();
        const loud = audio.createGain();
        const at = audio.currentTime + 0.05 + i * 0.38;
        tone.frequency.value = i % 2 === 0 ? 660 : 880;
        loud.gain.setValueAtTime(0, at);
        loud.gain.linearRampToValueAtTime(0.35, at + 0.03);
        loud.gain.exponentialRampToValueAtTime(0.001, at + 0.33);
        tone.connect(loud).connect(audio.destination);
        tone.start(at);
        tone.stop(at + 0.35);
    }
}

export function clock(ms: number): string {
    const s = Math.max(0, Math.ceil(ms / 1000));
    const h = Math.floor(s / 3600);
    return `${h > 0 ? `${h}:` : ''}${String(Math.floor((s % 3600) / 60)).padStart(h > 0 ? 2 : 1, '0')}:${String(s % 60).padStart(2, '0')}`;
}

export function ago(ms: number): string {
    const minutes = Math.floor(-ms / 60_000);
    return minutes < 1
        ? 'just now'
        : minutes < 90
          ? `${minutes} min ago`
          : minutes < 48 * 60
            ? `${Math.round(minutes / 60)} h ago`
            : `${Math.round(minutes / 1440)} days ago`;
}
