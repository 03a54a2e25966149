<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Colour\Difference;
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

/** Fading rules on made-up readings, so that every input is known exactly. */
final class FadingTest extends TestCase
{
    private const PAPER = [0.85, 0.84, 0.80];

    /** @param array{0: float, 1: float, 2: float} $rgb */
    private static function reading(array $rgb, float $sigma = 0.05): CellReading
    {
        $colour = LinearRgb::fromArray($rgb);
        $variance = [[$sigma ** 2, 0.0, 0.0], [0.0, $sigma ** 2, 0.0], [0.0, 0.0, $sigma ** 2]];

        return new CellReading($colour, $colour->toLab(), [0.3, 0.3, 0.3], $variance, 800, 0.0, new Rect(0, 0, 9, 9), []);
    }

    /**
     * @param array{0: float, 1: float, 2: float} $paper
     *
     * @return array{0: float, 1: float, 2: float} a red wash of the given deposit
     */
    private static function wash(float $deposit, array $paper = self::PAPER): array
    {
        return [$paper[0] * exp(-0.05 * $deposit), $paper[1] * exp(-$deposit), $paper[2] * exp(-0.8 * $deposit)];
    }

    /** @param array{0: float, 1: float, 2: float} $exposedPaper */
    private static function pair(float $kept, float $exposed, array $exposedPaper = self::PAPER, int $depth = 2, float $sigma = 0.05): HalfPair
    {
        return new HalfPair(1, $depth, self::reading(self::wash($kept), $sigma), self::reading(self::wash($exposed, $exposedPaper), $sigma), self::reading(self::PAPER, $sigma), self::reading($exposedPaper, $sigma));
    }

    private static function finding(float $kept, float $exposed, ?float $dose = 6.2, int $depth = 2): FadeFinding
    {
        return FadeComparison::compare(Scale::current(), self::pair($kept, $exposed, depth: $depth), self::pair($kept, $kept, depth: $depth), $dose);
    }

    public function testADarkHalfThatChangedIsAskedAbout(): void
    {
        $compare = static fn (float $kept, float $exposed): FadeFinding => FadeComparison::compare(Scale::current(), self::pair($kept, $exposed), self::pair(1.0, 1.0), 6.2);
        $asks = static fn (FadeFinding $f): bool => $f->outcome === Outcome::PaperOrUndecidable && str_contains(implode($f->remarks), 'wrong way round');
        // Hung the wrong way round: the dark half faded, the window half stands as it was.
        self::assertTrue($asks($compare(0.7, 1.0)));
        self::assertFalse($asks($compare(1.0, 0.7)));
        // A window half that changed a third as much is its own matter.
        self::assertTrue($asks($compare(0.7, 0.901)));
        self::assertFalse($asks($compare(0.7, 0.899)));
        // Below a share of its paint nobody is asked.
        self::assertTrue($asks($compare(0.919, 1.0)));
        self::assertFalse($asks($compare(0.921, 1.0)));
        self::assertFalse($asks(FadeComparison::compare(Scale::current(), self::pair(0.7, 1.0), null, 6.2)));
    }

    /** A vivid yellow's blue lies outside what linear sRGB reaches, on one half a little below nothing and on the other above: no ratio, and no fading either. */
    public function testAColourBeyondTheChannelsDoesNotTearTheComparison(): void
    {
        $pair = static fn (float $kept, float $exposed): HalfPair => new HalfPair(1, 1, self::reading([0.93, 0.66, $kept]), self::reading([0.93, 0.66, $exposed]), self::reading(self::PAPER), self::reading(self::PAPER));
        foreach ([[-0.007, 0.003], [0.003, -0.007], [-0.007, -0.007]] as [$kept, $exposed]) {
            $direct = Difference::between(LinearRgb::fromArray([0.93, 0.66, $kept])->toLab(), LinearRgb::fromArray([0.93, 0.66, $exposed])->toLab());
            self::assertEqualsWithDelta($direct->dE76(), FadeComparison::compare(Scale::current(), $pair($kept, $exposed), null, 6.2)->raw->dE76(), 1e-6);
            // As far apart before hanging: nothing happened since.
            self::assertEqualsWithDelta(0.0, FadeComparison::compare(Scale::current(), $pair($kept, $exposed), $pair($kept, $exposed), 6.2)->corrected->dE76(), 1e-6);
        }
        // Where ratios begin the two ways say the same, to what can be seen.
        $faded = static fn (float $then): float => FadeComparison::compare(Scale::current(), $pair(0.021, 0.030), $pair($then, $then + 0.001), 6.2)->corrected->dE76();
        self::assertEqualsWithDelta($faded(0.0199), $faded(0.0201), 0.6);
    }

