<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Fading\FadeComparison;
use MarshTrial\Core\Fading\FadeFinding;
use MarshTrial\Core\Fading\FadeRow;
use MarshTrial\Core\Fading\HalfPair;
use MarshTrial\Core\Fading\LightfastnessScale;
use MarshTrial\Core\Fading\Outcome;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;

/** Directions of change, papers that change much, and rows that depths disagree on. */
final class FadeRowTest extends TestCase
{
    private const PAPER = [0.85, 0.84, 0.80];

    /** @param list<float> $rgb */
    private static function reading(array $rgb, float $sigma = 0.04): CellReading
    {
        $colour = new LinearRgb($rgb[0], $rgb[1], $rgb[2]);
        $variance = [[$sigma ** 2, 0.0, 0.0], [0.0, $sigma ** 2, 0.0], [0.0, 0.0, $sigma ** 2]];

        return new CellReading($colour, $colour->toLab(), [0.3, 0.3, 0.3], $variance, 800, 0.0, new Rect(0, 0, 9, 9), []);
    }

    /**
     * @param list<float> $kept
     * @param list<float> $exposed
     * @param list<float> $exposedPaper
     */
    private static function finding(array $kept, array $exposed, ?float $dose = 10.0, int $depth = 2, array $exposedPaper = self::PAPER): FadeFinding
    {
        $pair = static fn (array $e, array $p): HalfPair => new HalfPair(1, $depth, self::reading($kept), self::reading($e), self::reading(self::PAPER), self::reading($p));

        return FadeComparison::compare(Scale::current(), $pair($exposed, $exposedPaper), $pair($kept, self::PAPER), $dose);
    }

    /** @return list<float> a colour given in L*, C*, h */
    private static function lch(float $l, float $c, float $h): array
    {
        return Lab::fromLch($l, $c, $h)->toXyz()->toLinearRgb()->toArray();
    }

    public function testEveryDirectionHasItsWord(): void
    {
        $red = self::lch(52, 55, 30);
        foreach ([
            [self::lch(44, 42, 32), Outcome::Darker], [self::lch(46, 62, 30), Outcome::MoreVivid], [self::lch(60, 42, 30), Outcome::Paler], [self::lch(52.3, 55, 42), Outcome::HueShift],
        ] as [$now, $outcome]) {
            self::assertSame($outcome, self::finding($red, $now)->outcome, $outcome->value);
        }
        self::assertContains('hue towards yellow', self::finding($red, self::lch(52.3, 55, 42))->corrected->words());
        self::assertContains('darker', self::finding($red, self::lch(44, 42, 32))->corrected->words());
    }

    public function testRawAndCorrectedDifferWhenThePaperBleaches(): void
    {
        // The paper got lighter and whiter; the wash is a filter over it and looks changed with it.
        $bleached = [0.88, 0.88, 0.86];
        $wash = [0.80, 0.35, 0.38];
        $seen = array_map(static fn (float $w, float $new, float $old): float => $w * $new / $old, $wash, $bleached, self::PAPER);
        $finding = self::finding($wash, $seen, exposedPaper: $bleached);
        self::assertLessThan(0.01, $finding->corrected->dE76());
        self::assertGreaterThan(1.0, $finding->raw->dE76());
        self::assertEqualsWithDelta(0.0, $finding->least, 0.01);
        self::assertEqualsWithDelta($finding->raw->dE76(), $finding->greatest, 1e-9);
        self::assertContains($finding->outcome, [Outcome::NoChange, Outcome::PaperOrUndecidable]);
    }

    public function testAPaperThatChangesMuchWidensTheCategories(): void
    {
        $wash = [0.80, 0.35, 0.38];
        $yellowed = [0.84, 0.80, 0.66];
        $seen = array_map(static fn (float $w, float $new, float $old): float => $w * $new / $old * 1.06, $wash, $yellowed, self::PAPER);
        $much = self::finding($wash, $seen, 38.5, exposedPaper: $yellowed);
        self::assertGreaterThan(3.0, $much->paperChange);
        self::assertMatchesRegularExpression('/^the bare paper itself changed by dE \d+\.\d$/', $much->remarks[0]);
        $little = self::finding($wash, array_map(static fn (float $w): float => $w * 1.06, $wash), 38.5);
        self::assertGreaterThan(count($little->categories), count($much->categories));
        self::assertSame([], array_diff($little->categories, $much->categories));
    }

