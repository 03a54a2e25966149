<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Measurement;
use App\Models\Paint;
use App\Models\PaintCode;
use App\Models\Pan;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Evidence\Likeness;
use MarshTrial\Core\Fading\LightfastnessScale;
use MarshTrial\Core\Fading\Outcome;
use MarshTrial\Core\Rating\ClassChances;

/** What comes nearest to a paint among all that were measured: stand-ins, and paints that are one too many. */
final class LikePaints
{
    /** Looked at closely, of all that are near at reference depth. */
    private const CLOSELY = 60;

    private const SHOWN = 8;

    /** Conditions that a stand-in may be asked for, before likeness is. */
    public const CONDITIONS = ['holds', 'transparent', 'single', 'mine'];

    /**
     * @param list<string> $conditions some of the above
     *
     * @return array<string, mixed>
     */
    public static function of(Paint $paint, array $conditions, ?User $user): array
    {
        $wanted = PaintStrips::of([$paint->id], $user)['strips'][$paint->id] ?? throw new CoreException("“{$paint->colour_name}” was not measured, so nothing tells what comes near to it.");
        $lab = $wanted->reference();
        $mine = Pan::paintsAtHand($user);
        $near = DB::table('strips')->where('kind', 'property')->where('strips.paint_id', '<>', $paint->id)->whereIn('measurement_id', Measurement::idsVisibleTo($user))
            ->when(in_array('mine', $conditions, true), static fn ($q) => $q->whereIn('strips.paint_id', $mine))
            ->when(in_array('single', $conditions, true), static fn ($q) => $q->whereIn('strips.paint_id', PaintCode::alone()))
            ->groupBy('strips.paint_id')->orderByRaw('min((l - ?) * (l - ?) + (a - ?) * (a - ?) + (b - ?) * (b - ?))', [$lab->l, $lab->l, $lab->a, $lab->a, $lab->b, $lab->b])->limit(self::CLOSELY)->pluck('strips.paint_id')->map(intval(...))->all();
        $likeness = [];
        foreach (PaintStrips::of(array_values($near), $user)['strips'] as $id => $strip) {
            $found = Likeness::of($wanted, $strip);
            if ($found !== null) {
                $likeness[$id] = $found;
            }
        }
        uasort($likeness, static fn (Likeness $a, Likeness $b): int => $a->dE00 <=> $b->dE00);
        $light = LightDone::of(array_keys($likeness), $user);
        $pooled = PaintEvidence::of([$paint->id, ...array_keys($likeness)], $user);
        if (in_array('holds', $conditions, true)) {
            $likeness = array_filter($likeness, static fn (int $id): bool => isset($light[$id]) && self::holds($light[$id]), ARRAY_FILTER_USE_KEY);
        }
        if (in_array('transparent', $conditions, true)) {
            $likeness = array_filter($likeness, static fn (int $id): bool => in_array(self::likeliest($pooled, $id, 'transparency'), ['transparent', 'semi-transparent'], true), ARRAY_FILTER_USE_KEY);
        }
        $likeness = array_slice($likeness, 0, self::SHOWN, true);
        $paints = Paint::query()->with('maker', 'codes')->whereKey(array_keys($likeness))->get()->keyBy('id');

        return [
            'uuid' => $paint->uuid, 'conditions' => $conditions,
            'like' => array_map(static fn (int $id, Likeness $l): array => [
                ...PaintView::of($paints[$id]), 'mine' => in_array($id, $mine, true), 'dE00' => round($l->dE00, 1), 'unseen' => $l->isUnseen(), 'words' => $l->words(),
                'depths' => array_map(static fn (string $name, array $d): array => ['name' => $name, 'wanted' => $d['wanted']->toXyz()->toLinearRgb()->toHex(), 'other' => $d['other']->toXyz()->toLinearRgb()->toHex(), 'dE00' => round($d['dE00'], 1)], array_keys($l->depths), $l->depths),
                'loses' => self::loses($pooled, $paint->id, $id), 'light' => isset($light[$id]) ? self::inWords($light[$id]) : 'not tested in light', 'holds' => isset($light[$id]) ? self::holds($light[$id]) : null,
            ], array_keys($likeness), $likeness),
        ];
    }

    /**
     * Properties in which the two are of another class.
     *
     * @return list<string>
     */
    private static function loses(PaintEvidence $pooled, int $wanted, int $other): array
    {
        $out = [];
        foreach (['transparency', 'staining', 'granulation'] as $property) {
            [$one, $two] = [self::likeliest($pooled, $wanted, $property), self::likeliest($pooled, $other, $property)];
            if ($one !== null && $two !== null && $one !== $two) {
                $out[] = "$property $two instead of $one";
            }
        }

        return $out;
    }

    private static function likeliest(PaintEvidence $pooled, int $id, string $property): ?string
    {
        return ClassChances::likeliest($pooled->chances($id, $property));
    }

    /** @param array{outcome: Outcome|null, mlxh: float|null, categories: list<string>, ...} $light */
    private static function inWords(array $light): string
    {
        return ($light['outcome']->value ?? 'not decidable').($light['mlxh'] === null ? '' : sprintf(' after %.1f Mlx h', $light['mlxh']));
    }

    /**
     * Holds so far: nothing was seen, or what was seen leaves the better categories open only.
     *
     * @param array{outcome: Outcome|null, mlxh: float|null, categories: list<string>, ...} $light
     */
    private static function holds(array $light): bool
    {
        return $light['outcome'] === Outcome::NoChange || ($light['categories'] !== [] && array_diff($light['categories'], LightfastnessScale::HOLDS) === []);
    }
}
