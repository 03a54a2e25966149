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

    /**
     * One price spread over several pans by their volume; the shares add up to it.
     *
     * @param non-empty-list<float> $volumesMl above zero
     *
     * @return list<Money>
     */
    public static function spread(Money $price, array $volumesMl): array
    {
        [$all, $upTo, $spent, $out] = [array_sum($volumesMl), 0.0, 0, []];
        foreach ($volumesMl as $volume) {
            // Rounded where the running sum is, so that no share is more than one unit off and nothing is left over.
            $upTo += $volume;
            $share = (int) round($price->minor * $upTo / $all) - $spent;
            $spent += $share;
            $out[] = Money::ofMinor($share, $price->currency);
        }

        return $out;
    }

    /** In the currency's main unit. */
    public static function perMl(?Money $price, ?float $volumeMl): ?float
    {
        return $price === null || $volumeMl === null || $volumeMl <= 0 ? null : $price->major() / $volumeMl;
    }
}
