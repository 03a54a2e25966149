<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Daylight\Dose;
use MarshTrial\Core\Fading\Doubt;
use MarshTrial\Core\Fading\FadeReading;
use MarshTrial\Core\Fading\FadeSeries;
use MarshTrial\Core\Fading\LightfastnessScale;
use MarshTrial\Core\Fading\LightVerdict;
use MarshTrial\Core\Fading\Outcome;
use MarshTrial\Core\Fading\SeenChange;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\FadeStrips;

/** What light did, said once: bands of the grey scale, paper, doubt, and what follows for a use. */
final class LightVerdictTest extends TestCase
{
    private const NONE = 'none I could find side by side';

    private const BESIDE = 'only side by side';

    /** @param array<string, mixed> $more */
    private static function lone(float $mlxh, float $lighter, float $u, array $more): LightVerdict
    {
        return LightVerdict::of(Scale::current(), [2 => new FadeSeries(Scale::current(), [FadeStrips::reading($mlxh, $lighter, $u, $more)])]);
    }

    /** @return iterable<string, array{float, string}> lightness gained by a grey, of which the grey scale weighs all; limits between grades of ISO 105-A02 (memory) */
    public static function bands(): iterable
    {
        yield 'nothing' => [0.0, 'no change to be seen'];
        yield 'between 5 and 4-5 and 4, below' => [1.2, 'no change to be seen'];
        yield 'above' => [1.3, 'just visibly paler'];
        yield 'between 3-4 and 3, below' => [2.9, 'just visibly paler'];
        yield 'above it' => [3.0, 'clearly paler'];
        yield 'between 2 and 1-2, below' => [8.15, 'clearly paler'];
        yield 'above that' => [8.3, 'strongly paler'];
    }

    #[DataProvider('bands')]
    public function testWhatCanBeSeenDecidesTheWord(float $lighter, string $words): void
    {
        self::assertSame($words, FadeStrips::verdict(['6' => $lighter], 0.02)->words());
    }

    public function testWhatIsMeasuredAndNotSeenIsNoChangeAndItsNumberStandsBehind(): void
    {
        $verdict = FadeStrips::verdict(['6.2' => 0.7], 0.1);
        self::assertSame(['no change to be seen after 6.2 Mlx h', 'measured dE 0.7 ±0.1, not to be seen'], [$verdict->told(), $verdict->number()]);
        // dE*ab overstates what is seen in vivid paint: 4 of chroma at C* 60 are dE_F 1.6, and the same in grey are 4.
        $vivid = LightVerdict::of(Scale::current(), [2 => new FadeSeries(Scale::current(), [new FadeReading(new Dose(6.2), new Lab(50, 60, 0), new Lab(50, 56, 0), 4.0, 0.1)])]);
        self::assertStringStartsWith('just visibly', $vivid->words());
        self::assertStringStartsWith('clearly', FadeStrips::verdict(['6.2' => 4.0], 0.1)->words());
    }

    public function testTheDistributionIsThatOfADistanceInSpace(): void
    {
        // Far from nothing it is the normal one, but for what the orders of magnitude weigh; near nothing most of it is noise.
        $far = SeenChange::of(Scale::current(), new Lab(50, 0, 0), new Lab(60, 0, 0), new Lab(60, 0, 0), 0.3, M_SQRT2 * 0.3);
        self::assertEqualsWithDelta(10.0, $far->quantile(0.5), 0.05);
        self::assertEqualsWithDelta(0.6, $far->quantile(0.8413) - $far->quantile(0.1587), 0.02);
        self::assertEqualsWithDelta(0.5, $far->atMost($far->quantile(0.5)), 1e-9);
        $near = SeenChange::of(Scale::current(), new Lab(50, 0, 0), new Lab(50.8, 0, 0), new Lab(50.8, 0, 0), 0.6, M_SQRT2 * 0.6);
        self::assertLessThan(0.8, $near->quantile(0.5));
        self::assertEqualsWithDelta(1.0, array_sum($near->chances(Scale::current())), 1e-9);
    }

    public function testPaperThatChangedIsNoReasonToDoubtAPaintThatDidNot(): void
    {
        $verdict = self::lone(21.0, 0.05, 0.25, ['raw' => new Lab(50, 0, 2.2), 'paperChange' => 1.9, 'paper' => new Lab(93, 0, 5), 'darkPaper' => new Lab(93, 0, 3.1)]);
        self::assertTrue($verdict->word->isHeld());
        self::assertStringStartsWith('the paper yellowed by dE 1.9; the paint ', (string) $verdict->beside());
        self::assertStringEndsWith('did not change', (string) $verdict->beside());
        // Where raw and corrected are a whole grade apart, and neither is nothing, it cannot be told, and why.
        $open = self::lone(21.0, 2.0, 0.8, ['raw' => new Lab(57, 0, 0), 'paperChange' => 5.0]);
        self::assertSame('cannot be told: the paper changed too', $open->words());
        // Paper that changed less than can be seen is not worth a word.
        $hardly = self::lone(21.0, 0.0, 0.1, ['paperChange' => 1.2]);
        self::assertNull($hardly->beside());
    }

