<?php

declare(strict_types=1);

namespace Tests\Accuracy;

use App\Actions\MeasureFile;
use App\Imaging\Improvements;
use App\Imaging\PhotoWriter;
use App\Imaging\PictureDecoder;
use App\Imaging\PngWriter;
use App\Imaging\SheetPress;
use Imagick;
use ImagickDraw;
use MarshTrial\Core\Bench\DryingShift;
use MarshTrial\Core\Capture\Calibration;
use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Capture\ProfileMaker;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Fading\FadeFinding;
use MarshTrial\Core\Fading\Outcome;
use MarshTrial\Core\Imaging\PictureFault;
use MarshTrial\Core\Imaging\PieceFinder;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Imaging\PlacedPiece;
use MarshTrial\Core\Measuring\CardMeasurement;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\CameraStandIn;
use MarshTrial\Core\Simulation\Scan;
use MarshTrial\Core\Simulation\ScannerStandIn;
use MarshTrial\Core\Simulation\SeededRandom;
use MarshTrial\Core\Simulation\Sensor;
use MarshTrial\Core\Simulation\Shot;
use MarshTrial\Core\Simulation\TargetStandIn;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Pictures by simulated scanners and cameras, inside the limits and outside, against the truth behind them. */
final class Photos
{
    /** The devices and how their colour is calibrated. */
    public const KINDS = [
        'scanner seeing as the eye, profile', 'photo seeing as the eye, target', 'scanner with filters, profile', 'photo with filters, target', 'photo with filters, paper only', 'photo with filters below 4000 K, target',
        'scanner as it comes, as told', 'scanner as it comes, profile', 'photo as it comes, target', 'photo as it comes, paper only',
    ];

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
     * @return array<string, array{cells: list<array{0: float, 1: float, 2: string}>, fading: list<array{0: float, 1: float}>, outcomes: list<bool>, ratings: list<array<string, mixed>>, remarks: list<string>, refused: string|null, warm: bool, approximate: bool}> by kind
     */
    public static function inside(int $seed, bool $fade, ?string $crops = null): array
    {
        $out = $made = [];
        foreach (self::KINDS as $kind) {
            // The same picture serves with the target and without.
            [$picture, $layout, $truth] = $made[self::device($kind)] ??= self::picture($seed, $kind, $fade);
            try {
                $capture = self::capture($seed, $kind);
            } catch (PictureFault $e) {
                // A device that pushes the target's own patches to the end of the scale makes no profile.
                $out[$kind] = self::refused($e);
                continue;
            }
            $out[$kind] = self::result($picture, $layout, $capture, $truth, self::dose($seed, $fade), $crops);
        }

        return $out;
    }

    /**
     * Pictures are kept in build/pictures as long as the stand-ins stay as they are.
     *
     * @return array{0: string, 1: CardLayout, 2: array<string, mixed>} the file's bytes, the card, the truth
     */
    public static function picture(int $seed, string $kind, bool $fade): array
    {
        $layout = $fade ? Series::fadeCard($seed) : Series::propertyCard($seed);
        $folder = __DIR__.'/../../build/pictures/'.self::standIns();
        $file = "$folder/".preg_replace('/\W+/', '-', self::device($kind))."-$seed-".($fade ? 'fade' : 'property');
        if (! is_file("$file.json")) {
            @mkdir($folder, 0777, true);
            [$bytes, $truth] = self::taken($layout, $seed, $kind, self::dose($seed, $fade));
            file_put_contents($file, $bytes);
            file_put_contents("$file.json", json_encode($truth, JSON_THROW_ON_ERROR));
        }

        return [(string) file_get_contents($file), $layout, json_decode((string) file_get_contents("$file.json"), true, flags: JSON_THROW_ON_ERROR)];
    }

    /** Changes with the code that makes pictures. */
    private static function standIns(): string
    {
        static $hash = null;
        $root = __DIR__.'/../../';
        $files = [...glob("{$root}core/Simulation/*.php") ?: [], ...array_map(static fn (string $f): string => "{$root}app/Imaging/$f.php", ['Improvements', 'PhotoWriter', 'PngWriter', 'SheetPress']), "{$root}core/Card/SvgPrinter.php"];

        return $hash ??= substr(md5(implode('', array_map(md5_file(...), $files))), 0, 10);
    }

