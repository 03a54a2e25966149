<?php

declare(strict_types=1);

namespace MarshTrial\Core\Collection;

use MarshTrial\Core\Exchange\Money;

/** What one millilitre of a paint costs. */
final class UnitPrice
{
    /** Such as "0.94 EUR/ml"; null when the price or the volume is not known. */
    public static function text(?Money $price, ?float $volumeMl): ?string
    {
        $value = self::perMl($price, $volumeMl);

        return $value === null || $price === null ? null : sprintf('%.2f %s/ml', $value, $price->currency);
    }

    /** In the currency's main unit. */
    public static function perMl(?Money $price, ?float $volumeMl): ?float
    {
        return $price === null || $volumeMl === null || $volumeMl <= 0 ? null : $price->major() / $volumeMl;
    }
}
