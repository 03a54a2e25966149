<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Measurement;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Colour\LinearRgb;

/** The paints of published cards as one would see them in a drawer of cards: every row as its stroke, full strength first. */
final class RecordStrips
{
    /** Colours of a stroke that are enough for a narrow upright. */
    private const STEPS = 6;

    /**
     * @param list<int> $cards
     *
     * @return array<int, list<list<string>>> by card: rows in their order, each #rrggbb from full strength to palest
     */
    public static function of(array $cards): array
    {
        $published = Measurement::query()->counts()->where('published', true)->whereIn('card_id', $cards)->select('id');
        $rows = DB::table('strips')->join('specimens', 'specimens.id', '=', 'strips.specimen_id')->whereIn('measurement_id', $published)
            ->orderByDesc('measurement_id')->get(['specimens.card_id', 'specimens.row', 'strips.kind', 'strips.data']);
        $out = [];
        foreach ($rows as $row) {
            // The newest of every row.
            $out[(int) $row->card_id][(int) $row->row] ??= self::colours((string) $row->kind, json_decode((string) $row->data, true, flags: JSON_THROW_ON_ERROR));
        }

        return array_map(static function (array $card): array {
            ksort($card);

            return array_values($card);
        }, $out);
    }

    /**
     * @param array<string, mixed> $data of a strip
     *
     * @return list<string>
     */
    private static function colours(string $kind, array $data): array
    {
        if ($kind !== 'property') {
            return array_column($data['depths'], 'kept');
        }
        $steps = array_map(static fn (array $step): string => LinearRgb::fromArray($step[0])->toHex(), $data['steps']);
        $every = max(1, intdiv(count($steps), self::STEPS));

        return array_values(array_filter($steps, static fn (int $i): bool => $i % $every === 0, ARRAY_FILTER_USE_KEY));
    }
}
