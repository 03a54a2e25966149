<?php

declare(strict_types=1);

namespace Tests\Core;

use DateTimeImmutable;
use DateTimeZone;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Daylight\Dose;
use MarshTrial\Core\Daylight\DoseCurve;
use MarshTrial\Core\Daylight\Glass;
use MarshTrial\Core\Daylight\LightLog;
use MarshTrial\Core\Daylight\Window;
use MarshTrial\Core\Daylight\WindowLight;
use MarshTrial\Core\Evidence\AgedStrip;
use MarshTrial\Core\Fading\BlueWool;
use MarshTrial\Core\Fading\FadeReading;
use MarshTrial\Core\Fading\FadeSeries;
use MarshTrial\Core\Fading\FadeWay;
use MarshTrial\Core\Fading\MonotoneCubic;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\LoggerStandIn;
use PHPUnit\Framework\TestCase;

/** Dose and course of fading: sums, ranges, what is said and what is not. */
final class FadeSeriesTest extends TestCase
{
    /** @param array<int|string, float> $changes dE*ab by dose, Mlx h */
    private static function series(array $changes, float $u = 0.3, float $sd = 0.0): FadeSeries
    {
        $readings = [];
        foreach ($changes as $dose => $change) {
            $readings[] = new FadeReading(new Dose((float) $dose, $sd), new Lab(50, 10, 0), new Lab(50 + $change, 10, 0), $change, $u);
        }

        return new FadeSeries(Scale::current(), $readings);
    }

    public function testCategoriesFollowTheRuleAtTheirLimits(): void
    {
        // Nothing seen at a sixth of the reference light: the least is I; the most 3 u times 38.5 over the dose.
        self::assertSame(['I', 'II'], self::series(['6.2' => 0.0])->categories());
        self::assertSame(['I'], self::series(['38.5' => 1.0])->categories());
        // 4 is still I; a hair more than 4 with its range is I or II.
        self::assertSame(['I'], self::series(['38.5' => 3.0], 0.33)->categories());
        self::assertSame(['I', 'II'], self::series(['38.5' => 3.0], 0.34)->categories());
        // The dose's own range widens it.
        self::assertSame(['III'], self::series(['38.5' => 11.0], 0.3)->categories());
        self::assertSame(['II', 'III', 'IV'], self::series(['38.5' => 11.0], 0.3, 0.20)->categories());
        self::assertSame([], self::series([])->categories());
    }

    public function testWhatGoesBackOrSpeedsUpIsNotProjected(): void
    {
        $back = self::series(['1' => 5.0, '2' => 6.0, '4' => 4.9]);
        self::assertSame([FadeWay::Back, [], null], [$back->course(), $back->categories(), $back->projected(8)]);
        // Just within twice its uncertainty it is still one way.
        self::assertSame(FadeWay::OneWay, self::series(['1' => 5.0, '2' => 6.0, '4' => 5.2])->course());
        $faster = self::series(['2' => 0.3, '4' => 0.4, '8' => 9.0]);
        self::assertSame([FadeWay::SpeedingUp, null], [$faster->course(), $faster->projected(16)]);
        self::assertNull(self::series(['1' => 2.0, '2' => 3.0])->projected(4), 'two checks are too few');
        $good = self::series(['1' => 2.0, '2' => 3.0, '4' => 4.0]);
        self::assertNull($good->projected(40.1));
        self::assertNull($good->projected(3.9));
        // By hand: last 4.0 at 4, before 3.0 at 2, u 0.3: onward 4.384 + (1 + 0.543) * (8 - 4) / 2, which is less than 4.384 * 2.
        [$low, $high] = $good->projected(8) ?? self::fail();
        self::assertEqualsWithDelta(4.0 - 1.28 * 0.3, $low, 1e-9);
        self::assertEqualsWithDelta(4.384 + 1.543 * 2, $high, 1e-9);
        // Nothing seen may stay nothing.
        self::assertSame(0.0, self::series(['1' => 0.2, '2' => 0.1, '4' => 0.5])->projected(8)[0] ?? -1);
    }

