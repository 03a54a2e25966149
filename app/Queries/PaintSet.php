<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\BenchSession;
use App\Models\Claim;
use App\Models\Measurement;
use App\Models\Paint;
use App\Models\Rating;
use App\Models\User;
use App\Models\Verdict;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Collection;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Evidence\DepthDial;
use MarshTrial\Core\Evidence\HueOrder;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Scale;

/**
 * Paints under one another, whatever brings them together: a code, a maker, a choice. Strips in hue order, ratings beside claims and eye verdicts, and what is not tested.
 *
 * @phpstan-import-type StripDetail from StripView
 * @phpstan-import-type RatingShown from PropertyView
 * @phpstan-import-type RatingListed from PaintDigest
 * @phpstan-import-type PropertyPooled from PropertyView
 * @phpstan-import-type PropertyClaim from PropertyView
 * @phpstan-import-type PropertyVerdict from PropertyView
 * @phpstan-type PaintSetShown array{
 *     uuid: string, edition: int, maker: string, makerUuid: string, range: string, colourName: string,
 *     pigmentsWritten: string, series: string, medium: string, grade: string, discontinued: bool,
 *     effects: list<string>|null, statement: PigmentStatementDetail, mayChange: bool, strip: StripDetail|null,
 *     properties: array<string, PaintSetProperty>, alsoJudged: list<PropertyVerdict>, notTested: list<string>,
 * }
 * @phpstan-type PaintSetProperty array{
 *     classes: list<string>, measured: RatingShown|RatingListed|null,
 *     without: array{status: string, reason: string|null}|null, tests: int, pooled: PropertyPooled|null,
 *     claims: list<PropertyClaim>, verdicts: list<PropertyVerdict>,
 * }
 * @phpstan-import-type PigmentStatementDetail from \App\Queries\PigmentView
 * @phpstan-type PaintSetDetail array{
 *     depths: list<float>, referenceDepth: float,
 *     stops: list<list<array{
 *         hex: string, lab: array{float, float, float}, dE00Above: float|null, seam: bool,
 *     }|null>>,
 *     stripOrder: list<string>, paints: list<PaintSetShown>,
 * }
 * @phpstan-type PaintSetTests array{
 *     strips: array<int, \MarshTrial\Core\Evidence\Strip>, fades: array<int, array<string, mixed>>,
 *     ratings: Collection<int, Collection<int, Rating>>, cards: Collection<int, Measurement>,
 *     pooled: \App\Queries\PaintEvidence, light: array<int, \App\Queries\PaintLight>,
 * }
 * @phpstan-type PaintSetEvidence array{
 *     strips: array<int, \MarshTrial\Core\Evidence\Strip>, fades: array<int, array<string, mixed>>,
 *     ratings: Collection<int, Collection<int, Rating>>, cards: Collection<int, Measurement>,
 *     pooled: \App\Queries\PaintEvidence, light: array<int, \App\Queries\PaintLight>,
 *     claims: \Illuminate\Support\Collection<int, \Illuminate\Support\Collection<int, \App\Models\Claim>>,
 *     verdicts: \Illuminate\Support\Collection<int, \Illuminate\Support\Collection<int, \App\Models\Verdict>>,
 * }
 */
