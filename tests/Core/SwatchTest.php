<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\PocketFrame;
use MarshTrial\Core\Card\PocketPrinter;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Measuring\CardMeasurement;
use MarshTrial\Core\Measuring\CardMeasurer;
use MarshTrial\Core\Measuring\FirstLook;
use MarshTrial\Core\Rating\PaintEffect;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\CameraStandIn;
use MarshTrial\Core\Simulation\Scan;
use MarshTrial\Core\Simulation\ScannerStandIn;
use MarshTrial\Core\Simulation\Shot;
use MarshTrial\Core\Simulation\SwatchStandIn;
use MarshTrial\Core\Swatch\ThinMarks;
use PHPUnit\Framework\TestCase;

/** Swatches of any time through the pocket frame. */
final class SwatchTest extends TestCase
{
    private const UUID = '5a7c0000-0000-4000-8000-000000000001';

    private static function measured(Scan|PixelGrid $picture, bool $photo = false): CardMeasurement
    {
        $grid = $picture instanceof Scan ? new PixelGrid($picture->data, $picture->width, $picture->height) : $picture;

        return (new CardMeasurer(Scale::current()))->measure($grid, PocketFrame::layout(self::UUID, ''), new Capture(photo: $photo));
    }

    private static function fault(Scan|PixelGrid $picture, bool $photo = false): string
    {
        try {
            self::measured($picture, $photo);
        } catch (CoreException $e) {
            return $e->getMessage();
        }
        self::fail('It was measured.');
    }

    public function testTheFrameHoldsItsWindowMarksAndCodeApart(): void
    {
        $piece = PocketFrame::piece('pocket');
        $window = PocketFrame::window();
        self::assertTrue($piece->outline->holds($window));
        foreach ($piece->marks as $mark) {
            self::assertTrue($piece->outline->holds(Rect::around($mark->centre->x, $mark->centre->y, 6, 6)));
            self::assertGreaterThan(3.0, max($window->x - $mark->centre->x, $mark->centre->x - $window->right(), $window->y - $mark->centre->y, $mark->centre->y - $window->bottom()));
        }
        self::assertLessThan($window->y, $piece->codeArea->bottom());
        // All words lie on the frame, and on neither window nor code.
        foreach (PocketFrame::words() as $word) {
            $b = $word->bounds();
            self::assertTrue($b->y >= $window->bottom() || $b->bottom() <= $window->y, $word->text);
            self::assertTrue($b->y >= $piece->codeArea->bottom() && $b->bottom() <= $piece->outline->bottom(), $word->text);
        }
        $read = CardCode::fromBits(PocketFrame::code()->bits());
        self::assertNotNull($read);
        self::assertTrue(PocketFrame::isToldBy($read));
        self::assertFalse(PocketFrame::isToldBy(CardCode::forCard(self::UUID, 'whole')));
        self::assertFalse(PocketFrame::isToldBy(CardCode::numbered(2, 'pocket')));
        self::assertSame(24, substr_count(PocketPrinter::sheet(), 'r="3"'), 'four marks on each of six frames');
    }

    public function testASwatchIsMeasuredThroughItAndSaysWhatItDoesNotShow(): void
    {
        $drawer = SwatchStandIn::of(['PB29'], 3, ['patch']);
        $measured = self::measured(ScannerStandIn::scan($drawer->layout, 3, 300));
        $swatch = $measured->swatches[0];
        self::assertNull($swatch->problem);
        self::assertNotNull($swatch->paper);
        self::assertSame('red', $swatch->key);
        $roles = array_map(static fn ($c): string => $c->role->value, $swatch->cells);
        self::assertContains('wash', $roles);
        foreach ($swatch->cells as $cell) {
            $true = $drawer->seen(1, $cell->area)?->toLab();
            self::assertNotNull($true);
            // A scan nobody calibrated says so with its range, and holds it; this one sees as the eye does.
            self::assertLessThan(1.5, Difference::ciede2000($true, $swatch->readings[$cell->id]->lab), $cell->id);
            self::assertGreaterThan(1.0, $swatch->readings[$cell->id]->uncertainty95);
        }
        $by = array_column(array_map(static fn (Rating $r): array => [$r->property, $r], $measured->ratings), 1, 0);
        self::assertEqualsCanonicalizing(array_map(static fn (Property $p): string => $p->value, Property::cases()), array_keys($by));
        foreach ($by as $property => $rating) {
            self::assertSame('laid-over-a-swatch 1', $rating->protocol);
            if ($property !== 'granulation') {
                self::assertSame(RatingStatus::NotReached, $rating->status, $property);
            }
        }
        self::assertStringContainsString('No black line', (string) $by['transparency']->reason);
        self::assertStringContainsString('on a card', (string) $by['staining']->reason);
        $wash = array_values(array_filter($swatch->cells, static fn ($c): bool => $c->role === CellRole::Wash))[0];
        self::assertEqualsWithDelta($drawer->grain(1, $wash->area, 0), $by['granulation']->value, 1.96 * (float) $by['granulation']->uncertainty);
    }

