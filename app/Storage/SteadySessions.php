<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Session\FileSessionHandler;

/** Sessions in files that a full disk cannot empty: what did not change is not written, and what did takes the old file's place whole or not at all. */
final class SteadySessions extends FileSessionHandler
{
    public function write($sessionId, $data): bool
    {
        $path = "$this->path/$sessionId";
        if (is_file($path) && @file_get_contents($path) === $data) {
            return @touch($path);
        }
        $partial = $path.'.'.bin2hex(random_bytes(4));
        $whole = @file_put_contents($partial, $data) === strlen($data) && @rename($partial, $path);
        if (! $whole) {
            @unlink($partial);
        }

        return $whole;
    }
}
