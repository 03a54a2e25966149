import { act, fireEvent, screen } from '@testing-library/react';
import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import PhonePage from '../../resources/js/pages/phone/PhonePage';
import { open, Refusal, until, words } from './page';

const hand = (more: object = {}) => ({
    for: 'Reds and blues',
    ended: false,
    swatches: true,
    hints: ['Daylight, no flash.'],
    pictures: [],
    ...more,
});
const picture = (name: string, type = 'image/jpeg') => new File(['x'], name, { type });
const choose = (label: string, ...files: File[]) => fireEvent.change(screen.getByLabelText(label), { target: { files } });
const show = (answers: object, secret = '') =>
    open(<PhonePage />, `/phone#${secret}`, '/phone', null, {
        'GET phone/link': hand(),
        'POST phone/look': { found: true, says: [] },
        ...answers,
    });

beforeEach(() => {
    sessionStorage.clear();
    URL.createObjectURL = () => 'blob:shown';
    vi.stubGlobal('createImageBitmap', () => Promise.resolve({ width: 4000, height: 3000, close() {} }));
    HTMLCanvasElement.prototype.getContext = (() => ({ drawImage() {} })) as never;
    HTMLCanvasElement.prototype.toBlob = function (done: BlobCallback) {
        done(new Blob(['copy']));
    };
});
afterEach(() => vi.unstubAllGlobals());

describe('the telephone', () => {
    it('opens its link once, and leaves no secret in the address', async () => {
        const { sent } = show({ 'POST phone/open': hand({ hold: 'held' }) }, 's3cret');
        expect(await screen.findByText('Reds and blues')).toBeTruthy();
        expect(sent).toEqual([{ what: 'POST phone/open', body: { secret: 's3cret' } }]);
        expect(window.location.hash).toBe('');
        expect(sessionStorage.getItem('phone-hold')).toBe('held');
        expect(words()).toContain('Daylight, no flash.');
    });

    it('says what to do without a link, and why a link is over', async () => {
        const first = show({});
        expect(await screen.findByText(/opened by the square code/)).toBeTruthy();
        first.unmount();
        show({ 'POST phone/open': new Refusal('This link is over. Make another one at the desk.', 403) }, 'old');
        expect((await screen.findByRole('alert')).textContent).toBe('This link is over. Make another one at the desk.');
    });

    const opened = async (answers: object = {}) => {
        sessionStorage.setItem('phone-hold', 'held');
        const page = show(answers);
        await screen.findByText('Reds and blues');
        return page;
    };

    it('looks at a small copy first, and sends the picture as it is with what it is called', async () => {
        const { sent } = await opened({ 'POST phone/pictures/*': {} });
        choose('Take a photograph', picture('one.jpg'));
        expect(await screen.findByText('The marks are seen, and it is sharp.')).toBeTruthy();
        expect((sent[0]!.body as FormData).get('reducedBy')).toBe('2.5');
        fireEvent.change(screen.getByLabelText(/Which paint/), { target: { value: ' Dune ' } });
        fireEvent.click(screen.getByRole('button', { name: 'Send' }));
        expect(await screen.findByText('Daylight, no flash.')).toBeTruthy();
        const form = sent.at(-1)!.body as FormData;
        expect([form.get('called'), (form.get('picture') as File).name]).toEqual(['Dune', 'one.jpg']);
    });

    it('sends the good ones of several and keeps the refused one with its sentence', async () => {
        let n = 0;
        const { sent } = await opened({ 'POST phone/pictures/*': () => (++n === 1 ? new Refusal('It is blurred.') : {}) });
        choose('Choose pictures', picture('one.jpg'), picture('two.jpg'), picture('film.mp4', 'video/mp4'));
        expect(await screen.findByText('film.mp4 is a video. Take a photograph.')).toBeTruthy();
        fireEvent.click(await screen.findByRole('button', { name: 'Send 2 pictures' }));
        expect(await screen.findByText('It is blurred.')).toBeTruthy();
        const left = screen.getAllByRole('listitem').map((l) => words(l));
        expect(left).toEqual(['one.jpgIt is blurred.', 'film.mp4film.mp4 is a video. Take a photograph.']);
        expect(sent.filter((s) => s.what.includes('pictures'))).toHaveLength(2);
        fireEvent.click(screen.getByRole('button', { name: 'Put it away' }));
        expect(await screen.findByText('Daylight, no flash.')).toBeTruthy();
    });

    it('sends again under the same name when the network went away', async () => {
        vi.useFakeTimers({ shouldAdvanceTime: true });
        let n = 0;
        const { sent } = await opened({
            'POST phone/pictures/*': () => {
                if (++n < 3) {
                    throw new TypeError('gone');
                }
                return {};
            },
        });
        choose('Take a photograph', picture('one.jpg'));
        fireEvent.click(await screen.findByRole('button', { name: 'Send' }));
        await act(() => vi.advanceTimersByTimeAsync(4000));
        await until(() => expect(n).toBe(3));
        expect(new Set(sent.filter((s) => s.what.includes('pictures')).map((s) => s.what)).size).toBe(1);
    });

    it('says that a kind of picture cannot be looked at here, and lets it be sent all the same', async () => {
        vi.stubGlobal('createImageBitmap', () => Promise.reject(new Error('no')));
        await opened();
        choose('Take a photograph', picture('one.heic', 'image/heic'));
        expect(await screen.findByText(/was not looked at. It can be sent all the same/)).toBeTruthy();
        expect(screen.getByRole('button', { name: 'Send' }).hasAttribute('disabled')).toBe(false);
    });

    it('follows what became of the pictures, newest first', async () => {
        const swatch = { placing: 1, colour: null, problem: null, depths: 2 };
        await opened({
            'GET phone/link': hand({
                pictures: [
                    {
                        uuid: 'a',
                        called: 'Dune',
                        state: 'done',
                        problem: null,
                        swatches: [swatch, { ...swatch, placing: 2, problem: 'no bare paper' }],
                    },
                    { uuid: 'b', called: '', state: 'failed', problem: 'No marks.', swatches: [] },
                    { uuid: 'c', called: '', state: 'running', problem: null, swatches: [] },
                ],
            }),
        });
        const lines = (await screen.findByRole('list', { name: 'Pictures sent' })).querySelectorAll('li');
        expect([...lines].map((l) => words(l))).toEqual(['being measured', 'No marks.', 'Dune: measured, 2 depths; no bare paper']);
    });
});
