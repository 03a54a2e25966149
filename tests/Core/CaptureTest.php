<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Bench\DryingShift;
use MarshTrial\Core\Bench\Gradation;
use MarshTrial\Core\Bench\RowReadings;
use MarshTrial\Core\Bench\StrokeStep;
use MarshTrial\Core\Bench\SurfaceLight;
use MarshTrial\Core\Bench\Transparency;
use MarshTrial\Core\Capture\Calibration;
use MarshTrial\Core\Capture\CalibrationKind;
use MarshTrial\Core\Capture\RepeatPictures;
use MarshTrial\Core\Capture\TargetFit;
use MarshTrial\Core\Capture\Uncertainty;
use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Card\OwnFrame;
use MarshTrial\Core\Card\TargetPrinter;
use MarshTrial\Core\Card\TargetSheet;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\LayoutJson;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\Homography;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Imaging\Placement;
use MarshTrial\Core\Imaging\Pose;
use MarshTrial\Core\Imaging\QualityCheck;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\Sensor;
use MarshTrial\Core\Simulation\TargetStandIn;
use PHPUnit\Framework\TestCase;
use Tests\Support\Readings;

/** Rules of capture that need no picture. */
final class CaptureTest extends TestCase
{
    public function testWhatACalibrationMayBeWrongByIsSharedByNearColours(): void
    {
        [$red, $near, $green] = [new Lab(50, 40, 10), new Lab(50.5, 41, 10), new Lab(60, -40, 20)];
        self::assertSame(0.0, Uncertainty::ofDifference($red, $green, 0.0));
        self::assertLessThan(0.08, Uncertainty::ofDifference($red, $near, 1.0));
        // Far apart the two errors are independent: their squares add up.
        self::assertEqualsWithDelta(M_SQRT2, Uncertainty::ofDifference($red, $green, 1.0), 0.01);
        $hueOfOne = static fn (Lab $c): float => rad2deg((1 + 0.015 * $c->chroma()) / $c->chroma());
        self::assertEqualsWithDelta(hypot($hueOfOne($red), $hueOfOne($green)), Uncertainty::ofTurnDeg($red, $green, 1.0), 0.02);
        // It goes into ratings: the turn of hue, and with the contrast the body.
        $row = Readings::row([0.2, 1.5, 3.0], 0.1, 2.5);
        $sure = Gradation::twoTone($row);
        $shared = static fn (CellReading $r): CellReading => $r->with($r->labCovariance, 2.8, 1.0);
        $doubtful = Gradation::twoTone(new RowReadings(Scale::current(), $row->row, $row->paper, $row->line, $row->bareLine, array_map(static fn (StrokeStep $s): StrokeStep => new StrokeStep($s->step, $shared($s->onPaper), $s->onBlack, $row->paper), $row->steps), []));
        self::assertSame($sure->value, $doubtful->value);
        self::assertGreaterThan(2 * $sure->uncertainty, $doubtful->uncertainty);
        $opaque = Readings::row([0.1, 0.8, 1.6], 0.12, 1.6);
        [$known, $unknown] = [Transparency::rate($opaque, SurfaceLight::presumed(Scale::current(), 0.01)), Transparency::rate($opaque, SurfaceLight::presumed(Scale::current(), 0.01), 0.08)];
        self::assertGreaterThan(0.01, $known->value);
        self::assertEqualsWithDelta(hypot((float) $known->uncertainty, 0.08 * (float) $known->value * abs(log((float) $known->value))), (float) $unknown->uncertainty, 0.001);
    }

    public function testAPlacementBendsAndComesBackToItsMarks(): void
    {
        $sheet = [[10.0, 10.0], [287.0, 10.0], [287.0, 200.0], [10.0, 200.0]];
        $seen = [[310.0, 260.0], [3500.0, 420.0], [3350.0, 2650.0], [420.0, 2500.0]];
        foreach ([0.0, 0.02, -0.03] as $lens) {
            $placement = Placement::through($sheet, $seen, $lens, 4000, 3000);
            foreach ($sheet as $i => [$x, $y]) {
                self::assertEqualsWithDelta($seen[$i], $placement->map($x, $y), 0.01, "$lens");
            }
        }
        // Barrel below zero: the middle of an edge bulges outwards.
        $middle = static fn (float $lens): float => Placement::through($sheet, $seen, $lens, 4000, 3000)->map(148.5, 10)[1];
        self::assertLessThan($middle(0.0) - 5, $middle(-0.03));
        self::assertGreaterThan($middle(0.0) + 5, $middle(0.02));
    }

