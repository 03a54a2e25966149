<?php

declare(strict_types=1);

namespace App\Queries;

use App\Database\EvidenceClock;
use App\Models\Paint;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Collection\Finder;

/** One line of words for every paint, kept until a name changes: tells which few of very many paints are worth scoring. */
final class PaintNames
{
    /**
     * Paints that may fit what was typed; one that is left out does not fit.
     *
     * @return list<int>
     */
    public static function candidates(string $typed): array
    {
        return (new Finder($typed))->among(EvidenceClock::remember('paint-names', EvidenceClock::named(), self::lines(...)));
    }

    private static function lines(): string
    {
        $codes = DB::table('paint_codes')->orderBy('position')->get(['paint_id', 'code'])->groupBy('paint_id');
        $lines = [];
        foreach (DB::table('paints')->where(Paint::apart(...))->join('makers', 'makers.id', '=', 'paints.maker_id')->select('paints.id', 'colour_name', 'range', 'makers.name as maker')->cursor() as $row) {
            $lines[] = Finder::line((int) $row->id, ($codes[$row->id] ?? collect())->pluck('code')->all(), $row->colour_name, "$row->maker $row->range");
        }

        return implode("\n", $lines);
    }
}