    public function testBetweenChecksTheColourIsToldWithItsRange(): void
    {
        $series = self::series(['1' => 4.0, '8' => 8.0]);
        self::assertEqualsWithDelta(50.0, $series->at(0)['lab']->l ?? 0, 1e-9);
        self::assertEqualsWithDelta(54.0, $series->at(1)['lab']->l ?? 0, 1e-9);
        $half = $series->at(3) ?? self::fail();
        self::assertTrue($half['between']);
        self::assertGreaterThan(54.0, $half['lab']->l);
        self::assertLessThan(58.0, $half['lab']->l);
        self::assertGreaterThan($series->at(1)['uncertainty'] ?? 1, $half['uncertainty']);
        self::assertFalse($half['apart']);
        self::assertTrue(self::series(['1' => 4.0, '8' => 10.1])->at(3)['apart'] ?? false);
        self::assertNull($series->at(8.1));
    }

    public function testTwoPaintsAreComparedAtEqualDose(): void
    {
        [$fast, $slow] = [self::series(['1' => 3.0, '4' => 9.0], 0.3, 0.15), self::series(['1' => 1.0, '2' => 1.6], 0.3, 0.15)];
        $told = $fast->against($slow) ?? self::fail();
        self::assertSame(2.0, $told['mlxh']);
        self::assertTrue($told['differs']);
        // The same change, read at doses that are told a fifth apart: one paint in two windows.
        $here = self::series(['2' => 6.0, '4' => 10.0], 0.3, 0.2);
        $there = self::series(['2.4' => 6.0, '4.8' => 10.0], 0.3, 0.2);
        self::assertFalse($here->against($there)['differs'] ?? true);
        // In one window the dose is no excuse.
        self::assertTrue(self::series(['4' => 10.0], 0.3, 0.2)->against(self::series(['4' => 8.9], 0.3, 0.2), true)['differs'] ?? false);
        self::assertFalse(self::series(['4' => 10.0], 0.3, 0.2)->against(self::series(['4' => 8.9], 0.3, 0.2))['differs'] ?? true);
        self::assertNull($fast->against(self::series([])));
    }

    public function testWhatFadesEndsAtItsPaper(): void
    {
        $series = static fn (float $change, ?Lab $paper): FadeSeries => new FadeSeries(Scale::current(), [new FadeReading(new Dose(4.0), new Lab(50, 10, 0), new Lab(50 + $change, 10, 0), abs($change), 0.3, paper: $paper)]);
        $paper = new Lab(90, 0, 2);
        self::assertEqualsWithDelta(89.9, $series(10.0, $paper)->seenAfter(39.9)->l ?? 0.0, 1e-9);
        self::assertEqualsWithDelta(90.0, $series(10.0, $paper)->seenAfter(60.0)->l ?? 0.0, 1e-9);
        // Without a paper, or away from it, it goes on.
        self::assertEqualsWithDelta(95.0, $series(10.0, null)->seenAfter(45.0)->l ?? 0.0, 1e-9);
        self::assertEqualsWithDelta(20.0, $series(-10.0, $paper)->seenAfter(30.0)->l ?? 0.0, 1e-9);
        // No way is seen in a change as small as its uncertainty.
        self::assertNull($series(0.3, $paper)->seenAfter(5.0));
        self::assertNotNull($series(0.31, $paper)->seenAfter(5.0));
    }

    public function testNoticeableAndSettled(): void
    {
        self::assertSame([1.0, 2.0], self::series(['1' => 0.5, '2' => 3.0])->noticeable());
        self::assertSame([2.0, null], self::series(['1' => 0.2, '2' => 0.4])->noticeable());
        self::assertEqualsWithDelta(3.0, self::series(['1' => 5.0, '3' => 9.6, '8' => 10.0])->settledAt()?->dose->mlxh, 1e-9);
        self::assertNull(self::series(['1' => 0.2])->settledAt());
    }

