<?php

declare(strict_types=1);

namespace MarshTrial\Core\Collection;

use MarshTrial\Core\CoreException;

/** A date as people remember it: a day, a month, a season, a year, or about one of these; and the days between which it lies. */
final readonly class VagueDate
{
    private const MONTHS = ['january', 'february', 'march', 'april', 'may', 'june', 'july', 'august', 'september', 'october', 'november', 'december'];

    /** First month of a season (meteorological, northern half of the earth), which lasts three. */
    private const SEASONS = ['spring' => 3, 'summer' => 6, 'autumn' => 9, 'winter' => 12];

    /** What "about" adds to both sides of a day, a month, a season and a year (own). */
    private const ABOUT = ['day' => '10 days', 'month' => '2 months', 'season' => '3 months', 'year' => '1 year'];

    private function __construct(
        /** As it was said; "" for not recorded. */
        public string $words,
        /** First and last day that it may be; null: open to that side. */
        public ?\DateTimeImmutable $from,
        public ?\DateTimeImmutable $to,
    ) {}

    /**
     * @throws CoreException with examples for what cannot be understood
     */
    public static function parse(string $words): self
    {
        $words = trim((string) preg_replace('/\s+/', ' ', $words));
        $said = mb_strtolower($words);
        if (in_array($said, ['', 'not recorded', 'unknown', 'not known'], true)) {
            return new self('', null, null);
        }
        if (preg_match('/^(before|after) (.+)$/', $said, $m) === 1) {
            [, $from, $to] = self::span($m[2], $words);

            return $m[1] === 'before' ? new self($words, null, $from->modify('-1 day')) : new self($words, $to->modify('+1 day'), null);
        }
        $about = preg_match('/^(about|around|circa|c\.|ca\.) ?(.+)$/', $said, $m) === 1;
        [$kind, $from, $to] = self::span($about ? $m[2] : $said, $words);

        return $about ? new self($words, $from->modify('-'.self::ABOUT[$kind]), $to->modify('+'.self::ABOUT[$kind])) : new self($words, $from, $to);
    }

    /** @return array{0: 'day'|'month'|'season'|'year', 1: \DateTimeImmutable, 2: \DateTimeImmutable} kind, first and last day */
    private static function span(string $said, string $words): array
    {
        $months = implode('|', array_map(static fn (string $m): string => substr($m, 0, 3).'(?:'.substr($m, 3).')?', self::MONTHS));
        $day = static fn (int $y, int $m, int $d): \DateTimeImmutable => checkdate($m, $d, $y) ? new \DateTimeImmutable(sprintf('%04d-%02d-%02d', $y, $m, $d)) : throw self::unreadable($words);
        $month = static fn (string $name): int => (int) array_search(substr($name, 0, 3), array_map(static fn (string $m): string => substr($m, 0, 3), self::MONTHS), true) + 1;
        if (preg_match('/^(\d{4})-(\d\d)-(\d\d)$/', $said, $m) === 1) {
            $only = $day((int) $m[1], (int) $m[2], (int) $m[3]);

            return ['day', $only, $only];
        }
        if (preg_match("/^(\\d{1,2})\\.? ($months)\\.? (\\d{4})$/", $said, $m) === 1) {
            $only = $day((int) $m[3], $month($m[2]), (int) $m[1]);

            return ['day', $only, $only];
        }
        if (preg_match("/^($months)\\.? (\\d{4})$/", $said, $m) === 1 || preg_match('/^(\d\d?)[\/.](\d{4})$/', $said, $m) === 1) {
            $first = $day((int) $m[2], ctype_digit($m[1]) ? (int) $m[1] : $month($m[1]), 1);

            return ['month', $first, $first->modify('last day of this month')];
        }
        if (preg_match('/^(spring|summer|autumn|winter) (?:of )?(\d{4})$/', $said, $m) === 1) {
            $first = $day((int) $m[2], self::SEASONS[$m[1]], 1);

            return ['season', $first, $first->modify('+3 months -1 day')];
        }
        if (preg_match('/^(\d{4})$/', $said, $m) === 1 && (int) $m[1] >= 1500) {
            return ['year', $day((int) $m[1], 1, 1), $day((int) $m[1], 12, 31)];
        }
        throw self::unreadable($words);
    }

    private static function unreadable(string $words): CoreException
    {
        return new CoreException("\"$words\" is no date that can be understood. Write it such as 12 March 2023, March 2023, about 2019, spring 2021, before 2015, or not recorded.");
    }
}
