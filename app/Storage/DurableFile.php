<?php

declare(strict_types=1);

namespace App\Storage;

/** Writes a file so that after a power cut it is there whole or not at all, and that nobody ever sees half of it under its name. */
final class DurableFile
{
    /** Ends the name of a file that is still being written. */
    public const PARTIAL = '.partial';

    public static function write(string $path, string $bytes): void
    {
        self::folder($path);
        $partial = $path.'.'.bin2hex(random_bytes(4)).self::PARTIAL;
        $file = @fopen($partial, 'xb') ?: throw new NoRoom('The file could not be begun.');
        // A disk may take a part of it and say so only in the count.
        $whole = @fwrite($file, $bytes) === strlen($bytes) && @fsync($file);
        fclose($file);
        if (! $whole) {
            @unlink($partial);
            throw new NoRoom('The file could not be written to its end.');
        }
        self::adopt($path, $partial);
    }

    /** Gives a file that was written whole beside it its name. */
    public static function adopt(string $path, string $from): void
    {
        if (! @rename($from, $path)) {
            throw new NoRoom('The file could not be given its name.');
        }
        self::sync(dirname($path));
    }

    private static function folder(string $path): void
    {
        if (! is_dir(dirname($path)) && ! @mkdir(dirname($path), 0770, true) && ! is_dir(dirname($path))) {
            throw new NoRoom('The folder could not be made.');
        }
    }

    /** The name is part of its folder, which has to reach the disk too. */
    private static function sync(string $folder): void
    {
        $handle = @fopen($folder, 'r');
        if ($handle !== false) {
            @fsync($handle);
            fclose($handle);
        }
    }
}
