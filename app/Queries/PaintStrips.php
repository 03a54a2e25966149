<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Measurement;
use App\Models\Rating;
use App\Models\Strip;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Evidence\Strip as CoreStrip;

/**
 * The strip that stands for a paint: of those that may be seen and are not spoiled, the newest among the fullest; one of this house before one from elsewhere.
 *
 * @phpstan-type PaintStripsDetail array{strips: array<int, \MarshTrial\Core\Evidence\Strip>, fades: array<int, array<string, mixed>>}
 */
final class PaintStrips
{
    /**
     * Where the strips that may be seen stand, without what they show: of very many only this is cheap.
     *
     * @param list<int>|null $paintIds null: of all paints
     *
     * @return \Generator<object{paint_id: int, measurement_id: int, specimen_id: int, kind: string, l: float|null, a: float|null, b: float|null}> oldest first
     */
    public static function places(?array $paintIds, ?User $user): \Generator
    {
        $visible = Measurement::idsVisibleTo($user)->pluck('id')->flip()->all();
        foreach (DB::table('strips')->when($paintIds !== null, static fn ($q) => $q->whereIn('paint_id', $paintIds))->orderBy('id')->select('paint_id', 'measurement_id', 'specimen_id', 'kind', 'l', 'a', 'b')->cursor() as $row) {
            if (isset($visible[$row->measurement_id])) {
                yield $row;
            }
        }
    }

    /**
     * @param list<int>|null $paintIds null: of all paints
     * @param bool $fades also what fade cards show, at no further query
     *
     * @return PaintStripsDetail by paint
     */
    public static function of(?array $paintIds, ?User $user, bool $fades = false): array
    {
        $rows = Strip::query()->select('strips.*')->selectSub(DB::table('measurements')->join('cards', 'cards.id', '=', 'measurements.card_id')->whereColumn('measurements.id', 'strips.measurement_id')->selectRaw('cards.ledger_id is not null'), 'elsewhere')->when(! $fades, static fn ($q) => $q->where('kind', 'property'))->when($paintIds !== null, static fn ($q) => $q->whereIn('paint_id', $paintIds))
            ->whereIn('measurement_id', Measurement::idsVisibleTo($user, $paintIds))->where(static fn ($q) => Rating::unmixed($q, 'strips.specimen_id'))->whereNotIn('specimen_id', DB::table('spoilings')->whereNull('property')->select('specimen_id'))->whereNotIn('specimen_id', OddStrips::out($paintIds, $user))->orderBy('id');
        $out = ['strips' => [], 'fades' => []];
        $elsewhere = [];
        foreach ($rows->cursor() as $row) {
            if ($row->kind !== 'property') {
                // An old strip says less than a fade card, however new its picture.
                if (count($row->data['depths']) >= count($out['fades'][$row->paint_id]['depths'] ?? [])) {
                    $out['fades'][$row->paint_id] = $row->data;
                }

                continue;
            }
            $strip = CoreStrip::fromArray($row->data);
            $there = $out['strips'][$row->paint_id] ?? null;
            $theirs = (bool) $row->getAttribute('elsewhere');
            if ($there === null || ($theirs === $elsewhere[$row->paint_id] ? $strip->parts() >= $there->parts() : ! $theirs)) {
                $out['strips'][$row->paint_id] = $strip;
                $elsewhere[$row->paint_id] = $theirs;
            }
        }

        return $out;
    }
}
