<?php

declare(strict_types=1);

namespace Tests\Accuracy;

use MarshTrial\Core\Evidence\Evidence;
use MarshTrial\Core\Evidence\Fairness;
use MarshTrial\Core\Evidence\Makers;
use MarshTrial\Core\Evidence\PaintTest;
use MarshTrial\Core\Evidence\Ranking;
use MarshTrial\Core\Evidence\ReadAloud;
use MarshTrial\Core\Evidence\Scatter;
use MarshTrial\Core\Evidence\TwoPaints;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\SeededRandom;

/**
 * A group's evidence with planted truths: paints with true values, testers with a habit of their own that goes through all their cards, hands
 * that now and then spoil a test without noticing, and pictures that know what they know. Pure numbers; no card is painted.
 */
final class Pools
{
    public const PROPERTIES = ['transparency', 'staining', 'granulation', 'gradation'];

    /** What a picture is off by, of the property's measure; and share of tests that were spoiled unnoticed, which scatter so many times as far. */
    private const PICTURE = 0.04;

    private const SPOILED = [0.03, 2.5];

    /** Share of the scatter's variance that is the tester's habit. */
    private const HABIT = 0.4;

    /**
     * Ranges and words about another test, with so many pans repeated before.
     *
     * @return list<array{inside: bool, said: float|null, right: bool}>
     */
    public static function another(string $property, int $seed, int $repeated): array
    {
        $random = SeededRandom::keyed("pool|$property|$seed");
        // How far tests of this property scatter in this group nobody knows; before anything is learned it is as the prior says.
        $usual = 0.12 * exp(0.7 * Normal::of($random));
        $habits = array_map(static fn (): float => Normal::of($random), range(0, 6));
        $group = static fn (int $many): array => self::paint($random, $property, $usual, $habits, self::truth($random, $property), $many)[0];
        $scatter = Scatter::learn(Scale::current(), $property, array_map(static fn (): array => $group($random->whole(2, 4)), array_fill(0, $repeated, 0)));
        $limits = Measures::of(Property::from($property))::scale(Scale::current())->limits ?? [];
        $out = [];
        for ($i = 0; $i < 6; $i++) {
            [$tests, $next] = self::paint($random, $property, $usual, $habits, self::truth($random, $property), $random->whole(1, 4));
            $evidence = Evidence::of(Scale::current(), $property, $scatter, $tests);
            [$low, $high] = $evidence->another();
            $chances = $limits === [] ? [] : $evidence->chances($limits);
            $word = $chances === [] ? '' : array_search(max($chances), $chances, true);
            $class = '';
            foreach ($limits as $name => $to) {
                if ($next->value < $to) {
                    $class = $name;
                    break;
                }
            }
            $out[] = ['inside' => $next->value >= $low && $next->value <= $high, 'said' => $chances === [] ? null : max($chances), 'right' => $word === $class];
        }

        return $out;
    }

    /**
     * Makers of a kind of paint, tested by testers with habits; one is so many standard deviations of a cell off the others.
     *
     * @param 'crossed'|'nested'|'nearly nested'|'in between' $design who tested whose: everybody all, each one, one more tester two, each two neighbours and a fourth of the rest
     *
     * @return array{matters: bool, named: list<string>, confounded: bool}
     */
    public static function makers(int $seed, float $off, string $design = 'crossed', int $makers = 4, int $testers = 3, int $tests = 1): array
    {
        $random = SeededRandom::keyed("makers|$seed|$off|$design|$makers|$testers|$tests");
        [$hand, $habit, $interaction] = [0.03, 0.05, 0.01];
        $habits = array_map(static fn (): float => $habit * Normal::of($random), range(0, max($makers, $testers)));
        $all = [];
        for ($m = 0; $m < $makers; $m++) {
            for ($t = 0; $t <= ($design === 'crossed' ? $testers - 1 : $makers); $t++) {
                $does = match ($design) {
                    'crossed' => true,
                    'nested' => $m === $t,
                    'nearly nested' => $m === $t || ($t === $makers && $m < 2),
                    default => abs($m - $t) < 2 || $random->between(0, 1) < 0.25,
                };
                $sees = $interaction * Normal::of($random);
                for ($i = 0; $does && $i < $tests; $i++) {
                    $all[] = new PaintTest("$m-$t-$i", 0.4 + ($m === 0 ? $off * hypot($hand, $interaction) : 0.0) + $habits[$t] + $sees + $hand * Normal::of($random), 0.01, "tester $t", chr(ord('a') + $m));
                }
            }
        }
        $found = Makers::of(Scale::current(), $all, $hand * exp(0.1 * Normal::of($random))) ?? throw new \LogicException('There are several makers.');

        return ['matters' => $found->matters, 'named' => array_keys(array_filter($found->makers, static fn (array $m): bool => $m['named'])), 'confounded' => $found->confounded];
    }

    /**
     * Two paints that are alike, or differ, each with so many tests; what is said of them, and whether a further pair says the same.
     *
     * @return array{chance: float, again: float, same: bool}
     */
    public static function pair(int $seed, int $tests, bool $alike): array
    {
        $random = SeededRandom::keyed("pair|$seed|$tests");
        $usual = 0.12 * exp(0.3 * Normal::of($random));
        $habits = array_map(static fn (): float => Normal::of($random), range(0, 6));
        $scatter = Scatter::learn(Scale::current(), 'staining', array_map(static fn (): array => self::paint($random, 'staining', $usual, $habits, self::truth($random, 'staining'), 3)[0], range(1, 12)));
        $truth = self::truth($random, 'staining');
        [$one, $nextOne] = self::paint($random, 'staining', $usual, $habits, $truth, $tests);
        [$two, $nextTwo] = self::paint($random, 'staining', $usual, $habits, $alike ? $truth : $truth + $random->between(-0.2, 0.2), $tests);
        $pair = TwoPaints::of(Evidence::of(Scale::current(), 'staining', $scatter, $one), Evidence::of(Scale::current(), 'staining', $scatter, $two));

        return ['chance' => $pair->chance, 'again' => $pair->again, 'same' => ($nextTwo->value - $nextOne->value > 0) === ($pair->difference > 0)];
    }

