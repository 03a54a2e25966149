<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

/** The middle of values that may hold some that are off. */
final class Median
{
    /**
     * Mean of the two middle ones where their number is even.
     *
     * @param list<float> $values
     *
     * @return float 0 for none
     */
    public static function of(array $values): float
    {
        sort($values);
        $n = count($values);

        return $n === 0 ? 0.0 : ($values[intdiv($n - 1, 2)] + $values[intdiv($n, 2)]) / 2;
    }

    /**
     * The upper of the two middle ones: always one of the values.
     *
     * @param list<float> $values
     *
     * @return float 0 for none
     */
    public static function upper(array $values): float
    {
        sort($values);

        return $values[intdiv(count($values), 2)] ?? 0.0;
    }
}
