<?php

declare(strict_types=1);

namespace App\Http\Middleware;

use App\Models\SignIn;
use Illuminate\Http\Request;
use Illuminate\Session\Middleware\StartSession;

/** Starts a session, but none is kept for somebody who only reads: no file, no cookie. */
final class QuietSession extends StartSession
{
    public function handle($request, \Closure $next)
    {
        if (! $this->onlyReads($request)) {
            return parent::handle($request, $next);
        }
        $this->manager->setDefaultDriver('array');
        $response = parent::handle($request, $next);
        foreach ([(string) config('session.cookie'), 'XSRF-TOKEN'] as $cookie) {
            $response->headers->removeCookie($cookie);
        }

        return $response;
    }

    /** Where somebody was last is of no use here, and would make every session another one. */
    protected function storeCurrentUrl(Request $request, $session) {}

    private function onlyReads(Request $request): bool
    {
        return $request->isMethodSafe() && ! $request->cookies->has((string) config('session.cookie')) && ! $request->cookies->has(SignIn::COOKIE);
    }
}
