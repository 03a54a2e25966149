<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Measurement;
use App\Models\Strip;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\Auth;
use MarshTrial\Core\Card\FadeCard;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Daylight\Dose;
use MarshTrial\Core\Daylight\Glass;
use MarshTrial\Core\Evidence\Wish;
use MarshTrial\Core\Fading\BlueWool;
use MarshTrial\Core\Fading\FadeFit;
use MarshTrial\Core\Fading\FadeReading;
use MarshTrial\Core\Fading\FadeSeries;
use MarshTrial\Core\Fading\FadeWay;
use MarshTrial\Core\Fading\FadeWord;
use MarshTrial\Core\Fading\LightVerdict;
use MarshTrial\Core\Rating\Scale;

/**
 * The course of every row and depth of a fade card over all its checks.
 *
 * @phpstan-type FadeCoursesSummary array{
 *     words: string, told: string, band: string|null, or: string|null, chance: float,
 *     chances: array<string, float>, outcome: string, doubt: string|null, mlxh: float|null,
 *     range: array{float, float}|null, depth: int, change: float, uncertainty: float, number: string,
 *     beside: string|null, way: string, categories: list<string>, category: string|null, grade: string,
 *     group: 'cannot be told yet'|'for ten years on a wall'|'not for a wall',
 * }
 * @phpstan-type FadeCoursesReading array{
 *     mlxh: float, change: float, uncertainty: float, outcome: string, words: string, dark: string, window: string,
 *     dL: float, dC: float, grade: string, darkChange: array{float, float}|null,
 * }
 * @phpstan-type FadeCoursesDepth array{
 *     depth: int, name: 'masstone'|'middle'|'tint', way: 'does not run one way'|'one way'|'speeding up',
 *     words: string, readings: list<FadeCoursesReading>,
 *     drawn: list<array{mlxh: float, window: string, uncertainty: float, apart: bool}>,
 *     ahead: list<array{mlxh: float, least: float, most: float, leastSeen: string|null, mostSeen: string|null}>,
 *     fitted: list<array{mlxh: float, change: float}>, categories: list<string>, referenceMlxh: float,
 *     settled: float|null, noticeable: array{float, float|null}|null, blueWool: array{int, int}|null,
 *     displayLife: array{
 *         museum: array{int|float, int|float|null}, 'living room': array{int|float, int|float|null},
 *     }|null,
 * }
 * @phpstan-type FadeCoursesRow array{
 *     row: int,
 *     depths: list<array{
 *         depth: int, name: 'masstone'|'middle'|'tint', way: 'does not run one way'|'one way'|'speeding up',
 *         words: string, readings: list<FadeCoursesReading>,
 *         drawn: list<array{mlxh: float, window: string, uncertainty: float, apart: bool}>,
 *         ahead: list<array{
 *             mlxh: float, least: float, most: float, leastSeen: string|null, mostSeen: string|null,
 *         }>,
 *         fitted: list<array{mlxh: float, change: float}>, categories: list<string>, referenceMlxh: float,
 *         settled: float|null, noticeable: array{float, float|null}|null, blueWool: array{int, int}|null,
 *         displayLife: array{
 *             museum: array{float|int, float|int|null}, 'living room': array{float|int, float|int|null},
 *         }|null,
 *     }>,
 *     summary: FadeCoursesSummary, asWool: array{number: float, bound: string}|null,
 * }
 * @phpstan-type FadeCoursesCheck array{
 *     uuid: string, on: string, dose: WindowDoseTold, typed: bool, measurement: string,
 * }
 * @phpstan-type FadeCoursesDetail array{
 *     wool: array{
 *         strips: list<array{number: int, change: float}>, least: float|null, most: float|null, agrees: bool|null,
 *     }|null,
 *     yearly: array{museum: float, 'living room': float}, checks: list<FadeCoursesCheck>,
 *     rows: list<FadeCoursesRow>,
 * }
 * @phpstan-import-type WindowDoseTold from \App\Queries\WindowDose
 */
final class FadeCourses
{
    /** Doses at which a course is drawn between its checks. */
    private const DRAWN = 24;

    /** Doses, as multiples of the last one, to which a course is carried on. */
    private const AHEAD = [1.0, 1.5, 2.0, 3.0, 5.0, 10.0];

