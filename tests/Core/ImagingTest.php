<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Card\FiducialShape;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Colour\IccProfile;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\Srgb;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Imaging\BlobFinder;
use MarshTrial\Core\Imaging\CellReader;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\Homography;
use MarshTrial\Core\Imaging\LineFinder;
use MarshTrial\Core\Imaging\Median;
use MarshTrial\Core\Imaging\PictureFault;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Imaging\Placement;
use MarshTrial\Core\Imaging\Resampler;
use PHPUnit\Framework\TestCase;
use Tests\Support\Icc;

/** The parts of reading a picture, each on a picture of which every pixel is known. Ten pixels are one millimetre. */
final class ImagingTest extends TestCase
{
    private const PER_MM = 10.0;

    /** @param callable(int, int): array{0: int, 1: int, 2: int} $shade 8-bit codes of a pixel */
    private static function picture(int $width, int $height, callable $shade): PixelGrid
    {
        $data = '';
        for ($y = 0; $y < $height; $y++) {
            for ($x = 0; $x < $width; $x++) {
                $data .= pack('C3', ...$shade($x, $y));
            }
        }

        return new PixelGrid($data, $width, $height);
    }

    private static function resampler(PixelGrid $picture): Resampler
    {
        $corners = [[0.0, 0.0], [10.0, 0.0], [10.0, 10.0], [0.0, 10.0]];

        return new Resampler($picture, new Placement(Homography::through($corners, array_map(static fn (array $p): array => [self::PER_MM * $p[0], self::PER_MM * $p[1]], $corners))));
    }

    private static function code(float $linear): int
    {
        return (int) round(255 * Srgb::encode($linear));
    }

    public function testSpecksAndHairsAreLeftOutOfACellAndGrainsAreNot(): void
    {
        $clean = self::resampler(self::picture(120, 120, static fn (): array => [180, 120, 90]));
        $dusty = self::resampler(self::picture(120, 120, static fn (int $x, int $y): array => hypot($x - 40, $y - 50) < 5 || abs($x - 80) < 2 ? [20, 20, 20] : [180, 120, 90]));
        $area = new Rect(1, 1, 9, 9);
        $a = (new CellReader($clean))->read($area);
        $b = (new CellReader($dusty))->read($area);
        self::assertEqualsWithDelta($a->lab->toArray(), $b->lab->toArray(), 0.01);
        self::assertSame([], $a->remarks);
        self::assertMatchesRegularExpression('/^\d+ % left out as dust or edge$/', $b->remarks[0]->words());
        // A chessboard of two strengths is paint, not dust: both count, in linear light.
        $grainy = self::resampler(self::picture(120, 120, static fn (int $x, int $y): array => (intdiv($x, 3) + intdiv($y, 3)) % 2 === 0 ? [self::code(0.5), 128, 128] : [self::code(0.3), 100, 100]));
        $reading = (new CellReader($grainy))->read($area);
        self::assertEqualsWithDelta(0.4, $reading->rgb->r, 0.012);
        self::assertLessThan(0.01, $reading->leftOut);
    }

    public function testRaggedLinesAtTheBorderOfACellAreCutOff(): void
    {
        $edge = self::resampler(self::picture(120, 120, static fn (int $x, int $y): array => $y < 22 ? [240, 240, 238] : [150, 60, 60]));
        $reading = (new CellReader($edge))->read(new Rect(1, 1.5, 6, 2.4));
        self::assertEqualsWithDelta(Srgb::decode(150 / 255), $reading->rgb->r, 1e-6);
        self::assertGreaterThan(0.15, $reading->leftOut);
    }

    public function testReadingsOfTheSameThingArePooledByTheirPixels(): void
    {
        $read = static fn (int $code): CellReading => (new CellReader(self::resampler(self::picture(120, 120, static fn (): array => [$code, $code, $code]))))->read(new Rect(1, 1, 5, 5));
        $one = $read(100);
        $two = $read(200);
        $both = CellReading::pool([$one, $two]);
        self::assertEqualsWithDelta(($one->rgb->g + $two->rgb->g) / 2, $both->rgb->g, 1e-9);
        self::assertSame($one->pixels + $two->pixels, $both->pixels);
        self::assertSame($one, CellReading::pool([$one]));
    }

