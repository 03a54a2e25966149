<?php

declare(strict_types=1);

namespace App\Imaging;

use Imagick;
use MarshTrial\Core\Simulation\Scan;

/** Writes what the scanner stand-in made as an 8-bit sRGB PNG. */
final class PngWriter
{
    /** The picture as the image library holds it. */
    public static function image(Scan $scan): Imagick
    {
        $image = new Imagick;
        $image->setSize($scan->width, $scan->height);
        $image->setOption('depth', '8');
        $image->readImageBlob(sprintf("P6\n%d %d\n255\n", $scan->width, $scan->height).$scan->data, 'scan.ppm');

        return $image;
    }

    public static function encode(Scan $scan): string
    {
        $image = self::image($scan);
        $image->setImageFormat('png24');
        $image->setImageUnits(Imagick::RESOLUTION_PIXELSPERINCH);
        $image->setImageResolution($scan->dpi, $scan->dpi);
        $image->setOption('png:compression-level', '3');
        $image->setOption('png:exclude-chunk', 'date,tIME,tEXt,zTXt,gAMA,cHRM');

        return $image->getImageBlob();
    }
}
