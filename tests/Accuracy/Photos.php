<?php

declare(strict_types=1);

namespace Tests\Accuracy;

use App\Actions\MeasureFile;
use App\Imaging\PhotoWriter;
use App\Imaging\PictureDecoder;
use App\Imaging\PngWriter;
use MarshTrial\Core\Bench\CardMeasurement;
use MarshTrial\Core\Capture\Calibration;
use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Capture\ProfileMaker;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Illuminant;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\Spectrum;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Simulation\CameraStandIn;
use MarshTrial\Core\Simulation\ScannerStandIn;
use MarshTrial\Core\Simulation\Sensor;
use MarshTrial\Core\Simulation\Shot;
use MarshTrial\Core\Simulation\TargetStandIn;

/** Pictures by simulated scanners and cameras, inside the limits and outside, against the truth behind them. */
final class Photos
{
    /** The devices and how their colour is calibrated. */
    public const KINDS = ['scanner seeing as the eye, profile', 'photo seeing as the eye, target', 'scanner with filters, profile', 'photo with filters, target', 'photo with filters, paper only', 'photo with filters below 4000 K, target'];

    /** @return list<Lab> the target's colours as a reference file with spectra tells them */
    public static function reference(): array
    {
        return array_map(static fn (Spectrum $s): Lab => $s->toLab(Illuminant::d65()), TargetStandIn::full()->spectra);
    }

    /**
     * One picture of every kind.
     *
     * @param list<string> $kinds
     *
     * @return array<string, array{cells: list<array{0: float, 1: float}>, fading: list<array{0: float, 1: float}>, remarks: list<string>, refused: string|null}> by kind
     */
    public static function inside(int $seed, array $kinds = self::KINDS, bool $fade = false): array
    {
        $layout = $fade ? Series::fadeCard($seed) : Series::propertyCard($seed);
        $dose = $fade ? 2.0 + 38.0 * (($seed * 37) % 100) / 100 : 0.0;
        $out = $made = [];
        foreach ($kinds as $kind) {
            $warm = str_contains($kind, '4000 K');
            $spectral = str_contains($kind, 'filters');
            if (str_starts_with($kind, 'scanner')) {
                $sensor = $spectral ? Sensor::scanner($seed) : null;
                $scan = ScannerStandIn::scan($layout, $seed, 250, $dose, null, $sensor);
                $picture = PngWriter::encode($scan);
                $profile = self::profile($seed, $sensor);
                $capture = new Capture(photo: false, profile: $profile);
            } else {
                $shot = $warm ? Shot::inside($seed, 3000.0, 3950.0) : Shot::inside($seed);
                $key = $spectral ? "filters $warm" : 'eye';
                [$scan, $picture] = $made[$key] ??= self::photo($layout, $seed, $shot, $dose, $spectral ? Sensor::camera($shot->kelvin, $seed) : null);
                $capture = new Capture(target: str_contains($kind, 'target') ? self::reference() : null);
            }
            $out[$kind] = self::result($picture, $layout, $capture, $scan->truth, $dose);
        }

        return $out;
    }

    /** @return array{0: \MarshTrial\Core\Simulation\Scan, 1: string} */
    private static function photo(CardLayout $layout, int $seed, Shot $shot, float $dose, ?Sensor $sensor): array
    {
        $scan = CameraStandIn::shoot($layout, $seed, $shot, $dose, TargetStandIn::full(), $sensor);

        return [$scan, PhotoWriter::encode($scan, $shot)];
    }

    private static function profile(int $seed, ?Sensor $sensor): Calibration
    {
        $file = self::file(PngWriter::encode(ScannerStandIn::scanTarget(TargetStandIn::full(), $seed, 200, $sensor)));
        try {
            return ProfileMaker::of(PictureDecoder::decode($file)->pixels, self::reference());
        } finally {
            unlink($file);
        }
    }

    /**
     * @param array<string, mixed> $truth
     *
     * @return array{cells: list<array{0: float, 1: float}>, fading: list<array{0: float, 1: float}>, remarks: list<string>, refused: string|null} per cell its error and stated 95 %, dE00; per step measured and true dE*ab between the halves; what is wrong with the picture
     */
    private static function result(string $picture, CardLayout $layout, Capture $capture, array $truth, float $dose): array
    {
        $file = self::file($picture);
        try {
            $measured = MeasureFile::of($layout, $file, doseMlxh: $dose > 0 ? $dose : null, capture: $capture);
        } catch (CoreException $e) {
            return ['cells' => [], 'fading' => [], 'remarks' => [], 'refused' => $e->getMessage()];
        } finally {
            unlink($file);
        }
        [$cells, $fading] = self::compare($measured, $truth);

        return ['cells' => $cells, 'fading' => $fading, 'remarks' => $measured->scan->poor(), 'refused' => null];
    }

    /**
     * @param array<string, mixed> $truth
     *
     * @return array{0: list<array{0: float, 1: float}>, 1: list<array{0: float, 1: float}>}
     */
    private static function compare(CardMeasurement $measured, array $truth): array
    {
        $labs = $cells = $fading = [];
        foreach ($truth['cells'] as $cell) {
            $labs[$cell['id']] = new Lab(...$cell['lab']);
            $reading = $measured->cells[$cell['id']] ?? null;
            if ($reading !== null) {
                $cells[] = [Difference::ciede2000($labs[$cell['id']], $reading->lab), $reading->uncertainty95];
            }
        }
        foreach ($measured->fading as $finding) {
            [$kept, $exposed] = [$labs["kept-r$finding->row-depth-$finding->depth"], $labs["exposed-r$finding->row-depth-$finding->depth"]];
            $fading[] = [$finding->rawBeyondNoise, sqrt(($kept->l - $exposed->l) ** 2 + ($kept->a - $exposed->a) ** 2 + ($kept->b - $exposed->b) ** 2)];
        }

        return [$cells, $fading];
    }

    private static function file(string $bytes): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'photo');
        file_put_contents($file, $bytes);

        return $file;
    }
}
