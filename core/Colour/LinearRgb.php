<?php

declare(strict_types=1);

namespace MarshTrial\Core\Colour;

/**
 * Linear-light sRGB, 1.0 being the scanner's white. Values outside 0..1 are legal: nothing is clipped.
 *
 * Source: IEC 61966-2-1 primaries and D65 white point.
 */
final readonly class LinearRgb
{
    public function __construct(public float $r, public float $g, public float $b) {}

    /** @param array{0: float, 1: float, 2: float} $rgb */
    public static function fromArray(array $rgb): self
    {
        return new self($rgb[0], $rgb[1], $rgb[2]);
    }

    /** From three sRGB code values in 0..255. */
    public static function fromBytes(float $r, float $g, float $b): self
    {
        return new self(Srgb::decode($r / 255), Srgb::decode($g / 255), Srgb::decode($b / 255));
    }

    /** @return array{0: float, 1: float, 2: float} */
    public function toArray(): array
    {
        return [$this->r, $this->g, $this->b];
    }

    /** Relative luminance Y, 0..1 for colours inside sRGB. */
    public function luminance(): float
    {
        return 0.2126390 * $this->r + 0.7151687 * $this->g + 0.0721923 * $this->b;
    }

    public function toXyz(): Xyz
    {
        return new Xyz(
            0.4123908 * $this->r + 0.3575843 * $this->g + 0.1804808 * $this->b,
            $this->luminance(),
            0.0193308 * $this->r + 0.1191948 * $this->g + 0.9505322 * $this->b,
        );
    }

    public function toLab(): Lab
    {
        return $this->toXyz()->toLab();
    }

    /** Nearest colour a screen can show, as #rrggbb; clipped, for display only. */
    /** From "#rrggbb", sRGB. */
    public static function fromHex(string $hex): self
    {
        return new self(...array_map(static fn (string $byte): float => Srgb::decode(hexdec($byte) / 255), str_split(ltrim($hex, '#'), 2)));
    }

    public function toHex(): string
    {
        $byte = static fn (float $v): int => (int) round(255 * min(1.0, max(0.0, Srgb::encode($v))));

        return sprintf('#%02x%02x%02x', $byte($this->r), $byte($this->g), $byte($this->b));
    }
}
