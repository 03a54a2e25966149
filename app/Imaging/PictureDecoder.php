<?php

declare(strict_types=1);

namespace App\Imaging;

use Imagick;
use MarshTrial\Core\Colour\IccProfile;
use MarshTrial\Core\Imaging\PixelGrid;

/**
 * Reads PNG, JPEG, TIFF and WebP files, within limits of bytes and pixels, into what the core measures.
 *
 * Time is limited by the web server and the queue worker. The library's own limit must not be set: it counts from the first picture of
 * a process and then ends the process, however quick each picture was.
 */
final class PictureDecoder
{
    public const MOST_BYTES = 80_000_000;

    /** A4 at 600 dots per inch is 35 million. */
    public const MOST_PIXELS = 60_000_000;

    /** Focal lengths that a camera may have, as on film of 36 by 24 mm. */
    private const SHORTEST_MM = 10.0;

    private const LONGEST_MM = 400.0;

    /** Pixels from which the library's memory, eight bytes a pixel, is given back before the samples are read. */
    private const LARGE = 2_000_000;

    /** Pixels from which the library works on disk: eight bytes a pixel would fill a small machine's memory, and the disk is as fast here (measured). */
    private const HUGE = 16_000_000;

    /** What the library may then take of memory and of mapped files, bytes. */
    private const ON_DISK = [Imagick::RESOURCETYPE_MEMORY => 64_000_000, Imagick::RESOURCETYPE_MAP => 16_000_000];

    /** A file system in memory, where there is one: what is written there is read again at once. */
    private const IN_MEMORY = '/dev/shm';

    /**
     * Checks a file by its first bytes and header, without decoding it.
     *
     * @return array{width: int, height: int, extension: 'png'|'jpg'|'tif'|'webp'} as it is to be looked at, turned as the file says
     *
     * @throws UnreadablePicture
     */
    public static function inspect(string $path): array
    {
        ['width' => $width, 'height' => $height, 'extension' => $extension] = $facts = self::header($path);

        return $extension !== 'png' && self::liesOnItsSide($path, $extension) ? ['width' => $height, 'height' => $width] + $facts : $facts;
    }

    /** Whether it is a picture as telephones save them (ISO/IEC 23008-12), and this machine's image library reads it. */
    public static function isHeic(string $path): bool
    {
        $start = is_file($path) ? (string) file_get_contents($path, length: 12) : '';

        return substr($start, 4, 4) === 'ftyp' && in_array(substr($start, 8, 4), self::HEIC, true) && Imagick::queryFormats('HEIC') !== [];
    }

    /**
     * The same as a JPEG that loses next to nothing, with its colour profile and what it tells of the camera.
     *
     * @throws UnreadablePicture
     */
    public static function fromHeic(string $path): string
    {
        try {
            $image = new Imagick;
            $image->pingImage("heic:$path");
            if ($image->getImageWidth() * $image->getImageHeight() > self::MOST_PIXELS) {
                throw new UnreadablePicture(sprintf('The picture says it has %d by %d pixels; at most %d million in all are read.', $image->getImageWidth(), $image->getImageHeight(), self::MOST_PIXELS / 1e6));
            }
            $image->clear();
            $image->readImage("heic:{$path}[0]");
            // It was turned as the file says when it was decoded.
            $image->setImageOrientation(Imagick::ORIENTATION_TOPLEFT);
            $image->setImageFormat('jpeg');
            $image->setImageCompressionQuality(97);
            $image->setOption('jpeg:sampling-factor', '1x1');

            return $image->getImageBlob();
        } catch (\ImagickException $e) {
            throw new UnreadablePicture('This HEIC picture is damaged and could not be read to its end. Take it again, or save it as JPEG.', previous: $e);
        }
    }

    /** Brands of HEIC files. */
    private const HEIC = ['heic', 'heix', 'heim', 'heis', 'mif1'];

