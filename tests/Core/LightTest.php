<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Capture\LightMap;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Colour\Bands;
use MarshTrial\Core\Colour\Srgb;
use MarshTrial\Core\Imaging\PieceFinder;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Simulation\Camera;
use MarshTrial\Core\Simulation\Scene;
use MarshTrial\Core\Simulation\Sensor;
use MarshTrial\Core\Simulation\Shot;
use MarshTrial\Core\Simulation\TargetStandIn;
use PHPUnit\Framework\TestCase;
use Tests\Support\FlatCard;
use Tests\Support\Painted;

/** Uneven light against pictures whose light is known, and the camera stand-in against itself. */
final class LightTest extends TestCase
{
    /** @param callable(float, float): float $light by share of width and height */
    private static function lit(CardLayout $layout, callable $light): PixelGrid
    {
        $flat = (new FlatCard($layout))->picture;
        $decoded = Srgb::decodingTable();
        $all = implode('', array_map(chr(...), range(0, 255)));
        $codes = [];
        $lines = [];
        for ($y = 0; $y < $flat->height; $y++) {
            $line = '';
            for ($x = 0; $x < $flat->width; $x += 8) {
                $step = (int) round(200 * $light($x / $flat->width, $y / $flat->height));
                $codes[$step] ??= implode('', array_map(static fn (int $c): string => chr((int) round(255 * min(1.0, Srgb::encode($decoded[$c] * $step / 200)))), range(0, 255)));
                $line .= strtr(substr($flat->data, 3 * ($y * $flat->width + $x), 3 * min(8, $flat->width - $x)), $all, $codes[$step]);
            }
            $lines[] = $line;
        }

        return new PixelGrid(implode('', $lines), $flat->width, $flat->height);
    }

    public function testAGradientAndASoftShadowAreFoundFromThePaperAlone(): void
    {
        $layout = Painted::property('13131313-1313-4313-8313-131313131313', 'PB28', 'PR254', 'PY65');
        $light = static fn (float $x, float $y): float => (0.75 + 0.25 * $x) * (1 - 0.15 / (1 + exp(-12 * ($y - 0.5))));
        $picture = self::lit($layout, $light);
        $pieces = PieceFinder::find($picture, $layout);
        $map = LightMap::of($picture, $layout, $pieces);
        $whole = $map->lights['whole'];
        $seen = static function (float $x, float $y) use ($pieces, $picture, $light): float {
            [$u, $v] = $pieces['whole']->placement->map($x, $y);

            return $light($u / $picture->width, $v / $picture->height);
        };
        $middle = $whole->at(148, 105)[1] / $seen(148, 105);
        foreach ([[60, 40], [240, 40], [60, 170], [240, 170], [148, 60], [30, 105]] as [$x, $y]) {
            self::assertEqualsWithDelta($seen($x, $y) * $middle, $whole->at($x, $y)[1], 0.02, "$x $y");
        }
        self::assertEqualsWithDelta(1.33 / 0.85, $map->ratio, 0.12);
        self::assertLessThan(0.06, $map->steepest);
        // The same card in even light has nothing to take out.
        $even = self::lit($layout, static fn (): float => 0.9);
        self::assertSame([], LightMap::of($even, $layout, PieceFinder::find($even, $layout))->lights);
    }

    public function testPapersThatDifferAreNotTakenForLight(): void
    {
        $layout = Painted::fade('14141414-1414-4414-8414-141414141414', 'PV3', 'PB28');
        // The exposed piece, on the right, has yellowed to nine tenths while light falls off from left to right.
        $picture = self::lit($layout, static fn (float $x): float => (1 - 0.2 * $x) * ($x > 0.507 ? 0.9 : 1.0));
        $map = LightMap::of($picture, $layout, PieceFinder::find($picture, $layout));
        self::assertEqualsWithDelta(0.9, $map->papers['exposed'][1] / $map->papers['kept'][1], 0.012);
        $step = $map->lights['exposed']->at(160, 60)[1] / $map->lights['kept']->at(140, 60)[1];
        self::assertEqualsWithDelta(1.0, $step, 0.03);
    }

    public function testAHardShadowIsSteep(): void
    {
        $layout = Painted::property('13131313-1313-4313-8313-131313131313', 'PB28', 'PR254', 'PY65');
        $picture = self::lit($layout, static fn (float $x, float $y): float => 0.8 * $x + $y > 0.95 ? 0.5 : 0.95);
        self::assertGreaterThan(0.25, LightMap::of($picture, $layout, PieceFinder::find($picture, $layout))->steepest);
    }

    public function testTheCameraGoesThereAndBack(): void
    {
        $layout = Painted::property();
        $target = TargetStandIn::full();
        $scene = Scene::of($layout, 3, 240, 0.0, $target->sheet, '|camera');
        foreach ([new Shot(tiltDeg: 28, towardsDeg: 200, rollDeg: 93, lens: -0.02), new Shot(tiltDeg: 5, rollDeg: 181, lens: 0.02, bulgeMm: 0)] as $shot) {
            $camera = new Camera($scene, $shot);
            foreach ($layout->pieces[0]->outline->polygon() as [$x, $y]) {
                [$u, $v] = $camera->toPicture('whole', $x, $y);
                self::assertTrue($u > 0 && $v > 0 && $u < $camera->width() && $v < $camera->height());
                self::assertEqualsWithDelta([$x, $y], $camera->toSheet('whole', (int) $u, (int) $v), 0.2);
            }
        }
    }

    public function testTheSpectralDeviceSeesWhatItsSpectraSay(): void
    {
        $device = Sensor::camera(4200, 8);
        foreach ([[0.8, 0.7, 0.6], [0.5, 0.1, 0.05], [0.06, 0.2, 0.5], [0.3, 0.31, 0.29]] as $rgb) {
            $spectrum = Sensor::spectrum('a paint', ...$rgb);
            // Band by band it sees what it sees of the whole.
            $banded = Bands::sum(Bands::map($spectrum->at(...)), $device->weights());
            foreach ($device->lookAt($spectrum) as $i => $exact) {
                self::assertEqualsWithDelta($exact, $banded[$i], 0.003 + 0.01 * abs($exact), implode(' ', $rgb)." $i");
            }
        }
        // Its filters are no mixture of the observer's: two spectra that are alike to the eye differ to it.
        [$one, $other] = [Bands::map(static fn (float $nm): float => 0.4 + 0.2 * sin($nm / 18)), Bands::map(static fn (float $nm): float => 0.4 + 0.2 * sin($nm / 18 + 0.8))];
        [$a, $b] = [Bands::sum($one, $device->weights()), Bands::sum($other, $device->weights())];
        self::assertNotEqualsWithDelta($a[0] / $a[3], $b[0] / $b[3], 0.002);
    }
}
