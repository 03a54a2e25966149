<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Illuminate\Contracts\Cache\Repository;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cache;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;

/**
 * Whoever reads without an account is limited by what it costs, not by how often: a share of one processor, with some to spend at once. A
 * bucket that fills at that rate; every answer tells what is left (IETF draft "RateLimit header fields for HTTP", by time of the processor).
 */
final class CostsReaders
{
    /** What may be spent at once, milliseconds of one processor (own): about a hundred pages. */
    public const AT_ONCE_MS = 12_000;

    public function handle(Request $request, \Closure $next): Response
    {
        $share = (float) config('trust.anonymous_cpu');
        if ($share <= 0 || $request->user() !== null) {
            return $next($request);
        }
        $key = 'cpu|'.$request->ip();
        $left = self::left($key, $share);
        if ($left <= 0) {
            $wait = (int) ceil((1 - $left) / (1000 * $share));
            throw new TooManyRequestsHttpException($wait, "Without an account one reads with at most $share of a processor of this server, and that is used up. Wait $wait seconds, or sign in.", headers: self::headers($left, $share));
        }
        [$response, $left] = self::charged($key, $share, static fn (): Response => $next($request));
        foreach (self::headers($left, $share) as $name => $value) {
            $response->headers->set($name, $value);
        }

        return $response;
    }

    /**
     * For what a page does beside what it is asked for: it is left out once its reader has nothing left.
     *
     * @template T
     *
     * @param \Closure(): T $work
     *
     * @return T|null
     */
    public static function ifLeft(Request $request, \Closure $work): mixed
    {
        $share = (float) config('trust.anonymous_cpu');
        $key = 'cpu|'.$request->ip();

        return $share > 0 && self::left($key, $share) <= 0 ? null : self::charged($key, $share, $work)[0];
    }

    /**
     * @template T
     *
     * @param \Closure(): T $work
     *
     * @return array{0: T, 1: float} what it made, and milliseconds that are left
     */
    private static function charged(string $key, float $share, \Closure $work): array
    {
        $before = self::spentMs();
        $made = $work();
        if ($share <= 0) {
            return [$made, self::AT_ONCE_MS];
        }
        // What others spent of it meanwhile counts too.
        $left = self::left($key, $share) - (self::spentMs() - $before);
        self::kept()->put($key, [$left, microtime(true)], (int) ceil(2 * self::AT_ONCE_MS / (1000 * $share)));

        return [$made, $left];
    }

    /** Milliseconds that are left now. */
    private static function left(string $key, float $share): float
    {
        [$left, $at] = self::kept()->get($key) ?? [self::AT_ONCE_MS, microtime(true)];

        return min(self::AT_ONCE_MS, $left + 1000 * $share * (microtime(true) - $at));
    }

    /** @return array<string, string> */
    private static function headers(float $left, float $share): array
    {
        return [
            'RateLimit-Policy' => sprintf('"cpu-ms";q=%d;w=%d', self::AT_ONCE_MS, (int) ceil(self::AT_ONCE_MS / (1000 * $share))),
            'RateLimit' => sprintf('"cpu-ms";r=%d;t=%d', max(0, (int) $left), (int) ceil((self::AT_ONCE_MS - $left) / (1000 * $share))),
        ];
    }

    private static function spentMs(): float
    {
        $usage = getrusage() ?: [];

        return 1000 * (($usage['ru_utime.tv_sec'] ?? 0) + ($usage['ru_stime.tv_sec'] ?? 0)) + (($usage['ru_utime.tv_usec'] ?? 0) + ($usage['ru_stime.tv_usec'] ?? 0)) / 1000;
    }

    /** Where attempts are counted as well. */
    private static function kept(): Repository
    {
        return Cache::store((string) config('cache.limiter'));
    }
}
