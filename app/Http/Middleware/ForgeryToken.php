<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use Illuminate\Foundation\Http\Middleware\ValidateCsrfToken;
use Illuminate\Support\Facades\Auth;
use Laravel\Sanctum\PersonalAccessToken;

/** Forgery is of a browser's cookies; who bears a token brought it themselves. */
final class ForgeryToken extends ValidateCsrfToken
{
    protected function inExceptArray($request)
    {
        $user = Auth::user();

        return parent::inExceptArray($request) || ($request->bearerToken() !== null && $user !== null && method_exists($user, 'currentAccessToken') && $user->currentAccessToken() instanceof PersonalAccessToken);
    }
}
