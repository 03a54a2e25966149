<?php

declare(strict_types=1);

namespace Tests\Core;

use App\Imaging\PhotoWriter;
use MarshTrial\Core\Bench\DryingShift;
use MarshTrial\Core\Capture\CalibrationKind;
use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\OwnFrame;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Imaging\PieceFinder;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Imaging\QualityCheck;
use MarshTrial\Core\Measuring\CardMeasurement;
use MarshTrial\Core\Measuring\CardMeasurer;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\Camera;
use MarshTrial\Core\Simulation\CameraStandIn;
use MarshTrial\Core\Simulation\Scan;
use MarshTrial\Core\Simulation\Scene;
use MarshTrial\Core\Simulation\Shot;
use MarshTrial\Core\Simulation\TargetStandIn;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Accuracy\Photos;
use Tests\Support\Painted;

/** Photographs: found, straightened, evened, calibrated, judged. */
final class PhotographTest extends TestCase
{
    /** @var array<string, Scan> */
    private static array $shots = [];

    private static function card(): CardLayout
    {
        return Painted::property('99999999-9999-4999-8999-999999999999', 'PB28', 'PR254');
    }

    private static function shot(Shot $shot, bool $target = true, bool $wet = false, string $visit = ''): Scan
    {
        return self::$shots[serialize([$shot, $target, $wet, $visit])] ??= CameraStandIn::shoot(self::card(), 5, $shot, 0.0, $target ? TargetStandIn::full() : null, null, $visit, $wet);
    }

    private static function grid(Scan $scan): PixelGrid
    {
        return new PixelGrid($scan->data, $scan->width, $scan->height);
    }

    private static function aslant(): Shot
    {
        return new Shot(tiltDeg: 27, towardsDeg: 130, rollDeg: 12, lens: 0.018, uneven: 1.38, brighterDeg: 200, kelvin: 4300, vignette: 0.1);
    }

    public function testACardSeenAslantThroughABentLensIsPlacedToATenthOfAMillimetre(): void
    {
        $shot = self::aslant();
        $placed = PieceFinder::find(self::grid(self::shot($shot)), self::card())['whole'];
        $camera = new Camera(Scene::of(self::card(), 5, 240, 0.0, TargetStandIn::full()->sheet, '|camera'), $shot);
        self::assertEqualsWithDelta(0.018, $placed->placement->lens, 0.003);
        foreach ([[50, 40], [148, 105], [270, 60], [60, 180], [270, 180], [148, 20]] as [$x, $y]) {
            [$u, $v] = $camera->toPicture('whole', $x, $y);
            [$pu, $pv] = $placed->placement->map($x, $y);
            self::assertLessThan(0.15, hypot($u - $pu, $v - $pv) / $placed->placement->scaleAt($x, $y), "$x $y");
        }
    }

    public function testLightAndCastAreTakenOutAndTheTargetCalibrates(): void
    {
        $scan = self::shot(self::aslant());
        $measured = (new CardMeasurer(Scale::current()))->measure(self::grid($scan), self::card(), new Capture(jpeg: true, target: TargetStandIn::full()->colours()));
        self::assertTrue($measured->scan->photo);
        self::assertSame(CalibrationKind::Target, $measured->scan->calibration->kind);
        self::assertSame([], $measured->scan->poor());
        $errors = self::errors($measured, $scan);
        self::assertLessThan(1.2, array_sum($errors) / count($errors));
        // Without the target the colour is approximate, says so, and states a wider range that holds.
        $plain = (new CardMeasurer(Scale::current()))->measure(self::grid($scan), self::card());
        self::assertStringContainsString('colour approximate', implode(' ', $plain->scan->remarks));
        self::assertGreaterThan($measured->cells['r1-wash']->uncertainty95 + 1, $plain->cells['r1-wash']->uncertainty95);
        self::assertLessThan(5.0, max(self::errors($plain, $scan)));
        // Two thirds of the rows' ratings do not depend on how it was calibrated.
        self::assertEqualsWithDelta(self::value($measured, 'staining'), self::value($plain, 'staining'), 0.04);
    }

