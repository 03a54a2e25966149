<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;

/** Tells the browser what this program never does: run scripts of others, stand in a frame of others, or say where its reader came from. */
final class SecurityHeaders
{
    /** Styles are set on elements by the interface's library, which no nonce reaches; scripts come from this server only. */
    private const POLICY = "default-src 'none'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' blob: data:; font-src 'self'; connect-src 'self'; manifest-src 'self'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'";

    private const HEADERS = ['X-Content-Type-Options' => 'nosniff', 'Referrer-Policy' => 'same-origin', 'X-Frame-Options' => 'DENY', 'Cross-Origin-Opener-Policy' => 'same-origin', 'Cross-Origin-Resource-Policy' => 'same-origin', 'Permissions-Policy' => 'geolocation=(), microphone=(), payment=()'];

    private const A_YEAR = 31_536_000;

    public function handle(Request $request, \Closure $next): Response
    {
        $response = $next($request);
        $headers = $response->headers;
        foreach (self::HEADERS as $name => $value) {
            $headers->set($name, $value);
        }
        if (! $headers->has('Content-Security-Policy')) {
            $headers->set('Content-Security-Policy', self::POLICY);
        }
        if ($request->isSecure()) {
            $headers->set('Strict-Transport-Security', 'max-age='.self::A_YEAR);
        }
        // What is answered belongs to who asked, unless an answer says otherwise.
        if (! $headers->has('Cache-Control') || $headers->get('Cache-Control') === 'no-cache, private') {
            $headers->set('Cache-Control', $request->is('api/*') ? 'private, no-store' : 'no-cache, private');
        }

        return $response;
    }
}
