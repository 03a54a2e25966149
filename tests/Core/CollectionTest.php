<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Card\LabelPrinter;
use MarshTrial\Core\Collection\Columns;
use MarshTrial\Core\Collection\Csv;
use MarshTrial\Core\Collection\Finder;
use MarshTrial\Core\Collection\Narrowing;
use MarshTrial\Core\Collection\RowReader;
use MarshTrial\Core\Collection\UnitPrice;
use MarshTrial\Core\Collection\VagueDate;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Evidence\Repeats;
use MarshTrial\Core\Evidence\Strip;
use MarshTrial\Core\Exchange\Money;
use MarshTrial\Core\Measuring\CardMeasurer;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;
use Tests\Support\Painted;

final class CollectionTest extends TestCase
{
    private const SHELF = [
        'beacon' => [['PR254'], 'Beacon Red', 'Withy Colours Field'], 'buoy' => [['PR254'], 'Buoy Red', 'Sluice & Staithe First'], 'channel' => [['PB28'], 'Channel Blue', 'Withy Colours Field'],
        'tide' => [['PB28'], 'High Tide', 'Eelgrass Studio'], 'aster' => [['PV3'], 'Sea Aster', 'Sluice & Staithe Second'], 'mix' => [['PB15:3', 'PG7'], 'Lagoon', 'Mudlark Paintworks'], 'unknown' => [[], 'Ebb Grey', 'Ørsted & Söhne'],
    ];

    public function testOfVeryManyPaintsNoneThatFitsIsLeftOut(): void
    {
        $keys = array_keys(self::SHELF);
        $lines = implode("\n", array_map(static fn (string $key, int $id): string => Finder::line($id, ...self::SHELF[$key]), $keys, array_keys($keys)));
        foreach (['b', 'be', 'br', 'bea', 'red', 'eac', 'pr254', 'p.r. 254', 'PR 254', '254', 'pb28 high', 'withy red', 'ss', 'söh', 'ørs', 'ebb g', 'pg7', 'r254', 'zzz', 'st', 'and', '(', '.*', "\t", 'lagoon pb15:3'] as $typed) {
            $finder = new Finder($typed);
            $fits = array_keys(array_filter(array_map(static fn (array $p): int => $finder->score(...$p), array_values(self::SHELF))));
            self::assertSame([], array_diff($fits, $finder->among($lines)), $typed);
        }
        // And what cannot fit is left out: else nothing would be won.
        self::assertCount(1, (new Finder('lagoon'))->among($lines));
        self::assertSame([], (new Finder('zzz'))->among($lines));
    }

    public function testOnePriceIsSpreadByVolumeAndAddsUpToIt(): void
    {
        foreach ([[1000, [1, 1, 1]], [999, [1.8, 1.8, 5, 10, 0.5]], [1, [3, 3]], [0, [2]]] as [$minor, $volumes]) {
            $shares = array_map(static fn (Money $m): int => $m->minor, UnitPrice::spread(Money::ofMinor($minor, 'EUR'), $volumes));
            self::assertSame($minor, array_sum($shares));
            foreach ($shares as $i => $share) {
                self::assertEqualsWithDelta($minor * $volumes[$i] / array_sum($volumes), $share, 1.0);
            }
        }
    }

    /** @return list<string> best first */
    private static function found(string $typed): array
    {
        $finder = new Finder($typed);
        $scores = array_filter(array_map(static fn (array $p): int => $finder->score(...$p), self::SHELF));
        arsort($scores);

        return array_map(strval(...), array_keys($scores));
    }

    public function testTwoKeyStrokesFindAPaintByCodeMakerOrName(): void
    {
        foreach (['br' => 'beacon', 'ht' => 'tide', 'v3' => 'aster', '28' => 'channel', 'ss' => 'buoy', 'g7' => 'mix', 'ør' => 'unknown', 'EB' => 'unknown', 'es' => 'tide'] as $typed => $expected) {
            self::assertSame($expected, self::found((string) $typed)[0] ?? null, (string) $typed);
        }
        self::assertSame(['mix'], self::found('pb 15.3'));
        self::assertSame(['beacon'], self::found('red withy'));
        self::assertSame([[], []], [self::found('zz'), self::found('red zz')]);
    }