    public function testAStepInThePictureIsToldInMillimetres(): void
    {
        $placement = Placement::through([[10.0, 10.0], [287.0, 10.0], [287.0, 200.0], [10.0, 200.0]], [[310.0, 260.0], [3500.0, 420.0], [3350.0, 2650.0], [420.0, 2500.0]], 0.015, 4000, 3000);
        [$u0, $v0] = $placement->map(120, 80);
        foreach ([[0.4, 0.0], [0.0, 0.4], [-0.3, 0.2]] as [$dx, $dy]) {
            [$u, $v] = $placement->map(120 + $dx, 80 + $dy);
            self::assertEqualsWithDelta([$dx, $dy], $placement->onSheet(120, 80, $u - $u0, $v - $v0), 0.002);
        }
    }

    public function testAPrintedCarrierCanBeReadBack(): void
    {
        $sheet = TargetSheet::of(9, 3);
        $svg = simplexml_load_string(TargetPrinter::print($sheet, 'greys & <colours>'));
        self::assertNotFalse($svg);
        $svg->registerXPathNamespace('s', 'http://www.w3.org/2000/svg');
        $modules = array_map(static fn (\SimpleXMLElement $r): array => [(float) $r['x'], (float) $r['y']], array_filter($svg->xpath('//s:rect[@fill="black" or @fill="#000"]') ?: []));
        $bits = array_map(static function (int $i) use ($sheet, $modules): int {
            $place = [$sheet->piece->codeArea->x + 2 * ($i % CardCode::COLUMNS), $sheet->piece->codeArea->y + 2 * intdiv($i, CardCode::COLUMNS)];

            return array_filter($modules, static fn (array $m): bool => hypot($m[0] - $place[0], $m[1] - $place[1]) < 0.01) === [] ? 0 : 1;
        }, range(0, CardCode::ROWS * CardCode::COLUMNS - 1));
        self::assertEquals($sheet->code(), CardCode::fromBits($bits));
        self::assertCount(5, $svg->xpath('//s:circle') ?: []);
    }

    public function testThreeMarksAndASimpleCameraMakeTheFourth(): void
    {
        // A camera of focal length 3100 px, tilted by 25 degrees about x, 500 mm away.
        $project = static function (float $x, float $y): array {
            [$px, $py] = [$x - 148, $y - 105];
            $z = $py * sin(deg2rad(25)) + 500;

            return [2000 + 3100 * $px / $z, 1500 + 3100 * $py * cos(deg2rad(25)) / $z];
        };
        $marks = [[10.0, 10.0], [287.0, 10.0], [287.0, 200.0], [10.0, 200.0]];
        $seen = array_map(static fn (array $m): array => $project(...$m), $marks);
        [$halves, $fourth] = [[[244.0, 11.0], [260.0, 11.0]], $seen[3]];
        // Depths are first known by a few hundredths only.
        $depths = array_map(static fn (array $m, float $wrong): float => $wrong * (($m[1] - 105) * sin(deg2rad(25)) + 500), array_slice($marks, 0, 3), [1.0, 1.02, 0.97]);
        $off = static function (?float $told) use ($marks, $seen, $depths, $halves, $project, $fourth): float {
            $pose = Pose::about(array_slice($marks, 0, 3), array_slice($seen, 0, 3), $depths, 4000, 3000, $told);
            [$u, $v] = $pose?->refined([...array_slice($marks, 0, 3), ...$halves], [...array_slice($seen, 0, 3), ...array_map(static fn (array $h): array => $project(...$h), $halves)])->map(...$marks[3]) ?? [INF, INF];

            return hypot($u - $fourth[0], $v - $fourth[1]);
        };
        self::assertLessThan(0.3, $off(3100 / 4000));
        // Within a quarter of a millimetre; four marks of a parallelogram would be far off.
        self::assertLessThan(3.0, $off(null));
        self::assertGreaterThan(150.0, hypot($seen[0][0] + $seen[2][0] - $seen[1][0] - $fourth[0], $seen[0][1] + $seen[2][1] - $seen[1][1] - $fourth[1]));
    }

    public function testACodeTellsWhichTargetItIs(): void
    {
        $sheet = TargetSheet::for(60);
        self::assertSame([12, 5], [$sheet->columns, $sheet->rows]);
        $read = CardCode::fromBits($sheet->code()->bits());
        self::assertNotNull($read);
        self::assertSame([12, 5], [TargetSheet::told($read)?->columns, TargetSheet::told($read)?->rows]);
        $this->expectExceptionMessage('fill no grid');
        TargetSheet::for(59);
    }

