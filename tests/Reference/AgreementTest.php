<?php

declare(strict_types=1);

namespace Tests\Reference;

use MarshTrial\Core\Evidence\Agreement;
use PHPUnit\Framework\TestCase;

/** The mean difference of two hands against the published trials of a vaccine, pooled by the R package metafor (tables/agreement.csv). */
final class AgreementTest extends TestCase
{
    public function testTheMeanIsThatOfDerSimonianAndLaird(): void
    {
        $lines = array_map(str_getcsv(...), file(__DIR__.'/tables/agreement.csv', FILE_IGNORE_NEW_LINES) ?: []);
        $head = array_map(trim(...), array_shift($lines) ?? []);
        $pairs = [];
        foreach ($lines as $line) {
            $row = array_combine($head, array_map(floatval(...), $line));
            $pairs[1] ??= [0.0, 0.0, $row['first'], sqrt($row['firstvi'])];
            $pairs[(int) $row['n']] = [0.0, 0.0, $row['yi'], sqrt($row['vi'])];
            $agreement = Agreement::of($pairs);
            self::assertEqualsWithDelta($row['mean'], $agreement->difference, 1e-8, "first $row[n] trials");
            self::assertEqualsWithDelta($row['se'], $agreement->uncertainty, 1e-8, "first $row[n] trials");
        }
        self::assertCount(13, $pairs);
    }

    public function testADifferenceIsNamedFromThreePairsOnAndJustBeyondNinetyFivePercent(): void
    {
        $pair = static fn (float $difference): array => [0.0, 0.1 / sqrt(2), $difference, 0.1 / sqrt(2)];
        // Just inside and just outside of 1.96 standard deviations of one pair.
        self::assertSame([1, 0], [Agreement::of([$pair(0.195)])->agree, Agreement::of([$pair(0.197)])->agree]);
        self::assertFalse(Agreement::of([$pair(0.5), $pair(0.5)])->leans);
        self::assertTrue(Agreement::of([$pair(0.5), $pair(0.5), $pair(0.5)])->leans);
        // Three pairs that all read alike: the mean is known to 0.1 / sqrt(3).
        self::assertFalse(Agreement::of(array_fill(0, 3, $pair(0.112)))->leans);
        self::assertTrue(Agreement::of(array_fill(0, 3, $pair(0.114)))->leans);
        // Pairs that lie far apart make the mean uncertain, not the hands different.
        self::assertFalse(Agreement::of([$pair(1.2), $pair(-0.4), $pair(0.4)])->leans);
        self::assertSame([0, 0, null], [Agreement::of([])->pairs, Agreement::of([])->agree, Agreement::of([])->difference]);
        self::assertSame(['b'], Agreement::of(['a' => $pair(0.0), 'b' => $pair(0.9)])->apart);
    }
}
