<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Pan;
use Illuminate\Support\Collection;
use MarshTrial\Core\Collection\UnitPrice;

/** What paint costs, by the pans that were bought of it. */
final class Prices
{
    /**
     * Newest price a millilitre among pans.
     *
     * @param Collection<int, Pan> $pans oldest first
     *
     * @return array{0: float, 1: string}|null with its currency
     */
    public static function perMl(Collection $pans): ?array
    {
        foreach ($pans->reverse() as $pan) {
            $price = $pan->price();
            $perMl = UnitPrice::perMl($price, $pan->volume_ml === null ? null : (float) $pan->volume_ml);
            if ($perMl !== null && $price !== null) {
                return [$perMl, $price->currency];
            }
        }

        return null;
    }
}