    public function testATargetIsFittedAndACurvedToneUndone(): void
    {
        $target = TargetStandIn::full();
        // A device with filters and a tone curve of its own, and a cast.
        $device = array_map(static fn (array $d): array => [(0.8 * $d[0]) ** 1.1, (0.75 * $d[1]) ** 1.1, (0.6 * $d[2]) ** 1.1], $target->seenBy(Sensor::scanner(3)));
        $fit = TargetFit::target($device, $target->colours(), $target->sheet);
        self::assertLessThan(1.0, $fit->meanResidual());
        self::assertLessThan($fit->meanResidual(), $fit->meanDifference($device, $target->colours()));
        // Kept for later it reads the same, under its own name.
        $kept = $fit->asProfile('my scanner', [0.8, 0.8, 0.8]);
        self::assertSame([CalibrationKind::Profile, 'my scanner'], [$kept->kind, $kept->name]);
        self::assertEquals($fit->colourOf($device[30]), $kept->colourOf($device[30]));
        self::assertEqualsWithDelta($kept->colourOf([0.3, 0.3, 0.3])->toXyz()->y * 1.5, $kept->scaled(1.5, 1.5, 1.5)->colourOf([0.3, 0.3, 0.3])->toXyz()->y, 1e-9);
        // Greys and colours are known differently well; the stated width follows.
        self::assertLessThan($fit->uncertainty95(new Lab(50, 60, 40)), $fit->uncertainty95(new Lab(60, 0, 0)));
        $again = Calibration::fromArray(json_decode((string) json_encode($fit->toArray()), true));
        self::assertEqualsWithDelta($fit->toned(0.3, 1), $again->toned(0.3, 1), 1e-12);
    }

    public function testAWrongTargetAWrongTurnAndANonsenseProfileAreRefused(): void
    {
        $target = TargetStandIn::full();
        $device = $target->seenBy(null);
        foreach ([
            'upside down' => array_reverse($device),
            'mirrored from left to right' => array_merge(...array_map(array_reverse(...), array_chunk($device, 12))),
        ] as $what => $turned) {
            self::assertStringContainsString($what, self::fault(static fn () => TargetFit::target($turned, $target->colours(), $target->sheet)));
        }
        $other = $target->colours();
        for ($i = 12; $i < 60; $i++) {
            $other[$i] = new Lab(100 - $other[$i]->l, -$other[$i]->b, $other[$i]->a);
        }
        self::assertStringContainsString('does not agree', self::fault(static fn () => TargetFit::target($device, $other, $target->sheet)));
        self::assertStringContainsString('60 patches', self::fault(static fn () => TargetFit::target(array_slice($device, 0, 48), $target->colours(), $target->sheet)));
        foreach ([null, [], ['kind' => 'profile', 'name' => 'x', 'tone' => [[1]], 'columns' => []], ['kind' => 'profile', 'name' => 'x', 'tone' => null, 'columns' => [[1, 0, 0], [0, 1, 0], ['a', 0, 1]]]] as $damaged) {
            self::assertStringContainsString('damaged', self::fault(static fn () => Calibration::fromArray($damaged)));
        }
    }

    public function testAWedgeSetsTheTone(): void
    {
        $wedge = TargetStandIn::wedge();
        $device = array_map(static fn (array $d): array => [0.7 * $d[0] ** 1.2, 0.7 * $d[1] ** 1.2, 0.7 * $d[2] ** 1.2], $wedge->seenBy(null));
        $fit = TargetFit::wedge($device, $wedge->colours(), new PixelGrid("\0\0\0", 1, 1));
        self::assertLessThan(0.5, $fit->residual95());
        self::assertStringContainsString('does not run', self::fault(static fn () => TargetFit::wedge(array_reverse($device), $wedge->colours(), new PixelGrid("\0\0\0", 1, 1))));
    }

    public function testAQualityCheckHasTwoLimits(): void
    {
        $check = static fn (float $v): QualityCheck => new QualityCheck('blur', $v, 'mm', 0.3, 0.6, true, 'hold still');
        self::assertSame(['good', 'wider uncertainty', 'not used'], array_map(static fn (float $v): mixed => $check($v)->toArray()['state'], [0.1, 0.4, 0.7]));
        self::assertSame('blur 0.40 mm (limit 0.30 mm): hold still', $check(0.4)->remark());
        self::assertFalse((new QualityCheck('resolution', 100, 'dpi', 165, 110, false, ''))->isUsable());
    }