    /** A ramp in linear light averages to its middle wherever the square lies: overlaps are weighted, nothing is skipped. */
    public function testAreaMeansWeighPixelsByTheirOverlap(): void
    {
        $table = array_map(static fn (int $i): float => Srgb::decode($i / 255), range(0, 255));
        $picture = self::picture(100, 100, static fn (int $x, int $y): array => [$x * 2, $y * 2, 7]);
        $map = self::resampler($picture)->areaMeans(new Rect(2.13, 3.07, 1.5, 1.5), 0.25, 0);
        self::assertSame([6, 6], [$map->columns, $map->rows]);
        foreach ([0, 3, 5] as $i) {
            $left = 21.3 + 2.5 * $i;
            $sum = 0.0;
            for ($x = (int) floor($left); $x < $left + 2.5; $x++) {
                $sum += $table[2 * $x] * (min($x + 1, $left + 2.5) - max($x, $left));
            }
            self::assertEqualsWithDelta($sum / 2.5, $map->values[$i], 1e-9, "column $i");
        }
    }

    public function testWhatLiesOutsideThePictureIsSaid(): void
    {
        $this->expectException(PictureFault::class);
        $this->expectExceptionMessage('outside the picture');
        self::resampler(self::picture(60, 60, static fn (): array => [9, 9, 9]))->points(new Rect(4, 4, 5, 1), 0.2);
    }

    public function testMarksAreToldFromOtherDarkThings(): void
    {
        $picture = self::picture(400, 300, static function (int $x, int $y): array {
            $disc = hypot($x - 60.5, $y - 60.5) < 30;
            $ring = hypot($x - 330.5, $y - 70.5) < 30 && hypot($x - 330.5, $y - 70.5) > 15;
            $bar = abs($y - 220) < 12 && $x > 40 && $x < 240;
            $cut = hypot($x - 398, $y - 290) < 28;

            return $disc || $ring || $bar || $cut ? [25, 25, 25] : [235, 233, 228];
        });
        $blobs = BlobFinder::find($picture);
        self::assertCount(2, $blobs);
        usort($blobs, static fn ($a, $b): int => $a->x <=> $b->x);
        self::assertSame([FiducialShape::Disc, FiducialShape::Ring], array_column($blobs, 'shape'));
        foreach ([[60.5, 60.5], [330.5, 70.5]] as $i => [$x, $y]) {
            self::assertEqualsWithDelta([$x, $y, 60.0], [$blobs[$i]->x, $blobs[$i]->y, $blobs[$i]->diameter], 1.5);
        }
    }

    public function testAHandRuledLineIsFoundWhereItIs(): void
    {
        // Four millimetres wide, rising 1 in 50, its middle at 9.3 mm on the left.
        $picture = self::picture(1000, 200, static fn (int $x, int $y): array => abs($y - (93 + $x / 50)) < 20 ? [30, 30, 30] : [236, 234, 230]);
        $line = (new LineFinder(self::resampler($picture)))->find(new Rect(1, 1, 98, 18), new Rect(3, 8, 5, 2), new Rect(90, 8, 5, 2));
        self::assertNotNull($line);
        self::assertEqualsWithDelta(4.0, $line->widthMm, 0.12);
        foreach ([5.0, 40.0, 92.0] as $x) {
            self::assertEqualsWithDelta(9.3 + $x / 50, $line->centreAt($x), 0.12, "at $x mm");
        }
        foreach ([static fn (): bool => false, static fn (int $x, int $y): bool => abs($y - 100) < 5, static fn (int $x, int $y): bool => $x < 500 && abs($y - 100) < 20] as $dark) {
            $none = self::picture(1000, 200, static fn (int $x, int $y): array => $dark($x, $y) ? [30, 30, 30] : [236, 234, 230]);
            self::assertNull((new LineFinder(self::resampler($none)))->find(new Rect(1, 1, 98, 18), new Rect(3, 8, 5, 2), new Rect(90, 8, 5, 2)));
        }
    }

