<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Colour\Bands;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Colour\Spectrum;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Mixing\Backing;
use MarshTrial\Core\Mixing\Cholesky;
use MarshTrial\Core\Mixing\Doubt;
use MarshTrial\Core\Mixing\FieldCorrection;
use MarshTrial\Core\Mixing\FilmFit;
use MarshTrial\Core\Mixing\FilmPlace;
use MarshTrial\Core\Mixing\MixRun;
use MarshTrial\Core\Mixing\Mixture;
use MarshTrial\Core\Mixing\PaintFilm;
use MarshTrial\Core\Mixing\Partners;
use MarshTrial\Core\Mixing\Reach;
use MarshTrial\Core\Mixing\Recipes;
use MarshTrial\Core\Optics\KubelkaMunk;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;

/** Films fitted to ladders, and what is expected of them together. */
final class MixingTest extends TestCase
{
    private const PAPER = [0.86, 0.85, 0.80];

    /** A film that absorbs about a wavelength: what is made up here, the fit has to find. */
    private static function paint(float $nm, float $width, float $scatter = -4.0, float $strong = 0.6): PaintFilm
    {
        $logK = Bands::map(static fn (float $at): float => log(0.01 + $strong * exp(-0.5 * (($at - $nm) / $width) ** 2)));
        $backing = Backing::of(new LinearRgb(...self::PAPER), new LinearRgb(0.02, 0.02, 0.02));
        $film = new PaintFilm($logK, $scatter, 0.5, [], $backing, $nm > 560 ? 0 : ($nm > 490 ? 1 : 2), 3.0, 4.0, 0.0, 0.0);

        return $film->stronger(Mixture::amountFor($film, 0.92));
    }

    /** @param list<float> $amounts in drops */
    private static function fitted(PaintFilm $truth, array $amounts = [12, 8, 6, 4, 2, 1], bool $black = true): PaintFilm
    {
        $alone = new Mixture([[$truth, 1.0]], $truth->backing);
        $places = array_map(static fn (float $drops): FilmPlace => new FilmPlace($alone->overPaper($drops / 4), $black ? $alone->overInk($drops / 4) : null, $drops, 0.12), $amounts);

        return FilmFit::of(Scale::current(), $places, $alone->overPaper(0.0), $black ? $alone->overInk(0.0) : null, $truth->key, true);
    }

    public function testOneBandIsAKubelkaMunkFilmAndItsSlopesAreRight(): void
    {
        foreach ([[0.4, 0.05, 0.8], [0.02, 0.3, 0.8], [2.5, 0.4, 0.02], [1e-4, 1e-3, 0.9], [5.0, 5.0, 0.5]] as [$p, $q, $backing]) {
            $r = Mixture::reflectance($p, $q, $backing);
            self::assertEqualsWithDelta(KubelkaMunk::reflectance($p, $q, $backing), $r, 1e-9, "$p $q");
            [$same, $byK, $byS] = Mixture::slopes($p, $q, $backing);
            self::assertEqualsWithDelta($r, $same, 1e-9);
            $h = 1e-5;
            self::assertEqualsWithDelta((Mixture::reflectance($p * exp($h), $q, $backing) - Mixture::reflectance($p * exp(-$h), $q, $backing)) / (2 * $h), $byK, 1e-5);
            self::assertEqualsWithDelta((Mixture::reflectance($p, $q * exp($h), $backing) - Mixture::reflectance($p, $q * exp(-$h), $backing)) / (2 * $h), $byS, 1e-5);
        }
        // A layer that nothing shines through: K/S = (1 - R)^2 / 2R (Kubelka and Munk 1931).
        self::assertEqualsWithDelta(KubelkaMunk::infinite(0.5), Mixture::reflectance(40.0, 80.0, 0.9), 1e-9);
        self::assertEqualsWithDelta(0.9 * exp(-0.2), Mixture::reflectance(0.1, 0.0, 0.9), 1e-12);
    }

