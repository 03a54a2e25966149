<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Models\User;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Laravel\Sanctum\PersonalAccessToken;
use Symfony\Component\HttpFoundation\Response;

/** Keeps who changed what by which route: no contents, which stand with the things themselves. */
final class WritesTrail
{
    /** Said so often, and of so little weight, that it would bury the rest; sign-ins are in the security log. */
    private const NOT_KEPT = ['session', 'paints/{paint}/look', 'follows/seen'];

    public function handle(Request $request, \Closure $next): Response
    {
        $response = $next($request);
        $route = $request->route();
        $user = $request->user();
        if (! $request->isMethodSafe() && $response->isSuccessful() && $user instanceof User && is_object($route)) {
            $uri = substr($route->uri(), 4);
            if (! in_array($uri, self::NOT_KEPT, true)) {
                $token = $user->currentAccessToken();
                DB::table('audit')->insert(['at' => now(), 'by_id' => $user->exists ? $user->id : null, 'route' => $request->method()." $uri", 'subject' => mb_substr(implode(' ', array_map(static fn (mixed $p): string => is_object($p) ? (string) ($p->uuid ?? '') : (string) $p, $route->parameters())), 0, 120), 'by_token' => $token instanceof PersonalAccessToken ? mb_substr((string) $token->name, 0, 80) : '']);
            }
        }

        return $response;
    }
}
