<?php

declare(strict_types=1);

namespace App\Imaging;

use Imagick;
use MarshTrial\Core\Simulation\Scan;
use MarshTrial\Core\Simulation\Shot;

/** Writes what the camera stand-in made as a camera would: a little soft, as a JPEG; or without loss. */
final class PhotoWriter
{
    public static function encode(Scan $scan, Shot $shot): string
    {
        $image = new Imagick;
        $image->setSize($scan->width, $scan->height);
        $image->setOption('depth', '8');
        $image->readImageBlob(sprintf("P6\n%d %d\n255\n", $scan->width, $scan->height).$scan->data, 'photo.ppm');
        if ($shot->blurPx > 0) {
            $image->blurImage(0, $shot->blurPx);
        }
        if ($shot->jpegQuality === 0) {
            $image->setImageFormat('png24');
            $image->setOption('png:compression-level', '3');

            return $image->getImageBlob();
        }
        $image->setImageFormat('jpeg');
        $image->setImageCompressionQuality($shot->jpegQuality);

        return $image->getImageBlob();
    }
}