    public function testEquationsAreSolvedAndWhatDeterminesNothingIsRefused(): void
    {
        $x = Cholesky::of([[4.0, 2.0, 0.4], [2.0, 5.0, 1.0], [0.4, 1.0, 3.0]])->solve([1.0, -2.0, 0.5]);
        self::assertEqualsWithDelta([1.0, -2.0, 0.5], [4 * $x[0] + 2 * $x[1] + 0.4 * $x[2], 2 * $x[0] + 5 * $x[1] + $x[2], 0.4 * $x[0] + $x[1] + 3 * $x[2]], 1e-9);
        $this->expectException(CoreException::class);
        Cholesky::of([[1.0, 1.0], [1.0, 1.0]]);
    }

    public function testTheSmoothestReflectanceOfAColourHasThatColour(): void
    {
        foreach ([self::PAPER, [0.7, 0.5, 0.3], [0.2, 0.25, 0.5]] as $rgb) {
            $backing = Backing::of(new LinearRgb(...$rgb), null);
            $film = new PaintFilm(array_fill(0, Bands::COUNT, -20.0), -20.0, 0.0, [], $backing, 0, 1.0, null, 0.0, 0.0);
            self::assertEqualsWithDelta($rgb, (new Mixture([[$film, 1.0]], $backing))->overPaper(0.0)->toArray(), 0.004);
        }
    }

    public function testALadderTellsItsFilmAndTheFilmItsMixtures(): void
    {
        [$blue, $yellow] = [self::paint(600, 55), self::paint(430, 40, -3.2)];
        [$a, $b] = [self::fitted($blue), self::fitted($yellow)];
        self::assertLessThan(0.4, $a->misfit);
        // A unit is reference depth, and so many drops.
        self::assertEqualsWithDelta(4.0, $a->unitDrops, 0.4);
        $alone = new Mixture([[$a, 1.0]], $a->backing);
        self::assertEqualsWithDelta(0.92, -log($alone->overPaper()->r / $alone->overPaper(0.0)->r), 0.002);
        foreach ([0.2, 0.5, 0.8] as $share) {
            foreach ([0.3, 0.92, 2.0] as $deposit) {
                $true = new Mixture([[$blue, 1 - $share], [$yellow, $share]], $blue->backing);
                $times = $true->timesFor($deposit);
                $expected = new Mixture([[$a, 4 * (1 - $share) / $a->unitDrops], [$b, 4 * $share / $b->unitDrops]], $a->backing);
                self::assertLessThan(1.6, Difference::ciede2000($true->overPaper($times)->toLab(), $expected->overPaper($times)->toLab()), "$share at $deposit");
                self::assertLessThan(1.6, Difference::ciede2000((new Mixture([[$blue, $times]], $blue->backing))->over(new Mixture([[$yellow, $times]], $blue->backing))->toLab(), (new Mixture([[$a, 4 * $times / $a->unitDrops]], $a->backing))->over(new Mixture([[$b, 4 * $times / $b->unitDrops]], $a->backing))->toLab()));
            }
        }
        // Kept and read again it is the same film.
        $again = PaintFilm::fromArray(json_decode((string) json_encode($a->toArray()), true));
        self::assertLessThan(0.02, Difference::ciede2000($alone->overPaper()->toLab(), (new Mixture([[$again, 1.0]], $again->backing))->overPaper()->toLab()));
    }

    public function testALadderOfOneStepIsRefused(): void
    {
        self::fitted(self::paint(600, 55), [8, 4, 2]);
        $this->expectExceptionMessage('A ladder of one step');
        self::fitted(self::paint(600, 55), [8, 4]);
    }

