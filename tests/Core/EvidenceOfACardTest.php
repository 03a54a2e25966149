<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Evidence\DepthDial;
use MarshTrial\Core\Evidence\FadeStrip;
use MarshTrial\Core\Evidence\Strip;
use MarshTrial\Core\Exchange\MeasurementJson;
use MarshTrial\Core\Measuring\CardMeasurement;
use MarshTrial\Core\Measuring\CardMeasurer;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;
use Tests\Support\Painted;

/** What follows from a measured card: strips, the dial, the halves, and the JSON of it all. */
final class EvidenceOfACardTest extends TestCase
{
    private static ?CardMeasurement $measured = null;

    private static function card(): CardMeasurement
    {
        return self::$measured ??= (new CardMeasurer(Scale::current()))->measure(Painted::grid(Painted::scan(Painted::property('66666666-6666-4666-8666-666666666666', 'PB28', 'PR254'))), Painted::property('66666666-6666-4666-8666-666666666666', 'PB28', 'PR254'));
    }

    public function testAStripHoldsWhatTheRowShows(): void
    {
        $strips = Strip::ofCard(self::card());
        self::assertSame([1, 2], array_keys($strips));
        foreach ($strips as $row => $strip) {
            $depths = array_map(static fn (array $s): float => $s['onPaper']->luminance(), $strip->steps);
            $sorted = $depths;
            sort($sorted);
            self::assertSame($sorted, $depths, 'full strength first');
            foreach ($strip->steps as $step) {
                self::assertLessThan($step['onPaper']->luminance(), $step['onBlack']?->luminance() ?? 1.0);
            }
            self::assertGreaterThan($strip->unlifted->luminance(), $strip->lifted->luminance());
            self::assertGreaterThan($strip->lifted->luminance(), $strip->paper->luminance());
            $ratings = array_column(array_map(static fn ($r): array => ['row' => $r->row, 'key' => $r->property, 'value' => $r->value], array_filter(self::card()->ratings, static fn ($r): bool => $r->row === $row)), 'value', 'key');
            self::assertSame([$ratings['staining'], $ratings['granulation']], [$strip->residue, $strip->grain]);
        }
        // The blue granulates, the red does not; its grain has a size and can be seen.
        self::assertGreaterThan(5 * $strips[2]->grain, $strips[1]->grain);
        self::assertGreaterThan(Scale::current()->grain->visibleDl, $strips[1]->grainDeltaL);
        self::assertGreaterThan(0.08, $strips[1]->grainSizeMm);
        self::assertLessThan(0.4, $strips[1]->grainSizeMm);
    }

    public function testAStripSurvivesBeingStored(): void
    {
        foreach (Strip::ofCard(self::card()) as $strip) {
            $stored = json_decode(json_encode($strip->toArray(), JSON_THROW_ON_ERROR), true, flags: JSON_THROW_ON_ERROR);
            self::assertEqualsWithDelta($strip->toArray(), Strip::fromArray($stored)->toArray(), 1e-12);
            self::assertEqualsWithDelta($strip->reference()->toArray(), Strip::fromArray($stored)->reference()->toArray(), 1e-9);
        }
    }

    public function testReferenceDepthIsWhereTheKeyChannelShowsFortyPercentOfThePaper(): void
    {
        foreach (Strip::ofCard(self::card()) as $strip) {
            $at = $strip->at(Scale::current()->depths->reference);
            self::assertNotNull($at);
            self::assertEqualsWithDelta(0.40, $at->toArray()[$strip->key] / $strip->paper->toArray()[$strip->key], 0.002);
            // Deeper is darker, in the same direction of hue.
            $deeper = $strip->at(1.2);
            self::assertNotNull($deeper);
            self::assertLessThan($at->luminance(), $deeper->luminance());
        }
    }

