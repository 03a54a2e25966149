<?php

declare(strict_types=1);

namespace App\Imaging;

/** Keeps picture files under their content's SHA-256, so that a file once stored never changes. */
final class PictureStore
{
    public static function path(string $sha256, string $extension): string
    {
        return storage_path('app/pictures/'.substr($sha256, 0, 2)."/$sha256.$extension");
    }

    /** Stores the bytes, synced to disk before it returns their hash. */
    public static function keep(string $bytes, string $extension): string
    {
        $sha256 = hash('sha256', $bytes);
        $path = self::path($sha256, $extension);
        if (! is_file($path)) {
            self::write($path, $bytes);
        }

        return $sha256;
    }

    /** Path of a smaller copy for looking at, made when it is first asked for. */
    public static function preview(string $sha256, string $extension, int $longerSide): string
    {
        $path = self::cutPath("$sha256-$longerSide");
        if (! is_file($path)) {
            self::write($path, PictureDecoder::preview(self::path($sha256, $extension), $longerSide));
        }

        return $path;
    }

    /**
     * Cuts parts out of a picture, straightened and to scale, all at once since decoding takes longest; those that are there stay.
     *
     * @param array<string, array{corners: list<array{0: float, 1: float}>, width: int, height: int}> $parts by file name; corners in pixels, clockwise from the upper left
     */
    public static function cut(string $sha256, string $extension, array $parts): void
    {
        $missing = array_filter($parts, static fn (string $name): bool => ! is_file(self::cutPath($name)), ARRAY_FILTER_USE_KEY);
        if ($missing !== []) {
            PictureDecoder::parts(self::path($sha256, $extension), $missing, static fn (string $name, string $bytes) => self::write(self::cutPath($name), $bytes));
        }
    }

    public static function cutPath(string $name): string
    {
        return storage_path("app/previews/$name.jpg");
    }

    /** Writes beside the name first, so that nobody ever sees half a file under it. */
    private static function write(string $path, string $bytes): void
    {
        if (! is_dir(dirname($path))) {
            @mkdir(dirname($path), 0775, true);
        }
        $partial = $path.'.'.bin2hex(random_bytes(4));
        $file = fopen($partial, 'xb') ?: throw new \RuntimeException('The picture could not be stored.');
        fwrite($file, $bytes);
        fsync($file);
        fclose($file);
        rename($partial, $path);
    }
}
