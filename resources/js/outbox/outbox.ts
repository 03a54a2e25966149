/**
 * Entries on their way to the server. Each is kept in the browser's own store before anything else happens, goes out in order when the
 * server can be reached, and carries the edition it was made from; what somebody else changed meanwhile is laid before the tester.
 */
import { createStore, delMany, entries as stored, set } from 'idb-keyval';
import { Fault, call } from '../api/client';

export interface Entry {
    /** Order of entering. */
    id: number;
    /** Who entered it; only their own session sends it. */
    by: string;
    method: 'PUT' | 'POST';
    /** Path below /api; one thing has at most one entry that waits. */
    path: string;
    body: Record<string, unknown>;
    /** A photograph; sent as a form. */
    file?: Blob;
    /** Edition that was changed; null for a new thing. */
    edition: number | null;
    /** What it is, in words, for the list of what could not be kept. */
    about: string;
    state: 'waiting' | 'conflict' | 'refused';
    fault?: string;
}

const store = createStore('marsh-trial', 'outbox');
const LATER = [0, 401, 408, 419, 425, 429, 500, 502, 503, 504];

let entries: Entry[] = [];
let user: string | null = null;
let sending: number | null = null;
let pause = 0;
let timer: ReturnType<typeof setTimeout> | undefined;
let reached = true;
/** Editions that the server gave for what was sent from here: a later entry builds upon its own earlier one. */
const editions = new Map<string, number>();
const read = new Map<string, number>();
const watchers = new Set<() => void>();
const receivers = new Set<(entry: Entry, answer: unknown) => void>();
let shown: { entries: Entry[]; reached: boolean } = { entries, reached };

function tell() {
    shown = { entries: [...entries], reached };
    watchers.forEach((w) => w());
}

const loaded = stored<number, Entry>(store).then(
    (all) => {
        entries = all.map(([, e]) => e).sort((a, b) => a.id - b.id);
        tell();
    },
    () => undefined,
);

export const outbox = {
    watch(watcher: () => void) {
        watchers.add(watcher);
        return () => {
            watchers.delete(watcher);
        };
    },
    look: () => shown,
    /** Hears of every entry that has arrived. */
    receive(receiver: (entry: Entry, answer: unknown) => void) {
        receivers.add(receiver);
        return () => {
            receivers.delete(receiver);
        };
    },
    /** Begins sending what this person entered, now or before. */
    start(uuid: string) {
        if (user !== uuid) {
            user = uuid;
            void loaded.then(send);
        }
    },
    async add(entry: Pick<Entry, 'path' | 'body' | 'about'> & Partial<Entry>) {
        await loaded;
        const waiting = entries.find((e) => e.path === entry.path && e.state === 'waiting' && e.id !== sending);
        const made: Entry =
            waiting !== undefined
                ? { ...waiting, body: entry.body, about: entry.about }
                : {
                      method: 'PUT',
                      edition: null,
                      state: 'waiting',
                      by: user ?? '',
                      ...entry,
                      id: Math.max(Date.now(), ...entries.map((e) => e.id + 1)),
                  };
        // Kept in memory for the screen at once, and on disk before it is sent.
        entries = waiting !== undefined ? entries.map((e) => (e.id === made.id ? made : e)) : [...entries, made];
        tell();
        await set(made.id, made, store).catch(() => undefined);
        void send();
    },
    async drop(id: number) {
        entries = entries.filter((e) => e.id !== id);
        tell();
        await delMany([id], store).catch(() => undefined);
    },
    /** Sends a conflicting entry once more, now over the edition that the tester has seen. */
    async insist(id: number, edition: number) {
        entries = entries.map((e) => (e.id === id ? { ...e, state: 'waiting', edition, fault: undefined } : e));
        tell();
        await set(
            id,
            entries.find((e) => e.id === id),
            store,
        ).catch(() => undefined);
        void send();
    },
    /** Editions as the page has last read them; an entry never goes out over one that it has not seen. */
    saw(path: string, edition: number) {
        read.set(path, edition);
    },
    newestEdition: (path: string) => read.get(path),
    send: () => void send(),
};

async function send(): Promise<void> {
    clearTimeout(timer);
    const next = entries.find((e) => e.state === 'waiting' && e.by === user);
    if (sending !== null || user === null || next === undefined) {
        return;
    }
    sending = next.id;
    try {
        const known = editions.get(next.path);
        const edition = next.edition === null ? known : Math.max(next.edition, known ?? 0);
        const answer = await call<{ edition?: number } | undefined>(
            next.method,
            next.path,
            next.file === undefined ? next.body : form(next),
            edition === undefined ? {} : { 'If-Match': `"${edition}"` },
        );
        if (typeof answer?.edition === 'number') {
            editions.set(next.path, answer.edition);
        }
        // Whoever shows it has taken the answer before the entry goes.
        receivers.forEach((r) => r(next, answer));
        pause = 0;
        reached = true;
        await outbox.drop(next.id);
    } catch (fault) {
        const status = fault instanceof Fault ? fault.status : 0;
        if (LATER.includes(status)) {
            reached = status !== 0 && status < 500;
            pause = Math.min(15_000, pause === 0 ? 1000 : pause * 1.6);
            timer = setTimeout(() => void send(), pause);
            if (status === 419) {
                // A fresh token comes with any answer.
                await call('GET', 'session').catch(() => undefined);
            }
        } else {
            const kept: Entry = {
                ...next,
                state: status === 412 || status === 428 || status === 409 ? 'conflict' : 'refused',
                fault: fault instanceof Error ? fault.message : String(fault),
            };
            entries = entries.map((e) => (e.id === next.id ? kept : e));
            await set(kept.id, kept, store).catch(() => undefined);
        }
        tell();
    } finally {
        sending = null;
    }
    if (pause === 0) {
        void send();
    }
}

function form(entry: Entry): FormData {
    const data = new FormData();
    Object.entries(entry.body).forEach(([key, value]) => data.append(key, String(value)));
    data.append('photo', entry.file!, 'photo.jpg');
    return data;
}

window.addEventListener('online', () => {
    pause = 0;
    void send();
});
