<?php

declare(strict_types=1);

namespace Tests\Reference;

use Imagick;
use ImagickPixel;
use MarshTrial\Core\Colour\IccProfile;
use MarshTrial\Core\Colour\Illuminant;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Colour\Observer;
use MarshTrial\Core\Colour\Spectrum;
use MarshTrial\Core\Colour\Srgb;
use MarshTrial\Core\Exchange\Cgats;
use MarshTrial\Core\Exchange\Readings;
use PHPUnit\Framework\TestCase;
use Tests\Support\Icc;

/** Spectra, measurement files and colour profiles against other people's numbers. */
final class CaptureTest extends TestCase
{
    /** Table made with colormath (make-spectra.py). */
    public function testSpectraUnderThreeLights(): void
    {
        $table = json_decode((string) file_get_contents(__DIR__.'/tables/spectra.json'), true, flags: JSON_THROW_ON_ERROR);
        self::assertCount(60, $table['rows']);
        foreach ($table['rows'] as $row) {
            $spectrum = new Spectrum($table['fromNm'], $table['stepNm'], $row['values']);
            foreach (['d65', 'd50', 'a'] as $light) {
                $xyz = $spectrum->toXyz(Illuminant::named($light));
                self::assertEqualsWithDelta($row[$light], [$xyz->x, $xyz->y, $xyz->z], 0.0012, $light);
            }
        }
    }

    /** White points of CIE 15 (to what tables at 10 nm give) and the full radiator's peak (Wien's law, from memory). */
    public function testWhitesOfTheLights(): void
    {
        foreach ([['D65', 0.95047, 1.08883], ['D50', 0.96422, 0.82521], ['A', 1.09850, 0.35585]] as [$name, $x, $z]) {
            [$wx, , $wz] = Observer::white(Illuminant::named($name));
            self::assertEqualsWithDelta([$x, $z], [$wx, $wz], 0.0015, $name);
        }
        $power = Illuminant::radiator(5000)->power->values;
        self::assertEqualsWithDelta(2.8978e6 / 5000, 380 + 10 * array_search(max($power), $power, true), 10);
        $this->expectExceptionMessage('D65, D50 and A');
        Illuminant::named('F11');
    }

    /** The reference files that Debian's colour package ships, read by a few lines that know nothing of this program's reader. */
    public function testReferenceFilesOfAColourPackage(): void
    {
        $files = glob('/usr/share/color/*/ref/*.cie') ?: [];
        self::assertGreaterThanOrEqual(5, count($files), 'bin/test reference installs them.');
        $values = 0;
        foreach ($files as $file) {
            $text = (string) file_get_contents($file);
            self::assertSame(1, preg_match('/BEGIN_DATA_FORMAT\s+(.*?)\s+END_DATA_FORMAT.*?BEGIN_DATA\s+(.*?)\s+END_DATA/s', $text, $m));
            $fields = preg_split('/\s+/', $m[1]) ?: [];
            $rows = Cgats::read($text)[0]->rows;
            $samples = Readings::of($text);
            foreach (preg_split('/\R/', trim($m[2])) ?: [] as $i => $line) {
                $words = preg_split('/\s+/', trim($line)) ?: [];
                foreach ($fields as $k => $field) {
                    if (str_starts_with($field, 'LAB_') || str_starts_with($field, 'XYZ_')) {
                        self::assertSame((float) $words[$k], (float) $rows[$i][$field], basename($file)." line $i");
                        $values++;
                    }
                }
                // Adapted to D65 and back to what the file tells, which is for D50.
                if (in_array('LAB_L', $fields, true)) {
                    $white = Observer::white(Illuminant::d50());
                    $lab = $samples[$i]->lab->toXyz()->adaptedTo($white)->labAgainst($white);
                    self::assertEqualsWithDelta((float) $words[(int) array_search('LAB_L', $fields, true)], $lab->l, 0.01);
                    self::assertEqualsWithDelta((float) $words[(int) array_search('LAB_A', $fields, true)], $lab->a, 0.05);
                }
            }
        }
        self::assertGreaterThan(500, $values);
    }

    /** Conversions between profiles by the image library's own colour engine. */
    public function testProfilesAgreeWithTheImageLibrary(): void
    {
        $srgb = Icc::matrix('plain', Icc::SRGB, Icc::parametricSrgb());
        foreach (['gamma' => Icc::gamma(2.19921875), 'table' => Icc::table(1.8, 256), 'parametric' => Icc::parametricSrgb()] as $curve => $bytes) {
            $wide = Icc::matrix('wide', Icc::WIDE, $bytes);
            $profile = IccProfile::tryParse($wide);
            self::assertNotNull($profile);
            $tables = $profile->tables(65536);
            foreach ([[0.5, 0.5, 0.5], [0.8, 0.7, 0.6], [0.4, 0.5, 0.6], [0.9, 0.85, 0.8], [0.3, 0.25, 0.35]] as $rgb) {
                $image = new Imagick;
                $image->newImage(2, 2, new ImagickPixel(vsprintf('rgb(%f%%, %f%%, %f%%)', array_map(static fn (float $v): float => 100 * $v, $rgb))));
                $image->setImageDepth(16);
                $image->profileImage('icc', $wide);
                $image->profileImage('icc', $srgb);
                $seen = $image->getImagePixelColor(0, 0)->getColor(1);
                $linear = [0.0, 0.0, 0.0];
                foreach ($rgb as $c => $v) {
                    foreach ($profile->columns[$c] as $k => $column) {
                        $linear[$k] += $column * $tables[$c][(int) round($v * 65535)];
                    }
                }
                foreach (['r', 'g', 'b'] as $k => $channel) {
                    self::assertEqualsWithDelta($seen[$channel], Srgb::encode((new LinearRgb(...$linear))->toArray()[$k]), 0.004, "$curve $channel");
                }
            }
        }
    }
}