    public function testBlueWool(): void
    {
        $strips = [1 => 20.0, 2 => 12.0, 3 => 5.0, 4 => 2.0];
        self::assertSame([[2.0, ''], [3.0, ''], [2.5, '']], array_map(static fn (float $c): ?array => BlueWool::equivalent($strips, $c), [12.0, 5.0, 7.7]));
        self::assertSame([[1.0, 'at most'], [4.0, 'at least'], null], [BlueWool::equivalent($strips, 30.0), BlueWool::equivalent($strips, 0.5), BlueWool::equivalent([], 3.0)]);
        // CIE 157 (memory): strip 4 needs 3.5 Mlx h of daylight to a just noticeable change, 10 without ultraviolet.
        self::assertSame([4, 3, 4], [BlueWool::ofDose(3.5), BlueWool::ofDose(3.5, 'without ultraviolet'), BlueWool::ofDose(10, 'without ultraviolet')]);
    }

    /** Fritsch and Carlson's own demand: where data rise, the line rises; where they are level it is level. */
    public function testTheSmoothLineNeverOvershoots(): void
    {
        // Data of their paper (RPN 14, table 2, memory).
        $line = MonotoneCubic::through([7.99, 8.09, 8.19, 8.7, 9.2, 10, 12, 15, 20], [0.0, 2.76429e-5, 4.37498e-2, 0.169183, 0.469428, 0.943740, 0.998636, 0.999919, 0.999994]);
        $before = -1.0;
        for ($x = 7.9; $x < 20.1; $x += 0.01) {
            $y = $line->at($x);
            self::assertGreaterThanOrEqual($before - 1e-12, $y);
            $before = $y;
        }
        self::assertSame(0.999994, $line->at(25));
        self::assertSame([3.0, 0.0], [MonotoneCubic::through([1.0], [3.0])->at(7), MonotoneCubic::through([], [])->at(1)]);
    }

    /** Reflections of n panes pass (1 - r)/(1 + (2n - 1) r) of each polarisation (Duffie and Beckman, memory), r by Fresnel at an index of 1.526; the rest is absorbed along the slanting way. */
    public function testTwoPanesTakeMoreOfSlantingLightThanOne(): void
    {
        // At 60 degrees: r 0.1855 across and 0.0014 along the plane; 0.0434 straight through; the way through the glass is 1.2146 times as long.
        $reflected = static fn (int $panes, float ...$r): float => array_sum(array_map(static fn (float $r): float => (1 - $r) / (1 + (2 * $panes - 1) * $r), $r)) / count($r);
        foreach ([[Glass::Single, 1, 0.89], [Glass::Double, 2, 0.80], [Glass::Coated, 2, 0.76]] as [$glass, $panes, $straight]) {
            $expected = $reflected($panes, 0.1855, 0.0014) * ($straight / $reflected($panes, 0.0434)) ** 1.2146;
            self::assertEqualsWithDelta($expected, $glass->passes(60.0)[0], 0.001, $glass->value);
        }
        self::assertSame([1.0, 1.0], Glass::None->passes(60.0));
    }

