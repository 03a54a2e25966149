<?php

declare(strict_types=1);

namespace Tests\Accuracy;

use App\Actions\MeasureFile;
use App\Imaging\PhotoWriter;
use App\Imaging\PictureDecoder;
use App\Imaging\PngWriter;
use Imagick;
use ImagickDraw;
use MarshTrial\Core\Bench\CardMeasurement;
use MarshTrial\Core\Bench\DryingShift;
use MarshTrial\Core\Bench\Rating;
use MarshTrial\Core\Bench\RatingStatus;
use MarshTrial\Core\Capture\Calibration;
use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Capture\ProfileMaker;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Imaging\PieceFinder;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Imaging\PlacedPiece;
use MarshTrial\Core\Simulation\CameraStandIn;
use MarshTrial\Core\Simulation\Scan;
use MarshTrial\Core\Simulation\ScannerStandIn;
use MarshTrial\Core\Simulation\Sensor;
use MarshTrial\Core\Simulation\Shot;
use MarshTrial\Core\Simulation\TargetStandIn;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Pictures by simulated scanners and cameras, inside the limits and outside, against the truth behind them. */
final class Photos
{
    /** The devices and how their colour is calibrated. */
    public const KINDS = ['scanner seeing as the eye, profile', 'photo seeing as the eye, target', 'scanner with filters, profile', 'photo with filters, target', 'photo with filters, paper only', 'photo with filters below 4000 K, target'];

    /** @return list<Lab> the target's colours as a reference file with spectra tells them */
    public static function reference(): array
    {
        return TargetStandIn::full()->colours();
    }

    /**
     * One picture of every kind, measured.
     *
     * @param string|null $crops folder for pictures of the worst cells
     *
     * @return array<string, array{cells: list<array{0: float, 1: float, 2: string}>, fading: list<array{0: float, 1: float}>, ratings: list<array<string, mixed>>, remarks: list<string>, refused: string|null, warm: bool, approximate: bool}> by kind
     */
    public static function inside(int $seed, bool $fade, ?string $crops = null): array
    {
        $out = $made = [];
        foreach (self::KINDS as $kind) {
            // The same picture serves with the target and without.
            [$picture, $layout, $truth] = $made[self::device($kind)] ??= self::picture($seed, $kind, $fade);
            $out[$kind] = self::result($picture, $layout, self::capture($seed, $kind), $truth, self::dose($seed, $fade), $crops);
        }

        return $out;
    }

    /** @return array{0: string, 1: CardLayout, 2: array<string, mixed>} the file's bytes, the card, the truth */
    public static function picture(int $seed, string $kind, bool $fade): array
    {
        $layout = $fade ? Series::fadeCard($seed) : Series::propertyCard($seed);
        $dose = self::dose($seed, $fade);
        $spectral = str_contains($kind, 'filters');
        if (str_starts_with($kind, 'scanner')) {
            $scan = ScannerStandIn::scan($layout, $seed, 250, $dose, null, $spectral ? Sensor::scanner($seed) : null);

            return [PngWriter::encode($scan), $layout, $scan->truth];
        }
        $shot = str_contains($kind, '4000 K') ? Shot::inside($seed, 3000.0, 3950.0) : Shot::inside($seed);
        $scan = CameraStandIn::shoot($layout, $seed, $shot, $dose, TargetStandIn::full(), $spectral ? Sensor::camera($shot->kelvin, $seed) : null);

        // Half of them as a messenger passes them on.
        return [PhotoWriter::encode($scan, $shot, $seed % 2 === 0), $layout, $scan->truth];
    }

    public static function capture(int $seed, string $kind): Capture
    {
        if (str_starts_with($kind, 'scanner')) {
            return new Capture(photo: false, profile: self::profile($seed, str_contains($kind, 'filters') ? Sensor::scanner($seed) : null));
        }

        return new Capture(target: str_contains($kind, 'target') ? self::reference() : null);
    }