    public function testALineBeneathTellsTransparencyAndWordsAreLeftOut(): void
    {
        // The same paint, with a line under it, and with words over it.
        foreach ([1 => 'PR254', 2 => 'PY65'] as $seed => $code) {
            $drawer = SwatchStandIn::of([$code], $seed, ['line']);
            $measured = self::measured(ScannerStandIn::scan($drawer->layout, $seed, 300));
            $rating = array_values(array_filter($measured->ratings, static fn (Rating $r): bool => $r->property === 'transparency'))[0];
            self::assertSame(RatingStatus::Measured, $rating->status, (string) $rating->reason);
            self::assertEqualsWithDelta($drawer->transparency(1)[0], $rating->value, 1.96 * (float) $rating->uncertainty);
            self::assertStringContainsString('scaled from', implode($rating->remarks));
        }
    }

    public function testWithoutBarePaperOnlyColoursAreTold(): void
    {
        $drawer = SwatchStandIn::of(['PV19'], 4, ['full']);
        $measured = self::measured(ScannerStandIn::scan($drawer->layout, 4, 200));
        $swatch = $measured->swatches[0];
        self::assertNull($swatch->paper);
        self::assertSame([], $swatch->deposits);
        self::assertStringContainsString('no bare paper', implode($swatch->remarks));
        self::assertNotSame([], $swatch->cells);
        foreach ($measured->ratings as $rating) {
            self::assertSame(RatingStatus::NotReached, $rating->status, $rating->property);
        }
    }

    public function testBarePaperAloneIsRefusedAndSoIsAPictureWithoutAFrame(): void
    {
        $bare = SwatchStandIn::of(['PB29'], 5, ['bare']);
        self::assertStringContainsString('The window shows bare paper', self::fault(ScannerStandIn::scan($bare->layout, 5, 200)));
        self::assertStringContainsString('No pocket frame was recognised', self::fault(new PixelGrid(str_repeat("\xf0\xee\xea", 900 * 700), 900, 700)));
    }

    public function testSeveralPlacingsAreReadInOrderHoweverTheyLie(): void
    {
        $drawer = SwatchStandIn::of(['PB29', 'PY65'], 6, ['patch', 'patch']);
        $scan = ScannerStandIn::scan($drawer->layout, 6, 200);
        $measured = self::measured($scan);
        self::assertCount(2, $measured->swatches);
        $hue = static fn (CardMeasurement $m, int $i): float => $m->swatches[$i]->readings['r'.($i + 1).'-wash']->lab->b;
        self::assertLessThan(-10, $hue($measured, 0));
        self::assertGreaterThan(20, $hue($measured, 1));
        // Upside down: the same two, the other one first.
        $turned = '';
        foreach (array_reverse(str_split($scan->data, 3)) as $pixel) {
            $turned .= $pixel;
        }
        $again = self::measured(new PixelGrid($turned, $scan->width, $scan->height));
        self::assertGreaterThan(20, $hue($again, 0));
        self::assertEqualsWithDelta(180.0, abs($again->scan->pieces['pocket-2']->rotationDeg - $measured->scan->pieces['pocket-1']->rotationDeg), 1.0);
        // Mirrored: told by name.
        $mirrored = implode('', array_map(static fn (string $line): string => implode('', array_reverse(str_split($line, 3))), str_split($scan->data, 3 * $scan->width)));
        self::assertStringContainsString('mirrored', self::fault(new PixelGrid($mirrored, $scan->width, $scan->height)));
    }

