<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Measurement;
use App\Models\Rating;
use App\Models\User;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Daylight\Dose;
use MarshTrial\Core\Fading\FadeReading;
use MarshTrial\Core\Fading\FadeSeries;

/** What light did to paints, from the courses of all their strips that somebody may see. */
final class LightVerdicts
{
    private const MIDDLE = 2;

    /**
     * @param list<int> $paintIds
     *
     * @return array<int, PaintLight> by paint; those that no light fell on are left out
     */
    public static function of(array $paintIds, ?User $user): array
    {
        $rows = self::rows($paintIds, $user);
        $cards = Card::query()->with('hanging', 'checks')->findMany($rows->pluck('card_id')->unique())->keyBy('id');
        $windows = [];
        $found = [];
        foreach ($rows->groupBy(['paint_id', 'specimen_id']) as $paint => $bySpecimen) {
            foreach ($bySpecimen as $specimen => $of) {
                $card = $cards[(int) $of[0]->card_id];
                $window = $windows[$card->id] ??= [WindowDose::of($card)];
                $strip = self::course($of, $card, $window[0]);
                if ($strip !== null) {
                    $found[(int) $paint][] = [...$strip, 'card' => $card->id, 'specimen' => (int) $specimen];
                }
            }
        }

        return array_map(self::leading(...), $found);
    }

    /**
     * What fade strips show, check by check, the newest measurement of each.
     *
     * @param list<int> $paintIds
     *
     * @return Collection<int, \stdClass>
     */
    private static function rows(array $paintIds, ?User $user): Collection
    {
        $visible = Measurement::allVisibleTo($user, $paintIds)->select('measurements.id');

        return DB::table('strips')->join('measurements', 'measurements.id', '=', 'strips.measurement_id')->join('pictures', 'pictures.id', '=', 'measurements.picture_id')->join('cards', 'cards.id', '=', 'measurements.card_id')
            ->where('strips.kind', 'fade')->whereIn('strips.paint_id', $paintIds)->whereIn('strips.measurement_id', $visible)
            ->where(static fn ($q) => Rating::unmixed($q, 'strips.specimen_id'))->whereNotIn('strips.specimen_id', OddStrips::out($paintIds, $user))
            ->whereNotExists(static fn ($q) => $q->from('spoilings')->whereColumn('spoilings.specimen_id', 'strips.specimen_id')->where(static fn ($q) => $q->whereNull('spoilings.property')->orWhere('spoilings.property', 'lightfastness')))
            ->orderBy('measurements.id')
            ->get(['strips.paint_id', 'strips.specimen_id', 'measurements.card_id', 'strips.measurement_id', 'pictures.fade_check_id', 'cards.kind', 'strips.data']);
    }

    /**
     * The course of one strip; without a dose what its newest picture shows.
     *
     * @param Collection<int, \stdClass> $rows oldest measurement first
     *
     * @return array{courses: array<int, FadeSeries>, doseKnown: bool, measurement: int}|null null before it was hung
     */
    private static function course(Collection $rows, Card $card, ?WindowDose $window): ?array
    {
        $checks = $card->checks->keyBy('id');
        $dated = $undated = [];
        // A later measurement of the same check takes the place of an earlier one.
        foreach ($rows->keyBy(static fn (object $r): int => (int) $r->fade_check_id) as $row) {
            /** @var FadeCheck|null $check */
            $check = $checks[(int) $row->fade_check_id] ?? null;
            $dose = $check === null ? null : WindowDose::atCheck($check, $window);
            $data = json_decode((string) $row->data, true, flags: JSON_THROW_ON_ERROR);
            if ($dose !== null && $dose->mlxh > 0) {
                $dated[] = [$dose, $data, (int) $row->measurement_id];
            } elseif ($check !== null || $row->kind === 'halves') {
                $undated = [[new Dose(0.0), $data, (int) $row->measurement_id]];
            }
        }
        usort($dated, static fn (array $a, array $b): int => $a[0]->mlxh <=> $b[0]->mlxh);
        $readings = $dated === [] ? $undated : $dated;
        $courses = FadeCourses::ofStrips(array_map(static fn (array $r): array => [$r[0], $r[1]], $readings));

        return $courses === [] ? null : ['courses' => $courses, 'doseKnown' => $dated !== [], 'measurement' => $readings[count($readings) - 1][2]];
    }

    /**
     * Of several strips the one that was read before it was hung, and of these the one that met most light, speaks for the paint; that another
     * changed otherwise is told beside it.
     *
     * @param non-empty-list<array{courses: array<int, FadeSeries>, doseKnown: bool, measurement: int, card: int, specimen: int}> $strips
     */
    private static function leading(array $strips): PaintLight
    {
        $last = static fn (array $s): ?FadeReading => ($s['courses'][self::MIDDLE] ?? reset($s['courses']))?->last();
        // A strip that was read before it was hung says more than one from a drawer, however long that hung.
        $rank = static fn (array $s): array => [$s['doseKnown'], $last($s)->hasFirst ?? false, $last($s)->dose->mlxh ?? 0.0, $s['measurement']];
        usort($strips, static fn (array $a, array $b): int => $rank($b) <=> $rank($a));
        $first = $strips[0];
        $disagree = false;
        foreach (array_slice($strips, 1) as $other) {
            foreach (array_intersect_key($first['courses'], $other['courses']) as $depth => $course) {
                $disagree = $disagree || ($course->against($other['courses'][$depth], $first['card'] === $other['card'])['differs'] ?? false);
            }
        }

        return PaintLight::of($first['courses'], $first['doseKnown'], $first['card'], $first['specimen'], $first['measurement'], count($strips), $disagree);
    }
}
