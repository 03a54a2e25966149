import { IDBFactory } from 'fake-indexeddb';
import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it, vi } from 'vitest';
import type { outbox as Outbox } from '../../resources/js/outbox/outbox';

let outbox: typeof Outbox;
const sent: { method: string; path: string; body: unknown; edition: string | null }[] = [];
let answers: (() => Response)[] = [];
const json =
    (status: number, body: unknown = {}) =>
    () =>
        new Response(JSON.stringify(body), { status });

// Each test has a page of its own; the one before no longer hears that the network is back.
const heard: EventListener[] = [];
const listen = window.addEventListener.bind(window);
window.addEventListener = (type: string, listener: EventListenerOrEventListenerObject) => {
    heard.push(listener as EventListener);
    listen(type, listener);
};

beforeEach(async () => {
    heard.splice(0).forEach((listener) => window.removeEventListener('online', listener));
    // Another browser each time.
    vi.stubGlobal('indexedDB', new IDBFactory());
    vi.resetModules();
    sent.length = 0;
    answers = [];
    vi.stubGlobal('fetch', (url: string, init: RequestInit) => {
        const headers = init.headers as Record<string, string>;
        const body: unknown = typeof init.body === 'string' ? JSON.parse(init.body) : null;
        sent.push({ method: init.method!, path: url, body, edition: headers['If-Match'] ?? null });
        const answer = answers.shift();
        return answer === undefined ? Promise.reject(new TypeError('no network')) : Promise.resolve(answer());
    });
    ({ outbox } = await import('../../resources/js/outbox/outbox'));
});

const settled = (check: () => void) => vi.waitFor(check, { timeout: 2000, interval: 5 });

describe('the outbox', () => {
    it('sends in the order of entering, and drops what has arrived', async () => {
        answers = [json(200, { edition: 1 }), json(200, { edition: 1 })];
        await outbox.add({ path: 'tasks/a', body: { state: 'done' }, about: 'a' });
        await outbox.add({ path: 'tasks/b', body: { state: 'done' }, about: 'b' });
        expect(sent).toHaveLength(0);
        outbox.start('wren');
        await settled(() => expect(outbox.look().entries).toHaveLength(2));
        // Entered before anybody had signed in: they belong to nobody.
        await outbox.add({ path: 'tasks/c', body: {}, about: 'c' });
        await outbox.add({ path: 'tasks/d', body: {}, about: 'd' });
        await settled(() => expect(sent.map((s) => s.path)).toEqual(['/api/tasks/c', '/api/tasks/d']));
        await settled(() => expect(outbox.look().entries.map((e) => e.path)).toEqual(['tasks/a', 'tasks/b']));
    });

    it('builds a later entry upon the edition that the server gave the earlier one', async () => {
        answers = [json(200, { edition: 5 }), json(200, { edition: 6 })];
        outbox.start('wren');
        await outbox.add({ path: 'verdicts/v', body: { word: 'low' }, edition: 4, about: '' });
        await settled(() => expect(outbox.look().entries).toHaveLength(0));
        await outbox.add({ path: 'verdicts/v', body: { word: 'high' }, edition: 4, about: '' });
        await settled(() => expect(sent.map((s) => s.edition)).toEqual(['"4"', '"5"']));
    });

    it('keeps one entry for one thing while it waits', async () => {
        outbox.start('wren');
        await outbox.add({ path: 'tasks/a', body: { state: 'done' }, about: '' });
        await settled(() => expect(outbox.look().reached).toBe(false));
        await outbox.add({ path: 'tasks/a', body: { state: 'open' }, about: '' });
        expect(outbox.look().entries.map((e) => e.body)).toEqual([{ state: 'open' }]);
    });

    it('waits while the server cannot be reached, and goes out when it can', async () => {
        outbox.start('wren');
        await outbox.add({ path: 'tasks/a', body: {}, about: '' });
        await settled(() => expect(sent).toHaveLength(1));
        expect(outbox.look().entries).toHaveLength(1);
        answers = [json(200, {})];
        window.dispatchEvent(new Event('online'));
        await settled(() => expect(outbox.look().entries).toHaveLength(0));
        expect(outbox.look().reached).toBe(true);
    });

    it('lays before the tester what somebody else has changed, and sends again what is insisted on', async () => {
        answers = [json(412, { detail: 'Somebody else has changed this.' })];
        outbox.start('wren');
        await outbox.add({ path: 'tasks/a', body: {}, edition: 1, about: '' });
        await settled(() =>
            expect(outbox.look().entries[0]).toMatchObject({ state: 'conflict', fault: 'Somebody else has changed this.' }),
        );
        answers = [json(200, {})];
        await outbox.insist(outbox.look().entries[0]!.id, 3);
        await settled(() => expect(sent.at(-1)!.edition).toBe('"3"'));
    });

    it('keeps what was refused, and goes on with the rest', async () => {
        answers = [json(422, { detail: 'The word is not on the scale.' }), json(200, {})];
        outbox.start('wren');
        await outbox.add({ path: 'verdicts/v', body: {}, about: 'verdict' });
        await outbox.add({ path: 'tasks/a', body: {}, about: 'task' });
        await settled(() => expect(outbox.look().entries.map((e) => [e.path, e.state])).toEqual([['verdicts/v', 'refused']]));
    });

    it('finds what was entered before the page was closed', async () => {
        outbox.start('wren');
        await outbox.add({ path: 'tasks/a', body: { state: 'done' }, about: '' });
        await settled(() => expect(sent).toHaveLength(1));
        vi.resetModules();
        answers = [json(200, {})];
        const again = (await import('../../resources/js/outbox/outbox')).outbox;
        again.start('wren');
        await settled(() => expect(sent).toHaveLength(2));
        await settled(() => expect(again.look().entries).toHaveLength(0));
    });
});
