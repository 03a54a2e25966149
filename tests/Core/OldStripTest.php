<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\OldStrip;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\LayoutJson;
use MarshTrial\Core\Exchange\MeasurementJson;
use MarshTrial\Core\Fading\BlueWool;
use MarshTrial\Core\Fading\Outcome;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Measuring\CardMeasurement;
use MarshTrial\Core\Measuring\CardMeasurer;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\FilmStock;
use MarshTrial\Core\Simulation\LightHabit;
use MarshTrial\Core\Simulation\ScannerStandIn;
use MarshTrial\Core\Simulation\SeededRandom;
use MarshTrial\Core\Simulation\SwatchStandIn;
use PHPUnit\Framework\TestCase;

/** Two halves that the program did not print, under pocket frames; and reference strips. */
final class OldStripTest extends TestCase
{
    private const DPI = 200;

    private static function measured(SwatchStandIn $strip, int $seed, float $dose, bool $windowFirst = false): CardMeasurement
    {
        $scan = ScannerStandIn::scan($strip->layout, $seed, self::DPI, $dose);
        $layout = OldStrip::layout($strip->layout->uuid, '', new RowLabel(OldStrip::ROW, 'strip', 'paint', 'maker', 'PV3'));

        return (new CardMeasurer(Scale::current()))->measure(new PixelGrid($scan->data, $scan->width, $scan->height), $layout, new Capture(photo: false, windowFirst: $windowFirst), null, max(0.5, $dose));
    }

    public function testHalvesOfEvenPartsAreComparedPlaceByPlace(): void
    {
        $strip = SwatchStandIn::halves('PV3', 4, 6.0, 'two', habit: 'fast');
        $measured = self::measured($strip, 4, 6.0);
        self::assertCount(2, $measured->fading);
        $cells = $measured->layout->cellsById();
        foreach ($measured->fading as $finding) {
            $kept = $cells["kept-r1-depth-$finding->depth"];
            [$before, $after] = $strip->faded($kept->area);
            self::assertEqualsWithDelta(Difference::between($before, $after)->dE76(), $finding->beyondNoise, 3 * $finding->uncertainty);
            // What was painted apart from the other and never read is less sure than halves of a card.
            self::assertGreaterThan(2.2 / sqrt(3), $finding->uncertainty);
            self::assertContains('no reading before hanging: the usual mismatch of two halves is in the uncertainty', $finding->remarks);
            // Both places lie on paint, each in its own frame.
            self::assertTrue($measured->showsPaint($kept->id));
            self::assertSame(['pocket-1', 'pocket-2'], [$kept->piece, $cells["exposed-r1-depth-$finding->depth"]->piece]);
            self::assertNull($finding->darkChange);
        }
        self::assertSame(Outcome::Paler, $measured->fading[0]->outcome);
        $json = MeasurementJson::toArray($measured);
        self::assertSame($json, json_decode((string) json_encode($json, JSON_PRESERVE_ZERO_FRACTION), true));
    }

    public function testTheOtherWayRoundIsAskedAbout(): void
    {
        $strip = SwatchStandIn::halves('PV3', 4, 6.0, 'patch', habit: 'fast');
        self::assertStringNotContainsString('other way round', implode(self::measured($strip, 4, 6.0)->fading[0]->remarks));
        self::assertStringContainsString('do they lie the other way round', implode(self::measured($strip, 4, 6.0, true)->fading[0]->remarks));
    }

    public function testWhatCannotBeComparedIsRefusedInASentence(): void
    {
        $refused = static function (SwatchStandIn $strip, int $seed): string {
            try {
                self::measured($strip, $seed, 2.0);
            } catch (CoreException $e) {
                return $e->getMessage();
            }
            self::fail('It was measured.');
        };
        self::assertStringContainsString('no part of one even depth', $refused(SwatchStandIn::halves('PB29', 2, 2.0, 'graded'), 2));
        self::assertStringContainsString('No bare paper shows beside the dark half', $refused(SwatchStandIn::halves('PB29', 2, 2.0, 'full'), 2));
        self::assertStringContainsString('two pocket frames in one picture', $refused(SwatchStandIn::of(['PB29'], 3), 3));
    }

