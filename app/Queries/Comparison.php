<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Paint;
use App\Models\Pan;
use App\Models\User;
use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Collection\PanStates;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Evidence\DepthDial;
use MarshTrial\Core\Evidence\Evidence;
use MarshTrial\Core\Evidence\Fairness;
use MarshTrial\Core\Evidence\Likeness;
use MarshTrial\Core\Evidence\Makers;
use MarshTrial\Core\Evidence\Ranking;
use MarshTrial\Core\Evidence\Scatter;
use MarshTrial\Core\Evidence\Strip;
use MarshTrial\Core\Evidence\TwoPaints;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Scale;

/**
 * Two to eight paints held against each other: whether that is fair, whether a difference is real, and in which words it is told.
 *
 * @phpstan-import-type RatingListed from \App\Queries\PaintDigest
 * @phpstan-type ComparisonMakers array{
 *     matters: bool, confounded: bool, chance: float, between: string, between95: array{string, string},
 *     within: string, within95: array{string, string}, named: list<string>,
 * }
 * @phpstan-type ComparisonPaint array{
 *     at: int, value: float, uncertainty: float, text: string, own: list<float>, another: list<float>,
 *     anotherText: string, tests: int, testers: int, off: int, otherwise: int,
 * }
 * @phpstan-type ComparisonPair array{
 *     one: int, other: int, difference: float, text: string, chance: float, again: float, words: string,
 *     real: bool, enough: bool|null,
 * }
 * @phpstan-type ComparisonProperty array{
 *     property: string,
 *     fair: array{
 *         verdict: string, differs: list<array{what: string, values: list<string>, verdict: string, does: string}>,
 *     },
 *     tested: list<int>, paints: list<ComparisonPaint>, pairs: list<ComparisonPair>, leader: int|null,
 *     perhapsWith: list<int>, makers: ComparisonMakers|null, hand: string, testers: string, taught: int,
 * }
 * @phpstan-type ComparisonColours array{
 *     name: 'pale'|'as deep as all have'|'middle strength', deposit: float,
 *     paints: list<array{at: int, hex: string|null, dE00: float|null, seam: bool, words: list<string>}>,
 * }
 * @phpstan-import-type PaintSetShown from PaintSet
 * @phpstan-type ComparisonDetail array{
 *     paints: list<PaintSetShown>, spoken: list<list<array{text: string, property: string|null}>>,
 *     properties: list<array{
 *         property: string,
 *         fair: array{
 *             verdict: string,
 *             differs: list<array{what: string, values: list<string>, verdict: string, does: string}>,
 *         },
 *         tested: list<int>, paints: list<ComparisonPaint>, pairs: list<ComparisonPair>, leader: int|null,
 *         perhapsWith: list<int>, makers: ComparisonMakers|null, hand: string, testers: string, taught: int,
 *         sentence: string,
 *     }>,
 *     colours: list<array{
 *         name: 'as deep as all have'|'middle strength'|'pale', deposit: float,
 *         paints: list<array{at: int, hex: string|null, dE00: float|null, seam: bool, words: list<string>}>,
 *     }>,
 *     makeFair: array{blocks: string, pans: list<string>, without: list<string>}|null,
 * }
 * @phpstan-import-type PigmentStatementDetail from \App\Queries\PigmentView
 */
final class Comparison
{
    public const MOST = 8;

    /**
     * @param list<Paint> $paints with maker and codes, in the order shown; the first is what the others are held against
     *
     * @return ComparisonDetail
     */
    public static function of(array $paints, ?User $user): array
    {
        if (count($paints) < 2) {
            throw new CoreException('Choose two paints or more; one alone is on its own page.');
        }
        if (count($paints) > self::MOST) {
            throw new CoreException(sprintf('More than %d cannot be seen side by side. Take some out.', self::MOST));
        }
        $ids = array_map(static fn (Paint $p): int => $p->id, $paints);
        $evidence = PaintSet::evidence($ids, $user);
        $pooled = $evidence['pooled'];
        $properties = [];
        foreach ([...Measures::claimed(), ...Measures::more()] as $property) {
            if ($property !== Property::Lightfastness) {
                $one = self::property($property->value, $paints, $pooled);
                if ($one !== null) {
                    $properties[] = $one;
                }
            }
        }
        $unfair = array_values(array_filter($properties, static fn (array $p): bool => $p['fair']['verdict'] === Fairness::NOT_RANKED));

        $shown = array_map(static fn (Paint $p): array => PaintSet::paint($p, $evidence), $paints);
        ['spoken' => $spoken, 'sentences' => $sentences] = Spoken::several($paints, $properties, $shown);

        return [
            'paints' => array_map(static fn (array $p): array => [...$p, 'properties' => array_map(PaintDigest::listed(...), $p['properties'])], $shown),
            'spoken' => $spoken,
            'properties' => array_map(static fn (array $p): array => [...$p, 'sentence' => $sentences[$p['property']]], $properties),
            'colours' => self::colours($paints, $evidence['strips']),
            'makeFair' => $unfair === [] ? null : self::plan($unfair, $paints, $user),
        ];
    }

