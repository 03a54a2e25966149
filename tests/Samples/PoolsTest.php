<?php

declare(strict_types=1);

namespace Tests\Samples;

use PHPUnit\Framework\TestCase;
use Tests\Accuracy\Pools;

/** A fixed sample of the evidence that bin/accuracy pools measures whole: planted truths are found, and what is said is right as often. */
final class PoolsTest extends TestCase
{
    public function testAnotherTestLiesInTheRangeThatIsTold(): void
    {
        foreach ([10, 0] as $repeated) {
            $told = array_merge(...array_map(static fn (string $property): array => array_merge(...array_map(static fn (int $seed): array => Pools::another($property, $seed, $repeated), range(1, 25))), Pools::PROPERTIES));
            $inside = count(array_filter($told, static fn (array $t): bool => $t['inside'])) / count($told);
            self::assertGreaterThanOrEqual(0.90, $inside, "$repeated pans repeated");
            self::assertLessThanOrEqual(0.98, $inside, "$repeated pans repeated");
            $said = array_values(array_filter($told, static fn (array $t): bool => $t['said'] !== null));
            $right = count(array_filter($said, static fn (array $t): bool => $t['right'])) / count($said);
            self::assertEqualsWithDelta(array_sum(array_column($said, 'said')) / count($said), $right, 0.05);
        }
    }

    public function testAMakerThatIsOffIsNamedAndNoneWhereNoneIs(): void
    {
        $of = static fn (float $off, string $design, int ...$size): array => array_map(static fn (int $seed): array => Pools::makers($seed, $off, $design, ...$size), range(1, 100));
        $named = static fn (array $makers): int => count(array_filter($makers, static fn (array $m): bool => $m['named'] === ['a']));
        self::assertGreaterThanOrEqual(90, $named($of(3.5, 'crossed', 3, 3, 3)));
        foreach (['nested', 'nearly nested'] as $design) {
            self::assertSame(0, $named($of(8.0, $design)));
        }
        foreach (['crossed', 'nested', 'nearly nested', 'in between'] as $design) {
            self::assertLessThanOrEqual(5, count(array_filter($of(0.0, $design, 4, 4), static fn (array $m): bool => $m['matters'])), $design);
        }
    }

    public function testAlikePaintsAreSeldomSaidToDiffer(): void
    {
        $differ = count(array_filter(range(1, 100), static fn (int $seed): bool => Pools::pair($seed, 3, true)['chance'] >= 0.95));
        self::assertLessThanOrEqual(6, $differ);
        self::assertGreaterThan(20, count(array_filter(range(1, 60), static fn (int $seed): bool => Pools::pair($seed, 3, false)['chance'] >= 0.95)));
    }

    /** A headline names whom the rows set apart, and says "perhaps" of all whom they do not. */
    public function testHeadlineAndRowsNeverContradict(): void
    {
        $said = [0, 0, 0];
        for ($seed = 0; $seed < 150; $seed++) {
            ['contradicts' => $contradicts, 'leads' => $leads, 'differ' => $differ] = Pools::headline($seed);
            self::assertFalse($contradicts, "comparison $seed");
            $said[$leads ? 2 : ($differ ? 1 : 0)]++;
        }
        self::assertGreaterThan(20, $said[0], 'some sets cannot be told apart');
        self::assertGreaterThan(20, $said[2], 'some have a leader');
    }
}
