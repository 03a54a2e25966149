<?php

declare(strict_types=1);

namespace App\Http;

/**
 * What a program may do that acts for somebody by a token. A token reads; what it may write is chosen when it is made. Who has an account, and the
 * tokens themselves, are no program's business.
 */
final class Scopes
{
    /** Scope => what it allows, in words. */
    public const ALL = [
        'read' => 'read all that you may read',
        'collection' => 'write your collection: paints, pans, palettes, papers, claims, groups, studies, decisions, mixes, spreadsheets',
        'bench' => 'write at the bench: sessions, cards, pictures, readings, fade checks, verdicts',
        'ledger' => 'publish and withdraw, ask and answer, repeat, follow, report',
    ];

    /** First words of a route => scope that writing by it takes; what is not named here no token writes. */
    private const WRITES = [
        'paints' => 'collection', 'pans' => 'collection', 'paint-merges' => 'collection', 'claim-scales' => 'collection', 'claims' => 'collection', 'papers' => 'collection', 'palettes' => 'collection', 'formulations' => 'collection', 'imports' => 'collection', 'pan-sets' => 'collection',
        'decisions' => 'collection', 'groups' => 'collection', 'studies' => 'collection', 'study-pictures' => 'collection', 'mixes' => 'collection', 'partners' => 'collection',
        'cards' => 'bench', 'specimens' => 'bench', 'checks' => 'bench', 'drawer' => 'bench', 'swatches' => 'bench', 'frames' => 'bench', 'pictures' => 'bench', 'old-strips' => 'bench', 'moves' => 'bench', 'pauses' => 'bench', 'light-logs' => 'bench', 'readings' => 'bench', 'capture' => 'bench', 'sessions' => 'bench', 'session-plan' => 'bench',
        'tasks' => 'bench', 'timers' => 'bench', 'remarks' => 'bench', 'specimen-conditions' => 'bench', 'hand-readings' => 'bench', 'photos' => 'bench', 'spoilings' => 'bench', 'verdicts' => 'bench',
        'questions' => 'ledger', 'records' => 'ledger', 'follows' => 'ledger', 'reports' => 'ledger', 'cards/{card}/publish' => 'ledger', 'cards/{card}/withdrawal' => 'ledger',
    ];

    /** Read by no token: who one is elsewhere, and secrets. */
    private const NOT_READ = ['account', 'people', 'tokens', 'invitations', 'audit', 'reports', 'bundles', 'phone-links', 'phone'];

    /** @return string|null scope that a route takes; null: no token may */
    public static function of(string $method, string $uri): ?string
    {
        $first = strtok($uri, '/{.') ?: $uri;
        $first = explode('.', $first)[0];
        if (in_array($method, ['GET', 'HEAD'], true)) {
            return in_array($first, self::NOT_READ, true) ? null : 'read';
        }

        return self::WRITES[$uri] ?? self::WRITES[$first] ?? null;
    }
}