    /** @return array{0: string, 1: array<string, mixed>} the file's bytes, the truth */
    private static function taken(CardLayout $layout, int $seed, string $kind, float $dose): array
    {
        $random = SeededRandom::keyed("as it comes|$seed");
        $improved = str_contains($kind, 'as it comes');
        $print = SheetPress::print($layout, false, $improved ? $random->between(0.0, 0.25) : 0.0);
        if (str_starts_with($kind, 'scanner')) {
            $scan = ScannerStandIn::scan($layout, $seed, 300, $dose, null, self::scanner($seed, $kind), $print);

            return [$improved ? self::asItComes($scan, $seed, $kind) : PngWriter::encode($scan), $scan->truth];
        }
        $shot = str_contains($kind, '4000 K') ? Shot::inside($seed, 3000.0, 3950.0) : Shot::inside($seed);
        $sensor = str_contains($kind, 'filters') || ($improved && $seed % 2 === 0) ? Sensor::camera($shot->kelvin, $seed) : ($improved ? Sensor::colorimetric($shot->kelvin, $seed, $random->between(0.0, 0.02)) : null);
        $scan = CameraStandIn::shoot($layout, $seed, $shot, $dose, TargetStandIn::full(), $sensor, print: $print);

        // Half of them as a messenger passes them on.
        return [$improved ? self::asItComes($scan, $seed, $kind, $shot) : PhotoWriter::encode($scan, $shot, $seed % 2 === 0), $scan->truth];
    }

    private static function scanner(int $seed, string $kind): ?Sensor
    {
        return match (true) {
            str_contains($kind, 'filters') || (str_contains($kind, 'as it comes') && $seed % 2 === 0) => Sensor::scanner($seed),
            str_contains($kind, 'as it comes') => Sensor::colorimetric(6500, $seed, SeededRandom::keyed("flare|$seed")->between(0.0, 0.02)),
            default => null,
        };
    }

    /**
     * The improvement that a device of the series makes to every picture.
     *
     * @return array{0: string, 1: float} name and strength
     */
    public static function improvement(int $seed, string $kind): array
    {
        // With a profile a device is set to one curve; as it comes from its box it may do anything.
        $names = str_contains($kind, 'profile') || str_starts_with($kind, 'photo') ? Improvements::FIXED : [...Improvements::FIXED, ...Improvements::FOLLOWING];

        return [$names[$seed % count($names)], SeededRandom::keyed("improvement|$seed")->between(-1, 1)];
    }

    /** As the device writes it: improved, sharpened or smoothened now and then, a JPEG of some quality more often than not. */
    private static function asItComes(Scan $scan, int $seed, string $kind, ?Shot $shot = null): string
    {
        $random = SeededRandom::keyed("written|$seed|".self::device($kind));
        $image = PngWriter::image($scan);
        if ($shot !== null) {
            $image->blurImage(0, $shot->blurPx);
        }
        Improvements::apply($image, ...self::improvement($seed, $kind));
        $sharp = $random->between(0, 1);
        if ($sharp < 0.35) {
            Improvements::sharpen($image, $random->between(0, 1));
        } elseif ($sharp < 0.5) {
            Improvements::smoothen($image);
        }
        if ($shot === null && $random->between(0, 1) < 0.4) {
            $image->setImageFormat('png24');

            return $image->getImageBlob();
        }
        $image->setImageFormat('jpeg');
        $image->setImageCompressionQuality($random->whole(55, 95));

        return $image->getImageBlob();
    }

    public static function capture(int $seed, string $kind): Capture
    {
        if (str_starts_with($kind, 'scanner')) {
            return new Capture(photo: false, profile: str_contains($kind, 'profile') ? self::profile($seed, $kind) : null);
        }

        return new Capture(photo: str_contains($kind, 'as it comes') ? true : null, target: str_contains($kind, 'target') ? self::reference() : null);
    }

