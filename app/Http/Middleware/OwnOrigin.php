<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Illuminate\Http\Request;
use Illuminate\Session\TokenMismatchException;
use Symfony\Component\HttpFoundation\Response;

/** A write that a browser sends for another site's page is refused, before any session is looked at. */
final class OwnOrigin
{
    public function handle(Request $request, \Closure $next): Response
    {
        if (! $request->isMethodSafe() && ! $this->isOwn($request)) {
            throw new TokenMismatchException;
        }

        return $next($request);
    }

    private function isOwn(Request $request): bool
    {
        $site = $request->headers->get('Sec-Fetch-Site');
        if ($site !== null) {
            return in_array($site, ['same-origin', 'none'], true);
        }
        $origin = $request->headers->get('Origin');

        return $origin === null || $origin === $request->getSchemeAndHttpHost();
    }
}
