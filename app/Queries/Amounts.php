<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Film;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Session\Amounts as Words;

/** What the paint of rows was measured out in, as their conditions say; where they say nothing, in drops as the protocols do. */
final class Amounts
{
    /**
     * @param list<int> $specimenIds
     *
     * @return array<int, string> by specimen
     */
    public static function ofSpecimens(array $specimenIds): array
    {
        $sessions = DB::table('specimens')->join('cards', 'cards.id', '=', 'specimens.card_id')->leftJoin('bench_sessions', 'bench_sessions.id', '=', 'cards.bench_session_id')
            ->whereIn('specimens.id', $specimenIds)->pluck('bench_sessions.conditions', 'specimens.id');
        $own = DB::table('specimen_conditions')->whereIn('specimen_id', $specimenIds)->where('key', 'amounts')->pluck('value', 'specimen_id');
        $out = [];
        foreach ($specimenIds as $id) {
            $inherited = json_decode((string) ($sessions[$id] ?? ''), true)['amounts'] ?? '';
            $out[$id] = (string) ($own[$id] ?? $inherited) ?: Words::DROPS;
        }

        return $out;
    }

    /**
     * @param non-empty-list<Film> $films
     *
     * @return string|null null: in different things, so that amounts of one say nothing beside those of another
     */
    public static function ofFilms(array $films): ?string
    {
        $all = array_values(array_unique(self::ofSpecimens(array_map(static fn (Film $f): int => $f->specimen_id, $films))));

        return count($all) === 1 ? $all[0] : null;
    }
}