    public static function device(string $kind): string
    {
        return explode(',', $kind)[0];
    }

    public static function dose(int $seed, bool $fade): float
    {
        return $fade ? 2.0 + 38.0 * (($seed * 37) % 100) / 100 : 0.0;
    }

    /**
     * A card photographed wet and dry in one place, the camera taken up anew between.
     *
     * @return list<array{0: float, 1: float, 2: float}> change of chroma in percent, measured and true, and of lightness, off
     */
    public static function drying(int $seed): array
    {
        $layout = Series::propertyCard($seed);
        $shot = Shot::inside($seed);
        $labs = $true = [];
        foreach (['wet', 'dry'] as $state) {
            $scan = CameraStandIn::shoot($layout, $seed, $shot, 0.0, TargetStandIn::full(), Sensor::camera($shot->kelvin, $seed), $state, $state === 'wet');
            $file = self::file(PhotoWriter::encode($scan, $shot));
            $labs[$state] = array_map(static fn ($r): Lab => $r->lab, MeasureFile::of($layout, $file, capture: new Capture(target: self::reference()))->cells);
            unlink($file);
            foreach ($scan->truth['cells'] as $cell) {
                $true[$state][$cell['id']] = new Lab(...$cell['lab']);
            }
        }
        $out = [];
        foreach ($layout->cells as $cell) {
            if (preg_match('/^r\d+-(wash|lift-none|stroke-1-above)$/', $cell->id) === 1) {
                $seen = DryingShift::between($labs['wet'][$cell->id], $labs['dry'][$cell->id]);
                $real = DryingShift::between($true['wet'][$cell->id], $true['dry'][$cell->id]);
                if ($seen->chromaPercent !== null && $real->chromaPercent !== null) {
                    $out[] = [$seen->chromaPercent, $real->chromaPercent, abs($seen->dL - $real->dL)];
                }
            }
        }

        return $out;
    }

    /**
     * A photograph with each of the marks covered in turn.
     *
     * @return list<array{0: bool, 1: float|null}> whether the camera tells its focal length; how far the worst of seven places lies off, mm, null: refused
     */
    public static function covered(int $seed): array
    {
        $layout = Series::propertyCard($seed);
        $shot = Shot::inside($seed);
        $scan = CameraStandIn::shoot($layout, $seed, $shot);
        $whole = PieceFinder::find(new PixelGrid($scan->data, $scan->width, $scan->height), $layout)['whole'];
        $out = [];
        foreach (array_keys($whole->piece->marks) as $i) {
            $picture = self::withMarksCovered($scan, $whole, $i);
            foreach ([$shot->focal, null] as $focal) {
                try {
                    $placed = (new PieceFinder($picture, true, $focal))->pieces($layout)['whole'];
                    $off = array_map(static function (array $p) use ($whole, $placed): float {
                        [$a, $b] = [$whole->placement->map(...$p), $placed->placement->map(...$p)];

                        return hypot($a[0] - $b[0], $a[1] - $b[1]) / $whole->placement->scaleAt(...$p);
                    }, [[30.0, 20.0], [148.0, 20.0], [267.0, 20.0], [30.0, 190.0], [148.0, 190.0], [267.0, 190.0], [148.0, 105.0]]);
                    $out[] = [$focal !== null, max($off)];
                } catch (CoreException) {
                    $out[] = [$focal !== null, null];
                }
            }
        }

        return $out;
    }

    /** The picture with something pale laid over some of the marks. */
    public static function withMarksCovered(Scan $scan, PlacedPiece $placed, int ...$marks): PixelGrid
    {
        $data = $scan->data;
        foreach ($marks as $i) {
            $mark = $placed->piece->marks[$i];
            [$u, $v] = $placed->placement->map($mark->centre->x, $mark->centre->y);
            $half = (int) (0.75 * $mark->sizeMm * $placed->placement->scaleAt($mark->centre->x, $mark->centre->y));
            for ($y = max(0, (int) $v - $half); $y < min($scan->height, $v + $half); $y++) {
                $data = substr_replace($data, str_repeat("\xd8\xd4\xcc", 2 * $half), 3 * ($y * $scan->width + max(0, (int) $u - $half)), 6 * $half);
            }
        }

        return new PixelGrid($data, $scan->width, $scan->height);
    }

