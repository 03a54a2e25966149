import type { QueryClient } from '@tanstack/react-query';
import { onWritten } from './client';
import { keys } from './queryKeys';

type Name = keyof typeof keys;

/** Pages that tell of paints, whatever of them was written. */
const OF_PAINTS: Name[] = [
    'paint',
    'paints',
    'code',
    'pigments',
    'makers',
    'shore',
    'like',
    'choose',
    'compare',
    'strips',
    'sideBySide',
    'palettes',
    'pans',
    'sessionChoices',
    'narrowing',
    'evidenceMap',
    'today',
    'groups',
    'mixes',
    'mix',
    'across',
    'recipes',
    'greys',
    'reach',
    'begin',
];

/** Pages that tell of cards, and of the paints that are on them. */
const OF_CARDS: Name[] = [
    'card',
    'cards',
    'rack',
    'light',
    'lightOfCode',
    'equalLight',
    'readings',
    'repeats',
    'layout',
    'record',
    'records',
    'ledger',
    ...OF_PAINTS,
];

const OF_RECORDS: Name[] = ['record', 'records', 'ledger', 'profile', 'protocolOf', 'repeatPlan', 'sharedPlan', 'follows', 'today'];

/** What a write makes old, by the first word of its address: stated here and nowhere else. */
const MAKES_OLD: Record<string, Name[]> = {
    paints: OF_PAINTS,
    pans: OF_PAINTS,
    'pan-sets': OF_PAINTS,
    'paint-merges': OF_PAINTS,
    formulations: OF_PAINTS,
    claims: OF_PAINTS,
    'claim-scales': OF_PAINTS,
    decisions: OF_PAINTS,
    groups: OF_PAINTS,
    studies: OF_PAINTS,
    'study-pictures': OF_PAINTS,
    palettes: OF_PAINTS,
    imports: [...OF_PAINTS, 'imports', 'import'],
    'odd-tests': OF_CARDS,
    cards: OF_CARDS,
    specimens: OF_CARDS,
    checks: OF_CARDS,
    pictures: OF_CARDS,
    'old-strips': OF_CARDS,
    moves: OF_CARDS,
    pauses: OF_CARDS,
    'light-logs': OF_CARDS,
    readings: OF_CARDS,
    verdicts: OF_CARDS,
    spoilings: OF_CARDS,
    'hand-readings': OF_CARDS,
    'specimen-conditions': OF_CARDS,
    frames: OF_CARDS,
    remarks: OF_CARDS,
    photos: OF_CARDS,
    drawer: ['swatches', 'begin'],
    swatches: ['swatches', 'swatchNarrowing', 'shore', 'paint', 'paints', 'begin'],
    papers: ['papers', 'sessionChoices'],
    mixes: ['mixes', 'mix', 'recipes', 'greys'],
    partners: ['mixes', 'mix'],
    capture: ['capture'],
    sessions: ['session', 'sessions', 'bench', 'today', 'cards', 'sessionChoices'],
    questions: OF_RECORDS,
    records: OF_RECORDS,
    follows: OF_RECORDS,
    reports: ['reports', ...OF_RECORDS],
    hidden: ['reports', ...OF_RECORDS],
    ledger: ['ledger'],
    bundles: ['bundles', 'bundle', ...OF_CARDS, ...OF_RECORDS],
    people: ['people', 'leaving', 'profile'],
    invitations: ['invitations'],
    tokens: ['tokens'],
    account: ['account', 'session', 'people'],
};

/** Names of the answers that a write to this address makes old. */
export function madeOld(path: string): string[] {
    const resource = /^[a-z-]+/.exec(path)?.[0] ?? '';
    return (MAKES_OLD[resource] ?? []).map((name) => keys[name]()[0]);
}

/** Whatever tells of what was written is asked for again when it is next looked at. The page itself shows the answer that it got. */
export function followWrites(queries: QueryClient): void {
    onWritten((path) => {
        const old = madeOld(path);
        void queries.invalidateQueries({ predicate: ({ queryKey }) => old.includes(String(queryKey[0])), refetchType: 'none' });
    });
}
