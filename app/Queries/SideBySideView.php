<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Measurement;
use App\Models\Paint;
use App\Models\Pan;
use App\Models\Rating;
use App\Models\User;
use Illuminate\Support\Collection;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Bench\Strength;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\RatingStatus;

/**
 * Paints of one test under one another, each as it was scanned and to one scale, with what was measured in it.
 *
 * @phpstan-import-type RatingShown from \App\Queries\PropertyView
 * @phpstan-import-type LightTold from \App\Queries\PaintLight
 * @phpstan-type SideBySideWindows array{
 *     fields: list<array{name: string, atMm: float}>, measurement: string|null, row: int, use: string,
 *     words: string, widthMm: float, heightMm: float,
 * }
 * @phpstan-type SideBySideStrength array{
 *     relative: float|null, uncertainty: float|null, why: string|null, cost: string|null, channel?: string,
 *     perMl?: string|null,
 * }
 * @phpstan-type SideBySideDetail array{
 *     uuid: string, edition: int, maker: string, makerUuid: string, range: string, colourName: string,
 *     pigmentsWritten: string, series: string, medium: string, grade: string, discontinued: bool,
 *     effects: list<string>|null, statement: PigmentStatementDetail, mayChange: bool,
 *     windows: list<SideBySideWindows>, ratings: array<int, RatingShown>, isReference: bool,
 *     strength: SideBySideStrength|null,
 * }
 * @phpstan-import-type PigmentStatementDetail from \App\Queries\PigmentView
 */
final class SideBySideView
{
    /**
     * @param list<Paint> $paints with maker and codes, in the order shown
     *
     * @return list<SideBySideDetail>
     */
    public static function of(SideBySide $show, array $paints, ?string $reference, ?User $user): array
    {
        $measures = Measures::shownIn($show);
        $properties = array_map(static fn (string $m): string => $m::property()->value, $measures);
        $uses = array_values(array_unique(array_map(static fn (string $m): string => $m::block()->value, $measures)));
        $ids = array_map(static fn (Paint $p): int => $p->id, $paints);
        $ratings = Rating::query()->whereIn('paint_id', $ids)->whereIn('property', $properties)->where('status', RatingStatus::Measured->value)
            ->whereIn('measurement_id', Measurement::idsVisibleTo($user))->notSpoiled()->whereNotIn('specimen_id', OddStrips::out($ids, $user))->orderBy('id')->get();
        $ratings = $ratings->whereNotIn('measurement_id', self::elsewhere(array_values($ratings->pluck('measurement_id')->unique()->all())))->groupBy('paint_id');
        $measurements = Measurement::query()->with('card.paper', 'card.session', 'picture')->whereKey($ratings->flatten()->pluck('measurement_id')->unique()->all())
            ->get(['id', 'uuid', 'card_id', 'picture_id'])->keyBy('id');
        $layouts = $measurements->map(static fn (Measurement $m): CardLayout => $m->card->cardLayout());
        $pans = $user === null ? collect() : Pan::query()->where('owner_id', $user->id)->whereIn('paint_id', $ids)->orderBy('id')->get()->groupBy('paint_id');
        $newest = $ratings->map(static fn (Collection $of): Collection => $of->keyBy('property'));
        $base = self::reference($paints, $newest, $reference);

        return array_map(static function (Paint $paint) use ($uses, $newest, $measurements, $layouts, $pans, $base): array {
            /** @var Collection<string, Rating> $of */
            $of = $newest[$paint->id] ?? collect();
            $strength = $of['strength'] ?? null;

            return [
                ...PaintView::of($paint),
                'windows' => self::windows($of, $uses, $measurements, $layouts),
                'ratings' => $of->values()->map(static fn (Rating $r): array => PropertyView::rating($r->detail, $measurements[$r->measurement_id] ?? null))->all(),
                'isReference' => $base !== null && $base['paint'] === $paint->id,
                'strength' => $base === null || $strength === null ? null : self::strength($strength, $base['rating'], $measurements, Prices::perMl($pans[$paint->id] ?? collect())),
            ];
        }, $paints);
    }