    public function testDoseGrowsByDayStopsWhileTakenDownAndIsCalibratedByALogger(): void
    {
        $zone = new DateTimeZone('Europe/London');
        [$from, $to] = [new DateTimeImmutable('2026-03-10', $zone), new DateTimeImmutable('2026-06-12', $zone)];
        $window = new Window(53.4, 1.9, 135);
        $plain = DoseCurve::of($window, $from, $to);
        self::assertCount(95, $plain->days());
        // A facade to the sunny side has some 2.2 to 3.8 kWh/m2 a day in a middle-European spring (memory): at 110 lm/W, behind a pane that passes 0.85.
        self::assertGreaterThan(95 * 2200 * 110 * 0.85e-6, $plain->at($to)->mlxh);
        self::assertLessThan(95 * 3800 * 110 * 0.85e-6, $plain->at($to)->mlxh);
        self::assertEqualsWithDelta(hypot(0.15, 0.12), $plain->at($to)->uncertainty, 1e-9);
        $paused = DoseCurve::of($window, $from, $to, [['2026-04-01', '2026-04-30']]);
        $days = $plain->days();
        self::assertEqualsWithDelta($plain->at($to)->mlxh - ($days['2026-04-30'] - $days['2026-03-31']), $paused->at($to)->mlxh, 1e-9);
        // Ten whole days at twice what was expected: the rest doubles too, and is surer. Nine are too few.
        $logged = static fn (int $n): array => array_map(static fn (string $day): array => ['luxHours' => 2e6 * ($days[$day] - ($days[(new DateTimeImmutable($day))->modify('-1 day')->format('Y-m-d')] ?? 0)), 'covered' => 1.0], array_combine($names = array_slice(array_keys($days), 20, $n), $names));
        $ten = DoseCurve::of($window, $from, $to, [], $logged(10))->at($to);
        self::assertEqualsWithDelta(2 * $plain->at($to)->mlxh, $ten->mlxh, 0.02 * $ten->mlxh);
        self::assertLessThan(0.12, $ten->uncertainty);
        self::assertGreaterThan(0.05, $ten->measured);
        $nine = DoseCurve::of($window, $from, $to, [], $logged(9))->at($to);
        self::assertLessThan(1.2 * $plain->at($to)->mlxh, $nine->mlxh);
        // A day counts as logged from nine tenths of it on; what was missed of it is estimated, and no more.
        $covered = static fn (float $share, float $times): array => array_map(static fn (array $l): array => ['luxHours' => $times * $share * $l['luxHours'], 'covered' => $share], $logged(10));
        self::assertGreaterThan(1.8 * $plain->at($to)->mlxh, DoseCurve::of($window, $from, $to, [], $covered(0.9, 1.0))->at($to)->mlxh);
        self::assertLessThan(1.2 * $plain->at($to)->mlxh, DoseCurve::of($window, $from, $to, [], $covered(0.89, 1.0))->at($to)->mlxh);
        self::assertEqualsWithDelta($plain->at($to)->mlxh, DoseCurve::of($window, $from, $to, [], $covered(0.5, 0.5))->at($to)->mlxh, 1e-9);
        self::assertSame('2026-03-10', DoseCurve::of($window, $from, $to)->reaches(0.001)?->format('Y-m-d'));
        self::assertNull($plain->reaches(1000));
        self::assertStringContainsString('years in a living room', $plain->at($to)->words());
        self::assertSame('less than a month in a living room', (new Dose(0.01))->words());
    }

    public function testTheEstimatePassesThroughToldDoses(): void
    {
        $window = new Window(53.4, 1.9, 180.0);
        $zone = new \DateTimeZone('Europe/London');
        [$from, $to] = [new \DateTimeImmutable('2026-03-01', $zone), new \DateTimeImmutable('2026-06-30', $zone)];
        $on = static fn (DoseCurve $c, string $day): float => $c->at(new \DateTimeImmutable($day, $zone))->mlxh;
        $free = DoseCurve::of($window, $from, $to);
        $told = DoseCurve::of($window, $from, $to, told: ['2026-05-31' => 9.0, '2026-04-15' => 2.0]);
        self::assertEqualsWithDelta(2.0, $on($told, '2026-04-15'), 1e-9);
        self::assertEqualsWithDelta(9.0, $on($told, '2026-05-31'), 1e-9);
        // Beyond the last one, as all before it said.
        self::assertEqualsWithDelta(9.0 * $on($free, '2026-06-30') / $on($free, '2026-05-31'), $on($told, '2026-06-30'), 1e-6);
        // A told dose that fell is no light given back.
        self::assertEqualsWithDelta(9.0, $on(DoseCurve::of($window, $from, $to, told: ['2026-04-15' => 9.0, '2026-05-31' => 8.0]), '2026-04-15'), 1e-9);
        // Told of a day that the curve does not reach, it cannot be spread over the days that it has.
        self::assertSame($on(DoseCurve::of($window, $from, $to), '2026-06-30'), $on(DoseCurve::of($window, $from, $to, told: ['2026-07-01' => 90.0]), '2026-06-30'));
        // A logger that calibrates goes before what was told.
        $logged = [];
        for ($d = 1; $d <= 20; $d++) {
            $logged[sprintf('2026-03-%02d', $d)] = ['luxHours' => 40000.0, 'covered' => 1.0];
        }
        self::assertEqualsWithDelta($on(DoseCurve::of($window, $from, $to, logged: $logged), '2026-06-30'), $on(DoseCurve::of($window, $from, $to, logged: $logged, told: ['2026-05-31' => 90.0]), '2026-06-30'), 1e-9);
    }

