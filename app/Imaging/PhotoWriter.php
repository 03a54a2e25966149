<?php

declare(strict_types=1);

namespace App\Imaging;

use MarshTrial\Core\Simulation\Scan;
use MarshTrial\Core\Simulation\Shot;

/** Writes what the camera stand-in made as a camera would: a little soft, as a JPEG. */
final class PhotoWriter
{
    public static function encode(Scan $scan, Shot $shot): string
    {
        $image = PngWriter::image($scan);
        if ($shot->blurPx > 0) {
            $image->blurImage(0, $shot->blurPx);
        }
        $image->setImageFormat('jpeg');
        $image->setImageCompressionQuality($shot->jpegQuality);

        return $image->getImageBlob();
    }
}
