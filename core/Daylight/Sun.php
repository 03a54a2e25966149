<?php

declare(strict_types=1);

namespace MarshTrial\Core\Daylight;

/** Where the sun stands, and what reaches the top of the air. */
final class Sun
{
    /** Solar constant, MJ/m2 a minute (FAO Irrigation and Drainage Paper 56, equation 21). */
    private const CONSTANT = 0.0820;

    private const J2000 = 946_728_000;

    /**
     * Altitude and azimuth of the middle of the sun, without refraction.
     *
     * Source: low-precision formulas of the Astronomical Almanac, good to 0.01 degree from 1950 to 2050 (memory).
     *
     * @param float $latitude degrees, north positive
     * @param float $longitude degrees, east positive
     *
     * @return array{0: float, 1: float} degrees; azimuth from north over east, 0 to 360
     */
    public static function position(\DateTimeInterface $moment, float $latitude, float $longitude): array
    {
        $days = ($moment->getTimestamp() - self::J2000) / 86400;
        $anomaly = deg2rad(fmod(357.528 + 0.9856003 * $days, 360));
        $ecliptic = deg2rad(fmod(280.460 + 0.9856474 * $days + 1.915 * sin($anomaly) + 0.020 * sin(2 * $anomaly), 360));
        $tilt = deg2rad(23.439 - 0.0000004 * $days);
        $ascension = atan2(cos($tilt) * sin($ecliptic), cos($ecliptic));
        $declination = asin(sin($tilt) * sin($ecliptic));
        $sidereal = deg2rad(fmod(280.46062 + 360.98564737 * $days + $longitude, 360));
        $hour = $sidereal - $ascension;
        $phi = deg2rad($latitude);
        $altitude = asin(sin($phi) * sin($declination) + cos($phi) * cos($declination) * cos($hour));
        $azimuth = atan2(-sin($hour), tan($declination) * cos($phi) - sin($phi) * cos($hour));

        return [rad2deg($altitude), fmod(rad2deg($azimuth) + 360, 360)];
    }

    /**
     * Declination on a day of the year (FAO-56, equation 24).
     *
     * @param int $day 1 to 366
     *
     * @return float radians
     */
    public static function declination(int $day): float
    {
        return 0.409 * sin(2 * M_PI * $day / 365 - 1.39);
    }

    /**
     * Hour angle of sunset (FAO-56, equation 25): 0 in the polar night, pi in the polar day.
     *
     * @return float radians
     */
    public static function sunset(float $latitude, int $day): float
    {
        return acos(max(-1.0, min(1.0, -tan(deg2rad($latitude)) * tan(self::declination($day)))));
    }

    /** Possible hours of sunshine (FAO-56, equation 34). */
    public static function hours(float $latitude, int $day): float
    {
        return 24 / M_PI * self::sunset($latitude, $day);
    }

    /** Daily radiation on a level plane outside the air (FAO-56, equation 21), MJ/m2. */
    public static function extraterrestrial(float $latitude, int $day): float
    {
        [$phi, $delta, $sunset] = [deg2rad($latitude), self::declination($day), self::sunset($latitude, $day)];
        $near = 1 + 0.033 * cos(2 * M_PI * $day / 365);

        return max(0.0, 24 * 60 / M_PI * self::CONSTANT * $near * ($sunset * sin($phi) * sin($delta) + cos($phi) * cos($delta) * sin($sunset)));
    }
}
