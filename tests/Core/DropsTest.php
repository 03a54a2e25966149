<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Bench\Measures\DropTravel;
use MarshTrial\Core\Bench\Measures\WaterRing;
use MarshTrial\Core\Bench\RowReadings;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Card\SvgPrinter;
use MarshTrial\Core\Imaging\Patch;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\ScannerStandIn;
use PHPUnit\Framework\Attributes\Group;
use PHPUnit\Framework\TestCase;
use Tests\Accuracy\Series;
use Tests\Support\Readings;

/** Paint dropped into water and water dropped into paint, against shapes that can be worked out and stand-in cards whose truth is known. */
final class DropsTest extends TestCase
{
    /** Absorption of the mixture: one pigment takes red away, the other green. */
    private const K = [1.1, 1.0, 0.1];

    private const PITCH = 0.25;

    private static function row(float $wash = 0.8): RowReadings
    {
        $row = Readings::row(self::K, 0.0, 2.4);
        $cell = Readings::cell(Readings::film(self::K, 0.0, $wash, Readings::PAPER, 0.02));

        return new RowReadings(Scale::current(), 1, $row->paper, $row->line, $row->bareLine, $row->steps, [CellRole::DropInPaint->value => [$cell]]);
    }

    /** @param \Closure(float, int): float $thicknessAt by distance from the place's middle, mm, and channel */
    private static function patch(\Closure $thicknessAt, float $right = 0.0): Patch
    {
        $n = (int) (28 / self::PITCH);
        $channels = [[], [], []];
        for ($i = 0; $i < $n * $n; $i++) {
            $distance = self::PITCH * hypot($i % $n - ($n - 1) / 2 - $right / self::PITCH, intdiv($i, $n) - ($n - 1) / 2);
            foreach ([0, 1, 2] as $c) {
                $channels[$c][] = Readings::film([self::K[$c]], 0.0, $thicknessAt($distance, $c), [Readings::PAPER[$c]], 0.02)[0];
            }
        }

        return new Patch($n, $n, self::PITCH, ...$channels);
    }

    private static function travel(float $red, float $green): Rating
    {
        return DropTravel::read(self::row(), self::patch(static fn (float $r, int $c): float => 0.9 / (1 + exp(($r - ($c === 1 ? $green : $red)) / 0.5))));
    }

    public function testWhatRunsFurtherIsToldInMillimetresAndByItsColour(): void
    {
        $rating = self::travel(7.0, 5.0);
        self::assertEqualsWithDelta(2.0, (float) $rating->value, 0.1);
        self::assertEqualsWithDelta(7.0, $rating->numbers['reachRedMm'], 0.1);
        self::assertNull($rating->numbers['reachBlueMm'], 'blue is hardly absorbed');
        self::assertStringContainsString('further out:', implode($rating->remarks));
        // Red taken away without green leaves a blue green.
        self::assertMatchesRegularExpression('/green|blue/', $rating->remarks[0]);
        self::assertSame([], self::travel(6.0, 6.0)->remarks);
    }

    public function testTheLimitsOfTheClassesHoldFromBelowAndAbove(): void
    {
        foreach ([[0.6, 'together'], [1.0, 'a little apart'], [1.8, 'a little apart'], [2.2, 'far apart']] as [$apart, $class]) {
            self::assertContains($class, self::travel(6.0 + $apart / 2, 6.0 - $apart / 2)->classes, "$apart mm");
        }
        [$below, $above] = [self::travel(6.35, 5.65), self::travel(6.45, 5.55)];
        self::assertLessThan(0.8, $below->value);
        self::assertGreaterThan(0.8, $above->value);
        self::assertSame(['together', 'a little apart'], array_map(static fn (Rating $r): ?string => $r->likeliest(), [$below, $above]));
    }

