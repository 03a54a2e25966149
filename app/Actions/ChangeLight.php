<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Picture;
use App\Queries\WindowDose;

/** Something about the light behind a window is told otherwise: ratings that were made for another dose are derived again. */
final class ChangeLight
{
    /** By what share a check's dose must change, natural logarithm (own). */
    private const MATTERS = 0.01;

    /**
     * @template T
     *
     * @param callable(): T $change
     *
     * @return T
     */
    public static function of(Card $card, callable $change): mixed
    {
        $before = self::doses($card);
        $result = $change();
        $after = self::doses($card->refresh());
        $moved = array_keys(array_filter($after, static fn (float $dose, int $check): bool => abs(log(max(1e-6, $dose) / max(1e-6, $before[$check] ?? 0.0))) > self::MATTERS, ARRAY_FILTER_USE_BOTH));
        foreach (Picture::query()->whereIn('fade_check_id', $moved)->whereNull('withdrawn_at')->whereNotNull('sha256')->orderBy('id')->get() as $picture) {
            RequestMeasurement::again($picture);
        }

        return $result;
    }

    /** @return array<int, float> dose of every check, Mlx h, by its id */
    private static function doses(Card $card): array
    {
        $window = WindowDose::of($card->load('hanging'));
        $out = [];
        foreach (FadeCheck::query()->where('card_id', $card->id)->get() as $check) {
            $out[$check->id] = WindowDose::atCheck($check, $window)->mlxh ?? 0.0;
        }

        return $out;
    }
}