    /**
     * Measurements whose picture stayed with another ledger: there is nothing to be seen of them.
     *
     * @param list<int> $ids
     *
     * @return list<int>
     */
    private static function elsewhere(array $ids): array
    {
        $taken = Measurement::query()->with('picture')->whereKey($ids)->whereHas('card', static fn ($q) => $q->whereNotNull('ledger_id'))->get(['id', 'picture_id']);

        return array_values($taken->filter(static fn (Measurement $m): bool => ! $m->picture->isHere())->map(static fn (Measurement $m): int => $m->id)->all());
    }

    /**
     * The paint that strengths are told against: the chosen one, else the first with a ladder.
     *
     * @param list<Paint> $paints
     * @param Collection<int, Collection<string, Rating>> $newest
     *
     * @return array{paint: int, rating: Rating}|null
     */
    private static function reference(array $paints, Collection $newest, ?string $chosen): ?array
    {
        usort($paints, static fn (Paint $a, Paint $b): int => ($b->uuid === $chosen) <=> ($a->uuid === $chosen));
        foreach ($paints as $paint) {
            $rating = ($newest[$paint->id] ?? collect())['strength'] ?? null;
            if ($rating !== null) {
                return ['paint' => $paint->id, 'rating' => $rating];
            }
        }

        return null;
    }

    /**
     * Windows of the newest measurement that has each of them.
     *
     * @param Collection<string, Rating> $of
     * @param list<string> $uses
     * @param Collection<int, Measurement> $measurements
     * @param Collection<int, CardLayout> $layouts
     *
     * @return list<SideBySideWindows>
     */
    private static function windows(Collection $of, array $uses, Collection $measurements, Collection $layouts): array
    {
        $out = [];
        foreach ($uses as $use) {
            foreach ($of->sortByDesc('measurement_id') as $rating) {
                $layout = $layouts[$rating->measurement_id] ?? null;
                $area = $layout?->windowOf($rating->row, BlockKind::from($use))?->area;
                if ($layout !== null && $area !== null) {
                    $out[] = ['fields' => array_map(static fn (array $f): array => ['name' => $f[1], 'atMm' => $f[0] - $area->x], $layout->fieldNames($rating->row, BlockKind::from($use))), 'measurement' => $measurements[$rating->measurement_id]?->uuid, 'row' => $rating->row, 'use' => $use, 'words' => BlockKind::from($use)->definition()::label(), 'widthMm' => $area->width, 'heightMm' => $area->height];
                    break;
                }
            }
        }

        return $out;
    }

    /**
     * @param Collection<int, Measurement> $measurements
     * @param array{0: float, 1: string}|null $perMl
     *
     * @return SideBySideStrength relative strength, or why there is none
     */
    private static function strength(Rating $rating, Rating $base, Collection $measurements, ?array $perMl): array
    {
        $paper = static fn (Rating $r): ?int => $measurements[$r->measurement_id]?->card->paper_id;
        $without = static fn (string $why): array => ['relative' => null, 'uncertainty' => null, 'why' => $why, 'cost' => null];
        if ($paper($rating) !== $paper($base)) {
            return $without('on another paper than the reference paint');
        }
        if ($rating->detail['protocol'] !== $base->detail['protocol']) {
            return $without('under another protocol than the reference paint');
        }
        $strength = Strength::against($rating->detail['numbers'], $base->detail['numbers']);
        if ($strength === null) {
            return $without('shows too little where the reference paint absorbs');
        }

        return [
            'relative' => $strength->relative, 'uncertainty' => $strength->uncertainty, 'why' => null, 'channel' => $strength->channel,
            'cost' => $perMl === null ? null : sprintf('%.2f %s', $strength->costPerUnit($perMl[0]), $perMl[1]), 'perMl' => $perMl === null ? null : sprintf('%.2f %s/ml', ...$perMl),
        ];
    }

}
