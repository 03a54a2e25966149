<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Bench\BareWindows;
use MarshTrial\Core\Bench\Glazing;
use MarshTrial\Core\Bench\Gradation;
use MarshTrial\Core\Bench\Order;
use MarshTrial\Core\Bench\RowReadings;
use MarshTrial\Core\Bench\Separation;
use MarshTrial\Core\Bench\SteppedLadder;
use MarshTrial\Core\Bench\StrokeStep;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\Patch;
use MarshTrial\Core\Rating\ClassChances;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;
use Tests\Support\Readings;

/** What hands do to a card: stains on bare windows, fields left out or painted the other way, pigments that change places; and how doubt is said. */
final class HandTest extends TestCase
{
    private const K = [0.05, 0.5, 0.4];

    private static function paper(float $share = 1.0): CellReading
    {
        return Readings::cell(array_map(static fn (float $p): float => $share * $p, Readings::PAPER));
    }

    public function testAStainedBareWindowIsReplacedByTheSheet(): void
    {
        $sheet = new LinearRgb(...Readings::PAPER);
        $green = static fn (array $shares): array => array_map(static fn (CellReading $r): float => round($r->rgb->g / Readings::PAPER[1], 4), BareWindows::checked(Scale::current(), array_map(self::paper(...), $shares), $sheet));
        self::assertSame([1 => 1.0, 2 => 0.976, 3 => 1.0], $green([1 => 1.0, 2 => 0.976, 3 => 1.0]));
        self::assertSame([1 => 1.0, 2 => 1.0, 3 => 1.0], $green([1 => 1.0, 2 => 0.974, 3 => 1.0]));
        $stained = BareWindows::checked(Scale::current(), array_map(self::paper(...), [1 => 1.0, 2 => 0.9, 3 => 1.0]), $sheet)[2];
        self::assertStringContainsString('differs from the others by 10 %, as if stained', $stained->remarks[0]->words());
        // A frame over other paper: all windows differ from the sheet alike, and none is odd.
        self::assertSame([1 => 0.9, 2 => 0.9, 3 => 0.9], $green([1 => 0.9, 2 => 0.9, 3 => 0.9]));
        self::assertSame([1 => 0.9, 2 => 0.9, 3 => 0.9, 4 => 0.9], $green([1 => 0.9, 2 => 0.9, 3 => 0.81, 4 => 0.9]));
        // Of two the one that is like the sheet is believed; of one it is only said.
        self::assertSame([1 => 1.0, 2 => 1.0], $green([1 => 0.9, 2 => 1.0]));
        self::assertSame([1 => 0.9], $green([1 => 0.9]));
        self::assertStringContainsString('stained, or on other paper', BareWindows::checked(Scale::current(), [1 => self::paper(0.9)], $sheet)[1]->remarks[0]->words());
    }

    public function testAnEndOfTheLineThatIsPalerThanAllOthersIsLeftOut(): void
    {
        $end = static fn (float $y): CellReading => Readings::cell([$y, $y, $y]);
        self::assertCount(2, BareWindows::blackEnds([$end(0.03), $end(0.057)], 0.03));
        $kept = BareWindows::blackEnds([$end(0.03), $end(0.059)], 0.03);
        self::assertCount(1, $kept);
        self::assertStringContainsString('left out', $kept[0]->remarks[0]->words());
        self::assertCount(2, BareWindows::blackEnds([$end(0.2), $end(0.2)], 0.03));
    }

