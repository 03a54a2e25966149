<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Palette;
use App\Models\Pan;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\CoreException;

/** Puts a pan into a slot of a palette, or takes it out; a pan that lies there already changes places with it. */
final class PlacePan
{
    public static function in(Pan $pan, ?Palette $palette, ?int $slot, ?string $ifMatch): void
    {
        if ($palette !== null && ($slot < 1 || $slot > $palette->rows * $palette->columns)) {
            throw new CoreException("\"$palette->name\" has ".$palette->rows * $palette->columns.' slots.');
        }
        DB::transaction(static function () use ($pan, $palette, $slot, $ifMatch): void {
            $pan->refresh();
            $from = [$pan->palette_id, $pan->slot];
            $there = $palette === null ? null : Pan::query()->where('palette_id', $palette->id)->where('slot', $slot)->whereKeyNot($pan->id)->first();
            if ($there !== null) {
                // Both slots are freed first: a slot holds one pan at any time.
                Pan::query()->whereKey($pan->id)->update(['palette_id' => null, 'slot' => null]);
                $pan->fill(['palette_id' => null, 'slot' => null])->syncOriginal();
                $there->change(['palette_id' => null, 'slot' => null], (string) $there->edition);
            }
            $pan->change(['palette_id' => $palette?->id, 'slot' => $slot], $ifMatch);
            $there?->change(['palette_id' => $from[0], 'slot' => $from[1]], (string) $there->edition);
        });
    }
}