    /** What a file of this box format is, and why it is not read. */
    private static function inABox(string $brand): UnreadablePicture
    {
        return new UnreadablePicture(in_array($brand, self::HEIC, true)
            ? 'This is a HEIC picture, as some telephones save them, and the image library of this machine does not read it. Set the telephone’s camera to save JPEG, or save the picture as JPEG.'
            : 'This is a video or another file of moving pictures. Take a photograph, or save one as PNG or JPEG.');
    }

    /**
     * The same with the sides as they are in the file, before it is turned.
     *
     * @return array{width: int, height: int, extension: 'png'|'jpg'|'tif'|'webp'}
     *
     * @throws UnreadablePicture
     */
    private static function header(string $path): array
    {
        $bytes = is_file($path) ? (int) filesize($path) : 0;
        if ($bytes === 0) {
            throw new UnreadablePicture(is_file($path) ? 'The file is empty. Scan or export it again.' : 'There is no file of this name.');
        }
        if ($bytes > self::MOST_BYTES) {
            throw new UnreadablePicture(sprintf('The file has %d MB; at most %d MB are read. A 300 dots per inch scan is enough.', round($bytes / 1e6), self::MOST_BYTES / 1e6));
        }
        $start = (string) file_get_contents($path, length: 16);
        $extension = match (true) {
            str_starts_with($start, "\x89PNG\r\n\x1a\n") => 'png',
            str_starts_with($start, "\xff\xd8\xff") => 'jpg',
            str_starts_with($start, "II*\0") || str_starts_with($start, "MM\0*") => 'tif',
            str_starts_with($start, 'RIFF') && substr($start, 8, 4) === 'WEBP' => 'webp',
            substr($start, 4, 4) === 'ftyp' => throw self::inABox(substr($start, 8, 4)),
            default => throw new UnreadablePicture('This is not a PNG, JPEG, TIFF or WebP picture, whatever its name says. Scan or export the card as PNG or TIFF, or as JPEG of high quality.'),
        };
        $size = @getimagesize($path);
        if ($size === false || $size[0] < 1 || $size[1] < 1) {
            throw new UnreadablePicture('The picture’s header is damaged, so its size cannot be told. Save it again.');
        }
        if ($size[0] * $size[1] > self::MOST_PIXELS) {
            throw new UnreadablePicture(sprintf('The picture says it has %s by %s pixels; at most %d million in all are read. A 300 dots per inch scan of A4 has 9 million.', number_format($size[0], thousands_separator: ' '), number_format($size[1], thousands_separator: ' '), self::MOST_PIXELS / 1e6));
        }

        return ['width' => $size[0], 'height' => $size[1], 'extension' => $extension];
    }

    /** @throws UnreadablePicture */
    public static function decode(string $path): Picture
    {
        $facts = self::header($path);
        if ($facts['extension'] === 'jpg' && ! self::jpegIsWhole($path)) {
            throw new UnreadablePicture('The JPEG ends too early: part of the picture is missing. Copy or save it again.');
        }
        $limits = $facts['width'] * $facts['height'] > self::HUGE ? self::onDisk() : [];
        try {
            $data = self::samples($path, $facts['extension']);
            $image = $data === null ? self::read($path, $facts['extension']) : self::ping($path, $facts['extension']);
            $profiles = $image->getImageProfiles('icc', true);
            $profile = isset($profiles['icc']) ? IccProfile::tryParse($profiles['icc']) : null;
            $remark = isset($profiles['icc']) && $profile === null ? 'the embedded colour profile is of a kind that is not read; sRGB was assumed' : null;
            $bytesPerSample = $data === null && $image->getImageDepth() > 8 ? 2 : 1;
            $lossy = match ($facts['extension']) {
                'png' => false,
                'jpg' => true,
                'webp' => (string) file_get_contents($path, offset: 12, length: 4) !== 'VP8L',
                'tif' => $image->getImageCompression() === Imagick::COMPRESSION_JPEG,
            };
            // What a camera writes about its exposure tells a photograph from a scan.
            $camera = $facts['extension'] !== 'png' && ($image->getImageProperty('exif:ExposureTime') ?: $image->getImageProperty('exif:FNumber')) !== false;
            $focal = self::focal($image);
            $quality = $facts['extension'] === 'jpg' && $image->getImageCompressionQuality() > 0 ? $image->getImageCompressionQuality() : null;
            [$width, $height] = [$image->getImageWidth(), $image->getImageHeight()];
            $data ??= self::exported($image, $bytesPerSample);
            $image->clear();
        } catch (\ImagickException $e) {
            throw new UnreadablePicture('The picture is damaged and could not be read to its end. Save it again.', previous: $e);
        } finally {
            self::limit($limits);
        }
        if (strlen($data) !== $width * $height * 3 * $bytesPerSample) {
            throw new UnreadablePicture('The picture could not be read completely. Save it again as PNG.');
        }

        return new Picture(new PixelGrid($data, $width, $height, $bytesPerSample, $profile, $remark), $lossy, $camera, $focal, $quality);
    }