    public function testPricePerMillilitre(): void
    {
        self::assertSame('0.94 EUR/ml', UnitPrice::text(Money::parse('9.40', 'EUR'), 10.0));
        self::assertSame('120.00 JPY/ml', UnitPrice::text(Money::parse('600', 'JPY'), 5.0));
        self::assertSame([null, null, null], [UnitPrice::text(null, 10.0), UnitPrice::text(Money::parse('1', 'EUR'), null), UnitPrice::text(Money::parse('1', 'EUR'), 0.0)]);
    }

    /** RFC 4180 section 2, rules 5 to 7: quotes around fields with line breaks, commas and doubled quotes. */
    public function testSeparatedTextFollowsItsStandard(): void
    {
        $stream = fopen('php://memory', 'w+b');
        self::assertNotFalse($stream);
        fwrite($stream, "\"aaa\",\"b \r\nbb\",\"ccc\"\r\n\r\nzzz,\"b\"\"bb\",yyy\r\n");
        rewind($stream);
        $rows = iterator_to_array((new Csv('comma', 'UTF-8'))->rows($stream));
        self::assertSame([['aaa', "b \r\nbb", 'ccc'], ['zzz', 'b"bb', 'yyy']], array_column($rows, 'cells'));
        self::assertSame([1, 3], array_keys($rows));
        // Text that begins as a formula is guarded; a number below nothing is none.
        self::assertSame("'-2,-2,-0.5\r\n", Csv::line(['-2', -2, -0.5]));
        self::assertSame("aaa,\"b \r\nbb\",\"b\"\"bb\",\" x\"\r\n", Csv::line(['aaa', "b \r\nbb", 'b"bb', ' x']));
        self::assertSame(['semicolon', 'tab', 'bar', 'comma'], array_map(static fn (string $t): string => Csv::guess($t)->separator, ["a;b,c;d\n", "a\tb\n", "a|b|c\n", "a\n"]));
    }

    public function testCellsThatASpreadsheetWouldRunAreGuardedAndReadBack(): void
    {
        foreach (['=1+1', '+4 blue', '-x', '@x', "'=x", "''=x", '-'] as $cell) {
            $line = Csv::line([$cell]);
            self::assertStringStartsWith("'", $line);
            self::assertSame($cell, Csv::unguard(rtrim($line)));
            self::assertFalse(Csv::isFormula(rtrim($line)));
        }
        self::assertSame(['=x', true, true, false, false, false], ['=x', Csv::isFormula('=x'), Csv::isFormula('-x'), Csv::isFormula('-4,20'), Csv::isFormula('-'), Csv::isFormula("O'Brien")]);
    }

    public function testColumnsAreRecognisedWhateverTheirOrder(): void
    {
        self::assertSame(['maker' => 3, 'range' => 4, 'colourName' => 1, 'pigments' => 0, 'price' => 2], Columns::guess(['C.I. name', 'Color', 'Cost', 'BRAND', 'Line', 'Mood']));
        self::assertSame(array_flip(array_keys(Columns::FIELDS)), Columns::guess(array_values(Columns::FIELDS)));
        $this->expectExceptionMessage('Choose the column for "Colour name"');
        Columns::check(['maker' => 0], 2);
    }

