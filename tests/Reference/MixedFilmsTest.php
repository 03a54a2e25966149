<?php

declare(strict_types=1);

namespace Tests\Reference;

use MarshTrial\Core\Colour\Bands;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Colour\Spectrum;
use MarshTrial\Core\Mixing\FilmFit;
use MarshTrial\Core\Mixing\FilmPlace;
use MarshTrial\Core\Mixing\Mixture;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;

/** Mixed and layered films, and the fit to ladders, against scipy on committed tables (make-films.py). */
final class MixedFilmsTest extends TestCase
{
    /** @return array<string, mixed> */
    private static function table(): array
    {
        return json_decode((string) file_get_contents(__DIR__.'/tables/films.json'), true, flags: JSON_THROW_ON_ERROR);
    }

    public function testMixedAndLayeredFilmsSendBackWhatTheLightInThemAddsUpTo(): void
    {
        $films = self::table()['films'];
        self::assertCount(40, $films);
        foreach ($films as $i => ['k' => [$k1, $k2], 's' => [$s1, $s2], 'amounts' => [$a, $b], 'backing' => $backing, 'mixed' => $mixed, 'over' => $over]) {
            self::assertEqualsWithDelta($mixed, Mixture::reflectance($a * $k1 + $b * $k2, $a * $s1 + $b * $s2, $backing), 1e-7, "mixed $i");
            self::assertEqualsWithDelta($over, Mixture::reflectance($a * $k1, $a * $s1, Mixture::reflectance($b * $k2, $b * $s2, $backing)), 1e-7, "over $i");
        }
    }

    public function testTheFitFindsWhatAGeneralLeastSquaresFinds(): void
    {
        $table = self::table();
        self::assertCount(3, $table['fits']);
        $rgb = static fn (array $c): LinearRgb => new LinearRgb(...$c);
        foreach ($table['fits'] as $i => $fit) {
            $places = array_map(static fn (array $r, float $drops): FilmPlace => new FilmPlace($rgb($r[0]), $rgb($r[1]), $drops, 0.12), $fit['readings'], array_map(floatval(...), $fit['drops']));
            $film = FilmFit::of(Scale::current(), $places, $rgb($table['white']), $rgb(array_fill(0, 3, (float) $table['ink'])), $fit['key'], true, new Spectrum(Bands::FROM_NM, Bands::STEP_NM, array_map(static fn (float $p): float => 0.012 + 0.988 * $p, $table['paper'])));
            foreach ([0.3, 1.0, 2.2] as $n => $times) {
                $mixture = new Mixture([[$film, $times * $fit['unit'] / $film->unitDrops]], $film->backing);
                foreach ([$mixture->overPaper(), $mixture->overInk()] as $over => $colour) {
                    self::assertLessThan(0.1, Difference::ciede2000($rgb($fit['colours'][$n][$over])->toLab(), $colour->toLab()), "paint $i, $times times, over ".['paper', 'ink'][$over]);
                }
            }
        }
    }
}