final class PaintSet
{
    /**
     * @param Collection<int, Paint> $paints by id, with maker and codes
     * @param bool $asGiven in the order in which they come, which somebody chose
     * @param array<int, PaintDigest>|null $digests of these paints, where they were asked for already
     *
     * @return PaintSetDetail
     */
    public static function of(Collection $paints, ?User $user, bool $asGiven = false, ?array $digests = null): array
    {
        $ids = array_values($paints->keys()->all());
        $digests ??= PaintDigest::of($ids, $user);
        $said = self::said($ids, $user);
        $judged = self::judged($said['verdicts'], $ids, $user);
        $ordered = $asGiven ? array_values($paints->all()) : self::inHueOrder($paints, PaintDigest::labs($digests));
        $withStrip = array_values(array_filter($ordered, static fn (Paint $p): bool => isset($digests[$p->id]) && $digests[$p->id]->lab() !== null));
        $key = $withStrip === [] ? null : $digests[$withStrip[0]->id]->key();

        return [
            'depths' => DepthDial::depths(), 'referenceDepth' => Scale::current()->depths->reference,
            'stops' => DepthDial::stops(array_map(static fn (Paint $p): array => $digests[$p->id]->samples($key), $withStrip)),
            'stripOrder' => array_map(static fn (Paint $p): string => $p->uuid, $withStrip),
            'paints' => array_map(static function (Paint $p) use ($digests, $said, $judged): array {
                $digest = $digests[$p->id] ?? null;
                $ratings = $judged['ratings'][$p->id] ?? collect();
                $tests = static fn (string $property): array => $digest?->property($property) ?? PropertyView::tests($property, collect(), collect(), null, 0);

                return self::shown($p, $digest?->view(), $said, static fn (string $property, Collection $claims, Collection $verdicts): array => PropertyView::beside($tests($property), $ratings->where('property', $property), $claims, $verdicts, $judged['cards']));
            }, $ordered),
        ];
    }

    /**
     * All that may be seen of the paints, in a number of queries that does not depend on how many there are.
     *
     * @param list<int> $paintIds
     *
     * @return PaintSetEvidence
     */
    public static function evidence(array $paintIds, ?User $user): array
    {
        return [...self::tests($paintIds, $user), ...self::said($paintIds, $user)];
    }

    /**
     * What was measured of them.
     *
     * @param list<int> $paintIds
     *
     * @return PaintSetTests
     */
    public static function tests(array $paintIds, ?User $user): array
    {
        $ratings = Rating::query()->whereIn('paint_id', $paintIds)->whereIn('measurement_id', Measurement::idsVisibleTo($user, $paintIds))->notSpoiled()->where(static fn ($q) => Rating::unmixed($q, 'ratings.specimen_id'))->whereNotIn('specimen_id', OddStrips::out($paintIds, $user))->orderBy('id')->get();

        return [...PaintStrips::of($paintIds, $user, true), 'ratings' => $ratings->groupBy('paint_id'), 'cards' => Measurement::query()->with('card', 'picture:id,fade_check_id,source')->whereKey($ratings->pluck('measurement_id')->unique()->all())->get(['id', 'uuid', 'card_id', 'picture_id'])->keyBy('id'), 'pooled' => PaintEvidence::of($paintIds, $user), 'light' => LightVerdicts::of($paintIds, $user)];
    }

    /**
     * What makers claim of them, and what testers judged by eye.
     *
     * @param list<int> $paintIds
     *
     * @return array{claims: Collection<int, Collection<int, Claim>>, verdicts: Collection<int, Collection<int, Verdict>>}
     */
    private static function said(array $paintIds, ?User $user): array
    {
        $verdicts = Verdict::query()->with('owner')
            ->select('verdicts.*', 'pans.paint_id')
            ->join('specimens', 'specimens.id', '=', 'verdicts.specimen_id')->join('pans', 'pans.id', '=', 'specimens.pan_id')
            ->whereIn('pans.paint_id', $paintIds)
            ->join('cards', 'cards.id', '=', 'specimens.card_id')
            ->where(static fn ($q) => BenchSession::notBlind($q, $user))
            ->when($user === null || ! $user->isHouseSteward(), static fn (Builder $q) => $q->where(
                static fn (Builder $q) => $q->where('verdicts.published', true)->when($user !== null, static fn (Builder $q) => $q->orWhere(static fn (Builder $q) => $user?->narrowToOverseen($q, 'verdicts.owner_id')))->orWhereIn('cards.bench_session_id', BenchSession::idsOf($user)),
            ))
            ->orderBy('verdicts.id')->get();

        return ['claims' => Claim::query()->with('claimScale')->whereIn('paint_id', $paintIds)->orderBy('read_on')->get()->groupBy('paint_id'), 'verdicts' => $verdicts->groupBy('paint_id')];
    }