    /** A curve is drawn to so many times the last dose. */
    private const FITTED_TIMES = 3.0;

    /** Years that nobody looks beyond. */
    private const MOST_YEARS = 300;

    /**
     * Checks of a card that were measured, with their doses, in the order of their light; whoever may not change the card sees those published.
     *
     * @return list<array{check: FadeCheck, dose: Dose, measurement: Measurement}>
     */
    public static function checks(Card $card, ?WindowDose $window): array
    {
        $measured = Measurement::query()->counts()->with('picture')->where('card_id', $card->id)->whereHas('picture', static fn ($q) => $q->whereNotNull('fade_check_id'))
            ->when(! $card->mayBeChangedBy(Auth::user()), static fn ($q) => $q->where('published', true))->orderBy('id')
            ->get(['id', 'card_id', 'picture_id', 'uuid'])->keyBy(static fn (Measurement $m): int => (int) $m->picture->fade_check_id);
        $unseen = FadeCheck::unseenOf($card);
        $out = [];
        foreach ($card->checks as $check) {
            $dose = isset($measured[$check->id]) && ! in_array($check->id, $unseen, true) ? WindowDose::atCheck($check, $window) : null;
            if ($dose !== null && $dose->mlxh > 0) {
                $out[] = ['check' => $check, 'dose' => $dose, 'measurement' => $measured[$check->id]];
            }
        }
        usort($out, static fn (array $a, array $b): int => $a['dose']->mlxh <=> $b['dose']->mlxh);

        return $out;
    }

    /**
     * @param list<array{check: FadeCheck, dose: Dose, measurement: Measurement}> $checks as above
     *
     * @return array<int, array<int, FadeSeries>> by row and depth
     */
    public static function series(Card $card, array $checks): array
    {
        /** @var Collection<int, Collection<int, Strip>> $strips */
        $strips = Strip::query()->whereIn('measurement_id', array_map(static fn (array $c): int => $c['measurement']->id, $checks))->where('kind', 'fade')->get()->groupBy('measurement_id');
        $rows = $card->specimens->pluck('row', 'id');
        $kept = [];
        foreach ($checks as ['dose' => $dose, 'measurement' => $measurement]) {
            foreach ($strips[$measurement->id] ?? [] as $strip) {
                $kept[(int) ($rows[$strip->specimen_id] ?? 0)][] = [$dose, $strip->data];
            }
        }
        ksort($kept);

        return array_filter(array_map(self::ofStrips(...), $kept));
    }

    /**
     * The course of one row.
     *
     * @param list<array{Dose, array<string, mixed>}> $strips dose and strip as FadeStrip makes it, by rising dose
     *
     * @return array<int, FadeSeries> by depth
     */
    public static function ofStrips(array $strips): array
    {
        $readings = [];
        foreach ($strips as [$dose, $strip]) {
            foreach ($strip['depths'] as $depth) {
                if (isset($depth['change'])) {
                    $readings[(int) $depth['depth']][] = FadeReading::ofStrip($dose, $depth, ...array_map(self::lab(...), $strip['paper'] ?? ['', '']));
                }
            }
        }

        return array_map(static fn (array $of): FadeSeries => new FadeSeries(Scale::current(), $of), $readings);
    }

    /** @return FadeCoursesDetail needs hanging, checks and specimens with their paints loaded */
    public static function of(Card $card, ?WindowDose $window): array
    {
        $checks = self::checks($card, $window);
        $series = self::series($card, $checks);
        $wool = self::wool($card, $series);

        return [
            'wool' => self::told($wool, $card, $checks),
            'yearly' => Dose::YEARS,
            'checks' => array_map(static fn (array $c): array => ['uuid' => $c['check']->uuid, 'on' => $c['check']->checked_on->toDateString(), 'dose' => WindowDose::told($c['dose']), 'typed' => $c['check']->dose_mlxh !== null, 'measurement' => $c['measurement']->uuid], $checks),
            'rows' => array_values(array_map(static fn (int $row, array $of): array => ['row' => $row, 'depths' => array_values(array_map(self::depth(...), array_keys($of), $of)), 'summary' => self::summary($of), 'asWool' => isset($wool[$row]) ? null : self::asWool($wool, $of)], array_keys($series), $series)),
        ];
    }

