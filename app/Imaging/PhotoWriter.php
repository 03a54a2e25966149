<?php

declare(strict_types=1);

namespace App\Imaging;

use MarshTrial\Core\Simulation\Scan;
use MarshTrial\Core\Simulation\Shot;

/** Writes what the camera stand-in made as a camera would: a little soft, as a JPEG that tells of its exposure. */
final class PhotoWriter
{
    /** @param bool $tells with what a camera writes of exposure and lens; messengers take it out */
    public static function encode(Scan $scan, Shot $shot, bool $tells = true): string
    {
        $image = PngWriter::image($scan);
        if ($shot->blurPx > 0) {
            $image->blurImage(0, $shot->blurPx);
        }
        $image->setImageFormat('jpeg');
        $image->setImageCompressionQuality($shot->jpegQuality);
        $bytes = $image->getImageBlob();

        return $tells ? substr($bytes, 0, 2).self::exif($scan, $shot).substr($bytes, 2) : $bytes;
    }

    /** Exposure time (a hundredth of a second) and focal length as on film of 36 by 24 mm, in whole millimetres: Exif 2.3, high byte first. */
    private static function exif(Scan $scan, Shot $shot): string
    {
        $onFilm = $shot->focal * max($scan->width, $scan->height) / hypot($scan->width, $scan->height) * hypot(36, 24);
        $block = "Exif\0\0MM\0*".pack('N', 8)
            // One entry: where the next list lies. Then its two entries, and the fraction that the first points to.
            .pack('nnnNNN', 1, 0x8769, 4, 1, 26, 0)
            .pack('n', 2).pack('nnNN', 0x829A, 5, 1, 56).pack('nnNnn', 0xA405, 3, 1, (int) round($onFilm), 0).pack('N', 0)
            .pack('NN', 1, 100);

        return "\xff\xe1".pack('n', strlen($block) + 2).$block;
    }
}