    /** What is wrong with a photograph outside the limits. */
    public const FAULTS = ['too blurred', 'overexposed', 'tilted 60 degrees', 'another card', 'two marks torn off', 'hard shadow'];

    /**
     * A photograph outside the limits, measured.
     *
     * @return array{refused: string|null, ratings: int, bare: int} why it was refused; how many ratings were given, and how many of them without a remark on the picture
     */
    public static function outside(int $seed, string $fault): array
    {
        $layout = Series::propertyCard($seed);
        $random = new Randomizer(new Mt19937($seed));
        $usual = get_object_vars(Shot::inside($seed));
        $shot = new Shot(...[...$usual, ...match ($fault) {
            'too blurred' => ['blurPx' => $random->getInt(70, 120) / 10],
            'overexposed' => ['exposure' => $random->getInt(150, 260) / 100],
            'tilted 60 degrees' => ['tiltDeg' => 60.0],
            'hard shadow' => ['shadow' => $random->getInt(40, 65) / 100, 'shadowEdgeMm' => 2.0],
            default => [],
        }]);
        $scan = CameraStandIn::shoot($layout, $seed, $shot);
        $picture = PhotoWriter::encode($scan, $shot, $seed % 2 === 0);
        if ($fault === 'two marks torn off') {
            $picture = self::torn($picture, $layout);
        }
        if ($fault === 'another card') {
            $layout = Series::propertyCard($seed + 500);
        }
        $file = self::file($picture);
        try {
            $measured = MeasureFile::of($layout, $file);
        } catch (CoreException $e) {
            return ['refused' => $e->getMessage(), 'ratings' => 0, 'bare' => 0];
        } finally {
            unlink($file);
        }
        $given = array_filter($measured->ratings, static fn (Rating $r): bool => $r->status === RatingStatus::Measured);
        $poor = $measured->scan->poor();

        return ['refused' => null, 'ratings' => count($given), 'bare' => count(array_filter($given, static fn (Rating $r): bool => array_intersect($poor, $r->remarks) === []))];
    }

