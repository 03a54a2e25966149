<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

/**
 * What a published record can be known by: SHA-256 over its canonical form, pictures by their own SHA-256 within. Names of people are left out, so that
 * somebody who leaves, and whose name goes, changes no record; so is the fingerprint itself.
 */
final class RecordFingerprint
{
    /** Names of people, wherever they stand, the fingerprint, and how the record stands today. */
    private const LEFT_OUT = ['by', 'owner', 'publishedBy', 'fingerprint', 'standing'];

    /** @param array<array-key, mixed> $record as json_decode gives it, objects as associative arrays */
    public static function of(array $record): string
    {
        return CanonicalJson::fingerprint(self::without($record));
    }

    /**
     * @param array<array-key, mixed> $record
     *
     * @return bool|null null: it names none, as records of before there were fingerprints
     */
    public static function holds(array $record): ?bool
    {
        return is_string($record['fingerprint'] ?? null) ? hash_equals($record['fingerprint'], self::of($record)) : null;
    }

    /**
     * @param array<array-key, mixed> $part
     *
     * @return array<array-key, mixed>
     */
    private static function without(array $part): array
    {
        $out = [];
        foreach ($part as $key => $value) {
            if (! in_array($key, self::LEFT_OUT, true)) {
                $out[$key] = is_array($value) ? self::without($value) : $value;
            }
        }

        return $out;
    }
}
