import { renderHook } from '@testing-library/react';
import { afterEach, describe, expect, it, vi } from 'vitest';
import { dispatch, forgetTyping, useKeys, usePlaces } from '../../resources/js/components/keys';

let at = 1000;
function press(key: string, target: EventTarget = document.body, more: KeyboardEventInit = {}, later = 10): KeyboardEvent {
    const e = new KeyboardEvent('keydown', { key, cancelable: true, ...more });
    at += later;
    Object.defineProperty(e, 'target', { value: target });
    Object.defineProperty(e, 'timeStamp', { value: at });
    dispatch(e);
    return e;
}

function field(tag: string): HTMLElement {
    const made = document.createElement(tag);
    document.body.append(made);
    return made;
}

afterEach(() => {
    document.body.innerHTML = '';
    forgetTyping();
});

describe('who gets a key', () => {
    it('is the page that came last, then the frame', () => {
        const frame = vi.fn(() => true);
        const page = vi.fn((e: KeyboardEvent) => e.key === 'x');
        renderHook(() => useKeys(frame));
        const { unmount } = renderHook(() => useKeys(page));
        expect(press('x').defaultPrevented).toBe(true);
        expect(frame).not.toHaveBeenCalled();
        press('y');
        expect(frame).toHaveBeenCalledTimes(1);
        unmount();
        press('x');
        expect(frame).toHaveBeenCalledTimes(2);
    });

    it('is a field while one types, and for a moment after it has gone', () => {
        const page = vi.fn(() => true);
        renderHook(() => useKeys(page));
        const input = field('input');
        press('d', input);
        input.remove();
        press('e');
        expect(page).not.toHaveBeenCalled();
        press('x', document.body, {}, 1600);
        expect(page).toHaveBeenCalledTimes(1);
    });

    it('is the page again at once after Enter or Escape', () => {
        const page = vi.fn(() => true);
        renderHook(() => useKeys(page));
        for (const end of ['Enter', 'Escape']) {
            page.mockClear();
            const input = field('input');
            press('d', input);
            press(end, input);
            input.remove();
            press('x');
            expect(page, end).toHaveBeenCalledTimes(1);
        }
    });

    it('is nobody in a dialog or with a modifier', () => {
        const page = vi.fn(() => true);
        renderHook(() => useKeys(page));
        const dialog = field('div');
        dialog.setAttribute('role', 'dialog');
        press('x', dialog);
        press('x', document.body, { ctrlKey: true });
        expect(page).not.toHaveBeenCalled();
    });

    it('is a place after g, for a second and a half', () => {
        const page = vi.fn(() => true);
        const go = vi.fn(() => true);
        renderHook(() => useKeys(page));
        renderHook(() => usePlaces(go));
        press('g');
        press('p', document.body, {}, 1499);
        expect(go).toHaveBeenCalledWith('p');
        expect(page).not.toHaveBeenCalled();
        press('g');
        press('p', document.body, {}, 1500);
        expect(go).toHaveBeenCalledTimes(1);
        expect(page).toHaveBeenCalledTimes(1);
    });
});