    /**
     * Ratings of what was judged by eye.
     *
     * @param Collection<int, Collection<int, Verdict>> $verdicts by paint
     * @param list<int> $paintIds
     *
     * @return array{ratings: Collection<int, Collection<int, Rating>>, cards: \Illuminate\Database\Eloquent\Collection<int, Measurement>}
     */
    private static function judged(Collection $verdicts, array $paintIds, ?User $user): array
    {
        $specimens = $verdicts->flatten(1)->pluck('specimen_id')->unique()->all();
        $ratings = $specimens === [] ? collect() : Rating::query()->whereIn('specimen_id', $specimens)->whereIn('measurement_id', Measurement::idsVisibleTo($user, $paintIds))->notSpoiled()->orderBy('id')->get();

        return ['ratings' => $ratings->groupBy('paint_id'), 'cards' => Measurement::query()->with('picture:id,fade_check_id')->whereKey($ratings->pluck('measurement_id')->unique()->all())->get(['id', 'picture_id'])->keyBy('id')];
    }

    /**
     * @param Collection<int, Paint> $paints
     * @param array<int, Lab> $colours at reference depth, of those that were measured
     *
     * @return list<Paint> measured ones by hue, then the others by name
     */
    public static function inHueOrder(Collection $paints, array $colours): array
    {
        $order = HueOrder::of($colours);
        $rest = $paints->reject(static fn (Paint $p): bool => isset($colours[$p->id]))->sortBy(static fn (Paint $p): string => $p->maker->name.$p->colour_name);

        return [...array_map(static fn (int|string $id): Paint => $paints[(int) $id], $order), ...$rest->values()->all()];
    }

    /**
     * One paint with where everything comes from.
     *
     * @param array<string, mixed> $evidence as from evidence()
     *
     * @return PaintSetShown
     */
    public static function paint(Paint $paint, array $evidence): array
    {
        $ratings = $evidence['ratings'][$paint->id] ?? collect();

        return self::shown($paint, StripView::of($evidence['strips'][$paint->id] ?? null, $evidence['fades'][$paint->id] ?? null), $evidence, static fn (string $property, Collection $claims, Collection $verdicts): array => PropertyView::of(
            $property, $ratings->where('property', $property), $claims, $verdicts, $evidence['cards'], $evidence['pooled']->evidence($paint->id, $property), $evidence['pooled']->many($paint->id, $property), $evidence['light'][$paint->id] ?? null, $evidence['pooled']->values($paint->id, $property),
        ));
    }

    /**
     * @param array<string, mixed>|null $strip as from StripView
     * @param array{claims: Collection<int, Collection<int, Claim>>, verdicts: Collection<int, Collection<int, Verdict>>, ...} $said
     * @param \Closure(string, Collection<int, Claim>, Collection<int, Verdict>): array<string, mixed> $property
     *
     * @return PaintSetShown
     */
    private static function shown(Paint $paint, ?array $strip, array $said, \Closure $property): array
    {
        $claims = $said['claims'][$paint->id] ?? collect();
        $verdicts = $said['verdicts'][$paint->id] ?? collect();
        $claimed = Property::keys(Measures::claimed());
        $properties = array_combine($claimed, array_map(static fn (string $p): array => $property($p, $claims->where('property', $p), $verdicts->where('property', $p)), $claimed));

        return [
            ...PaintView::of($paint),
            'strip' => $strip,
            'properties' => $properties,
            'alsoJudged' => $verdicts->whereNotIn('property', $claimed)->values()->map(static fn (Verdict $v): array => PropertyView::verdict($v))->all(),
            'notTested' => array_values(array_filter($claimed, static fn (string $p): bool => $properties[$p]['measured'] === null && $properties[$p]['verdicts'] === [])),
        ];
    }
}
