<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Measurement;
use App\Models\Paint;
use App\Models\Pan;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Evidence\Choice;
use MarshTrial\Core\Evidence\HueOrder;
use MarshTrial\Core\Evidence\Strip;
use MarshTrial\Core\Evidence\Wish;

/** Paints on three shelves: what fits a wish by the evidence, what nobody can tell yet, and what is not for it. No ranking. */
final class Shelves
{
    /** Paints that are looked at, those with most tests first. */
    private const LOOKED_AT = 600;

    /** Share of paints that nobody can tell of, from which on the answer is declined. */
    private const THIN = 0.8;

    /**
     * @param string $from mine: what I have at hand; all: every paint that was tested
     *
     * @return array<string, mixed>
     */
    public static function of(Wish $wish, string $from, ?User $user): array
    {
        $mine = Pan::paintsAtHand($user);
        $ids = DB::table('ratings')->where('holds', true)->whereIn('measurement_id', Measurement::idsVisibleTo($user))->when($from === 'mine', static fn ($q) => $q->whereIn('paint_id', $mine))
            ->groupBy('paint_id')->orderByRaw('count(distinct specimen_id) desc, paint_id')->limit(self::LOOKED_AT)->pluck('paint_id')->map(intval(...))->all();
        $paints = Paint::query()->with('maker', 'codes')->whereKey($ids)->get()->keyBy('id');
        $found = PaintStrips::of($ids, $user, true);
        $pooled = PaintEvidence::of($ids, $user);
        $light = LightDone::of($ids, $user);
        $shelves = [Choice::FITS => [], Choice::OPEN => [], Choice::NOT => []];
        $order = HueOrder::of(array_map(static fn (Strip $s) => $s->reference(), $found['strips']));
        foreach ([...$order, ...array_diff($ids, $order)] as $id) {
            $paint = $paints[$id] ?? null;
            if ($paint === null) {
                continue;
            }
            $chances = [];
            foreach (['transparency', 'staining', 'granulation'] as $property) {
                $chances[$property] = $pooled->chances((int) $id, $property);
            }
            $statement = $paint->statement();
            $choice = Choice::of($wish, array_filter($chances), $light[(int) $id] ?? null, $statement->codes === [] ? null : count($statement->codes) === 1);
            $shelves[$choice->shelf][] = [...PaintView::of($paint), 'mine' => in_array((int) $id, $mine, true), 'strip' => StripView::of($found['strips'][$id] ?? null, $found['fades'][$id] ?? null), 'reasons' => $choice->reasons];
        }
        $all = array_sum(array_map(count(...), $shelves));

        return [
            'shelves' => array_map(static fn (string $name, array $paints): array => ['name' => $name, 'paints' => $paints], array_keys($shelves), $shelves), 'of' => $all, 'mlxh' => round($wish->mlxh, 2),
            'thin' => $all > 0 && count($shelves[Choice::OPEN]) >= self::THIN * $all,
        ];
    }
}
