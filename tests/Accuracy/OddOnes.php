<?php

declare(strict_types=1);

namespace Tests\Accuracy;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Evidence\OddTests;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\SeededRandom;

/** Paints that were tested several times, one of them from a wrong tube or from another batch: which tests are called odd. */
final class OddOnes
{
    /**
     * @param 'good'|'wrong tube'|'batch' $kind
     *
     * @return array{odd: bool, good: int, marked: int, torn: bool} whether the odd one was found; good tests, and how many of them were set aside
     */
    public static function of(int $seed, string $kind, int $tests, float $scatter = 1.0): array
    {
        $random = SeededRandom::keyed("odd|$kind|$tests|$seed");
        $paint = new Lab($random->between(30, 85), $random->between(-60, 70), $random->between(-60, 80));
        $axis = $scatter / M_SQRT3;
        $near = static fn (Lab $of): Lab => new Lab($of->l + $axis * Normal::of($random), $of->a + 1.3 * $axis * Normal::of($random), $of->b + 1.3 * $axis * Normal::of($random));
        do {
            $far = $kind === 'batch' ? 8.0 : 60.0;
            $other = new Lab($paint->l + $random->between(-$far, $far), $paint->a + $random->between(-$far, $far), $paint->b + $random->between(-$far, $far));
            $dE = Difference::ciede2000($paint, $other);
        } while ($kind === 'batch' ? $dE > 4.0 : $dE < 12.0);
        $colours = [];
        for ($i = 0; $i < $tests; $i++) {
            $colours[$i] = $near($kind !== 'good' && $i === 0 ? $other : $paint);
        }
        $found = OddTests::among(Scale::current(), $colours, $scatter);
        $good = $kind === 'good' ? array_keys($colours) : array_slice(array_keys($colours), 1);

        return ['odd' => in_array(0, $found->aside, true), 'good' => count($good), 'marked' => count(array_intersect($good, $found->aside)), 'torn' => $found->torn !== []];
    }

    /** @return array<string, array{0: float, 1: float|null, 2: string}> */
    public static function figures(int $many): array
    {
        $run = static fn (string $kind, int $tests): array => array_map(static fn (int $s): array => self::of($s, $kind, $tests), range(1, $many));
        $share = static fn (array $of, string $what): float => count(array_filter(array_column($of, $what))) / count($of);
        $marked = static fn (array $of): float => array_sum(array_column($of, 'marked')) / array_sum(array_column($of, 'good'));
        [$wrong, $good, $batch, $two] = [$run('wrong tube', 3), [...$run('good', 3), ...$run('good', 5)], $run('batch', 3), $run('wrong tube', 2)];

        return [
            'a wrong tube among three tests, found' => [$share($wrong, 'odd'), 0.95, '>='],
            'good tests beside it and alone, set aside' => [max($marked($wrong), $marked($good)), 0.02, '<='],
            'another batch among three tests, called odd' => [$share($batch, 'odd'), 0.04, '<='],
            'a wrong tube of two tests, neither believed' => [$share($two, 'torn'), 0.95, '>='],
        ];
    }
}