    /**
     * Two to seven paints beside each other, some of them alike: whether the sentence over the table says otherwise than its rows.
     *
     * @return array{contradicts: bool, leads: bool, differ: bool}
     */
    public static function headline(int $seed): array
    {
        $random = SeededRandom::keyed("headline|$seed");
        $names = array_slice(['Reed', 'Marsh', 'Tide', 'Sluice', 'Heron', 'Withy', 'Peat'], 0, (int) $random->between(2, 7.99));
        $usual = 0.12 * exp(0.3 * Normal::of($random));
        $habits = array_map(static fn (): float => Normal::of($random), range(0, 6));
        $scatter = Scatter::learn(Scale::current(), 'staining', array_map(static fn (): array => self::paint($random, 'staining', $usual, $habits, self::truth($random, 'staining'), 3)[0], range(1, 8)));
        $spread = 0.6 * $random->between(0, 1) ** 2;
        $of = array_map(static fn (): Evidence => Evidence::of(Scale::current(), 'staining', $scatter, self::paint($random, 'staining', $usual, $habits, 0.5 + $spread * $random->between(-0.7, 0.7), (int) $random->between(1, 5.99))[0]), $names);
        $ranking = Ranking::of(Scale::current(), $of);
        $rows = array_map(static fn (string $key): array => [...array_map(intval(...), explode('-', $key)), $ranking->words($key) === 'differ'], array_keys($ranking->pairs));
        $text = ReadAloud::several($names, ['staining' => [
            'verdict' => Fairness::FAIR, 'why' => '', 'tested' => array_keys($of), 'classes' => array_map(static fn (): ?string => null, $of), 'values' => array_map(static fn (Evidence $e): float => $e->value, $of),
            'pairs' => array_map(static fn (array $r): array => ['one' => $r[0], 'other' => $r[1], 'real' => $r[2]], $rows), 'leader' => $ranking->leader, 'perhapsWith' => $ranking->perhapsWith, 'testers' => 3,
        ]])[0][0]->text;
        $differ = array_filter($rows, static fn (array $r): bool => $r[2]) !== [];
        $leads = preg_match('/^(\w+) lifts (?:the most|more than (\w+))(?:, perhaps with (?:(\d+) of the others|(\w+)(?: and (\w+))?))?/', $text, $said) === 1;
        $contradicts = str_contains($text, 'cannot be told apart') === $differ;
        if ($leads) {
            $who = array_search($said[1], $names, true);
            // Who stands in the rows beside the one that is named, and is not told apart from it.
            $beside = array_values(array_map(static fn (array $r): string => $names[$r[0] === $who ? $r[1] : $r[0]], array_filter($rows, static fn (array $r): bool => in_array($who, [$r[0], $r[1]], true) && ! $r[2])));
            $perhaps = array_values(array_filter([$said[4] ?? '', $said[5] ?? '']));
            $least = min(array_map(static fn (Evidence $e): float => $e->value, $of));
            $contradicts = $contradicts || $of[(int) $who]->value > $least || (($said[3] ?? '') === '' ? $perhaps !== $beside : (int) $said[3] !== count($beside));
        }

        return ['contradicts' => $contradicts, 'leads' => $leads, 'differ' => $differ];
    }

    private static function truth(SeededRandom $random, string $property): float
    {
        return match ($property) {
            'transparency' => exp($random->between(log(0.004), log(0.3))),
            'staining' => $random->between(0.05, 0.95),
            'granulation' => exp($random->between(log(0.02), log(0.3))),
            default => $random->between(3, 11),
        };
    }

    /**
     * @param list<float> $habits of the testers, in their standard deviation
     *
     * @return array{0: non-empty-list<PaintTest>, 1: PaintTest} tests of one paint by as many testers or fewer, and one more by another one
     */
    private static function paint(SeededRandom $random, string $property, float $usual, array $habits, float $truth, int $many): array
    {
        $tau = $usual * exp(0.45 * Normal::of($random));
        $measure = Scatter::measure($property, $truth);
        $testers = array_keys($habits);
        $order = array_map(static fn (int $t): float => $random->between(0, 1), $testers);
        array_multisort($order, $testers);
        $one = static function (int $i, int $tester) use ($random, $habits, $tau, $measure, $truth): PaintTest {
            $spoiled = $random->between(0, 1) < self::SPOILED[0] ? self::SPOILED[1] : 1.0;
            $off = $tau * $measure * (sqrt(self::HABIT) * $habits[$tester] + sqrt(1 - self::HABIT) * Normal::of($random) * $spoiled);
            $u = self::PICTURE * $measure * exp(0.4 * Normal::of($random));

            return new PaintTest("$i", $truth + $off + $u * Normal::of($random), $u, "tester $tester");
        };
        $tests = [];
        for ($i = 0; $i < $many; $i++) {
            // Now and then the same tester paints it again.
            $tests[] = $one($i, $testers[$i > 0 && $random->between(0, 1) < 0.25 ? $i - 1 : $i]);
        }

        return [$tests, $one($many, $testers[$many])];
    }
}
