<?php

declare(strict_types=1);

namespace Tests\Support;

use MarshTrial\Core\Exchange\RecordFingerprint;
use MarshTrial\Core\Exchange\Signature;
use Random\Randomizer;
use ZipArchive;

/** A bundle with something wrong with it: damaged, lying, swollen, or written by somebody who means no good. */
final class BundleMutant
{
    /** @return string what is wrong */
    public static function of(string $whole, string $path, Randomizer $random, string $ownLedger): string
    {
        copy($whole, $path);
        $kinds = ['bytes', 'cut', 'a changed record', 'a changed part', 'a lying part', 'a wrong sum', 'a name that climbs', 'a part that swells', 'another version', 'home is where it arrives', 'loops', 'one part in two records', 'a missing part', 'numbers beyond numbers', 'not an archive'];
        $kind = $kinds[$random->getInt(0, count($kinds) - 1)];
        if ($kind === 'bytes' || $kind === 'cut' || $kind === 'not an archive') {
            $bytes = (string) file_get_contents($path);
            if ($kind === 'cut') {
                $bytes = substr($bytes, 0, $random->getInt(0, strlen($bytes) - 1));
            }
            for ($i = $kind === 'bytes' ? $random->getInt(1, 40) : 0; $i > 0; $i--) {
                $bytes[$random->getInt(0, strlen($bytes) - 1)] = chr($random->getInt(0, 255));
            }
            file_put_contents($path, $kind === 'not an archive' ? $random->getBytes(500) : $bytes);

            return $kind;
        }
        $parts = self::parts($whole);
        $list = json_decode($parts['bundle.json'], true);
        $names = array_values(array_filter(array_keys($parts), static fn (string $n): bool => $n !== 'bundle.json'));
        $records = array_values(preg_grep('~^records/~', $names) ?: []);
        $name = match ($kind) {
            'a changed record' => $records[$random->getInt(0, count($records) - 1)],
            default => $names[$random->getInt(0, count($names) - 1)],
        };
        switch ($kind) {
            case 'a changed record':
                $parts[$name] = str_replace('"title":"Card of', '"title":"Card not of', $parts[$name]);
                break;
            case 'a changed part':
                $parts[$name] = self::edited($parts[$name], $random);
                break;
            case 'a lying part':
                // All sums and the fingerprint are those of what it says now.
                $record = json_decode($parts[$records[0]], true);
                $record = json_decode(self::edited((string) json_encode($record), $random), true);
                $print = is_array($record) ? RecordFingerprint::of($record) : str_repeat('0', 64);
                $record = is_array($record) ? ['fingerprint' => $print] + $record : $record;
                foreach ($list['records'] as $i => $entry) {
                    if ($entry['record'] === $records[0]) {
                        $list['records'][$i] = ['fingerprint' => $print, 'record' => $new = preg_replace('/-[0-9a-f]{12}\.json/', '-'.substr($print, 0, 12).'.json', $records[0]), 'evidence' => str_replace('records/', 'evidence/', (string) $new)] + $entry;
                        $parts[(string) $new] = (string) json_encode($record);
                        $parts[str_replace('records/', 'evidence/', (string) $new)] = str_replace($entry['fingerprint'], $print, $parts[(string) $entry['evidence']]);
                    }
                }
                break;
            case 'numbers beyond numbers':
                $parts[$name] = (string) preg_replace('/:(-?\d+(\.\d+)?)([,}])/', ':1e999$3', $parts[$name], 1 + $random->getInt(0, 3));
                break;
            case 'a wrong sum':
                $list['files'][$name]['sha256'] = hash('sha256', 'else');
                break;
            case 'a name that climbs':
                $list['files']['../climbed.json'] = ['bytes' => 2, 'sha256' => hash('sha256', '{}')];
                $parts['../climbed.json'] = '{}';
                break;
            case 'a part that swells':
                $parts[$name] = $random->getInt(0, 1) === 0 ? str_repeat('[', 60_000_000) : '{"format":"'.str_repeat('a', 60_000_000).'"}';
                break;
            case 'another version':
                $list['version'] = $random->getInt(2, 9);
                break;
            case 'home is where it arrives':
                $list['records'][0]['home']['uuid'] = $ownLedger;
                break;
            case 'loops':
                $list['ledger']['uuid'] = $ownLedger;
                foreach ($list['records'] as $i => $entry) {
                    $list['records'][$i]['home']['uuid'] = $random->getInt(0, 1) === 0 ? $ownLedger : $entry['card'];
                }
                break;
            case 'one part in two records':
                $evidence = array_values(preg_grep('~^evidence/~', $names) ?: []);
                $one = json_decode($parts[$evidence[0]], true);
                $other = json_decode($parts[$evidence[1]], true);
                $parts[$evidence[1]] = str_replace($other['measurements'][0]['uuid'], $one['measurements'][0]['uuid'], $parts[$evidence[1]]);
                break;
            case 'a missing part':
                unset($parts[$name]);
                break;
        }
        if ($kind !== 'a wrong sum' && $kind !== 'a missing part') {
            foreach (array_keys($parts) as $of) {
                if ($of !== 'bundle.json' && $of !== '../climbed.json') {
                    $list['files'][$of] = ['bytes' => strlen($parts[$of]), 'sha256' => hash('sha256', $parts[$of])];
                }
            }
        }
        if ($kind === 'a part that swells' && $random->getInt(0, 1) === 0) {
            $list['files'][$name]['bytes'] = 1000;
        }
        $parts['bundle.json'] = (string) json_encode(self::signed($list));
        unlink($path);
        $zip = new ZipArchive;
        $zip->open($path, ZipArchive::CREATE);
        foreach ($parts as $of => $text) {
            $zip->addFromString($of, $text);
        }
        $zip->close();

        return $kind;
    }

