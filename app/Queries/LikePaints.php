<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Measurement;
use App\Models\Paint;
use App\Models\PaintCode;
use App\Models\Pan;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Capture\Claim;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Evidence\Likeness;
use MarshTrial\Core\Evidence\Wish;
use MarshTrial\Core\Rating\PaintEffect;

/**
 * What comes nearest to a paint among all that were measured: stand-ins, and paints that are one too many.
 *
 * @phpstan-type LikePaintsDetail array{
 *     uuid: string, conditions: list<string>,
 *     like: list<array{
 *         uuid: string, edition: int, maker: string, makerUuid: string, range: string, colourName: string,
 *         pigmentsWritten: string, series: string, medium: string, grade: string, discontinued: bool,
 *         effects: list<string>|null, statement: PigmentStatementDetail, mayChange: bool, mine: bool, dE00: float,
 *         unseen: bool, words: list<string>,
 *         depths: list<array{name: string, wanted: string, other: string, dE00: float}>, mixes: float|null,
 *         loses: list<string>, light: string, holds: bool|null,
 *     }>,
 * }
 * @phpstan-import-type PigmentStatementDetail from \App\Queries\PigmentView
 */
final class LikePaints
{
    /** Looked at closely, of all that are near at reference depth. */
    private const CLOSELY = 60;

    /** Nearest at reference depth, from among which those are taken whose tests may be seen. */
    private const NEAR = 600;

    /** Beyond it a paint stands in for nothing, mean dE00 (own). */
    private const FAR = 12.0;

    private const SHOWN = 8;

    /** Conditions that a stand-in may be asked for, before likeness is. */
    public const CONDITIONS = ['holds', 'transparent', 'single', 'mine'];

    /**
     * @param list<string> $conditions some of the above
     *
     * @return LikePaintsDetail
     */
    public static function of(Paint $paint, array $conditions, ?User $user): array
    {
        $digests = PaintDigest::of([$paint->id], $user);
        $wanted = ($digests[$paint->id] ?? null)?->strip() ?? throw new CoreException("“{$paint->colour_name}” was not measured, so nothing tells what comes near to it.");
        $withheld = self::withheld([$paint->id], $user)[$paint->id] ?? null;
        if ($withheld !== null) {
            throw new CoreException("What comes near to “{$paint->colour_name}” is not said: $withheld.");
        }
        $lab = $wanted->reference();
        $mine = Pan::paintsAtHand($user);
        // Numbers in the statement: bound ones are text to this database, read anew for every row.
        $near = DB::table('strips')->where('kind', 'property')->where('strips.paint_id', '<>', $paint->id)
            ->when(in_array('mine', $conditions, true), static fn ($q) => $q->whereIn('strips.paint_id', $mine))
            ->when(in_array('single', $conditions, true), static fn ($q) => $q->whereIn('strips.paint_id', PaintCode::alone()))
            ->groupBy('strips.paint_id')->orderByRaw(sprintf('min((l - %1$.4F) * (l - %1$.4F) + (a - %2$.4F) * (a - %2$.4F) + (b - %3$.4F) * (b - %3$.4F))', $lab->l, $lab->a, $lab->b))->limit(self::NEAR)->pluck('strips.paint_id')->map(intval(...))->all();
        $likeness = [];
        foreach (array_chunk($near, self::CLOSELY) as $ids) {
            $digests += PaintDigest::of($ids, $user);
            foreach ($ids as $id) {
                $strip = ($digests[$id] ?? null)?->strip();
                $found = $strip === null ? null : Likeness::of($wanted, $strip);
                if ($found !== null) {
                    $likeness[$id] = $found;
                }
            }
            if (count($likeness) >= self::CLOSELY / 2) {
                break;
            }
        }
        uasort($likeness, static fn (Likeness $a, Likeness $b): int => $a->dE00 <=> $b->dE00);
        $light = array_filter(array_map(static fn (PaintDigest $d): ?PaintLight => $d->light(), $digests));
        if (in_array('holds', $conditions, true)) {
            $likeness = array_filter($likeness, static fn (int $id): bool => isset($light[$id]) && self::holds($light[$id]) === true, ARRAY_FILTER_USE_KEY);
        }
        if (in_array('transparent', $conditions, true)) {
            $likeness = array_filter($likeness, static fn (int $id): bool => in_array($digests[$id]->likeliest('transparency'), ['transparent', 'semi-transparent'], true), ARRAY_FILTER_USE_KEY);
        }
        $likeness = array_filter($likeness, static fn (Likeness $l): bool => $l->dE00 <= self::FAR);
        $likeness = array_slice(array_diff_key($likeness, self::withheld(array_slice(array_keys($likeness), 0, 2 * self::SHOWN), $user)), 0, self::SHOWN, true);
        $mixes = PaletteCheck::mixesBeside($paint->id, array_keys($likeness), $user);
        $paints = Paint::query()->with('maker', 'codes')->whereKey(array_keys($likeness))->get()->keyBy('id');

        return [
            'uuid' => $paint->uuid, 'conditions' => $conditions,
            'like' => array_map(static fn (int $id, Likeness $l): array => [
                ...PaintView::of($paints[$id]), 'mine' => in_array($id, $mine, true), 'dE00' => round($l->dE00, 1), 'unseen' => $l->isUnseen(), 'words' => $l->words(),
                'depths' => array_map(static fn (string $name, array $d): array => ['name' => $name, 'wanted' => $d['wanted']->toXyz()->toLinearRgb()->toHex(), 'other' => $d['other']->toXyz()->toLinearRgb()->toHex(), 'dE00' => round($d['dE00'], 1)], array_keys($l->depths), $l->depths),
                'mixes' => isset($mixes[$id]) ? round($mixes[$id], 1) : null, 'loses' => self::loses($digests[$paint->id], $digests[$id]), 'light' => isset($light[$id]) ? $light[$id]->told()['told'] : 'not tested in light', 'holds' => isset($light[$id]) ? self::holds($light[$id]) : null,
            ], array_keys($likeness), $likeness),
        ];
    }

