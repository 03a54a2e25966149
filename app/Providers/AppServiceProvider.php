<?php

declare(strict_types=1);

namespace App\Providers;

use App\Database\BrokenConnections;
use App\Database\WriterConnection;
use App\Events\ImportWaits;
use App\Events\PictureWaits;
use App\Events\PracticeWanted;
use App\Http\Network;
use App\Jobs\KeepDigests;
use App\Jobs\LoadPractice;
use App\Jobs\MakeArchive;
use App\Jobs\MeasurePicture;
use App\Jobs\RunImport;
use App\Ledger\Archives\ArchiveWanted;
use App\Models\BenchSession;
use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Group;
use App\Models\HangingMove;
use App\Models\HangingPause;
use App\Models\LightLog;
use App\Models\Measurement;
use App\Models\Photo;
use App\Models\Picture;
use App\Models\Specimen;
use App\Models\Spoiling;
use App\Models\Study;
use App\Models\StudyPicture;
use App\Models\Swatch;
use App\Models\User;
use App\Policies\BenchSessionPolicy;
use App\Policies\CardPolicy;
use App\Policies\MeasurementPolicy;
use App\Policies\OwnedPolicy;
use App\Policies\PartOfCardPolicy;
use App\Policies\SharedPolicy;
use App\Policies\SwatchPolicy;
use App\Policies\UserPolicy;
use App\Rules\HardToGuess;
use App\Storage\SteadyCounts;
use App\Storage\SteadySessions;
use Illuminate\Cache\RateLimiting\Limit;
use Illuminate\Cache\Repository;
use Illuminate\Contracts\Database\LostConnectionDetector;
use Illuminate\Database\Connection;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Foundation\Application;
use Illuminate\Http\Middleware\TrustProxies;
use Illuminate\Http\Request;
use Illuminate\Queue\Events\Looping;
use Illuminate\Support\Facades\Cache;
use Illuminate\Support\Facades\Event;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Facades\RateLimiter;
use Illuminate\Support\Facades\Session;
use Illuminate\Support\ServiceProvider;
use Illuminate\Validation\Rules\Password;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;

final class AppServiceProvider extends ServiceProvider
{
    private const SHORTEST_PASSWORD = 12;

    private const LONGEST_PASSWORD = 128;

    /** Who may do what with a thing; what is not named here is its owner's. */
    private const POLICIES = [
        BenchSession::class => BenchSessionPolicy::class,
        Card::class => CardPolicy::class,
        FadeCheck::class => PartOfCardPolicy::class,
        Group::class => SharedPolicy::class,
        HangingMove::class => PartOfCardPolicy::class,
        HangingPause::class => PartOfCardPolicy::class,
        LightLog::class => PartOfCardPolicy::class,
        Measurement::class => MeasurementPolicy::class,
        Photo::class => PartOfCardPolicy::class,
        Picture::class => PartOfCardPolicy::class,
        Specimen::class => PartOfCardPolicy::class,
        Spoiling::class => PartOfCardPolicy::class,
        Study::class => SharedPolicy::class,
        StudyPicture::class => SharedPolicy::class,
        Swatch::class => SwatchPolicy::class,
        User::class => UserPolicy::class,
    ];

    public function register(): void
    {
        Connection::resolverFor('sqlite', static fn ($pdo, string $database, string $prefix, array $config): WriterConnection => new WriterConnection($pdo, $database, $prefix, $config));
        $this->app->singleton(LostConnectionDetector::class, BrokenConnections::class);
    }

    public function boot(): void
    {
        Model::shouldBeStrict();
        Gate::guessPolicyNamesUsing(static fn (string $model): string => self::POLICIES[$model] ?? OwnedPolicy::class);
        Gate::define('steward', static fn (User $user): bool => $user->isHouseSteward());
        // In the same transaction as what waits: state and job commit together.
        Event::listen(static fn (PictureWaits $event) => MeasurePicture::dispatch());
        Event::listen(static fn (ImportWaits $event) => RunImport::dispatch($event->importId, false));
        Event::listen(static fn (PracticeWanted $event) => LoadPractice::dispatch());
        Event::listen(static fn (Looping $event) => KeepDigests::afterAChange());
        Event::listen(static fn (ArchiveWanted $event) => MakeArchive::dispatch($event->archive));
        Session::extend('file', static fn (Application $app): SteadySessions => new SteadySessions($app['files'], (string) config('session.files'), (int) config('session.lifetime')));
        Cache::extend('steady', fn (Application $app): Repository => Cache::repository(new SteadyCounts($app['files'], storage_path('framework/cache/data'))));
        TrustProxies::at(config('trust.proxies'));
        Password::defaults(static fn (): Password => Password::min(self::SHORTEST_PASSWORD)->max(self::LONGEST_PASSWORD)->rules([new HardToGuess]));
        RateLimiter::for('api', static fn (Request $request): Limit => self::limit($request, 'minute', $request->isMethodSafe() ? 'reads' : 'writes', 'requests a minute'));
        RateLimiter::for('uploads', static fn (Request $request): Limit => self::limit($request, 'day', 'uploads', 'pictures a day for one tester'));
    }

    /**
     * Host names that this server answers to, as patterns; an invented one could otherwise end up in a link.
     *
     * @return list<string>
     */
    public static function hosts(): array
    {
        $named = (array) config('trust.hosts');
        if (in_array('*', $named, true)) {
            return ['.*'];
        }
        $hosts = ['127.0.0.1', 'localhost', '[::1]', (string) parse_url((string) config('app.url'), PHP_URL_HOST), ...$named, ...config('trust.lan') ? Network::addresses() : []];

        return array_map(static fn (string $host): string => '^'.preg_quote($host).'$', array_values(array_filter($hosts)));
    }

    private static function limit(Request $request, string $per, string $limit, string $what): Limit
    {
        $most = (int) config("trust.$limit");
        $by = "$limit|".($request->user()->id ?? $request->ip());

        return ($per === 'day' ? Limit::perDay($most) : Limit::perMinute($most))->by($by)
            ->response(static fn (Request $r, array $headers) => throw new TooManyRequestsHttpException($headers['Retry-After'] ?? null, "This server takes $most $what. Wait, and try again; what you typed is still here.", headers: $headers));
    }
}