    /**
     * @param list<Paint> $paints
     *
     * @return ComparisonProperty|null null where fewer than two were tested
     */
    private static function property(string $property, array $paints, PaintEvidence $pooled): ?array
    {
        /** @var array<int, Evidence> $of by place among the paints */
        $of = $tests = $rows = [];
        foreach ($paints as $i => $paint) {
            $evidence = $pooled->evidence($paint->id, $property);
            if ($evidence !== null) {
                $of[$i] = $evidence;
                $rows[$i] = $pooled->counted($paint->id, $property);
                array_push($tests, ...$pooled->tests($paint->id, $property));
            }
        }
        if (count($of) < 2) {
            return null;
        }
        $conditions = TestConditions::of(array_merge(...array_values($rows)));
        $fair = Fairness::of($property, array_values(array_map(static fn (array $r): array => TestConditions::together(array_values(array_map(static fn (object $t): array => $conditions[(int) $t->specimen_id], $r))), $rows)));
        $ranking = Ranking::of(Scale::current(), $of);
        // What was tested otherwise is not ranked.
        $ranked = $fair->verdict !== Fairness::NOT_RANKED;
        $quantity = Measures::of(Property::from($property))::quantity();
        $scatter = PaintEvidence::scatter($property);
        $mean = array_sum(array_map(static fn (Evidence $e): float => $e->value, $of)) / count($of);
        $scale = Measures::of(Property::from($property))::scale(Scale::current());
        // Whether a difference of one class would have been seen; null where there are no classes.
        $enough = static fn (int $i, int $j, float $u): ?bool => $scale === null ? null
            : $u * Scale::current()->evidence->enough <= $scale->widthAt(($of[$i]->value + $of[$j]->value) / 2);

        return [
            'property' => $property, 'fair' => ['verdict' => $fair->verdict, 'differs' => array_map(static fn (array $d): array => [...$d, 'values' => array_values($d['values'])], $fair->differs)], 'tested' => array_keys($of),
            'paints' => array_map(static fn (int $i): array => ['at' => $i, ...PropertyView::pooled($property, $of[$i], $pooled->many($paints[$i]->id, $property))], array_keys($of)),
            'pairs' => array_values(array_map(static function (TwoPaints $p, string $key) use ($ranking, $ranked, $quantity, $enough): array {
                [$i, $j] = array_map(intval(...), explode('-', $key));
                return [
                    'one' => $i, 'other' => $j, 'difference' => $p->difference, 'text' => $quantity->write(abs($p->difference), $p->uncertainty), 'chance' => round($p->chance, 3), 'again' => round($p->again, 3),
                    'words' => $ranked ? $ranking->words($key) : 'not ranked', 'real' => $ranked && $ranking->areApart($i, $j),
                    'enough' => $enough($i, $j, $p->uncertainty),
                ];
            }, $ranking->pairs, array_keys($ranking->pairs))),
            'leader' => $ranked ? $ranking->leader : null, 'perhapsWith' => $ranked ? $ranking->perhapsWith : [],
            'makers' => $fair->verdict === Fairness::NOT_RANKED ? null : self::makers($property, $tests, $scatter, $mean, $paints),
            // What of a difference may be the tester's own inconsistency.
            'hand' => $quantity->write($scatter->usual($mean, true), null), 'testers' => $quantity->write($scatter->usual($mean), null), 'taught' => $scatter->hands + $scatter->groups,
        ];
    }

