<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Illuminant;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\Spectrum;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\Cgats;
use MarshTrial\Core\Exchange\Readings;
use MarshTrial\Core\Exchange\Sample;
use MarshTrial\Core\Instrument\Matching;
use MarshTrial\Core\Instrument\Metamerism;
use MarshTrial\Core\Instrument\Plausibility;
use MarshTrial\Core\Simulation\InstrumentStandIn;
use MarshTrial\Core\Simulation\Sensor;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\Painted;

/** Files of instruments, and what is made of their readings. */
final class InstrumentTest extends TestCase
{
    public function testAMeasurementFileInAnyShape(): void
    {
        $text = "CGATS.17\r\nORIGINATOR \"a # inside quotes\"\r\n# a comment\r\nILLUMINANT_NAME D65\r\nBEGIN_DATA_FORMAT\r\nLAB_B SAMPLE_NAME\tLAB_L LAB_A\r\nEND_DATA_FORMAT\r\nBEGIN_DATA\r\n"
            ."10,5 \"r1 Wash\"\t50.25 -20 # trailing\r\n5\tno-lightness\r\n7 r1-paper 95 N/A\r\n-3.5 \"say \"\"red\"\"\" 40 30\r\nEND_DATA\r\n"
            ."BEGIN_DATA_FORMAT\r\nSAMPLE_ID XYZ_X XYZ_Y XYZ_Z\r\nEND_DATA_FORMAT\r\nBEGIN_DATA\r\n1 95.047 100 108.883\r\nEND_DATA\r\n";
        $tables = Cgats::read($text);
        self::assertCount(2, $tables);
        self::assertSame('a # inside quotes', $tables[0]->keywords['ORIGINATOR']);
        $samples = $tables[0]->samples();
        self::assertSame(['r1 Wash', 'say "red"'], array_map(static fn (Sample $s): string => $s->name, $samples));
        self::assertEqualsWithDelta([50.25, -20.0, 10.5], $samples[0]->lab->toArray(), 0.02);
        // The second table keeps the light; the first sample of it is the white.
        self::assertLessThan(0.2, Difference::ciede2000(new Lab(100, 0, 0), $tables[1]->samples()[0]->lab));
    }

    #[DataProvider('brokenFiles')]
    public function testABrokenFileSaysWhy(string $text, string $why): void
    {
        $this->expectException(CoreException::class);
        $this->expectExceptionMessage($why);
        Readings::of($text);
    }

    /** @return array<string, array{0: string, 1: string}> */
    public static function brokenFiles(): array
    {
        return [
            'empty' => ['', 'no BEGIN_DATA'],
            'a picture' => ["\x89PNG\r\n\x1a\n\0\0\0\rIHDR", 'not a text file'],
            'no format' => ["BEGIN_DATA\n1 2 3\nEND_DATA\n", 'BEGIN_DATA_FORMAT is missing'],
            'cut off' => ["BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n1 50 0 0\n", 'END_DATA is missing'],
            'too many values' => ["BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L\nEND_DATA_FORMAT\nBEGIN_DATA\n1 50 0 0\nEND_DATA\n", 'Line 5'],
            'no colour' => ["BEGIN_DATA_FORMAT\nSAMPLE_ID RGB_R\nEND_DATA_FORMAT\nBEGIN_DATA\n1 50\nEND_DATA\n", 'tells no colour'],
            'nothing complete' => ["BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n1 50\nEND_DATA\n", 'complete colour'],
        ];
    }

    public function testWhatIsWrittenReadsBack(): void
    {
        $spectrum = Sensor::spectrum('some paint', 0.6, 0.2, 0.1);
        $samples = [new Sample('r1-wash', $spectrum->toLab(Illuminant::d65()), $spectrum), new Sample('a "quoted" name', new Lab(60, 10, -20))];
        $back = Readings::of(Readings::write($samples, ['DESCRIPTOR' => 'say "so"']));
        foreach ($samples as $i => $sample) {
            self::assertSame($sample->name, $back[$i]->name);
            self::assertLessThan(0.05, Difference::ciede2000($sample->lab, $back[$i]->lab), $sample->name);
        }
        self::assertEqualsWithDelta($spectrum->at(560), $back[0]->spectrum?->at(560), 1e-5);
        self::assertNull($back[1]->spectrum);
    }

    public function testReflectanceInPercentIsAFactor(): void
    {
        $fields = implode(' ', array_map(static fn (int $nm): string => "R_$nm", range(400, 700, 10)));
        $text = "BEGIN_DATA_FORMAT\nSAMPLE_ID $fields\nEND_DATA_FORMAT\nBEGIN_DATA\nwhite ".implode(' ', array_fill(0, 31, '90.0'))."\nEND_DATA\n";
        self::assertEqualsWithDelta(116 * 0.9 ** (1 / 3) - 16, Readings::of($text)[0]->lab->l, 0.01);
    }

