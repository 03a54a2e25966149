<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Actions\MergePaints;
use App\Actions\PublishRecord;
use App\Actions\RequestMeasurement;
use App\Models\BenchSession;
use App\Models\CaptureProfile;
use App\Models\CaptureTarget;
use App\Models\FadeCheck;
use App\Models\Hanging;
use App\Models\Import;
use App\Models\InstrumentRun;
use App\Models\Measurement;
use App\Models\Paint;
use App\Models\Palette;
use App\Models\Photo;
use App\Models\Picture;
use App\Models\Spoiling;
use App\Models\Task;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;

/**
 * Who may what: every route of the API by everybody, as tests/Support/roles.txt says. A route without a line fails, and so does a line
 * without a route. What is asked for is a draft of the owner's session unless the line says otherwise.
 */
final class RoleMatrixTest extends FeatureTestCase
{
    private const ROLES = ['anonymous', 'stranger', 'invited', 'owner', 'steward'];

    public function testEveryRouteByEveryRole(): void
    {
        $table = self::table();
        $routes = self::routes();
        self::assertSame([], array_values(array_diff(array_keys($routes), array_keys($table))), 'Routes without a line in roles.txt.');
        self::assertSame([], array_values(array_diff(array_keys($table), array_keys($routes))), 'Lines in roles.txt without a route.');
        $things = $this->house();
        $wrong = [];
        foreach ($table as $route => $expected) {
            [$method, $uri] = explode(' ', $route, 2);
            foreach (self::ROLES as $i => $role) {
                // Whatever a role may do is undone, so that every cell meets the same house.
                DB::beginTransaction();
                $this->app['auth']->forgetGuards();
                $user = $role === 'anonymous' ? null : $things[$role];
                if ($user instanceof User) {
                    $this->actingAs($user);
                }
                $answer = $this->json($method, '/api/'.self::address($uri, $things), self::BODIES[$route] ?? []);
                DB::rollBack();
                $may = match (true) {
                    $answer->getStatusCode() === 401 => 'in',
                    $answer->getStatusCode() === 403 => 'no',
                    $answer->getStatusCode() === 404 => 'none',
                    $answer->getStatusCode() >= 500 => 'broken '.$answer->getStatusCode(),
                    // Refused for what was sent, not for who sent it.
                    default => 'may',
                };
                if ($may !== $expected[$i]) {
                    $wrong[] = "$route, $role: $may instead of {$expected[$i]} ({$answer->getStatusCode()})";
                }
            }
        }
        self::assertSame([], $wrong);
    }

    /** What has to be said for a request to come as far as asking who sends it. */
    private const BODIES = [
        'PUT paints/{uuid}' => ['makerName' => 'Withy Colours', 'colourName' => 'Other'],
        'PUT tasks/{uuid}' => ['state' => 'done'], 'PUT people/{uuid}' => ['name' => 'Kes', 'email' => 'kes@saltern-reach.example'],
    ];

    /** @return array<string, list<string>> what each role meets, by route */
    private static function table(): array
    {
        $out = [];
        foreach (file(dirname(__DIR__).'/Support/roles.txt', FILE_IGNORE_NEW_LINES | FILE_SKIP_EMPTY_LINES) ?: [] as $line) {
            if (! str_starts_with($line, '#')) {
                [$method, $uri, $cells] = preg_split('/\s+/', trim($line), 3) ?: [];
                $out["$method $uri"] = preg_split('/\s+/', $cells) ?: [];
            }
        }

        return $out;
    }

    /** @return array<string, true> */
    private static function routes(): array
    {
        $out = [];
        foreach (Route::getRoutes() as $route) {
            if (str_starts_with($route->uri(), 'api/')) {
                foreach (array_diff($route->methods(), ['HEAD']) as $method) {
                    $out["$method ".substr($route->uri(), 4)] = true;
                }
            }
        }
        ksort($out);

        return $out;
    }

    /** @param array<string, mixed> $things */
    private static function address(string $uri, array $things): string
    {
        $of = ['tasks/{uuid}' => 'task', 'spoilings/{uuid}' => 'spoiling', 'claims/{uuid}' => 'claim', 'imports/{uuid}' => 'import', 'palettes/{uuid}' => 'palette', 'sessions/{uuid}' => 'session', 'cards/{uuid}' => 'card', 'pans/{uuid}' => 'pan', 'paints/{uuid}' => 'paint'];
        if (str_starts_with($uri, 'records/')) {
            $things['card'] = $things['published'];
        }
        if (isset($of[$uri])) {
            return str_replace('{uuid}', $things[$of[$uri]], $uri);
        }

        return (string) preg_replace_callback('/\{(\w+)\}/', static fn (array $m): string => $things[$m[1]] instanceof User ? $things[$m[1]]->uuid : (string) $things[$m[1]], $uri);
    }

