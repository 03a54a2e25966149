<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Claim;
use App\Models\Measurement;
use App\Models\Rating;
use App\Models\Verdict;
use Illuminate\Support\Arr;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\Auth;
use MarshTrial\Core\Bench\Transparency;
use MarshTrial\Core\Evidence\ClaimCheck;
use MarshTrial\Core\Evidence\Evidence;
use MarshTrial\Core\Evidence\FadeVerdict;
use MarshTrial\Core\Evidence\ScalePosition;
use MarshTrial\Core\Fading\Outcome;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\ClassChances;
use MarshTrial\Core\Rating\KeptRating;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Scale;

/**
 * One property of a paint: claimed, measured and judged by eye, side by side and never merged.
 *
 * @phpstan-type PropertyVerdict array{
 *     uuid: string, property: string, word: string, note: string, by: string, on: string|null, blind: bool,
 *     check: 'agrees'|'contradicted'|'not comparable'|'open',
 * }
 * @phpstan-type PropertyClaim array{
 *     uuid: string, property: string, words: string, readOn: string, scale: string|null, scaleUuid: string|null,
 *     classes: list<string>, check: 'agrees'|'contradicted'|'not comparable'|'open',
 *     span: array{float, float}|null,
 * }
 * @phpstan-import-type LightTold from PaintLight
 * @phpstan-import-type FadeCoursesSummary from FadeCourses
 * @phpstan-import-type LightVerdictTold from \MarshTrial\Core\Fading\LightVerdict
 * @phpstan-type RatingDetail array{
 *     row?: int, property: string, status: string, reason: string|null, value: float|null, uncertainty: float|null,
 *     class: string|null, said?: string|null, chances?: array<string, float>|\stdClass, classes: list<string>,
 *     classes95: list<string>, atDeposit?: float|null, scale?: string, remarks?: list<string>,
 *     cells?: list<string>, numbers?: array<string, mixed>, formula?: string, protocol?: string,
 *     light?: LightTold|LightVerdictTold|FadeCoursesSummary, earlier?: list<array{scale: string, rules: int, told: string|null}>,
 *     pooled?: array{pictures: int, spread: float},
 *     otherwise?: list<array{value: float, uncertainty?: float|null, said?: string|null}>,
 *     ofThisPicture?: array{
 *         said?: string|null, value: float, uncertainty?: float|null, class?: string|null,
 *         chances?: array<string, float>|\stdClass, classes?: list<string>, classes95?: list<string>,
 *     },
 * }
 * @phpstan-type RatingShown array{
 *     row?: int, property: string, status: string, reason: string|null, value: float|null, uncertainty: float|null,
 *     class: string|null, said?: string|null, chances?: array<string, float>|\stdClass, classes: list<string>,
 *     classes95: list<string>, atDeposit?: float|null, scale?: string, remarks?: list<string>,
 *     cells?: list<string>, numbers?: array<string, mixed>, formula?: string, protocol?: string,
 *     light?: LightTold|LightVerdictTold|FadeCoursesSummary, earlier?: list<array{scale: string, rules: int, told: string|null}>,
 *     pooled?: array{pictures: int, spread: float},
 *     otherwise?: list<array{value: float, uncertainty?: float|null, said?: string|null}>,
 *     ofThisPicture?: array{
 *         said?: string|null, value: float, uncertainty?: float|null, class?: string|null,
 *         chances?: array<string, float>|\stdClass, classes?: list<string>, classes95?: list<string>,
 *     },
 *     text?: string, quantity?: string, told?: string, brief?: string, position?: float, low?: float, high?: float,
 *     own?: list<float>, limits?: array<string, float|null>, ofPicture?: string|null,
 *     values?: list<array{said: string, where: string, text: string, tests: int, chances: array<string, float>}>,
 *     card?: array{uuid: string, title: string, mayChange: bool, simulated: bool}|null,
 * }
 * @phpstan-type PropertyPooled array{
 *     value: float, uncertainty: float, text: string, own: list<float>, another: list<float>, anotherText: string,
 *     tests: int, testers: int, off: int, otherwise: int,
 * }
 * @phpstan-type PropertyTests array{
 *     classes: list<string>, measured: RatingShown|null, without: array{status: string, reason: string|null}|null,
 *     tests: int, pooled: PropertyPooled|null, classes95: list<string>,
 * }
 * @phpstan-type PropertyBeside array{
 *     classes: list<string>, measured: RatingShown|null, without: array{status: string, reason: string|null}|null,
 *     tests: int, pooled: PropertyPooled|null, claims: list<PropertyClaim>, verdicts: list<PropertyVerdict>,
 * }
 */
