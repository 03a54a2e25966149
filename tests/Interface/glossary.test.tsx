import { fireEvent, screen } from '@testing-library/react';
import { describe, expect, it, vi } from 'vitest';
import { turnNumbers } from '../../resources/js/components/numbers';
import { strengthWords } from '../../resources/js/components/paint/DepthDial';
import { OddTests } from '../../resources/js/components/paint/OddTests';
import { windowWords } from '../../resources/js/components/paint/words';
import { Term } from '../../resources/js/components/ui/Term';
import WordsPage from '../../resources/js/pages/words/WordsPage';
import { open, until, words } from './page';

const odd = {
    specimen: 's',
    paint: { uuid: 'p', name: 'Beacon Red', maker: 'Withy' },
    state: 'set aside' as const,
    colour: '#ea9dc7',
    card: { uuid: 'c', title: 'The reds again', mayChange: false },
    row: 1,
    tester: 'Ebba',
    like: [{ uuid: 'q', name: 'Thrift', maker: 'Withy' }],
    mayDecide: true,
    decided: null,
};

describe('a test that may be of another paint', () => {
    it('names what it looks like, and takes the word of whoever knows', async () => {
        let saved = 0;
        const { sent } = open(<OddTests tests={[odd]} onSaved={() => saved++} />, '/', '/', null, { 'PUT odd-tests/s': {} });
        expect(words(await screen.findByRole('listitem'))).toContain('Perhaps another paint than Beacon Red: it looks like Thrift.');
        fireEvent.click(screen.getByRole('button', { name: 'It is Thrift' }));
        await until(() => expect(saved).toBe(1));
        expect(sent[0]!.body).toEqual({ word: 'another paint', paintUuid: 'q' });
    });

    it('that is decided says by whom, and is taken back', async () => {
        const decided = { ...odd, decided: { word: 'another paint', by: 'Odo', paint: 'Thrift' } };
        const { sent } = open(<OddTests tests={[decided]} onSaved={() => undefined} />, '/', '/', null, { 'DELETE odd-tests/s': {} });
        expect(words(await screen.findByRole('listitem'))).toContain('another paint: Thrift, says Odo');
        fireEvent.click(screen.getByRole('button', { name: 'take back' }));
        await until(() => expect(sent).toHaveLength(1));
    });

    it('of two that disagree believes neither, and asks nobody who may not say', async () => {
        open(<OddTests tests={[{ ...odd, state: 'two disagree', mayDecide: false }]} onSaved={() => undefined} />, '/', '/', null, {});
        expect(words(await screen.findByRole('listitem'))).toContain('neither is believed');
        expect(screen.queryByRole('button')).toBeNull();
    });
});

describe('words', () => {
    it('explain themselves where they stand, and together on a page', async () => {
        // This document has no layout to observe.
        vi.stubGlobal(
            'ResizeObserver',
            class {
                observe() {}
                unobserve() {}
                disconnect() {}
            },
        );
        const { unmount } = open(<Term of="veil" />, '/', '/', null, {});
        fireEvent.click(await screen.findByRole('button', { name: 'veil' }));
        expect(await screen.findByText(/hides it/)).toBeTruthy();
        unmount();
        open(<WordsPage />, '/words', '/words', null, {});
        expect((await screen.findAllByRole('term')).map((t) => t.textContent)).toContain('Mlx h');
    });

    it('of a depth and of a window are those of painters', () => {
        expect([0.2, 0.6, 0.92, 1.0, 1.5, 2.4].map((d) => strengthWords(d, 0.92))).toEqual([
            'a pale tint',
            'thinner than middle strength',
            'middle strength',
            'about middle strength',
            'stronger than middle strength',
            'near full strength',
        ]);
        expect(windowWords('not known', 'not known')).toBe('which way it faces is not known, glass not known');
        expect(windowWords('south', 'one pane')).toBe('facing south, one pane');
    });

    it('come without numbers until a key shows them everywhere', () => {
        turnNumbers();
        expect(document.documentElement.hasAttribute('data-numbers')).toBe(true);
        turnNumbers();
        expect(document.documentElement.hasAttribute('data-numbers')).toBe(false);
    });
});
