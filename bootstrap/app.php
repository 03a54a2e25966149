<?php

declare(strict_types=1);

use App\Http\Problem;
use Illuminate\Foundation\Application;
use Illuminate\Foundation\Configuration\Exceptions;
use Illuminate\Foundation\Configuration\Middleware;
use Illuminate\Http\Middleware\HandleCors;
use Illuminate\Http\Request;

return Application::configure(basePath: dirname(__DIR__))
    ->withRouting(
        web: __DIR__.'/../routes/web.php',
        then: static function (): void {
            // The interface is the API's only session holder, so the API keeps sessions and forgery protection.
            Illuminate\Support\Facades\Route::middleware('web')->prefix('api')->group(base_path('routes/api.php'));
        },
    )
    ->withMiddleware(function (Middleware $middleware): void {
        // One origin only, and the package for other origins is not installed.
        $middleware->remove(HandleCors::class);
        $middleware->redirectGuestsTo('/');
    })
    ->withExceptions(function (Exceptions $exceptions): void {
        $exceptions->dontReport(MarshTrial\Core\CoreException::class);
        $exceptions->render(static fn (Throwable $e, Request $request) => $request->is('api/*') ? Problem::from($e) : null);
    })
    ->create();