    public function testUntoldSunshineIsLessInWinterAndTheSameInTheTropics(): void
    {
        self::assertEqualsWithDelta(0.52, WindowLight::usualSunshine(53.4, 172), 1e-3);
        self::assertEqualsWithDelta(0.28, WindowLight::usualSunshine(53.4, 355), 1e-3);
        self::assertEqualsWithDelta(0.28, WindowLight::usualSunshine(-53.4, 172), 1e-3);
        self::assertEqualsWithDelta(0.40, WindowLight::usualSunshine(23.4, 172), 1e-9);
    }

    public function testALoggerIsSummedOverGapsLeapDaysAndClockChanges(): void
    {
        $log = new LightLog(new DateTimeZone('Europe/London'), LightLog::UNITS['klx']);
        // A leap day in ten-minute readings of 2 klx.
        for ($m = 0; $m <= 1440; $m += 10) {
            $log->add((new DateTimeImmutable('2024-02-29 00:00 UTC'))->modify("+$m minutes")->format('Y-m-d H:i'), 2.0);
        }
        $day = $log->days()['2024-02-29'];
        self::assertEqualsWithDelta(48_000, $day['luxHours'], 1);
        self::assertEqualsWithDelta(1.0, $day['covered'], 1e-9);
        // The day on which clocks go forward has 23 hours.
        $morning = (new DateTimeImmutable('2024-03-31 00:00', new DateTimeZone('Europe/London')))->getTimestamp();
        $spring = new LightLog(new DateTimeZone('Europe/London'), 1.0);
        for ($m = 0; $m <= 23 * 60; $m += 10) {
            $spring->add((new DateTimeImmutable('@'.($morning + 60 * $m)))->setTimezone(new DateTimeZone('Europe/London'))->format('Y-m-d H:i'), 100.0);
        }
        self::assertEqualsWithDelta(2300, $spring->days()['2024-03-31']['luxHours'], 1);
        self::assertEqualsWithDelta(1.0, $spring->days()['2024-03-31']['covered'], 1e-9);
        // And the one on which they go back tells an hour twice.
        $autumn = new LightLog(new DateTimeZone('Europe/London'), 1.0);
        $start = (new DateTimeImmutable('2024-10-27 00:00', new DateTimeZone('Europe/London')))->getTimestamp();
        for ($m = 0; $m <= 25 * 60; $m += 10) {
            $autumn->add((new DateTimeImmutable('@'.($start + 60 * $m)))->setTimezone(new DateTimeZone('Europe/London'))->format('Y-m-d H:i'), 100.0);
        }
        self::assertEqualsWithDelta(2500, $autumn->days()['2024-10-27']['luxHours'], 20);
        // A file written in another zone says so by its offset.
        $far = new LightLog(new DateTimeZone('Europe/London'), 1.0);
        foreach (['2024-07-01T09:00:00+09:00', '2024-07-01T09:10:00+09:00'] as $at) {
            $far->add($at, 600.0);
        }
        self::assertSame(['2024-07-01'], array_keys($far->days()));
        self::assertEqualsWithDelta(100, $far->days()['2024-07-01']['luxHours'], 1e-6);
        // A gap is not filled, and the day says what it lacks.
        $gappy = new LightLog(new DateTimeZone('UTC'), 1.0);
        foreach (['08:00', '08:10', '08:20', '12:00', '12:10'] as $at) {
            $gappy->add("2024-05-01 $at", 1200.0);
        }
        self::assertSame(1, $gappy->gaps);
        self::assertEqualsWithDelta(1200 * 0.5, $gappy->days()['2024-05-01']['luxHours'], 1e-6);
        self::assertEqualsWithDelta(30 / 1440, $gappy->days()['2024-05-01']['covered'], 1e-9);
    }

