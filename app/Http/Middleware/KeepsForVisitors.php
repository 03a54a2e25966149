<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Database\EvidenceClock;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cache;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;

/** What everybody may read is worked out once for all who read without an account, until anything that it could tell has changed. */
final class KeepsForVisitors
{
    /** Answers that are kept: so many addresses share the room, however many are made up (own). */
    private const PLACES = 509;

    /** Largest answer that is kept, bytes. */
    private const MOST_BYTES = 2_000_000;

    /** What depends on the day or the hour is worked out anew after so many seconds. */
    private const KEPT_S = 600;

    private const HEADERS = ['Content-Type', 'Content-Disposition', 'Content-Security-Policy'];

    public function handle(Request $request, \Closure $next): Response
    {
        if (! $request->isMethod('GET') || $request->user() !== null) {
            return $next($request);
        }
        $url = $request->getRequestUri();
        $place = 'visitors|'.crc32($url) % self::PLACES;
        $at = EvidenceClock::read().'|'.intdiv(time(), self::KEPT_S);
        // Where counts are kept too: reading must not take the database's one writer.
        $store = Cache::store((string) config('cache.limiter'));
        $kept = $store->get($place);
        if (is_array($kept) && $kept['url'] === $url && $kept['at'] === $at) {
            return $this->shared(new Response($kept['content'], 200, $kept['headers']));
        }
        $response = $next($request);
        if ($response->getStatusCode() !== 200 || $response instanceof BinaryFileResponse || $response instanceof StreamedResponse) {
            return $response;
        }
        $content = (string) $response->getContent();
        if (strlen($content) <= self::MOST_BYTES) {
            $store->put($place, ['url' => $url, 'at' => $at, 'content' => $content, 'headers' => array_filter(array_combine(self::HEADERS, array_map($response->headers->get(...), self::HEADERS)))], self::KEPT_S);
        }

        return $this->shared($response);
    }

    /** Anybody's cache may hold it, and asks here whether it is still the same. */
    private function shared(Response $response): Response
    {
        $response->headers->set('Cache-Control', 'public, no-cache');
        $response->setVary(['Cookie', 'Authorization']);

        return $response;
    }
}
