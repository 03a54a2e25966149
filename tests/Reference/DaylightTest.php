<?php

declare(strict_types=1);

namespace Tests\Reference;

use DateTimeImmutable;
use MarshTrial\Core\Daylight\Glass;
use MarshTrial\Core\Daylight\Sky;
use MarshTrial\Core\Daylight\Sun;
use MarshTrial\Core\Daylight\Window;
use MarshTrial\Core\Daylight\WindowLight;
use PHPUnit\Framework\TestCase;

/** Daylight against handbook examples, an ephemeris library, and what has to hold by symmetry and by energy. */
final class DaylightTest extends TestCase
{
    /** FAO Irrigation and Drainage Paper 56 (Allen and others 1998), examples 8, 9 and 10, within their rounding. */
    public function testExamplesOfFao56(): void
    {
        // 3 September at 20 degrees south.
        self::assertEqualsWithDelta(0.120, Sun::declination(246), 0.0006);
        self::assertEqualsWithDelta(1.527, Sun::sunset(-20, 246), 0.0006);
        self::assertEqualsWithDelta(32.2, Sun::extraterrestrial(-20, 246), 0.05);
        self::assertEqualsWithDelta(11.7, Sun::hours(-20, 246), 0.05);
        // Rio de Janeiro, 22 degrees 54 minutes south, in May (day 135), 220 hours of sunshine in the month.
        self::assertEqualsWithDelta(25.1, $top = Sun::extraterrestrial(-22.9, 135), 0.05);
        self::assertEqualsWithDelta(10.9, $hours = Sun::hours(-22.9, 135), 0.05);
        self::assertEqualsWithDelta(14.5, Sky::globalOf($top, 220 / 31 / $hours), 0.05);
    }

    public function testTheSunStandsWhereAnEphemerisSays(): void
    {
        $table = json_decode((string) file_get_contents(__DIR__.'/tables/sun.json'), true, flags: JSON_THROW_ON_ERROR);
        self::assertGreaterThan(900, count($table['rows']));
        [$highest, $lowest] = [-90.0, 90.0];
        foreach ($table['rows'] as [$latitude, $longitude, $moment, $altitude, $azimuth]) {
            [$alt, $az] = Sun::position(new DateTimeImmutable($moment), $latitude, $longitude);
            self::assertEqualsWithDelta($altitude, $alt, 0.1, "$latitude $moment");
            // Near the zenith a little of altitude is much of azimuth.
            self::assertLessThan(0.1, abs(fmod($az - $azimuth + 540, 360) - 180) * cos(deg2rad($altitude)), "$latitude $moment");
            [$highest, $lowest] = [max($highest, $altitude), min($lowest, $altitude)];
        }
        self::assertGreaterThan(80, $highest);
        self::assertLessThan(-80, $lowest);
    }

    public function testPolarDayAndNight(): void
    {
        self::assertSame(0.0, Sun::hours(78, 356));
        self::assertEqualsWithDelta(24.0, Sun::hours(78, 172), 1e-9);
        self::assertSame(0.0, Sun::extraterrestrial(78, 356));
        self::assertSame(['luxHours' => 0.0, 'megajoules' => 0.0], WindowLight::ofDay(new Window(78, 15, 180), 356, 12));
        self::assertGreaterThan(0.0, WindowLight::ofDay(new Window(78, 15, 0), 172, 6)['luxHours']);
    }