final class PropertyView
{
    /**
     * @param Collection<int, Rating> $ratings oldest first
     * @param Collection<int, Claim> $claims
     * @param Collection<int, Verdict> $verdicts
     * @param Collection<int, Measurement> $measurements by id, with their card
     * @param Evidence|null $evidence what all its tests say together; null: nothing that is pooled
     * @param int $tests under whatever protocol
     * @param list<array{evidence: Evidence, where: string, kind: string}> $values where tests are not told as one
     *
     * @return PropertyBeside
     */
    public static function of(string $property, Collection $ratings, Collection $claims, Collection $verdicts, Collection $measurements, ?Evidence $evidence = null, int $tests = 0, ?PaintLight $light = null, array $values = []): array
    {
        return self::beside(self::tests($property, $ratings, $measurements, $evidence, $tests, $light, $values), $ratings, $claims, $verdicts, $measurements);
    }

    /**
     * What its tests say, the same for everybody who may see them.
     *
     * @param Collection<int, Rating> $ratings oldest first
     * @param Collection<int, Measurement> $measurements by id, with their card
     * @param list<array{evidence: Evidence, where: string, kind: string}> $values where tests are not told as one
     *
     * @return PropertyTests
     */
    public static function tests(string $property, Collection $ratings, Collection $measurements, ?Evidence $evidence, int $tests, ?PaintLight $light = null, array $values = []): array
    {
        if ($property === Property::Lightfastness->value) {
            return self::lightfastness($ratings, $measurements, $light);
        }
        $measured = $ratings->where('status', 'measured')->last();
        $pooled = $evidence === null ? null : self::pooled($property, $evidence, $tests);
        $shown = $measured ?? $ratings->last();
        $limits = $measured === null || $evidence === null ? null : self::limits($measured->detail);

        return [
            'classes' => Measures::classes(Property::from($property)),
            'measured' => $measured === null ? null : self::ofPaint($measured->detail, $measurements[$measured->measurement_id] ?? null, $evidence, $pooled['another'] ?? null, $values),
            'without' => $measured !== null || $shown === null ? null : ['status' => $shown->status, 'reason' => $shown->detail['reason']],
            'tests' => $ratings->where('status', 'measured')->unique('specimen_id')->count(),
            'pooled' => $pooled,
            // A claim is held against all tests together, not against the newest.
            'classes95' => $limits === null || $evidence === null ? $measured->detail['classes95'] ?? [] : $evidence->classes95($limits),
        ];
    }

    /**
     * What light did, by the course of the strip that speaks for the paint; a picture alone says nothing of its category.
     *
     * @param Collection<int, Rating> $ratings oldest first
     * @param Collection<int, Measurement> $measurements by id, with their card
     *
     * @return PropertyTests
     */
    private static function lightfastness(Collection $ratings, Collection $measurements, ?PaintLight $light): array
    {
        $tested = ['classes' => Measures::classes(Property::Lightfastness), 'tests' => $ratings->where('status', 'measured')->unique('specimen_id')->count(), 'pooled' => null];
        $rating = ($light === null ? null : $ratings->where('measurement_id', $light->measurementId)->where('specimen_id', $light->specimenId)->last()) ?? $ratings->last();
        if ($light === null || $rating === null) {
            return [...$tested, 'measured' => null, 'without' => $rating === null ? null : ['status' => $rating->status, 'reason' => $rating->detail['reason']], 'classes95' => []];
        }
        $told = $light->told();

        return [
            ...$tested, 'without' => null, 'classes95' => $told['categories'],
            'measured' => self::rating(self::ofCourse($rating->detail, $told), $measurements[$rating->measurement_id] ?? null),
        ];
    }

