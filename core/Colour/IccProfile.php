<?php

declare(strict_types=1);

namespace MarshTrial\Core\Colour;

/**
 * A matrix-and-curve RGB profile (ICC.1): three tone curves and three colorants in D50.
 *
 * Profiles built from tables are not read; the caller then says that sRGB was assumed.
 */
final readonly class IccProfile
{
    private function __construct(
        public string $name,
        /** @var list<list<float>> three tables of 256 linear values each */
        private array $curves,
        /** @var list<array{0: float, 1: float, 2: float}> colorants of red, green, blue as linear sRGB, unclipped */
        public array $columns,
    ) {}

    /** Null when the bytes are not a matrix-and-curve RGB profile. */
    public static function tryParse(string $bytes): ?self
    {
        if (strlen($bytes) < 132 || substr($bytes, 36, 4) !== 'acsp' || substr($bytes, 16, 4) !== 'RGB ') {
            return null;
        }
        $tags = [];
        $count = self::uint32($bytes, 128);
        for ($i = 0; $i < min($count, 100); $i++) {
            $at = 132 + 12 * $i;
            if ($at + 12 > strlen($bytes)) {
                return null;
            }
            $tags[substr($bytes, $at, 4)] = substr($bytes, self::uint32($bytes, $at + 4), self::uint32($bytes, $at + 8));
        }
        $curves = $columns = [];
        foreach (['r', 'g', 'b'] as $channel) {
            $curve = self::curve($tags[$channel.'TRC'] ?? '');
            $xyz = $tags[$channel.'XYZ'] ?? '';
            if ($curve === null || strlen($xyz) < 20) {
                return null;
            }
            $curves[] = $curve;
            $d50 = new Xyz(self::fixed($xyz, 8), self::fixed($xyz, 12), self::fixed($xyz, 16));
            $columns[] = $d50->adaptedFrom([0.96422, 1.0, 0.82521])->toLinearRgb()->toArray();
        }

        return new self(self::description($tags['desc'] ?? '') ?? 'unnamed profile', $curves, $columns);
    }

    /**
     * Decoding tables of the three channels, for 256 or 65536 levels.
     *
     * @return list<list<float>>
     */
    public function tables(int $levels): array
    {
        return array_map(static function (array $curve) use ($levels): array {
            $out = [];
            $last = count($curve) - 1;
            for ($i = 0; $i < $levels; $i++) {
                $at = $i / ($levels - 1) * $last;
                $k = min($last - 1, (int) $at);
                $out[] = $curve[$k] + ($at - $k) * ($curve[$k + 1] - $curve[$k]);
            }

            return $out;
        }, $this->curves);
    }

    /** @return list<float>|null linear values at equal steps of the code value */
    private static function curve(string $tag): ?array
    {
        $type = substr($tag, 0, 4);
        $points = 4096;
        if ($type === 'curv' && strlen($tag) >= 12) {
            $n = self::uint32($tag, 8);
            if ($n > 1 && strlen($tag) >= 12 + 2 * $n) {
                return array_map(static fn (int $v): float => $v / 65535, array_values((array) unpack('n*', substr($tag, 12, 2 * $n))));
            }
            $gamma = $n === 1 && strlen($tag) >= 14 ? ((array) unpack('n', substr($tag, 12, 2)))[1] / 256 : 1.0;

            return array_map(static fn (int $i): float => ($i / $points) ** $gamma, range(0, $points));
        }
        if ($type === 'para' && strlen($tag) >= 16) {
            $kind = ((array) unpack('n', substr($tag, 8, 2)))[1];
            $p = [];
            for ($at = 12; $at + 4 <= strlen($tag); $at += 4) {
                $p[] = self::fixed($tag, $at);
            }
            if ($kind === 0) {
                return array_map(static fn (int $i): float => ($i / $points) ** $p[0], range(0, $points));
            }
            if ($kind === 3 && count($p) >= 5) {
                [$g, $a, $b, $c, $d] = $p;

                return array_map(static function (int $i) use ($points, $g, $a, $b, $c, $d): float {
                    $v = $i / $points;

                    return $v >= $d ? ($a * $v + $b) ** $g : $c * $v;
                }, range(0, $points));
            }
        }

        return null;
    }

    private static function description(string $tag): ?string
    {
        if (str_starts_with($tag, 'desc') && strlen($tag) > 12) {
            return trim(substr($tag, 12, max(0, self::uint32($tag, 8) - 1))) ?: null;
        }
        if (str_starts_with($tag, 'mluc') && strlen($tag) >= 28) {
            $text = substr($tag, self::uint32($tag, 24), self::uint32($tag, 20));

            return trim(mb_convert_encoding($text, 'UTF-8', 'UTF-16BE')) ?: null;
        }

        return null;
    }

    private static function uint32(string $bytes, int $at): int
    {
        return $at + 4 <= strlen($bytes) ? ((array) unpack('N', substr($bytes, $at, 4)))[1] : 0;
    }

    private static function fixed(string $bytes, int $at): float
    {
        $raw = self::uint32($bytes, $at);

        return ($raw >= 0x80000000 ? $raw - 0x100000000 : $raw) / 65536;
    }
}