    /** What the hours hold is what the day does. */
    public function testEnergyIsKeptBetweenDaysAndHours(): void
    {
        foreach ([-66.0, -34.0, 0.0, 23.5, 53.4, 69.6] as $latitude) {
            for ($day = 5; $day < 366; $day += 30) {
                $top = Sun::extraterrestrial($latitude, $day);
                $sunset = Sun::sunset($latitude, $day);
                if ($top < 0.05) {
                    continue;
                }
                foreach ([0.1, 0.45, 0.9] as $sunshine) {
                    $global = Sky::globalOf($top, $sunshine);
                    $diffuse = $global * Sky::diffuseOfMonth($global / $top, $sunset);
                    $steps = WindowLight::steps($latitude, $day, $sunset, $global, $diffuse);
                    self::assertEqualsWithDelta($global, array_sum(array_column($steps, 1)), 0.01 * $global);
                    self::assertEqualsWithDelta($diffuse, array_sum(array_column($steps, 2)), 0.01 * $global, "$latitude $day");
                    foreach ($steps as [, $all, $part]) {
                        self::assertLessThanOrEqual($all + 1e-12, $part);
                    }
                    // The published rates themselves add up to a day, but for what their fit leaves.
                    $sum = 0.0;
                    for ($hour = -$sunset; $hour < $sunset; $hour += 0.01) {
                        $sum += Sky::diffuseRate($hour, $sunset) * 0.01 * 12 / M_PI;
                    }
                    self::assertEqualsWithDelta(1.0, $sum, 0.01);
                }
            }
        }
    }

    public function testNorthAndSouthMirrorEachOther(): void
    {
        foreach ([10.0, 35.0, 53.4] as $latitude) {
            foreach (['south' => 'north', 'east' => 'east', 'south-west' => 'north-west'] as $here => $there) {
                // Half a year later, but for how near the sun is: the ratio to what comes in is the same.
                [$a, $b] = [Window::facing($here), Window::facing($there)];
                foreach ([80, 172, 355] as $day) {
                    $other = ($day + 183 - 1) % 365 + 1;
                    $one = WindowLight::ofDay(new Window($latitude, 0, $a[0]), $day, 6)['luxHours'] / Sun::extraterrestrial($latitude, $day);
                    $two = WindowLight::ofDay(new Window(-$latitude, 0, $b[0]), $other, 6)['luxHours'] / Sun::extraterrestrial(-$latitude, $other);
                    self::assertEqualsWithDelta(1.0, $one / $two, 0.03, "$latitude $here $day");
                }
            }
        }
    }

    public function testGlass(): void
    {
        foreach (Glass::cases() as $glass) {
            [$before, $solar] = $glass->passes(0);
            self::assertGreaterThanOrEqual($solar, $before);
            foreach ([20, 40, 59, 75, 88] as $angle) {
                $now = $glass->passes($angle)[0];
                self::assertLessThanOrEqual($before + 1e-9, $now, "$glass->value at $angle");
                $before = $now;
            }
        }
        // One pane of index 1.526 with nothing absorbed passes 0.918 straight through and 0.83 or so at 60 degrees (Duffie and Beckman, figure 5.1.3, memory).
        self::assertEqualsWithDelta(0.90, Glass::Single->passes(60)[0] / Glass::Single->passes(0)[0], 0.03);
        self::assertSame([1.0, 1.0], Glass::None->passes(80));
        self::assertSame([0.0, 0.0], Glass::Single->passes(90));
    }

    /** A megajoule of daylight is 30 560 lx h; the reference dose of 1260 MJ/m2 is 38.5 Mlx h. */
    public function testUnitsOfLight(): void
    {
        self::assertEqualsWithDelta(30_560, 1e6 / 3600 * WindowLight::EFFICACY, 5);
        self::assertEqualsWithDelta(38.5, 1260 * 1e6 / 3600 * WindowLight::EFFICACY / 1e6, 0.02);
        // A south window in the middle of Europe has some tens of Mlx h a year; one to the north a third of it or less than half.
        $year = static function (string $facing): float {
            [$azimuth, $tilt] = Window::facing($facing);
            $sum = 0.0;
            for ($day = 1; $day <= 365; $day++) {
                $sum += WindowLight::ofDay(new Window(52, 0, $azimuth, $tilt), $day, 1 + intdiv($day - 1, 31))['luxHours'];
            }

            return $sum / 1e6;
        };
        [$south, $north] = [$year('south'), $year('north')];
        self::assertGreaterThan(35, $south);
        self::assertLessThan(100, $south);
        self::assertGreaterThan(0.2, $north / $south);
        self::assertLessThan(0.5, $north / $south);
    }
}
