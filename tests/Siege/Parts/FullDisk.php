<?php

declare(strict_types=1);

namespace Tests\Siege\Parts;

use Tests\Siege\Fortress;
use Tests\Siege\Tester;

/** A small file system that is full at five points: nothing acknowledged is lost, it is said, and all goes on when there is room. */
final class FullDisk
{
    private const SIZE_MB = 48;

    /** @return list<array{name: string, value: string, asked: string, holds: bool}> */
    public static function run(): array
    {
        $folder = Ground::folder('disk');
        $mount = "$folder/mount";
        mkdir($mount);
        exec('dd if=/dev/zero of='.escapeshellarg("$folder/disk.img").' bs=1M count='.self::SIZE_MB.' 2>/dev/null && mkfs.ext4 -q '.escapeshellarg("$folder/disk.img").' && mount -o loop '.escapeshellarg("$folder/disk.img").' '.escapeshellarg($mount), $out, $code);
        if ($code !== 0) {
            throw new \RuntimeException('A small file system needs root and mount.');
        }
        try {
            // Without the early warning, so that it is really full.
            $at = new Fortress("$mount/storage", ['LOW_DISK_BYTES' => '0', 'LOG_CHANNEL' => 'stderr']);
            Ground::house($at, 2);
            $at->startWeb();
            $at->startWorker();
            $testers = Ground::testers($at, 2);

            return self::points($at, $testers, $mount, $folder);
        } finally {
            unset($at);
            exec('umount -l '.escapeshellarg($mount));
        }
    }

    /**
     * @param list<Tester> $testers
     *
     * @return list<array{name: string, value: string, asked: string, holds: bool}>
     */
    private static function points(Fortress $at, array $testers, string $mount, string $folder): array
    {
        $tester = $testers[0];
        $big = self::noise($folder);
        $waits = Tester::uuid();
        $points = [
            'while a picture comes' => static fn (): int => $tester->send('POST', "cards/$tester->card/pictures/".Tester::uuid(), [], $big)[0],
            'while text is written' => static function () use ($tester): int {
                // The write-ahead log takes a little more even when the disk is full.
                for ($i = 0; $i < 400; $i++) {
                    $status = $tester->put('papers', 'papers', Tester::uuid(), ['maker' => str_repeat('mill ', 20), 'fibre' => 'cotton', 'surface' => 'rough']);
                    if ($status >= 300) {
                        return $status;
                    }
                }

                return 0;
            },
            'while a spreadsheet comes' => static fn (): int => $tester->send('POST', 'imports/'.Tester::uuid(), [], self::sheet($folder), 'file')[0],
            'while a backup is made' => static fn (): int => str_starts_with($at->artisan('backup:make', "$mount/backup.zip"), 'FAILED') && ! is_file("$mount/backup.zip") ? 507 : 200,
            // Nobody is there to be told: pages open still, and the picture waits until there is room.
            'while a worker measures' => static function () use ($at, $tester, $waits): int {
                sleep(4);

                return $tester->send('GET', 'today')[0] === 200 && $at->lives('web') && self::state($at, $waits) !== 'failed' ? 507 : 500;
            },
        ];
        $told = $works = 0;
        $said = [];
        foreach ($points as $name => $attempt) {
            if ($name === 'while a worker measures') {
                $tester->send('POST', "cards/$tester->card/stand-in", ['uuid' => $waits]);
            }
            self::fill($mount);
            $status = $attempt();
            $told += (int) in_array($status, [422, 507], true);
            $said[] = "$name $status";
            self::empty($mount);
            self::again($at);
            $ok = $tester->put('papers', 'papers', Tester::uuid(), ['maker' => 'Fleet Mill', 'fibre' => 'cotton', 'surface' => 'rough']) === 201;
            $picture = Tester::uuid();
            [$uploaded] = $tester->send('POST', "cards/$tester->card/pictures/$picture", [], Ground::smallPicture($folder, crc32($name)));
            $works += (int) ($ok && $uploaded === 202 && self::ends($at, $picture) !== null && ($name !== 'while a worker measures' || self::ends($at, $waits) === 'done'));
        }
        $db = $at->pdo();
        $lost = Ground::lost($db, $testers);
        [$files, $wrong] = Ground::files($at);

        return [
            Ground::figure('points at which a full disk was told', "$told of 5 (".implode(', ', $said).')', '5 of 5, as 507 or 422', $told === 5),
            Ground::figure('acknowledged writes that were lost', count($lost), '0', $lost === []),
            Ground::figure('times that writing, uploading and measuring went on when there was room', "$works of 5", '5 of 5', $works === 5),
            Ground::figure('database', (string) $db->query('PRAGMA integrity_check')->fetchColumn(), 'ok', $db->query('PRAGMA integrity_check')->fetchColumn() === 'ok'),
            Ground::figure('stored files damaged or missing', "$wrong of $files", '0', $wrong === 0),
        ];
    }

    /** A worker that ended itself, as it should, is started again as bin/start does. */
    private static function again(Fortress $at): void
    {
        if (! $at->lives('worker')) {
            $at->startWorker();
        }
    }

    private static function state(Fortress $at, string $picture): ?string
    {
        return $at->pdo()->query("select m.state from measurements m join pictures p on p.id = m.picture_id where p.uuid = '$picture'")->fetchColumn() ?: null;
    }

    /** How the measuring of a picture ends; null when it does not. */
    private static function ends(Fortress $at, string $picture): ?string
    {
        for ($i = 0; $i < 400; $i++) {
            $state = self::state($at, $picture);
            if (in_array($state, ['done', 'failed'], true)) {
                return $state;
            }
            self::again($at);
            usleep(200_000);
        }

        return null;
    }

    private static function fill(string $mount): void
    {
        exec('dd if=/dev/zero of='.escapeshellarg("$mount/ballast").' bs=64k 2>/dev/null; dd if=/dev/zero of='.escapeshellarg("$mount/ballast2").' bs=1k 2>/dev/null; sync');
    }

    private static function empty(string $mount): void
    {
        exec('rm -f '.escapeshellarg("$mount/ballast").' '.escapeshellarg("$mount/ballast2").'; sync');
    }

    /** A picture that no compression makes small. */
    private static function noise(string $folder): string
    {
        $image = new \Imagick;
        $image->newImage(900, 900, 'gray');
        $image->addNoiseImage(\Imagick::NOISE_RANDOM);
        $image->setImageFormat('png');
        file_put_contents("$folder/noise.png", $image->getImageBlob());

        return "$folder/noise.png";
    }

    private static function sheet(string $folder): string
    {
        \Tests\Support\Spreadsheet::write("$folder/shelf.csv", 3000, false);

        return "$folder/shelf.csv";
    }
}
