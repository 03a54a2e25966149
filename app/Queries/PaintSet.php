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
use Illuminate\Support\Arr;
use Illuminate\Support\Collection;
use MarshTrial\Core\Evidence\DepthDial;
use MarshTrial\Core\Evidence\HueOrder;
use MarshTrial\Core\Evidence\Strip as CoreStrip;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Scale;

/** Paints under one another, whatever brings them together: a code, a maker, a choice. Strips in hue order, ratings beside claims and eye verdicts, and what is not tested. */
final class PaintSet
{
    /** What a list shows of a rating; where it comes from is on the paint's own page. */
    private const SHOWN = ['property', 'value', 'uncertainty', 'said', 'text', 'position', 'low', 'high', 'pooled', 'card'];

    /**
     * @param Collection<int, Paint> $paints by id, with maker and codes
     *
     * @return array<string, mixed>
     */
    public static function of(Collection $paints, ?User $user): array
    {
        $evidence = self::evidence(array_values($paints->keys()->all()), $user);
        $ordered = self::inHueOrder($paints, $evidence['strips']);
        $withStrip = array_values(array_filter($ordered, static fn (Paint $p): bool => isset($evidence['strips'][$p->id])));

        return [
            'depths' => DepthDial::depths(), 'referenceDepth' => Scale::current()->depths->reference,
            'stops' => DepthDial::stops(array_map(static fn (Paint $p): CoreStrip => $evidence['strips'][$p->id], $withStrip)),
            'stripOrder' => array_map(static fn (Paint $p): string => $p->uuid, $withStrip),
            'paints' => array_map(static fn (Paint $p): array => self::shown(self::paint($p, $evidence)), $ordered),
        ];
    }

    /**
     * A paint as a list shows it.
     *
     * @param array<string, mixed> $paint as from paint()
     *
     * @return array<string, mixed>
     */
    public static function shown(array $paint): array
    {
        $paint['properties'] = array_map(static fn (array $p): array => [...$p, 'measured' => $p['measured'] === null ? null : Arr::only($p['measured'], self::SHOWN)], $paint['properties']);

        return $paint;
    }

    /**
     * All that may be seen of the paints, in a number of queries that does not depend on how many there are.
     *
     * @param list<int> $paintIds
     *
     * @return array{strips: array<int, CoreStrip>, fades: array<int, array<string, mixed>>, ratings: Collection<int, Collection<int, Rating>>, cards: \Illuminate\Database\Eloquent\Collection<int, Measurement>, claims: Collection<int, Collection<int, Claim>>, verdicts: Collection<int, Collection<int, Verdict>>, pooled: PaintEvidence}
     */
    public static function evidence(array $paintIds, ?User $user): array
    {
        $visible = Measurement::idsVisibleTo($user, $paintIds);
        $ratings = Rating::query()->whereIn('paint_id', $paintIds)->whereIn('measurement_id', $visible)
            ->notSpoiled()->orderBy('id')->get();
        $cards = Measurement::query()->with('card', 'picture:id,fade_check_id,source')->whereKey($ratings->pluck('measurement_id')->unique()->all())
            ->get(['id', 'uuid', 'card_id', 'picture_id'])->keyBy('id');
        $claims = Claim::query()->with('claimScale')->whereIn('paint_id', $paintIds)->orderBy('read_on')->get();
        $verdicts = Verdict::query()->with('owner')
            ->select('verdicts.*', 'pans.paint_id')
            ->join('specimens', 'specimens.id', '=', 'verdicts.specimen_id')->join('pans', 'pans.id', '=', 'specimens.pan_id')
            ->whereIn('pans.paint_id', $paintIds)
            ->join('cards', 'cards.id', '=', 'specimens.card_id')
            ->where(static fn ($q) => BenchSession::notBlind($q, $user))
            ->when($user === null || ! $user->is_steward, static fn (Builder $q) => $q->where(
                static fn (Builder $q) => $q->where('verdicts.published', true)->orWhere('verdicts.owner_id', $user->id ?? 0)->orWhereIn('cards.bench_session_id', BenchSession::idsOf($user)),
            ))
            ->orderBy('verdicts.id')->get();
        return [
            ...PaintStrips::of($paintIds, $user, true), 'ratings' => $ratings->groupBy('paint_id'), 'cards' => $cards,
            'claims' => $claims->groupBy('paint_id'), 'verdicts' => $verdicts->groupBy('paint_id'), 'pooled' => PaintEvidence::of($paintIds, $user),
        ];
    }

    /**
     * @param Collection<int, Paint> $paints
     * @param array<int, CoreStrip> $strips
     *
     * @return list<Paint> measured ones by hue, then the others by name
     */
    public static function inHueOrder(Collection $paints, array $strips): array
    {
        $order = HueOrder::of(array_map(static fn (CoreStrip $s) => $s->reference(), $strips));
        $rest = $paints->reject(static fn (Paint $p): bool => isset($strips[$p->id]))->sortBy(static fn (Paint $p): string => $p->maker->name.$p->colour_name);

        return [...array_map(static fn (int|string $id): Paint => $paints[(int) $id], $order), ...$rest->values()->all()];
    }

    /**
     * @param array<string, mixed> $evidence as from evidence()
     *
     * @return array<string, mixed>
     */
    public static function paint(Paint $paint, array $evidence): array
    {
        $ratings = $evidence['ratings'][$paint->id] ?? collect();
        $claims = $evidence['claims'][$paint->id] ?? collect();
        $verdicts = $evidence['verdicts'][$paint->id] ?? collect();
        $properties = [];
        $claimed = Property::keys(Measures::claimed());
        foreach ($claimed as $property) {
            $properties[$property] = PropertyView::of(
                $property,
                $ratings->where('property', $property),
                $claims->where('property', $property),
                $verdicts->where('property', $property),
                $evidence['cards'],
                $evidence['pooled']->evidence($paint->id, $property),
                $evidence['pooled']->many($paint->id, $property),
            );
        }

        return [
            ...PaintView::of($paint),
            'strip' => StripView::of($evidence['strips'][$paint->id] ?? null, $evidence['fades'][$paint->id] ?? null),
            'properties' => $properties,
            'alsoJudged' => $verdicts->whereNotIn('property', $claimed)->values()->map(static fn (Verdict $v): array => PropertyView::verdict($v))->all(),
            'notTested' => array_values(array_filter($claimed, static fn (string $p): bool => $properties[$p]['measured'] === null && $properties[$p]['verdicts'] === [])),
        ];
    }
}
