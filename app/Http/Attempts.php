<?php

declare(strict_types=1);

namespace App\Http;

use Illuminate\Support\Facades\RateLimiter;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;

/** Slows guessing: so many attempts a minute for one key, whether they succeed or not. */
final class Attempts
{
    /** @throws TooManyRequestsHttpException when there were enough */
    public static function count(string $key, int $most): void
    {
        if (RateLimiter::tooManyAttempts($key, $most)) {
            throw new TooManyRequestsHttpException(RateLimiter::availableIn($key));
        }
        RateLimiter::hit($key);
    }

    /** After a success the next ones are not held against it. */
    public static function forget(string $key): void
    {
        RateLimiter::clear($key);
    }
}