    /**
     * Reference strips that hang in rows of the card: their number, and what they have changed by.
     *
     * @param array<int, array<int, FadeSeries>> $series
     *
     * @return array<int, array{number: int, change: float}> by row
     */
    private static function wool(Card $card, array $series): array
    {
        $out = [];
        foreach ($card->specimens as $specimen) {
            $number = BlueWool::number($specimen->pan->paint->colour_name);
            // All places of a strip are alike.
            $changes = $number === null ? [] : array_filter(array_map(static fn (FadeSeries $s): ?float => $s->last()?->change, $series[$specimen->row] ?? []), static fn (?float $c): bool => $c !== null);
            if ($changes !== []) {
                $out[$specimen->row] = ['number' => (int) $number, 'change' => array_sum($changes) / count($changes)];
            }
        }

        return $out;
    }

    /**
     * What the reference strips say of the dose, beside what it is thought to be.
     *
     * @param array<int, array{number: int, change: float}> $wool
     * @param list<array{check: FadeCheck, dose: Dose, measurement: Measurement}> $checks
     *
     * @return array{strips: list<array{number: int, change: float}>, least: float|null, most: float|null, agrees: bool|null}|null null where none hang there
     */
    private static function told(array $wool, Card $card, array $checks): ?array
    {
        $last = end($checks);
        if ($wool === [] || $last === false) {
            return null;
        }
        $dose = BlueWool::dose(array_column($wool, 'change', 'number'), ($card->hanging->panes ?? '') === Glass::Filtering->value ? 'without ultraviolet' : 'daylight');
        [$least, $most] = $last['dose']->range();

        return [
            'strips' => array_map(static fn (array $w): array => ['number' => $w['number'], 'change' => round($w['change'], 1)], array_values($wool)),
            'least' => $dose === null ? null : round($dose[0], 2), 'most' => ($dose[1] ?? null) === null ? null : round($dose[1], 2),
            'agrees' => $dose === null ? null : $most >= $dose[0] && ($dose[1] === null || $least <= $dose[1]),
        ];
    }

    /**
     * The reference strip beside it that has changed as much as a row's strongest depth.
     *
     * @param array<int, array{number: int, change: float}> $wool
     * @param array<int, FadeSeries> $of
     *
     * @return array{number: float, bound: string}|null
     */
    private static function asWool(array $wool, array $of): ?array
    {
        $changes = array_map(static fn (FadeSeries $s): float => $s->last()->change ?? 0.0, $of);
        $found = $wool === [] || $changes === [] ? null : BlueWool::equivalent(array_column($wool, 'change', 'number'), max($changes));

        return $found === null ? null : ['number' => $found[0], 'bound' => $found[1]];
    }

    /**
     * What a row amounts to: what is told of it, and how it stands for work that hangs.
     *
     * @param array<int, FadeSeries> $depths
     *
     * @return FadeCoursesSummary as from LightVerdict, with the group
     */
    public static function summary(array $depths): array
    {
        $verdict = LightVerdict::of(Scale::current(), $depths);
        $wish = new Wish;

        return [...$verdict->toArray(), 'group' => match ($verdict->answer($wish->mlxh, $wish->accepted)->holds) {
            true => 'for ten years on a wall', false => 'not for a wall', null => 'cannot be told yet',
        }];
    }

