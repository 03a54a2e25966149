<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Measurement;
use App\Models\Paint;
use App\Models\PaintCode;
use App\Models\Rating;
use App\Models\User;
use Illuminate\Support\Collection;
use MarshTrial\Core\Evidence\ClaimCheck;
use MarshTrial\Core\Evidence\NextTest;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Scale;

/**
 * What is known of one paint beyond the four rated properties, by whom and how well, what is missing, and what to test next.
 *
 * @phpstan-import-type RatingShown from PropertyView
 * @phpstan-type PaintKnowledgeDetail array{
 *     rated: array<string, array{tests: int, testers: list<string>, protocols: list<string>}>|\stdClass,
 *     more: list<array{
 *         tests?: int, testers?: list<string>, protocols?: list<string>, earlier: list<string>,
 *         rating: RatingShown,
 *     }>,
 *     missing: list<string>, next: list<array<string, mixed>>,
 * }
 */
final class PaintKnowledge
{
    /** Values of earlier tests that stand beside the newest. */
    private const EARLIER = 3;

    /**
     * @param array{ratings: Collection<int, Collection<int, Rating>>, cards: \Illuminate\Database\Eloquent\Collection<int, Measurement>, ...} $evidence as from PaintSet::evidence()
     * @param array<string, array<string, mixed>> $properties the four rated ones, as CodePage shows them
     *
     * @return PaintKnowledgeDetail
     */
    public static function of(Paint $paint, array $evidence, array $properties, ?User $user): array
    {
        /** @var Collection<string, Collection<int, Rating>> $measured */
        $measured = ($evidence['ratings'][$paint->id] ?? collect())->where('status', 'measured')->groupBy('property');
        $evidence['cards']->loadMissing('card.owner');
        $provenance = $measured->map(static fn (Collection $tests): array => self::provenance($tests, $evidence['cards']));
        $more = [];
        foreach (Property::keys(Measures::more()) as $property) {
            $newest = isset($measured[$property]) ? $measured[$property]->last() : null;
            if ($newest !== null) {
                $more[] = [...$provenance[$property] ?? [], 'earlier' => array_values($measured[$property]->slice(0, -1)->reverse()->take(self::EARLIER)->map(static fn (Rating $r): string => PropertyView::worded($r->detail)['told'])->all()), 'rating' => PropertyView::rating($newest->detail, $evidence['cards'][$newest->measurement_id] ?? null)];
            }
        }

        return [
            'rated' => (object) $provenance->only(Property::keys(Measures::claimed()))->all(),
            'more' => $more,
            'missing' => array_values(array_filter(Property::keys(Measures::more()), static fn (string $p): bool => ! isset($measured[$p]))),
            'next' => self::next($paint, $measured, $evidence['cards'], $properties, $user),
        ];
    }

    /**
     * @param Collection<int, Rating> $tests of one property, oldest first
     * @param Collection<int, Measurement> $cards
     *
     * @return array{tests: int, testers: list<string>, protocols: list<string>}
     */
    private static function provenance(Collection $tests, Collection $cards): array
    {
        return [
            'tests' => $tests->count(),
            'testers' => array_values(array_unique($tests->map(static fn (Rating $r): string => $cards[$r->measurement_id]->card->owner->name ?? '')->all())),
            'protocols' => array_values(array_unique($tests->map(static fn (Rating $r): string => $r->detail['protocol'] ?? '')->all())),
        ];
    }

    /**
     * @param Collection<string, Collection<int, Rating>> $measured
     * @param Collection<int, Measurement> $cards
     * @param array<string, array<string, mixed>> $properties
     *
     * @return list<array<string, mixed>>
     */
    private static function next(Paint $paint, Collection $measured, Collection $cards, array $properties, ?User $user): array
    {
        $others = self::others($paint, $user);
        [$usual, $hangs] = [EvidenceMap::usual(), EvidenceMap::hangs([$paint->id], $user)];
        $known = [];
        foreach (Measures::claimed() as $claimed) {
            $property = $claimed->value;
            $newest = isset($measured[$property]) ? $measured[$property]->last() : null;
            // Only tests under the newest one's protocol say something about the same thing.
            $alike = $newest === null ? collect() : $measured[$property]->filter(static fn (Rating $r): bool => ($r->detail['protocol'] ?? '') === ($newest->detail['protocol'] ?? ''));
            $known[$property] = [
                'limits' => Measures::of($claimed)::scale(Scale::current())->limits ?? [],
                'value' => $newest?->value, 'uncertainty' => $newest->detail['uncertainty'] ?? null, 'classes95' => $newest->detail['classes95'] ?? [],
                'tests' => $alike->count(), 'testers' => count(self::provenance($alike, $cards)['testers']),
                'others' => $others[$property] ?? [],
                'contradicted' => self::contradicted($properties[$property]),
                'usual' => $usual[$property] ?? [],
            ];
            if ($claimed === Property::Lightfastness) {
                $light = $properties[$property]['measured'];
                $known[$property] = ['classes95' => $light['classes95'] ?? [], 'tests' => $light === null ? 0 : 1, 'hangs' => $hangs[$paint->id] ?? null] + $known[$property];
            }
        }

        return array_map(static fn (NextTest $n): array => [...get_object_vars($n), 'chances' => (object) $n->chances], NextTest::rank($known));
    }

    /**
     * @param array<string, mixed> $beside
     *
     * @return list<string>
     */
    private static function contradicted(array $beside): array
    {
        $contradicts = static fn (array $one): bool => $one['check'] === ClaimCheck::Contradicted->value;

        return [
            ...array_filter($beside['claims'], $contradicts) === [] ? [] : ['the maker’s claim'],
            ...array_filter($beside['verdicts'], $contradicts) === [] ? [] : ['an eye verdict'],
        ];
    }

    /**
     * Newest class of every other paint that shares a code.
     *
     * @return array<string, list<string>> by property
     */
    private static function others(Paint $paint, ?User $user): array
    {
        $codes = $paint->codes->pluck('code')->all();
        $rows = Rating::query()->where('status', 'measured')->whereNotNull('class')->whereIn('property', Property::keys(Measures::claimed()))
            ->whereIn('paint_id', PaintCode::query()->whereIn('code', $codes)->select('paint_id'))->where('paint_id', '<>', $paint->id)
            ->whereIn('measurement_id', Measurement::idsVisibleTo($user))->notSpoiled()
            ->orderBy('id')->toBase()->get(['paint_id', 'property', 'class']);
        $out = [];
        foreach ($rows as $row) {
            // A newer one takes the older one's place.
            $out[$row->property][$row->paint_id] = (string) $row->class;
        }

        return array_map(array_values(...), $out);
    }
}
