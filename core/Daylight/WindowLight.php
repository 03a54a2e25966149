<?php

declare(strict_types=1);

namespace MarshTrial\Core\Daylight;

/**
 * Daylight behind a window, day by day, from sun, sky and glass.
 *
 * Daily global radiation from the sunshine; its diffuse part by Erbs; both spread over the day, the beam onto the window's plane, sky and ground
 * as if they were even; glass by angle.
 */
final class WindowLight
{
    /** Light over radiation before the glass, lm/W (own; 1 MJ/m2 is then 30 560 lx h). */
    public const EFFICACY = 110.0;

    /** Radiation that the ground sends back (usual value without snow, memory). */
    private const GROUND = 0.2;

    /** Steps of a day, hours: ten minutes. */
    private const STEP_H = 1 / 6;

    /** Sunshine where nobody told it: actual over possible hours, over the year and what summer has more and winter less outside the tropics (own; middle of temperate places). */
    private const USUAL_SUNSHINE = [0.40, 0.12];

    /** Longest day in the north, day of the year. */
    private const SOLSTICE = 172;

    /** What a light curtain lets through (own; the range of the dose carries how unsure that is). */
    private const CURTAIN = 0.45;

    /**
     * @param int $dayOfYear 1 to 366
     * @param int $month 1 to 12
     *
     * @return array{luxHours: float, megajoules: float} behind the glass
     */
    public static function ofDay(Window $window, int $dayOfYear, int $month): array
    {
        $top = Sun::extraterrestrial($window->latitude, $dayOfYear);
        $sunset = Sun::sunset($window->latitude, $dayOfYear);
        if ($top < 0.05 || $sunset < 1e-3) {
            return ['luxHours' => 0.0, 'megajoules' => 0.0];
        }
        $global = Sky::globalOf($top, $window->sunshineByMonth[$month] ?? $window->sunshine ?? self::usualSunshine($window->latitude, $dayOfYear));
        $diffuse = $global * Sky::diffuseOfMonth($global / $top, $sunset);
        [$lux, $radiation] = [0.0, 0.0];
        foreach (self::steps($window->latitude, $dayOfYear, $sunset, $global, $diffuse) as [$hour, $globalNow, $diffuseNow]) {
            [$visible, $solar] = self::onto($window, $dayOfYear, $hour, $globalNow, $diffuseNow);
            $lux += $visible;
            $radiation += $solar;
        }
        $curtain = $window->curtain ? self::CURTAIN : 1.0;

        return ['luxHours' => $curtain * $lux * 1e6 / 3600 * self::EFFICACY, 'megajoules' => $curtain * $radiation];
    }

    /** Actual over possible hours of sunshine where nobody told it, 0 to 1. */
    public static function usualSunshine(float $latitude, int $dayOfYear): float
    {
        [$mean, $more] = self::USUAL_SUNSHINE;
        $summer = cos(2 * M_PI * ($dayOfYear - self::SOLSTICE) / 365) * ($latitude >= 0 ? 1 : -1);

        return $mean + $more * $summer * max(0.0, min(1.0, (abs($latitude) - 23.4) / 23.4));
    }

    /**
     * Lux hours behind the glass on every day of a year.
     *
     * @return array<int, float> by day of the year, 1 to 366
     */
    public static function year(Window $window): array
    {
        $out = [];
        for ($day = 1; $day <= 366; $day++) {
            // The month of a day, as in a leap year.
            $out[$day] = self::ofDay($window, $day, (int) gmdate('n', gmmktime(12, 0, 0, 1, $day, 2024) ?: 0))['luxHours'];
        }

        return $out;
    }

    /**
     * Radiation on a level plane in every step, each scaled to the day's sum, diffuse never above global.
     *
     * @param float $global MJ/m2 a day
     *
     * @return list<array{0: float, 1: float, 2: float}> hour angle (radians), global and diffuse of the step, MJ/m2
     */
    public static function steps(float $latitude, int $dayOfYear, float $sunset, float $global, float $diffuse): array
    {
        $count = max(2, (int) ceil(24 / M_PI * $sunset / self::STEP_H));
        $width = 2 * $sunset / $count;
        $rates = [];
        $sums = [0.0, 0.0];
        for ($i = 0; $i < $count; $i++) {
            $hour = -$sunset + ($i + 0.5) * $width;
            $of = [$hour, Sky::globalRate($hour, $sunset), Sky::diffuseRate($hour, $sunset)];
            $rates[] = $of;
            $sums = [$sums[0] + $of[1], $sums[1] + $of[2]];
        }

        return array_map(static function (array $r) use ($sums, $global, $diffuse): array {
            $all = $sums[0] > 0 ? $global * $r[1] / $sums[0] : 0.0;

            return [$r[0], $all, $sums[1] > 0 ? min($all, $diffuse * $r[2] / $sums[1]) : 0.0];
        }, $rates);
    }

    /** @return array{0: float, 1: float} behind the glass, MJ/m2 before luminous efficacy: as visible light passes, and as radiation does */
    private static function onto(Window $window, int $dayOfYear, float $hour, float $global, float $diffuse): array
    {
        [$phi, $delta] = [deg2rad($window->latitude), Sun::declination($dayOfYear)];
        $height = sin($phi) * sin($delta) + cos($phi) * cos($delta) * cos($hour);
        $azimuth = rad2deg(atan2(-sin($hour), tan($delta) * cos($phi) - sin($phi) * cos($hour)));
        $tilt = deg2rad($window->tilt);
        $off = deg2rad($azimuth - $window->azimuth);
        // Cosine of the angle between sun and window.
        $faces = $height * cos($tilt) + sqrt(max(0.0, 1 - $height ** 2)) * sin($tilt) * cos($off);
        [$ofSky, $ofSun] = Window::SKIES[$window->sky];
        $beam = 0.0;
        if ($height > 0.01 && $faces > 0.0 && rad2deg(asin($height)) > $window->horizonAt(fmod($azimuth + 360, 360))) {
            // Low suns would otherwise count for more than the air lets through.
            $beam = $ofSun * ($global - $diffuse) * $faces / max(0.087, $height);
        }
        $around = $ofSky * $diffuse * (1 + cos($tilt)) / 2 + self::GROUND * $global * (1 - cos($tilt)) / 2;
        $straight = $window->glass->passes(rad2deg(acos(max(0.0, min(1.0, $faces)))));
        $slant = $window->glass->passes(Glass::DIFFUSE_DEG);

        return [$beam * $straight[0] + $around * $slant[0], $beam * $straight[1] + $around * $slant[1]];
    }
}
