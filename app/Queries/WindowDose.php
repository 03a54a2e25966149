<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Hanging;
use App\Models\HangingMove;
use App\Models\HangingPause;
use App\Models\LightLog;
use App\Models\Measurement;
use DateTimeImmutable;
use DateTimeZone;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Cache;
use MarshTrial\Core\Daylight\Dose;
use MarshTrial\Core\Daylight\DoseCurve;
use MarshTrial\Core\Daylight\Glass;
use MarshTrial\Core\Daylight\Window;
use MarshTrial\Core\Daylight\WindowLight;
use MarshTrial\Core\Fading\CheckSchedule;

/**
 * Light behind a hung card's window: estimated, measured where a logger lay, and as somebody typed it.
 *
 * @phpstan-type WindowDoseTold array{
 *     mlxh: float, range: array{float, float}, uncertainty: float, measured: float, megajoules: float,
 *     words: string, livingRoomYears: float, museumYears: float,
 * }
 */
final readonly class WindowDose
{
    /** Longest that is looked ahead, days. */
    private const AHEAD_DAYS = 1100;

    private const FOR_GOOD = '9999-12-31';

    /** Where the card hangs, as the core sees it. */
    public static function window(Hanging $hanging): Window
    {
        [$azimuth, $tilt] = Window::facing($hanging->facing);
        // Where nobody said where, the place that the time zone is named after.
        $town = (new DateTimeZone($hanging->time_zone))->getLocation();
        $known = $town !== false && ($town['country_code'] ?? '??') !== '??';

        return new Window(
            (float) ($hanging->latitude ?? ($known ? $town['latitude'] : 50.0)), (float) ($hanging->longitude ?? ($known ? $town['longitude'] : 0.0)), $azimuth, $tilt,
            Glass::tryFrom($hanging->panes) ?? Glass::Single, $hanging->sky, $hanging->curtain, $hanging->sunshine === null ? null : (float) $hanging->sunshine,
            array_map(floatval(...), $hanging->sunshine_by_month ?? []), array_map(floatval(...), $hanging->horizon ?? []), (float) $hanging->distance_m,
            $hanging->facing !== Window::UNKNOWN,
        );
    }

    private function __construct(private Hanging $hanging, public DoseCurve $curve, public DateTimeImmutable $today) {}

    /** The light since a card was hung and as far as is looked ahead, worked out once for all that is asked of it; null for a card that does not hang. */
    public static function of(Card $card): ?self
    {
        $hanging = $card->hanging;
        if ($hanging === null) {
            return null;
        }
        $pauses = HangingPause::query()->where('card_id', $card->id)->get()->map(static fn (HangingPause $p): array => [$p->from_on->toDateString(), $p->to_on->toDateString()])->all();
        $logged = [];
        foreach (LightLog::query()->where('card_id', $card->id)->orderBy('id')->get() as $log) {
            $logged = array_replace($logged, $log->days);
        }
        $window = self::window($hanging);
        $year = self::year($window);
        $moves = HangingMove::query()->where('card_id', $card->id)->orderBy('moved_on')->get()->map(static function (HangingMove $m) use ($hanging): array {
            // Elsewhere in the house: what was told finely of the first window is not true of this one.
            $there = self::window($hanging->replicate()->fill(['facing' => $m->facing, 'panes' => $m->panes, 'sky' => $m->sky, 'curtain' => $m->curtain, 'horizon' => null, 'distance_m' => 0]));

            return [$m->moved_on->toDateString(), $there, self::year($there)];
        })->values()->all();
        $today = new DateTimeImmutable(Carbon::now($hanging->time_zone)->toDateTimeString(), new DateTimeZone($hanging->time_zone));

        [$from, $fromDays] = self::between($hanging, $hanging->hung_on, $hanging->hung_to);
        $vague = $fromDays;
        if ($hanging->down_on !== null) {
            $pauses[] = [self::dark($hanging), self::FOR_GOOD];
            $vague = hypot($fromDays, self::between($hanging, $hanging->down_on, $hanging->down_to)[1]);
        }

        return new self($hanging, DoseCurve::of($window, $from, $today->modify('+'.self::AHEAD_DAYS.' days'), array_values($pauses), $logged, $year, self::toldChecks($card), $vague, $moves), $today);
    }

    /**
     * A window lets through the same year after year; the number counts up when it is worked out otherwise.
     *
     * @return array<int, float> lux hours by day of the year
     */
    private static function year(Window $window): array
    {
        return Cache::store('file')->rememberForever('window-2-'.hash('xxh128', serialize($window)), static fn (): array => WindowLight::year($window));
    }

    /**
     * The middle of the days that it may have been, and their standard deviation, days.
     *
     * @return array{0: DateTimeImmutable, 1: float}
     */
    private static function between(Hanging $hanging, Carbon $first, ?Carbon $last): array
    {
        $from = self::day($hanging, $first);
        $days = $last === null ? 0 : (int) $from->diff(self::day($hanging, $last))->days;

        // As likely on one of them as on another.
        return [$from->modify('+'.intdiv($days, 2).' days'), $days / sqrt(12)];
    }

    /** First day without light after it was taken down: where the day is not known, as if it had been the middle one. */
    public static function dark(Hanging $hanging): string
    {
        $down = $hanging->down_on ?? throw new \LogicException('It hangs.');
        [$hung] = self::between($hanging, $hanging->hung_on, $hanging->hung_to);

        return max($hung, self::between($hanging, $down, $hanging->down_to)[0])->modify('+1 day')->format('Y-m-d');
    }

    /** A day as it begins at the window. */
    private static function day(Hanging $hanging, Carbon $day): DateTimeImmutable
    {
        return new DateTimeImmutable($day->toDateString(), new DateTimeZone($hanging->time_zone));
    }

    public function now(): Dose
    {
        return $this->curve->at($this->today);
    }

    /** @return array<string, float> doses that the tester told at checks, Mlx h by day */
    private static function toldChecks(Card $card): array
    {
        return FadeCheck::query()->where('card_id', $card->id)->where('dose_mlxh', '>', 0)->orderBy('checked_on')->get(['checked_on', 'dose_mlxh'])
            ->mapWithKeys(static fn (FadeCheck $c): array => [$c->checked_on->toDateString() => (float) $c->dose_mlxh])->all();
    }

    /** The dose at a check: as it was typed, else as the window's curve has it; null for a card that does not hang. */
    public static function atCheck(FadeCheck $check, ?self $window): ?Dose
    {
        return $check->dose_mlxh !== null ? new Dose((float) $check->dose_mlxh, $check->dose_uncertainty === null ? DoseCurve::TOLD : (float) $check->dose_uncertainty) : $window?->curve->at(self::day($window->hanging, $check->checked_on));
    }

    /** The dose that a card had met when it was measured; null before it hung, and where nobody knows. */
    public static function atMeasurement(Measurement $measurement): ?Dose
    {
        $check = $measurement->picture->fadeCheck;

        return $check === null ? null : self::atCheck($check, self::of($measurement->card));
    }

    /**
     * The next check: by the next step of dose, on the day on which the window is thought to reach it; else by the calendar.
     *
     * @return array{on: string, mlxh: float|null}|null null: it was taken down
     */
    public function next(?FadeCheck $last): ?array
    {
        if ($this->hanging->down_on !== null) {
            return null;
        }
        $step = CheckSchedule::nextDose($last === null ? 0.0 : self::atCheck($last, $this)->mlxh ?? 0.0);
        $day = $this->hanging->by_dose ? $this->curve->reaches($step) : null;
        // A window too dark for the step within three years goes by the calendar too.
        $byCalendar = fn (): DateTimeImmutable => CheckSchedule::next(self::day($this->hanging, $this->hanging->hung_on), $last === null ? null : self::day($this->hanging, $last->checked_on));

        return ['on' => ($day ?? $byCalendar())->format('Y-m-d'), 'mlxh' => $day === null ? null : $step];
    }

    /** @return WindowDoseTold a dose as it is shown */
    public static function told(Dose $dose): array
    {
        [$least, $most] = $dose->range();

        return [
            'mlxh' => round($dose->mlxh, 2), 'range' => [round($least, 2), round($most, 2)], 'uncertainty' => round($dose->uncertainty, 3), 'measured' => round($dose->measured, 3),
            'megajoules' => round($dose->megajoules(), 1), 'words' => $dose->words(), 'livingRoomYears' => round($dose->years('living room'), 2), 'museumYears' => round($dose->years('museum'), 1),
        ];
    }
}
