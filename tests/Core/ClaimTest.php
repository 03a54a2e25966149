<?php

declare(strict_types=1);

namespace Tests\Core;

use App\Imaging\Improvements;
use App\Imaging\PngWriter;
use MarshTrial\Core\Capture\Capture;
use MarshTrial\Core\Capture\Claim;
use MarshTrial\Core\Capture\PaperCheck;
use MarshTrial\Core\Capture\PixelCheck;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Readings;
use MarshTrial\Core\Imaging\PictureFault;
use MarshTrial\Core\Imaging\PixelGrid;
use MarshTrial\Core\Measuring\CardMeasurer;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Simulation\Scan;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Painted;

/** What a file's own word for its colours is worth, and what gives a device away. */
final class ClaimTest extends TestCase
{
    private static function card(): CardLayout
    {
        return Painted::property('17171717-1717-4717-8717-171717171717', 'PB28', 'PR254', 'PY65');
    }

    private static function scan(): Scan
    {
        return Painted::scan(self::card(), 200.0);
    }

    private static function improved(string $name, float $strength, ?callable $also = null): PixelGrid
    {
        $image = PngWriter::image(self::scan());
        Improvements::apply($image, $name, $strength);
        $also === null || $also($image);
        $image->setImageDepth(8);
        $image->setImageFormat('rgb');

        return new PixelGrid($image->getImageBlob(), $image->getImageWidth(), $image->getImageHeight());
    }

    private static function paper(float $l = 94.2, float $a = 0.0, float $b = 3.0): LinearRgb
    {
        return (new Lab($l, $a, $b))->toXyz()->toLinearRgb();
    }

    public function testUsualPaperAndPrintGiveNothingAway(): void
    {
        $claim = Claim::of(self::paper(), 0.028);
        self::assertNull($claim->sign());
        self::assertGreaterThan(0.3, $claim->unchanged());
        // What nothing gives away still has the uncertainty that such a claim deserves.
        foreach ([new Lab(60, 40, 20), new Lab(50, 0, 0), new Lab(75, -20, 50)] as $lab) {
            $stated = $claim->uncertainty95($lab->toXyz()->toLinearRgb());
            self::assertGreaterThan(2.0, $stated);
            self::assertLessThan(5.5, $stated);
        }
    }

    public function testPaperLighterThanPaperAndBlackBlackerThanPrintAreSigns(): void
    {
        self::assertStringContainsString('contrast', (string) Claim::of(self::paper(99.5), 0.006)->sign());
        self::assertStringContainsString('exposed', (string) Claim::of(self::paper(86.0), 0.023)->sign());
        self::assertNotNull(Claim::of(self::paper(94, -1, -16), 0.028)->sign());
        // Colours that were fitted to the paper say nothing by it, and stay with it.
        $fixed = Claim::of(self::paper(86.0), 0.023, true);
        self::assertNull($fixed->sign());
        self::assertLessThan(0.2, $fixed->uncertainty95(self::paper(86.0)));
    }

    public function testWhatAToneCurveCannotChangeKeepsItsNarrowRange(): void
    {
        $claim = Claim::of(self::paper(), 0.028);
        [$one, $two] = [new LinearRgb(0.5, 0.3, 0.2), new LinearRgb(0.5, 0.3, 0.2)];
        self::assertSame(0.0, $claim->spread(static fn (array $c): float => Difference::ciede2000($c[0]->toLab(), $c[1]->toLab()), [$one, $two]));
        // The hue of a grey axis turns with balance; the ratio of two deposits hardly moves under a power.
        $ratio = static fn (array $c): float => log($c[0]->g / $c[2]->g) / log($c[1]->g / $c[2]->g);
        self::assertLessThan(0.06, $claim->spread($ratio, [new LinearRgb(0.6, 0.5, 0.6), new LinearRgb(0.5, 0.33, 0.5), self::paper()]));
    }

    /** @param array{0: string, 1: float} $how */
    #[DataProvider('improvements')]
    public function testAnImprovedScanIsWideEnoughOrRefused(array $how, bool $refused): void
    {
        [$name, $strength] = $how;
        try {
            $measured = (new CardMeasurer(Scale::current()))->measure(self::improved($name, $strength), self::card());
            self::assertFalse($refused, $name);
        } catch (PictureFault $e) {
            self::assertTrue($refused, $name);
            self::assertStringContainsString('automatic levels', $e->getMessage());

            return;
        }
        $inside = $all = 0;
        foreach (self::scan()->truth['cells'] as $cell) {
            $inside += Difference::ciede2000(new Lab(...$cell['lab']), $measured->cells[$cell['id']]->lab) <= $measured->cells[$cell['id']]->uncertainty95 ? 1 : 0;
            $all++;
        }
        self::assertGreaterThan(0.7, $inside / $all, $name);
    }

    /** @return list<array{0: array{0: string, 1: float}, 1: bool}> */
    public static function improvements(): array
    {
        return [[['none', 0.0], false], [['gamma', 0.6], false], [['s-curve', 0.5], false], [['saturation', 0.6], false], [['black point', 0.4], false], [['exposure', -0.8], false], [['grey world', 0.5], false], [['auto levels', 0.0], true]];
    }

