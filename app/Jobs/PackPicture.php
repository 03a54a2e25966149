<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Imaging\PictureStore;
use App\Models\Picture;
use Illuminate\Contracts\Queue\ShouldQueue;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\DB;

/** Keeps one scan in less room, when there is nothing else to do; then the next one. Broken off, nothing is lost. */
final class PackPicture implements ShouldQueue
{
    use WhenIdle;

    /** A picture is looked at and measured again while it is young (own). */
    private const SETTLED_S = 3_600;

    /** One that does not get smaller is not tried again. */
    private const TRIED = 'not packed ';

    public int $tries = 3;

    public int $timeout = 300;

    public function __construct()
    {
        $this->whenIdle();
    }

    /** Begins, unless it goes on already. */
    public static function begin(): void
    {
        if (! DB::table('jobs')->where('payload', 'like', '%PackPicture%')->exists()) {
            dispatch(new self);
        }
    }

    public function handle(): void
    {
        $next = self::next();
        if ($next === null) {
            return;
        }
        if (! PictureStore::pack($next, 'png')) {
            Cache::forever(self::TRIED.$next, true);
        }
        dispatch(new self);
    }

    /** @return string|null SHA-256 of a scan that is kept as it came and has settled */
    private static function next(): ?string
    {
        clearstatcache();
        foreach (Picture::query()->whereNotNull('sha256')->where('extension', 'png')->distinct()->orderBy('sha256')->pluck('sha256') as $sha256) {
            $path = PictureStore::path((string) $sha256, 'png');
            if (is_file($path) && filemtime($path) < time() - self::SETTLED_S && ! Cache::has(self::TRIED.$sha256)) {
                return (string) $sha256;
            }
        }

        return null;
    }
}