    /** Focal length over the longer side, from what it would be on film of 36 by 24 mm with the same diagonal; null when the file does not tell. */
    private static function focal(Imagick $image): ?float
    {
        $onFilm = (float) $image->getImageProperty('exif:FocalLengthIn35mmFilm');
        [$width, $height] = [$image->getImageWidth(), $image->getImageHeight()];

        return $onFilm >= self::SHORTEST_MM && $onFilm <= self::LONGEST_MM ? $onFilm / hypot(36, 24) * hypot($width, $height) / max($width, $height) : null;
    }

    /** @return array<int, int> limits that held before, by kind */
    private static function onDisk(): array
    {
        $before = array_combine(array_keys(self::ON_DISK), array_map(static fn (int $kind): int => (int) Imagick::getResourceLimit($kind), array_keys(self::ON_DISK)));
        self::limit(self::ON_DISK);

        return $before;
    }

    /** @param array<int, int> $limits bytes, by kind */
    private static function limit(array $limits): void
    {
        foreach ($limits as $kind => $bytes) {
            Imagick::setResourceLimit($kind, $bytes);
        }
    }

    /** What a codec library reads by itself, upright; null: the imaging library has to. */
    private static function samples(string $path, string $extension): ?string
    {
        return match ($extension) {
            'png' => CodecLibrary::png($path),
            'jpg' => self::ping($path, $extension)->getImageOrientation() > Imagick::ORIENTATION_TOPLEFT ? null : CodecLibrary::jpeg($path),
            default => null,
        };
    }

    /** @param int<1, 2> $bytesPerSample */
    private static function exported(Imagick $image, int $bytesPerSample): string
    {
        $image->setImageDepth(8 * $bytesPerSample);
        // The core wants 16-bit samples low byte first.
        $image->setOption('endian', 'LSB');
        $image->setImageFormat('rgb');

        return $image->getImageWidth() * $image->getImageHeight() > self::LARGE ? self::byWayOfAFile($image) : $image->getImageBlob();
    }

    /** The samples of a large picture: written out, so that the library's memory is given back before they are read. */
    private static function byWayOfAFile(Imagick $image): string
    {
        $bytes = 6 * $image->getImageWidth() * $image->getImageHeight();
        $fits = is_writable(self::IN_MEMORY) && (float) @disk_free_space(self::IN_MEMORY) > 2 * $bytes;
        $raw = (string) tempnam($fits ? self::IN_MEMORY : sys_get_temp_dir(), 'pixels');
        try {
            $image->writeImage("rgb:$raw");
            $image->clear();

            return (string) file_get_contents($raw);
        } finally {
            unlink($raw);
        }
    }

    /** A smaller copy for looking at: WebP, without any metadata but its colour profile (a picture may tell where it was taken). */
    public static function preview(string $path, int $longerSide): string
    {
        try {
            $image = self::read($path, self::header($path)['extension']);
            $image->thumbnailImage($longerSide, $longerSide, true);
            self::strip($image);
            $image->setImageFormat('webp');
            $image->setImageCompressionQuality(88);

            return $image->getImageBlob();
        } catch (\ImagickException $e) {
            throw new UnreadablePicture('The picture is damaged, so it cannot be shown.', previous: $e);
        }
    }

