<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\FiducialShape;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\SvgPrinter;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\LayoutJson;
use PHPUnit\Framework\TestCase;
use Tests\Support\Painted;

final class CardTest extends TestCase
{
    public function testTheCodeSurvivesReadingAndAnyOneWrongModuleIsNoticed(): void
    {
        $bits = CardCode::forCard('12345678-1234-4234-8234-1234567890ab', 'exposed')->bits();
        self::assertSame('exposed', CardCode::fromBits($bits)?->piece);
        self::assertSame(0x34567890AB, CardCode::fromBits($bits)->number);
        for ($i = 0; $i < 64; $i++) {
            $wrong = $bits;
            $wrong[$i] ^= 1;
            self::assertNull(CardCode::fromBits($wrong), "module $i");
        }
    }

    /** CRC-16 with polynomial 0x1021 and start 0xFFFF of "123456789" is 0x29B1 (published check value of CRC-16/CCITT-FALSE). */
    public function testTheChecksumIsThePublishedOne(): void
    {
        self::assertSame(0x29B1, (new \ReflectionMethod(CardCode::class, 'crc'))->invoke(null, '123456789'));
    }

    public function testEverythingOnACardLiesWhereItBelongs(): void
    {
        foreach ([Painted::property('11111111-1111-4111-8111-111111111111', ...array_fill(0, 6, 'PB28')), Painted::fade('22222222-2222-4222-8222-222222222222', ...array_fill(0, 6, 'PV3'))] as $layout) {
            foreach ($layout->pieces as $piece) {
                self::assertSame([FiducialShape::Ring, FiducialShape::Disc, FiducialShape::Disc, FiducialShape::Disc], array_column($piece->marks, 'shape'));
                self::assertLessThanOrEqual(CardLayout::PAGE_WIDTH_MM, $piece->outline->right());
                self::assertLessThanOrEqual(CardLayout::PAGE_HEIGHT_MM, $piece->outline->bottom());
            }
            foreach ($layout->cells as $cell) {
                $in = array_filter($layout->windowsOf($cell->row, $cell->piece), static fn ($w): bool => $cell->area->x >= $w->area->x && $cell->area->right() <= $w->area->right()
                    && $cell->area->y >= $w->area->y && $cell->area->bottom() <= $w->area->bottom());
                self::assertCount(1, $in, $cell->id);
            }
            self::assertSame(count($layout->cells), count(array_unique(array_column($layout->cells, 'id'))));
            self::assertEquals(LayoutJson::toArray($layout), LayoutJson::toArray(LayoutJson::fromArray(json_decode((string) json_encode(LayoutJson::toArray($layout)), true))));
        }
    }

    public function testAStrokeIsSampledAtEightDepthsOrMoreOnPaperAndOnBlack(): void
    {
        $layout = Painted::property();
        self::assertGreaterThanOrEqual(8, count($layout->cellsOf(1, CellRole::StrokeBlack)));
        self::assertCount(2 * count($layout->cellsOf(1, CellRole::StrokeBlack)), $layout->cellsOf(1, CellRole::StrokePaper));
    }

    public function testACardTakesOneToSixPaints(): void
    {
        foreach ([[], array_fill(0, 7, 'PB28')] as $pigments) {
            try {
                PropertyCard::layout('11111111-1111-4111-8111-111111111111', 't', Painted::rows(...$pigments));
                self::fail('This card should be refused.');
            } catch (CoreException $e) {
                self::assertStringContainsString('one to 6 paints', $e->getMessage());
            }
        }
    }

    public function testBothPrintsHaveOneGeometryAtTrueSize(): void
    {
        $layout = Painted::property();
        $onto = simplexml_load_string(SvgPrinter::print($layout, false));
        $frame = simplexml_load_string(SvgPrinter::print($layout, true));
        self::assertNotFalse($onto);
        self::assertNotFalse($frame);
        $places = static fn (\SimpleXMLElement $svg): array => array_map(static fn ($c): string => "$c[cx] $c[cy] $c[r]", iterator_to_array($svg->circle, false));
        self::assertSame('297mm', (string) $onto['width']);
        self::assertSame('0 0 297 210', (string) $onto['viewBox']);
        self::assertSame($places($onto), $places($frame));
        $text = static fn (\SimpleXMLElement $svg): string => implode(' ', array_map(strval(...), iterator_to_array($svg->text, false)));
        foreach (['Test paint 0', 'PB28', $layout->codeText(), 'row 1', 'Withy Colours', 'Contains cobalt', 'safety data sheet'] as $label) {
            self::assertStringContainsString($label, $text($onto));
        }
        foreach (['KEPT', 'EXPOSED', 'masstone', 'middle', 'tint'] as $label) {
            self::assertStringContainsString($label, SvgPrinter::print(Painted::fade(), true));
        }
        // The black line is printed on painting paper and only ticked on the frame, where it is ruled by hand.
        $black = static fn (\SimpleXMLElement $svg): int => count(array_filter(iterator_to_array($svg->rect, false), static fn ($r): bool => (float) $r['height'] === CardLayout::LINE_MM && (float) $r['width'] > 100));
        self::assertSame([1, 0], [$black($onto), $black($frame)]);
    }

    public function testALayoutThatIsNoneIsRefused(): void
    {
        $good = LayoutJson::toArray(Painted::property());
        foreach ([null, [], ['format' => 'x'], [...$good, 'version' => 99], [...$good, 'cells' => [['id' => 'a']]], [...$good, 'kind' => 'mixing']] as $bad) {
            try {
                LayoutJson::fromArray($bad);
                self::fail('This layout should be refused.');
            } catch (CoreException $e) {
                self::assertStringContainsString('layout', $e->getMessage());
            }
        }
    }
}