    /**
     * What a picture says of fading, with the course in place of what one check alone would say.
     *
     * @param RatingDetail $detail
     * @param LightTold $told
     *
     * @return RatingDetail
     */
    public static function ofCourse(array $detail, array $told): array
    {
        return [
            ...array_diff_key($detail, ['otherwise' => 0]), 'status' => 'measured', 'reason' => null, 'value' => $told['change'], 'uncertainty' => $told['uncertainty'],
            'said' => $told['words'], 'class' => count($told['categories']) === 1 ? $told['categories'][0] : null, 'classes' => $told['categories'], 'classes95' => $told['categories'],
            'chances' => [], 'light' => $told,
        ];
    }

    /**
     * Claims and eye verdicts beside what the tests say.
     *
     * @param PropertyTests $tests
     * @param Collection<int, Rating> $ratings of the specimens that were judged by eye at least, oldest first
     * @param Collection<int, Claim> $claims
     * @param Collection<int, Verdict> $verdicts
     * @param Collection<int, Measurement> $measurements of these ratings, by id, with their card and picture
     *
     * @return PropertyBeside
     */
    public static function beside(array $tests, Collection $ratings, Collection $claims, Collection $verdicts, Collection $measurements): array
    {
        $detail = static fn (Verdict $v): array => $ratings->filter(static fn (Rating $r): bool => $r->specimen_id === $v->specimen_id && ($v->fade_check_id === null || $measurements[$r->measurement_id]?->picture->fade_check_id === $v->fade_check_id))->last()->detail ?? [];

        return [
            ...Arr::except($tests, 'classes95'),
            'claims' => $claims->values()->map(static fn (Claim $c): array => self::claim($c, $tests['classes95']))->all(),
            'verdicts' => $verdicts->values()->map(static fn (Verdict $v): array => self::verdict($v, $detail($v)))->all(),
        ];
    }

    /**
     * A claim, and how it stands to what was measured.
     *
     * @param list<string> $classes95
     *
     * @return PropertyClaim
     */
    public static function claim(Claim $claim, array $classes95): array
    {
        return [
            ...PaintView::claim($claim),
            'check' => ClaimCheck::of($claim->classes(), $classes95)->value,
            'span' => self::span(Measures::classes(Property::from($claim->property)), $claim->classes()),
        ];
    }

    /**
     * @param array<string, mixed> $detail a rating as in the measurement JSON
     *
     * @return RatingShown with its places on the scale, 0..1, where it has one
     */
    public static function rating(array $detail, ?Measurement $measurement): array
    {
        $limits = self::limits($detail);
        $card = $measurement === null ? null : ['uuid' => $measurement->card->uuid, 'title' => $measurement->card->title, 'mayChange' => $measurement->card->mayBeChangedBy(Auth::user()), 'simulated' => $measurement->picture->source === 'stand-in'];
        // Pictures that cannot be of one painting: neither takes the other's place.
        if (($detail['otherwise'] ?? []) !== []) {
            $detail['said'] = implode('; ', ['two pictures differ: '.self::told($detail), ...array_map(self::told(...), $detail['otherwise'])]);
        }
        $detail = [...$detail, ...self::worded($detail)];
        if (isset($detail['light'])) {
            // A change so far has no place among categories: those that are possible have.
            $span = self::span(Measures::classes(Property::Lightfastness), $detail['classes95']);

            return [
                ...$detail, 'chances' => (object) [], 'text' => $detail['light']['number'], 'told' => $detail['light']['told'], 'brief' => 'lightfastness '.$detail['light']['told'],
                ...$span === null ? [] : ['low' => $span[0], 'high' => $span[1]], 'card' => $card,
            ];
        }
        if ($limits === null) {
            return [...$detail, 'card' => $card];
        }
        $u = Scale::COVERAGE_95 * ($detail['uncertainty'] ?? 0);

        return [
            ...$detail,
            'position' => ScalePosition::of($limits, $detail['value']),
            'low' => ScalePosition::of($limits, $detail['value'] - $u),
            'high' => ScalePosition::of($limits, $detail['value'] + $u),
            'limits' => array_map(static fn (float $v): ?float => is_infinite($v) ? null : $v, $limits),
            'card' => $card,
        ];
    }