    /**
     * Four-cornered parts of a picture as upright rectangles: WebP, without metadata but the colour profile.
     *
     * @param array<string, array{corners: list<array{0: float, 1: float}>, width: int, height: int}> $parts by name; corners in pixels, clockwise from the upper left
     * @param callable(string, string): void $keep called with the name and the bytes of each
     */
    public static function parts(string $path, array $parts, callable $keep): void
    {
        try {
            $image = self::read($path, self::header($path)['extension']);
            foreach ($parts as $name => ['corners' => $corners, 'width' => $width, 'height' => $height]) {
                $margin = 4;
                $left = max(0, (int) min(array_column($corners, 0)) - $margin);
                $top = max(0, (int) min(array_column($corners, 1)) - $margin);
                $part = $image->getImageRegion((int) (max(array_column($corners, 0)) + $margin) - $left, (int) (max(array_column($corners, 1)) + $margin) - $top, $left, $top);
                $part->setImagePage(0, 0, 0, 0);
                $to = [[0, 0], [$width, 0], [$width, $height], [0, $height]];
                $pairs = [];
                foreach ($corners as $i => [$x, $y]) {
                    array_push($pairs, $x - $left, $y - $top, ...$to[$i]);
                }
                $part->setImageVirtualPixelMethod(Imagick::VIRTUALPIXELMETHOD_EDGE);
                $part->setImageArtifact('distort:viewport', "{$width}x$height+0+0");
                $part->distortImage(Imagick::DISTORTION_PERSPECTIVE, $pairs, false);
                self::strip($part);
                $part->setImageFormat('webp');
                $part->setImageCompressionQuality(92);
                $keep($name, $part->getImageBlob());
                $part->clear();
            }
        } catch (\ImagickException $e) {
            throw new UnreadablePicture('The picture is damaged, so it cannot be shown.', previous: $e);
        }
    }

    /** What the file's header tells, without its samples. */
    private static function ping(string $path, string $extension): Imagick
    {
        $image = new Imagick;
        $image->pingImage(self::CODERS[$extension].':'.$path.'[0]');

        return $image;
    }

    private static function read(string $path, string $extension): Imagick
    {
        $image = new Imagick;
        $image->readImage(self::CODERS[$extension].':'.$path.'[0]');
        if ($image->getImageOrientation() > Imagick::ORIENTATION_TOPLEFT) {
            $image->autoOrient();
        }
        if ($image->getImageColorspace() === Imagick::COLORSPACE_CMYK) {
            throw new UnreadablePicture('This is a print picture (CMYK), which does not tell measured colours. Save it as RGB.');
        }
        // What is see-through lies on white, as on a sheet.
        if ($image->getImageAlphaChannel()) {
            $image->setImageBackgroundColor('white');
            $image->setImageAlphaChannel(Imagick::ALPHACHANNEL_REMOVE);
        }

        return $image;
    }

    /** The library's names for what is read. */
    private const CODERS = ['png' => 'png', 'jpg' => 'jpeg', 'tif' => 'tiff', 'webp' => 'webp'];

    /** Whether the file says that it is to be turned by a quarter. */
    private static function liesOnItsSide(string $path, string $extension): bool
    {
        try {
            return self::ping($path, $extension)->getImageOrientation() >= Imagick::ORIENTATION_LEFTTOP;
        } catch (\ImagickException) {
            return false;
        }
    }

    private static function strip(Imagick $image): void
    {
        $icc = $image->getImageProfiles('icc', true)['icc'] ?? null;
        $image->stripImage();
        if ($icc !== null) {
            $image->profileImage('icc', $icc);
        }
    }

    /** Whether a JPEG holds its end marker; some libraries fill what is missing with grey and say nothing. */
    private static function jpegIsWhole(string $path): bool
    {
        $bytes = (int) filesize($path);
        $tail = (string) file_get_contents($path, offset: max(0, $bytes - 65536));

        return str_contains($tail, "\xff\xd9");
    }
}