    public function testRepeatsArePooledAndTheOneThatStandsApartIsLeftOut(): void
    {
        $cells = ['a' => new Lab(50, 20, 10), 'b' => new Lab(70, -10, 30)];
        $moved = static fn (float $dl): array => array_map(static fn (Lab $l): Lab => new Lab($l->l + $dl, $l->a, $l->b), $cells);
        $repeats = RepeatPictures::of([$moved(0.2), $moved(-0.2), $moved(0.0), $moved(9.0)]);
        self::assertSame([false, false, false, true], array_column($repeats->pictures, 'stands'));
        self::assertEqualsWithDelta(50, $repeats->cells['a']['lab']->l, 0.01);
        // Two tenths of L* to both sides: about 0.2 in standard deviation.
        self::assertEqualsWithDelta(0.18, (float) $repeats->repeatability, 0.03);
        self::assertEqualsWithDelta(9.0, $repeats->pictures[3]['mean']->l, 0.01);
        self::assertNull(RepeatPictures::of([$cells])->repeatability);
    }

    public function testDryingInWords(): void
    {
        $shift = DryingShift::between(Scale::current(), Lab::fromLch(48, 70, 40), Lab::fromLch(55, 49, 44), 0.5, 0.5);
        self::assertEqualsWithDelta(-30.0, (float) $shift->chromaPercent, 1e-9);
        self::assertEqualsWithDelta(4.0, (float) $shift->hueDeg, 1e-9);
        self::assertSame('lighter by L* 7.0, 30 % less vivid, hue turned by 4 degrees', $shift->words);
        self::assertNull(DryingShift::between(Scale::current(), new Lab(30, 1, 1), new Lab(35, 1, 1))->chromaPercent);
    }

    public function testAFrameOfOnesOwn(): void
    {
        $window = static fn (float $x, float $y, bool $paper = false): array => ['name' => $paper ? 'bare' : '', 'x' => $x, 'y' => $y, 'width' => 20.0, 'height' => 12.0, 'paper' => $paper];
        $layout = OwnFrame::layout('77777777-7777-4777-8777-777777777777', 'Old page', [$window(30, 40, true), $window(60, 40)]);
        self::assertSame($json = (string) json_encode(LayoutJson::toArray($layout)), json_encode(LayoutJson::toArray(LayoutJson::fromArray(json_decode($json, true)))));
        self::assertSame('window 2', $layout->rows[1]->paint);
        foreach ([
            'bare paper' => [$window(30, 40)],
            'runs into window 1' => [$window(30, 40, true), $window(45, 40)],
            'over the edge' => [$window(30, 40, true), $window(265, 40)],
            'smaller than' => [['width' => 3.0] + $window(30, 40, true)],
            'one to 48 windows' => [],
        ] as $why => $windows) {
            self::assertStringContainsString($why, self::fault(static fn () => OwnFrame::layout('x', 'x', $windows)));
        }
    }

    public function testWithoutATargetTheStatedWidthGrowsWithColour(): void
    {
        $paper = new Calibration(CalibrationKind::Paper, '', null, [[1.0, 0.0, 0.0], [0.0, 1.0, 0.0], [0.0, 0.0, 1.0]]);
        $at = static fn (float $l, float $a, float $b): float => $paper->uncertainty95(new Lab($l, $a, $b));
        self::assertGreaterThan($at(60, 0, 3) + 0.8, $at(60, 50, 30));
        // What the paper and the print were taken to be shows in what is like them.
        self::assertGreaterThan($at(60, 0, 3) + 0.8, $at(94, 0, 3));
        self::assertGreaterThan($at(60, 0, 3) + 0.5, $at(20, 0, 3));
        self::assertSame([[0.0, 0.0], [1.0, 1.0]], array_map(static fn (array $p): array => Homography::through([[0.0, 0.0], [1.0, 0.0], [1.0, 1.0], [0.0, 1.0]], [[0.0, 0.0], [1.0, 0.0], [1.0, 1.0], [0.0, 1.0]])->map(...$p), [[0.0, 0.0], [1.0, 1.0]]));
    }

    private static function fault(callable $work): string
    {
        try {
            $work();
        } catch (CoreException $e) {
            return $e->getMessage();
        }
        self::fail('This should be refused.');
    }
}