    /**
     * Whoever makes it up signs it too, all of it with one key of their own.
     *
     * @param array<string, mixed> $list
     *
     * @return array<string, mixed>
     */
    private static function signed(array $list): array
    {
        static $secret = null;
        $secret ??= Signature::keyPair()['secret_key'];
        foreach ($list['records'] as $i => $r) {
            $list['records'][$i]['signature'] = Signature::of(Signature::ofRecord($r['home']['uuid'], $r['card'], $r['number'], $r['fingerprint'], $r['evidence'] === null ? null : $list['files'][$r['evidence']]['sha256'] ?? null), $secret);
        }
        unset($list['signature']);

        return $list + ['signature' => Signature::of($list, $secret)];
    }

    /** @return array<string, string> */
    private static function parts(string $path): array
    {
        $zip = new ZipArchive;
        $zip->open($path);
        $out = [];
        for ($i = 0; $i < $zip->numFiles; $i++) {
            $out[(string) $zip->getNameIndex($i)] = (string) $zip->getFromIndex($i);
        }

        return $out;
    }

    /** The same JSON with one thing in it of another kind, gone, or far too long. */
    private static function edited(string $json, Randomizer $random): string
    {
        $part = json_decode($json, true);
        $at = &$part;
        for ($depth = $random->getInt(1, 7); $depth > 0 && is_array($at) && $at !== []; $depth--) {
            $keys = array_keys($at);
            $key = $keys[$random->getInt(0, count($keys) - 1)];
            if ($depth === 1 && $random->getInt(0, 3) === 0) {
                unset($at[$key]);

                return (string) json_encode($part);
            }
            $at = &$at[$key];
        }
        $others = [null, true, -1, 3.7e300, 0, '', "'; drop table paints", str_repeat('long ', 2000), [], [[]], ['uuid' => 'x'], "\u{202E}gnp.exe", '2026-99-99T00:00:00Z', '<script>'];
        $at = $others[$random->getInt(0, count($others) - 1)];

        return (string) json_encode($part);
    }
}
