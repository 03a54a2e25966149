<?php

declare(strict_types=1);

namespace Tests\Siege\Parts;

use Tests\Siege\Fortress;
use Tests\Siege\Tester;

/** What every part needs: a house with testers, and what is looked at afterwards. */
final class Ground
{
    public static function folder(string $name): string
    {
        $folder = dirname(__DIR__, 3)."/build/siege/$name";
        exec('rm -rf '.escapeshellarg($folder));
        mkdir($folder, 0770, true);

        return $folder;
    }

    /** A migrated house with so many testers, none of whom has signed in yet. */
    public static function house(Fortress $at, int $testers): void
    {
        touch($at->database());
        $told = $at->artisan('migrate', '--force', '--quiet');
        if (str_starts_with($told, 'FAILED')) {
            throw new \RuntimeException($told);
        }
        $db = $at->pdo();
        for ($i = 1; $i <= $testers; $i++) {
            $db->prepare("insert into users (uuid, name, email, email_key, password, is_steward, created_at, updated_at) values (?, ?, ?, ?, ?, ?, datetime('now'), datetime('now'))")
                ->execute([Tester::uuid(), "Tester $i", "tester$i@saltern-reach.example", "tester$i@saltern-reach.example", password_hash(Tester::PASSWORD, PASSWORD_BCRYPT, ['cost' => 4]), (int) ($i === 1)]);
        }
    }

    /** @return list<Tester> signed in and settled */
    public static function testers(Fortress $at, int $count): array
    {
        $out = [];
        for ($i = 1; $i <= $count; $i++) {
            $out[] = $tester = new Tester($at, "tester$i@saltern-reach.example");
            if (! $tester->signIn()) {
                throw new \RuntimeException("$tester->email could not sign in.");
            }
            $tester->settle();
        }

        return $out;
    }

    /**
     * Acknowledged things that are not there, as "table uuid".
     *
     * @param list<Tester> $testers
     *
     * @return list<string>
     */
    public static function lost(\PDO $db, array $testers): array
    {
        $lost = [];
        foreach ($testers as $tester) {
            foreach ($tester->acknowledged as ['table' => $table, 'uuid' => $uuid]) {
                $found = $db->prepare("select 1 from $table where uuid = ?");
                $found->execute([$uuid]);
                if ($found->fetchColumn() === false) {
                    $lost[] = "$table $uuid";
                }
            }
        }

        return $lost;
    }

    /** @return array{0: int, 1: int} stored files, and those whose content is not what their name says or that a row names in vain */
    public static function files(Fortress $at): array
    {
        $wrong = 0;
        $files = glob("$at->folder/app/pictures/*/*.{png,jpg,tif,webp}", GLOB_BRACE) ?: [];
        foreach ($files as $file) {
            $wrong += (int) (hash_file('sha256', $file) !== pathinfo($file, PATHINFO_FILENAME));
        }
        foreach ($at->pdo()->query("select sha256 || '.' || extension from pictures where sha256 is not null")->fetchAll(\PDO::FETCH_COLUMN) as $name) {
            $wrong += (int) ! is_file("$at->folder/app/pictures/".substr($name, 0, 2)."/$name");
        }

        return [count($files), $wrong];
    }

    /** @return array{name: string, value: string, asked: string, holds: bool} */
    public static function figure(string $name, string|int|float $value, string $asked, bool $holds): array
    {
        return ['name' => $name, 'value' => (string) $value, 'asked' => $asked, 'holds' => $holds];
    }

    /** A picture that is read in no time and refused in a sentence. */
    public static function smallPicture(string $folder, int $seed): string
    {
        $path = "$folder/small-$seed.png";
        $image = new \Imagick;
        $image->newPseudoImage(60, 40, sprintf('gradient:#%06x-#ffffff', $seed % 0xffffff));
        $image->setImageFormat('png');
        file_put_contents($path, $image->getImageBlob());

        return $path;
    }
}
