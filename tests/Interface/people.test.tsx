import { fireEvent, screen, within } from '@testing-library/react';
import { describe, expect, it } from 'vitest';
import JoinPage from '../../resources/js/pages/people/JoinPage';
import PeoplePage from '../../resources/js/pages/people/PeoplePage';
import { Agreement, Programs } from '../../resources/js/pages/people/Programs';
import StewardsPage from '../../resources/js/pages/people/StewardsPage';
import { button, open, Refusal, steward, tester, until, words } from './page';

const type = (label: string | RegExp, value: string) => fireEvent.change(screen.getByLabelText(label), { target: { value } });

describe('coming in by an invitation', () => {
    it('sends the secret from behind the cross and says as whom to sign in', async () => {
        const { sent } = open(<JoinPage />, '/join#s3cret', '/join', null, {
            'POST join': { name: 'Kes', email: 'kes@far-skerry.example' },
        });
        type(/^Name/, 'Kes');
        type(/^E-mail/, 'kes@far-skerry.example');
        type(/^Password/, 'wind and water');
        fireEvent.click(await button('Come in'));
        expect(await screen.findByText('Welcome, Kes')).toBeTruthy();
        expect(sent[0]!.body).toEqual({ secret: 's3cret', name: 'Kes', email: 'kes@far-skerry.example', password: 'wind and water' });
    });

    it('keeps what was typed when the link is over', async () => {
        open(<JoinPage />, '/join', '/join', null, { 'POST join': new Refusal('This invitation is over. Ask for another one.') });
        type(/^Name/, 'Kes');
        fireEvent.submit(screen.getByLabelText(/^Name/).closest('form')!);
        expect(await screen.findByText('This invitation is over. Ask for another one.')).toBeTruthy();
        expect(screen.getByLabelText<HTMLInputElement>(/^Name/).value).toBe('Kes');
    });
});

describe('people of a house', () => {
    const person = (uuid: string, name: string, isSteward: boolean, circle: string | null = null) => ({
        uuid,
        name,
        email: `${uuid}@saltern-reach.example`,
        isSteward,
        circle,
    });
    const people = { people: [person('me', 'Tamsin', true), person('odo', 'Odo', false, 'Far skerry')] };
    const invited = {
        invitations: [
            { uuid: 'i1', words: 'for Kes', steward: true, expires: '2026-12-20', over: false, usedBy: null },
            { uuid: 'i2', words: '', steward: false, expires: '2026-01-01', over: true, usedBy: null },
            { uuid: 'i3', words: 'x', steward: false, expires: '2026-01-01', over: false, usedBy: 'Hild' },
        ],
        circles: ['Far skerry'],
    };
    const show = (who: typeof steward, more: object = {}) =>
        open(<PeoplePage />, '/people', '/people', who, { 'GET people': people, 'GET invitations': invited, ...more });

    it('are made stewards by stewards, who cannot put themselves out', async () => {
        const { sent } = show(steward, { 'PUT people/odo': {} });
        const [own, other] = (await screen.findAllByRole('listitem')).slice(0, 2);
        expect(within(own!).queryByRole('button', { name: 'Take out' })).toBeNull();
        expect(within(own!).queryByRole('button', { name: 'No longer steward' })).toBeNull();
        expect(words(other!)).toContain('Far skerry');
        fireEvent.click(within(other!).getByRole('button', { name: 'Make steward' }));
        await until(() => expect(sent[0]?.body).toEqual({ name: 'Odo', email: 'odo@saltern-reach.example', isSteward: true }));
    });

    it('are let in by the house, and get a link that is shown once', async () => {
        const { sent } = show(steward, { 'PUT people/*': {}, 'POST people/odo/link': { path: '/set-password#abc', hours: 48 } });
        fireEvent.click((await screen.findAllByRole('button', { name: 'Link that sets a password' }))[1]!);
        expect(words(await screen.findByText(/Give this to Odo/))).toContain(
            'works once, for 48 hours: http://localhost:3000/set-password#abc',
        );
        type('Name, as it stands under records', 'Kes');
        type('E-mail', 'kes@saltern-reach.example');
        fireEvent.click(screen.getByLabelText('steward'));
        fireEvent.click(await button('Let in'));
        await until(() => expect(sent.at(-1)?.body).toEqual({ name: 'Kes', email: 'kes@saltern-reach.example', isSteward: true }));
    });

    it('are invited by a link whose secret is shown once', async () => {
        const { sent } = show(steward, { 'POST invitations': { path: '/join#zzz' }, 'DELETE invitations/i1': undefined });
        const part = await screen.findByRole('region', { name: 'Invitations' });
        await within(part).findByText('for Kes');
        expect(
            within(part)
                .getAllByRole('listitem')
                .map((l) => words(l)),
        ).toEqual(['for Kesas stewardopen until 20 Dec 2026take back', 'an invitationover', 'xused by Hild']);
        type('For whom', 'Kes');
        type('Into the circle', 'Far skerry');
        fireEvent.click(await button('Make a link'));
        expect((await screen.findByLabelText<HTMLInputElement>('Invitation')).value).toBe('http://localhost:3000/join#zzz');
        expect(sent[0]!.body).toEqual({ words: 'Kes', circle: 'Far skerry', isSteward: false });
        fireEvent.click(await button('take back'));
        await until(() => expect(sent.at(-1)!.what).toBe('DELETE invitations/i1'));
    });

    it('of a circle are let in by its steward by link alone, into the circle', async () => {
        show({ ...steward, ofHouse: false } as typeof steward);
        await screen.findByRole('region', { name: 'Invitations' });
        expect(screen.queryByRole('form', { name: 'Let somebody in' })).toBeNull();
        expect(screen.queryByLabelText('Into the circle')).toBeNull();
    });

    it('are no business of a tester', async () => {
        open(<PeoplePage />, '/people', '/people', tester, { 'GET people': new Refusal('Stewards alone.', 403) });
        expect(await screen.findByText('Stewards let people in and out')).toBeTruthy();
    });
});

