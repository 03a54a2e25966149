<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Collection\Decisions;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Evidence\ClaimCheck;
use MarshTrial\Core\Evidence\ClaimScale;
use MarshTrial\Core\Evidence\DepthDial;
use MarshTrial\Core\Evidence\EyeScale;
use MarshTrial\Core\Evidence\HueGaps;
use MarshTrial\Core\Evidence\HueOrder;
use MarshTrial\Core\Evidence\ScalePosition;
use MarshTrial\Core\Evidence\Strip;
use MarshTrial\Core\Evidence\UnlikelyCode;
use MarshTrial\Core\Exchange\Money;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Ladder;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;

final class EvidenceTest extends TestCase
{
    public function testAClaimIsContradictedOnlyWhenNoClassWithin95PercentFits(): void
    {
        self::assertSame(ClaimCheck::Contradicted, ClaimCheck::of(['transparent'], ['semi-opaque', 'opaque']));
        self::assertSame(ClaimCheck::Open, ClaimCheck::of(['semi-opaque'], ['semi-opaque', 'opaque']));
        self::assertSame(ClaimCheck::Agrees, ClaimCheck::of(['semi-opaque', 'opaque'], ['semi-opaque', 'opaque']));
        self::assertSame(ClaimCheck::NotComparable, ClaimCheck::of([], ['opaque']));
        self::assertSame(ClaimCheck::NotComparable, ClaimCheck::of(['opaque'], []));
    }

    public function testAMakersScaleIsLaidOnTheClasses(): void
    {
        $scale = ClaimScale::of('staining', [['word' => ' Lets go ', 'classes' => ['non-staining']], ['word' => 'clings', 'classes' => ['low', 'medium']]]);
        self::assertSame(['low', 'medium'], $scale->classesOf('CLINGS'));
        self::assertSame([], $scale->classesOf('glues'));
        foreach ([['staining', [['word' => 'a', 'classes' => ['opaque']], ['word' => 'b', 'classes' => ['low']]]], ['staining', [['word' => 'a', 'classes' => ['low']], ['word' => 'A', 'classes' => ['high']]]], ['shine', []]] as [$property, $words]) {
            try {
                ClaimScale::of($property, $words);
                self::fail('This scale should be refused.');
            } catch (CoreException $e) {
                self::assertStringEndsWith('.', $e->getMessage());
            }
        }
    }

    public function testPositionsOnAScaleOfEqualClasses(): void
    {
        $at = static fn (float $v): float => ScalePosition::of(Scale::current()->lifting->classes, $v);
        self::assertEqualsWithDelta([0.0, 0.125, 0.25, 0.375, 0.75, 1.0], [$at(0.0), $at(0.05), $at(0.10), $at(0.20), $at(0.60), $at(1.5)], 1e-9);
    }

    public function testHueOrderCutsTheCircleAtItsWidestGap(): void
    {
        $lab = static fn (float $hue, float $chroma = 40.0): Lab => Lab::fromLch(50, $chroma, $hue);
        self::assertSame(['crimson', 'red', 'orange', 'grey'], HueOrder::of(['orange' => $lab(60), 'crimson' => $lab(350), 'grey' => $lab(200, 2), 'red' => $lab(20)]));
        self::assertSame([], HueOrder::of([]));
    }

    public function testACodeIsUnlikelyOnlyFarFromEveryOtherPaintOfIt(): void
    {
        $lab = static fn (float $hue, float $chroma = 40.0): Lab => Lab::fromLch(50, $chroma, $hue);
        $others = ['a' => $lab(280), 'b' => $lab(284), 'c' => $lab(287)];
        self::assertSame([], UnlikelyCode::among([...$others, 'near' => $lab(287 + UnlikelyCode::TURN - 0.5)]));
        self::assertEqualsWithDelta(['far' => UnlikelyCode::TURN + 0.5], UnlikelyCode::among([...$others, 'far' => $lab(287 + UnlikelyCode::TURN + 0.5)]), 1e-9);
        // Across the cut of the circle it is as near as it is.
        self::assertSame([], UnlikelyCode::among(['a' => $lab(350), 'b' => $lab(355), 'c' => $lab(4)]));
        // Two that agree with each other are no single slip; a grey has no hue; with one other nothing can be said.
        self::assertSame([], UnlikelyCode::among([...$others, 'far' => $lab(330), 'too' => $lab(333)]));
        self::assertSame([], UnlikelyCode::among([...$others, 'grey' => $lab(90, 1)]));
        self::assertSame([], UnlikelyCode::among(['a' => $lab(280), 'far' => $lab(330)]));
        // Where the others scatter widely, so may this one.
        self::assertSame([], UnlikelyCode::among(['a' => $lab(200), 'b' => $lab(218), 'c' => $lab(236), 'd' => $lab(236 + 34)]));
        self::assertSame(['d'], array_keys(UnlikelyCode::among(['a' => $lab(200), 'b' => $lab(218), 'c' => $lab(236), 'd' => $lab(236 + 38)])));
    }