    /**
     * Paints whose colour holds for one lamp or one device only, and why.
     *
     * @param list<int> $paintIds
     *
     * @return array<int, string> by paint
     */
    private static function withheld(array $paintIds, ?User $user): array
    {
        $out = [];
        foreach (Paint::query()->whereKey($paintIds)->get(['id', 'effects']) as $paint) {
            if (in_array(PaintEffect::Fluorescent, PaintEffect::list($paint->effects), true)) {
                $out[$paint->id] = 'it is fluorescent, and looks otherwise in every light';
            }
        }
        $newest = DB::table('strips')->where('kind', 'property')->whereIn('paint_id', array_diff($paintIds, array_keys($out)))->whereIn('measurement_id', Measurement::idsVisibleTo($user, $paintIds))
            ->orderBy('id')->pluck('measurement_id', 'paint_id');
        foreach (Measurement::query()->findMany($newest->unique()) as $measurement) {
            $checks = (string) json_encode($measurement->result['scan']['quality'] ?? []);
            foreach (str_contains($checks, Claim::CONTRAST) ? $newest->filter(static fn (mixed $id): bool => (int) $id === $measurement->id)->keys() : [] as $id) {
                $out[(int) $id] = 'the device changed the contrast of its picture';
            }
        }

        return $out;
    }

    /**
     * Properties in which the two are of another class.
     *
     * @return list<string>
     */
    private static function loses(PaintDigest $wanted, PaintDigest $other): array
    {
        return array_map(static fn (string $p): string => "$p {$other->likeliest($p)} instead of {$wanted->likeliest($p)}", $wanted->apart($other));
    }

    /** Whether it holds for work that hangs; null: it cannot be told yet. */
    private static function holds(PaintLight $light): ?bool
    {
        $wish = new Wish;

        return $light->answer($wish->mlxh, $wish->accepted)->holds;
    }
}