    public function testTheLineBetweenRawAndCorrectedGivesTheRange(): void
    {
        $finding = self::finding([0.80, 0.35, 0.38], [0.82, 0.45, 0.46], exposedPaper: [0.85, 0.83, 0.76]);
        self::assertLessThanOrEqual(min($finding->raw->dE76(), $finding->corrected->dE76()) + 1e-9, $finding->least);
        self::assertEqualsWithDelta(max($finding->raw->dE76(), $finding->corrected->dE76()), $finding->greatest, 1e-9);
        self::assertLessThanOrEqual($finding->corrected->dE76(), $finding->beyondNoise);
    }

    public function testWithoutADoseThereAreNoCategories(): void
    {
        $finding = self::finding([0.80, 0.35, 0.38], [0.82, 0.45, 0.46], null);
        self::assertSame([], $finding->categories);
        self::assertNull($finding->wording);
        self::assertSame([], LightfastnessScale::possible(Scale::current(), 5, 5, 0.3, 0.0));
    }

    public function testARowIsReadAtReferenceDepthBetweenItsSteps(): void
    {
        $wash = static fn (float $d): array => [0.85 * exp(-0.05 * $d), 0.84 * exp(-$d), 0.80 * exp(-0.8 * $d)];
        // Loss grows towards the pale end; the row's value lies between those of the steps about 0.92.
        $row = [self::finding($wash(1.5), $wash(1.4), depth: 1), self::finding($wash(0.8), $wash(0.65)), self::finding($wash(0.3), $wash(0.15), depth: 3)];
        $rating = FadeRow::rate(Scale::current(), $row, 10.0);
        self::assertSame(RatingStatus::Measured, $rating->status);
        self::assertGreaterThan(min($row[0]->beyondNoise, $row[1]->beyondNoise) - 1e-9, $rating->value);
        self::assertLessThan(max($row[0]->beyondNoise, $row[1]->beyondNoise) + 1e-9, $rating->value);
        self::assertSame(LightfastnessScale::possible(Scale::current(), $rating->value ?? 0, $rating->value ?? 0, $rating->uncertainty ?? 0, 10.0), $rating->classes);
        self::assertContains('after 10 Mlx h, if it does not speed up', $rating->remarks);
        self::assertCount(6, $rating->cells);
        self::assertSame('paler', $rating->numbers['outcome']);
    }

    public function testTheStrongestDepthSpeaksForTheRow(): void
    {
        $wash = static fn (float $d): array => [0.85 * exp(-0.05 * $d), 0.84 * exp(-$d), 0.80 * exp(-0.8 * $d)];
        $darkened = self::finding(self::lch(52, 55, 30), self::lch(40, 40, 32), depth: 1);
        $paler = self::finding($wash(0.3), $wash(0.28), depth: 3);
        self::assertSame(Outcome::Darker, FadeRow::outcome(Scale::current(), [$darkened, self::finding($wash(0.9), $wash(0.9)), $paler]));
        self::assertSame(Outcome::NoChange, FadeRow::outcome(Scale::current(), [self::finding($wash(0.9), $wash(0.9))]));
        self::assertSame(RatingStatus::NotTested, FadeRow::rate(Scale::current(), [self::finding(self::PAPER, self::PAPER)], 5.0)->status);
    }

    /** At the reference dose and beyond nothing is left to project: the category is that of the change itself. */
    public function testAtTheReferenceDoseTheSetIsThatOfTheUncertaintyAlone(): void
    {
        foreach ([[2.0, ['I']], [6.0, ['II']], [12.0, ['III']], [20.0, ['IV']], [30.0, ['V']]] as [$dE, $categories]) {
            self::assertSame($categories, LightfastnessScale::possible(Scale::current(), $dE, $dE, 0.2, 38.5));
            self::assertSame($categories, LightfastnessScale::possible(Scale::current(), $dE, $dE, 0.2, 60.0));
        }
        self::assertSame(['I', 'II'], LightfastnessScale::possible(Scale::current(), 3.9, 3.9, 0.2, 38.5));
        // (3 + 3 x 0.2) x 38.5 / 5 = 27.7, so a short test still leaves everything open.
        self::assertSame(['I', 'II', 'III', 'IV', 'V'], LightfastnessScale::possible(Scale::current(), 3.0, 3.0, 0.2, 5.0));
    }
}
