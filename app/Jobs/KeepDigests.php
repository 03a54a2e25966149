<?php

declare(strict_types=1);

namespace App\Jobs;

use App\Database\EvidenceClock;
use App\Models\Paint;
use App\Queries\PaintDigest;
use App\Queries\Shore;
use Illuminate\Contracts\Queue\ShouldBeUniqueUntilProcessing;
use Illuminate\Contracts\Queue\ShouldQueue;

/** What lists and home show of paints, worked out anew after a change, before a reader has to wait for it. In turns, so that a picture never waits for all of it. */
final class KeepDigests implements ShouldBeUniqueUntilProcessing, ShouldQueue
{
    use WhenIdle;

    /** Paints that are looked at together. */
    private const LOT = 100;

    /** Seconds of a turn (own). */
    private const TURN_S = 1.0;

    /** Seconds after which one that was lost is asked for again. */
    public int $uniqueFor = 600;

    /** Change of which this process asked for it. */
    private static ?int $asked = null;

    /** @param int $after id of the last paint that is done */
    public function __construct(private readonly int $after = 0)
    {
        $this->whenIdle();
    }

    /** Called by the worker whenever it looks for work. */
    public static function afterAChange(): void
    {
        $seen = EvidenceClock::seen();
        if ($seen !== self::$asked) {
            self::$asked = $seen;
            self::dispatch();
        }
    }

    public function handle(): void
    {
        $from = microtime(true);
        $after = $this->after;
        do {
            $ids = Paint::query()->where('id', '>', $after)->orderBy('id')->limit(self::LOT)->pluck('id')->all();
            PaintDigest::of($ids, null);
            $after = end($ids) ?: $after;
        } while (count($ids) === self::LOT && microtime(true) - $from < self::TURN_S);
        count($ids) === self::LOT ? self::dispatch($after) : Shore::of(null);
    }
}