    public function testMarksOnOneLinePlaceNothing(): void
    {
        $this->expectException(CoreException::class);
        Homography::through([[0, 0], [1, 0], [2, 0], [3, 0]], [[0, 0], [10, 0], [20, 0], [30, 0]]);
    }

    public function testAnEmbeddedProfileIsUsedAndNothingIsClipped(): void
    {
        // The same bytes mean a more vivid green under wider primaries: in sRGB its red is below zero.
        $green = self::picture(120, 120, static fn (): array => [0, 255, 0])->data;
        $profile = IccProfile::tryParse(Icc::matrix('Wide test', Icc::WIDE, Icc::gamma(2.2)));
        self::assertNotNull($profile);
        $wide = new PixelGrid($green, 120, 120, 1, $profile);
        $reading = (new CellReader(self::resampler($wide)))->read(new Rect(1, 1, 5, 5));
        self::assertSame('Wide test', $wide->profileName);
        self::assertLessThan(-0.1, $reading->rgb->r);
        self::assertGreaterThan(100, $reading->lab->chroma());
        self::assertEqualsWithDelta($reading->rgb->g, self::resampler($wide)->areaMeans(new Rect(1, 1, 1, 1), 0.1, 1)->values[0], 1e-9);
        self::assertSame('sRGB (assumed)', self::picture(9, 9, static fn (): array => [1, 2, 3])->profileName);
    }

    public function testProfilesOfTheUsualKindsAreRead(): void
    {
        foreach (['gamma' => Icc::gamma(2.2), 'table' => Icc::table(2.2, 1024), 'parametric' => Icc::parametricGamma(2.2)] as $kind => $curve) {
            $tables = IccProfile::tryParse(Icc::matrix('x', Icc::SRGB, $curve))?->tables(256);
            self::assertNotNull($tables, $kind);
            self::assertEqualsWithDelta((128 / 255) ** 2.2, $tables[1][128], 5e-4, $kind);
        }
        $srgb = IccProfile::tryParse(Icc::matrix('like sRGB', Icc::SRGB, Icc::parametricSrgb()));
        self::assertNotNull($srgb);
        foreach ([10, 100, 200] as $code) {
            self::assertEqualsWithDelta(Srgb::decode($code / 255), $srgb->tables(256)[0][$code], 2e-4);
        }
        // Its colorants, adapted from D50 to D65, are sRGB's own primaries.
        foreach ([[1, 0, 0], [0, 1, 0], [0, 0, 1]] as $i => $primary) {
            self::assertEqualsWithDelta($primary, $srgb->columns[$i], 0.002);
        }
        foreach (['', 'short', str_repeat("\0", 200), substr(Icc::matrix('x', Icc::SRGB, Icc::gamma(2.2)), 0, 150)] as $bad) {
            self::assertNull(IccProfile::tryParse($bad));
        }
    }

    public function testSixteenBitSamplesKeepTheirFineness(): void
    {
        $sample = static fn (float $linear): string => pack('v', (int) round(65535 * Srgb::encode($linear)));
        $picture = new PixelGrid(str_repeat($sample(0.01234).$sample(0.23456).$sample(0.56789), 120 * 120), 120, 120, 2);
        $reading = (new CellReader(self::resampler($picture)))->read(new Rect(1, 1, 5, 5));
        self::assertEqualsWithDelta([0.01234, 0.23456, 0.56789], $reading->rgb->toArray(), 2e-5);
        self::assertEqualsWithDelta(0.23456, $picture->green(3, 3), 2e-5);
    }

    public function testMiddleValuesAndMeanColours(): void
    {
        self::assertSame([0.0, 7.0, 2.5, 2.0], array_map(Median::of(...), [[], [7.0], [4.0, 1.0, 2.0, 3.0], [900.0, 1.0, 2.0]]));
        self::assertSame([0.0, 7.0, 3.0, 2.0], array_map(Median::upper(...), [[], [7.0], [4.0, 1.0, 2.0, 3.0], [900.0, 1.0, 2.0]]));
        self::assertEquals(new Lab(60, 0, -1), Lab::mean([new Lab(50, 3, 4), new Lab(60, -3, -8), new Lab(70, 0, 1)]));
    }
}
