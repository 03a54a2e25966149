<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Bench\Evenness;
use MarshTrial\Core\Bench\Gradation;
use MarshTrial\Core\Bench\Granulation;
use MarshTrial\Core\Bench\RowReadings;
use MarshTrial\Core\Bench\StrokeStep;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Imaging\GrainMap;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;
use Tests\Support\Readings;

/** Clear steps, turn of hue and evenness against what can be worked out by hand. */
final class StrokeAndWashTest extends TestCase
{
    /** @param list<Lab> $colours of the stroke, full strength first; ten */
    private static function row(array $colours, ?Lab $paper = null): RowReadings
    {
        $cell = static fn (Lab $lab) => Readings::cell($lab->toXyz()->toLinearRgb()->toArray());
        $bare = $cell($paper ?? new Lab(96, 0, 0));
        $steps = array_map(static fn (Lab $lab, int $i): StrokeStep => new StrokeStep($i + 1, $cell($lab), null, $bare), $colours, array_keys($colours));
        $model = Readings::row([0.5, 0.25, 0.05], 0.02, 1.8);

        return new RowReadings(Scale::current(), 1, $bare, null, [], $steps, $model->fields);
    }

    /** Ten greys, each by so much dE00 lighter than the one before. @return list<Lab> */
    private static function greys(float $apart): array
    {
        $out = [new Lab(30, 0, 0)];
        while (count($out) < 10) {
            $from = $out[count($out) - 1];
            [$low, $high] = [$from->l, 100.0];
            for ($i = 0; $i < 50; $i++) {
                $middle = ($low + $high) / 2;
                [$low, $high] = Difference::ciede2000($from, new Lab($middle, 0, 0)) < $apart ? [$middle, $high] : [$low, $middle];
            }
            $out[] = new Lab($high, 0, 0);
        }

        return $out;
    }

    public function testStepsThatLieJustFiveApartAreTenAndStepsThatDoNotDifferAreOne(): void
    {
        $ten = Gradation::clearSteps(self::row(self::greys(5.2)));
        self::assertSame([10, '10 clear steps'], [$ten->numbers['clearSteps'], $ten->class()]);
        // Less than five each: the intervals reach over the samples, and there are fewer.
        self::assertSame(9, Gradation::clearSteps(self::row(self::greys(4.8)))->numbers['clearSteps']);
        $one = Gradation::clearSteps(self::row(array_fill(0, 10, new Lab(50, 20, 20))));
        self::assertSame([1.0, 'one step'], [$one->value, $one->class()]);
        // Four clear steps are good, two or three poor (common practice, no source): a weak stroke shows itself.
        $weak = Gradation::clearSteps(self::row(array_map(static fn (int $i): Lab => new Lab(80 + $i, 8 - $i * 0.6, 0), range(0, 9))));
        self::assertLessThanOrEqual(3, $weak->numbers['clearSteps']);
    }

    public function testAPaleEndThatIsThePaperIsLost(): void
    {
        $to = static fn (float $l): RowReadings => self::row(array_map(static fn (int $i): Lab => new Lab(40 + ($l - 40) * $i / 9, 0, 0), range(0, 9)), new Lab(95, 0, 0));
        self::assertTrue(Gradation::clearSteps($to(94.5))->numbers['paleEndLost']);
        self::assertFalse(Gradation::clearSteps($to(85))->numbers['paleEndLost']);
    }

    public function testTheHueTurnsTheShortWayRoundAndGreysHaveNone(): void
    {
        $stroke = static fn (float $from, float $to, float $chroma): RowReadings => self::row(array_map(static function (int $i) use ($from, $to, $chroma): Lab {
            return Lab::fromLch(45 + 4.5 * $i, $chroma * (1 - 0.08 * $i), $from + ($to - $from) * min(1, $i / 5));
        }, range(0, 9)));
        self::assertEqualsWithDelta(20, (float) Gradation::twoTone($stroke(350, 370, 40))->value, 0.2);
        self::assertEqualsWithDelta(-25, (float) Gradation::twoTone($stroke(10, -15, 40))->value, 0.2);
        $same = Gradation::twoTone($stroke(50, 50, 40));
        self::assertSame(['no turn of hue can be told'], $same->remarks);
        self::assertSame(RatingStatus::NotReached, Gradation::twoTone($stroke(50, 90, 4))->status);
    }

    /** @param callable(float, float): float $deposit of x and y in mm */
    private static function map(callable $deposit, float $pitch, float $width, float $height, float $bare): GrainMap
    {
        $columns = (int) round($width / $pitch);
        $rows = (int) round($height / $pitch);
        $values = [];
        for ($j = 0; $j < $rows; $j++) {
            for ($i = 0; $i < $columns; $i++) {
                $values[] = $bare * exp(-$deposit(($i + 0.5) * $pitch, ($j + 0.5) * $pitch));
            }
        }

        return new GrainMap($columns, $rows, $pitch, $values);
    }

