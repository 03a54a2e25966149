<?php

declare(strict_types=1);

namespace Tests\Support;

use Imagick;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\FadeCard;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Simulation\Scan;
use MarshTrial\Core\Simulation\ScannerStandIn;

/** Painted and scanned cards for tests, each made once a run. */
final class Painted
{
    /** @var array<string, Scan> */
    private static array $scans = [];

    /** @return list<RowLabel> */
    public static function rows(string ...$pigments): array
    {
        return array_map(static fn (int $i, string $p): RowLabel => new RowLabel($i + 1, "pan-$i", "Test paint $i", 'Withy Colours', $p), array_keys($pigments), $pigments);
    }

    public static function property(string $uuid = '11111111-1111-4111-8111-111111111111', string ...$pigments): CardLayout
    {
        return PropertyCard::layout($uuid, 'Test card', self::rows(...($pigments ?: ['PB28'])));
    }

    public static function fade(string $uuid = '22222222-2222-4222-8222-222222222222', string ...$pigments): CardLayout
    {
        return FadeCard::layout($uuid, 'Test strip', self::rows(...($pigments ?: ['PV3'])));
    }

    public static function scan(CardLayout $layout, float $dpi = 300.0, float $dose = 0.0, int $seed = 5): Scan
    {
        return self::$scans["$layout->uuid|$dpi|$dose|$seed|".count($layout->rows)] ??= ScannerStandIn::scan($layout, $seed, $dpi, $dose);
    }

    public static function grid(Scan $scan): PixelGrid
    {
        return new PixelGrid($scan->data, $scan->width, $scan->height);
    }

    /** The same picture turned by half a turn. */
    public static function upsideDown(Scan $scan): PixelGrid
    {
        $image = self::image($scan);
        $image->rotateImage('white', 180);

        return self::read($image);
    }

    /** A coarser picture, 1 / $n of the resolution. */
    public static function thinned(Scan $scan, int $n): PixelGrid
    {
        $image = self::image($scan);
        $image->sampleImage(intdiv($scan->width, $n), intdiv($scan->height, $n));

        return self::read($image);
    }

    /** White paper laid over a part, as shares of width and height. */
    public static function covered(Scan $scan, float $x0, float $y0, float $x1, float $y1): PixelGrid
    {
        $image = self::image($scan);
        $sheet = new Imagick;
        $sheet->newImage((int) (($x1 - $x0) * $scan->width), (int) (($y1 - $y0) * $scan->height), '#f0f0ee');
        $image->compositeImage($sheet, Imagick::COMPOSITE_OVER, (int) ($x0 * $scan->width), (int) ($y0 * $scan->height));

        return self::read($image);
    }

    private static function image(Scan $scan): Imagick
    {
        $image = new Imagick;
        $image->readImageBlob(sprintf("P6\n%d %d\n255\n", $scan->width, $scan->height).$scan->data, 'scan.ppm');

        return $image;
    }

    private static function read(Imagick $image): PixelGrid
    {
        $image->setImageDepth(8);
        $image->setImageFormat('rgb');

        return new PixelGrid($image->getImageBlob(), $image->getImageWidth(), $image->getImageHeight());
    }
}
