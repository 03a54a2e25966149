<?php

declare(strict_types=1);

namespace Tests\Core;

use App\Imaging\PngWriter;
use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Exchange\LayoutJson;
use MarshTrial\Core\Imaging\PictureFault;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Measuring\CardMeasurement;
use MarshTrial\Core\Measuring\CardMeasurer;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;
use Tests\Accuracy\Figures;
use Tests\Accuracy\Series;
use Tests\Support\Painted;

final class MeasuringTest extends TestCase
{
    private static function rating(CardMeasurement $measured, string $property): Rating
    {
        foreach ($measured->ratings as $rating) {
            if ($rating->property === $property) {
                return $rating;
            }
        }
        self::fail("There is no rating of $property.");
    }

    private static function fault(PixelGrid $picture): string
    {
        try {
            (new CardMeasurer(Scale::current()))->measure($picture, Painted::property());
        } catch (PictureFault $e) {
            return $e->getMessage();
        }
        self::fail('This picture should be refused.');
    }

    public function testUpsideDownSimplyWorks(): void
    {
        $scan = Painted::scan(Painted::property());
        $upright = (new CardMeasurer(Scale::current()))->measure(Painted::grid($scan), Painted::property());
        $turned = (new CardMeasurer(Scale::current()))->measure(Painted::upsideDown($scan), Painted::property());
        self::assertGreaterThan(175, abs($turned->scan->pieces['whole']->rotationDeg));
        self::assertContains('scanned upside down; turned by the program', $turned->scan->remarks);
        foreach ($upright->cells as $id => $reading) {
            self::assertLessThan(0.35, Difference::ciede2000($reading->lab, $turned->cells[$id]->lab), $id);
        }
    }

    public function testTwoHundredAndFourHundredDotsPerInch(): void
    {
        foreach ([200.0, 400.0] as $dpi) {
            $scan = Painted::scan(Painted::property(), $dpi);
            $measured = (new CardMeasurer(Scale::current()))->measure(Painted::grid($scan), Painted::property());
            self::assertEqualsWithDelta($dpi, $measured->scan->dpi, 1.0);
            $figures = Figures::ofProperty([Series::compare($measured, $scan->truth)]);
            self::assertTrue(Figures::holds('cell colour, mean dE00', $figures['cell colour, mean dE00']), "$dpi");
            // Grain needs 254 dots per inch; below, the rating says so and gives no number.
            $grain = self::rating($measured, 'granulation');
            self::assertSame($dpi < 254 ? RatingStatus::NotReached : RatingStatus::Measured, $grain->status);
            self::assertSame($dpi < 254, str_contains((string) $grain->reason, '254 dots per inch'));
        }
    }

    public function testPicturesThatCannotBeMeasuredSayWhy(): void
    {
        $scan = Painted::scan(Painted::property());
        self::assertStringContainsString('black all over', self::fault(new PixelGrid(str_repeat("\0", 900 * 600 * 3), 900, 600)));
        self::assertStringContainsString('no card was recognised', strtolower(self::fault(new PixelGrid(str_repeat("\xf0", 900 * 600 * 3), 900, 600))));
        self::assertStringContainsString('Fewer than three marks', self::fault(Painted::covered($scan, 0.9, 0.0, 1.0, 1.0)));
        self::assertStringContainsString('printed code could not be read', self::fault(Painted::covered($scan, 0.82, 0.02, 0.86, 0.09)));
        self::assertMatchesRegularExpression('/has 7[0-9] dots per inch on the card; at least 150 are needed. Scan again at 300/', self::fault(Painted::thinned($scan, 4)));
        self::assertMatchesRegularExpression('/has 14[0-4] dots/', self::fault(Painted::grid(Painted::scan(Painted::property(), 144.0))));
        $other = Painted::scan(Painted::property('33333333-3333-4333-8333-333333333333'), 200.0);
        self::assertStringContainsString('This is a picture of card '.Painted::property('33333333-3333-4333-8333-333333333333')->codeText(), self::fault(Painted::grid($other)));
    }

