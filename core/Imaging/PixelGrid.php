<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Colour\IccProfile;
use MarshTrial\Core\Colour\Srgb;

/**
 * A decoded picture: packed RGB samples, row by row, with what is needed to turn them into linear sRGB without clipping.
 */
final readonly class PixelGrid
{
    public string $profileName;

    /** @var list<list<float>> linear value per code value, for red, green, blue */
    public array $tables;

    /** @var list<array{0: float, 1: float, 2: float}>|null linear sRGB of the device's primaries; null when they are sRGB's */
    public ?array $columns;

    /**
     * @param string $data 3 samples a pixel, 8 bits, or 16 bits little endian
     * @param 1|2 $bytesPerSample
     * @param IccProfile|null $profile the picture's own profile; null: sRGB is assumed
     * @param array{0: list<list<float>>, 1: list<array{0: float, 1: float, 2: float}>|null}|null $calibrated tables and columns that replace the profile's
     */
    public function __construct(
        public string $data,
        public int $width,
        public int $height,
        public int $bytesPerSample = 1,
        private ?IccProfile $profile = null,
        public ?string $profileRemark = null,
        ?array $calibrated = null,
    ) {
        $levels = 256 ** $bytesPerSample;
        if ($calibrated !== null) {
            [$this->tables, $this->columns] = $calibrated;
        } elseif ($profile === null) {
            $table = Srgb::decodingTable($levels);
            $this->tables = [$table, $table, $table];
            $this->columns = null;
        } else {
            $this->tables = $profile->tables($levels);
            $this->columns = $profile->columns;
        }
        $this->profileName = $profile === null ? 'sRGB (assumed)' : $profile->name;
    }

    /**
     * The same pixels with other colours.
     *
     * @param callable(float, int): float $tone linear value and channel to linear value
     * @param list<array{0: float, 1: float, 2: float}> $columns linear sRGB of the device's red, green and blue
     */
    public function recoloured(callable $tone, array $columns): self
    {
        $tables = [];
        foreach ($this->tables as $c => $table) {
            $tables[] = array_map(static fn (float $v): float => $tone($v, $c), $table);
        }

        return new self($this->data, $this->width, $this->height, $this->bytesPerSample, $this->profile, $this->profileRemark, [$tables, $columns]);
    }

    /**
     * One pixel as the device wrote it, linear, before its primaries are taken into account.
     *
     * @return array{0: float, 1: float, 2: float}
     */
    public function at(int $x, int $y): array
    {
        $n = $this->bytesPerSample;
        $at = ($y * $this->width + $x) * 3 * $n;
        $code = fn (int $i): int => $n === 1 ? ord($this->data[$at + $i]) : ord($this->data[$at + 2 * $i]) | ord($this->data[$at + 2 * $i + 1]) << 8;

        return [$this->tables[0][$code(0)], $this->tables[1][$code(1)], $this->tables[2][$code(2)]];
    }

    /** Linear green (or luminance-like) value of one pixel; for finding things, not for colour. */
    public function green(int $x, int $y): float
    {
        $n = $this->bytesPerSample;
        $at = ($y * $this->width + $x) * 3 * $n + $n;

        return $this->tables[1][$n === 1 ? ord($this->data[$at]) : ord($this->data[$at]) | ord($this->data[$at + 1]) << 8];
    }
}
