<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Simulation\Film;
use MarshTrial\Core\Simulation\FilmStock;
use MarshTrial\Core\Simulation\Likeness;
use MarshTrial\Core\Simulation\Scan;
use MarshTrial\Core\Simulation\ScannerStandIn;
use PHPUnit\Framework\TestCase;
use Tests\Support\Painted;

/** The scanner stand-in renders what it says it renders. */
final class SimulationTest extends TestCase
{
    /** @return array<string, Lab> truth by cell id */
    private static function truth(Scan $scan): array
    {
        $out = [];
        foreach ($scan->truth['cells'] as $cell) {
            $out[$cell['id']] = new Lab(...$cell['lab']);
        }

        return $out;
    }

    public function testACardIsPaintedInTheOrderOfItsCells(): void
    {
        $layout = Painted::property();
        $truth = self::truth(Painted::scan($layout));
        // Full strength to palest: ever lighter over paper; every depth darker over the line than beside it.
        for ($step = 1; $step < 10; $step++) {
            self::assertLessThan($truth['r1-stroke-'.($step + 1).'-above']->l, $truth["r1-stroke-$step-above"]->l);
            self::assertLessThan($truth["r1-stroke-$step-below"]->l - ($step < 4 ? 5 : 20), $truth["r1-stroke-$step-black"]->l);
        }
        // Lifting leaves less, the stiff brush less than the soft one; paper is lightest, and close to neutral.
        self::assertLessThan($truth['r1-lift-soft']->l, $truth['r1-lift-none']->l);
        self::assertLessThanOrEqual($truth['r1-lift-stiff']->l + 0.2, $truth['r1-lift-soft']->l);
        self::assertSame($truth['r1-paper']->l, max(array_map(static fn (Lab $l): float => $l->l, $truth)));
        self::assertLessThan(6, $truth['r1-paper']->chroma());
        self::assertCount(count($layout->cells), $truth);
    }

    public function testInkSurfaceAndNoiseAreWithinWhatIsPromised(): void
    {
        $ink = [];
        foreach (range(1, 4) as $seed) {
            $layout = Painted::property('55555555-5555-4555-8555-555555555555');
            $scan = Painted::scan($layout, 100.0, seed: $seed);
            $line = self::truth($scan)['r1-line-left']->toXyz()->y;
            // Ink of about one percent under a surface that reflects half a percent to two and a half.
            self::assertGreaterThan(0.009, $line);
            self::assertLessThan(0.041, $line);
            $ink[] = $line;
        }
        self::assertGreaterThan(0.001, max($ink) - min($ink));
        // Bare paper away from the paint scatters by its tooth and the scanner's noise, and by no more.
        $scan = Painted::scan(Painted::property());
        $codes = [];
        for ($i = 0; $i < 4000; $i++) {
            $codes[] = ord($scan->data[3 * (($scan->height - 200 - $i % 40) * $scan->width + 1000 + intdiv($i, 40) * 7)]);
        }
        $mean = array_sum($codes) / count($codes);
        $spread = sqrt(array_sum(array_map(static fn (int $c): float => ($c - $mean) ** 2, $codes)) / count($codes));
        self::assertGreaterThan(0.8, $spread);
        self::assertLessThan(3.0, $spread);
        self::assertGreaterThan(200, $mean);
    }

    public function testTheSameSeedIsTheSameCardAndAnotherIsNot(): void
    {
        $layout = Painted::fade();
        $one = ScannerStandIn::scan($layout, 9, 60);
        $again = ScannerStandIn::scan($layout, 9, 60);
        $other = ScannerStandIn::scan($layout, 10, 60);
        self::assertSame(md5($one->data), md5($again->data));
        self::assertNotSame(md5($one->data), md5($other->data));
    }

    public function testFadingGrowsWithDoseAndStartsInThePaleEnd(): void
    {
        $film = FilmStock::film(Painted::rows('PV3')[0], 5);
        self::assertSame(1.0, $film->leftAfter(0.9, 0.0));
        self::assertGreaterThan($film->leftAfter(0.9, 20.0), $film->leftAfter(0.9, 5.0));
        self::assertLessThan($film->leftAfter(1.5, 10.0), $film->leftAfter(0.3, 10.0));
        $before = self::fading(0.0);
        $after = self::fading(20.0);
        foreach ($before as $depth => $dE) {
            self::assertEqualsWithDelta(0.0, $dE, 1e-9);
            self::assertGreaterThan(3.0, $after[$depth]);
        }
        // A red that darkens: PR106 gains absorption with light.
        $red = FilmStock::film(Painted::rows('PR106')[0], 5);
        self::assertGreaterThan(array_sum($red->k()), array_sum($red->k(20.0)));
    }

    /** @return array<int, float> corrected dE*ab by depth */
    private static function fading(float $dose): array
    {
        return array_column(Painted::scan(Painted::fade(), 60.0, $dose)->truth['fading'], 'corrected', 'depth');
    }

    public function testAFilmIsClearWhenThereIsNoneAndOpaqueWhenThereIsMuch(): void
    {
        self::assertSame([0.0, 1.0], Film::bodyAndPassage(0.5, 0.02, 0.0));
        [$body, $passage] = Film::bodyAndPassage(0.5, 0.02, 500.0);
        self::assertLessThan(1e-9, $passage);
        self::assertEqualsWithDelta(1 + 25 - sqrt(25 * 27), $body, 1e-9);
    }

    public function testThePaintsOfOneCodeVaryAsTheirCodeDoes(): void
    {
        // PR254 differs widely between makers, PB28 hardly: the spread of how much stays after lifting tells.
        $spread = static function (string $code): float {
            $left = array_map(static fn (int $i): float => FilmStock::film(new RowLabel(1, "maker-$i", '', '', $code), 1)->leftBySoft, range(1, 12));

            return (max($left) - min($left)) / (array_sum($left) / count($left));
        };
        self::assertGreaterThan(3 * $spread('PB28'), $spread('PR254'));
    }

    /** Two of the pairs of Sharma, Wu and Dalal 2005, and the other implementation over random colours: two hands, one formula. */
    public function testTheTruthHasItsOwnCiede2000(): void
    {
        self::assertEqualsWithDelta(2.0425, Likeness::dE00(new Lab(50, 2.6772, -79.7751), new Lab(50, 0, -82.7485)), 5e-5);
        self::assertEqualsWithDelta(22.8977, Likeness::dE00(new Lab(50, 2.5, 0), new Lab(61, -5, 29)), 5e-5);
        mt_srand(9);
        for ($i = 0; $i < 500; $i++) {
            [$a, $b] = array_map(static fn (): Lab => new Lab(mt_rand(0, 100), mt_rand(-90, 90), mt_rand(-90, 90)), [1, 2]);
            self::assertEqualsWithDelta(Difference::ciede2000($a, $b), Likeness::dE00($a, $b), 1e-9);
        }
    }
}
