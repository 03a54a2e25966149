<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Contracts\Database\Eloquent\CastsAttributes;
use Illuminate\Database\Eloquent\Model;

/**
 * Large JSON kept compressed, as text: "gz:" and base64 of zlib. What was kept plain before is read as it is.
 *
 * @implements CastsAttributes<array<string, mixed>|null, array<string, mixed>|null>
 */
final class CompressedJson implements CastsAttributes
{
    private const MARK = 'gz:';

    /** @param array<string, mixed> $attributes */
    public function get(Model $model, string $key, mixed $value, array $attributes): ?array
    {
        return $value === null ? null : self::unpack((string) $value);
    }

    /** @param array<string, mixed> $attributes */
    public function set(Model $model, string $key, mixed $value, array $attributes): ?string
    {
        return $value === null ? null : self::pack($value);
    }

    /** @param array<string, mixed> $value */
    public static function pack(array $value): string
    {
        return self::packText(json_encode($value, JSON_THROW_ON_ERROR | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE));
    }

    /** Keeps a text to the letter, for what is known by its sum. */
    public static function packText(string $json): string
    {
        return self::MARK.base64_encode((string) gzcompress($json, 6));
    }

    /**
     * @return array<string, mixed>
     *
     * @throws \JsonException when it is neither
     */
    public static function unpack(string $kept): array
    {
        return json_decode(self::text($kept), true, 512, JSON_THROW_ON_ERROR);
    }

    public static function text(string $kept): string
    {
        return str_starts_with($kept, self::MARK) ? (string) @gzuncompress((string) base64_decode(substr($kept, strlen(self::MARK)), true)) : $kept;
    }
}
