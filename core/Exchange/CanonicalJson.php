<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

use MarshTrial\Core\CoreException;

/** One JSON text for one value, whoever writes it: the JSON Canonicalization Scheme (RFC 8785). */
final class CanonicalJson
{
    /** Whole numbers beyond it are not kept exactly by every reader of JSON. */
    private const LARGEST_WHOLE = 2 ** 53;

    /**
     * @param mixed $value as json_decode gives it, objects as associative arrays; an empty array is a list
     *
     * @throws CoreException for numbers that JSON cannot hold and text that is no UTF-8
     */
    public static function of(mixed $value): string
    {
        return match (true) {
            $value === null => 'null',
            is_bool($value) => $value ? 'true' : 'false',
            is_int($value) => abs($value) <= self::LARGEST_WHOLE ? (string) $value : self::number((float) $value),
            is_float($value) => self::number($value),
            is_string($value) => self::text($value),
            $value instanceof \stdClass => self::members((array) $value),
            is_array($value) && array_is_list($value) => '['.implode(',', array_map(self::of(...), $value)).']',
            is_array($value) => self::members($value),
            default => throw new CoreException('Only what JSON knows has a canonical form.'),
        };
    }

    /** SHA-256 of the canonical form, in hexadecimal digits. */
    public static function fingerprint(mixed $value): string
    {
        return hash('sha256', self::of($value));
    }

    /** @param array<array-key, mixed> $members */
    private static function members(array $members): string
    {
        $keys = array_map(strval(...), array_keys($members));
        // By UTF-16 code units, as the scheme asks: beyond the basic plane that is another order than by code points.
        if (preg_match('/[\x80-\xff]/', implode('', $keys)) === 1) {
            $utf16 = array_map(static fn (string $key): string => mb_convert_encoding($key, 'UTF-16BE', 'UTF-8'), $keys);
            array_multisort($utf16, SORT_STRING, $keys);
        } else {
            sort($keys, SORT_STRING);
        }

        return '{'.implode(',', array_map(static fn (string $key): string => self::text($key).':'.self::of($members[$key]), $keys)).'}';
    }

    private static function text(string $text): string
    {
        $json = json_encode($text, JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_UNESCAPED_LINE_TERMINATORS);
        if ($json === false) {
            throw new CoreException('Text that is no UTF-8 has no canonical form.');
        }

        return $json;
    }

    /** As ECMAScript writes a number: the fewest digits that mean it, with an exponent below 1e-6 and from 1e21 on. */
    private static function number(float $number): string
    {
        if (is_nan($number) || is_infinite($number)) {
            throw new CoreException('A number that is not finite has no canonical form.');
        }
        if ($number === 0.0) {
            return '0';
        }
        $sign = $number < 0 ? '-' : '';
        // Seventeen digits always mean the number. What fifteen mean is told by them without their last noughts; below the normal numbers not even that.
        for ($digits = abs($number) < PHP_FLOAT_MIN ? 1 : PHP_FLOAT_DIG; (float) ($written = sprintf('%.'.($digits - 1).'e', abs($number))) !== abs($number); $digits++);
        [$mantissa, $exponent] = explode('e', $written);
        $all = rtrim(str_replace('.', '', $mantissa), '0');
        $point = (int) $exponent + 1;
        $n = strlen($all);

        return $sign.match (true) {
            $point > 21 || $point < -5 => $all[0].($n > 1 ? '.'.substr($all, 1) : '').'e'.($point - 1 < 0 ? '-' : '+').abs($point - 1),
            $point <= 0 => '0.'.str_repeat('0', -$point).$all,
            $point >= $n => $all.str_repeat('0', $point - $n),
            default => substr($all, 0, $point).'.'.substr($all, $point),
        };
    }
}
