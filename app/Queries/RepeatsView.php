<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Card;
use App\Models\Measurement;
use App\Models\Rating;
use Illuminate\Support\Collection;
use MarshTrial\Core\Bench\DryingShift;
use MarshTrial\Core\Capture\RepeatPictures;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Evidence\OnePainting;
use MarshTrial\Core\Rating\Scale;

/**
 * The pictures of one card beside each other: repeats pooled, and wet against dry.
 *
 * @phpstan-type RepeatsPooled array{
 *     repeatability: float|null,
 *     pictures: list<array{
 *         uuid: string, name: string, taken: string|null, calibration: string, dL: float, da: float, db: float,
 *         apart: float, stands: bool,
 *     }>,
 *     cells: list<array{id: string, what: string, lab: array{float, float, float}, spread: float, n: int}>,
 *     ratings: list<array{
 *         row: int, property: string, n: int, mean: float|null, spread: float|null, uncertainty: float|null,
 *     }>,
 *     inDispute: list<string>,
 * }
 * @phpstan-type RepeatsDrying array{
 *     remarks: array{}|array{string},
 *     rows: list<array{
 *         row: int, what: string, dL: float, chromaPercent: float|null, chromaUncertainty: float|null,
 *         hueDeg: float|null, words: string,
 *     }>,
 *     wet: string, dry: string,
 * }
 * @phpstan-type RepeatsDetail array{pooled: list<RepeatsPooled>, drying: array{}|RepeatsDrying}
 */
final class RepeatsView
{
    /** @return RepeatsDetail */
    public static function of(Card $card): array
    {
        if (RowPaint::areHidden($card)) {
            return ['pooled' => [], 'drying' => []];
        }
        // The newest measurement of every picture; fade cards are repeated check by check.
        $done = Measurement::query()->with('picture', 'ratings')->where('card_id', $card->id)->where('state', 'done')->whereHas('picture', static fn ($q) => $q->whereNull('withdrawn_at'))->orderBy('id')->get()->keyBy('picture_id');
        $dry = $done->filter(static fn (Measurement $m): bool => ! $m->picture->wet);
        $pooled = [];
        foreach ($dry->groupBy(static fn (Measurement $m): string => "{$m->picture->moment}-{$m->picture->fade_check_id}") as $group) {
            if ($group->count() > 1) {
                $pooled[] = self::pooled(array_values($group->all()));
            }
        }
        $wet = $done->filter(static fn (Measurement $m): bool => $m->picture->wet)->last();

        return ['pooled' => $pooled, 'drying' => $wet === null || $dry->isEmpty() ? [] : self::drying($wet, $dry->last())];
    }

    /**
     * @param non-empty-list<Measurement> $group
     *
     * @return RepeatsPooled
     */
    private static function pooled(array $group): array
    {
        $repeats = RepeatPictures::of(array_map(self::labs(...), $group));
        $what = array_column($group[0]->result['cells'] ?? [], null, 'id');
        return [
            'repeatability' => $repeats->repeatability,
            'pictures' => array_map(static fn (Measurement $m, array $p): array => [
                'uuid' => $m->picture->uuid, 'name' => $m->picture->original_name, 'taken' => $m->picture->created_at?->toIso8601String(), 'calibration' => $m->result['scan']['calibration']['name'] ?? '',
                'dL' => $p['mean']->l, 'da' => $p['mean']->a, 'db' => $p['mean']->b, 'apart' => $p['apart'], 'stands' => $p['stands'],
            ], $group, $repeats->pictures),
            'cells' => array_values(array_map(static fn (string $id, array $c): array => [
                'id' => $id, 'what' => sprintf('row %d, %s%s', $what[$id]['row'] ?? 0, $what[$id]['what'] ?? $id, ($what[$id]['step'] ?? 0) > 0 ? ' '.$what[$id]['step'] : ''),
                'lab' => $c['lab']->toArray(), 'spread' => $c['spread'], 'n' => $c['n'],
            ], array_keys($repeats->cells), $repeats->cells)),
            // What every page says: pooled once, when the newest picture was read.
            'ratings' => array_values($group[count($group) - 1]->ratings->filter(static fn (Rating $r): bool => isset($r->detail['pooled']))->map(static fn (Rating $r): array => [
                'row' => $r->row, 'property' => $r->property, 'n' => $r->detail['pooled']['pictures'], 'mean' => $r->value, 'spread' => $r->detail['pooled']['spread'], 'uncertainty' => $r->uncertainty,
            ])->all()),
            'inDispute' => self::inDispute(collect($group)),
        ];
    }

    /** @return RepeatsDrying */
    private static function drying(Measurement $wet, Measurement $dry): array
    {
        [$before, $after] = [$wet->result['scan'] ?? [], $dry->result['scan'] ?? []];
        $remarks = [];
        if (($before['calibration']['kind'] ?? '') !== ($after['calibration']['kind'] ?? '')) {
            $remarks[] = 'the two pictures are calibrated differently, so the shift is less sure; take both in one place and one way';
        }
        $was = array_column($wet->result['cells'] ?? [], null, 'id');
        $rows = [];
        foreach ($dry->result['cells'] ?? [] as $cell) {
            if (! CellRole::from($cell['role'])->tellsDrying((int) $cell['step']) || ! isset($was[$cell['id']])) {
                continue;
            }
            $u = static fn (array $c): float => 0.35 * array_sum($c['labSpread']) / 3;
            $shift = DryingShift::between(Scale::current(), new Lab(...array_map(floatval(...), $was[$cell['id']]['lab'])), new Lab(...array_map(floatval(...), $cell['lab'])), $u($was[$cell['id']]), $u($cell));
            $rows[] = ['row' => $cell['row'], 'what' => $cell['what'].($cell['step'] > 0 ? " $cell[step]" : ''), 'dL' => $shift->dL, 'chromaPercent' => $shift->chromaPercent, 'chromaUncertainty' => $shift->chromaUncertainty, 'hueDeg' => $shift->hueDeg, 'words' => $shift->words];
        }

        return ['remarks' => $remarks, 'rows' => $rows, 'wet' => $wet->picture->uuid, 'dry' => $dry->picture->uuid];
    }

    /** @return array<string, Lab> */
    private static function labs(Measurement $measurement): array
    {
        $out = [];
        foreach ($measurement->result['cells'] ?? [] as $cell) {
            $out[$cell['id']] = new Lab(...array_map(floatval(...), $cell['lab']));
        }

        return $out;
    }

    /**
     * Pictures of a card that cannot be of one painting, newest first; empty when all can.
     *
     * @param Collection<int, Measurement> $done with their pictures and results, of one moment
     *
     * @return list<string> UUIDs of pictures
     */
    private static function inDispute(Collection $done): array
    {
        $newest = $done->last();
        $others = $newest === null ? collect() : $done->filter(static fn (Measurement $m): bool => ! OnePainting::could($newest->colours(), $m->colours()));

        return $newest === null || $others->isEmpty() ? [] : array_values([$newest->picture->uuid, ...$others->map(static fn (Measurement $m): string => $m->picture->uuid)]);
    }
}