    public function testOneMarkMayBeCoveredAndNotTwo(): void
    {
        $scan = self::shot(self::aslant(), false);
        $whole = PieceFinder::find(self::grid($scan), self::card())['whole'];
        $cover = static fn (int ...$marks): PixelGrid => Photos::withMarksCovered($scan, $whole, ...$marks);
        $measured = (new CardMeasurer(Scale::current()))->measure($cover(2), self::card());
        self::assertSame(3, $measured->scan->pieces['whole']->marksSeen);
        self::assertStringContainsString('one mark is covered', implode(' ', $measured->scan->remarks));
        // In a photograph every rating says so; cells far from the covered mark are still read where they are.
        self::assertStringContainsString('marks in view', implode(' ', $measured->ratings[0]->remarks));
        foreach ([[60, 40], [200, 60]] as [$x, $y]) {
            [$a, $b] = [$whole->placement->map($x, $y), $measured->scan->pieces['whole']->placement->map($x, $y)];
            self::assertLessThan(1.0, hypot($a[0] - $b[0], $a[1] - $b[1]) / $whole->placement->scaleAt($x, $y), "$x $y");
        }
        // Whichever it is, and closer still where the camera tells its focal length.
        foreach ([0, 1, 3] as $i) {
            foreach ([[null, 1.6], [self::aslant()->focal, 0.8]] as [$focal, $within]) {
                $placed = (new PieceFinder($cover($i), true, $focal))->pieces(self::card())['whole'];
                foreach ([[30, 20], [267, 20], [267, 190], [30, 190], [148, 105]] as [$x, $y]) {
                    [$a, $b] = [$whole->placement->map($x, $y), $placed->placement->map($x, $y)];
                    self::assertLessThan($within, hypot($a[0] - $b[0], $a[1] - $b[1]) / $whole->placement->scaleAt($x, $y), "$i $x $y");
                }
            }
        }
        $this->expectExceptionMessage('Fewer than three marks');
        (new CardMeasurer(Scale::current()))->measure($cover(1, 2), self::card());
    }

    public function testGlareIsMaskedAndTold(): void
    {
        $scan = self::shot(new Shot(3000, 2250, glare: 14, kelvin: 6000), false);
        $clean = self::shot(new Shot(3000, 2250, kelvin: 6000), false);
        [$with, $without] = [(new CardMeasurer(Scale::current()))->measure(self::grid($scan), self::card()), (new CardMeasurer(Scale::current()))->measure(self::grid($clean), self::card())];
        $hit = array_filter($with->cells, static fn ($r): bool => $r->glare > 0.02 && $r->glare < 0.3);
        self::assertNotSame([], $hit);
        foreach ($hit as $id => $reading) {
            self::assertLessThan(2.0, Difference::ciede2000($reading->lab, $without->cells[$id]->lab), $id);
        }
        self::assertStringContainsString('glare left out', implode(' ', array_merge(...array_map(static fn ($r): array => $r->remarks, $with->ratings))));
    }

    public function testASoftShadowIsTakenOutAndTold(): void
    {
        $scan = self::shot(new Shot(3000, 2250, tiltDeg: 20, towardsDeg: 130, uneven: 1.2, shadow: 0.25, shadowEdgeMm: 70), false);
        $measured = (new CardMeasurer(Scale::current()))->measure(self::grid($scan), self::card());
        self::assertStringContainsString('soft shadow', implode(' ', $measured->scan->remarks));
        self::assertLessThan(4.0, max(self::errors($measured, $scan)));
        self::assertSame([], $measured->scan->poor());
    }

    /** @param array<string, mixed> $changed */
    #[DataProvider('poorShots')]
    public function testAPoorPictureIsRefusedOrSaysSo(array $changed, string $why): void
    {
        $shot = new Shot(...[...get_object_vars(self::aslant()), ...$changed]);
        $scan = self::shot($shot, false);
        $image = new \Imagick;
        $image->readImageBlob(PhotoWriter::encode($scan, $shot));
        $image->setImageFormat('rgb');
        try {
            $measured = (new CardMeasurer(Scale::current()))->measure(new PixelGrid($image->getImageBlob(), $scan->width, $scan->height), self::card(), new Capture(jpeg: true));
            foreach ($measured->ratings as $rating) {
                if ($rating->status === RatingStatus::Measured) {
                    self::assertStringContainsString($why, implode(' ', $rating->remarks), $rating->property);
                }
            }
        } catch (CoreException $e) {
            self::assertStringContainsString($why, $e->getMessage());
        }
    }

