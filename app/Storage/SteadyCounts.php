<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Cache\FileStore;

/** Counts requests in files; one that a full disk cannot take is not counted, and nobody is refused for it. */
final class SteadyCounts extends FileStore
{
    public function put($key, $value, $seconds): bool
    {
        try {
            return parent::put($key, $value, $seconds);
        } catch (\ErrorException) {
            return false;
        }
    }

    public function add($key, $value, $seconds): bool
    {
        try {
            return parent::add($key, $value, $seconds);
        } catch (\Throwable) {
            return false;
        }
    }
}
