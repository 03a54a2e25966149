<?php

declare(strict_types=1);

namespace Tests\Siege\Parts;

use Tests\Siege\Fortress;
use Tests\Siege\Tester;

/** Twenty testers reading and writing while thirty pictures of one of them wait. */
final class Load
{
    private const TESTERS = 20;

    private const QUEUED = 30;

    /** @return list<array{name: string, value: string, asked: string, holds: bool}> */
    public static function run(int $seconds): array
    {
        $folder = Ground::folder('load');
        $at = new Fortress("$folder/storage");
        Ground::house($at, self::TESTERS);
        $at->startWeb();
        $at->startWorker();
        $testers = Ground::testers($at, self::TESTERS);
        [$idle, $idleErrors] = self::pages($testers, $seconds / 2);
        for ($i = 0; $i < self::QUEUED; $i++) {
            $testers[0]->send('POST', "cards/{$testers[0]->card}/stand-in", ['uuid' => Tester::uuid()]);
        }
        // How long one picture takes when it is alone on the table.
        $done = static fn (): int => (int) $at->pdo()->query("select count(*) from measurements where state in ('done', 'failed')")->fetchColumn();
        $from = microtime(true);
        for ($one = $done() + 1; $done() < $one;) {
            usleep(50_000);
        }
        $two = microtime(true);
        for ($one = $done() + 1; $done() < $one;) {
            usleep(50_000);
        }
        $each = microtime(true) - $two;
        $uuid = Tester::uuid();
        $testers[1]->send('POST', "cards/{$testers[1]->card}/stand-in", ['uuid' => $uuid]);
        $sent = microtime(true);
        while ((int) $at->pdo()->query("select m.attempts from measurements m join pictures p on p.id = m.picture_id where p.uuid = '$uuid'")->fetchColumn() === 0 && microtime(true) - $sent < 300) {
            usleep(50_000);
        }
        $waited = microtime(true) - $sent;
        [$cpu, $measured, $began] = [self::cpuSeconds($at->pid('worker')), $done(), microtime(true)];
        [$busy, $errors] = self::pages($testers, $seconds);
        $took = microtime(true) - $began;
        $share = (self::cpuSeconds($at->pid('worker')) - $cpu) / $took;
        $aMinute = 60 * ($done() - $measured) / $took;
        $left = (int) $at->pdo()->query("select count(*) from measurements where state in ('waiting', 'running')")->fetchColumn();

        return [
            Ground::figure('errors of 20 testers in '.$seconds.' s with 30 pictures queued', ($idleErrors + $errors).' of '.(count($idle) + count($busy)).' answers', '0', $idleErrors + $errors === 0),
            Ground::figure('wait of a second tester’s first picture, in picture times', round($waited / $each, 2).sprintf(' (%.1f s of %.1f s each)', $waited, $each), 'at most 2', $waited <= 2 * $each),
            Ground::figure('of one processor, what the worker had while 20 testers read', sprintf('%.2f (%.1f pictures a minute, %.1f s each alone; page p95 %.0f ms)', $share, $aMinute, $each, 1000 * self::p95($busy)), 'at least 0.33', $share >= 0.33),
            Ground::figure('page p95 with the queue at work, against the idle queue of the same run', sprintf('%.2f (%.0f ms against %.0f ms, %d pictures still waiting)', self::p95($busy) / self::p95($idle), 1000 * self::p95($busy), 1000 * self::p95($idle), $left), 'at most 2', self::p95($busy) <= 2 * self::p95($idle)),
        ];
    }

    /**
     * @param list<Tester> $testers
     *
     * @return array{0: list<float>, 1: int} seconds of each answer, and how many were no answer or broken
     */
    private static function pages(array $testers, float $seconds): array
    {
        $multi = curl_multi_init();
        $of = [];
        $times = [];
        $errors = 0;
        $due = array_map(static fn (): float => microtime(true) + mt_rand(0, 1000) / 1000, $testers);
        $end = microtime(true) + $seconds;
        $running = 0;
        do {
            foreach ($testers as $i => $tester) {
                // A tester looks at a page every second or two, and now and then writes.
                if (microtime(true) > $due[$i] && microtime(true) < $end) {
                    $due[$i] = microtime(true) + mt_rand(800, 2000) / 1000;
                    $handle = mt_rand(0, 4) === 0
                        ? $tester->request('PUT', 'papers/'.Tester::uuid(), ['maker' => 'Mill', 'fibre' => 'cotton', 'surface' => 'rough'])
                        : $tester->request('GET', ['today', 'pigments/PB28', 'paints', "cards/$tester->card", 'pigments'][mt_rand(0, 4)]);
                    $of[spl_object_id($handle)] = true;
                    curl_multi_add_handle($multi, $handle);
                }
            }
            curl_multi_exec($multi, $running);
            curl_multi_select($multi, 0.02);
            while (($info = curl_multi_info_read($multi)) !== false) {
                [$status, , $took] = Tester::answer($info['handle'], (string) curl_multi_getcontent($info['handle']));
                $times[] = $took;
                $errors += (int) ($status === 0 || $status >= 400);
                curl_multi_remove_handle($multi, $info['handle']);
                unset($of[spl_object_id($info['handle'])]);
            }
        } while (microtime(true) < $end || $of !== []);

        return [$times, $errors];
    }

    /** Seconds of a processor that a process and those it waited for had (proc(5), clock ticks of 10 ms). */
    private static function cpuSeconds(int $pid): float
    {
        $fields = explode(' ', (string) preg_replace('/^.*\) /', '', (string) @file_get_contents("/proc/$pid/stat")));

        return array_sum(array_slice(array_map(intval(...), $fields), 11, 4)) / 100;
    }

    /** @param list<float> $values */
    private static function p95(array $values): float
    {
        sort($values);

        return $values[(int) floor(0.95 * (count($values) - 1))] ?? 0.0;
    }
}