    public function testARunSaysWhereItIsGreyestAndHowUnsureItIs(): void
    {
        [$red, $cyan] = [self::fitted(self::paint(500, 60)), self::fitted(self::paint(640, 60))];
        $run = MixRun::of($red, $cyan, 0.92);
        $chroma = array_map(static fn (array $p): float => $p['colour']->toLab()->chroma(), $run->places);
        $inner = array_slice($chroma, 1, -1, true);
        self::assertSame(array_search(min($inner), $inner, true), $run->greyest());
        self::assertLessThan(0.7, $run->clarity());
        self::assertGreaterThan(0.9, MixRun::of($red, self::fitted(self::paint(510, 60)), 0.92)->clarity());
        // All places are of one depth, and drops are told as they were counted.
        foreach ($run->places as $place) {
            $deposits = array_map(static fn (float $v, float $p): float => -log($v / $p), $place['colour']->toArray(), (new Mixture([[$red, 1.0]], $red->backing))->overPaper(0.0)->toArray());
            self::assertEqualsWithDelta(0.92, max($deposits), 0.002);
        }
        self::assertEqualsWithDelta($red->unitDrops / $cyan->unitDrops, $run->drops(0.5), 1e-6);
        self::assertNull($run->drops(0.0));
        $sure = Doubt::of(Scale::current(), [$red->readBy(0.5), $cyan->readBy(0.5)]);
        $unsure = Doubt::of(Scale::current(), [self::fitted(self::paint(500, 60), [4, 2, 1], false)->readBy(0.5), $cyan->readBy(0.5)]);
        [$colour, $range] = $run->expected($sure, 16);
        self::assertEquals($run->places[16]['colour'], $colour);
        // Never surer than device and model, and less sure where the ladder is shorter and no line ran beneath it.
        self::assertGreaterThan(hypot(1.3, 0.7), $range);
        self::assertGreaterThan($range, $run->expected($unsure, 16)[1]);
        self::assertGreaterThan($range, $run->expected(Doubt::of(Scale::current(), [$red->readBy(3.0), $cyan->readBy(0.5)]), 16)[1]);
    }

    public function testARecipeFindsThePairThatAColourWasMadeOf(): void
    {
        $films = [];
        foreach ([430, 460, 500, 540, 580, 610, 640, 670] as $nm) {
            $films["at $nm"] = self::paint($nm, 45);
        }
        foreach ([['at 430', 'at 640', 0.4], ['at 500', 'at 580', 0.7], ['at 460', 'at 670', 0.5]] as [$one, $other, $share]) {
            $mixture = new Mixture([[$films[$one], 1 - $share], [$films[$other], $share]], $films[$one]->backing);
            $wanted = array_map(static fn (float $d): array => ['lab' => $mixture->overPaper($mixture->timesFor($d))->toLab(), 'deposit' => $d], [0.3, 2.0]);
            $found = Recipes::near($films, $wanted, $films[$one]->backing, 3);
            self::assertCount(3, $found);
            self::assertSame([$one, $other], array_column($found[0]['parts'], 0));
            self::assertEqualsWithDelta($share, $found[0]['parts'][1][1], 0.03);
            self::assertLessThan(0.3, $found[0]['dE00']);
            self::assertGreaterThanOrEqual($found[0]['dE00'], $found[1]['dE00']);
        }
        // One that is there already needs no partner.
        $alone = new Mixture([[$films['at 540'], 1.0]], $films['at 540']->backing);
        self::assertSame([['at 540', 1.0]], Recipes::near($films, [['lab' => $alone->overPaper()->toLab(), 'deposit' => 0.92]], $films['at 540']->backing, 1)[0]['parts']);
    }

    /**
     * Fields of two paints in truth, where the ladders say something else of the second's strength and of the first's shape.
     *
     * @param list<float> $ratios drops of the second for one of the first
     *
     * @return list<array{ratio: float, lab: Lab}>
     */
    private static function painted(PaintFilm $a, PaintFilm $b, array $ratios, float $stronger = 1.0): array
    {
        return array_map(static function (float $r) use ($a, $b, $stronger): array {
            $mixture = new Mixture([[$a, 1 / (1 + $r)], [$b, $stronger * $r / (1 + $r)]], $a->backing);

            return ['ratio' => $r, 'lab' => $mixture->overPaper($mixture->timesFor(0.92))->toLab()];
        }, $ratios);
    }

