<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Tells a reader who has an answer already that it is still the same (RFC 9110, 13.1.2), and by which version of the API it was given. */
final class AnswersOnce
{
    public function handle(Request $request, \Closure $next): Response
    {
        $response = $next($request);
        $response->headers->set('API-Version', '1');
        // An edition is a tag for writing; it does not count what hangs on a thing.
        if ($request->isMethod('GET') && $response->getStatusCode() === 200 && $response->getContent() !== false && ! $response->headers->has('ETag')) {
            $response->setEtag(hash('xxh128', (string) $response->getContent()), true);
            $response->isNotModified($request);
        }

        return $response;
    }
}
