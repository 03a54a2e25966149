<?php

declare(strict_types=1);

namespace Tests\Support;

/** What no form of the program would send, by chance: wrong types, huge numbers and dates, other alphabets, capitals and accents where names are compared. */
final class Nonsense
{
    /** What markup, formulas or scripts would have to look like to be found again. */
    public const ALIVE = ['<img src=x onerror=alert(1)>', '=HYPERLINK("http://x.example","a")', '"><svg onload=alert(1)>', '{{7*7}}', '+cmd|calc', '@SUM(1)'];

    /** One name in several spellings. */
    private const ONE_NAME = ['Éclat', 'ÉCLAT', "E\u{0301}clat", 'éclat '];

    private const DATES = ['2026-02-30', '9999-12-31', '0000-00-00', '0001-01-01', '292277026597-01-01', '@9223372036854775808', '2026-12-31T23:59:60Z', '9223372036854775808', '+1000000 years', '-0001-11-30'];

    /**
     * Fields that some route reads, each right.
     *
     * @param array<string, string> $things UUIDs by name
     *
     * @return array<string, mixed>
     */
    public static function right(array $things): array
    {
        return [
            'makerName' => 'Withy Colours', 'range' => 'Field', 'colourName' => 'Beacon', 'pigments' => 'PR254', 'another' => true, 'paintUuid' => $things['paint'], 'makerUuid' => $things['maker'], 'specimenUuid' => $things['specimen'], 'paperUuid' => $things['paper'], 'panUuid' => $things['pan'],
            'property' => 'staining', 'word' => 'high', 'words' => 'clings', 'readOn' => '2026-02-20', 'maker' => 'Fleet Mill', 'fibre' => 'cotton', 'surface' => 'rough', 'weightGsm' => 300, 'kind' => 'property', 'title' => 'Card', 'side' => 'felt side', 'pans' => [$things['pan']], 'tests' => ['property'],
            'plannedOn' => '2026-02-01', 'place' => 'loft', 'facing' => 'south', 'timeZone' => 'Europe/London', 'hungOn' => '2026-02-01', 'withoutFirst' => true, 'checkedOn' => '2026-03-01', 'doseMlxh' => 3.5, 'state' => 'done', 'reason' => 'wet', 'because' => 'wet', 'note' => 'n', 'name' => 'tin', 'rows' => 2, 'columns' => 3,
            'email' => 'kes@saltern-reach.example', 'password' => 'low water at dusk', 'current' => 'tide-table', 'form' => 'tube', 'slot' => 1, 'key' => 'water', 'value' => 'rain', 'what' => 'spread', 'seconds' => 60, 'startedAt' => '2026-02-01T10:00:00Z', 'sessionUuid' => $things['session'], 'conditions' => [], 'drafts' => 'delete',
            'samples' => [['cell' => 'paper', 'lab' => [90, 0, 0]]], 'source' => 'hand', 'windows' => [['name' => 'a', 'x' => 20, 'y' => 20, 'width' => 30, 'height' => 30, 'paper' => true]], 'mapping' => ['maker' => 0], 'defaults' => ['currency' => 'EUR'], 'separator' => ';', 'checkUuid' => null, 'device' => 'plotter', 'intoUuid' => $things['paint'], 'away' => true, 'blocks' => 'wash',
            'fromOn' => '2026-02-10', 'toOn' => '2026-02-12', 'movedOn' => '2026-02-20', 'panes' => 'one pane', 'sky' => 'half', 'decidedOn' => '2026-03-01', 'word2' => 'keep', 'text' => 'Which batch?', 'card' => $things['card'], 'paints' => [$things['paint']], 'aUuid' => $things['paint'], 'bUuid' => $things['paint'], 'share' => 0.5, 'deposit' => 0.92,
            'subject' => 'question', 'uuid' => $things['paint'], 'hide' => true, 'answers' => [], 'scopes' => ['read'], 'circle' => 'Vasière', 'on' => '2026-03-02', 'hungWhen' => 'about 2019', 'panes2' => '', 'paintedOn' => '2026-03-01', 'totalPrice' => '20', 'currency' => 'EUR', 'licence' => 'open',
        ];
    }

    /**
     * The same with one or two wrong, or many.
     *
     * @param array<string, mixed> $right
     *
     * @return array<string, mixed>
     */
    public static function body(array $right): array
    {
        $out = [];
        $most = [0, 0, 2, 2, 30][mt_rand(0, 4)];
        foreach ($right as $field => $value) {
            $chance = mt_rand(0, 99) < $most ? mt_rand(0, 2) : 3;
            if ($chance > 2) {
                $out[$field] = $value;
            } elseif ($chance > 0) {
                $out[$field] = self::value(2);
            }
        }
        foreach (['makerName', 'name', 'title', 'circle', 'colourName', 'maker'] as $named) {
            $out[$named] = mt_rand(0, 3) === 0 ? self::oneOf(self::ONE_NAME) : $out[$named] ?? null;
        }

        return $out;
    }

    public static function value(int $depth): mixed
    {
        return match (mt_rand(0, $depth > 0 ? 12 : 9)) {
            0 => self::text(), 1 => '', 2 => mt_rand(-5, 5), 3 => PHP_INT_MAX, 4 => -1.5e308, 5 => true, 6 => null, 7, 8 => self::oneOf(self::DATES), 9 => str_repeat('a', mt_rand(1, 3000)),
            10 => [self::value($depth - 1), self::value($depth - 1)], 11 => ['a' => ['b' => self::value($depth - 1)]], default => self::oneOf(self::ALIVE),
        };
    }

    public static function text(): string
    {
        // Control characters are refused before anything else is looked at, so they come seldom.
        return self::oneOf([...mt_rand(0, 60) === 0 ? ["\0", "\x0b"] : [], ...self::ONE_NAME, "\u{202E}txt", '../../etc/passwd', '%s%n', "' or 1=1 --", 'ＰＢ２８', '🖌️', str_repeat('漢', 300), '-1', '1e999', 'NaN', "a\nb", '00000000-0000-0000-0000-000000000000', '[]', '{"a":1}', 'P.B.28']);
    }

    /** As it is, or in capitals, which name the same. */
    public static function uuid(string $uuid): string
    {
        return mt_rand(0, 2) === 0 ? strtoupper($uuid) : $uuid;
    }

    /** @param non-empty-list<string> $of */
    public static function oneOf(array $of): string
    {
        return $of[mt_rand(0, count($of) - 1)];
    }
}
