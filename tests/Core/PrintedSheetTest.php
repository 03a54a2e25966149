<?php

declare(strict_types=1);

namespace Tests\Core;

use App\Imaging\SheetPress;
use MarshTrial\Core\Capture\LightMap;
use MarshTrial\Core\Capture\PaperSamples;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\OwnFrame;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\SvgPrinter;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Imaging\PieceFinder;
use MarshTrial\Core\Measuring\CardMeasurer;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\CameraStandIn;
use MarshTrial\Core\Simulation\Scan;
use MarshTrial\Core\Simulation\ScannerStandIn;
use MarshTrial\Core\Simulation\Shot;
use PHPUnit\Framework\TestCase;
use Tests\Support\Painted;

/** The sheet as it leaves the printer: its words, lines and running ink are no bare paper. */
final class PrintedSheetTest extends TestCase
{
    public function testThePressPrintsTheDrawingThatGoesToThePrinter(): void
    {
        $layout = Painted::fade();
        $print = SheetPress::print($layout);
        // Every word's place holds ink, and the middle of a window none.
        foreach (SvgPrinter::words($layout) as $i => $words) {
            // Some are printed on frames only, or only below the cut.
            if ($i % 3 === 0 && $words->y < 60) {
                self::assertFalse($print->isBlank($words), "words $i");
            }
        }
        $window = $layout->windows[1]->area->centre();
        self::assertTrue($print->isBlank(Rect::around($window->x, $window->y, 10, 8)));
        // A full mark is covered in its middle and bare beside it; ink that ran by a quarter of a millimetre covers its rim.
        $mark = $layout->pieces[0]->marks[1]->centre;
        self::assertEqualsWithDelta(1.0, $print->cover($mark->x, $mark->y), 0.01);
        self::assertEqualsWithDelta(0.0, $print->cover($mark->x + 3.2, $mark->y), 0.01);
        self::assertGreaterThan(0.5, SheetPress::print($layout, false, 0.25)->cover($mark->x + 3.1, $mark->y));
    }

    public function testLightIsTakenFromBarePaperOnly(): void
    {
        $layout = Painted::property('15151515-1515-4515-8515-151515151515', 'PB28', 'PR254', 'PG18');
        $places = PaperSamples::places($layout->pieces[0], $layout, 7.0);
        self::assertGreaterThan(250, count($places));
        $print = SheetPress::print($layout);
        foreach ($places as [$x, $y]) {
            self::assertTrue($print->isBlank(Rect::around($x, $y, 2.8, 2.8)), "$x $y");
        }
    }

    /** Printed words once read as a shadow: 28 % per cm on a fade card, 11 to 25 % on others. */
    public function testAPrintedCardIsMeasuredWithoutARemark(): void
    {
        foreach ([Painted::property(), Painted::fade()] as $layout) {
            foreach ([0.0, 0.25] as $bleed) {
                $scan = ScannerStandIn::scan($layout, 5, 200, print: SheetPress::print($layout, false, $bleed));
                self::measuredWell($scan, $layout, "bleed $bleed", 0.4);
            }
        }
    }

    public function testAPhotographOfAPrintedCardHasNoShadow(): void
    {
        $layout = Painted::property('16161616-1616-4616-8616-161616161616', 'PB28', 'PR254');
        $scan = CameraStandIn::shoot($layout, 5, new Shot(3200, 2400, tiltDeg: 14, towardsDeg: 60, uneven: 1.3), print: SheetPress::print($layout));
        $picture = Painted::grid($scan);
        self::assertLessThan(0.06, LightMap::of($picture, $layout, PieceFinder::find($picture, $layout))->steepest);
        self::measuredWell($scan, $layout, 'photograph', 3.0);
    }

    public function testAFrameOverAHandWrittenPageIsMeasured(): void
    {
        $window = static fn (string $name, float $x, bool $paper = false): array => ['name' => $name, 'x' => $x, 'y' => 60.0, 'width' => 24.0, 'height' => 14.0, 'paper' => $paper];
        $layout = OwnFrame::layout('99999999-9999-4999-8999-99999999999b', 'An old page with a long title that runs on for a while', [$window('paper', 30, true), $window('a', 70), $window('b', 110)]);
        self::measuredWell(ScannerStandIn::scan($layout, 4, 200, print: SheetPress::print($layout, true)), $layout, 'frame', 0.5);
    }

    private static function measuredWell(Scan $scan, CardLayout $layout, string $which, float $within): void
    {
        $measured = (new CardMeasurer(Scale::current()))->measure(Painted::grid($scan), $layout);
        self::assertSame([], $measured->scan->poor(), $which);
        $errors = [];
        foreach ($scan->truth['cells'] as $cell) {
            $errors[] = Difference::ciede2000(new Lab(...$cell['lab']), $measured->cells[$cell['id']]->lab);
        }
        self::assertLessThan($within, array_sum($errors) / count($errors), $which);
    }
}