    public function testHalfACodeIsSaidAndTheOtherFrameIsKept(): void
    {
        $drawer = SwatchStandIn::of(['PB29'], 7, ['patch']);
        $scan = ScannerStandIn::scan($drawer->layout, 7, 200);
        $placed = self::measured($scan)->scan->pieces['pocket-1'];
        $code = $placed->piece->codeArea;
        [$u, $v] = $placed->placement->map($code->x + 8, $code->centre()->y);
        $data = $scan->data;
        // A thumb over half of it.
        for ($y = (int) $v - 70; $y < (int) $v + 70; $y++) {
            $data = substr_replace($data, str_repeat("\xd0\xa0\x90", 140), 3 * ($y * $scan->width + max(0, (int) $u - 70)), 420);
        }
        self::assertMatchesRegularExpression('/code of the pocket frame could not be read|Fewer than three marks/', self::fault(new PixelGrid($data, $scan->width, $scan->height)));
    }

    public function testTwoPaintsInOneWindowAreSaidAndNotMixed(): void
    {
        $scans = array_map(static fn (string $code): Scan => ScannerStandIn::scan(SwatchStandIn::of([$code], 11, ['two'])->layout, 11, 200), ['PB29', 'PY65']);
        $placed = self::measured($scans[0])->scan->pieces['pocket-1'];
        $centre = $placed->piece->outline->centre();
        [[$u0, $v0], [$u1, $v1]] = [$placed->placement->map($centre->x, $centre->y), $placed->placement->map($centre->x, $centre->y + 10)];
        $data = '';
        $stride = 3 * $scans[0]->width;
        for ($v = 0; $v < $scans[0]->height; $v++) {
            // Left of the window's middle the one, right of it the other.
            $cut = 3 * max(0, min($scans[0]->width, (int) ($u0 + ($v - $v0) * ($u1 - $u0) / ($v1 - $v0))));
            $data .= substr($scans[0]->data, $v * $stride, $cut).substr($scans[1]->data, $v * $stride + $cut, $stride - $cut);
        }
        self::assertStringContainsString('two colours', self::fault(new PixelGrid($data, $scans[0]->width, $scans[0]->height)));
    }

    public function testWhatIsBrighterThanItsPaperMayBeFluorescent(): void
    {
        $scan = ScannerStandIn::scan(SwatchStandIn::of(['PO48'], 12, ['patch'])->layout, 12, 200);
        self::assertSame([], self::measured($scan)->swatches[0]->outshines);
        $glowing = '';
        foreach (str_split($scan->data, 3) as $pixel) {
            // A paint that sends back more red than falls on it.
            $glowing .= ord($pixel[2]) < 0.8 * ord($pixel[0]) ? "\xff".$pixel[1].$pixel[2] : $pixel;
        }
        self::assertSame(['red'], self::measured(new PixelGrid($glowing, $scan->width, $scan->height))->swatches[0]->outshines);
    }

    public function testAPhotographTakesItsWhiteFromTheSwatchAndSaysThatItIsNotSure(): void
    {
        $drawer = SwatchStandIn::of(['PR254'], 8, ['patch']);
        $shot = new Shot(2400, 1800, tiltDeg: 14, towardsDeg: 70, rollDeg: 4, uneven: 1.2, kelvin: 5000, exposure: 0.8, noise: 1.0);
        $measured = self::measured(CameraStandIn::shoot($drawer->layout, 8, $shot), true);
        $swatch = $measured->swatches[0];
        self::assertEqualsWithDelta(94.0, $swatch->readings['r1-paper']->lab->l, 0.5);
        self::assertStringContainsString('never measured', implode($swatch->remarks));
        foreach ($swatch->cells as $cell) {
            $reading = $swatch->readings[$cell->id];
            self::assertLessThan($reading->uncertainty95, Difference::ciede2000($reading->lab, ($drawer->seen(1, $cell->area) ?? new LinearRgb(0, 0, 0))->toLab()), $cell->id);
            self::assertGreaterThan(3.0, $reading->uncertainty95);
        }
    }

