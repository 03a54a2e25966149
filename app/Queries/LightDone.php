<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Measurement;
use App\Models\Rating;
use App\Models\User;
use MarshTrial\Core\Fading\Outcome;

/** What light did to paints, by the latest check of each. */
final class LightDone
{
    /**
     * @param list<int> $paintIds
     *
     * @return array<int, array{outcome: Outcome|null, mlxh: float|null, categories: list<string>, earlier: list<array{outcome: Outcome, mlxh: float}>}> by paint; those that were not tested are left out
     */
    public static function of(array $paintIds, ?User $user): array
    {
        $out = [];
        foreach (Rating::query()->whereIn('paint_id', $paintIds)->where('property', 'lightfastness')->whereIn('status', ['measured', 'undecidable'])->whereIn('measurement_id', Measurement::idsVisibleTo($user, $paintIds))->notSpoiled()->where(static fn ($q) => Rating::unmixed($q, 'ratings.specimen_id'))->orderBy('id')->get() as $rating) {
            $before = $out[$rating->paint_id] ?? null;
            $earlier = $before === null ? [] : [...$before['earlier'], ...$before['outcome'] !== null && $before['mlxh'] !== null ? [['outcome' => $before['outcome'], 'mlxh' => $before['mlxh']]] : []];
            $out[$rating->paint_id] = ['earlier' => $earlier, ...self::by($rating)];
        }

        return $out;
    }

    /** @param array{outcome: Outcome|null, mlxh: float|null, ...} $light */
    public static function words(array $light): string
    {
        return ($light['outcome']->value ?? 'not decidable').($light['mlxh'] === null ? '' : sprintf(' after %.1f Mlx h', $light['mlxh']));
    }

    /** @return array{outcome: Outcome|null, mlxh: float|null, categories: list<string>} what one rating of lightfastness says */
    public static function by(Rating $rating): array
    {
        $numbers = $rating->detail['numbers'] ?? [];

        return ['outcome' => Outcome::tryFrom((string) ($numbers['outcome'] ?? '')), 'mlxh' => isset($numbers['doseMlxh']) ? (float) $numbers['doseMlxh'] : null, 'categories' => $rating->detail['classes95'] ?? []];
    }
}
