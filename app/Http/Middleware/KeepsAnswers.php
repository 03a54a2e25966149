<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Database\EvidenceClock;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Cache;
use Symfony\Component\HttpFoundation\BinaryFileResponse;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpFoundation\StreamedResponse;

/**
 * What was asked for is worked out once, until anything that it could tell has changed: for all who read without an account together, and for
 * each who is signed in.
 */
final class KeepsAnswers
{
    /** Answers that are kept: so many addresses share the room, however many are made up (own). */
    private const PLACES = 509;

    /** The same of one who is signed in (own). */
    private const PLACES_EACH = 61;

    /** Largest answer that is kept, bytes. */
    private const MOST_BYTES = 2_000_000;

    /** What depends on the day or the hour is worked out anew after so many seconds. */
    private const KEPT_S = 600;

    /** Whoever works here sees the clock go on. */
    private const KEPT_EACH_S = 60;

    private const HEADERS = ['Content-Type', 'Content-Disposition', 'Content-Security-Policy'];

    public function handle(Request $request, \Closure $next): Response
    {
        if (! $request->isMethod('GET')) {
            return $next($request);
        }
        $url = $request->getRequestUri();
        $user = $request->user()?->id;
        [$place, $at, $lasts] = $user === null
            ? ['visitors|'.crc32($url) % self::PLACES, EvidenceClock::read(), self::KEPT_S]
            : ["tester $user|".crc32($url) % self::PLACES_EACH, EvidenceClock::all(), self::KEPT_EACH_S];
        $at .= '|'.intdiv(time(), $lasts).'|'.EvidenceClock::build();
        // Where counts are kept too: reading must not take the database's one writer.
        $store = Cache::store((string) config('cache.limiter'));
        $kept = $store->get($place);
        if (is_array($kept) && $kept['url'] === $url && $kept['at'] === $at) {
            return $this->shared(new Response($kept['content'], 200, $kept['headers']), $user === null);
        }
        $response = $next($request);
        if ($response->getStatusCode() !== 200 || $response instanceof BinaryFileResponse || $response instanceof StreamedResponse) {
            return $response;
        }
        $content = (string) $response->getContent();
        if (strlen($content) <= self::MOST_BYTES) {
            $store->put($place, ['url' => $url, 'at' => $at, 'content' => $content, 'headers' => array_filter(array_combine(self::HEADERS, array_map($response->headers->get(...), self::HEADERS)))], $lasts);
        }

        return $this->shared($response, $user === null);
    }

    /** Anybody's cache may hold what everybody may read, and asks here whether it is still the same. */
    private function shared(Response $response, bool $public): Response
    {
        if (! $public) {
            return $response;
        }
        $response->headers->set('Cache-Control', 'public, no-cache');
        $response->setVary(['Cookie', 'Authorization']);

        return $response;
    }
}