    public function testARowIsReadOrSaysWhatIsWrong(): void
    {
        $fields = ['maker', 'colourName', 'pigments', 'price', 'currency', 'volumeMl', 'opened', 'form', 'state', 'palette', 'slot', 'discontinued'];
        $reader = new RowReader(array_flip($fields), [...$fields, 'Mood'], ['currency' => 'EUR', 'form' => 'pan', 'dates' => 'day first']);
        $read = static fn (string ...$changes): array => $reader->read(array_values([...array_combine($fields, ['A', 'B', 'PB29', '', '', '', '', '', '', '', '', '']), ...$changes, 'x' => 'calm']));
        $good = $read(price: '4,20', volumeMl: '14 ml', opened: '3.4.2026', form: 'Tube', discontinued: 'x')['values'];
        self::assertSame([420, 'EUR', '14.00', '2026-04-03', 'tube', true, 'in use', ['Mood' => 'calm']], [$good['price']->minor, $good['price']->currency, $good['volumeMl'], $good['opened'], $good['form'], $good['discontinued'], $good['state'], $good['extras']]);
        self::assertSame([420, 'GBP'], [$read(price: '£4.20')['values']['price']->minor, $read(price: '£4.20')['values']['price']->currency]);
        self::assertSame([null, 'pan'], [$read()['values']['price'], $read()['values']['form']]);
        foreach ([
            ['price', '-4', 'below zero'], ['price', '4.2.1', 'is not a price'], ['pigments', 'PX9', 'looks like a pigment code'], ['pigments', 'PR999', 'looks like a pigment code'], ['opened', '31.2.2026', 'is not a date'], ['opened', 'March', 'is not a date'],
            ['volumeMl', '0', 'not a volume'], ['form', 'bucket', 'known are: tube, pan'], ['state', 'gone', 'no known state'], ['slot', '3', 'needs its palette'], ['discontinued', 'perhaps', 'neither yes nor no'], ['maker', '', 'Maker is missing'], ['maker', '=A1', 'begins like a spreadsheet formula'],
        ] as [$field, $value, $sentence]) {
            $faults = $read(...[$field => $value])['faults'];
            self::assertStringContainsString($sentence, implode('; ', $faults), "$field $value");
        }
        // Words where a code is expected are kept, as they are in the paint line.
        self::assertSame([], $read(pigments: 'our secret blend')['faults']);
    }

    public function testAnUnlabelledPanIsNarrowedDownWhateverTheLoadOfTheBrush(): void
    {
        $stroke = static function (array $absorb, float $most): Strip {
            $steps = array_map(static fn (int $i): array => [array_map(static fn (float $a): float => 0.85 * exp(-$a * $most * (10 - $i) / 10), $absorb), null], range(0, 9));
            $rgb = $steps[5][0];

            return Strip::fromArray(['paper' => [0.85, 0.85, 0.85], 'ink' => null, 'key' => 1, 'steps' => $steps, 'wash' => $rgb, 'unlifted' => $rgb, 'lifted' => $rgb, 'residue' => null, 'grain' => [null, null, null]]);
        };
        $dab = $stroke([0.1, 1.0, 0.9], 1.1);
        $known = ['same, more paint' => $stroke([0.1, 1.0, 0.9], 2.0), 'near' => $stroke([0.12, 1.0, 0.8], 1.6), 'other' => $stroke([1.0, 0.6, 0.1], 1.6), 'too pale to say' => $stroke([0.1, 1.0, 0.9], 0.25)];
        $found = Narrowing::of($dab, $known);
        self::assertSame(['same, more paint', 'near', 'other'], array_keys($found));
        self::assertSame(['may be this one', 'not this one'], [$found['same, more paint']['says'], $found['other']['says']]);
        self::assertLessThan(0.2, $found['same, more paint']['meanDE00']);
        self::assertGreaterThan(1.0, $found['near']['meanDE00']);
    }

    /** A dab is one stroke along the line; wash and lift of its row stay blank. */
    public function testOneMeasuredStrokeIsEnoughToRecogniseAPaint(): void
    {
        $layout = Painted::property('44444444-4444-4444-8444-444444444444', 'PR254', 'PB28', 'PY65', 'PV3');
        $whole = Strip::ofCard((new CardMeasurer(Scale::current()))->measure(Painted::grid(Painted::scan($layout)), $layout));
        $dabs = Strip::ofCard((new CardMeasurer(Scale::current()))->measure(Painted::covered(Painted::scan($layout), 0.640, 0.10, 0.940, 0.90), $layout));
        self::assertSame([1, 2, 3, 4], array_keys($dabs));
        foreach ($dabs as $row => $dab) {
            $found = Narrowing::of($dab, $whole);
            self::assertSame($row, array_key_first($found));
            self::assertSame('may be this one', $found[$row]['says']);
            foreach (array_diff_key($found, [$row => true]) as $other) {
                self::assertSame('not this one', $other['says']);
            }
        }
    }

