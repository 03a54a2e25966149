<?php

declare(strict_types=1);

namespace Tests\Accuracy;

use App\Actions\MeasureFile;
use Imagick;
use ImagickDraw;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\LayoutJson;
use MarshTrial\Core\Exchange\Readings;
use MarshTrial\Core\Simulation\TargetStandIn;
use Random\Engine\Mt19937;
use Random\Randomizer;
use Tests\Support\FlatCard;
use Tests\Support\Painted;

/** Files that something went wrong with: every one must give a result or a sentence, soon, and nothing else. */
final class Fuzz
{
    private const KINDS = ['measurement file', 'measurement file', 'layout', 'layout', 'png', 'jpeg', 'tiff', 'webp', 'drawn over', 'drawn over'];

    private CardLayout $layout;

    /** @var array<string, string> */
    private array $whole = [];

    public function __construct()
    {
        $this->layout = Painted::property('12121212-1212-4212-8212-121212121212', 'PB28', 'PR254');
        $flat = (new FlatCard($this->layout))->picture;
        $image = new Imagick;
        $image->readImageBlob(sprintf("P6\n%d %d\n255\n", $flat->width, $flat->height).$flat->data, 'flat.ppm');
        foreach (['png', 'jpeg', 'tiff', 'webp'] as $format) {
            $copy = clone $image;
            $copy->setImageFormat($format);
            $this->whole[$format] = $copy->getImageBlob();
        }
        $this->whole['measurement file'] = TargetStandIn::full()->referenceFile();
        $this->whole['layout'] = (string) json_encode(LayoutJson::toArray($this->layout));
    }

    /**
     * One mutated file.
     *
     * @return array{kind: string, outcome: 'result'|'sentence', seconds: float, said: string}
     *
     * @throws \Throwable anything but a sentence is a fault of the program
     */
    public function one(int $seed): array
    {
        $random = new Randomizer(new Mt19937($seed));
        $kind = self::KINDS[$seed % count(self::KINDS)];
        $from = hrtime(true);
        $said = '';
        try {
            match ($kind) {
                'measurement file' => Readings::of(self::mutated($this->whole[$kind], $random)),
                'layout' => $this->measure($this->whole['png'], LayoutJson::fromArray(json_decode($seed % 4 === 2 ? self::mutated($this->whole[$kind], $random) : self::renumbered($this->whole[$kind], $random), true))),
                'drawn over' => $this->measure($this->drawnOver($random)),
                default => $this->measure(self::mutated($this->whole[$kind], $random)),
            };
        } catch (CoreException $e) {
            $said = $e->getMessage();
        }

        return ['kind' => $kind, 'outcome' => $said === '' ? 'result' : 'sentence', 'seconds' => (hrtime(true) - $from) / 1e9, 'said' => $said];
    }

    private function measure(string $bytes, ?CardLayout $layout = null): void
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'fuzz');
        file_put_contents($file, $bytes);
        try {
            MeasureFile::of($layout ?? $this->layout, $file);
        } finally {
            unlink($file);
        }
    }

    /** Bytes changed, cut off, doubled or put elsewhere. */
    private static function mutated(string $bytes, Randomizer $random): string
    {
        for ($n = $random->getInt(1, 4); $n > 0 && $bytes !== ''; $n--) {
            $last = strlen($bytes) - 1;
            $at = $random->getInt(0, $last);
            $length = min($random->getInt(1, 400), strlen($bytes) - $at);
            $bytes = match ($random->getInt(0, 6)) {
                0 => substr($bytes, 0, $at),
                1 => substr_replace($bytes, $random->getBytes($length), $at, $length),
                2 => substr($bytes, 0, $at).substr($bytes, $at, $length).substr($bytes, $at),
                3 => substr_replace($bytes, '', $at, $length),
                4 => substr_replace($bytes, str_repeat("\0", $length), $at, $length),
                5 => substr_replace($bytes, (string) $random->getInt(-1_000_000_000, 1_000_000_000), $at, min(3, $length)),
                default => substr_replace($bytes, chr(ord($bytes[$at]) ^ 1 << $random->getInt(0, 7)), $at, 1),
            };
        }

        return $bytes;
    }

    /** A few of its numbers replaced. */
    private static function renumbered(string $json, Randomizer $random): string
    {
        preg_match_all('/(?<=[\[,:])-?\d+(\.\d+)?(?=[\],}])/', $json, $found, PREG_OFFSET_CAPTURE);
        $places = array_column($found[0], 1);
        for ($n = $random->getInt(1, 4); $n > 0; $n--) {
            $i = $random->getInt(0, count($places) - 1);
            $value = [0, -1, 1e9, -7.5, 0.0001, 300, 12345, 3][$random->getInt(0, 7)];
            $json = substr_replace($json, str_pad((string) $value, strlen($found[0][$i][0]), ' '), $places[$i], strlen($found[0][$i][0]));
            if (strlen((string) $value) > strlen($found[0][$i][0])) {
                break;
            }
        }

        return $json;
    }

    /** A whole picture of a card that was cropped, turned, shrunk, painted over or inverted. */
    private function drawnOver(Randomizer $random): string
    {
        $image = new Imagick;
        $image->readImageBlob($this->whole['jpeg']);
        $draw = new ImagickDraw;
        for ($n = $random->getInt(1, 25); $n > 0; $n--) {
            $draw->setFillColor(sprintf('#%06x', $random->getInt(0, 0xFFFFFF)));
            [$x, $y, $w, $h] = [$random->getInt(0, $image->getImageWidth()), $random->getInt(0, $image->getImageHeight()), $random->getInt(5, 400), $random->getInt(5, 300)];
            $random->getInt(0, 1) === 0 ? $draw->rectangle($x, $y, $x + $w, $y + $h) : $draw->circle($x, $y, $x + $random->getInt(5, 40), $y);
        }
        $image->drawImage($draw);
        match ($random->getInt(0, 5)) {
            0 => $image->rotateImage('#6b5f50', $random->getInt(0, 359)),
            1 => $image->cropImage($random->getInt(60, 2000), $random->getInt(60, 1500), $random->getInt(0, 300), $random->getInt(0, 300)),
            2 => $image->resizeImage($random->getInt(60, 4000), $random->getInt(60, 3000), Imagick::FILTER_BOX, 1),
            3 => $image->negateImage(false),
            4 => $image->evaluateImage(Imagick::EVALUATE_MULTIPLY, $random->getInt(1, 40) / 10),
            default => true,
        };

        return $image->getImageBlob();
    }
}
