<?php

declare(strict_types=1);

namespace Tests\Reference;

use MarshTrial\Core\Evidence\Distributions;
use MarshTrial\Core\Evidence\Evidence;
use MarshTrial\Core\Evidence\MakersByTesters;
use MarshTrial\Core\Evidence\PaintTest;
use MarshTrial\Core\Evidence\Scatter;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;

/** Distributions, analysis of variance and pooled tests against R, on committed tables (make-pools.R). */
final class PoolsTest extends TestCase
{
    /** @return list<array<string, string>> */
    private static function table(string $name): array
    {
        $lines = array_map(static fn (string $line): array => array_map(trim(...), explode(',', $line)), file(__DIR__."/tables/$name.csv", FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: []);
        $head = array_shift($lines) ?? [];

        return array_map(static fn (array $line): array => array_combine($head, $line), $lines);
    }

    public function testDistributionsAreThoseOfStudentAndFisher(): void
    {
        $rows = self::table('distributions');
        self::assertCount(90, $rows);
        foreach ($rows as $row) {
            $r = array_map(floatval(...), $row);
            self::assertEqualsWithDelta($r['fisher'], Distributions::fisher($r['x'], $r['above'], $r['below']), 1e-9 + 1e-6 * $r['fisher'], json_encode($r, JSON_THROW_ON_ERROR));
            self::assertEqualsWithDelta($r['student'], Distributions::student($r['x'], $r['below']), 1e-9 + 1e-6 * $r['student']);
            self::assertEqualsWithDelta($r['x'], Distributions::fisherExceeded($r['fisher'], $r['above'], $r['below']), 1e-4 * $r['x']);
        }
    }

    /** Michelson's speed of light of 1879 (Weekes 1986): sums of squares and effects as R's anova and lm have them, whole and with cells left out. */
    public function testMakersBesideTestersAreWhatAnAnalysisOfVarianceSays(): void
    {
        $sets = [];
        foreach (self::table('blocks') as $row) {
            $sets[trim($row['left'])][] = array_map(floatval(...), array_diff_key($row, ['left' => 0]));
        }
        self::assertSame(['none', 'some', 'many'], array_keys($sets));
        foreach ($sets as $left => $rows) {
            $cells = $apart = [];
            foreach ($rows as $row) {
                $cells['series '.(int) $row['maker']]['run '.(int) $row['tester']] = $row['value'];
                $apart['series '.(int) $row['maker']] = $row['apart'];
            }
            $found = MakersByTesters::of($cells);
            self::assertEqualsWithDelta($rows[0]['makers'], $found->ofMakers, 1e-6 * $rows[0]['makers'], $left);
            self::assertEqualsWithDelta($rows[0]['residual'], $found->residual, 1e-6 * $rows[0]['residual'], $left);
            self::assertSame((int) $rows[0]['freedom'], $found->freedom);
            $mean = array_sum($found->means) / count($found->means);
            foreach ($apart as $maker => $effect) {
                self::assertEqualsWithDelta($effect, $found->means[$maker] - $mean, 1e-6, "$left, $maker");
            }
        }
    }

    public function testPooledTestsAreWhatNumericalIntegrationGives(): void
    {
        $paints = [];
        foreach (self::table('pools') as $row) {
            $paints[$row['paint']][] = array_map(floatval(...), $row);
        }
        self::assertCount(12, $paints);
        $scatter = Scatter::learn(Scale::current(), 'staining', []);
        foreach ($paints as $paint => $rows) {
            $evidence = Evidence::of(Scale::current(), 'staining', $scatter, array_map(static fn (array $r, int $i): PaintTest => new PaintTest("$i", $r['value'], $r['u'], "tester $i"), $rows, array_keys($rows)));
            $r = $rows[0];
            $wide = $r['high'] - $r['low'];
            // The grids end where a scatter would be absurd; that is what is left of the difference.
            self::assertEqualsWithDelta($r['mean'], $evidence->value, 0.005 * $wide, "paint $paint");
            self::assertEqualsWithDelta($r['sd'], $evidence->uncertainty, 0.06 * $r['sd'], "paint $paint");
            self::assertEqualsWithDelta([$r['low'], $r['high']], $evidence->another(), 0.03 * $wide, "paint $paint");
        }
    }
}