    /** @return array<string, array{0: array<string, mixed>, 1: string}> */
    public static function poorShots(): array
    {
        return [
            'too blurred' => [['blurPx' => 5.5], 'blur'],
            'overexposed' => [['exposure' => 1.9], 'clipping'],
            'tilted too far' => [['tiltDeg' => 60.0], 'marks'],
            'hard shadow' => [['shadow' => 0.5, 'shadowEdgeMm' => 2.0], 'shadow'],
            'a sheet that bulges' => [['bulgeMm' => 14.0], 'flat'],
        ];
    }

    public function testDryingShiftWithinThreePointsOfChroma(): void
    {
        $shot = new Shot(3200, 2400, tiltDeg: 12, towardsDeg: 40, kelvin: 5200);
        [$wet, $dry] = [self::shot($shot, true, true, 'wet'), self::shot($shot, true, false, 'dry')];
        $capture = new Capture(target: TargetStandIn::full()->colours());
        [$before, $after] = [(new CardMeasurer(Scale::current()))->measure(self::grid($wet), self::card(), $capture), (new CardMeasurer(Scale::current()))->measure(self::grid($dry), self::card(), $capture)];
        [$was, $is] = [self::labs($wet), self::labs($dry)];
        foreach (['r1-wash', 'r2-wash', 'r1-lift-none', 'r2-lift-none', 'r2-stroke-1-above'] as $id) {
            $seen = DryingShift::between(Scale::current(), $before->cells[$id]->lab, $after->cells[$id]->lab);
            $true = DryingShift::between(Scale::current(), $was[$id], $is[$id]);
            self::assertLessThan(-5.0, (float) $true->chromaPercent, $id);
            self::assertEqualsWithDelta((float) $true->chromaPercent, (float) $seen->chromaPercent, 3.0, $id);
            self::assertEqualsWithDelta($true->dL, $seen->dL, 1.0, $id);
        }
    }

    public function testAFrameOfOnesOwnIsMeasured(): void
    {
        $window = static fn (string $name, float $x, bool $paper = false): array => ['name' => $name, 'x' => $x, 'y' => 60.0, 'width' => 24.0, 'height' => 14.0, 'paper' => $paper];
        $layout = OwnFrame::layout('99999999-9999-4999-8999-99999999999a', 'Old page', [$window('paper', 30, true), $window('a', 70), $window('b', 110)]);
        $scan = CameraStandIn::shoot($layout, 4, new Shot(3000, 2250, tiltDeg: 15, towardsDeg: 70), 0.0, TargetStandIn::full());
        $measured = (new CardMeasurer(Scale::current()))->measure(self::grid($scan), $layout, new Capture(target: TargetStandIn::full()->colours()));
        self::assertSame([], $measured->ratings);
        self::assertContains('glare', array_map(static fn (QualityCheck $c): string => $c->name, $measured->scan->checks));
        self::assertCount(3, $measured->cells);
        self::assertLessThan(1.5, max(self::errors($measured, $scan)));
    }

    /** @return list<float> dE00 of every cell that is not on the line */
    private static function errors(CardMeasurement $measured, Scan $scan): array
    {
        $out = [];
        foreach (self::labs($scan) as $id => $lab) {
            $out[] = Difference::ciede2000($lab, $measured->cells[$id]->lab);
        }

        return $out;
    }

    /** @return array<string, Lab> */
    private static function labs(Scan $scan): array
    {
        $out = [];
        foreach ($scan->truth['cells'] as $cell) {
            $out[$cell['id']] = new Lab(...$cell['lab']);
        }

        return $out;
    }

    private static function value(CardMeasurement $measured, string $property): float
    {
        foreach ($measured->ratings as $rating) {
            if ($rating->property === $property && $rating->value !== null) {
                return $rating->value;
            }
        }
        self::fail("No $property.");
    }
}