    public function testPaintedFieldsMoveWhatTheLaddersLeftOpen(): void
    {
        [$blue, $yellow] = [self::paint(620, 40), self::paint(430, 35)];
        [$a, $b] = [self::fitted($blue), self::fitted($yellow)];
        self::assertNull(FieldCorrection::of(Scale::current(), $a, $b, []));
        self::assertNull(FieldCorrection::of(Scale::current(), $a, $b, [['ratio' => 0.0, 'lab' => new Lab(50, 0, 0)]]));
        // Fields that agree leave the strength where it was, and narrow what is open; fields 1.3 times as strong are half believed when alone and more when five say so.
        $corrected = static fn (array $ratios, float $stronger): FieldCorrection => FieldCorrection::of(Scale::current(), $a, $b, self::painted($blue, $yellow, $ratios, $stronger)) ?? self::fail();
        self::assertEqualsWithDelta(1.0, $corrected([0.5, 1.0, 2.0], 1.0)->strength, 0.05);
        $one = $corrected([1.0], 1.3);
        $five = $corrected([0.3, 0.6, 1.0, 2.0, 3.0], 1.3);
        self::assertGreaterThan(1.08, $one->strength);
        self::assertGreaterThan($one->strength, $five->strength);
        self::assertEqualsWithDelta(1.3, $five->strength, 0.1);
        self::assertLessThan($one->strengthSd, $five->strengthSd);
        self::assertLessThan(Scale::current()->film->strengthSd, $one->strengthSd);
        self::assertEqualsWithDelta($b->unitDrops / $five->strength, $five->b->unitDrops, 0.15 * $b->unitDrops);
        // Another mix of the two is expected nearer; good ladders leave so little open that fields narrow nothing.
        $true = new Mixture([[$blue, 0.6], [$yellow, 0.4 * 1.3]], $blue->backing);
        $off = static fn (PaintFilm $x, PaintFilm $y): array => [
            Difference::ciede2000($true->overPaper()->toLab(), (new Mixture([[$x, 0.6 * 4 / $x->unitDrops], [$y, 0.4 * 4 / $y->unitDrops]], $x->backing))->overPaper()->toLab()),
            Doubt::of(Scale::current(), [$x, $y])->expected(static fn (array $f): LinearRgb => (new Mixture([[$f[0], 0.5], [$f[1], 0.5]], $f[0]->backing))->overPaper())[1],
        ];
        [$before, $wide] = $off($a, $b);
        [$after, $narrow] = $off($five->a, $five->b);
        self::assertGreaterThan(2.0, $before);
        self::assertLessThan(0.6, $after);
        self::assertEqualsWithDelta($wide, $narrow, 0.1);
    }

    public function testOneFieldTellsDropsOfStrokesThatNobodyCounted(): void
    {
        [$blue, $yellow] = [self::paint(620, 40), self::paint(430, 35)];
        [$a, $b] = [self::fitted($blue), self::fitted($yellow)];
        $strokes = array_map(static fn (PaintFilm $f): PaintFilm => PaintFilm::fromArray(['unitDrops' => null] + $f->toArray()), [$a, $b]);
        $told = FieldCorrection::of(Scale::current(), $strokes[0], $strokes[1], [['ratio' => 0.5] + self::painted($blue, $yellow, [1.0])[0]]) ?? self::fail();
        self::assertNull($told->strength);
        // One drop of the first is as strong as half a drop of the second.
        self::assertEqualsWithDelta(2.0, $told->a->unitDrops / $told->b->unitDrops, 0.2);
    }

    public function testWhatAnInstrumentReadGoesBeforeThreeChannels(): void
    {
        // A band narrower than any channel sees.
        $truth = self::paint(560, 18, strong: 1.2);
        $alone = new Mixture([[$truth, 1.0]], $truth->backing);
        $seen = static fn (float $x): Spectrum => new Spectrum(Bands::FROM_NM, Bands::STEP_NM, array_map(static fn (int $i): float => $truth->backing->surface + (1 - $truth->backing->surface) * Mixture::reflectance($x * $truth->k[$i], $x * $truth->s[$i], $truth->backing->paper[$i]), range(0, Bands::COUNT - 1)));
        $fit = static fn (bool $read): PaintFilm => FilmFit::of(Scale::current(), array_map(static fn (float $x): FilmPlace => new FilmPlace($alone->overPaper($x), null, $x, 0.12, $read && $x === 1.0 ? $seen($x) : null), [3.0, 2.0, 1.0, 0.5]), $alone->overPaper(0.0), null, $truth->key, true, $read ? $seen(0.0) : null);
        $off = static fn (PaintFilm $f): float => max(array_map(static fn (float $a, float $b): float => abs($a - $b), $f->k, $truth->k));
        self::assertLessThan(0.25 * $off($fit(false)), $off($fit(true)));
    }

