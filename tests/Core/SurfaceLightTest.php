<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Bench\RowReadings;
use MarshTrial\Core\Bench\StrokeLight;
use MarshTrial\Core\Bench\StrokeStep;
use MarshTrial\Core\Bench\SurfaceLight;
use MarshTrial\Core\Bench\Transparency;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\InkLine;
use MarshTrial\Core\Optics\KubelkaMunk;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;
use Tests\Support\Readings;

/** Light from a paint's surface against light from its body, on exact films. */
final class SurfaceLightTest extends TestCase
{
    private const RED = [0.03, 0.55, 0.42];

    private const BLUE = [0.55, 0.22, 0.05];

    private const EARTH = [0.28, 0.42, 0.55];

    /** S per unit thickness, least to greatest; scattering falls a little with the wavelength. */
    private static function row(array $k, float $s, float $gloss = 0.018, float $ink = 0.012, float $inkSurface = 0.01, int $number = 1): RowReadings
    {
        $film = static fn (float $x, array $below): array => array_map(
            static fn (int $c): float => $gloss + (1 - $gloss) * KubelkaMunk::reflectance($k[$c] * $x, $s * [0.94, 1.0, 1.12][$c] * $x, $below[$c]), [0, 1, 2],
        );
        $paper = Readings::cell(array_map(static fn (float $p): float => $gloss + (1 - $gloss) * $p, Readings::PAPER));
        $bare = Readings::cell(array_fill(0, 3, $ink));
        $below = array_fill(0, 3, $ink - $inkSurface);
        $steps = [];
        for ($i = 0; $i < 10; $i++) {
            $x = 4.0 * 20 ** (-$i / 9);
            $steps[] = new StrokeStep($i + 1, Readings::cell($film($x, Readings::PAPER)), Readings::cell($film($x, $below)), $paper);
        }

        return new RowReadings(Scale::current(), $number, $paper, new InkLine(67, 30, 0, 4), [$bare, $bare], $steps, []);
    }

    private static function trueBody(array $k, float $s, float $gloss): float
    {
        [$low, $high] = [0.1, 4.0];
        $seen = static fn (float $x, bool $overPaper): array => array_map(static fn (int $c): float => KubelkaMunk::reflectance($k[$c] * $x, $s * [0.94, 1.0, 1.12][$c] * $x, $overPaper ? Readings::PAPER[$c] : 0.0), [0, 1, 2]);
        $key = (int) array_search(max($k), $k, true);
        for ($i = 0; $i < 50; $i++) {
            $middle = ($low + $high) / 2;
            $now = ($gloss + (1 - $gloss) * $seen($middle, true)[$key]) / ($gloss + (1 - $gloss) * Readings::PAPER[$key]);
            [$low, $high] = -log($now) < Scale::current()->depths->reference ? [$middle, $high] : [$low, $middle];
        }
        $y = static fn (array $v): float => (new LinearRgb(...$v))->luminance();

        return (1 - $gloss) * $y($seen($low, false)) / ($gloss + (1 - $gloss) * $y($seen($low, true)));
    }

    public function testTheChannelsOfAStrokeTellSurfaceFromBody(): void
    {
        foreach ([[self::RED, 0.006], [self::RED, 0.03], [self::BLUE, 0.012], [self::BLUE, 0.05]] as [$k, $s]) {
            foreach ([0.008, 0.024] as $gloss) {
                $light = StrokeLight::of(self::row($k, $s, $gloss), [0.02, 0.012]);
                self::assertNotNull($light);
                self::assertLessThan(1.96 * $light->uncertainty, abs($light->surface - $gloss), "S $s, surface $gloss");
                self::assertLessThan(0.012, $light->uncertainty);
            }
        }
        // An earth absorbs nearly alike everywhere: it tells less, and says so.
        self::assertGreaterThan(2 * StrokeLight::of(self::row(self::RED, 0.02), [0.02, 0.012])?->uncertainty, (float) StrokeLight::of(self::row(self::EARTH, 0.02), [0.02, 0.012])?->uncertainty);
    }

    /** The same stroke was once read .0365 beside transparent paints and .0227 beside scattering ones. */
    public function testABodyDoesNotDependOnTheNeighbours(): void
    {
        $true = self::trueBody(self::RED, 0.03, 0.018);
        $with = static function (array ...$neighbours) use ($true): float {
            $rows = [1 => self::row(self::RED, 0.03)];
            foreach ($neighbours as $i => [$k, $s]) {
                $rows[$i + 2] = self::row($k, $s, 0.018, number: $i + 2);
            }
            $rating = Transparency::rate($rows[1], SurfaceLight::ofCard(Scale::current(), $rows)[1]);
            self::assertLessThan(1.96 * (float) $rating->uncertainty, abs((float) $rating->value - $true));

            return (float) $rating->value;
        };
        $alone = $with();
        self::assertEqualsWithDelta($alone, $with([self::BLUE, 0.004], [self::RED, 0.005], [self::BLUE, 0.006]), 0.006);
        self::assertEqualsWithDelta($alone, $with([self::EARTH, 0.12], [self::BLUE, 0.15], [self::RED, 0.10]), 0.006);
    }

    /** Without the light that goes to and fro between film and line it would read 3 to 9 % low. */
    public function testTheExactFormulaLosesNothingBetweenFilmAndLine(): void
    {
        foreach ([[self::RED, 0.02, 0.02], [self::RED, 0.08, 0.05], [self::BLUE, 0.15, 0.08]] as [$k, $s, $ink]) {
            $rating = Transparency::rate(self::row($k, $s, 0.0, $ink, 0.0), SurfaceLight::known(Scale::current(), 0.0, 1e-6));
            self::assertSame(RatingStatus::Measured, $rating->status);
            self::assertEqualsWithDelta(self::trueBody($k, $s, 0.0), (float) $rating->value, 0.015 * self::trueBody($k, $s, 0.0), "S $s, line $ink");
        }
    }

    public function testAShinyStrokeKeepsItsOwnSurfaceAndSaysSo(): void
    {
        $rows = [1 => self::row(self::RED, 0.006, 0.045)];
        foreach ([[self::BLUE, 0.005], [self::RED, 0.006], [self::BLUE, 0.008]] as $i => [$k, $s]) {
            $rows[$i + 2] = self::row($k, $s, 0.015, number: $i + 2);
        }
        $surfaces = SurfaceLight::ofCard(Scale::current(), $rows);
        self::assertTrue($surfaces[1]->apart);
        self::assertFalse($surfaces[2]->apart);
        self::assertEqualsWithDelta(0.045, $surfaces[1]->light, 0.006);
        self::assertStringContainsString('shines over the line', implode(' ', Transparency::rate($rows[1], $surfaces[1])->remarks));
    }

    public function testALineThatIsTooPaleGivesNoClass(): void
    {
        $paper = 0.2126 * Readings::PAPER[0] + 0.7152 * Readings::PAPER[1] + 0.0722 * Readings::PAPER[2];
        $of = static fn (float $ink): RatingStatus => Transparency::rate(self::row(self::RED, 0.03, 0.0, $ink, 0.0), SurfaceLight::known(Scale::current(), 0.0, 0.002))->status;
        self::assertSame(RatingStatus::Measured, $of(0.195 * $paper));
        self::assertSame(RatingStatus::Undecidable, $of(0.205 * $paper));
    }
}