    public function testTheWidestGapInHueCountsColoursOfEnoughChromaAlone(): void
    {
        $lab = static fn (float $hue, float $chroma): Lab => Lab::fromLch(60, $chroma, $hue);
        $of = ['red' => $lab(30, 60), 'yellow' => $lab(90, 70), 'blue' => $lab(280, 40)];
        self::assertEqualsWithDelta(['from' => 'yellow', 'to' => 'blue', 'degrees' => 190.0, 'middle' => 185.0], HueGaps::widest($of), 1e-6);
        self::assertEqualsWithDelta(190.0, HueGaps::widest([...$of, 'grey green' => $lab(185, HueGaps::CHROMA - 0.1)])['degrees'] ?? 0.0, 1e-6);
        // A green of enough chroma parts it, and the widest is now over the cut of the circle.
        self::assertEqualsWithDelta(['from' => 'blue', 'to' => 'red', 'degrees' => 110.0, 'middle' => 335.0], HueGaps::widest([...$of, 'green' => $lab(185, HueGaps::CHROMA + 0.1)]), 1e-6);
        self::assertNull(HueGaps::widest(['red' => $lab(30, 60), 'grey' => $lab(200, 5)]));
    }

    public function testWhatHasChangedSinceADecisionIsToldPropertyByProperty(): void
    {
        self::assertSame([], Decisions::changes(['staining' => 'low'], ['staining' => 'low']));
        self::assertSame(['staining: medium, was low', 'light: paler, was not tested', 'granulation: not tested, was none'], Decisions::changes(['staining' => 'low', 'granulation' => 'none'], ['staining' => 'medium', 'light' => 'paler']));
    }

    public function testTheDepthDialNeverGoesBeyondAStroke(): void
    {
        $shallow = self::strip([0.8, 0.4, 0.2]);
        $deep = self::strip([1.6, 0.8, 0.4, 0.2, 0.1]);
        $depths = DepthDial::depths();
        self::assertContains(Scale::current()->depths->reference, $depths);
        $stops = DepthDial::stops([DepthDial::samples($deep, $deep->key), DepthDial::samples($shallow, $deep->key)]);
        $at = static fn (float $depth) => $stops[array_search($depth, $depths, true)];
        // The same paint at the same depth shows no seam; the stroke that ends at 0.8 carries at most 15 % further.
        self::assertFalse($at(0.5)[1]['seam']);
        self::assertLessThan(0.2, $at(0.5)[1]['dE00Above']);
        self::assertNotNull($at(0.9)[1]);
        self::assertNull($at(1.0)[1]);
        self::assertNotNull($at(1.0)[0]);
        self::assertNull($at(0.1)[1]);
    }

    /** @param list<float> $deposits of an imagined blue over white paper, full strength first */
    private static function strip(array $deposits): Strip
    {
        $steps = array_map(static fn (float $d): array => [[0.85 * exp(-$d), 0.84 * exp(-0.5 * $d), 0.8 * exp(-0.1 * $d)], null], $deposits);

        return Strip::fromArray(['paper' => [0.85, 0.84, 0.8], 'ink' => null, 'key' => 0, 'steps' => $steps, 'wash' => $steps[0][0], 'unlifted' => $steps[0][0], 'lifted' => $steps[0][0], 'residue' => null, 'grain' => [null, null, null]]);
    }

    public function testTheLadderInterpolatesAndNeverCarriesFurtherThan15Percent(): void
    {
        $places = [['deposit' => 1.0, 'v' => 10.0], ['deposit' => 0.5, 'v' => 20.0]];
        self::assertEqualsWithDelta(['v' => 15.0], Ladder::at(Scale::current(), 0.75, $places, ['v']), 1e-9);
        self::assertNotNull(Ladder::at(Scale::current(), 1.17, $places, ['v']));
        self::assertNull(Ladder::at(Scale::current(), 1.18, $places, ['v']));
        self::assertNull(Ladder::at(Scale::current(), 0.42, $places, ['v']));
    }

    public function testDifferencesInWords(): void
    {
        $words = static fn (Lab $a, Lab $b): array => Difference::between($a, $b)->words();
        self::assertSame(['lighter', 'duller'], $words(Lab::fromLch(50, 40, 30), Lab::fromLch(58, 35, 30)));
        self::assertSame(['hue towards yellow'], $words(Lab::fromLch(50, 40, 30), Lab::fromLch(50, 40, 40)));
        // Across the cut of the hue circle.
        self::assertSame(['hue towards red'], $words(Lab::fromLch(50, 40, 350), Lab::fromLch(50, 40, 358)));
        self::assertSame(['hue towards blue'], $words(Lab::fromLch(50, 40, 350), Lab::fromLch(50, 40, 340)));
        self::assertSame([], $words(Lab::fromLch(50, 40, 30), Lab::fromLch(50.2, 40.2, 30)));
    }

    public function testMoney(): void
    {
        self::assertSame(450, Money::parse('4,50', 'eur')->minor);
        self::assertSame(400, Money::parse('4', 'EUR')->minor);
        self::assertSame(1200, Money::parse('1200', 'JPY')->minor);
        self::assertSame('4.05 GBP', Money::parse('4.05', 'GBP')->text());
        foreach ([['-4', 'EUR'], ['4.505', 'EUR'], ['4', 'Euro'], ['12.5', 'JPY'], ['=1+1', 'EUR']] as [$amount, $currency]) {
            try {
                Money::parse($amount, $currency);
                self::fail("$amount $currency should be refused.");
            } catch (CoreException) {
                $this->addToAssertionCount(1);
            }
        }
    }

    public function testEyeVerdictsUseDescribedWords(): void
    {
        foreach (['transparency', 'staining', 'granulation'] as $property) {
            self::assertSame(Measures::classes(Property::from($property)), array_keys(EyeScale::words($property)));
        }
        EyeScale::check('lightfastness', 'paler');
        $this->expectException(CoreException::class);
        EyeScale::check('staining', 'paler');
    }
}