    public function testHalosOfSharpeningAreTold(): void
    {
        $says = static fn (?callable $also): string => implode(' ', (new CardMeasurer(Scale::current()))->measure(self::improved('none', 0.0, $also), self::card())->scan->poor());
        self::assertStringNotContainsString('halos', $says(null));
        self::assertStringContainsString('halos', $says(static fn (\Imagick $i) => Improvements::sharpen($i, 0.8)));
        $quality = static fn (int $q): string => implode(' ', (new CardMeasurer(Scale::current()))->measure(Painted::grid(self::scan()), self::card(), new Capture(jpeg: true, quality: $q))->scan->poor());
        self::assertStringContainsString('compression', $quality(69));
        self::assertStringNotContainsString('compression', $quality(70));
    }

    public function testGreyAndPalettesAreRefusedByName(): void
    {
        $grid = static function (callable $colour): PixelGrid {
            $data = '';
            for ($i = 0; $i < 160 * 160; $i++) {
                [$r, $g, $b] = $colour($i);
                $data .= chr($r).chr($g).chr($b);
            }

            return new PixelGrid($data, 160, 160);
        };
        $of = static fn (int $n): callable => static fn (int $i): array => [$i * 7919 % $n % 256, 60 + intdiv($i * 7919 % $n, 256), 200];
        PixelCheck::colours($grid($of(400)));
        self::assertStringContainsString('256 colours', self::fault(static fn () => PixelCheck::colours($grid($of(256)))));
        $grey = static fn (int $apart): callable => static fn (int $i): array => [$i * 31 % 250, $i * 31 % 250 + $apart, $i * 31 % 250 + ($i % 7)];
        self::assertStringContainsString('shades of grey', self::fault(static fn () => PixelCheck::colours($grid(static fn (int $i): array => [$i * 31 % 250, $i * 31 % 250 + 1, $i * 31 % 250 + 2]))));
        PixelCheck::colours($grid($grey(3)));
        // A printed sheet that a program drew on off-white holds few colours by right: all lie between paper and black. One that does not is a palette.
        $drawn = static fn (int $off): callable => static fn (int $i): array => [(int) round(244 * ($t = $i % 200 / 199)), (int) round(242 * $t), min(255, (int) round(226 * $t) + ($i % 200 === 150 ? $off : 0))];
        PixelCheck::colours($grid($drawn(2)));
        self::assertStringContainsString('saved with a palette', self::fault(static fn () => PixelCheck::colours($grid($drawn(4)))));
    }

    public function testAMirroredCardIsRefusedByName(): void
    {
        $flop = static fn (\Imagick $i) => $i->flopImage();
        self::assertStringContainsString('mirrored', self::fault(static fn () => (new CardMeasurer(Scale::current()))->measure(self::improved('none', 0.0, $flop), self::card())));
    }

    public function testPaperAndPrintDoubtACalibration(): void
    {
        $of = static fn (Lab $paper, float $print = 0.028, ?Lab $known = null, ?Lab $sheet = null, bool $profile = false): float => PaperCheck::of($paper, $print, $known, $sheet, $profile)->doubt;
        self::assertSame(0.0, $of(new Lab(94, 0, 3)));
        self::assertSame([0.0, 0.1], [$of(new Lab(98.0, 0, 3)), round($of(new Lab(98.1, 0, 3)), 6)]);
        self::assertSame([0.0, 0.1], [$of(new Lab(90.0, 0, 3)), round($of(new Lab(89.9, 0, 3)), 6)]);
        self::assertSame([0.0, 0.5], [$of(new Lab(94, 0, 10.5)), round($of(new Lab(94, 0, 11.0)), 6)]);
        self::assertSame(0.0, $of(new Lab(94, 0, 3), exp(-3.55 + 1.09)));
        self::assertGreaterThan(0.0, $of(new Lab(94, 0, 3), exp(-3.55 + 1.2)));
        // A paper whose colour is known is held to it, within two units; a profile's own sheet in lightness.
        self::assertSame(0.0, $of(new Lab(94, 0, 3), 0.028, new Lab(92.5, 0, 3)));
        self::assertGreaterThan(0.5, $of(new Lab(94, 0, 3), 0.028, new Lab(89, 0, 3)));
        self::assertSame(0.0, $of(new Lab(94, 0, 3), 0.028, null, new Lab(92.1, 0, 0), true));
        self::assertEqualsWithDelta(1.0, $of(new Lab(94, 0, 3), 0.028, null, new Lab(90, 0, 0), true), 1e-9);
    }

    /** A measurement file for another observer or light tells other numbers. */
    public function testOtherObserversAndLightsAreRefusedByName(): void
    {
        $file = static fn (string $head): string => "CGATS.17\n$head\nNUMBER_OF_FIELDS 4\nBEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nNUMBER_OF_SETS 1\nBEGIN_DATA\n1 50 10 10\nEND_DATA\n";
        self::assertCount(1, Readings::of($file('ILLUMINANT "D50"'."\n".'OBSERVER "2"')));
        self::assertCount(1, Readings::of($file('WEIGHTING_FUNCTION "ILLUMINANT, D65"')));
        self::assertStringContainsString('10 degree', self::fault(static fn () => Readings::of($file('OBSERVER "10"'))));
        self::assertStringContainsString('illuminant F11', self::fault(static fn () => Readings::of($file('ILLUMINANT_NAME "F11"'))));
    }

    private static function fault(callable $work): string
    {
        try {
            $work();
        } catch (CoreException $e) {
            return $e->getMessage();
        }
        self::fail('It should be refused.');
    }
}
