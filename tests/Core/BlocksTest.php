<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Bench\Glazing;
use MarshTrial\Core\Bench\Granulation;
use MarshTrial\Core\Bench\InitialSlope;
use MarshTrial\Core\Bench\Rewetting;
use MarshTrial\Core\Bench\RowReadings;
use MarshTrial\Core\Bench\Salt;
use MarshTrial\Core\Bench\Separation;
use MarshTrial\Core\Bench\SteppedLadder;
use MarshTrial\Core\Bench\Strength;
use MarshTrial\Core\Bench\StrokeStep;
use MarshTrial\Core\Bench\SurfaceLight;
use MarshTrial\Core\Bench\Transparency;
use MarshTrial\Core\Bench\WetEdge;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\Blocks;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Card\SvgPrinter;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Exchange\LayoutJson;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\GrainMap;
use MarshTrial\Core\Imaging\InkLine;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;
use Tests\Support\Painted;
use Tests\Support\Readings;

/** Cards put together from blocks, and what each block says, against films and shapes that can be worked out. */
final class BlocksTest extends TestCase
{
    public function testBlocksThatAreNoneOrTwiceOrDoNotFitAreRefusedInASentence(): void
    {
        foreach (['' => 'at least one block', 'stroke,mosaic' => 'no block called "mosaic"', 'wash,wash' => 'there once', 'glaze:12' => '3 to 9 fields', 'ladder:x' => '5 to 8 fields'] as $text => $says) {
            try {
                Block::list($text);
                self::fail("\"$text\" should be refused.");
            } catch (CoreException $e) {
                self::assertStringContainsString($says, $e->getMessage());
            }
        }
        $all = Block::list('stroke,ladder:8,wash,lift,blot,second-line,glaze:9,wet-square,soft-edge,salt,tilt,rewet');
        self::assertSame([6, 1], [PropertyCard::mostRows(Block::list(PropertyCard::USUAL)), PropertyCard::mostRows($all)]);
        $this->expectExceptionMessage('room for one paint; this card has 2');
        PropertyCard::layout('11111111-1111-4111-8111-111111111111', 't', Painted::rows('PB28', 'PV3'), [], $all);
    }

    public function testAPrintedCardTellsDropsAndLayersAboveTheirFieldsAndTicksTheSecondLine(): void
    {
        $layout = PropertyCard::layout('11111111-1111-4111-8111-111111111111', 't', Painted::rows('PB28'), [], Block::list('ladder:5,glaze:4,second-line'));
        $svg = SvgPrinter::print($layout, false);
        preg_match_all('~<text x="([\d.]+)" y="[\d.]+" font-size="2.1"[^>]*>(\d+)</text>~', $svg, $found, PREG_SET_ORDER);
        self::assertSame(['12', '6', '4', '2', '1', '1', '2', '3', '4'], array_column($found, 2));
        foreach ($layout->cellsOf(1, CellRole::Ladder) as $i => $cell) {
            self::assertEqualsWithDelta($cell->area->centre()->x, (float) $found[$i][1], 1.3);
        }
        // Printed onto painting paper the first line is there and the second is ticked only: it is ruled over the paint.
        self::assertSame(1, preg_match_all('~<rect [^>]*height="4" fill="#000"~', $svg));
        self::assertSame(1, preg_match_all('~<path d="M~', $svg));
        self::assertEquals(LayoutJson::toArray($layout), LayoutJson::toArray(LayoutJson::fromArray(json_decode((string) json_encode(LayoutJson::toArray($layout)), true))));
    }

    /**
     * A row of exact films: role => thicknesses of the same film over paper.
     *
     * @param array<string, list<float>> $thickness
     * @param list<float> $k
     */
    private static function films(array $thickness, array $k = [0.5, 0.25, 0.05], float $s = 0.02): RowReadings
    {
        $paper = Readings::cell(array_map(static fn (float $p): float => 0.02 + 0.98 * $p, Readings::PAPER));
        $film = static fn (float $x): CellReading => Readings::cell(Readings::film($k, $s, $x, Readings::PAPER, 0.02));

        return new RowReadings(Scale::current(), 1, $paper, null, [], [], array_map(static fn (array $xs): array => array_map($film, $xs), $thickness));
    }