    /** The stand-in's file, its clock by UTC, beside a window on the other side of the earth: days are the window's, over its change of clocks. */
    public function testALoggersFileFromAnotherTimeZone(): void
    {
        $zone = new DateTimeZone('Pacific/Auckland');
        $logger = new LoggerStandIn(new Window(-41.5, 174.0, 0.0), new DateTimeImmutable('2026-03-28', $zone), 16, 5, empty: [[3, 4]]);
        $sum = static function (?DateTimeZone $window) use ($logger): array {
            $log = new LightLog(new DateTimeZone('UTC'), 1.0, $window);
            foreach ($logger->lines() as $line) {
                $cells = explode(';', $line);
                if (is_numeric($cells[0])) {
                    $log->add($cells[1], (float) $cells[2]);
                }
            }

            return [$log->days(), $log->gaps];
        };
        [$days, $gaps] = $sum($zone);
        self::assertSame([1, 14], [$gaps, count($days)]);
        for ($day = 0; $day < 16; $day++) {
            $name = $logger->from->modify("+$day days")->format('Y-m-d');
            if ($day === 3 || $day === 4) {
                self::assertArrayNotHasKey($name, $days);
            } elseif ($day !== 2 && $day !== 15) {
                self::assertEqualsWithDelta($logger->luxHours($day), $days[$name]['luxHours'], 0.01 * $logger->luxHours($day), $name);
                // The night on which clocks go back is an hour longer, and covered all the same.
                self::assertEqualsWithDelta(1.0, $days[$name]['covered'], 1e-9, $name);
            }
        }
        // Summed by the clock's own days, light of two days lands in one.
        [$wrong] = $sum(null);
        $off = array_map(static fn (int $day): float => abs(($wrong[$logger->from->modify("+$day days")->format('Y-m-d')]['luxHours'] ?? 0.0) / $logger->luxHours($day) - 1), range(6, 14));
        self::assertGreaterThan(0.2, max($off));
    }

