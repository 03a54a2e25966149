<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

/**
 * Tells that a ledger itself said something: Ed25519 (RFC 8032) over the canonical form (RFC 8785) of what is signed. A fingerprint tells whether a record
 * was changed, not by whom it was made. Keys and signatures are base64.
 *
 * @phpstan-type SignatureOfRecord array{
 *     format: 'marsh-trial/signed-record', ledger: string, card: string, number: int, fingerprint: string,
 *     evidence: string|null,
 * }
 * @phpstan-type SignatureOfStanding array{
 *     format: 'marsh-trial/signed-standing', ledger: string, uuid: string, card: string, withdrawn: bool,
 *     because: string, by: string, at: string,
 * }
 */
final class Signature
{
    public const RECORD = 'marsh-trial/signed-record';

    public const STANDING = 'marsh-trial/signed-standing';

    /** @return array{public_key: string, secret_key: string} a new pair */
    public static function keyPair(): array
    {
        $pair = sodium_crypto_sign_keypair();

        return ['public_key' => base64_encode(sodium_crypto_sign_publickey($pair)), 'secret_key' => base64_encode(sodium_crypto_sign_secretkey($pair))];
    }

    /**
     * @param array<string, mixed> $statement says by its "format" what it is, so that no signature of one thing is one of another
     *
     * @return array{key: string, value: string}
     */
    public static function of(array $statement, string $secretKey): array
    {
        $secret = (string) base64_decode($secretKey, true);

        return ['key' => base64_encode(sodium_crypto_sign_publickey_from_secretkey($secret)), 'value' => base64_encode(sodium_crypto_sign_detached(CanonicalJson::of($statement), $secret))];
    }

    /**
     * @param array<string, mixed> $statement
     * @param array{key: string, value: string} $signature
     */
    public static function holds(array $statement, array $signature): bool
    {
        [$key, $value] = [(string) base64_decode($signature['key'], true), (string) base64_decode($signature['value'], true)];

        return strlen($key) === SODIUM_CRYPTO_SIGN_PUBLICKEYBYTES && strlen($value) === SODIUM_CRYPTO_SIGN_BYTES && sodium_crypto_sign_verify_detached($value, CanonicalJson::of($statement), $key);
    }

    /**
     * What a ledger signs of a revision.
     *
     * @param string|null $evidence SHA-256 of the file of what it rests on
     *
     * @return SignatureOfRecord
     */
    public static function ofRecord(string $ledger, string $card, int $number, string $fingerprint, ?string $evidence): array
    {
        return ['format' => self::RECORD, 'ledger' => strtolower($ledger), 'card' => strtolower($card), 'number' => $number, 'fingerprint' => $fingerprint, 'evidence' => $evidence];
    }

    /**
     * What a ledger signs of one of its records being withdrawn, or standing again.
     *
     * @param string $by UUID of who says it
     * @param string $at ISO 8601, UTC, to the second
     *
     * @return SignatureOfStanding
     */
    public static function ofStanding(string $ledger, string $uuid, string $card, bool $withdrawn, string $because, string $by, string $at): array
    {
        return ['format' => self::STANDING, 'ledger' => strtolower($ledger), 'uuid' => strtolower($uuid), 'card' => strtolower($card), 'withdrawn' => $withdrawn, 'because' => $because, 'by' => strtolower($by), 'at' => $at];
    }

    /** A key in a form that two people compare over the telephone: 64 bits of its SHA-256, four digits at a time. */
    public static function aloud(string $key): string
    {
        return implode(' ', str_split(substr(hash('sha256', (string) base64_decode($key, true)), 0, 16), 4));
    }
}
