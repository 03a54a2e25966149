import 'fake-indexeddb/auto';
import { act, fireEvent, screen } from '@testing-library/react';
import { beforeAll, describe, expect, it } from 'vitest';
import { dispatch } from '../../resources/js/components/keys';
import ShorePage from '../../resources/js/pages/shore/ShorePage';
import { open, until, withoutDrawing, words } from './page';

beforeAll(withoutDrawing);

const strip = (uuid: string, name: string, code: string, more: object = {}) => ({
    uuid,
    name,
    maker: 'Withy',
    code,
    grey: false,
    pale: false,
    grain: 0.1,
    paints: 2,
    steps: ['#112233', '#445566'],
    ...more,
});
const shore = (more: object = {}) => ({
    strips: [
        strip('a', 'Beacon Red', 'PR254'),
        strip('b', 'Buoy Red', 'PR254', { grain: null }),
        strip('c', 'Channel Blue', 'PB28', { paints: 1 }),
        strip('d', 'Rain Grey', 'PBk7', { grey: true }),
    ],
    measured: 4,
    byCode: false,
    news: [{ uuid: 'r1', title: 'Reds', by: 'Odo', on: '2026-11-01' }],
    contradicted: [],
    changed: [],
    ...more,
});
const show = (of: object = shore()) => open(<ShorePage />, '/', '/', null, { 'GET shore': of });

describe('the shore', () => {
    it('is walked by arrows, tells the strip at hand, and opens its paint', async () => {
        const { where } = show();
        const strips = await until(() => {
            const found = [...document.querySelectorAll<HTMLAnchorElement>('a[href^="/paints/"]')].filter((a) => a.querySelector('canvas'));
            expect(found).toHaveLength(4);
            return found;
        });
        fireEvent.focus(strips[0]!);
        const told = () => words(document.querySelector('[aria-live=polite]'));
        expect(told()).toBe('Beacon RedWithyPR2542 paints of PR254 measured');
        const press = (key: string) => act(() => void dispatch(new KeyboardEvent('keydown', { key, cancelable: true })));
        press('ArrowRight');
        expect(document.activeElement).toBe(strips[1]);
        fireEvent.focus(strips[1]!);
        expect(told()).toContain('grain not read: drawn plain');
        fireEvent.focus(strips[2]!);
        expect(told()).toBe('Channel BlueWithyPB28');
        fireEvent.click(strips[2]!);
        expect(where()).toBe('/paints/c');
    });

    it('writes a code once beneath its paints', async () => {
        show();
        await screen.findByText('PB28');
        expect(screen.getAllByText('PR254')).toHaveLength(1);
    });

    it('shows one strip a code where paints are many, and leads to the code', async () => {
        show(shore({ byCode: true }));
        expect(await screen.findByText(/Each strip is one pigment, by its middle paint/)).toBeTruthy();
        const first = document.querySelector<HTMLAnchorElement>('a[href="/pigments/PR254"]')!;
        fireEvent.focus(first);
        expect(words(document.querySelector('[aria-live=polite]'))).toContain('PR254shown: Beacon Red, Withy');
    });

    it('tells what changed since one last looked, and three contradictions as pictures, those in light first', async () => {
        const contradicted = Array.from({ length: 11 }, (_, i) => ({
            uuid: `c${i}`,
            name: `Paint ${i}`,
            property: 'staining',
            words: 'low',
            tests: i + 1,
            seen: { said: 'high', halves: i === 4 ? [['#112233'], ['#445566']] : null, steps: ['#112233'] },
        }));
        show(
            shore({
                contradicted,
                changed: [
                    {
                        uuid: 'a',
                        name: 'Beacon Red',
                        maker: 'Withy',
                        since: '2026-10-01',
                        decided: 'buy',
                        changes: ['now opaque', 'it fades'],
                    },
                ],
            }),
        );
        expect(await screen.findByText('now opaque; it fades')).toBeTruthy();
        const text = words();
        expect(text).toContain('Beacon Red, Withy · you decided: buy');
        expect(text).toContain('Paint 4, sold as “low”. Behind a window: high, by 5 tests.');
        expect(text).toContain('Paint 0, sold as “low”. In staining: high, by one test.');
        expect(text.indexOf('Paint 4')).toBeLessThan(text.indexOf('Paint 0'));
        expect(text).toContain('Not as claimed either: Paint 2 (“low”, staining);');
        expect(text).toContain('; and 2 more.');
    });

    it('says what to do where nothing is measured', async () => {
        show(shore({ strips: [] }));
        expect((await screen.findByRole('link', { name: 'walk the practice shore' })).getAttribute('href')).toBe('/begin');
    });
});