    public function testNothingInTheWaterADropThatRanOutAndAPaintOfOneChannelAreSaid(): void
    {
        self::assertSame(RatingStatus::NotTested, DropTravel::read(self::row(), self::patch(static fn (): float => 0.02))->status);
        self::assertSame(RatingStatus::NotReached, self::travel(14.5, 14.5)->status);
        self::assertSame(RatingStatus::Undecidable, DropTravel::read(self::row(), self::patch(static fn (float $r, int $c): float => $c === 0 ? 0.9 / (1 + exp(($r - 6) / 0.5)) : 0.0))->status);
    }

    private static function ring(float $ring, float $hollow, float $thickness = 0.8, float $right = 0.0): Rating
    {
        return WaterRing::read(self::row($thickness), self::patch(
            static fn (float $r): float => $thickness * (1 - $hollow / (1 + exp(($r - 5) / 0.6)) + $ring * exp(-(($r - 5) / 1.2) ** 2 / 2)), $right,
        ));
    }

    public function testARingAHollowAndNothingAreToldApartWhereverTheDropFell(): void
    {
        foreach ([0.0, 1.6] as $right) {
            self::assertSame(['hard-edged'], self::ring(0.5, 0.3, right: $right)->classes, "drop $right mm off");
            self::assertSame(['none'], self::ring(0.0, 0.0, right: $right)->classes);
        }
        $bloom = self::ring(0.0, 0.4);
        self::assertSame(['soft'], $bloom->classes);
        self::assertStringContainsString('without a ring', implode($bloom->remarks));
        // Just below and just above what counts as hollow.
        self::assertSame([['none'], ['soft']], [self::ring(0.0, 0.12)->classes, self::ring(0.0, 0.19)->classes]);
        self::assertSame(RatingStatus::NotTested, WaterRing::read(self::row(0.0), self::patch(static fn (): float => 0.0))->status);
    }

    public function testTheTwoHalvesArePartedByTicksOutsideTheWindow(): void
    {
        $layout = PropertyCard::layout('00000000-0000-4000-8000-000000000004', 'Drops', [new RowLabel(1, 'd', 'Mixture', 'Withy Colours', 'PB29 + PR101')], [], Block::list('drops'));
        $window = $layout->windowOf(1, BlockKind::Drops)->area ?? self::fail('There is no window for drops.');
        self::assertMatchesRegularExpression(sprintf('/M%s %sv-1.2M%1$s %sv1.2/', ...array_map(static fn (float $v): string => preg_quote((string) round($v, 2)), [$window->x + 34, $window->y - 0.3, $window->bottom() + 0.3])), SvgPrinter::print($layout, false));
    }

    #[Group('pictures')]
    public function testAStandInCardTellsWhatItsPigmentsDid(): void
    {
        $pigments = ['PG18 + PR254', 'PB29 + PR101', 'PV19 + PB15:3', 'PY150 + PG7'];
        $rows = array_map(static fn (int $i): RowLabel => new RowLabel($i, "d-3-$i", "Mixture $i", 'Withy Colours', $pigments[$i - 1]), range(1, 4));
        $layout = PropertyCard::layout('00000000-0000-4000-8000-000000000003', 'Drops', $rows, [], Block::list('stroke,drops'));
        $scan = ScannerStandIn::scan($layout, 3, 200.0);
        $apart = 0;
        foreach (Series::measure($scan, $layout)->ratings as $rating) {
            $truth = $scan->truth['rows'][$rating->row - 1]['blocks']['drops'];
            if ($rating->property === 'drops') {
                self::assertEqualsWithDelta($truth['apartMm'], $rating->value, 3 * $rating->uncertainty, "row $rating->row");
                $apart += $truth['apartMm'] > 1 ? 1 : 0;
            } elseif ($rating->property === 'bloom') {
                self::assertEqualsWithDelta($truth['ring'], $rating->value, max(0.12, 3 * $rating->uncertainty), "row $rating->row");
            }
        }
        self::assertGreaterThan(0, $apart, 'some pigments of this card ran apart');
    }
}
