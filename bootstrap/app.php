<?php

declare(strict_types=1);

use App\Http\Middleware\ActsByToken;
use App\Http\Middleware\AnswersOnce;
use App\Http\Middleware\CleanInput;
use App\Http\Middleware\CostsReaders;
use App\Http\Middleware\ForgeryToken;
use App\Http\Middleware\LowerUuids;
use App\Http\Middleware\OwnOrigin;
use App\Http\Middleware\QuietSession;
use App\Http\Middleware\SecurityHeaders;
use App\Http\Middleware\SpeaksVersion;
use App\Http\Middleware\StaysSignedIn;
use App\Http\Middleware\WritesTrail;
use App\Http\Problem;
use Illuminate\Cookie\Middleware\AddQueuedCookiesToResponse;
use Illuminate\Cookie\Middleware\EncryptCookies;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Http\Request;
use Illuminate\Routing\Middleware\SubstituteBindings;
use Illuminate\Support\Facades\Route;

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
        commands: __DIR__.'/../routes/console.php',
        then: static function (): void {
            Route::middleware('pages')->group(base_path('routes/web.php'));
            // The interface is the API's only session holder, so the API keeps sessions and forgery protection.
            Route::middleware('api')->prefix('api')->group(base_path('routes/api.php'));
        },
    )
    ->withMiddleware(function (Middleware $middleware): void {
        // One origin only, and the package for other origins is not installed.
        $middleware->remove(HandleCors::class);
        $middleware->prepend([SpeaksVersion::class, LowerUuids::class]);
        $middleware->append([SecurityHeaders::class, CleanInput::class]);
        $middleware->trustHosts(at: static fn (): array => App\Providers\AppServiceProvider::hosts(), subdomains: false);
        $middleware->group('pages', [SubstituteBindings::class]);
        $middleware->group('api', [
            OwnOrigin::class, EncryptCookies::class, AddQueuedCookiesToResponse::class, QuietSession::class, StaysSignedIn::class, ActsByToken::class, ForgeryToken::class, 'throttle:api', CostsReaders::class, SubstituteBindings::class, WritesTrail::class, AnswersOnce::class,
        ]);
        // Whoever signs in has no session yet that a token could belong to, and a telephone has none at all; the origin is looked at instead.
        $middleware->validateCsrfTokens(except: ['api/session', 'api/password', 'api/founder', 'api/practice', 'api/join', 'api/phone/*']);
        $middleware->redirectGuestsTo('/');
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        $exceptions->dontReport(MarshTrial\Core\CoreException::class);
        $exceptions->render(static fn (Throwable $e, Request $request) => $request->is('api/*') ? Problem::from($e) : null);
    })
    ->create();
