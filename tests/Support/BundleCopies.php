<?php

declare(strict_types=1);

namespace Tests\Support;

use MarshTrial\Core\Exchange\Bundle;
use MarshTrial\Core\Exchange\RecordFingerprint;
use MarshTrial\Core\Exchange\Signature;
use ZipArchive;

/** Further records made of one: the same tests under other names and of a ledger of their own, as many as are wanted. */
final class BundleCopies
{
    /** What is not renamed: the ledger, and what the records of the demo are called by. */
    private const KEPT = '6b1d0000|5a17e12e';

    private const LEDGER = '6b1d0000-0001-4000-8000-00000000c0b1';

    private const AT_ONCE = 40;

    /**
     * @param string $from a bundle whose first record is copied
     * @param bool $stored evidence lies in the archive as it is, which makes it as large as one with pictures
     */
    public static function write(string $from, string $to, int $copies, string $title = 'Copy %d', bool $stored = false): void
    {
        $source = new ZipArchive;
        $source->open($from);
        $list = (array) json_decode((string) $source->getFromName(Bundle::LIST), true);
        $first = $list['records'][0];
        [$record, $evidence] = array_map(static fn (string $text): string => str_replace($first['home']['uuid'], self::LEDGER, $text), [(string) $source->getFromName($first['record']), (string) $source->getFromName($first['evidence'])]);
        $first['home'] = ['uuid' => self::LEDGER, 'name' => 'Lamplight table'];
        $secret = Signature::keyPair()['secret_key'];
        $list = ['ledger' => $first['home'], 'records' => [], 'files' => []] + array_diff_key($list, ['signature' => 0]);
        $zip = new ZipArchive;
        $zip->open($to, ZipArchive::CREATE | ZipArchive::OVERWRITE);
        for ($i = 1; $i <= $copies; $i++) {
            $named = sprintf($title, $i);
            $renamed = static fn (string $text): string => (string) preg_replace_callback('/\b(?!'.self::KEPT.')([0-9a-f]{8})(?=(-[0-9a-f]{4}){3}-[0-9a-f]{12}\b)/', static fn (array $m): string => substr(hash('sha256', "$m[1] $i"), 0, 8), $text);
            $copy = ['title' => $named] + (array) json_decode($renamed($record), true);
            $copy['fingerprint'] = $print = RecordFingerprint::of($copy);
            $names = ['record' => Bundle::name('records', $copy['uuid'], $copy['revision'], $print), 'evidence' => Bundle::name('evidence', $copy['uuid'], $copy['revision'], $print)];
            foreach (['record' => (string) json_encode($copy, JSON_PRESERVE_ZERO_FRACTION), 'evidence' => str_replace($first['fingerprint'], $print, $renamed($evidence))] as $kind => $text) {
                $zip->addFromString($names[$kind], $text);
                if ($stored && $kind === 'evidence') {
                    $zip->setCompressionName($names[$kind], ZipArchive::CM_STORE);
                }
                $list['files'][$names[$kind]] = ['bytes' => strlen($text), 'sha256' => hash('sha256', $text)];
            }
            $list['records'][] = ['card' => $copy['uuid'], 'fingerprint' => $print, 'title' => $named, ...$names, 'signature' => Signature::of(Signature::ofRecord(self::LEDGER, $copy['uuid'], $copy['revision'], $print, $list['files'][$names['evidence']]['sha256']), $secret)] + $first;
            if ($i % self::AT_ONCE === 0) {
                $zip->close();
                $zip->open($to);
            }
        }
        $said = (string) json_encode(['format' => Bundle::SAID_FORMAT, 'version' => Bundle::VERSION, 'people' => [], 'standings' => [], 'questions' => [], 'answers' => []]);
        $zip->addFromString(Bundle::SAID, $said);
        $list['files'][Bundle::SAID] = ['bytes' => strlen($said), 'sha256' => hash('sha256', $said)];
        $zip->addFromString(Bundle::LIST, (string) json_encode($list + ['signature' => Signature::of($list, $secret)]));
        $zip->close();
    }
}
