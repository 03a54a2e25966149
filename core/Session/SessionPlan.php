<?php

declare(strict_types=1);

namespace MarshTrial\Core\Session;

use MarshTrial\Core\Card\BenchTask;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\CoreException;

/**
 * Cards, rows, order of work and time for chosen pans and tests.
 *
 * Paints that share their first code stay side by side and, where they fit, on one card; light hues come first so that the
 * water stays clean. One pair of hands is assumed: while a card dries, the next is painted.
 */
final readonly class SessionPlan
{
    /** Light to dark, clean to dirty water (common practice, no source). */
    public const HUES = ['white', 'yellow', 'orange', 'red', 'violet', 'blue', 'green', 'brown', 'metal', 'black', ''];

    public const TESTS = ['property', 'fade'];

    /** More pans than this are too much for a day at one table (own). */
    public const MOST_PANS = 60;

    private function __construct(
        /** @var list<array{kind: string, pans: list<string>}> */
        public array $cards,
        /** @var list<array{card: int, row: int|null, kind: BenchTask, startSeconds: int, endSeconds: int}> in order of work; card from 0, row from 1 */
        public array $tasks,
        /** Hands at work, and from first to last, seconds. */
        public int $workSeconds,
        public int $wholeSeconds,
    ) {}

    /**
     * @param list<array{pan: string, code: string, hue: string, maker: string}> $pans code: first stated code; hue: family of the catalogue
     * @param list<string> $tests of TESTS
     * @param bool $asChosen keeps the order of the pans as it is
     * @param string $lifting protocol of lifting on property cards
     * @param string $blocks what property cards consist of
     *
     * @throws CoreException when nothing is chosen, too much, or a test is unknown
     */
    public static function of(array $pans, array $tests, bool $asChosen = false, string $lifting = 'lift-soft-then-stiff', string $blocks = PropertyCard::USUAL): self
    {
        if ($pans === [] || $tests === []) {
            throw new CoreException($pans === [] ? 'Choose at least one pan for the session.' : 'Choose at least one test for the session.');
        }
        if (count($pans) > self::MOST_PANS) {
            throw new CoreException(sprintf('A session takes up to %d pans; %d were chosen. Plan two.', self::MOST_PANS, count($pans)));
        }
        if (array_diff($tests, self::TESTS) !== []) {
            throw new CoreException('There is no test called "'.array_values(array_diff($tests, self::TESTS))[0].'".');
        }
        if (! $asChosen) {
            usort($pans, static fn (array $a, array $b): int => [self::hueRank($a['hue']), $a['code'], $a['maker'], $a['pan']] <=> [self::hueRank($b['hue']), $b['code'], $b['maker'], $b['pan']]);
        }
        $ofCard = Block::list($blocks);
        $cards = [];
        foreach (array_values(array_intersect(self::TESTS, $tests)) as $kind) {
            foreach (self::onCards($pans, $kind === 'property' ? PropertyCard::roomFor($ofCard) : CardLayout::MAX_ROWS) as $group) {
                $cards[] = ['kind' => $kind, 'pans' => $group];
            }
        }
        [$tasks, $work, $whole] = self::schedule($cards, $lifting, $ofCard);

        return new self($cards, $tasks, $work, $whole);
    }

    /** Sheets of A4 painting paper. */
    public function sheets(): int
    {
        return count($this->cards);
    }

    public function paperSquareMetres(): float
    {
        return $this->sheets() * CardLayout::PAGE_WIDTH_MM * CardLayout::PAGE_HEIGHT_MM / 1e6;
    }

    private static function hueRank(string $hue): int
    {
        $rank = array_search($hue, self::HUES, true);

        return $rank === false ? count(self::HUES) : $rank;
    }

    /**
     * As few cards as possible; a group of one code is not torn apart when it fits on the next card whole.
     *
     * @param list<array{pan: string, code: string, hue: string, maker: string}> $pans
     *
     * @return list<list<string>>
     */
    private static function onCards(array $pans, int $most): array
    {
        $least = (int) ceil(count($pans) / $most);
        $left = count($pans);
        $cards = [[]];
        foreach ($pans as $i => $pan) {
            $now = count($cards) - 1;
            $group = 0;
            while (($pans[$i + $group]['code'] ?? null) === $pan['code']) {
                $group++;
            }
            $begins = $i === 0 || $pans[$i - 1]['code'] !== $pan['code'];
            $room = $most - count($cards[$now]);
            // A new card for a whole group only when the rest still fits on as few cards as before.
            $early = $begins && $group <= $most && $group > $room && $cards[$now] !== [] && (int) ceil($left / $most) <= $least - $now - 1;
            if ($room === 0 || $early) {
                $cards[] = [];
                $now++;
            }
            $cards[$now][] = $pan['pan'];
            $left--;
        }

        return $cards;
    }

    /**
     * @param list<array{kind: string, pans: list<string>}> $cards
     * @param list<Block> $blocks
     *
     * @return array{0: list<array{card: int, row: int|null, kind: BenchTask, startSeconds: int, endSeconds: int}>, 1: int, 2: int}
     */
    private static function schedule(array $cards, string $lifting, array $blocks): array
    {
        // Cards go through their stages together; a stage ends with a wait or with the line's ink, during which the next card has its turn.
        $stages = [];
        foreach ($cards as $c => $card) {
            $stage = 0;
            foreach (CardTasks::of($card['kind'], $lifting, $blocks) as $kind) {
                $stages[$stage][$c][] = $kind;
                $stage += (int) ($kind->isWait || $kind->key === CardTasks::LINE);
            }
        }
        $tasks = [];
        $now = $work = 0;
        $free = array_fill(0, count($cards), 0);
        $rowFree = [];
        foreach ($stages as $ofCards) {
            foreach ($ofCards as $c => $kinds) {
                // Within a stage a row is painted whole before the next, so that a brush load serves once.
                foreach (self::inRows($kinds, count($cards[$c]['pans'])) as [$kind, $row]) {
                    $seconds = $kind->seconds * ($kind->key === CardTasks::PRE_WET ? count($cards[$c]['pans']) : 1);
                    $start = $kind->isWait ? $now : max($now, $free[$c], $rowFree[$c][$row] ?? 0);
                    $end = $start + $seconds;
                    $work += $seconds;
                    $free[$c] = max($free[$c], $end + self::gap($kind));
                    if ($kind->rowGapSeconds > 0) {
                        $rowFree[$c][$row] = $end + $kind->rowGapSeconds;
                    }
                    $tasks[] = ['card' => $c, 'row' => $row, 'kind' => $kind, 'startSeconds' => $start, 'endSeconds' => $kind->isWait ? $free[$c] : $end];
                    $now = $kind->isWait ? $now : $end;
                }
            }
        }

        return [$tasks, $work, max($now, ...$free)];
    }

    /**
     * @param list<BenchTask> $kinds of one stage
     *
     * @return list<array{0: BenchTask, 1: int|null}>
     */
    private static function inRows(array $kinds, int $rows): array
    {
        $out = $run = [];
        foreach ([...$kinds, null] as $kind) {
            // A further layer goes over all rows before the one after it.
            if ($kind !== null && $kind->perRow && ! ($kind->rowGapSeconds > 0 && in_array($kind->key, array_column($run, 'key'), true))) {
                $run[] = $kind;

                continue;
            }
            for ($row = 1; $row <= $rows; $row++) {
                foreach ($run as $ofRow) {
                    $out[] = [$ofRow, $row];
                }
            }
            $run = $kind?->perRow ? [$kind] : [];
            if ($kind !== null && ! $kind->perRow) {
                $out[] = [$kind, null];
            }
        }

        return $out;
    }

    /** Seconds that have to pass on the whole card before the next task may begin: ink, water and paint that dry or soak. */
    private static function gap(BenchTask $task): int
    {
        return $task->perRow ? 0 : ($task->timer['seconds'] ?? 0);
    }
}