    /** The picture with two of its marks gone, as if corners had been torn off. */
    private static function torn(string $picture, CardLayout $layout): string
    {
        $file = self::file($picture);
        $piece = PieceFinder::find(PictureDecoder::decode($file)->pixels, $layout)['whole'];
        unlink($file);
        $image = new Imagick;
        $image->readImageBlob($picture);
        $draw = new ImagickDraw;
        $draw->setFillColor('#6b5f50');
        foreach ([1, 3] as $i) {
            $mark = $piece->piece->marks[$i]->centre;
            [$toX, $toY] = [$mark->x < 148 ? -20 : 20, $mark->y < 105 ? -20 : 20];
            $draw->polygon(array_map(static function (array $p) use ($piece): array {
                [$u, $v] = $piece->placement->map(...$p);

                return ['x' => $u, 'y' => $v];
            }, [[$mark->x + $toX, $mark->y + $toY], [$mark->x + $toX, $mark->y - 1.6 * $toY], [$mark->x - 1.6 * $toX, $mark->y + $toY]]));
        }
        $image->drawImage($draw);

        return $image->getImageBlob();
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
     * @return array{cells: list<array{0: float, 1: float, 2: string}>, fading: list<array{0: float, 1: float}>, ratings: list<array<string, mixed>>, remarks: list<string>, refused: string|null, warm: bool, approximate: bool} per cell its error and stated 95 %, dE00; per step measured and true dE*ab between the halves; what is wrong with the picture
     */
    public static function result(string $picture, CardLayout $layout, Capture $capture, array $truth, float $dose, ?string $crops = null): array
    {
        $file = self::file($picture);
        try {
            $measured = MeasureFile::of($layout, $file, doseMlxh: $dose > 0 ? $dose : null, capture: $capture);
        } catch (CoreException $e) {
            return ['cells' => [], 'fading' => [], 'remarks' => [], 'refused' => $e->getMessage(), 'warm' => false, 'approximate' => false, 'ratings' => []];
        } finally {
            unlink($file);
        }
        [$cells, $fading] = self::compare($measured, $truth);

        $worst = null;
        if ($crops !== null) {
            $errors = array_column($cells, 0);
            $i = (int) array_search(max($errors), $errors, true);
            $worst = [
                'error' => $cells[$i][0], 'stated' => $cells[$i][1], 'cell' => $cells[$i][2], 'picture' => $layout->title, 'measured' => $measured->cells[$cells[$i][2]]->lab->toArray(),
                'true' => array_column($truth['cells'], 'lab', 'id')[$cells[$i][2]], 'crop' => self::crop($picture, $measured, $cells[$i][2], $crops),
            ];
        }

        return ['worst' => $worst, 'cells' => $cells, 'fading' => $fading, 'ratings' => isset($truth['rows']) ? Series::compare($measured, $truth)['ratings'] : [], 'remarks' => $measured->scan->poor(), 'refused' => null, 'warm' => str_contains(implode($measured->scan->remarks), 'warm'), 'approximate' => str_contains(implode($measured->scan->remarks), 'colour approximate')];
    }

    /**
     * @param array<string, mixed> $truth
     *
     * @return array{0: list<array{0: float, 1: float, 2: string}>, 1: list<array{0: float, 1: float}>}
     */
    private static function compare(CardMeasurement $measured, array $truth): array
    {
        $labs = $cells = $fading = [];
        foreach ($truth['cells'] as $cell) {
            $labs[$cell['id']] = new Lab(...$cell['lab']);
            $reading = $measured->cells[$cell['id']] ?? null;
            if ($reading !== null) {
                $cells[] = [Difference::ciede2000($labs[$cell['id']], $reading->lab), $reading->uncertainty95, $cell['id']];
            }
        }
        foreach ($measured->fading as $finding) {
            [$kept, $exposed] = [$labs["kept-r$finding->row-depth-$finding->depth"], $labs["exposed-r$finding->row-depth-$finding->depth"]];
            $fading[] = [$finding->raw->dE76(), sqrt(($kept->l - $exposed->l) ** 2 + ($kept->a - $exposed->a) ** 2 + ($kept->b - $exposed->b) ** 2)];
        }

        return [$cells, $fading];
    }

    /** The cell with 8 mm around it, as a small picture; its path. */
    private static function crop(string $picture, CardMeasurement $measured, string $cell, string $folder): string
    {
        $area = $measured->cells[$cell]->area;
        $of = $measured->layout->cellsById()[$cell];
        $corners = array_map(static fn (array $p): array => $measured->scan->pieces[$of->piece]->placement->map(...$p), (new Rect($area->x - 8, $area->y - 8, $area->width + 16, $area->height + 16))->polygon());
        [$us, $vs] = [array_column($corners, 0), array_column($corners, 1)];
        $image = new Imagick;
        $image->readImageBlob($picture);
        $image->cropImage((int) (max($us) - min($us)), (int) (max($vs) - min($vs)), (int) max(0, min($us)), (int) max(0, min($vs)));
        $image->setImagePage(0, 0, 0, 0);
        $image->thumbnailImage(320, 0);
        $image->setImageFormat('jpeg');
        $image->setImageCompressionQuality(85);
        $path = $folder.'/'.md5($measured->layout->title.$cell.$measured->scan->calibration->name.microtime()).'.jpg';
        file_put_contents($path, $image->getImageBlob());

        return $path;
    }

    private static function file(string $bytes): string
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'photo');
        file_put_contents($file, $bytes);

        return $file;
    }
}