    public function testACalibrationThatMayBeWrongWidensALargeChangeMoreThanASmallOne(): void
    {
        $doubt = static function (HalfPair $p): HalfPair {
            $shared = static fn (CellReading $r): CellReading => $r->with($r->labCovariance, 2.8, 1.0);

            return new HalfPair($p->row, $p->depth, $shared($p->kept), $shared($p->exposed), $p->keptPaper, $p->exposedPaper);
        };
        $added = static function (float $exposed) use ($doubt): float {
            [$now, $first] = [self::pair(0.92, $exposed), self::pair(0.92, 0.92)];
            [$sure, $doubtful] = [FadeComparison::compare(Scale::current(), $now, $first, 6.0), FadeComparison::compare(Scale::current(), $doubt($now), $doubt($first), 6.0)];
            self::assertSame($sure->corrected->dE76(), $doubtful->corrected->dE76());

            return sqrt($doubtful->uncertainty ** 2 - $sure->uncertainty ** 2);
        };
        self::assertLessThan(0.2, $added(0.90));
        self::assertGreaterThan(8 * $added(0.90), $added(0.55));
    }

    public function testWhatTheHalvesDifferedByBeforeHangingIsTakenOut(): void
    {
        $now = self::pair(0.92, 0.95);
        $with = FadeComparison::compare(Scale::current(), $now, self::pair(0.92, 0.95), 6.0);
        $without = FadeComparison::compare(Scale::current(), $now, null, 6.0);
        self::assertSame(Outcome::NoChange, $with->outcome);
        self::assertLessThan(0.05, $with->corrected->dE76());
        self::assertGreaterThan(0.5, $without->corrected->dE76());
        // Not knowing the start is paid for in uncertainty, and said.
        self::assertGreaterThan(2 * $with->uncertainty, $without->uncertainty);
        self::assertStringContainsString('before hanging', $without->remarks[0]);
    }

    public function testAYellowedPaperExplainsTheChange(): void
    {
        $yellowed = [0.84, 0.81, 0.70];
        $finding = FadeComparison::compare(Scale::current(), self::pair(0.92, 0.92, $yellowed), self::pair(0.92, 0.92), 12.0);
        self::assertGreaterThan(2.0, $finding->raw->dE76());
        self::assertLessThan(0.01, $finding->corrected->dE76());
        self::assertSame(Outcome::NoChange, $finding->outcome, 'the paper changed; the paint did not');
        self::assertEqualsWithDelta($finding->raw->dE76(), $finding->greatest, 1e-9);
    }

    public function testOutcomesFollowFromTheNumbers(): void
    {
        self::assertSame(Outcome::Paler, self::finding(0.92, 0.6)->outcome);
        $words = self::finding(0.92, 0.6)->corrected->words();
        self::assertContains('lighter', $words);
        self::assertContains('duller', $words);
        self::assertSame(Outcome::NearlyGone, self::finding(0.92, 0.1)->outcome);
        self::assertSame(Outcome::NoChange, self::finding(0.92, 0.919)->outcome);
        $tintOnly = [self::finding(1.5, 1.5, depth: 1), self::finding(0.92, 0.92), self::finding(0.34, 0.26, depth: 3)];
        self::assertSame(Outcome::PalerInTint, FadeRow::outcome(Scale::current(), $tintOnly));
    }

    /** A short test is honest: from the category of y − 3u to that of (y + 3u) × 38.5 / H. */
    public function testShortTestsLeaveEveryCategoryThatIsStillPossible(): void
    {
        self::assertSame(['I', 'II', 'III'], LightfastnessScale::possible(Scale::current(), 1.0, 1.0, 0.3, 6.2));
        self::assertSame(['I'], LightfastnessScale::possible(Scale::current(), 1.0, 1.0, 0.3, 38.5));
        self::assertSame(['III'], LightfastnessScale::possible(Scale::current(), 10.0, 10.0, 0.3, 50.0));
        self::assertSame(['V'], LightfastnessScale::possible(Scale::current(), 30.0, 30.0, 0.3, 3.0));
        self::assertSame([], LightfastnessScale::possible(Scale::current(), 3.0, 3.0, 0.3, null));
        self::assertStringContainsString('holds so far at 6.2 Mlx h', (string) FadeComparison::wording(Scale::current(), Outcome::NoChange, 6.2));
        self::assertStringContainsString('if it does not speed up', (string) FadeComparison::wording(Scale::current(), Outcome::Paler, 6.2));
    }

    public function testNoiseNeverAddsToAJudgedChange(): void
    {
        $noisy = FadeComparison::compare(Scale::current(), self::pair(0.92, 0.90, sigma: 0.6), self::pair(0.92, 0.92, sigma: 0.6), 6.0);
        self::assertLessThan($noisy->corrected->dE76(), $noisy->beyondNoise);
        self::assertSame(Outcome::NoChange, $noisy->outcome);
    }

    public function testARowIsRatedAtReferenceDepthOrSaysWhyNot(): void
    {
        $row = [self::finding(1.5, 1.3, depth: 1), self::finding(0.9, 0.7), self::finding(0.34, 0.2, depth: 3)];
        $rating = FadeRow::rate(Scale::current(), $row, 6.2);
        self::assertSame(RatingStatus::Measured, $rating->status);
        self::assertSame(0.92, $rating->atDeposit);
        self::assertSame(RatingStatus::NotTested, FadeRow::rate(Scale::current(), $row, null)->status);
        $pale = [self::finding(0.4, 0.3, depth: 1), self::finding(0.3, 0.2), self::finding(0.2, 0.1, depth: 3)];
        self::assertSame(RatingStatus::NotReached, FadeRow::rate(Scale::current(), $pale, 6.2)->status);
    }
}