    public function testALoggerAtItsEndAndBadReadingsAreSaid(): void
    {
        $log = new LightLog(new DateTimeZone('UTC'), 1.0);
        for ($m = 0; $m < 11; $m++) {
            $log->add(sprintf('2024-05-01 10:%02d', $m), 100_000.0);
        }
        self::assertFalse($log->isClipped());
        $log->add('2024-05-01 10:11', 100_000.0);
        self::assertTrue($log->isClipped());
        foreach ([['2024-05-01 09:00', 5.0, 'lies before'], ['tomorrow', 5.0, 'no time'], ['2024-05-01 11:00', -1.0, 'less than no light'], ['2024-02-30 25:00', 1.0, 'no time']] as [$at, $value, $why]) {
            try {
                $log->add($at, $value);
                self::fail("$at, $value was taken.");
            } catch (CoreException $e) {
                self::assertStringContainsString($why, $e->getMessage());
            }
        }
        foreach ([static fn () => new Window(91, 0, 0), static fn () => new Window(0, 181, 0), static fn () => new Window(0, 0, 0, distanceM: 0.31), static fn () => Window::facing('up')] as $wrong) {
            try {
                $wrong();
                self::fail('It was taken.');
            } catch (CoreException $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
        self::assertSame(0.0, (new Window(0, 0, 0, distanceM: 0.3))->horizonAt(90));
        self::assertTrue((new Window(53, 0, 0))->looksAway());
        self::assertFalse((new Window(-53, 0, 0))->looksAway());
    }

    public function testAWholeStrokeAgesAsItsDepthsDidAndEndsBesideItsPaper(): void
    {
        $at = static function (float $deposit, float ...$l): FadeSeries {
            $readings = [];
            foreach ($l as $i => $lightness) {
                $readings[] = new FadeReading(new Dose((float) 2 ** ($i + 1), 0.0), new Lab(50, 10, 0), new Lab($lightness, 10, 0), $lightness - 50, 0.2, deposit: $deposit);
            }

            return new FadeSeries(Scale::current(), $readings);
        };
        $aged = new AgedStrip([2 => $at(0.9, 54.0, 57.0, 58.0), 3 => $at(0.3, 60.0, 66.0, 67.0)]);
        self::assertSame([2.0, 4.0, 8.0], $aged->checks());
        $seen = $aged->changes(4.0);
        self::assertSame(['checked', $seen['least']], [$seen['kind'], $seen['most']]);
        // The palest first, each as its own strip has it.
        self::assertEqualsWithDelta([0.3, 16.0, 0.9, 7.0], [$seen['least'][0][0], $seen['least'][0][1][0], $seen['least'][1][0], $seen['least'][1][1][0]], 1e-9);
        self::assertSame(['between', 'expected', 'checked'], [$aged->changes(3.0)['kind'], $aged->changes(16.0)['kind'], $aged->changes(0.0)['kind']]);
        self::assertEqualsWithDelta(0.0, $aged->changes(0.0)['least'][0][1][0], 1e-9);
        $expected = $aged->changes(16.0);
        self::assertGreaterThan($expected['least'][0][1][0], $expected['most'][0][1][0]);
        // Ten times the last light is the furthest.
        self::assertNotNull($aged->changes(80.0));
        self::assertNull($aged->changes(80.1));
        self::assertNull((new AgedStrip([2 => $at(0.9, 54.0)]))->changes(2.1));

        $paper = new LinearRgb(0.9, 0.9, 0.9);
        $grey = static fn (float $deposit): LinearRgb => new LinearRgb(0.9 * exp(-$deposit), 0.9 * exp(-$deposit), 0.9 * exp(-$deposit));
        $by = static fn (float $deposit, float $more): float => AgedStrip::colour($grey($deposit), $paper, 0, [[0.3, [$more, 0.0, 0.0]], [0.9, [7.0, 0.0, 0.0]]])->toLab()->l - $grey($deposit)->toLab()->l;
        self::assertEqualsWithDelta([7.0, 9.0, 7.0, 0.0], [$by(0.9, 11.0), $by(0.6, 11.0), $by(1.8, 11.0), $by(0.0, 11.0)], 0.01);
        self::assertEqualsWithDelta($paper->toLab()->l - $grey(0.3)->toLab()->l, $by(0.3, 60.0), 0.01);
    }

    public function testDaysThatNobodyKnowsMakeTheDoseLessSure(): void
    {
        $utc = new DateTimeZone('UTC');
        $curve = static fn (float $vague, array $told = []): DoseCurve => DoseCurve::of(new Window(50, 0, 180), new DateTimeImmutable('2024-04-01', $utc), new DateTimeImmutable('2024-08-01', $utc), told: $told, vagueDays: $vague);
        $day = new DateTimeImmutable('2024-07-09', $utc);
        [$known, $vague] = [$curve(0.0)->at($day), $curve(10.0)->at($day)];
        self::assertSame($known->mlxh, $vague->mlxh);
        // Ten days of a hundred.
        self::assertEqualsWithDelta(hypot($known->uncertainty, 0.1), $vague->uncertainty, 1e-3);
        // A dose that was told does not hang on the days.
        self::assertSame($curve(0.0, ['2024-07-09' => 5.0])->at($day)->uncertainty, $curve(10.0, ['2024-07-09' => 5.0])->at($day)->uncertainty);
    }
}