    public function testFieldsOutOfOrderAndGapsAreAskedAbout(): void
    {
        self::assertNull(Order::fault(Scale::current(), [1.6, 0.9, 0.4, 0.2, 0.05], false, 'step'));
        self::assertNull(Order::fault(Scale::current(), [null, 1.6, 0.9, 0.93, 0.4], false, 'step'));
        self::assertStringContainsString('run the other way: step 1 is the palest', (string) Order::fault(Scale::current(), [0.1, 0.2, 0.4, 0.9, 1.6], false, 'step'));
        self::assertStringContainsString('place 1 is the darkest', (string) Order::fault(Scale::current(), [0.9, 0.6, 0.3], true, 'place'));
        self::assertStringContainsString('step 3 was not painted', (string) Order::fault(Scale::current(), [1.6, 0.9, 0.02, 0.4], false, 'step'));
        // The palest end may vanish; just below the least deposit in the middle it may not.
        self::assertNull(Order::fault(Scale::current(), [1.6, 0.9, 0.4, 0.02], false, 'step'));
        self::assertNull(Order::fault(Scale::current(), [1.6, 0.9, 0.10, 0.2], false, 'step'));
        self::assertNotNull(Order::fault(Scale::current(), [1.6, 0.9, 0.099, 0.2], false, 'step'));
        $row = static fn (string $role, array $x): RowReadings => new RowReadings(Scale::current(), 1, self::paper(), null, [], [], [$role => array_map(static fn (float $t): CellReading => Readings::cell(Readings::film(self::K, 0.01, $t, Readings::PAPER, 0.0)), $x)]);
        $ladder = [2.4, 1.6, 0.8, 0.4, 0.2];
        self::assertSame(RatingStatus::Measured, SteppedLadder::strength($row('ladder', $ladder))->status);
        foreach ([SteppedLadder::strength(...), SteppedLadder::clearSteps(...)] as $rate) {
            self::assertSame(RatingStatus::Undecidable, $rate($row('ladder', array_reverse($ladder)))->status);
            self::assertNull($rate($row('ladder', array_reverse($ladder)))->value);
            self::assertSame(RatingStatus::Undecidable, $rate($row('ladder', [2.4, 1.6, 0.0, 0.4, 0.2]))->status);
        }
        self::assertSame(RatingStatus::Measured, Glazing::rate($row('glaze', [0.3, 0.6, 0.9]))->status);
        self::assertSame(RatingStatus::Undecidable, Glazing::rate($row('glaze', [0.9, 0.6, 0.3]))->status);
        $stroke = static fn (array $x): RowReadings => new RowReadings(Scale::current(), 1, self::paper(), null, [], array_map(static fn (float $t, int $i): StrokeStep => new StrokeStep($i + 1, Readings::cell(Readings::film(self::K, 0.01, $t, Readings::PAPER, 0.0)), null, self::paper()), $x, array_keys($x)), []);
        self::assertSame(RatingStatus::Undecidable, Gradation::clearSteps($stroke([0.2, 0.4, 0.6, 0.9, 1.2, 1.5, 1.8, 2.1, 2.4, 2.7]))->status);
    }

    /** Two pigments that trade places at one load move the key deposit too; a regression on it once took that away (true 4.8, told 0.6). */
    public function testPigmentsThatTradePlacesAreSeparation(): void
    {
        // A red and a blue pigment, both absorbing green: their shares change along the wash, the load does not.
        [$red, $blue] = [[0.05, 0.6, 0.4], [0.5, 0.3, 0.05]];
        $mixed = static fn (float $share): array => array_map(static fn (float $a, float $b): float => $share * $a + (1 - $share) * $b, $red, $blue);
        $at = static fn (float $share, float $x): array => Readings::film($mixed($share), 0.01, $x, Readings::PAPER, 0.0);
        $stroke = array_map(static fn (int $i): StrokeStep => new StrokeStep($i + 1, Readings::cell($at(0.6, 2.4 * 10 ** (-$i / 9))), null, self::paper()), range(0, 9));
        $wash = static function (callable $share, callable $load) use ($at): Patch {
            $rgb = [[], [], []];
            for ($j = 0; $j < 28; $j++) {
                for ($i = 0; $i < 50; $i++) {
                    foreach ($at($share($i, $j), $load($i, $j)) as $c => $v) {
                        $rgb[$c][] = $v;
                    }
                }
            }

            return new Patch(50, 28, 0.4, $rgb[0], $rgb[1], $rgb[2]);
        };
        $row = new RowReadings(Scale::current(), 1, self::paper(), null, [], $stroke, ['wash' => [Readings::cell($at(0.6, 0.9))]]);
        $wave = static fn (int $i, int $j): float => sin($i / 6) * cos($j / 5);
        $trading = Separation::inWash($row, $wash(static fn (int $i, int $j): float => 0.6 + 0.12 * $wave($i, $j), static fn (): float => 0.9));
        // Brought to one amount along the paint's own way, straight from the formula of the film.
        $as = $bs = [];
        for ($k = 0; $k < 1400; $k++) {
            $share = 0.6 + 0.12 * $wave($k % 50, intdiv($k, 50));
            $green = $at(0.6, 0.9)[1];
            [$low, $high] = [0.1, 3.0];
            for ($n = 0; $n < 40; $n++) {
                [$low, $high] = $at($share, ($low + $high) / 2)[1] > $green ? [($low + $high) / 2, $high] : [$low, ($low + $high) / 2];
            }
            $lab = (new LinearRgb(...$at($share, $low)))->toLab();
            [$as[], $bs[]] = [$lab->a, $lab->b];
        }
        $variance = static fn (array $v): float => array_sum(array_map(static fn (float $x): float => ($x - array_sum($v) / count($v)) ** 2, $v)) / count($v);
        $true = sqrt($variance($as) + $variance($bs));
        self::assertGreaterThan(2.0, $true);
        self::assertEqualsWithDelta($true, (float) $trading->value, 0.1 * $true);
        // The same unevenness of the load alone is no separation.
        $load = Separation::inWash($row, $wash(static fn (): float => 0.6, static fn (int $i, int $j): float => 0.9 * (1 + 0.2 * $wave($i, $j))));
        self::assertLessThan(1.96 * (float) $load->uncertainty, (float) $load->value);
    }