    /**
     * A rating in words, as its measure tells it.
     *
     * @param array<string, mixed> $detail
     *
     * @return array{said: string|null, text: string, quantity: string, told: string, brief: string}
     */
    public static function worded(array $detail): array
    {
        $measure = Measures::of(Property::from($detail['property']));
        $kept = KeptRating::fromJson($detail);

        return ['said' => $measure::said($kept), 'text' => $measure::number($kept), 'quantity' => $measure::quantity()->name, 'told' => $measure::told($kept), 'brief' => $measure::brief($kept)];
    }

    /** @param array<string, mixed> $detail */
    private static function told(array $detail): string
    {
        return $detail['said'] ?? sprintf('%.2f', $detail['value']);
    }

    /**
     * A rating as it is told of the paint, not of one picture: what all its tests say together of another tester's card.
     *
     * @param array<string, mixed> $detail of the newest test
     * @param array{0: float, 1: float}|null $another within which another tester's test lies
     * @param list<array{evidence: Evidence, where: string, kind: string}> $values where tests are not told as one
     *
     * @return RatingShown
     */
    private static function ofPaint(array $detail, ?Measurement $measurement, ?Evidence $evidence, ?array $another, array $values): array
    {
        $rating = self::rating($detail, $measurement);
        $limits = self::limits($detail);
        if ($limits === null || $evidence === null || $another === null || ($detail['otherwise'] ?? []) !== []) {
            return $rating;
        }
        $chances = $evidence->chances($limits);
        [$low, $high] = $another;
        $at = static fn (float $value): float => ScalePosition::of($limits, $value);
        $rating = [
            ...$rating, 'value' => $evidence->value, 'uncertainty' => $evidence->uncertainty,
            'position' => $at($evidence->value), 'low' => $at($low), 'high' => $at($high),
            // Where this paint lies; low to high is where one more card would.
            'own' => array_map($at, self::own($evidence)),
        ];

        $ofPaint = [...$rating, 'ofPicture' => $detail['said'] ?? null, 'said' => ClassChances::said($chances), 'chances' => array_map(static fn (float $c): float => round($c, 3), array_filter($chances, static fn (float $c): bool => $c >= 0.005))];

        if ($values !== []) {
            // No mean stands for what lies apart: each value with how it was tested.
            $told = array_map(static fn (array $v): array => self::value($detail, $v), $values);
            $mean = self::meanChances(array_column($told, 'chances'));
            $ofPaint = [...$ofPaint, 'values' => $told, 'chances' => $mean, 'said' => ClassChances::said($mean)];
            if (count(array_unique(array_column($told, 'said'))) > 1) {
                $ofPaint = [...array_diff_key($ofPaint, ['position' => 0, 'low' => 0, 'high' => 0, 'own' => 0]), 'said' => implode('; ', array_map(static fn (array $t): string => "$t[said] $t[where]", $told))];
            }

            return [...$ofPaint, ...self::worded($ofPaint), 'text' => implode('; ', array_column($told, 'text'))];
        }

        return [...$ofPaint, ...self::worded($ofPaint)];
    }

    /**
     * Where tests are not told as one, each of their values is as likely as another.
     *
     * @param list<array<string, float>> $chances
     *
     * @return array<string, float>
     */
    public static function meanChances(array $chances): array
    {
        $out = [];
        foreach ($chances as $of) {
            foreach ($of as $class => $chance) {
                $out[$class] = ($out[$class] ?? 0.0) + $chance / count($chances);
            }
        }

        return $out;
    }