    public function testItsLayoutIsReadAgainAsItWasWritten(): void
    {
        $layout = OldStrip::layout('5a7c0000-0000-4000-8000-000000000009', 'Blue folder', new RowLabel(1, 'pan', 'Vetch Violet', 'Mudlark Paintworks', 'PV3'));
        self::assertEquals($layout, LayoutJson::fromArray(json_decode((string) json_encode(LayoutJson::toArray($layout)), true)));
        self::assertSame([true, true, false], [CardKind::Halves->fades(), CardKind::Halves->isUnderPocketFrames(), CardKind::Fade->isUnderPocketFrames()]);
        self::assertSame(['kept' => 'pocket-2', 'exposed' => 'pocket-1'], OldStrip::halves(true));
    }

    public function testReferenceStripsTellTheLightThatTheyStandFor(): void
    {
        self::assertSame([3, 8, null, null, null], array_map(BlueWool::number(...), ['Blue wool 3', 'blue wool no. 8', 'Blue wool 9', 'Blue wool', 'Wool blue 3']));
        // Strip 2 has plainly changed and strip 4 has not: between what both stand for, with their spread.
        self::assertEqualsWithDelta([0.6 / 1.8, 3.5 * 1.8], BlueWool::dose([2 => 6.0, 4 => 0.5]), 1e-9);
        self::assertSame(null, BlueWool::dose([3 => 1.5]));
        // Just beyond either limit it speaks, just within it does not.
        self::assertNull(BlueWool::dose([3 => 2.49]));
        self::assertEqualsWithDelta([1.5 / 1.8, null], BlueWool::dose([3 => 2.5]), 1e-9);
        self::assertNull(BlueWool::dose([3 => 0.91]));
        self::assertEqualsWithDelta([0.0, 1.5 * 1.8], BlueWool::dose([3 => 0.9]), 1e-9);
        // Each strip of the series takes about two to three times the light of the one before (ISO 105-B08, memory: roughly twice).
        foreach (BlueWool::NOTICEABLE as $doses) {
            for ($n = 2; $n <= 8; $n++) {
                self::assertGreaterThanOrEqual(2.2, $doses[$n] / $doses[$n - 1]);
                self::assertLessThanOrEqual(3.4, $doses[$n] / $doses[$n - 1]);
            }
        }
    }

    public function testHabitsInLightDoWhatTheirNamesSay(): void
    {
        $habit = static fn (string $name): LightHabit => LightHabit::named($name, SeededRandom::keyed("habit|$name"));
        self::assertSame([1.0, 1.0], [$habit('stable')->leftAfter(0.5, 40.0), $habit('')->leftAfter(0.5, 40.0)]);
        self::assertLessThan($habit('slow')->leftAfter(0.5, 5.0), $habit('fast')->leftAfter(0.5, 5.0));
        // In the tint alone.
        self::assertLessThan(0.8, $habit('tint')->leftAfter(0.34, 6.0));
        self::assertGreaterThan(0.95, $habit('tint')->leftAfter(0.95, 6.0));
        $k = array_map(static fn (int $i): float => exp(-0.5 * (($i - 18) / 3) ** 2), range(0, 30));
        self::assertSame($k, $habit('fast')->absorption($k, 5.0));
        self::assertLessThan(array_search(max($k), $k, true), array_search(max($shifted = $habit('shift')->absorption($k, 8.0)), $shifted, true));
        self::assertGreaterThan($k[0], $habit('browning')->absorption($k, 8.0)[0]);
        self::assertGreaterThan(0.05, $habit('dark')->darkLoss);
        // Named on a row, it is that row's paint's.
        self::assertSame(0.0, FilmStock::film(new RowLabel(1, 'row'.FilmStock::HABIT.'stable', 'p', 'm', 'PV3'), 1)->inLight->fadePerMlxh);
    }
}