    /** @return array<string, mixed> a house with one of everything, by the name that routes have for it */
    private function house(): array
    {
        $owner = $this->wren;
        $this->actingAs($owner);
        $draft = $this->card('fade', 'PV3');
        $session = BenchSession::put(self::uuid(), ['title' => 'Slack water', 'planned_on' => '2026-02-01', 'paper_id' => $draft->paper_id, 'tests' => ['fade'], 'protocols' => [], 'conditions' => []]);
        $invited = User::query()->create(['uuid' => self::uuid(), 'name' => 'kes', 'email' => 'invited@saltern-reach.example', 'password' => 'x'])->refresh();
        $session->people()->attach([$owner->id, $invited->id]);
        $draft->update(['bench_session_id' => $session->id]);
        $specimen = $draft->specimens[0];
        RequestMeasurement::fromStandIn(self::uuid(), $draft, null);
        $picture = Picture::query()->firstOrFail();
        Hanging::put(self::uuid(), ['card_id' => $draft->id, 'place' => 'loft', 'facing' => 'south', 'time_zone' => 'Europe/London', 'hung_on' => '2026-02-01']);
        $check = FadeCheck::put(self::uuid(), ['card_id' => $draft->id, 'checked_on' => '2026-03-01']);
        $photo = Photo::put(self::uuid(), ['specimen_id' => $specimen->id, 'sha256' => $picture->sha256, 'extension' => 'png']);
        $spoiling = Spoiling::put(self::uuid(), ['specimen_id' => $specimen->id, 'property' => null, 'reason' => 'wet']);
        $task = Task::put(self::uuid(), ['bench_session_id' => $session->id, 'card_id' => $draft->id, 'position' => 0, 'kind' => 'dry', 'planned_end_seconds' => 1]);
        $run = InstrumentRun::put(self::uuid(), ['card_id' => $draft->id, 'name' => 'meter', 'source' => 'hand', 'samples' => []]);
        $target = CaptureTarget::put(self::uuid(), ['name' => 'target', 'patches' => []]);
        $profile = CaptureProfile::put(self::uuid(), ['name' => 'profile', 'capture_target_id' => $target->id, 'calibration' => []]);
        $palette = Palette::put(self::uuid(), ['name' => 'tin', 'rows' => 1, 'columns' => 2]);
        $import = Import::put(self::uuid(), ['name' => 'a.csv', 'state' => 'failed', 'separator' => 'comma', 'encoding' => 'UTF-8', 'headings' => ['a'], 'mapping' => [], 'defaults' => []]);
        $paint = $specimen->pan->paint;
        $claim = self::uuid();
        $this->putJson("/api/claims/$claim", ['paintUuid' => $paint->uuid, 'property' => 'staining', 'words' => 'clings', 'readOn' => '2026-02-20'])->assertCreated();
        $twin = self::uuid();
        $this->putPaint($twin, ['colourName' => 'Twin']);
        $merge = MergePaints::into(Paint::query()->where('uuid', $twin)->firstOrFail(), $paint, $owner);
        $published = $this->card('property', 'PB28');
        $this->putJson('/api/verdicts/'.self::uuid(), ['specimenUuid' => $published->specimens[0]->uuid, 'property' => 'staining', 'word' => 'high'])->assertCreated();
        PublishRecord::of($published, $owner);

        return [
            'owner' => $owner, 'stranger' => $this->other, 'invited' => $invited, 'steward' => $this->steward, 'user' => $invited,
            'card' => $draft->uuid, 'published' => $published->uuid, 'number' => 1, 'uuid' => self::uuid(), 'code' => 'PB28', 'paint' => $paint->uuid, 'pan' => $specimen->pan->uuid, 'specimen' => $specimen->uuid, 'picture' => $picture->uuid,
            'measurement' => Measurement::query()->firstOrFail()->uuid, 'check' => $check->uuid, 'photo' => $photo->uuid, 'spoiling' => $spoiling->uuid, 'task' => $task->uuid, 'run' => $run->uuid, 'target' => $target->uuid,
            'profile' => $profile->uuid, 'palette' => $palette->uuid, 'import' => $import->uuid, 'claim' => $claim, 'merge' => $merge->uuid, 'session' => $session->uuid,
        ];
    }
}
