<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/**
 * The machine-readable code: 64 modules in 4 rows of 16, read along the rows, dark = 1.
 *
 * Bits: 4 version, 4 piece (0 whole, 1 kept, 2 exposed, 3 target, 4 pocket frame), 40 card number, 16 checksum (CRC-16, polynomial 0x1021,
 * start 0xFFFF) over the six bytes before it. The card number is printed in eight letters as well.
 */
final readonly class CardCode
{
    public const ROWS = 4;

    public const COLUMNS = 16;

    private const VERSION = 1;

    private const PIECES = ['whole', 'kept', 'exposed', 'target', 'pocket'];

    /** Digits and letters without I, L, O and U, which are misread by hand. */
    private const ALPHABET = '0123456789ABCDEFGHJKMNPQRSTVWXYZ';

    private function __construct(public int $number, public string $piece) {}

    /** The number is the last 40 bits of the card's UUID. */
    public static function forCard(string $uuid, string $piece): self
    {
        return new self((int) hexdec(substr(str_replace('-', '', $uuid), -10)), $piece);
    }

    /** @param int $number 40 bits */
    public static function numbered(int $number, string $piece): self
    {
        return new self($number, $piece);
    }

    /**
     * @param list<int> $bits 64 values 0 or 1
     *
     * @return self|null null when the checksum, version or piece is wrong
     */
    public static function fromBits(array $bits): ?self
    {
        $bytes = '';
        foreach (array_chunk($bits, 8) as $chunk) {
            $bytes .= chr((int) bindec(implode('', $chunk)));
        }
        if (strlen($bytes) !== 8 || self::crc(substr($bytes, 0, 6)) !== ((array) unpack('n', substr($bytes, 6)))[1]) {
            return null;
        }
        $piece = self::PIECES[ord($bytes[0]) & 15] ?? null;

        return $piece === null || ord($bytes[0]) >> 4 !== self::VERSION ? null : new self((int) hexdec(bin2hex(substr($bytes, 1, 5))), $piece);
    }

    /** @return list<int> 64 values 0 or 1 */
    public function bits(): array
    {
        $bytes = chr(self::VERSION << 4 | (int) array_search($this->piece, self::PIECES, true)).hex2bin(sprintf('%010x', $this->number));
        $bytes .= pack('n', self::crc($bytes));
        $bits = '';
        foreach (str_split($bytes) as $byte) {
            $bits .= sprintf('%08b', ord($byte));
        }

        return array_map(intval(...), str_split($bits));
    }

    /** Printed form, such as "7KQF-2M9D". */
    public function text(): string
    {
        $text = '';
        for ($shift = 35; $shift >= 0; $shift -= 5) {
            $text .= self::ALPHABET[$this->number >> $shift & 31];
        }

        return substr($text, 0, 4).'-'.substr($text, 4);
    }

    private static function crc(string $bytes): int
    {
        $crc = 0xFFFF;
        foreach (str_split($bytes) as $byte) {
            $crc ^= ord($byte) << 8;
            for ($i = 0; $i < 8; $i++) {
                $crc = $crc & 0x8000 ? ($crc << 1 ^ 0x1021) & 0xFFFF : $crc << 1;
            }
        }

        return $crc;
    }
}
