<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Film;
use App\Models\Measurement;
use App\Models\User;
use Illuminate\Support\Facades\DB;

/** The film that stands for a paint: of those that may be seen and are not spoiled a counted one, and of several the newest. */
final class PaintFilms
{
    /**
     * @param list<int>|null $paintIds null: of all paints
     *
     * @return array<int, Film> by paint, with measurement, card and picture loaded
     */
    public static function of(?array $paintIds, ?User $user): array
    {
        $rows = Film::query()->with('measurement:id,uuid,card_id,picture_id', 'measurement.card:id,uuid,title,owner_id,bench_session_id,ledger_id', 'measurement.picture:id,source')
            ->when($paintIds !== null, static fn ($q) => $q->whereIn('paint_id', $paintIds))
            ->whereIn('measurement_id', Measurement::idsVisibleTo($user))->whereNotIn('specimen_id', DB::table('spoilings')->whereNull('property')->select('specimen_id'))
            ->whereNotIn('specimen_id', OddStrips::out($paintIds, $user))->orderBy('counted')->orderBy('id')->get();
        $out = [];
        foreach ($rows as $row) {
            $out[$row->paint_id] = $row;
        }

        return $out;
    }
}