    public function testTheDialAgreesWithTheStripsItPicksFrom(): void
    {
        $strips = array_values(Strip::ofCard(self::card()));
        $stops = DepthDial::stops(array_map(static fn (Strip $s): array => DepthDial::samples($s, $strips[0]->key), $strips));
        foreach (DepthDial::depths() as $i => $depth) {
            foreach ($stops[$i] as $k => $stop) {
                $colour = $strips[$k]->at($depth, $strips[0]->key);
                self::assertSame($colour?->toHex(), $stop['hex'] ?? null);
            }
            if ($stops[$i][0] !== null && $stops[$i][1] !== null) {
                $dE = Difference::ciede2000($strips[0]->at($depth, $strips[0]->key)?->toLab() ?? throw new \LogicException('seen above'), $strips[1]->at($depth, $strips[0]->key)?->toLab() ?? throw new \LogicException('seen above'));
                self::assertEqualsWithDelta($dE, $stops[$i][1]['dE00Above'], 0.006);
                self::assertTrue($stops[$i][1]['seam'], 'a blue and a red never match');
            }
            self::assertNull($stops[$i][0]['dE00Above'] ?? null);
        }
        self::assertSame(array_fill(0, count(DepthDial::depths()), []), DepthDial::stops([]));
    }

    public function testTheJsonSaysTheSameAsTheMeasurement(): void
    {
        $json = MeasurementJson::toArray(self::card());
        self::assertSame(MeasurementJson::FORMAT, $json['format']);
        self::assertSame([Scale::current()->name, Scale::RULES, CardMeasurer::VERSION], [$json['measuredBy']['scale'], $json['measuredBy']['rules'], $json['measuredBy']['meter']]);
        self::assertCount(count(self::card()->layout->cells), $json['cells']);
        foreach ($json['cells'] as $cell) {
            $reading = self::card()->cells[$cell['id']];
            self::assertEqualsWithDelta($reading->lab->toArray(), $cell['lab'], 0.0006);
            self::assertSame($reading->pixels, $cell['pixels']);
            // The drawn polygon lies in the picture, upright but for the turn of the card.
            [[$x0, $y0], [$x1], [, $y2]] = $cell['polygonPx'];
            self::assertGreaterThan(0, min($x0, $y0));
            self::assertGreaterThan($x0, $x1);
            self::assertGreaterThan($y0, $y2);
        }
        foreach ($json['ratings'] as $i => $rating) {
            self::assertEqualsWithDelta(self::card()->ratings[$i]->value, $rating['value'], 0.00006);
            self::assertSame([], array_diff($rating['classes'], $rating['classes95']), 'one uncertainty lies within two');
            self::assertSame([], array_diff($rating['cells'], array_column($json['cells'], 'id')), 'every cell named was read');
        }
        self::assertSame([], $json['fading']);
    }

    public function testThePalestRowOfAFadeStripIsShownHalfAboveHalf(): void
    {
        $layout = Painted::fade();
        $first = (new CardMeasurer(Scale::current()))->measure(Painted::grid(Painted::scan($layout)), $layout);
        $now = (new CardMeasurer(Scale::current()))->measure(Painted::grid(Painted::scan($layout, dose: 20.0)), $layout, first: $first, doseMlxh: 20.0);
        $strip = FadeStrip::ofCard($now)[1];
        self::assertSame(20.0, $strip['doseMlxh']);
        self::assertSame([1, 2, 3], array_column($strip['depths'], 'depth'));
        $green = static fn (string $hex): int => (int) hexdec(substr($hex, 3, 2));
        foreach ($strip['depths'] as $depth) {
            self::assertGreaterThan($green($depth['kept']) + 5, $green($depth['exposed']), 'the exposed half is paler');
        }
        // Before hanging the halves are all but alike.
        foreach (FadeStrip::ofCard($first)[1]['depths'] as $depth) {
            self::assertEqualsWithDelta($green($depth['kept']), $green($depth['exposed']), 6);
        }
    }
}
