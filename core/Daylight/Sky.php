<?php

declare(strict_types=1);

namespace MarshTrial\Core\Daylight;

/** What of the sun's radiation comes through the air in a day, how much of it from all over the sky, and how both spread over the hours. */
final class Sky
{
    /** Angstrom-Prescott: share on a day without sun, and what full sun adds (FAO-56, equation 35). */
    private const OVERCAST = 0.25;

    private const SUNNY = 0.50;

    /** Limits within which Erbs' monthly correlation was found. */
    private const CLEARNESS = [0.3, 0.8];

    /**
     * Daily global radiation on a level plane, MJ/m2.
     *
     * @param float $sunshine actual over possible hours of sunshine, 0 to 1
     */
    public static function globalOf(float $extraterrestrial, float $sunshine): float
    {
        return (self::OVERCAST + self::SUNNY * max(0.0, min(1.0, $sunshine))) * $extraterrestrial;
    }

    /**
     * Share of a day's global radiation that is diffuse, where the clearness is a month's mean.
     *
     * Source: Erbs, Klein and Duffie 1982, as in Duffie and Beckman, Solar Engineering of Thermal Processes (memory).
     *
     * @param float $sunset hour angle, radians
     */
    public static function diffuseOfMonth(float $clearness, float $sunset): float
    {
        $k = max(self::CLEARNESS[0], min(self::CLEARNESS[1], $clearness));

        return rad2deg($sunset) <= 81.4
            ? 1.391 - 3.560 * $k + 4.189 * $k ** 2 - 2.137 * $k ** 3
            : 1.311 - 3.022 * $k + 3.427 * $k ** 2 - 1.821 * $k ** 3;
    }

    /**
     * Rate of global radiation at an hour angle, over the day's sum (Collares-Pereira and Rabl 1979, memory).
     *
     * @param float $hour hour angle, radians
     *
     * @return float per hour
     */
    public static function globalRate(float $hour, float $sunset): float
    {
        $a = 0.409 + 0.5016 * sin($sunset - M_PI / 3);
        $b = 0.6609 - 0.4767 * sin($sunset - M_PI / 3);

        return ($a + $b * cos($hour)) * self::diffuseRate($hour, $sunset);
    }

    /**
     * Rate of diffuse radiation at an hour angle, over its day's sum (Liu and Jordan 1960, memory).
     *
     * @return float per hour
     */
    public static function diffuseRate(float $hour, float $sunset): float
    {
        $whole = sin($sunset) - $sunset * cos($sunset);

        return abs($hour) >= $sunset || $whole <= 1e-9 ? 0.0 : M_PI / 24 * (cos($hour) - cos($sunset)) / $whole;
    }
}
