<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Card;
use App\Models\Measurement;
use App\Models\Rating;
use App\Queries\PropertyView;
use Illuminate\Support\Arr;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Evidence\OnePainting;
use MarshTrial\Core\Evidence\PooledValue;
use MarshTrial\Core\Fading\LightfastnessScale;
use MarshTrial\Core\Rating\ClassChances;
use MarshTrial\Core\Rating\Scale;

/**
 * Makes one value out of several pictures of a card, so that every page says the same. Each measurement's ratings hold what it and those
 * before it say together, and beside it what its own picture said. Pictures that cannot be of one painting are not pooled: both values stand.
 *
 * @phpstan-type PoolPicturesSaid array{
 *     value: float, uncertainty: float, class?: string|null, classes?: list<string>, classes95?: list<string>,
 *     said?: string|null, chances?: array<string, float>,
 * }
 */
final class PoolPictures
{
    /** What pooling changes of a rating. */
    private const OWN = ['value', 'uncertainty', 'class', 'said', 'chances', 'classes', 'classes95'];

    public static function ofCard(Card $card): void
    {
        DB::transaction(static function () use ($card): void {
            $counting = Measurement::query()->counts()->with('picture', 'ratings')->where('card_id', $card->id)->orderBy('id')->get()
                // The newest reading of each picture.
                ->keyBy('picture_id')->sortBy('id')->groupBy(static fn (Measurement $m): string => "{$m->picture->moment}-{$m->picture->fade_check_id}");
            foreach ($counting as $group) {
                $before = $colours = [];
                foreach ($group as $measurement) {
                    $before[] = $measurement;
                    $colours[] = $measurement->colours();
                    self::pool($before, $colours);
                }
            }
        });
    }

    /**
     * @param non-empty-list<Measurement> $pictures of one moment, oldest first; the last one's ratings are set
     * @param non-empty-list<array<string, array{lab: Lab, uncertainty95: float|null}>> $colours of their cells
     */
    private static function pool(array $pictures, array $colours): void
    {
        $newest = $pictures[array_key_last($pictures)];
        $with = $against = [];
        foreach ($pictures as $i => $picture) {
            if (OnePainting::could($colours[array_key_last($colours)], $colours[$i])) {
                $with[] = $picture;
            } else {
                $against[] = $picture;
            }
        }
        foreach ($newest->ratings as $rating) {
            $values = array_values(array_filter(array_map(static fn (Measurement $m): ?array => self::own($m, $rating), $with), static fn (?array $own): bool => $own !== null && $own['value'] !== null && $own['uncertainty'] !== null));
            $others = array_values(array_filter(array_map(static fn (Measurement $m): ?array => self::own($m, $rating), $against), static fn (?array $own): bool => $own !== null && $own['value'] !== null));
            self::set($rating, count($values) > 1 && $rating->status === 'measured' ? PooledValue::of($values) : null, $others);
        }
    }

    /** @return array<string, mixed>|null what a picture said by itself of the same row and property */
    private static function own(Measurement $measurement, Rating $like): ?array
    {
        $rating = $measurement->ratings->first(static fn (Rating $r): bool => $r->row === $like->row && $r->property === $like->property && $r->status === 'measured');

        return $rating === null ? null : $rating->detail['ofThisPicture'] ?? Arr::only($rating->detail, self::OWN);
    }

    /** @param list<array<string, mixed>> $others what pictures say that cannot be of the same painting */
    private static function set(Rating $rating, ?PooledValue $pooled, array $others): void
    {
        $detail = [...$rating->detail, ...$rating->detail['ofThisPicture'] ?? []];
        unset($detail['ofThisPicture'], $detail['pooled'], $detail['otherwise']);
        if ($pooled !== null) {
            $detail['ofThisPicture'] = Arr::only($detail, self::OWN);
            $detail = [...$detail, ...self::said($detail, $pooled), 'pooled' => ['pictures' => $pooled->pictures, 'spread' => round($pooled->spread, 4)]];
        }
        if ($others !== []) {
            $detail['otherwise'] = array_map(static fn (array $o): array => Arr::only($o, ['value', 'uncertainty', 'said']), $others);
        }
        if ($detail !== $rating->detail) {
            $rating->update(['value' => $detail['value'], 'uncertainty' => $detail['uncertainty'], 'class' => $detail['class'], 'detail' => $detail]);
        }
    }

    /**
     * @param array<string, mixed> $detail
     *
     * @return PoolPicturesSaid
     */
    private static function said(array $detail, PooledValue $pooled): array
    {
        $numbers = ['value' => round($pooled->mean, 4), 'uncertainty' => round($pooled->uncertainty, 4)];
        $limits = PropertyView::limits($detail);
        if ($limits === null) {
            return $numbers;
        }
        $dose = $detail['numbers']['doseMlxh'] ?? null;
        $possible = $detail['property'] === 'lightfastness' ? LightfastnessScale::possible(Scale::current(), $pooled->mean, $pooled->mean, $pooled->uncertainty, $dose === null ? null : (float) $dose) : null;
        $within = static fn (float $sigmas): array => $possible ?? Scale::classesWithin($limits, $pooled->mean - $sigmas * $pooled->uncertainty, $pooled->mean + $sigmas * $pooled->uncertainty);
        $chances = $possible === null ? ClassChances::of($limits, $pooled->mean, $pooled->uncertainty) : (count($possible) === 1 ? [$possible[0] => 1.0] : []);

        return [
            ...$numbers, 'class' => ClassChances::plain($chances), 'classes' => $within(1.0), 'classes95' => $within(Scale::COVERAGE_95),
            'said' => ClassChances::said($chances) ?? ($possible === null ? null : 'possible: '.implode(', ', $possible)),
            'chances' => array_map(static fn (float $c): float => round($c, 4), array_filter($chances, static fn (float $c): bool => $c >= 0.0005)),
        ];
    }
}