    public function testStrengthIsRelativeToTheReferenceInItsOwnChannelWithItsCost(): void
    {
        $shares = Blocks\SteppedLadder::concentrations(6);
        self::assertSame([0.6, 0.4, 0.3, 0.2, 0.1, 0.05], $shares);
        $of = static fn (float $strength, array $k = [0.5, 0.25, 0.05]): Rating => SteppedLadder::strength(self::films(['ladder' => array_map(static fn (float $c): float => $strength * $c, $shares)], $k));
        [$weak, $strong] = [$of(2.0), $of(3.0)];
        $relative = Strength::against($strong->numbers, $weak->numbers);
        self::assertNotNull($relative);
        self::assertEqualsWithDelta(1.5, $relative->relative, 0.02);
        self::assertLessThan(0.15, $relative->uncertainty);
        self::assertEqualsWithDelta(1 / 1.5, (float) Strength::against($weak->numbers, $strong->numbers)?->relative, 0.02);
        // At 1.50 a millilitre the stronger paint does the work of a millilitre for one.
        self::assertEqualsWithDelta(1.0, $relative->costPerUnit(1.5), 0.02);
        // A yellow shows nothing where a blue absorbs, and is not compared; 0 is never said.
        self::assertNull(Strength::against($of(2.0, [0.005, 0.05, 0.5])->numbers, $weak->numbers));
        self::assertSame(RatingStatus::NotTested, SteppedLadder::strength(self::films(['ladder' => array_fill(0, 6, 0.0), 'wash' => [0.8]]))->status);
        self::assertSame(RatingStatus::NotReached, SteppedLadder::strength(self::films(['ladder' => [8.0, 7.0, 6.0, 5.0, 4.0, 3.5]]))->status);
        self::assertNull(InitialSlope::slope(Scale::current(), [[0.1, 0.5, 0.02]]));
    }

    public function testStepsOfALadderStandClearOfTheLastOneCounted(): void
    {
        $steps = SteppedLadder::clearSteps(self::films(['ladder' => [3.0, 2.0, 1.3, 0.8, 0.4, 0.15]]));
        self::assertSame([6.0, false], [$steps->value, $steps->numbers['paleEndLost']]);
        // Four fields of one strength are one step, whatever comes before and after.
        self::assertSame(3.0, SteppedLadder::clearSteps(self::films(['ladder' => [1.8, 0.8, 0.8, 0.8, 0.8, 0.2]]))->value);
        $lost = SteppedLadder::clearSteps(self::films(['ladder' => [0.3, 0.2, 0.1, 0.05, 0.02, 0.005]]));
        self::assertSame(['the pale end is lost: it cannot be told from the paper'], $lost->remarks);
    }

    public function testALayerThatMovesIsNamedAndLeftOutOfTheDarkening(): void
    {
        $steady = Glazing::rate(self::films(['glaze' => [0.3, 0.6, 0.9, 1.2, 1.5]]));
        $moved = Glazing::rate(self::films(['glaze' => [0.3, 0.6, 0.9, 0.95, 1.25]]));
        self::assertSame([null, 4], [$steady->numbers['layerMoved'], $moved->numbers['layerMoved']]);
        self::assertEqualsWithDelta((float) $steady->value, (float) $moved->value, 0.01);
        // A film of thickness 0.3 and absorption 0.5 has a deposit near 0.3 (K = 0.5 a side of the double pass through the film).
        self::assertEqualsWithDelta(0.3, (float) $steady->value, 0.02);
    }

    /**
     * @param callable(float, float): float $deposit of x and y, mm
     */
    private static function map(RowReadings $row, callable $deposit, float $width, float $height, ?float $pitch = null): GrainMap
    {
        $pitch ??= Scale::current()->water->pitchMm;
        $bare = $row->paper->rgb->toArray()[(int) $row->key];
        [$columns, $rows] = [(int) ($width / $pitch), (int) ($height / $pitch)];
        $values = [];
        for ($i = 0; $i < $columns * $rows; $i++) {
            $values[] = $bare * exp(-$deposit(($i % $columns + 0.5) * $pitch, (intdiv($i, $columns) + 0.5) * $pitch));
        }

        return new GrainMap($columns, $rows, $pitch, $values);
    }