    public static function device(string $kind): string
    {
        return str_contains($kind, 'scanner as it comes') ? $kind : explode(',', $kind)[0];
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
                $seen = DryingShift::between(Scale::current(), $labs['wet'][$cell->id], $labs['dry'][$cell->id]);
                $real = DryingShift::between(Scale::current(), $true['wet'][$cell->id], $true['dry'][$cell->id]);
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

    /** @return array{cells: list<array{0: float, 1: float, 2: string}>, fading: list<array{0: float, 1: float}>, outcomes: list<bool>, ratings: list<array<string, mixed>>, remarks: list<string>, refused: string, warm: bool, approximate: bool} */
    private static function refused(CoreException $e): array
    {
        return ['cells' => [], 'fading' => [], 'outcomes' => [], 'remarks' => [], 'refused' => $e->getMessage(), 'warm' => false, 'approximate' => false, 'ratings' => []];
    }

    public static function profile(int $seed, string $kind): Calibration
    {
        $scan = ScannerStandIn::scanTarget(TargetStandIn::full(), $seed, 200, self::scanner($seed, $kind));
        $file = self::file(str_contains($kind, 'as it comes') ? self::asItComes($scan, $seed, $kind) : PngWriter::encode($scan));
        try {
            return ProfileMaker::of(PictureDecoder::decode($file)->pixels, self::reference());
        } finally {
            unlink($file);
        }
    }

    /**
     * @param array<string, mixed> $truth
     *
     * @return array{cells: list<array{0: float, 1: float, 2: string}>, fading: list<array{0: float, 1: float}>, outcomes: list<bool>, ratings: list<array<string, mixed>>, remarks: list<string>, refused: string|null, warm: bool, approximate: bool} per cell its error and stated 95 %, dE00; per step measured and true dE*ab between the halves; what is wrong with the picture
     */
    public static function result(string $picture, CardLayout $layout, Capture $capture, array $truth, float $dose, ?string $crops = null): array
    {
        $file = self::file($picture);
        try {
            $measured = MeasureFile::of($layout, $file, doseMlxh: $dose > 0 ? $dose : null, capture: $capture);
        } catch (CoreException $e) {
            return self::refused($e);
        } finally {
            unlink($file);
        }
        [$cells, $fading, $outcomes] = self::compare($measured, $truth);

        $worst = null;
        if ($crops !== null) {
            $errors = array_column($cells, 0);
            $i = (int) array_search(max($errors), $errors, true);
            $worst = [
                'error' => $cells[$i][0], 'stated' => $cells[$i][1], 'cell' => $cells[$i][2], 'picture' => $layout->title, 'measured' => $measured->cells[$cells[$i][2]]->lab->toArray(),
                'true' => array_column($truth['cells'], 'lab', 'id')[$cells[$i][2]], 'crop' => self::crop($picture, $measured, $cells[$i][2], $crops),
            ];
        }

        return ['worst' => $worst, 'cells' => $cells, 'fading' => $fading, 'outcomes' => $outcomes, 'ratings' => isset($truth['rows']) ? Series::compare($measured, $truth)['ratings'] : [], 'remarks' => $measured->scan->poor(), 'refused' => null, 'warm' => str_contains(implode($measured->scan->remarks), 'warm'), 'approximate' => str_contains(implode($measured->scan->remarks), 'colour approximate')];
    }

    /**
     * @param array<string, mixed> $truth
     *
     * @return array{0: list<array{0: float, 1: float, 2: string}>, 1: list<array{0: float, 1: float}>, 2: list<bool>} cells, fading, and whether the words for what happened are right
     */
    private static function compare(CardMeasurement $measured, array $truth): array
    {
        $labs = $cells = $fading = $outcomes = [];
        foreach ($truth['cells'] as $cell) {
            $labs[$cell['id']] = new Lab(...$cell['lab']);
            $reading = $measured->cells[$cell['id']] ?? null;
            if ($reading !== null) {
                $cells[] = [Difference::ciede2000($labs[$cell['id']], $reading->lab), $reading->uncertainty95, $cell['id']];
            }
        }
        foreach ($measured->fading as $i => $finding) {
            $outcomes[] = self::isRight($finding, $truth['fading'][$i]);
            [$kept, $exposed] = [$labs["kept-r$finding->row-depth-$finding->depth"], $labs["exposed-r$finding->row-depth-$finding->depth"]];
            $fading[] = [$finding->raw->dE76(), sqrt(($kept->l - $exposed->l) ** 2 + ($kept->a - $exposed->a) ** 2 + ($kept->b - $exposed->b) ** 2)];
        }

        return [$cells, $fading, $outcomes];
    }

    /**
     * Whether the word for what happened agrees with what did: a direction that is not the true one is wrong, a change seen where there is none is
     * wrong, and none seen where it is beyond three standard deviations is wrong.
     *
     * @param array<string, mixed> $true
     */
    private static function isRight(FadeFinding $finding, array $true): bool
    {
        [$kept, $faded] = [new Lab(...$true['kept']), new Lab(...$true['faded'])];
        $dL = $faded->l - $kept->l;

        return match ($finding->outcome) {
            Outcome::NoChange => $true['corrected'] <= 3.3 * $finding->uncertainty,
            Outcome::PaperOrUndecidable => $finding->paperChange > 0.5,
            Outcome::Paler, Outcome::PalerInTint, Outcome::NearlyGone => $true['corrected'] > 0.5 && $dL > -0.3,
            Outcome::Darker => $true['corrected'] > 0.5 && $dL < 0.3,
            Outcome::MoreVivid => ! $true['browns'] && $faded->chroma() > $kept->chroma(),
            Outcome::HueShift => $true['corrected'] > 0.5,
        };
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