    /** @return FadeCoursesDepth */
    private static function depth(int $depth, FadeSeries $series): array
    {
        $last = $series->last() ?? throw new \LogicException('A course has readings.');
        $way = $series->course();
        $noticeable = $series->noticeable();
        $settled = $series->settledAt();
        $readings = array_map(static fn (FadeReading $r): array => [
            'mlxh' => round($r->dose->mlxh, 3), 'change' => round($r->change, 2), 'uncertainty' => round($r->uncertainty, 2), 'outcome' => $r->outcome->value, 'words' => FadeWord::of(Scale::current(), $r)->words(), 'dark' => self::hex($r->dark), 'window' => self::hex($r->window),
            'dL' => round($r->window->l - $r->dark->l, 2), 'dC' => round($r->window->chroma() - $r->dark->chroma(), 2), 'grade' => $r->grade,
            'darkChange' => $r->darkChange === null ? null : [round($r->darkChange, 2), round($r->darkUncertainty ?? 0.0, 2)],
        ], $series->readings);

        return [
            'depth' => $depth, 'name' => FadeCard::DEPTH_WORDS[$depth], 'way' => $way->value, 'words' => $readings[count($readings) - 1]['words'],
            'readings' => $readings,
            'drawn' => self::drawn($series, $last->dose->mlxh), 'ahead' => self::ahead($series, $last),
            'fitted' => self::fitted($series, $last), 'categories' => $series->categories(), 'referenceMlxh' => Scale::current()->fade->referenceDoseMlxh,
            'settled' => $settled === null || $settled === $last ? null : round($settled->dose->mlxh, 2),
            'noticeable' => $noticeable === null ? null : [round($noticeable[0], 2), $noticeable[1] === null ? null : round($noticeable[1], 2)],
            'blueWool' => $noticeable === null || $noticeable[1] === null || $way !== FadeWay::OneWay ? null : [BlueWool::ofDose(max(0.05, $noticeable[0])), BlueWool::ofDose($noticeable[1])],
            'displayLife' => $noticeable === null ? null : array_map(static fn (float $yearly): array => [
                min(self::MOST_YEARS, round($noticeable[0] / $yearly, 1)), $noticeable[1] === null ? null : min(self::MOST_YEARS, round($noticeable[1] / $yearly, 1)),
            ], Dose::YEARS),
        ];
    }

    /** @return list<array{mlxh: float, window: string, uncertainty: float, apart: bool}> what it looked like on the way, from the start on */
    private static function drawn(FadeSeries $series, float $last): array
    {
        $out = [];
        for ($i = 0; $i <= self::DRAWN; $i++) {
            $dose = $last * ($i / self::DRAWN) ** 2;
            $at = $series->at($dose);
            if ($at !== null) {
                $out[] = ['mlxh' => round($dose, 3), 'window' => self::hex($at['lab']), 'uncertainty' => round($at['uncertainty'], 2), 'apart' => $at['apart']];
            }
        }

        return $out;
    }

    /** @return list<array{mlxh: float, least: float, most: float, leastSeen: string|null, mostSeen: string|null}> as far as the rule allows; colours go on the way they went, null where no way is seen yet */
    private static function ahead(FadeSeries $series, FadeReading $last): array
    {
        $out = [];
        foreach (self::AHEAD as $times) {
            $range = $series->projected($times * $last->dose->mlxh);
            if ($range !== null) {
                $seen = static fn (float $change): ?string => ($lab = $series->seenAfter($change)) === null ? null : self::hex($lab);
                $out[] = ['mlxh' => round($times * $last->dose->mlxh, 2), 'least' => round($range[0], 2), 'most' => round($range[1], 2), 'leastSeen' => $seen($range[0]), 'mostSeen' => $seen($range[1])];
            }
        }

        return $out;
    }

    /** @return list<array{mlxh: float, change: float}> a smooth curve from the start on, kept inside the range of what may follow; empty where nothing is carried on */
    private static function fitted(FadeSeries $series, FadeReading $last): array
    {
        $fit = $series->projected($last->dose->mlxh) === null ? null : FadeFit::through(array_map(static fn (FadeReading $r): array => [$r->dose->mlxh, $r->change, $r->uncertainty], $series->readings));
        $out = [];
        foreach ($fit === null ? [] : range(0, self::DRAWN) as $i) {
            $dose = self::FITTED_TIMES * $last->dose->mlxh * ($i / self::DRAWN) ** 2;
            $range = $series->projected($dose);
            $change = $fit->at($dose);
            $out[] = ['mlxh' => round($dose, 3), 'change' => round($range === null ? $change : min($range[1], max($range[0], $change)), 2)];
        }

        return $out;
    }

    private static function lab(string $hex): ?Lab
    {
        return preg_match('/^#[0-9a-f]{6}$/', $hex) !== 1 ? null : LinearRgb::fromBytes(...array_map(hexdec(...), str_split(substr($hex, 1), 2)))->toLab();
    }

    public static function hex(Lab $lab): string
    {
        return $lab->toXyz()->toLinearRgb()->toHex();
    }
}