    public function testSpreadAndSoftnessOfAKnownTouchAndOneThatRanToTheBorder(): void
    {
        $row = self::films(['wet-middle' => [0.9]]);
        $touch = static fn (float $radius, float $border): callable => static fn (float $x, float $y): float => 0.8 / (1 + exp((hypot($x - 13.6, $y - 14.3) - $radius) / $border));
        foreach ([[6.0, 0.5], [9.0, 1.0]] as [$radius, $border]) {
            $rating = WetEdge::spread($row, self::map($row, $touch($radius, $border), 28, 28));
            self::assertEqualsWithDelta(2 * $radius, (float) $rating->value, 0.15);
            // A logistic border falls from 80 to 20 % over 2 ln 4 of its scale.
            self::assertEqualsWithDelta(2 * log(4) * $border, $rating->numbers['softnessMm'], 0.25);
        }
        self::assertSame(RatingStatus::NotReached, WetEdge::spread($row, self::map($row, $touch(16, 0.5), 28, 28))->status);
        self::assertSame(RatingStatus::NotTested, WetEdge::spread($row, self::map($row, static fn (): float => 0.01, 28, 28))->status);
        $long = WetEdge::spread($row, self::map($row, static fn (float $x, float $y): float => hypot(($x - 14) / 11, ($y - 14) / 6) < 1 ? 0.8 : 0.0, 28, 28));
        self::assertSame(['spreads much further one way than the other'], $long->remarks);
    }

    public function testASoftEdgeIsAsWideAsItFallsAndARimMakesItALine(): void
    {
        $row = self::films(['edge-band' => [0.9]]);
        $edge = static fn (float $pull, float $rim): callable => static fn (float $x): float => 0.8 * ($x < 12 ? 1.0 : exp(-($x - 12) / $pull)) + $rim * exp(-(($x - 11.5) ** 2) / 0.4);
        $soft = WetEdge::softened($row, self::map($row, $edge(4, 0), 36, 8));
        // From 80 to 20 % an exponential falls over ln 4 of its length.
        self::assertEqualsWithDelta(4 * log(4), (float) $soft->value, 0.3);
        self::assertSame('soft', $soft->class());
        self::assertSame('hard line', WetEdge::softened($row, self::map($row, $edge(0.3, 0), 36, 8))->class());
        self::assertSame('hard line', WetEdge::softened($row, self::map($row, $edge(4, 0.6), 36, 8))->class());
    }

    public function testSeparationIsWhatDepositAloneDoesNotExplain(): void
    {
        $strip = static function (float $drift, float $thinner): RowReadings {
            $places = array_map(static fn (int $i): CellReading => Readings::cell(Readings::film([0.5, 0.25 * (1 + $drift * ($i / 7 - 0.5)), 0.05], 0.02, 0.9 + $thinner * ($i / 7 - 0.5), Readings::PAPER, 0.02)), range(0, 7));

            return new RowReadings(Scale::current(), 1, self::films([])->paper, null, [], [], ['tilt' => $places]);
        };
        // Paint that only gathers at the lower end does not separate.
        self::assertSame('none', Separation::rate($strip(0, 0.6))->likeliest());
        $apart = Separation::rate($strip(0.8, 0.6));
        self::assertSame('clear', $apart->likeliest());
        self::assertStringContainsString('that part travels', $apart->remarks[0]);
        // More green light is taken away towards the lower end, so the colour moves from green towards red (a* grows), and back the other way.
        $turn = static fn (Rating $r): float => $r->numbers['lower'][1] - $r->numbers['upper'][1];
        self::assertGreaterThan(2, $turn($apart));
        self::assertLessThan(-2, $turn(Separation::rate($strip(-0.8, 0.6))));
    }

    public function testStarsOfSaltAndWhatTheDampBrushTakes(): void
    {
        $row = self::films(['salt' => [0.9]]);
        $stars = static fn (float $share): callable => static fn (float $x): float => fmod($x, 5) / 5 < $share ? 0.15 : 0.8;
        foreach ([[0.0, 'none'], [0.1, 'some'], [0.3, 'strong']] as [$share, $class]) {
            $salt = Salt::rate($row, self::map($row, $stars($share), 20, 10, 0.5));
            self::assertEqualsWithDelta($share, (float) $salt->value, 0.011);
            self::assertContains($class, $salt->classes);
        }
        $classes = array_map(static fn (float $x): array => Rewetting::rate(self::films(['rewet' => [$x], 'wash' => [0.9]]))->classes, [0.06, 0.2, 0.6, 1.6]);
        self::assertSame([['hardly at all'], ['hard work'], ['some passes'], ['at once']], $classes);
        self::assertSame(RatingStatus::NotTested, Rewetting::rate(self::films(['rewet' => [0.0], 'wash' => [0.9]]))->status);
    }

