<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Http\Refused;
use App\Http\Scopes;
use App\Models\User;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Laravel\Sanctum\PersonalAccessToken;
use Symfony\Component\HttpFoundation\Response;

/** A request that bears a token acts for whoever made the token, as far as the token's scopes go and no further. */
final class ActsByToken
{
    /** A token's last use is noted this often, seconds. */
    private const NOTED = 60;

    public function handle(Request $request, \Closure $next): Response
    {
        $bearer = (string) $request->bearerToken();
        if ($bearer === '') {
            return $next($request);
        }
        $token = PersonalAccessToken::findToken($bearer);
        $user = $token?->tokenable;
        if ($token === null || ! $user instanceof User || $user->removed_at !== null || ($token->expires_at !== null && $token->expires_at->isPast())) {
            throw new AuthenticationException;
        }
        $route = $request->route();
        $scope = is_object($route) ? Scopes::of($request->method(), substr($route->uri(), 4)) : null;
        if ($scope === null || ! $token->can($scope)) {
            throw new Refused($scope === null ? 'No token may do this; sign in for it.' : "This token may not: it lacks the scope \"$scope\".");
        }
        if ($token->last_used_at === null || $token->last_used_at->diffInSeconds(now(), true) > self::NOTED) {
            $token->forceFill(['last_used_at' => now()])->save();
        }
        Auth::setUser($user->withAccessToken($token));

        return $next($request);
    }
}