    public function testATintThatAloneTurnedPalerIsToldSo(): void
    {
        $at = static fn (float $masstone, float $middle): LightVerdict => LightVerdict::of(Scale::current(), [
            1 => new FadeSeries(Scale::current(), [FadeStrips::reading(6.2, $masstone)]), 2 => new FadeSeries(Scale::current(), [FadeStrips::reading(6.2, $middle)]), 3 => new FadeSeries(Scale::current(), [FadeStrips::reading(6.2, 4.0)]),
        ]);
        self::assertSame('clearly paler, in the tint only', $at(0.1, 0.3)->words());
        self::assertSame(Outcome::PalerInTint, $at(0.1, 0.3)->word->outcome());
        self::assertSame('clearly paler', $at(0.1, 2.0)->words());
        self::assertSame(3, $at(0.1, 2.0)->depth);
    }

    public function testWhatADarkHalfDidIsNotToldAsFading(): void
    {
        $verdict = FadeStrips::verdict(['6.2' => 3.0], doubt: Doubt::DarkHalf);
        self::assertSame(['cannot be told: the dark half changed', [], null], [$verdict->words(), $verdict->categories(), $verdict->answer(3.0, self::BESIDE)->holds]);
    }

    public function testASpeedingUpCourseGivesNoCategoryAndNoPromise(): void
    {
        $verdict = FadeStrips::verdict(['2' => 1.0, '4' => 1.2, '8' => 4.0], 0.2);
        self::assertSame([], $verdict->categories());
        $answer = $verdict->answer(20.0, 'noticeable, the same picture');
        self::assertNull($answer->holds);
        self::assertStringContainsString('speeding up', $answer->reason);
        self::assertSame('III, fair, or IV, poor', LightfastnessScale::told(['III', 'IV']));
    }

    /** @return iterable<string, array{array<int|string, float>, float, string, bool|null, string, 5?: float}> course, dose asked for, accepted; answer, hedge, and what would settle it */
    public static function uses(): iterable
    {
        $held = ['0.8' => 0.1, '6' => 0.2, '21' => 0.1];
        yield 'held, up to the last check' => [$held, 7.3, self::NONE, true, ''];
        yield 'held, beyond it: a little' => [$held, 24.0, self::BESIDE, true, ''];
        yield 'held, far beyond it' => [$held, 211.0, self::NONE, null, ''];
        yield 'one check is too few to go on from' => [['6' => 0.1], 7.3, self::NONE, null, '', 7.3];
        yield 'changed at the asked light already' => [['0.8' => 1.0, '3' => 4.0, '8' => 9.0], 6.0, self::BESIDE, false, ''];
        yield 'changed later only' => [['0.8' => 0.1, '3' => 0.2, '20' => 7.0], 2.0, self::NONE, true, ''];
        yield 'changed by more than is accepted before the asked light' => [['0.8' => 2.0, '3' => 5.0], 40.0, self::BESIDE, false, ''];
        yield 'changed by less than is accepted' => [['0.8' => 2.0, '3' => 2.3], 3.0, self::BESIDE, true, ''];
        yield 'anything is accepted' => [['0.8' => 20.0], 40.0, 'any', true, ''];
    }

    /** @param array<int|string, float> $changes */
    #[DataProvider('uses')]
    public function testAUseIsAnsweredFromTheCourse(array $changes, float $asked, string $accepted, ?bool $holds, string $hedge, ?float $settledBy = null): void
    {
        $answer = FadeStrips::verdict($changes, 0.1)->answer($asked, $accepted);
        self::assertSame([$holds, $hedge], [$answer->holds, $answer->hedge], $answer->reason);
        if ($settledBy !== null) {
            self::assertSame($settledBy, $answer->settledBy);
        }
    }

    public function testAChanceStandsAtItsLimit(): void
    {
        // From 80 % on "probably", up to 20 % the other way; between them it cannot be told.
        $said = [];
        foreach ([2.5, 2.7, 2.9, 3.0, 3.2, 3.4] as $by) {
            $answer = FadeStrips::verdict(['6' => $by], 0.25)->answer(6.0, self::BESIDE);
            $said[] = $answer->hedge.match ($answer->holds) {
                true => 'holds', false => 'does not', null => 'open',
            };
            self::assertSame(($answer->chance ?? 0) >= 0.8 ? true : (($answer->chance ?? 0) <= 0.2 ? false : null), $answer->holds);
        }
        self::assertSame(['holds', 'probably holds', 'open', 'open', 'probably does not', 'does not'], $said);
    }

    public function testWhatNobodyKnowsTheLightOfIsToldWithoutADoseAndAnswersNothing(): void
    {
        $verdict = FadeStrips::verdict(['0' => 4.0], doseKnown: false);
        self::assertSame(['clearly paler, after nobody knows how much light', [], null], [$verdict->told(), $verdict->categories(), $verdict->answer(7.3, self::BESIDE)->holds]);
    }
}
