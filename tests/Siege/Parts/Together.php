<?php

declare(strict_types=1);

namespace Tests\Siege\Parts;

use Tests\Siege\Fortress;
use Tests\Siege\Tester;
use Tests\Support\Nonsense;

/** Eight at once on every writing route, right and wrong, with capitals, accents and huge dates: somebody comes second, and nothing breaks. */
final class Together
{
    private const AT_ONCE = 8;

    /** @return list<array{name: string, value: string, asked: string, holds: bool}> */
    public static function run(int $requests): array
    {
        mt_srand(20261203);
        $folder = Ground::folder('together');
        $at = new Fortress("$folder/storage");
        Ground::house($at, self::AT_ONCE);
        $at->startWeb();
        $at->startWorker();
        $testers = Ground::testers($at, self::AT_ONCE);
        $things = self::things($at, $testers[0]);
        $routes = self::routes();
        $counts = $broken = [];
        $sent = 0;
        for ($round = 0; $sent < $requests; $round++) {
            [$method, $path] = $routes[$round % count($routes)];
            // The same thing by all, a thing of each, or whatever.
            $body = Nonsense::body(Nonsense::right($things));
            $uuid = Tester::uuid();
            $multi = curl_multi_init();
            $handles = [];
            for ($i = 0; $i < self::AT_ONCE; $i++) {
                $own = $round % 3 === 0 ? $uuid : Tester::uuid();
                $address = (string) preg_replace_callback('/\{(\w+)\}/', static fn (array $m): string => $m[1] === 'uuid' ? Nonsense::uuid($own) : Nonsense::uuid($things[$m[1]] ?? $uuid), $path);
                $tester = $testers[$round % 2 === 0 ? 0 : $i];
                $handles[] = $handle = $tester->request($method, $address, $round % 5 === 0 ? Nonsense::body(Nonsense::right($things)) : $body);
                curl_multi_add_handle($multi, $handle);
            }
            do {
                curl_multi_exec($multi, $running);
                curl_multi_select($multi, 0.05);
            } while ($running > 0);
            foreach ($handles as $handle) {
                [$status] = Tester::answer($handle, (string) curl_multi_getcontent($handle));
                $counts[intdiv($status, 100)] = 1 + ($counts[intdiv($status, 100)] ?? 0);
                if ($status === 0 || $status >= 500 && $status !== 503) {
                    $broken["$method $path: $status"] = ($broken["$method $path: $status"] ?? 0) + 1;
                }
                curl_multi_remove_handle($multi, $handle);
                $sent++;
            }
            foreach ($testers as $tester) {
                // Some routes end a sign-in.
                if ($round % 50 === 0) {
                    $tester->signIn();
                }
            }
        }
        ksort($counts);
        fwrite(STDERR, 'Answers by hundred: '.json_encode($counts).' '.json_encode($broken)."\n");

        return [
            Ground::figure('requests, eight at once on each of '.count($routes).' writing routes, that answered 500', array_sum($broken)." of $sent".($broken === [] ? '' : ': '.implode(', ', array_keys($broken))), '0 of 6000', $broken === [] && $sent >= min($requests, 6000)),
            Ground::figure('of them taken', ($counts[2] ?? 0)." of $sent", 'a tenth', ($counts[2] ?? 0) > $sent / 10),
            Ground::figure('database afterwards', $check = (string) $at->pdo()->query('pragma integrity_check')->fetchColumn(), 'ok', $check === 'ok'),
        ];
    }

    /** @return array<string, string> */
    private static function things(Fortress $at, Tester $tester): array
    {
        $one = static fn (string $sql): string => (string) $at->pdo()->query($sql)->fetchColumn();

        return [
            'card' => $tester->card, 'pan' => $tester->pan, 'paper' => $tester->paper, 'paint' => $one('select uuid from paints'), 'maker' => $one('select uuid from makers'), 'specimen' => $one('select uuid from specimens'), 'session' => Tester::uuid(),
            'code' => 'PB28', 'place' => 'white', 'kind' => 'code', 'key' => 'PB28', 'subject' => 'question', 'token' => '1', 'user' => $one('select uuid from users where id = 5'),
        ];
    }

    /** @return list<array{0: string, 1: string}> method and address of what writes and takes no file; but signing out, which ends the attack */
    private static function routes(): array
    {
        $out = [];
        foreach (json_decode((string) file_get_contents(dirname(__DIR__, 3).'/docs/openapi.json'), true)['paths'] as $path => $operations) {
            foreach (array_keys($operations) as $method) {
                if ($method !== 'get' && ! in_array("$method $path", ['delete /api/session', 'delete /api/practice', 'put /api/account/password', 'put /api/account', 'post /api/practice', 'delete /api/people/{user}', 'put /api/people/{uuid}'], true)) {
                    $out[] = [strtoupper($method), substr($path, strlen('/api/'))];
                }
            }
        }
        // People too, but nobody of those who attack.
        $out[] = ['PUT', 'people/{uuid}'];

        return $out;
    }
}
