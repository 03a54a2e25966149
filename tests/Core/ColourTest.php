<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\GreyScale;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Colour\Srgb;
use MarshTrial\Core\Colour\Xyz;
use PHPUnit\Framework\TestCase;
use Random\Engine\Mt19937;
use Random\Randomizer;

/** Identities that hold for any colour, on random colours with a fixed seed. */
final class ColourTest extends TestCase
{
    /** @return \Generator<int, array{0: Lab, 1: Lab}> */
    private static function pairs(): \Generator
    {
        $random = new Randomizer(new Mt19937(11));
        $value = static fn (float $from, float $to): float => $from + ($to - $from) * $random->getInt(0, 1_000_000) / 1_000_000;
        for ($i = 0; $i < 200; $i++) {
            yield [new Lab($value(5, 98), $value(-70, 80), $value(-80, 90)), new Lab($value(5, 98), $value(-70, 80), $value(-80, 90))];
        }
    }

    public function testAHexIsReadAsItIsWritten(): void
    {
        foreach (['#000000', '#ffffff', '#7a1fd2', '#0a0b0c'] as $hex) {
            self::assertSame($hex, LinearRgb::fromHex($hex)->toHex());
        }
    }

    public function testThePartsOfADifferenceMakeItsSize(): void
    {
        foreach (self::pairs() as [$a, $b]) {
            $difference = Difference::between($a, $b);
            $distance = sqrt(($a->l - $b->l) ** 2 + ($a->a - $b->a) ** 2 + ($a->b - $b->b) ** 2);
            self::assertEqualsWithDelta($distance, $difference->dE76(), 1e-9);
            self::assertEqualsWithDelta($distance ** 2, $difference->dL ** 2 + $difference->dC ** 2 + $difference->dH ** 2, 1e-7);
            // dH has the sign of the step in hue angle, the short way round.
            $step = fmod($b->hueDeg() - $a->hueDeg() + 540, 360) - 180;
            self::assertSame($step < 0, $difference->dH < 0);
            self::assertEqualsWithDelta(-$difference->dL, Difference::between($b, $a)->dL, 1e-12);
            self::assertEqualsWithDelta($difference->dE00(), Difference::between($b, $a)->dE00(), 1e-9);
        }
    }

    public function testConversionsGoThereAndBack(): void
    {
        foreach (self::pairs() as [$lab]) {
            $rgb = $lab->toXyz()->toLinearRgb();
            self::assertEqualsWithDelta($lab->toArray(), $rgb->toLab()->toArray(), 1e-4);
            self::assertEqualsWithDelta([$lab->l, $lab->chroma()], [Lab::fromLch($lab->l, $lab->chroma(), $lab->hueDeg())->l, Lab::fromLch($lab->l, $lab->chroma(), $lab->hueDeg())->chroma()], 1e-9);
            self::assertGreaterThanOrEqual(0.0, $lab->hueDeg());
            self::assertLessThan(360.0, $lab->hueDeg());
        }
        foreach ([-0.3, -0.001, 0.0, 0.002, 0.2, 0.9, 1.2] as $v) {
            self::assertEqualsWithDelta($v, Srgb::decode(Srgb::encode($v)), 1e-12);
            self::assertEqualsWithDelta(-Srgb::encode($v), Srgb::encode(-$v), 1e-12);
        }
        self::assertSame(0.0, (new Lab(40, 0.0, 0.0))->hueDeg());
        self::assertEqualsWithDelta([0, 0, 0], (new Xyz(0, 0, 0))->toLab()->toArray(), 1e-9);
    }

    public function testVividColoursKeepWhatAScreenCannotShow(): void
    {
        $vivid = LinearRgb::fromArray([-0.12, 0.45, 0.30]);
        self::assertLessThan(0.0, $vivid->toXyz()->toLinearRgb()->r);
        // Only the colour for looking at is held to what a screen has.
        self::assertStringStartsWith('#00', $vivid->toHex());
        self::assertSame('#ffffff', LinearRgb::fromArray([1.3, 1.0, 1.01])->toHex());
        self::assertSame('#808080', LinearRgb::fromBytes(128, 128, 128)->toHex());
    }

    public function testAStraightLineInLab(): void
    {
        $a = new Lab(40, 10, -20);
        $b = new Lab(60, -10, 20);
        self::assertEquals([50.0, 0.0, 0.0], $a->towards($b, 0.5)->toArray());
        self::assertEquals($a->toArray(), $a->towards($b, 0.0)->toArray());
    }

    public function testAGreyScaleGradeFallsAsTheDifferenceGrows(): void
    {
        $before = 5.01;
        foreach ([0.0, 0.5, 1.0, 2.0, 3.4, 3.5, 5.0, 8.0, 13.0, 40.0] as $dE) {
            $grade = GreyScale::of($dE)->grade;
            self::assertLessThan($before, $grade + ($dE === 40.0 ? 0 : 1e-12));
            self::assertGreaterThanOrEqual(1.0, $grade);
            $before = $grade + 1e-9;
        }
        // Where the two branches meet they agree.
        self::assertEqualsWithDelta(GreyScale::of(3.4)->grade, GreyScale::of(3.4000001)->grade, 1e-5);
        self::assertSame('5', GreyScale::between(new Lab(50, 5, 5), new Lab(50, 5, 5))->reported());
    }
}
