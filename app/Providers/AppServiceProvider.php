<?php

declare(strict_types=1);

namespace App\Providers;

use App\Database\WriterConnection;
use App\Policies\OwnedPolicy;
use Illuminate\Database\Connection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\ServiceProvider;

final class AppServiceProvider extends ServiceProvider
{
    public function register(): void
    {
        Connection::resolverFor('sqlite', static fn ($pdo, string $database, string $prefix, array $config): WriterConnection => new WriterConnection($pdo, $database, $prefix, $config));
    }

    public function boot(): void
    {
        Model::shouldBeStrict();
        Model::unguard();
        OwnedPolicy::register();
    }
}