    public function testAnUnpaintedRowAndALineThatIsNotThereAreSaid(): void
    {
        $scan = Painted::scan(Painted::property());
        $blank = (new CardMeasurer(Scale::current()))->measure(Painted::covered($scan, 0.19, 0.1, 0.96, 0.26), Painted::property());
        foreach (['transparency', 'staining', 'granulation'] as $property) {
            self::assertSame(RatingStatus::NotTested, self::rating($blank, $property)->status, $property);
        }
        $noLine = (new CardMeasurer(Scale::current()))->measure(Painted::covered($scan, 0.19, 0.1, 0.245, 0.26), Painted::property());
        self::assertSame(RatingStatus::NotReached, self::rating($noLine, 'transparency')->status);
        self::assertStringContainsString('black line was not found', (string) self::rating($noLine, 'transparency')->reason);
        self::assertSame(RatingStatus::Measured, self::rating($noLine, 'staining')->status);
    }

    public function testTheGrainOfAJpegIsReadFromLightness(): void
    {
        $layout = Painted::property('44444444-4444-4444-8444-444444444444', 'PB28', 'PY65');
        $scan = Painted::scan($layout, seed: 11);
        $grain = static function (PixelGrid $picture, bool $jpeg) use ($layout): array {
            return array_values(array_filter((new CardMeasurer(Scale::current()))->measure($picture, $layout, new Capture(photo: false, jpeg: $jpeg))->ratings, static fn (Rating $r): bool => $r->property === 'granulation'));
        };
        $image = PngWriter::image($scan);
        $image->setImageFormat('jpeg');
        $image->setImageCompressionQuality(62);
        $lossy = new \Imagick;
        $lossy->readImageBlob($image->getImageBlob());
        $lossy->setImageFormat('rgb');
        [$blue, $yellow] = $grain(new PixelGrid($lossy->getImageBlob(), $scan->width, $scan->height), true);
        [$asIs] = $grain(Painted::grid($scan), false);
        self::assertContains('read from lightness, since the file’s compression thinned out its colours', $blue->remarks);
        self::assertEqualsWithDelta((float) $asIs->value, (float) $blue->value, 0.06 * (float) $asIs->value + 0.005);
        // Nothing of a yellow's grain shows in lightness; what is read from its thinned colour is less sure.
        self::assertStringNotContainsString('read from lightness', implode($yellow->remarks));
        self::assertGreaterThan((float) $blue->uncertainty, (float) $yellow->uncertainty);
        self::assertGreaterThan((float) $asIs->uncertainty, (float) $blue->uncertainty);
    }

    public function testAMissingPieceOfAFadeCardIsNamed(): void
    {
        $scan = Painted::scan(Painted::fade());
        $this->expectException(PictureFault::class);
        $this->expectExceptionMessage('exposed piece');
        (new CardMeasurer(Scale::current()))->measure(Painted::covered($scan, 0.5, 0.0, 1.0, 1.0), Painted::fade());
    }

    /** A defect planted in the stand-in (a lamp that is 4 % too warm) or in the measuring (cells read 6 mm off along the stroke) fails the bounds. */
    public function testPlantedDefectsAreNoticed(): void
    {
        $layout = Series::propertyCard(1);
        $scan = Painted::scan($layout, seed: 1);
        $warm = $scan->data;
        for ($i = 2, $n = strlen($warm); $i < $n; $i += 3) {
            $warm[$i] = chr((int) (ord($warm[$i]) * 0.96));
        }
        $lamp = Figures::ofProperty([Series::compare((new CardMeasurer(Scale::current()))->measure(new PixelGrid($warm, $scan->width, $scan->height), $layout), $scan->truth)]);
        self::assertFalse(Figures::holds('cell colour, mean dE00', $lamp['cell colour, mean dE00']));

        $moved = json_decode((string) json_encode(LayoutJson::toArray($layout)), true);
        foreach ($moved['cells'] as $i => $cell) {
            $moved['cells'][$i]['polygon'] = array_map(static fn (array $p): array => [$p[0] + 6.0, $p[1]], $cell['polygon']);
        }
        $off = Series::compare((new CardMeasurer(Scale::current()))->measure(Painted::grid($scan), LayoutJson::fromArray($moved)), $scan->truth);
        self::assertFalse(Figures::holds('cells within 1.0 dE00', Figures::ofProperty([$off])['cells within 1.0 dE00']));
    }
}