    public function testASmallCopyIsLookedAtFirst(): void
    {
        $drawer = SwatchStandIn::of(['PB29'], 9, ['patch']);
        $small = static fn (Scan $s): PixelGrid => new PixelGrid($s->data, $s->width, $s->height);
        $sharp = CameraStandIn::shoot($drawer->layout, 9, new Shot(1400, 1050, tiltDeg: 8, noise: 0.8));
        $look = FirstLook::at($small($sharp), PocketFrame::layout(self::UUID, ''), 2.8);
        self::assertSame([true, 1, []], [$look->found, $look->placings, $look->says]);
        // As it would be at that size, it is too coarse; the small copy of a large one is not.
        $far = CameraStandIn::shoot(SwatchStandIn::of(['PB29'], 9, ['patch'])->layout, 9, new Shot(520, 390));
        $seen = FirstLook::at($small($far), PocketFrame::layout(self::UUID, ''), 1.0);
        self::assertNotSame([], $seen->says);
        $bright = FirstLook::at($small(CameraStandIn::shoot($drawer->layout, 9, new Shot(1400, 1050, exposure: 2.2))), PocketFrame::layout(self::UUID, ''), 2.8);
        self::assertNotSame([], $bright->says);
        $none = FirstLook::at(new PixelGrid(str_repeat("\xf0\xee\xea", 900 * 700), 900, 700), PocketFrame::layout(self::UUID, ''), 3.0);
        self::assertFalse($none->found);
        self::assertStringContainsString('No pocket frame', $none->says[0]);
    }

    public function testAPenIsToldFromGrain(): void
    {
        $scale = Scale::current()->swatch;
        $columns = $rows = 48;
        $plain = array_fill(0, $columns * $rows, 0.6);
        $stroke = $plain;
        $wide = $plain;
        for ($y = 0; $y < $rows; $y++) {
            for ($x = 20; $x < 23; $x++) {
                $stroke[$y * $columns + $x] = 0.08;
            }
            for ($x = 20; $x < 32; $x++) {
                $wide[$y * $columns + $x] = 0.08;
            }
        }
        self::assertSame(0, substr_count(ThinMarks::in($scale, $plain, $columns, $rows), '1'));
        $seen = ThinMarks::in($scale, $stroke, $columns, $rows);
        self::assertSame('1', $seen[24 * $columns + 21]);
        self::assertSame('0', $seen[24 * $columns + 40]);
        // Three millimetres of dark are a line or paint, no pen.
        self::assertSame('0', ThinMarks::in($scale, $wide, $columns, $rows)[24 * $columns + 26]);
        // Grain that scatters as much to the bright side stays paint.
        $grain = array_map(static fn (float $v, int $i): float => $v * exp(0.35 * sin(2.1 * $i) * cos(0.7 * intdiv($i, 48))), $plain, array_keys($plain));
        self::assertLessThan(0.1 * $columns * $rows, substr_count(ThinMarks::in($scale, $grain, $columns, $rows), '1'));
    }

    public function testPaintsThatMisleadHoldBackWhatCannotBeSaid(): void
    {
        $of = static fn (Property $p): Rating => Rating::measured(Scale::current(), 1, $p->value, 0.01, 0.002, ['a' => 0.015, 'b' => INF], 0.92, [], [], [], '');
        $held = PaintEffect::held([PaintEffect::Shimmering], $of(Property::Transparency));
        self::assertSame([RatingStatus::Undecidable, null, []], [$held->status, $held->value, $held->classes]);
        self::assertStringContainsString('shimmers', (string) $held->reason);
        self::assertSame(0.01, PaintEffect::held([PaintEffect::Shimmering], $of(Property::Staining))->value);
        $lamp = PaintEffect::held([PaintEffect::Fluorescent], $of(Property::Lightfastness));
        self::assertSame(0.01, $lamp->value);
        self::assertStringContainsString('this light and this device only', implode($lamp->remarks));
        self::assertSame([], PaintEffect::held([PaintEffect::Fluorescent], $of(Property::Granulation))->remarks);
        self::assertSame([PaintEffect::Shimmering], PaintEffect::list(['shimmering', 'glossy']));
        self::assertSame([], PaintEffect::list(null));
    }
}
