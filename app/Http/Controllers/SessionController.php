<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;

final class SessionController extends Controller
{
    private const ATTEMPTS_A_MINUTE = 5;

    public function show(Request $request): JsonResponse
    {
        $user = $this->user($request);

        return new JsonResponse(['user' => $user === null ? null : ['uuid' => $user->uuid, 'name' => $user->name, 'email' => $user->email, 'isSteward' => $user->is_steward]]);
    }

    public function store(Request $request): JsonResponse
    {
        $credentials = $request->validate(['email' => 'required|email|max:200', 'password' => 'required|string|max:200']);
        $credentials['email'] = mb_strtolower($credentials['email']);
        $key = 'sign-in|'.$credentials['email'].'|'.$request->ip();
        if (RateLimiter::tooManyAttempts($key, self::ATTEMPTS_A_MINUTE)) {
            throw new TooManyRequestsHttpException(RateLimiter::availableIn($key));
        }
        if (! Auth::attempt($credentials, true)) {
            RateLimiter::hit($key);
            throw ValidationException::withMessages(['email' => 'That address and password do not belong together.']);
        }
        RateLimiter::clear($key);
        $request->session()->regenerate();

        return $this->show($request);
    }

    public function destroy(Request $request): JsonResponse
    {
        Auth::guard('web')->logout();
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return new JsonResponse(['user' => null]);
    }
}
