<?php

declare(strict_types=1);

namespace App\Storage;

use Illuminate\Contracts\Cache\Lock;
use Illuminate\Contracts\Cache\LockProvider;
use Illuminate\Support\Facades\Cache;

/** One at a time, over all processes of this server; a turn that does not come in time ends in a LockTimeoutException. */
final class Turn
{
    /**
     * @template T
     *
     * @param int $longestS after which a turn that was never given back is free again
     * @param int $waitsS how long somebody waits for theirs
     * @param \Closure(): T $work
     *
     * @return T
     */
    public static function take(string $name, int $longestS, int $waitsS, \Closure $work): mixed
    {
        return self::lock($name, $longestS)->block($waitsS, $work);
    }

    private static function lock(string $name, int $longestS): Lock
    {
        $store = Cache::store('file')->getStore();

        return $store instanceof LockProvider ? $store->lock($name, $longestS) : throw new \LogicException('The file store locks.');
    }
}
