<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

/** What a later revision of a record says otherwise than the one before, in sentences. */
final class RecordDifference
{
    /** Told at most. */
    private const MOST = 60;

    /** What is said once in a record. */
    private const ONCE = ['title', 'paper', 'side', 'note', 'shownPicture'];

    /**
     * @param array<string, mixed> $before
     * @param array<string, mixed> $now
     *
     * @return list<string>
     */
    public static function between(array $before, array $now): array
    {
        $out = [];
        foreach (self::ONCE as $what) {
            if (($before[$what] ?? null) !== ($now[$what] ?? null)) {
                $out[] = $what === 'shownPicture' ? 'another picture is shown' : sprintf('%s: “%s”, was “%s”', $what, $now[$what] ?? '', $before[$what] ?? '');
            }
        }
        [$old, $new] = [array_column($before['pictures'] ?? [], null, 'uuid'), array_column($now['pictures'] ?? [], null, 'uuid')];
        foreach ([[array_diff_key($new, $old), 'was added'], [array_diff_key($old, $new), 'was taken out']] as [$pictures, $did]) {
            if ($pictures !== []) {
                $out[] = count($pictures) === 1 ? "one picture $did" : count($pictures).' pictures '.str_replace('was', 'were', $did);
            }
        }
        [$old, $new] = [array_column($before['rows'] ?? [], null, 'uuid'), array_column($now['rows'] ?? [], null, 'uuid')];
        foreach (array_diff_key($new, $old) as $row) {
            $out[] = "row {$row['row']} is new";
        }
        foreach (array_diff_key($old, $new) as $row) {
            $out[] = "row {$row['row']} is gone";
        }
        foreach (array_intersect_key($new, $old) as $uuid => $row) {
            array_push($out, ...self::ofRow($old[$uuid], $row));
        }

        return count($out) > self::MOST ? [...array_slice($out, 0, self::MOST), sprintf('and %d more', count($out) - self::MOST)] : $out;
    }

    /**
     * @param array<string, mixed> $before
     * @param array<string, mixed> $now
     *
     * @return list<string>
     */
    private static function ofRow(array $before, array $now): array
    {
        $named = "row {$now['row']}, {$now['paint']['colourName']}";
        $out = ($before['paint']['uuid'] ?? null) === ($now['paint']['uuid'] ?? null) ? [] : ["row {$now['row']}: {$now['paint']['colourName']}, was {$before['paint']['colourName']}"];
        $ratings = static fn (array $row): array => array_map(static fn (array $r): string => $r['value'] === null ? $r['status'] : trim(($r['said'] ?? '').' '.($r['text'] ?? sprintf('%.3g', $r['value']))), array_column($row['ratings'] ?? [], null, 'property'));
        $verdicts = static fn (array $row): array => array_column(array_map(static fn (array $v): array => ['key' => $v['property'].' by eye', 'word' => $v['word']], $row['verdicts'] ?? []), 'word', 'key');
        $spoiled = static fn (array $row): array => array_fill_keys(array_map(static fn (array $s): string => ($s['property'] ?? 'the row').' set aside', $row['spoiled'] ?? []), 'yes');
        foreach ([$ratings, $verdicts, $spoiled] as $of) {
            [$was, $is] = [$of($before), $of($now)];
            foreach (array_unique([...array_keys($is), ...array_keys($was)]) as $what) {
                if (($was[$what] ?? null) !== ($is[$what] ?? null)) {
                    $out[] = sprintf('%s: %s %s, was %s', $named, $what, $is[$what] ?? 'not said', $was[$what] ?? 'not said');
                }
            }
        }

        return $out;
    }
}
