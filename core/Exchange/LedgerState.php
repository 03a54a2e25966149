<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

/**
 * What a ledger holds, as one fingerprint: SHA-256 over all its entries in the order of their names. Entries are only ever added (and a question is
 * closed once), so two ledgers that have exchanged everything say the same, in whatever order it came.
 */
final class LedgerState
{
    public static function revision(string $card, int $number, string $fingerprint): string
    {
        return "revision $card $number $fingerprint";
    }

    /** @param string $at ISO 8601, UTC, to the second, as in all of these */
    public static function standing(string $uuid, string $card, bool $withdrawn, string $because, string $at): string
    {
        return "standing $uuid $card ".($withdrawn ? 'withdrawn' : 'stands')." $at ".hash('sha256', $because);
    }

    public static function question(string $uuid, string $card, ?int $row, string $text, string $at, ?string $closedAt): string
    {
        return "question $uuid $card ".($row ?? 'all')." $at ".($closedAt ?? 'open').' '.hash('sha256', $text);
    }

    public static function answer(string $uuid, string $question, string $text, string $at): string
    {
        return "answer $uuid $question $at ".hash('sha256', $text);
    }

    /** @param iterable<string> $entries as above, in any order */
    public static function fingerprint(iterable $entries): string
    {
        $all = is_array($entries) ? $entries : iterator_to_array($entries, false);
        sort($all, SORT_STRING);

        return hash('sha256', implode("\n", $all));
    }
}
