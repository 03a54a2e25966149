<?php

declare(strict_types=1);

namespace Tests\Reference;

use MarshTrial\Core\Colour\GreyScale;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Fading\CheckSchedule;
use MarshTrial\Core\Fading\LightfastnessScale;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;

/** Sources: ISO 105-A02 table and ISO 105-A05 formula; ASTM D4303 categories (all from memory). */
final class GreyScaleTest extends TestCase
{
    public function testTheTableOfGreyScalePairs(): void
    {
        $table = ['0.0' => '5', '0.8' => '4-5', '1.7' => '4', '2.5' => '3-4', '3.4' => '3', '4.8' => '2-3', '6.8' => '2', '9.6' => '1-2', '13.6' => '1'];
        foreach ($table as $dE => $grade) {
            self::assertSame($grade, GreyScale::of((float) $dE)->reported(), "dE $dE");
        }
    }

    public function testChromaticPairsOfTheFormula(): void
    {
        foreach ([[[40, 50, 285], [44, 40, 280], 5.056, 2.428], [[40, 50, 280], [44, 40, 285], 8.590, 1.663], [[60, 60, 90], [65, 50, 88], 6.901, 1.979]] as [$reference, $specimen, $dEf, $grade]) {
            $scale = GreyScale::between(Lab::fromLch(...$reference), Lab::fromLch(...$specimen));
            self::assertEqualsWithDelta($dEf, $scale->dEf, 0.001);
            self::assertEqualsWithDelta($grade, $scale->grade, 0.001);
        }
    }

    public function testCategoryLimits(): void
    {
        foreach (['I' => 4.0, 'II' => 8.0, 'III' => 16.0, 'IV' => 24.0, 'V' => 24.01] as $category => $dE) {
            self::assertSame($category, LightfastnessScale::category(Scale::current(), $dE));
        }
        self::assertSame('II', LightfastnessScale::category(Scale::current(), 4.01));
    }

    /** Calendar arithmetic: 10 March to 2 November is 237 days; 1 February to 1 March is 28, or 29 in a leap year. */
    public function testDaysAndSchedule(): void
    {
        $day = static fn (string $d): \DateTimeImmutable => new \DateTimeImmutable($d);
        self::assertSame(237, $day('2026-03-10')->diff($day('2026-11-02'))->days);
        self::assertSame('2026-03-01', CheckSchedule::next($day('2026-02-01'), null)->format('Y-m-d'));
        self::assertSame(29, $day('2028-02-01')->diff(CheckSchedule::next($day('2028-02-01'), null))->days);
        self::assertSame('2026-02-28', CheckSchedule::next($day('2026-01-31'), null)->format('Y-m-d'));
        // A check a week early counts for its month; the next is due at three months.
        self::assertSame('2026-06-10', CheckSchedule::next($day('2026-03-10'), $day('2026-04-03'))->format('Y-m-d'));
        self::assertSame('2029-03-10', CheckSchedule::next($day('2026-03-10'), $day('2028-03-12'))->format('Y-m-d'));
    }
}