    /** A naive look at the colour calls them the same: both washes are as light as each other. */
    public function testAPaleGranulatingPaintAndAFadedOneAreToldApart(): void
    {
        $row = self::films(['wash' => [0.45]]);
        mt_srand(9);
        $specks = array_map(static fn (): float => (mt_rand() + mt_rand() + mt_rand()) / mt_getrandmax() - 1.5, range(1, 70 * 45));
        $mean = (float) $row->keyDeposit($row->fields(CellRole::Wash)[0]);
        $grainy = self::map($row, static fn (float $x, float $y): float => $mean * 1.03 * (1 + 0.7 * $specks[(int) ($y / 0.2) * 70 + (int) ($x / 0.2)]), 14, 9, 0.1);
        $faded = self::map($row, static fn (): float => $mean, 14, 9, 0.1);
        $bare = self::map($row, static fn (): float => 0.0, 8, 9, 0.1);
        $light = static fn (GrainMap $m): float => array_sum($m->values) / count($m->values);
        self::assertEqualsWithDelta($light($grainy), $light($faded), 0.01);
        self::assertSame('distinct', Granulation::rate($row, $grainy, $bare, 300)->class());
        self::assertSame('none', Granulation::rate($row, $faded, $bare, 300)->class());
    }

    /** The contrast ratio over black and white says the same of both. */
    public function testABinderShinyMasstoneAndAnOpaqueOneAreToldApart(): void
    {
        $opaque = Readings::row([0.9, 0.55, 0.30], 0.08, 2.4);
        // Much binder: a dark transparent film whose shine replaces the ink's own matt reflection.
        $shiny = Readings::row([0.9, 0.62, 0.40], 0.004, 4.2);
        $wet = static fn (CellReading $r): CellReading => Readings::cell(array_map(static fn (float $v): float => 0.8 * $v, $r->rgb->toArray()));
        $steps = array_map(static fn ($s) => new StrokeStep($s->step, $s->onPaper, $s->onBlack === null ? null : $wet($s->onBlack), $shiny->paper), $shiny->steps);
        $shiny = new RowReadings(Scale::current(), 1, $shiny->paper, new InkLine(67, 30, 0, 4), $shiny->bareLine, $steps, $shiny->fields);
        $rate = static fn (RowReadings $row): Rating => Transparency::rate($row, SurfaceLight::known(Scale::current(), 0.02, 0.002));
        [$a, $b] = [$rate($opaque), $rate($shiny)];
        self::assertEqualsWithDelta($a->numbers['contrastRatioAtMasstone'], $b->numbers['contrastRatioAtMasstone'], 0.06);
        self::assertSame('opaque', $a->likeliest());
        self::assertSame('transparent', $b->likeliest());
        self::assertContains('binder or gloss darkens the line', $b->remarks);
    }

    public function testTwoLinesSayWhatOneLineSays(): void
    {
        foreach ([[0.004, 'transparent'], [0.16, 'opaque']] as [$s, $class]) {
            $film = static fn (float $x, array $below): CellReading => Readings::cell(Readings::film([0.9, 0.55, 0.30], $s, $x, $below, 0.02));
            $ink = Readings::cell(array_fill(0, 3, 0.02 + 0.98 * Readings::INK));
            $row = new RowReadings(Scale::current(), 1, self::films([])->paper, null, [], [], [
                'between-lines' => [$film(0.6, Readings::PAPER)], 'under-painted' => [$film(0.6, array_fill(0, 3, Readings::INK))],
                'over-painted' => [$ink], 'under-bare' => [$ink, $ink], 'over-bare' => [$ink, $ink],
            ]);
            self::assertSame($class, Transparency::twoLines($row, SurfaceLight::known(Scale::current(), 0.02, 0.001))->likeliest());
            self::assertSame('line-under-and-over 1', Transparency::twoLines($row, SurfaceLight::presumed(Scale::current(), 0.02 / Scale::current()->surface->floorShare))->under(Protocol::written('two-line transparency', []))->protocol);
        }
        self::assertStringContainsString('not found', (string) Transparency::twoLines(self::films(['between-lines' => [0.8]]), SurfaceLight::presumed(Scale::current(), 0.02))->reason);
        self::assertSame(Scale::current()->body->twoLineDepths, [0.4, 1.4]);
    }
}
