<?php

declare(strict_types=1);

namespace Tests\Siege\Parts;

use Tests\Siege\Fortress;
use Tests\Siege\Tester;

/** How often the disk is asked to have it before a write is acknowledged. */
final class Syncs
{
    private const WRITES = 20;

    /** @return list<array{name: string, value: string, asked: string, holds: bool}> */
    public static function run(): array
    {
        $folder = Ground::folder('sync');
        $at = new Fortress("$folder/storage", ['PHP_CLI_SERVER_WORKERS' => '1']);
        Ground::house($at, 1);
        $at->startWeb(['strace', '-f', '-qq', '-e', 'trace=fsync,fdatasync', '-o', "$folder/trace"]);
        [$tester] = Ground::testers($at, 1);
        $count = static fn (): int => preg_match_all('/\bf(data)?sync\(/', (string) file_get_contents("$folder/trace"));
        $before = $count();
        $kept = 0;
        for ($i = 0; $i < self::WRITES; $i++) {
            $kept += (int) ($tester->put('papers', 'papers', Tester::uuid(), ['maker' => "Mill $i", 'fibre' => 'cotton', 'surface' => 'rough']) === 201);
        }
        usleep(300_000);
        $syncs = $count() - $before;
        $before = $count();
        [$status] = $tester->send('POST', "cards/$tester->card/pictures/".Tester::uuid(), [], Ground::smallPicture($folder, 5));
        usleep(300_000);
        $ofPicture = $count() - $before;

        return [
            Ground::figure('syncs for '.self::WRITES.' acknowledged writes', "$syncs for $kept", 'at least '.self::WRITES, $kept === self::WRITES && $syncs >= self::WRITES),
            Ground::figure('syncs for one upload: file, its folder, the database', $ofPicture, 'at least 3', $status === 202 && $ofPicture >= 3),
        ];
    }
}
