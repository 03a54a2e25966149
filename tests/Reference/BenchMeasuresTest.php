<?php

declare(strict_types=1);

namespace Tests\Reference;

use MarshTrial\Core\Bench\Evenness;
use MarshTrial\Core\Bench\Granulation;
use MarshTrial\Core\Bench\InitialSlope;
use MarshTrial\Core\Bench\WetEdge;
use MarshTrial\Core\Imaging\GrainMap;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;

/** Arithmetic of the bench tests against Kubelka-Munk worked by another program and against general image libraries; the table names its sources. */
final class BenchMeasuresTest extends TestCase
{
    /** @return array<string, mixed> */
    private static function table(): array
    {
        return json_decode((string) file_get_contents(__DIR__.'/tables/bench.json'), true, flags: JSON_THROW_ON_ERROR);
    }

    /** @param list<mixed> $arguments */
    private static function hidden(string $class, string $method, array $arguments): mixed
    {
        return (new \ReflectionMethod($class, $method))->invokeArgs(null, $arguments);
    }

    public function testRelativeStrengthOfFortyPairsByKubelkaMunk(): void
    {
        $worst = 0.0;
        foreach (self::table()['strength'] as $i => $pair) {
            $slopes = array_map(static function (array $paint) use ($pair): array {
                $places = [];
                foreach ($paint['reflectances'] as $step => $reflectance) {
                    $deposit = -log($reflectance / $pair['paper']);
                    $places[] = [$pair['shares'][$step], $deposit, Scale::current()->strength->loadSpread * $deposit];
                }

                return InitialSlope::slope(Scale::current(), $places) ?? self::fail('A slope is missing.');
            }, $pair['paints']);
            foreach ($slopes as $n => $slope) {
                self::assertEqualsWithDelta(1, $slope['slope'] / $pair['paints'][$n]['slope'], 0.05, "slope of pair $i");
            }
            $worst = max($worst, abs($slopes[0]['slope'] / $slopes[1]['slope'] / $pair['relative'] - 1));
        }
        // Exact films without a hand: far inside the 8 % that a painted ladder is held to.
        self::assertLessThan(0.03, $worst);
    }

    public function testATouchIsAsWideAndAsLongAsTheLibrarySays(): void
    {
        foreach (self::table()['touches'] as $touch) {
            $deposits = array_merge(...$touch['deposit']);
            $map = new GrainMap(count($touch['deposit'][0]), count($touch['deposit']), Scale::current()->water->pitchMm, $deposits);
            self::assertEqualsWithDelta($touch['diameterMm'], 2 * self::hidden(WetEdge::class, 'radius', [$deposits, $map, $touch['level']]), 1e-9);
            self::assertEqualsWithDelta($touch['longOverWide'], self::hidden(WetEdge::class, 'longOverWide', [$deposits, $map, $touch['level']]), 0.005);
        }
    }

    public function testStreaksRunAsTheLibraryFindsThem(): void
    {
        foreach (self::table()['streaks'] as $streak) {
            [$direction, $coherence] = self::hidden(Evenness::class, 'direction', [array_merge(...$streak['image']), count($streak['image'][0]), count($streak['image'])]);
            self::assertEqualsWithDelta($streak['directionDeg'], $direction, 0.01);
            self::assertEqualsWithDelta($streak['coherence'], $coherence, 1e-4);
            self::assertEqualsWithDelta($streak['libraryDirectionDeg'], $direction, 2.0);
        }
    }

    public function testGrainSizeIsTheHalfWidthOfTheLibrarysAutocorrelation(): void
    {
        ['map' => $map, 'autocovariance' => $alike] = self::table()['grains'];
        $lag = 1;
        while ($alike[$lag] > $alike[0] / 2) {
            $lag++;
        }
        $half = $lag - 1 + ($alike[$lag - 1] - $alike[0] / 2) / ($alike[$lag - 1] - $alike[$lag]);
        // The measuring code sees every second place of a map of 0.1 mm.
        $full = new GrainMap(2 * count($map[0]) - 1, 2 * count($map), 0.1, []);
        self::assertEqualsWithDelta(0.2 * $half, self::hidden(Granulation::class, 'size', [Scale::current(), array_merge(...$map), $full]), 1e-3);
    }
}