    public function testASteepStripOfOnePigmentDoesNotSeparate(): void
    {
        $film = static fn (float $x): CellReading => Readings::cell(Readings::film([0.5, 0.28, 0.04], 0.03, $x, Readings::PAPER, 0.02));
        $strip = array_map(static fn (int $i): CellReading => $film(0.3 + 1.2 * $i / 7), range(0, 7));
        $stroke = array_map(static fn (int $i): StrokeStep => new StrokeStep($i + 1, $film(2.4 * 12 ** (-$i / 9)), null, self::paper()), range(0, 9));
        $with = Separation::rate(new RowReadings(Scale::current(), 1, self::paper(), null, [], $stroke, ['tilt' => $strip]));
        $without = Separation::rate(new RowReadings(Scale::current(), 1, self::paper(), null, [], [], ['tilt' => $strip]));
        self::assertLessThan(1.0, (float) $with->value);
        self::assertLessThan(1.96 * (float) $without->uncertainty, (float) $without->value);
        self::assertGreaterThan(2 * (float) $with->uncertainty, (float) $without->uncertainty);
    }

    public function testOneWordFirstWithItsChance(): void
    {
        $limits = ['a' => 1.0, 'b' => 2.0, 'c' => 3.0, 'd' => INF];
        foreach ([[0.2, 0.4], [1.5, 0.3], [2.9, 2.0]] as [$value, $u]) {
            self::assertEqualsWithDelta(1.0, array_sum(ClassChances::of($limits, $value, $u)), 1e-9);
        }
        // One and two thirds standard deviations below a limit: 95 %. Table 26.1 of Abramowitz and Stegun 1964.
        self::assertEqualsWithDelta(0.9505, ClassChances::of($limits, 1.0 - 1.65 * 0.1, 0.1)['a'], 1e-4);
        $said = static fn (float ...$p): ?string => ClassChances::said(array_combine(array_slice(['a', 'b', 'c', 'd'], 0, count($p)), $p));
        self::assertSame('a', $said(0.95, 0.05));
        self::assertSame('probably a (95 %)', $said(0.9499, 0.0501));
        self::assertSame('probably b (80 %)', $said(0.2, 0.8));
        self::assertSame('perhaps b (80 %)', $said(0.2001, 0.7999));
        self::assertSame('perhaps b (60 %)', $said(0.4, 0.6));
        self::assertSame('between a and b', $said(0.41, 0.59));
        self::assertSame('between b and c', $said(0.1, 0.45, 0.41, 0.04));
        self::assertSame('perhaps b (45 %)', $said(0.2, 0.45, 0.25, 0.1));
        self::assertSame('not known', $said(0.25, 0.25, 0.25, 0.25));
        self::assertNull(ClassChances::said([]));
        self::assertSame([null, 'a'], [ClassChances::plain(['a' => 0.949, 'b' => 0.051]), ClassChances::plain(['a' => 0.95, 'b' => 0.05])]);
        // Where some classes only are possible.
        self::assertEqualsWithDelta(['a' => 0.75, 'b' => 0.25], ClassChances::within(['a' => 0.6, 'b' => 0.2, 'c' => 0.2], ['a', 'b']), 1e-12);
        self::assertSame(['b' => 1.0], ClassChances::within([], ['b']));
    }
}