    /**
     * One of several values of a paint.
     *
     * @param array<string, mixed> $detail of its newest test
     * @param array{evidence: Evidence, where: string, kind: string} $value
     *
     * @return array{said: string, where: string, text: string, tests: int, chances: array<string, float>}
     */
    private static function value(array $detail, array $value): array
    {
        $limits = self::limits(['kind' => $value['kind']] + $detail) ?? [];
        $chances = $value['evidence']->chances($limits);
        $quantity = Measures::of(Property::from($detail['property']))::quantity();

        return [
            'said' => (string) ClassChances::likeliest($chances), 'where' => $value['where'], 'text' => $quantity->write($value['evidence']->value, $value['evidence']->uncertainty), 'tests' => $value['evidence']->tests,
            'chances' => array_map(static fn (float $c): float => round($c, 3), $chances),
        ];
    }

    /**
     * All tests of a paint together, told beside what the newest says.
     *
     * @return PropertyPooled
     */
    public static function pooled(string $property, Evidence $evidence, int $many): array
    {
        $quantity = Measures::of(Property::from($property))::quantity();
        [$low, $high] = $evidence->another();
        // Pooled without a floor; nothing but a turn of hue is told below zero.
        $low = $property === Property::TwoTone->value ? $low : max(0.0, $low);

        return [
            'value' => $evidence->value, 'uncertainty' => $evidence->uncertainty, 'text' => $quantity->write($evidence->value, $evidence->uncertainty),
            'own' => self::own($evidence), 'another' => [$low, $high], 'anotherText' => $quantity->write($low, null).'–'.$quantity->write($high, null),
            'tests' => $evidence->tests, 'testers' => count($evidence->testers), 'off' => count($evidence->off), 'otherwise' => max(0, $many - $evidence->tests),
        ];
    }

    /** @return array{float, float} within which the paint lies, 95 % */
    private static function own(Evidence $evidence): array
    {
        $off = Scale::COVERAGE_95 * $evidence->uncertainty;

        return [$evidence->value - $off, $evidence->value + $off];
    }

    /**
     * Limits of the classes, for the kind of specimen it is; ratings of before there were kinds only remark it.
     *
     * @param array<string, mixed> $detail
     *
     * @return array<string, float>|null
     */
    public static function limits(array $detail): ?array
    {
        return Measures::of(Property::from($detail['property']))::scale(self::scaleOf($detail))?->limitsOf($detail['kind'] ?? (in_array(Transparency::PALE_REMARK, $detail['remarks'], true) ? Transparency::PALE : ''));
    }

    /**
     * The scale that rated; today's where this program does not know it, as in a record from elsewhere.
     *
     * @param array<string, mixed> $detail
     */
    private static function scaleOf(array $detail): Scale
    {
        return in_array($detail['scale'] ?? '', Scale::NAMES, true) ? Scale::named($detail['scale']) : Scale::current();
    }

    /**
     * A verdict, and how it stands to what was measured on the same specimen. Of fading the eye judges what happened, not a category.
     *
     * @param array<string, mixed> $detail the rating of the same specimen, for fading of the same check; empty where there is none
     *
     * @return PropertyVerdict needs owner loaded
     */
    public static function verdict(Verdict $verdict, array $detail = []): array
    {
        $found = Outcome::tryFrom((string) ($detail['numbers']['outcome'] ?? ''));
        $said = Outcome::tryFrom($verdict->word);
        $check = $verdict->property !== 'lightfastness' ? ClaimCheck::of([$verdict->word], $detail['classes95'] ?? [])
            : ($found === null || $said === null || ($detail['numbers']['doseMlxh'] ?? null) === null ? ClaimCheck::NotComparable : FadeVerdict::check($said, $found));

        return [
            'uuid' => $verdict->uuid, 'property' => $verdict->property, 'word' => $verdict->word, 'note' => $verdict->note,
            'by' => $verdict->owner->name, 'on' => $verdict->updated_at?->toDateString(), 'blind' => $verdict->blind, 'check' => $check->value,
        ];
    }

    /**
     * Part of the scale that a set of classes covers, 0..1; null for none.
     *
     * @param list<string> $all
     * @param list<string> $classes
     *
     * @return array{0: float, 1: float}|null
     */
    private static function span(array $all, array $classes): ?array
    {
        $at = array_keys(array_intersect($all, $classes));

        return $at === [] ? null : [min($at) / count($all), (max($at) + 1) / count($all)];
    }
}
