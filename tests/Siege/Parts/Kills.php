<?php

declare(strict_types=1);

namespace Tests\Siege\Parts;

use Tests\Siege\Fortress;
use Tests\Siege\Tester;

/** Web server, worker or both killed at any moment of writing, uploading, importing, publishing and backing up. */
final class Kills
{
    private const TESTERS = 4;

    /** Kills between two looks at what is there. */
    private const LOOK_EVERY = 100;

    /** After so long everything that a killed worker held is taken up again. */
    private const TIME_SECONDS = 330;

    /** @return list<array{name: string, value: string, asked: string, holds: bool}> */
    public static function run(int $kills): array
    {
        mt_srand(7);
        $folder = Ground::folder('kills');
        $at = new Fortress("$folder/storage");
        Ground::house($at, self::TESTERS);
        $at->startWeb();
        $at->startWorker();
        $testers = Ground::testers($at, self::TESTERS);
        $lost = [];
        $damaged = $acknowledged = $done = 0;
        while ($done < $kills) {
            self::work($at, $testers, $folder, $done);
            $which = [['web'], ['worker'], ['web', 'worker']][mt_rand(0, 2)];
            $at->kill(...$which);
            $done++;
            if (in_array('worker', $which, true)) {
                $at->startWorker();
            }
            if (in_array('web', $which, true)) {
                $at->startWeb();
            }
            if ($done % self::LOOK_EVERY === 0 || $done === $kills) {
                $db = $at->pdo();
                $lost = [...$lost, ...Ground::lost($db, $testers)];
                $damaged += (int) ($db->query('PRAGMA integrity_check')->fetchColumn() !== 'ok') + Ground::files($at)[1];
                $acknowledged = array_sum(array_map(static fn (Tester $t): int => count($t->acknowledged), $testers));
                fwrite(STDERR, sprintf("%d kills, %d acknowledged, %d lost, %d damaged\n", $done, $acknowledged, count($lost), $damaged));
            }
        }
        [$stuck, $finished] = self::stuck($at);
        [$files, $wrong] = Ground::files($at);
        $partial = count(glob("$at->folder/app/pictures/*/*.partial") ?: []);

        return [
            Ground::figure('kills of web server, worker or both', $done, (string) $kills, $done >= $kills),
            Ground::figure('acknowledged writes that were lost', count($lost)." of $acknowledged", '0', $lost === []),
            Ground::figure('databases or files found damaged', $damaged, '0', $damaged === 0),
            Ground::figure('pictures or imports stuck 330 s after the last restart', "$stuck ($finished finished meanwhile)", '0, and the queue moves', $stuck === 0 && $finished > 0),
            Ground::figure('stored files whose content is not what their name says, or that are missing', "$wrong of $files", '0', $wrong === 0),
            Ground::figure('half-written files left beside, to be cleared after ten minutes', $partial, 'any; none under a name that is read', true),
        ];
    }

    /**
     * A moment of work that is broken off anywhere: what is under way when it ends is under way when the kill comes.
     *
     * @param list<Tester> $testers
     */
    private static function work(Fortress $at, array $testers, string $folder, int $round): void
    {
        $multi = curl_multi_init();
        $under = [];
        $until = microtime(true) + mt_rand(50, 500) / 1000;
        foreach ($testers as $i => $tester) {
            self::next($multi, $under, $tester, $folder, $round + $i);
        }
        if ($round % 40 === 0) {
            $at->start('backup', [PHP_BINARY, '-d', 'variables_order=EGPCS', dirname(__DIR__, 3).'/artisan', 'backup:make', "$folder/backup-$round.zip"]);
        }
        do {
            curl_multi_exec($multi, $running);
            curl_multi_select($multi, 0.01);
            while (($info = curl_multi_info_read($multi)) !== false) {
                $id = spl_object_id($info['handle']);
                [$tester, $table, $uuid] = $under[$id];
                [$status] = Tester::answer($info['handle'], (string) curl_multi_getcontent($info['handle']));
                if ($status >= 200 && $status < 300 && $table !== '') {
                    $tester->acknowledged[] = ['table' => $table, 'uuid' => $uuid];
                }
                curl_multi_remove_handle($multi, $info['handle']);
                unset($under[$id]);
                if (microtime(true) < $until) {
                    self::next($multi, $under, $tester, $folder, $round);
                }
            }
        } while (microtime(true) < $until);
        // The killed server answers no more of these.
        foreach ($under as [, , , $handle]) {
            curl_multi_remove_handle($multi, $handle);
        }
        $at->kill('backup');
    }

    /** @param array<int, array{0: Tester, 1: string, 2: string, 3: \CurlHandle}> $under */
    private static function next(\CurlMultiHandle $multi, array &$under, Tester $tester, string $folder, int $round): void
    {
        $uuid = Tester::uuid();
        [$table, $handle] = match (mt_rand(0, 9)) {
            0, 1, 2 => ['papers', $tester->request('PUT', "papers/$uuid", ['maker' => "Mill $round", 'fibre' => 'cotton', 'surface' => 'rough'])],
            3, 4 => ['paints', $tester->request('PUT', "paints/$uuid", ['makerName' => 'Withy Colours', 'colourName' => "Paint $uuid", 'pigments' => 'PR254'])],
            5, 6 => ['pictures', $tester->request('POST', "cards/$tester->card/pictures/$uuid", [], Ground::smallPicture($folder, $round))],
            7 => ['imports', $tester->request('POST', "imports/$uuid", [], self::sheet($folder), 'file')],
            8 => ['pictures', $tester->request('POST', "cards/$tester->card/stand-in", ['uuid' => $uuid])],
            default => ['', $tester->request('POST', "cards/$tester->card/publish", ['simulated' => true, 'because' => 'again'])],
        };
        $under[spl_object_id($handle)] = [$tester, $table, $uuid, $handle];
        curl_multi_add_handle($multi, $handle);
    }

    private static function sheet(string $folder): string
    {
        $path = "$folder/shelf.csv";
        if (! is_file($path)) {
            \Tests\Support\Spreadsheet::write($path, 60, false);
        }

        return $path;
    }

    /**
     * What is still stuck when its time is over: under way without a sign of life, or waiting with nobody who would come for it. Work that
     * waits its turn is not stuck, as long as the queue moves.
     *
     * @return array{0: int, 1: int} stuck, and how many pictures were finished meanwhile
     */
    private static function stuck(Fortress $at): array
    {
        $one = static fn (string $sql): int => (int) $at->pdo()->query($sql)->fetchColumn();
        $finished = "select count(*) from measurements where state in ('done', 'failed')";
        $before = $one($finished);
        for ($from = time(); time() - $from < self::TIME_SECONDS && $one("select count(*) from measurements where state in ('waiting', 'running')") > 0;) {
            sleep(1);
        }
        $silent = $one("select count(*) from measurements where state = 'running' and updated_at < '".gmdate('Y-m-d H:i:s', time() - self::TIME_SECONDS)."'");
        $alone = max(0, $one("select count(*) from measurements where state = 'waiting'") - $one("select count(*) from jobs where payload like '%MeasurePicture%'"));
        $imports = $one("select count(*) from jobs where payload like '%RunImport%'") > 0 ? 0 : $one("select count(*) from imports where state in ('checking', 'importing')");

        return [$silent + $alone + $imports, $one($finished) - $before];
    }
}
