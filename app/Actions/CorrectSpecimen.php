<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Correction;
use App\Models\Pan;
use App\Models\Specimen;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\CoreException;

/** A row that was painted with another pan than its card says: what was measured stays, and is that other paint's. */
final class CorrectSpecimen
{
    public static function pan(Specimen $specimen, ?Pan $pan, string $reason): void
    {
        if ($pan === null || $pan->owner_id !== $specimen->card->owner_id) {
            throw new CoreException('That pan is no longer there, or is not one of the card’s tester.');
        }
        DB::transaction(static function () use ($specimen, $pan, $reason): void {
            $specimen->refresh()->load('pan.paint.maker', 'card.session');
            if ($specimen->card->session?->isBlindNow() ?? false) {
                throw new CoreException('The names of this session are still hidden. Correct the row when they are shown.');
            }
            if ($specimen->pan_id === $pan->id) {
                return;
            }
            $was = $specimen->pan;
            Correction::keep('specimen', $specimen->id, $specimen->card_id, ['row' => $specimen->row, 'paint' => "{$was->paint->maker->name}, {$was->paint->colour_name}", 'pan' => $was->uuid], $reason);
            $specimen->update(['pan_id' => $pan->id]);
            DeriveRatings::giveTo($pan->paint_id, Specimen::query()->whereKey($specimen->id));
        });
    }
}
