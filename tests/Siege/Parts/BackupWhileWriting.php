<?php

declare(strict_types=1);

namespace Tests\Siege\Parts;

use Tests\Siege\Fortress;
use Tests\Siege\Tester;

/** A backup made while twenty testers write, restored elsewhere. */
final class BackupWhileWriting
{
    private const TESTERS = 20;

    /** @return list<array{name: string, value: string, asked: string, holds: bool}> */
    public static function run(): array
    {
        $folder = Ground::folder('backup');
        $at = new Fortress("$folder/storage");
        Ground::house($at, self::TESTERS);
        $at->startWeb();
        $at->startWorker();
        $testers = Ground::testers($at, self::TESTERS);
        self::write($testers, $folder, 5.0, null);
        // What is acknowledged by now has to be in it.
        $due = array_map(static function (Tester $t): Tester {
            return clone $t;
        }, $testers);
        $file = "$folder/backup.zip";
        $at->start('backup', [PHP_BINARY, '-d', 'variables_order=EGPCS', dirname(__DIR__, 3).'/artisan', 'backup:make', $file]);
        $during = self::write($testers, $folder, 60.0, static fn (): bool => ! $at->lives('backup'));
        $elsewhere = new Fortress("$folder/elsewhere");
        $verified = $elsewhere->artisan('backup:verify', $file);
        $restored = $elsewhere->artisan('backup:restore', $file);
        $whole = ! str_starts_with($verified, 'FAILED') && ! str_starts_with($restored, 'FAILED');
        $lost = $whole ? Ground::lost($elsewhere->pdo(), $due) : ["nothing was restored: $verified $restored"];
        [$files, $wrong] = $whole ? Ground::files($elsewhere) : [0, 1];
        $acknowledged = array_sum(array_map(static fn (Tester $t): int => count($t->acknowledged), $due));

        return [
            Ground::figure('backup made while 20 testers write, verified and restored', $whole ? 'yes' : $verified.$restored, 'yes', $whole),
            Ground::figure('writes acknowledged before it began that it lacks', count($lost)." of $acknowledged", '0', $lost === []),
            Ground::figure('writes that went on meanwhile', $during, 'more than 0', $during > 0),
            Ground::figure('restored files damaged or missing', "$wrong of $files", '0', $wrong === 0),
        ];
    }

    /** @param list<Tester> $testers */
    private static function write(array $testers, string $folder, float $seconds, ?\Closure $until): int
    {
        $multi = curl_multi_init();
        $under = [];
        $kept = 0;
        $next = static function (Tester $tester) use ($multi, &$under, $folder): void {
            $uuid = Tester::uuid();
            [$table, $handle] = mt_rand(0, 3) > 0
                ? ['papers', $tester->request('PUT', "papers/$uuid", ['maker' => 'Mill', 'fibre' => 'cotton', 'surface' => 'rough'])]
                : ['pictures', $tester->request('POST', "cards/$tester->card/pictures/$uuid", [], Ground::smallPicture($folder, mt_rand()))];
            $under[spl_object_id($handle)] = [$tester, $table, $uuid];
            curl_multi_add_handle($multi, $handle);
        };
        array_map($next, $testers);
        $end = microtime(true) + $seconds;
        $over = static fn (): bool => microtime(true) > $end || ($until !== null && $until());
        do {
            curl_multi_exec($multi, $running);
            curl_multi_select($multi, 0.02);
            while (($info = curl_multi_info_read($multi)) !== false) {
                [$tester, $table, $uuid] = $under[spl_object_id($info['handle'])];
                unset($under[spl_object_id($info['handle'])]);
                [$status] = Tester::answer($info['handle'], (string) curl_multi_getcontent($info['handle']));
                if ($status >= 200 && $status < 300) {
                    $tester->acknowledged[] = ['table' => $table, 'uuid' => $uuid];
                    $kept++;
                }
                curl_multi_remove_handle($multi, $info['handle']);
                if (! $over()) {
                    $next($tester);
                }
            }
        } while ($running > 0 || $under !== []);

        return $kept;
    }
}
