<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Programs of others ask under /api/v1, which stays as it is; the interface that ships with this server asks without a version. */
final class SpeaksVersion
{
    private const PREFIX = '/api/v1/';

    public function handle(Request $request, \Closure $next): Response
    {
        $uri = (string) $request->server->get('REQUEST_URI');
        if (str_starts_with($uri, self::PREFIX)) {
            $request->server->set('REQUEST_URI', '/api/'.substr($uri, strlen(self::PREFIX)));
            $request->initialize($request->query->all(), $request->request->all(), $request->attributes->all(), $request->cookies->all(), $request->files->all(), $request->server->all(), $request->getContent());
        }

        return $next($request);
    }
}
