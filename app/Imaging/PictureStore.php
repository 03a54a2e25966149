<?php

declare(strict_types=1);

namespace App\Imaging;

use App\Storage\DiskSpace;
use App\Storage\DurableFile;

/** Keeps picture files under their content's SHA-256, so that a file once stored never changes. */
final class PictureStore
{
    public static function path(string $sha256, string $extension): string
    {
        return storage_path('app/pictures/'.substr($sha256, 0, 2)."/$sha256.$extension");
    }

    /** Where it is while it takes less room (PackedPng). */
    public static function packedPath(string $sha256, string $extension): string
    {
        return self::path($sha256, $extension).'.packed';
    }

    /** Whether the picture is kept here, as it came or packed. */
    public static function has(string $sha256, string $extension): bool
    {
        return is_file(self::path($sha256, $extension)) || is_file(self::packedPath($sha256, $extension));
    }

    /** Path of the file as it came, to the byte; one that is packed is unpacked first. It may be no file where the picture is not kept here. */
    public static function whole(string $sha256, string $extension): string
    {
        $path = self::path($sha256, $extension);
        $packed = self::packedPath($sha256, $extension);
        if (! is_file($path) && is_file($packed)) {
            $bytes = PackedPng::unpack((string) file_get_contents($packed));
            if (hash('sha256', $bytes) !== $sha256) {
                throw new UnreadablePicture('The kept picture is damaged.');
            }
            DurableFile::write($path, $bytes);
        }

        return $path;
    }

    /** Bytes that it takes on disk. */
    public static function bytes(string $sha256, string $extension): int
    {
        return (int) (@filesize(self::path($sha256, $extension)) ?: @filesize(self::packedPath($sha256, $extension)));
    }

    public static function forget(string $sha256, string $extension): void
    {
        @unlink(self::path($sha256, $extension));
        @unlink(self::packedPath($sha256, $extension));
    }

    /**
     * Keeps one picture in less room, if it comes out of it again to the byte. Whatever moment this is broken off at, one of both is whole.
     *
     * @return bool false where it cannot be kept smaller
     */
    public static function pack(string $sha256, string $extension): bool
    {
        $path = self::path($sha256, $extension);
        $packed = self::packedPath($sha256, $extension);
        if (! is_file($packed)) {
            $bytes = PackedPng::pack((string) file_get_contents($path));
            if ($bytes === null) {
                return false;
            }
            DurableFile::write($packed, $bytes);
        }
        @unlink($path);

        return true;
    }

    /**
     * Takes a picture that somebody sends: checked by its header, without what tells where it was taken.
     *
     * @return array{sha256: string, width: int, height: int, extension: 'png'|'jpg'|'tif'|'webp'}
     *
     * @throws UnreadablePicture
     */
    public static function receive(string $path): array
    {
        DiskSpace::needed();
        if (PictureDecoder::isHeic($path)) {
            return self::received(PictureDecoder::fromHeic($path));
        }
        $facts = PictureDecoder::inspect($path);

        return ['sha256' => self::keep(LocationCut::of((string) file_get_contents($path), $facts['extension']), $facts['extension']), ...$facts];
    }

    /**
     * A picture that was made a JPEG of.
     *
     * @return array{sha256: string, width: int, height: int, extension: 'png'|'jpg'|'tif'|'webp'}
     */
    private static function received(string $jpeg): array
    {
        $file = (string) tempnam(sys_get_temp_dir(), 'picture');
        try {
            file_put_contents($file, $jpeg);
            $facts = PictureDecoder::inspect($file);
        } finally {
            unlink($file);
        }

        return ['sha256' => self::keep(LocationCut::of($jpeg, 'jpg'), 'jpg'), ...$facts];
    }

    /** Stores the bytes, synced to disk before it returns their hash. */
    public static function keep(string $bytes, string $extension): string
    {
        $sha256 = hash('sha256', $bytes);
        $path = self::path($sha256, $extension);
        // One that lay here unused is used again: no sweep takes it now.
        $there = is_file($path) ? $path : self::packedPath($sha256, $extension);
        if (! is_file($there) || ! touch($there)) {
            DurableFile::write($path, $bytes);
        }

        return $sha256;
    }

    /** Path of a smaller copy for looking at, made when it is first asked for. */
    public static function preview(string $sha256, string $extension, int $longerSide): string
    {
        $path = self::cutPath("$sha256-$longerSide");
        if (! is_file($path)) {
            DurableFile::write($path, PictureDecoder::preview(self::whole($sha256, $extension), $longerSide));
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
            PictureDecoder::parts(self::whole($sha256, $extension), $missing, static fn (string $name, string $bytes) => DurableFile::write(self::cutPath($name), $bytes));
        }
    }

    public static function cutPath(string $name): string
    {
        return storage_path("app/previews/$name.webp");
    }
}