    public function testSamplesFindTheirCellsByNameOrByOrder(): void
    {
        $layout = Painted::property();
        $named = array_map(static fn (string $n): Sample => new Sample($n, new Lab(50, 0, 0)), ['R1 Wash', 'r1_lift_soft', 'somewhere else']);
        self::assertSame(['by' => 'name', 'cells' => ['r1-wash', 'r1-lift-soft', null]], Matching::of($named, $layout));
        $numbered = array_map(static fn (int $i): Sample => new Sample((string) $i, new Lab(50, 0, 0)), range(1, 40));
        $matched = Matching::of($numbered, $layout);
        self::assertSame('order', $matched['by']);
        self::assertSame('r1-paper', $matched['cells'][0]);
        self::assertNull($matched['cells'][39]);
        // Places too narrow for the instrument's opening are left out.
        self::assertNotContains('r1-stroke-3-above', $matched['cells']);
    }

    public function testDoubtfulReadings(): void
    {
        $cells = array_column(array_map(static fn ($c): array => [$c->id, $c], Painted::property()->cells), 1, 0);
        $paper = new Lab(95, 0, 3);
        self::assertNull(Plausibility::doubt($cells['r1-wash'], new Lab(60, 20, -30), $paper, new Lab(61, 20, -31), 1.0));
        self::assertStringContainsString('No surface', (string) Plausibility::doubt($cells['r1-wash'], new Lab(120, 0, 0), null, null));
        self::assertStringContainsString('too dark', (string) Plausibility::doubt($cells['r1-paper'], new Lab(40, 0, 0), null, null));
        self::assertStringContainsString('lighter than the bare paper', (string) Plausibility::doubt($cells['r1-wash'], new Lab(99, 0, 0), $paper, null));
        self::assertStringContainsString('another colour', (string) Plausibility::doubt($cells['r1-wash'], new Lab(60, 20, -30), $paper, new Lab(60, -20, 30), 1.0));
    }

    public function testAPairThatChangesWithTheLight(): void
    {
        // Two greys alike in daylight, one even and one with a bump and a dip that cancel.
        $even = new Spectrum(380, 10, array_fill(0, 36, 0.3));
        $bumped = Sensor::spectrum('a metamer', 0.3, 0.3, 0.3);
        self::assertNull(Metamerism::of($even, $even)->remark());
        $values = array_map(static fn (int $nm): float => 0.3 + 0.12 * exp(-0.5 * (($nm - 500) / 12) ** 2) - 0.095 * exp(-0.5 * (($nm - 548) / 14) ** 2) + 0.08 * exp(-0.5 * (($nm - 620) / 20) ** 2) - 0.05 * exp(-0.5 * (($nm - 590) / 10) ** 2) - 0.03 * exp(-0.5 * (($nm - 450) / 12) ** 2), range(380, 730, 10));
        $pair = Metamerism::of($even, new Spectrum(380, 10, $values));
        self::assertGreaterThan(2.0, $pair->index);
        self::assertStringContainsString('filament lamp', (string) $pair->remark());
        self::assertLessThan(0.5, Metamerism::of($even, $bumped)->index);
    }

    public function testTheStandInRepeatsAsAnInstrumentDoes(): void
    {
        $layout = Painted::property('88888888-8888-4888-8888-888888888888', 'PB28', 'PR254');
        [$one, $two] = [InstrumentStandIn::read($layout, 5, 'a'), InstrumentStandIn::read($layout, 5, 'b')];
        self::assertCount(10, $one);
        $apart = array_map(static fn (Sample $a, Sample $b): float => Difference::ciede2000($a->lab, $b->lab), $one, $two);
        $mean = array_sum($apart) / count($apart);
        self::assertGreaterThan(0.02, $mean);
        self::assertLessThan(0.6, $mean);
    }

    public function testWhatCanBePaper(): void
    {
        $is = static fn (float $l, float $a, float $b): bool => Plausibility::isPaper(new Lab($l, $a, $b));
        self::assertSame([true, false], [$is(70.0, 0, 3), $is(69.9, 0, 3)]);
        self::assertSame([true, false], [$is(101.0, 0, 3), $is(101.1, 0, 3)]);
        self::assertSame([true, false], [$is(94.0, 12.0, 16.0), $is(94.0, 12.1, 16.0)]);
    }
}
