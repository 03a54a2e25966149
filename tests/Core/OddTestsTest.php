<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Bench\DryingTime;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Evidence\Fairness;
use MarshTrial\Core\Evidence\OddTests;
use MarshTrial\Core\Evidence\PaintTest;
use MarshTrial\Core\Evidence\Scatter;
use MarshTrial\Core\Evidence\TornTests;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;

/** Tests that cannot be of one paint, and tests that lie too far apart to be told as one. */
final class OddTestsTest extends TestCase
{
    /** A grey's lightness at L* 50 differs in dE00 by nearly as much as in L*. */
    private static function at(float ...$lightness): array
    {
        return array_map(static fn (float $l): Lab => new Lab($l, 0, 0), $lightness);
    }

    public function testOneOfThreeThatLiesFarFromTheOthersIsSetAside(): void
    {
        $scale = Scale::current();
        $aside = static fn (array $of, array $believed = []): array => OddTests::among($scale, $of, 1.0, $believed)->aside;
        self::assertSame([1], $aside(self::at(50, 62, 50.5)));
        // Six is not far yet: another batch may lie so.
        self::assertSame([], $aside(self::at(50, 55.9, 50.0)));
        self::assertSame([1], $aside(self::at(50, 56.6, 50.0)));
        // Two that disagree: neither is believed; two against two: none.
        self::assertSame([[], [0, 1]], [OddTests::among($scale, self::at(50, 65), 1.0)->aside, OddTests::among($scale, self::at(50, 65), 1.0)->torn]);
        self::assertSame([0, 1, 2, 3], OddTests::among($scale, self::at(50, 50.5, 65, 65.5), 1.0)->torn);
        self::assertSame([[], []], [OddTests::among($scale, self::at(50), 1.0)->aside, OddTests::among($scale, self::at(50, 51), 1.0)->torn]);
        // Whoever knows has the last word: what is believed is the measure of the others.
        self::assertSame([0], $aside(self::at(50, 65), [1]));
        self::assertSame([], $aside(self::at(50, 65), [0, 1]));
    }

    public function testTheLimitGrowsWithWhatTheLedgerScattersBy(): void
    {
        $scale = Scale::current();
        self::assertSame(6.0, OddTests::limit($scale, 1.0));
        self::assertEqualsWithDelta(4 * hypot(0.7, 2.0), OddTests::limit($scale, 2.0), 1e-12);
        self::assertSame(1.0, OddTests::scatter($scale, []));
        // Pairs of three normal axes: the median distance of a hundred pairs outweighs what was usual; a wrong tube among them hardly matters.
        $taught = OddTests::scatter($scale, [...array_fill(0, 99, 2.175), 40.0]);
        self::assertEqualsWithDelta((10 + 100 * M_SQRT3) / 110, $taught, 1e-9);
    }

    public function testStudentsTIsThePublishedOne(): void
    {
        // Two-sided limits of t with 5 degrees of freedom (any handbook table): 2.015 at 10 %, 2.571 at 5 %, 4.032 at 1 %.
        foreach ([[2.015, 0.10], [2.571, 0.05], [4.032, 0.01]] as [$t, $p]) {
            self::assertEqualsWithDelta($p, TornTests::beyond($t), 2e-4);
        }
        self::assertSame(1.0, TornTests::beyond(0.0));
    }

    public function testWhatLiesFurtherThanTestsScatterIsTorn(): void
    {
        $scatter = Scatter::learn(Scale::current(), 'granulation', array_map(static fn (int $i): array => [new PaintTest("$i-a", 0.10, 0.004, 'a', 'm'), new PaintTest("$i-b", 0.115, 0.004, 'b', 'm')], range(1, 40)));
        $test = static fn (string $key, float $value): PaintTest => new PaintTest($key, $value, 0.004, $key, 'm');
        self::assertNull(TornTests::apart(Scale::current(), 'granulation', $scatter, [$test('x', 0.10), $test('y', 0.12)]));
        self::assertContains(TornTests::apart(Scale::current(), 'granulation', $scatter, [$test('x', 0.07), $test('y', 0.24)]), ['x', 'y']);
        self::assertSame('z', TornTests::apart(Scale::current(), 'granulation', $scatter, [$test('x', 0.10), $test('y', 0.11), $test('z', 0.24)]));
        self::assertNull(TornTests::apart(Scale::current(), 'granulation', $scatter, [$test('x', 0.10)]));
        $apart = static fn (array $one, array $other): bool => TornTests::areGroupsApart(Scale::current(), 'granulation', $scatter, array_map(static fn (float $v): PaintTest => $test("a$v", $v), $one), array_map(static fn (float $v): PaintTest => $test("b$v", $v), $other));
        self::assertTrue($apart([0.10, 0.105], [0.20, 0.21]));
        self::assertFalse($apart([0.10, 0.105], [0.107, 0.112]));
        self::assertFalse($apart([0.10], [0.20]), 'two tests are a pair and no groups');
    }

    public function testWhatIsNotRankedBetweenPaintsIsNotPooledWithinOne(): void
    {
        self::assertSame(['fibre', 'surface', 'paper side'], Fairness::parting('granulation'));
        self::assertSame(['paper maker', 'fibre', 'drying'], Fairness::parting('staining'));
        self::assertContains('tester', Fairness::remarked('staining'));
        self::assertSame([], Fairness::parting('transparency'));
    }

    public function testDryingIsToldInStepsThatMatter(): void
    {
        self::assertSame(['within the hour', 'the same day', 'the next day', 'after more than a week'], array_map(DryingTime::words(...), [3600, 3601, 36 * 3600, 8 * 86400]));
    }
}
