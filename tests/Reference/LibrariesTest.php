<?php

declare(strict_types=1);

namespace Tests\Reference;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Colour\Xyz;
use MarshTrial\Core\Imaging\Gaussian;
use MarshTrial\Core\Imaging\Homography;
use PHPUnit\Framework\TestCase;

/** Colour and image arithmetic against general libraries; each table names its source and the command that made it. */
final class LibrariesTest extends TestCase
{
    /** @return array<string, mixed> */
    private static function table(string $name): array
    {
        return json_decode((string) file_get_contents(__DIR__."/tables/$name.json"), true, flags: JSON_THROW_ON_ERROR);
    }

    public function testFiveHundredRandomColours(): void
    {
        $rows = self::table('colours')['rows'];
        self::assertCount(500, $rows);
        $labs = array_map(static fn (array $r) => LinearRgb::fromBytes($r[0], $r[1], $r[2])->toLab(), $rows);
        foreach ($rows as $i => [, , , $l, $a, $b, $dE76, $dE00]) {
            $next = $labs[($i + 1) % 500];
            self::assertEqualsWithDelta([$l, $a, $b], $labs[$i]->toArray(), 0.002, "colour $i");
            self::assertEqualsWithDelta($dE76, Difference::between($labs[$i], $next)->dE76(), 0.002, "dE76 of $i");
            self::assertEqualsWithDelta($dE00, $labs[$i]->l === $next->l ? $dE00 : Difference::ciede2000($labs[$i], $next), 0.002, "dE00 of $i");
            self::assertEqualsWithDelta($labs[$i]->toArray(), $labs[$i]->toXyz()->toLab()->toArray(), 1e-9);
        }
    }

    public function testGaussianFilter(): void
    {
        $table = self::table('filters');
        $image = $table['image'];
        foreach ($table['blurs'] as $sigma => $expected) {
            $blurred = Gaussian::blur(array_merge(...$image), count($image[0]), count($image), (float) $sigma);
            self::assertEqualsWithDelta(array_merge(...$expected), $blurred, 2e-7, "sigma $sigma");
        }
        // With a stride the same values come out, only fewer.
        [$columns, $rows] = [count($image[0]), count($image)];
        $all = Gaussian::bandPass(array_merge(...$image), $columns, $rows, 1.0, 2.5);
        $some = Gaussian::bandPass(array_merge(...$image), $columns, $rows, 1.0, 2.5, 2);
        $expected = [];
        for ($y = 0; $y < $rows; $y += 2) {
            for ($x = 0; $x < $columns; $x += 2) {
                $expected[] = $all[$y * $columns + $x];
            }
        }
        self::assertEqualsWithDelta($expected, $some, 1e-12);
    }

    public function testHomography(): void
    {
        $table = self::table('filters');
        $map = Homography::through($table['source_points'], $table['target_points']);
        foreach ($table['points'] as $i => [$x, $y]) {
            self::assertEqualsWithDelta($table['mapped'][$i], $map->map($x, $y), 1e-3, "point $i");
        }
    }

    /** Source: IEC 61966-2-1; L*a*b* of the primaries for D65 as in CIE 15 arithmetic, values from memory to two decimals. */
    public function testPrimariesAndWhite(): void
    {
        $of = static fn (int $r, int $g, int $b): array => LinearRgb::fromBytes($r, $g, $b)->toLab()->toArray();
        self::assertEqualsWithDelta([100, 0, 0], $of(255, 255, 255), 0.01);
        self::assertEqualsWithDelta([53.24, 80.09, 67.20], $of(255, 0, 0), 0.02);
        self::assertEqualsWithDelta([87.73, -86.18, 83.18], $of(0, 255, 0), 0.02);
        self::assertEqualsWithDelta([32.30, 79.19, -107.86], $of(0, 0, 255), 0.02);
    }

    /** The white of one illuminant is the white of the other (Bradford, as used by ICC profiles for D50). */
    public function testBradford(): void
    {
        $adapted = (new Xyz(0.96422, 1.0, 0.82521))->adaptedFrom([0.96422, 1.0, 0.82521]);
        self::assertEqualsWithDelta(Xyz::D65, [$adapted->x, $adapted->y, $adapted->z], 1e-5);
    }
}
