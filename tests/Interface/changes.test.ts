import description from '../../docs/openapi.json';
import { QueryClient } from '@tanstack/react-query';
import { expect, it, vi } from 'vitest';
import { followWrites, madeOld } from '../../resources/js/api/changes';
import { get, put } from '../../resources/js/api/client';
import { keys } from '../../resources/js/api/queryKeys';

it('asks again for what tells of a thing that was written, and for nothing else', async () => {
    const queries = new QueryClient();
    followWrites(queries);
    const shown = [keys.code('PB29'), keys.paint('one'), keys.papers(), keys.tokens()];
    shown.forEach((key) => queries.setQueryData(key, {}));
    const old = () => shown.filter((key) => queries.getQueryState(key)!.isInvalidated);
    let answer = { ok: true, status: 200, json: () => Promise.resolve({}) };
    vi.spyOn(globalThis, 'fetch').mockImplementation(() => Promise.resolve(answer as Response));
    await get('paints/one');
    expect(old()).toEqual([]);
    answer = { ...answer, ok: false, status: 422 };
    await expect(put('paints/one', {})).rejects.toThrow();
    expect(old()).toEqual([]);
    answer = { ...answer, ok: true, status: 200 };
    await put('paints/one', {});
    expect(old()).toEqual([keys.code('PB29'), keys.paint('one')]);
});

it('knows an address by its first word', () => {
    expect(madeOld('tokens/7')).toEqual(['tokens']);
    expect(madeOld('pan-sets/x')).toContain('choose');
    expect(madeOld('tasks/x')).toEqual([]);
});

it('knows every address that can be written to', () => {
    // What belongs to no page that is kept: steps of the bench in their own queue, signing in and out, telephones, beginnings.
    const apart = [
        'calendar',
        'founder',
        'join',
        'password',
        'phone',
        'phone-links',
        'practice',
        'session',
        'session-plan',
        'tasks',
        'timers',
    ];
    const written = Object.entries(description.paths as Record<string, object>)
        .filter(([, operations]) => Object.keys(operations).some((method) => method !== 'get'))
        .map(([path]) => /^\/api\/([a-z-]+)/.exec(path)![1]!);
    expect([...new Set(written)].filter((first) => madeOld(first).length === 0).sort()).toEqual(apart);
});