    /** Standard deviation of 2, 4, 4, 4, 5, 5, 7, 9 with n - 1 is sqrt(32/7), a usual worked example. */
    public function testRepeatsShowTheirSpreadAndWhatLiesApart(): void
    {
        $of = static fn (float $u, float ...$values): Repeats => Repeats::of(array_map(static fn (float $v): array => ['value' => $v, 'uncertainty' => $u], $values));
        self::assertEqualsWithDelta(sqrt(32 / 7), $of(5, 2, 4, 4, 4, 5, 5, 7, 9)->spread, 1e-12);
        self::assertNull($of(5, 2, 9)->apart);
        self::assertSame([null, null], [$of(1, 3)->spread, $of(1, 3)->apart]);
        // 0.30 and 0.37 with 0.02 each: 0.07 is more than 1.96 x 0.0283 = 0.0554.
        self::assertSame([0, 2], $of(0.02, 0.30, 0.33, 0.37)->apart);
        self::assertNull($of(0.02, 0.30, 0.355)->apart);
    }

    public function testLabelsLieInsideThePageWithoutOverlap(): void
    {
        $places = array_map(LabelPrinter::place(...), range(0, LabelPrinter::PER_PAGE - 1));
        foreach ($places as $i => $a) {
            self::assertTrue($a->x >= 5 && $a->y >= 5 && $a->right() <= 292 && $a->bottom() <= 205);
            foreach (array_slice($places, $i + 1) as $b) {
                self::assertTrue($a->right() <= $b->x || $b->right() <= $a->x || $a->bottom() <= $b->y || $b->bottom() <= $a->y);
            }
        }
        $this->expectException(CoreException::class);
        Money::parse('x', 'EUR');
    }

    public function testDatesAreAsVagueAsPeopleRememberThem(): void
    {
        $span = static fn (string $said): array => array_map(static fn (?\DateTimeImmutable $d): ?string => $d?->format('Y-m-d'), [VagueDate::parse($said)->from, VagueDate::parse($said)->to]);
        $expected = [
            '2023-03-12' => ['2023-03-12', '2023-03-12'], '12 March 2023' => ['2023-03-12', '2023-03-12'], '1. feb 2024' => ['2024-02-01', '2024-02-01'],
            // A leap year's February, and a common one's.
            'February 2024' => ['2024-02-01', '2024-02-29'], '2/2023' => ['2023-02-01', '2023-02-28'], '2019' => ['2019-01-01', '2019-12-31'],
            'winter 2020' => ['2020-12-01', '2021-02-28'], 'Summer of 2021' => ['2021-06-01', '2021-08-31'],
            'about March 2023' => ['2023-01-01', '2023-05-31'], 'around 2019' => ['2018-01-01', '2020-12-31'], 'c. 12 March 2023' => ['2023-03-02', '2023-03-22'],
            'before 2015' => [null, '2014-12-31'], 'after  May 2016' => ['2016-06-01', null], 'not recorded' => [null, null], '' => [null, null],
        ];
        foreach ($expected as $said => $days) {
            self::assertSame($days, $span((string) $said), (string) $said);
        }
        self::assertSame('about March 2023', VagueDate::parse('  about   March 2023 ')->words);
        foreach (['31 February 2023', 'last year', '13/2023', 'Marchtember 2023', '1499', 'before'] as $wrong) {
            try {
                VagueDate::parse($wrong);
                self::fail("\"$wrong\" was understood.");
            } catch (CoreException $e) {
                self::assertStringContainsString('such as 12 March 2023', $e->getMessage());
            }
        }
    }
}
