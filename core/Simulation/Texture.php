<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

/** A square tile of smooth noise that repeats without a seam; mean 0, standard deviation 1. */
final readonly class Texture
{
    private const SIDE = 512;

    private const MASK = self::SIDE - 1;

    private function __construct(
        /** @var list<float> */
        public array $values,
        private float $samplesPerMm,
    ) {}

    /** Noise whose blobs have the given radius (Gaussian sigma). */
    public static function smooth(SeededRandom $random, float $radiusMm, float $samplesPerMm): self
    {
        $n = self::SIDE * self::SIDE;
        $values = [];
        // The sum of the four bytes of one draw is bell-shaped enough, and quick.
        foreach (str_split($random->bytes(4 * $n), 4) as $four) {
            $values[] = ord($four[0]) + ord($four[1]) + ord($four[2]) + ord($four[3]) - 510.0;
        }
        $reach = max(0, (int) round((sqrt(4 * ($radiusMm * $samplesPerMm) ** 2 + 1) - 1) / 2));
        for ($pass = 0; $pass < 3 && $reach > 0; $pass++) {
            $values = self::averageAndTranspose(self::averageAndTranspose($values, $reach), $reach);
        }
        $mean = array_sum($values) / $n;
        $square = 0.0;
        foreach ($values as $v) {
            $square += ($v - $mean) ** 2;
        }
        $scale = 1 / sqrt($square / $n);

        return new self(array_map(static fn (float $v): float => ($v - $mean) * $scale, $values), $samplesPerMm);
    }

    public function at(float $xMm, float $yMm): float
    {
        return $this->values[(((int) ($yMm * $this->samplesPerMm)) & self::MASK) * self::SIDE + (((int) ($xMm * $this->samplesPerMm)) & self::MASK)];
    }

    /**
     * Running mean along the rows, written out as columns.
     *
     * @param list<float> $values
     *
     * @return list<float>
     */
    private static function averageAndTranspose(array $values, int $reach): array
    {
        $side = self::SIDE;
        $out = array_fill(0, $side * $side, 0.0);
        for ($y = 0; $y < $side; $y++) {
            $base = $y * $side;
            $sum = 0.0;
            for ($i = -$reach; $i <= $reach; $i++) {
                $sum += $values[$base + ($i & self::MASK)];
            }
            for ($x = 0; $x < $side; $x++) {
                $out[$x * $side + $y] = $sum;
                $sum += $values[$base + (($x + $reach + 1) & self::MASK)] - $values[$base + (($x - $reach) & self::MASK)];
            }
        }

        return $out;
    }
}