    public function testReachSaysWhatEachPaintAdds(): void
    {
        [$blue, $yellow, $red] = [self::paint(620, 40), self::paint(430, 35), self::paint(540, 35)];
        $alone = Reach::of(['blue' => $blue], $blue->backing);
        // One paint alone is one patch at every lightness that it reaches.
        self::assertLessThanOrEqual(count(Reach::LIGHTNESSES), count($alone->patches));
        self::assertSame(count($alone->patches), $alone->lost['blue']);
        $three = Reach::of(['blue' => $blue, 'yellow' => $yellow, 'red' => $red], $blue->backing);
        $twice = Reach::of(['blue' => $blue, 'same' => $blue, 'yellow' => $yellow, 'red' => $red], $blue->backing);
        // The same paint again adds nothing, and then neither of the two is needed.
        self::assertSame(count($three->patches), count($twice->patches));
        self::assertSame([0, 0], [$twice->lost['same'], $twice->lost['blue']]);
        self::assertGreaterThan(5, min($three->lost));
        // What is lost without a paint is what the others do not reach.
        $without = Reach::of(['yellow' => $yellow, 'red' => $red], $blue->backing);
        self::assertSame(count($three->patches) - count($without->patches), $three->lost['blue']);
        foreach ($three->patches as $patch) {
            self::assertContains($patch['l'], Reach::LIGHTNESSES);
        }
    }

    public function testTheNearestGreyIsThatOfTheComplement(): void
    {
        [$blue, $orange, $red] = [self::paint(610, 45), self::paint(470, 45), self::paint(520, 40)];
        $greys = Partners::greys($blue, ['orange' => $orange, 'red' => $red, 'blue' => self::paint(600, 45)], 2);
        self::assertSame('orange', $greys[0]['partner']);
        self::assertCount(2, $greys);
        self::assertLessThan($greys[1]['chroma'], $greys[0]['chroma']);
        $mixture = new Mixture([[$blue, 1 - $greys[0]['share']], [$orange, $greys[0]['share']]], $blue->backing);
        self::assertEqualsWithDelta($greys[0]['chroma'], $mixture->overPaper($mixture->timesFor(0.92))->toLab()->chroma(), 1e-9);
    }

    public function testAThirdPaintIsTakenWhereTwoDoNotReach(): void
    {
        $films = ['blue' => self::paint(620, 40), 'yellow' => self::paint(430, 35), 'red' => self::paint(530, 35), 'violet' => self::paint(570, 30)];
        $mixture = new Mixture([[$films['blue'], 0.35], [$films['yellow'], 0.3], [$films['red'], 0.35]], $films['blue']->backing);
        $wanted = array_map(static fn (float $d): array => ['lab' => $mixture->overPaper($mixture->timesFor($d))->toLab(), 'deposit' => $d], [0.3, 2.0]);
        $two = Recipes::near($films, $wanted, $films['blue']->backing, 3)[0];
        $three = Recipes::near($films, $wanted, $films['blue']->backing, 3, true)[0];
        self::assertGreaterThan(3.0, $two['dE00']);
        self::assertLessThan(1.5, $three['dE00']);
        self::assertEqualsCanonicalizing(['blue', 'yellow', 'red'], array_column($three['parts'], 0));
        self::assertEqualsWithDelta(1.0, array_sum(array_column($three['parts'], 1)), 1e-9);
        // What two make needs no third.
        $pair = new Mixture([[$films['blue'], 0.5], [$films['yellow'], 0.5]], $films['blue']->backing);
        self::assertCount(2, Recipes::near($films, [['lab' => $pair->overPaper($pair->timesFor(0.92))->toLab(), 'deposit' => 0.92]], $films['blue']->backing, 3, true)[0]['parts']);
    }
}