    /** A picture too coarse for grain still sees that something changes from place to place: that is no blotch, and how much of it is one is less certain. */
    public function testSpecksThatACoarsePictureCannotMeasureAreNoBlotch(): void
    {
        $row = Readings::row([0.5, 0.25, 0.05], 0.02, 1.8, ['wash' => 0.85]);
        $bare = $row->paper->rgb->toArray()[(int) $row->key];
        $mean = (float) $row->keyDeposit($row->fields(CellRole::Wash)[0]);
        mt_srand(7);
        $speckled = static fn (float $strength): callable => static fn (float $x, float $y): float => $mean * (1 + 0.1 * sin(2 * M_PI * $x / 9) + $strength * (mt_rand() / mt_getrandmax() - 0.5));
        $of = static fn (float $strength): Rating => Evenness::rate($row, self::map($speckled($strength), 0.5, 40, 40, $bare), self::map(static fn (): float => 0.0, 0.5, 8, 15, $bare));
        [$smooth, $rough] = [$of(0.0), $of(0.6)];
        // The specks alone scatter by more than the wave does.
        self::assertGreaterThan(0.1 / M_SQRT2, 0.6 / sqrt(12));
        self::assertEqualsWithDelta($smooth->value, $rough->value, 1.96 * (float) $rough->uncertainty);
        self::assertGreaterThan((float) $smooth->numbers['sGrain'] + 0.01, (float) $rough->numbers['sGrain']);
        self::assertGreaterThan((float) $smooth->uncertainty, (float) $rough->uncertainty);
    }

    public function testBlotchOfAKnownWaveIsItsAmplitudeLessTheBlurAndItsStreaksRunAcross(): void
    {
        $row = Readings::row([0.5, 0.25, 0.05], 0.02, 1.8, ['wash' => 0.85]);
        $bare = $row->paper->rgb->toArray()[(int) $row->key];
        $mean = (float) $row->keyDeposit($row->fields(CellRole::Wash)[0]);
        $paper = self::map(static fn (): float => 0.0, 0.5, 8, 15, $bare);
        foreach ([0.0, 30.0, 90.0, 135.0] as $acrossDeg) {
            $across = deg2rad($acrossDeg);
            $wave = static fn (float $x, float $y): float => $mean + 0.1 * $mean * sin(2 * M_PI * ($x * cos($across) + $y * sin($across)) / 6);
            $rating = Evenness::rate($row, self::map($wave, 0.5, 40, 40, $bare), $paper);
            // A sine of amplitude A has a scatter of A / sqrt 2; a Gaussian of sigma s leaves exp(-2 pi^2 s^2 / lambda^2) of wavelength lambda.
            self::assertEqualsWithDelta(0.1 / M_SQRT2 * exp(-2 * M_PI ** 2 * Scale::current()->blotch->sigmaMm ** 2 / 36), (float) $rating->value, 0.003);
            self::assertTrue($rating->numbers['streaked']);
            $off = fmod($rating->numbers['streakDirectionDeg'] - ($acrossDeg + 90) + 540, 180);
            self::assertLessThan(3, min($off, 180 - $off));
        }
        // A wash that only runs from dark to pale is even: the plane is taken away.
        $plane = Evenness::rate($row, self::map(static fn (float $x, float $y): float => $mean + 0.01 * $x - 0.006 * $y, 0.5, 20, 11, $bare), $paper);
        self::assertSame(['even', false], [$plane->class(), $plane->numbers['streaked']]);
        self::assertSame(RatingStatus::NotTested, Evenness::rate(Readings::row([0.5, 0.25, 0.05], 0.02, 1.8, ['wash' => 0.0]), $paper, $paper)->status);
    }

    public function testAStreakedWashAndAGranulatingOneAreToldApart(): void
    {
        $row = Readings::row([0.5, 0.25, 0.05], 0.02, 1.8, ['wash' => 0.85]);
        $bare = $row->paper->rgb->toArray()[(int) $row->key];
        $mean = (float) $row->keyDeposit($row->fields(CellRole::Wash)[0]);
        mt_srand(4);
        $speck = [];
        for ($i = 0; $i < 200 * 200; $i++) {
            $speck[] = (mt_rand() + mt_rand() + mt_rand()) / mt_getrandmax() - 1.5;
        }
        // Specks of 0.2 mm against stripes of 5 mm, the specks scattering by a quarter of the deposit, the stripes by a sixth.
        $grainy = static fn (float $x, float $y): float => $mean * (1 + 0.52 * $speck[(int) ($y / 0.2) % 200 * 200 + (int) ($x / 0.2) % 200]);
        $striped = static fn (float $x, float $y): float => $mean * (1 + 0.23 * sin(2 * M_PI * $y / 5));
        $none = static fn (): float => 0.0;
        $of = static fn (callable $wash): array => [
            (float) Granulation::rate($row, self::map($wash, 0.1, 14, 9, $bare), self::map($none, 0.1, 8, 9, $bare), 300)->value,
            (float) Evenness::rate($row, self::map(static function (float $x, float $y) use ($wash): float {
                // Half a millimetre of scan holds twenty-five specks' worth of places.
                $sum = 0.0;
                for ($p = 0; $p < 25; $p++) {
                    $sum += $wash($x - 0.2 + 0.1 * ($p % 5), $y - 0.2 + 0.1 * intdiv($p, 5));
                }

                return $sum / 25;
            }, 0.5, 20, 11, $bare), self::map($none, 0.5, 8, 15, $bare))->value,
        ];
        [$grain, $blotchOfGrain] = $of($grainy);
        [$grainOfStripes, $blotch] = $of($striped);
        self::assertGreaterThan(Scale::current()->grain->classes['slight'], $grain);
        self::assertLessThan(Scale::current()->grain->classes['none'], $grainOfStripes);
        self::assertGreaterThan(Scale::current()->blotch->classes['slightly uneven'], $blotch);
        self::assertLessThan(Scale::current()->blotch->classes['even'], $blotchOfGrain);
    }
}