describe('programs that act for me', () => {
    const tokens = {
        tokens: [
            { id: 7, name: 'my list', scopes: ['read'], lastUsed: null, expires: '2027-01-01', over: false },
            { id: 8, name: 'old', scopes: ['read', 'ledger'], lastUsed: '2026-03-01', expires: '2026-04-01', over: true },
        ],
        scopes: { read: 'read what I may read', ledger: 'ask and follow' },
        days: [30, 90],
    };

    it('get a token with the scopes that were ticked, shown once', async () => {
        const { sent } = open(<Programs />, '/account', '/account', tester, { 'GET tokens': tokens, 'POST tokens': { token: '9|abc' } });
        type('Name of the program', (await screen.findByLabelText('Name of the program')) && 'my script');
        expect(screen.getByLabelText<HTMLInputElement>('read what I may read').checked).toBe(true);
        fireEvent.click(screen.getByLabelText('ask and follow'));
        type('Good for', '30');
        fireEvent.click(await button('Make a token'));
        expect((await screen.findByLabelText<HTMLInputElement>('Token')).value).toBe('9|abc');
        expect(sent[0]!.body).toEqual({ name: 'my script', scopes: ['read', 'ledger'], days: 30 });
    });

    it('are told with their last use and their end, and are ended', async () => {
        const { sent } = open(<Programs />, '/account', '/account', tester, { 'GET tokens': tokens, 'DELETE tokens/8': undefined });
        const lines = (await screen.findAllByRole('listitem')).map((l) => words(l));
        expect(lines).toEqual(['my list readnever used, until 1 Jan 2027end it', 'old read, ledgerlast used 1 Mar 2026, overend it']);
        fireEvent.click(screen.getAllByRole('button', { name: 'end it' })[1]!);
        await until(() => expect(sent.map((s) => s.what)).toEqual(['DELETE tokens/8']));
    });

    it('say nothing of agreement where there is nobody to agree with', async () => {
        const { container } = open(<Agreement />, '/account', '/account', tester, { 'GET account/agreement': { properties: [] } });
        await until(() => expect(globalThis.fetch).toHaveBeenCalled());
        expect(words(container)).toBe('');
    });

    it('tell how one leans, in words', async () => {
        open(<Agreement />, '/account', '/account', tester, {
            'GET account/agreement': {
                properties: [{ property: 'staining', pairs: 4, agree: 1, leans: true, words: 'you read 0.21 more than the others do' }],
            },
        });
        expect(words(await screen.findByRole('listitem'))).toBe('staining: you read 0.21 more than the others do');
    });
});

describe('stewards', () => {
    const reports = {
        reports: [
            {
                uuid: 'r1',
                subject: 'question',
                words: 'rude',
                by: 'Hild',
                at: '2026-11-01',
                settled: null,
                told: 'a question',
                link: '/records/x',
            },
            { uuid: 'r2', subject: 'record', words: 'wrong', by: 'Odo', at: '2026-10-01', settled: '2026-10-02', told: 'Reds', link: null },
        ],
    };
    const trail = {
        entries: [
            { at: '2026-11-01T08:05:00Z', by: null, byUuid: null, did: 'PUT ledger', subject: '', token: '' },
            { at: '2026-11-01T08:04:00Z', by: 'Odo', byUuid: 'odo', did: 'PUT pans/{uuid}', subject: 'p1', token: 'my list' },
        ],
        page: 1,
        pages: 2,
    };

    it('see what was reported and who did what, by which token', async () => {
        const { sent, where } = open(<StewardsPage />, '/stewards', '/stewards', steward, {
            'GET reports': reports,
            'GET audit?page=1': trail,
            'GET audit?page=2': { ...trail, page: 2 },
            'PUT reports/r1/settlement': {},
        });
        await screen.findByText('rude');
        const rows = [...document.querySelectorAll('tbody tr')].map((r) => words(r));
        expect(rows).toEqual(['1 Nov 2026 08:05somebody who is gonePUT ledger', '1 Nov 2026 08:04Odo, by “my list”PUT pans/{uuid}p1']);
        expect(screen.getAllByRole('button', { name: 'I have looked at it' })).toHaveLength(1);
        fireEvent.click(await button('I have looked at it'));
        await until(() => expect(sent.map((s) => s.what)).toEqual(['PUT reports/r1/settlement']));
        fireEvent.click(await button('Earlier'));
        await until(() => expect(where()).toBe('/stewards?page=2'));
        expect(await button('Later')).toBeTruthy();
    });

    it('of a circle are not those of the house', async () => {
        open(<StewardsPage />, '/stewards', '/stewards', { ...steward, ofHouse: false } as typeof steward, {});
        expect(await screen.findByText('This page is for the stewards of the house')).toBeTruthy();
    });
});
