<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Models\SignIn;
use Illuminate\Auth\SessionGuard;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Symfony\Component\HttpFoundation\Response;

/** A sign-in holds as long as its row: one that was ended elsewhere ends here, one that stays comes back by its cookie. */
final class StaysSignedIn
{
    public function handle(Request $request, \Closure $next): Response
    {
        $guard = Auth::guard('web');
        if ($guard instanceof SessionGuard) {
            if ($request->session()->has($guard->getName())) {
                $this->goesOn($request, $guard);
            } elseif ($request->cookies->has(SignIn::COOKIE)) {
                $this->comesBack($request, $guard);
            }
        }

        return $next($request);
    }

    private function goesOn(Request $request, SessionGuard $guard): void
    {
        $signIn = SignIn::query()->where('uuid', (string) $request->session()->get(SignIn::KEY))->where('user_id', $guard->id())->first();
        if ($signIn === null || $guard->user() === null) {
            $guard->logoutCurrentDevice();
            $request->session()->invalidate();
            $request->session()->regenerateToken();

            return;
        }
        $signIn->seen();
    }

    private function comesBack(Request $request, SessionGuard $guard): void
    {
        $signIn = SignIn::ofCookie((string) $request->cookies->get(SignIn::COOKIE));
        if ($signIn !== null) {
            $guard->login($signIn->user);
            $request->session()->put(SignIn::KEY, $signIn->uuid);
            $signIn->seen();
        }
    }
}