    /**
     * @param list<\MarshTrial\Core\Evidence\PaintTest> $tests
     * @param list<Paint> $paints
     *
     * @return ComparisonMakers|null
     */
    private static function makers(string $property, array $tests, Scatter $scatter, float $mean, array $paints): ?array
    {
        $names = [];
        foreach ($paints as $paint) {
            $names[(string) $paint->maker_id] = $paint->maker->name;
        }
        // Two paints of one maker say nothing of makers.
        if (count($names) !== count($paints)) {
            return null;
        }
        $makers = Makers::of(Scale::current(), $tests, $scatter->usual($mean, true));
        $quantity = Measures::of(Property::from($property))::quantity();
        $text = static fn (float $v): string => $quantity->write($v, null);

        return $makers === null ? null : [
            'matters' => $makers->matters, 'confounded' => $makers->confounded, 'chance' => round($makers->chance, 4), 'between' => $text($makers->between), 'between95' => array_map($text, $makers->between95), 'within' => $text($makers->within), 'within95' => array_map($text, $makers->within95),
            'named' => array_values(array_map(static fn (string|int $id): string => $names[(string) $id] ?? '', array_keys(array_filter($makers->makers, static fn (array $m): bool => $m['named'])))),
        ];
    }

    /**
     * @param list<Paint> $paints
     * @param array<int, Strip> $strips
     *
     * @return list<ComparisonColours>
     */
    private static function colours(array $paints, array $strips): array
    {
        $have = array_values(array_filter(array_keys($paints), static fn (int $i): bool => isset($strips[$paints[$i]->id])));
        if (count($have) < 2) {
            return [];
        }
        $key = $strips[$paints[$have[0]]->id]->key;
        $depths = array_filter(['pale' => Likeness::TINT, 'middle strength' => Scale::current()->depths->reference, 'as deep as all have' => Strip::deepestOfAll(array_map(static fn (int $i): Strip => $strips[$paints[$i]->id], $have))]);
        $out = [];
        foreach ($depths as $name => $depth) {
            $colours = array_map(static fn (int $i) => $strips[$paints[$i]->id]->at($depth, $key), $have);
            $first = $colours[0];
            $out[] = ['name' => $name, 'deposit' => round($depth, 2), 'paints' => array_map(static function (int $i, $colour) use ($first, $have): array {
                $dE = $colour === null || $first === null || $i === $have[0] ? null : Difference::ciede2000($first->toLab(), $colour->toLab());

                return ['at' => $i, 'hex' => $colour?->toHex(), 'dE00' => $dE === null ? null : round($dE, 1), 'seam' => $dE !== null && $dE >= DepthDial::SEAM, 'words' => $dE === null || $dE < DepthDial::SEAM || $colour === null || $first === null ? [] : Difference::between($first->toLab(), $colour->toLab())->words()];
            }, $have, $colours)];
        }

        return $out;
    }

    /**
     * The least rows that would make it fair: every paint once more on one sheet, with the tests that were not.
     *
     * @param non-empty-list<array<string, mixed>> $unfair
     * @param list<Paint> $paints
     *
     * @return array{blocks: string, pans: list<string>, without: list<string>}
     */
    private static function plan(array $unfair, array $paints, ?User $user): array
    {
        $blocks = [];
        foreach ($unfair as $one) {
            $measure = Measures::of(Property::from((string) $one['property']));
            if (is_subclass_of($measure, Measure::class)) {
                $blocks[$measure::block()->value] = true;
            }
        }
        $pans = $user === null ? collect() : Pan::query()->where('owner_id', $user->id)->whereIn('state', PanStates::AT_HAND)->whereIn('paint_id', array_map(static fn (Paint $p): int => $p->id, $paints))->orderBy('id')->get()->keyBy('paint_id');

        return [
            'blocks' => implode(',', array_keys($blocks)), 'pans' => array_values(array_filter(array_map(static fn (Paint $p): ?string => $pans[$p->id]->uuid ?? null, $paints))),
            'without' => array_values(array_map(static fn (Paint $p): string => $p->colour_name, array_filter($paints, static fn (Paint $p): bool => ! isset($pans[$p->id])))),
        ];
    }
}
