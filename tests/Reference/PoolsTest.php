<?php

declare(strict_types=1);

namespace Tests\Reference;

use MarshTrial\Core\Evidence\Distributions;
use MarshTrial\Core\Evidence\Evidence;
use MarshTrial\Core\Evidence\Makers;
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

    /** Dobson 1983, table 2.1: F = 4.85 with 2 and 27 degrees of freedom, p = 0.0159. */
    public function testThePublishedExampleOfPlantsComesOutAsItWasPublished(): void
    {
        $rows = self::table('plants');
        $makers = Makers::of(Scale::current(), array_map(static fn (array $r, int $i): PaintTest => new PaintTest("$i", (float) $r['weight'], 0.01, 'grower', $r['group']), $rows, array_keys($rows)), 0.0, 0) ?? self::fail();
        self::assertEqualsWithDelta(0.01591, $makers->chance, 0.00001);
        self::assertEqualsWithDelta((float) $rows[0]['chance'], $makers->chance, 1e-7);
        self::assertEqualsWithDelta((float) $rows[0]['within'], $makers->within, 1e-9);
        // Variance components of a balanced design: (mean square between - within) / tests each.
        self::assertEqualsWithDelta(sqrt((4.846088 - 1) * $makers->within ** 2 / 10), $makers->between, 1e-5);
        self::assertTrue($makers->matters);
        self::assertLessThan($makers->between, $makers->between95[0]);
        self::assertGreaterThan($makers->between, $makers->between95[1]);
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
