<?php

declare(strict_types=1);

namespace Tests\Feature;

use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Route;

/**
 * Who may what: every route of the API by everybody, as tests/Support/roles.txt says. A route without a line fails, and so does a line
 * without a route. What is asked for is a draft of the owner's session unless the line says otherwise.
 */
final class RoleMatrixTest extends FeatureTestCase
{
    use FurnishedHouse;

    private const ROLES = ['anonymous', 'stranger', 'invited', 'owner', 'steward', 'circle', 'judge'];

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
                // A judge asks for the card that is judged blind.
                $of = $role === 'judge' ? [...$things, ...$things['blind']] : $things;
                $answer = $this->json($method, '/api/'.self::address($uri, $of), self::BODIES[$route] ?? ($route === 'POST phone-links' ? ['card' => $of['card']] : []));
                DB::rollBack();
                $may = match (true) {
                    $answer->getStatusCode() === 401 => 'in',
                    $answer->getStatusCode() === 403 => 'no',
                    $answer->getStatusCode() === 404 => 'none',
                    $answer->getStatusCode() >= 500 => 'broken '.$answer->getStatusCode(),
                    // Refused for what was sent, not for who sent it.
                    default => 'may',
                };
                if (getenv('ROLES_SEEN') !== false) {
                    file_put_contents('/tmp/roles-seen', "$route $role $may\n", FILE_APPEND);
                }
                if ($may !== ($expected[$i] ?? null)) {
                    $wrong[] = "$route, $role: $may instead of ".($expected[$i] ?? 'nothing')." ({$answer->getStatusCode()})";
                }
            }
        }
        self::assertSame([], $wrong);
    }

    /** What has to be said for a request to come as far as asking who sends it. */
    private const BODIES = [
        'PUT paints/{uuid}' => ['makerName' => 'Withy Colours', 'colourName' => 'Other'],
        'PUT ledger' => ['name' => 'Saltern Reach sketchers'], 'PUT bundles/{bundle}/answers' => ['answers' => []],
        'POST phone/open' => ['secret' => 'guessed'], 'PUT tasks/{uuid}' => ['state' => 'done'], 'PUT people/{uuid}' => ['name' => 'Kes', 'email' => 'kes@saltern-reach.example'],
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
}
