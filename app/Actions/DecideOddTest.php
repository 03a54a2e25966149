<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Formulation;
use App\Models\OddDecision;
use App\Models\Paint;
use App\Models\Specimen;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Ramsey\Uuid\Uuid;

/** What somebody says of a test whose colour cannot be its paint's. Another recipe or batch becomes a dated formulation of the paint. */
final class DecideOddTest
{
    public static function say(Specimen $specimen, User $by, string $word, ?string $paintUuid): void
    {
        DB::transaction(static function () use ($specimen, $by, $word, $paintUuid): void {
            self::takeBack($specimen);
            $other = $word === OddDecision::ANOTHER_PAINT && $paintUuid !== null ? Paint::query()->where('uuid', $paintUuid)->value('id') : null;
            OddDecision::query()->create(['specimen_id' => $specimen->id, 'by_id' => $by->id, 'word' => $word, 'other_paint_id' => $other]);
            if ($word === OddDecision::ANOTHER_BATCH && $specimen->pan->formulation_id === null) {
                $specimen->pan->update(['formulation_id' => self::formulation($specimen, $by)->id]);
            }
        });
    }

    public static function takeBack(Specimen $specimen): void
    {
        DB::transaction(static function () use ($specimen): void {
            OddDecision::query()->where('specimen_id', $specimen->id)->get()->each->delete();
            $made = Formulation::query()->where('uuid', self::uuid($specimen))->first();
            if ($made !== null) {
                DB::table('pans')->where('formulation_id', $made->id)->update(['formulation_id' => null]);
                $made->delete();
            }
        });
        $specimen->unsetRelation('pan');
    }

    /** From the day on that the pan was opened, or that it was painted. */
    private static function formulation(Specimen $specimen, User $by): Formulation
    {
        $paint = $specimen->pan->paint;

        return Formulation::query()->create([
            'uuid' => self::uuid($specimen), 'owner_id' => $by->id, 'edition' => 1, 'paint_id' => $paint->id,
            'since' => ($specimen->pan->opened_on ?? $specimen->card->created_at)?->toDateString(),
            'pigments_written' => $paint->pigments_written, 'note' => "Another recipe or batch, as its colour shows; said by $by->name.",
        ]);
    }

    private static function uuid(Specimen $specimen): string
    {
        return Uuid::uuid5(Uuid::NAMESPACE_OID, "odd test $specimen->uuid")->toString();
    }
}
