<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Evidence\Choice;
use MarshTrial\Core\Evidence\Likeness;
use MarshTrial\Core\Evidence\Strip;
use MarshTrial\Core\Evidence\Wish;
use MarshTrial\Core\Fading\Doubt;
use MarshTrial\Core\Fading\LightVerdict;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\FadeStrips;

/** What fits a wish by the evidence, and what stands in for a paint. */
final class ChoiceTest extends TestCase
{
    private const TRANSPARENT = ['transparency' => ['transparent' => 0.7, 'semi-transparent' => 0.28, 'semi-opaque' => 0.02, 'opaque' => 0.0]];

    public function testABudgetIsKeptToTheCentAndAnUnknownPriceIsNoAnswer(): void
    {
        $wish = new Wish('lies in a box', budgetPerMl: 1.2);
        $shelf = static fn (?float $perMl): string => Choice::of($wish, [], null, true, $perMl)->shelf;
        self::assertSame([Choice::FITS, Choice::NOT, Choice::OPEN], [$shelf(1.2), $shelf(1.21), $shelf(null)]);
        self::assertSame('1.21 a millilitre, more than 1.20', Choice::of($wish, [], null, true, 1.21)->reasons[0]['reason']);
    }

    public function testAClassIsHadFromFourFifthsOnAndNotHadUpToAFifth(): void
    {
        $shelf = static fn (float $lifts): string => Choice::of(new Wish('lies in a box', lifting: 'wanted'), ['staining' => ['low' => $lifts, 'high' => 1 - $lifts]], null, true)->shelf;
        self::assertSame([Choice::FITS, Choice::OPEN, Choice::OPEN, Choice::NOT], array_map($shelf, [0.8, 0.79, 0.21, 0.2]));
    }

    /** @return array<string, array{0: Wish, 1: array<string, array<string, float>>, 2: LightVerdict|null, 3: string, 4: string}> */
    public static function wishes(): array
    {
        $wall = new Wish(mlxh: 7.3);
        $held = FadeStrips::verdict(['0.8' => 0.1, '3' => 0.2, '7.3' => 0.1]);
        $fugitive = FadeStrips::verdict(['0.8' => 6.0, '3' => 15.0, '6.2' => 25.0]);

        return [
            'not tested in light' => [$wall, [], null, Choice::OPEN, 'not tested in light'],
            'held as much as is asked' => [$wall, [], $held, Choice::FITS, 'holds: no change to be seen after 7.3 Mlx h'],
            'held so far, seen once' => [$wall, [], FadeStrips::verdict(['3' => 0.1]), Choice::OPEN, 'no change to be seen after 3 Mlx h of the 7.3 asked for'],
            'held so far, seen three times' => [$wall, [], FadeStrips::verdict(['0.8' => 0.1, '3' => 0.2, '6' => 0.1]), Choice::FITS, 'holds: no change to be seen after 6 Mlx h of the 7.3 asked for, if it does not speed up'],
            'fugitive' => [$wall, [], $fugitive, Choice::NOT, 'does not hold: strongly paler after 6.2 Mlx h already'],
            'just visibly changed, which side by side alone shows' => [$wall, [], FadeStrips::verdict(['0.8' => 1.0, '8' => 2.0]), Choice::FITS, 'holds: what it changed by at 7.3 Mlx h is within that'],
            'the same, where nothing is accepted' => [new Wish(mlxh: 8.0, accepted: 'none I could find side by side'), [], FadeStrips::verdict(['0.8' => 1.0, '8' => 2.0]), Choice::NOT, 'does not hold: just visibly paler after 8 Mlx h already'],
            'changed by more light than is asked' => [new Wish(mlxh: 2.0), [], FadeStrips::verdict(['0.8' => 0.1, '3' => 0.2, '20' => 7.0]), Choice::FITS, 'holds: what it changed by at 2 Mlx h is within that'],
            'the dark half changed' => [$wall, [], FadeStrips::verdict(['9' => 4.0], doubt: Doubt::DarkHalf), Choice::OPEN, 'cannot be told: the dark half changed'],
            'nobody knows how much light' => [$wall, [], FadeStrips::verdict(['0' => 4.0], doseKnown: false), Choice::OPEN, 'clearly paler, after nobody knows how much light'],
            'in a box fading matters less' => [new Wish('lies in a box'), [], $fugitive, Choice::FITS, 'fades in light, which matters less shut away; keeping in the dark was not tested'],
            'in a box, and never fugitive' => [new Wish('lies in a box', 1.0, neverFugitive: true), [], $fugitive, Choice::NOT, 'does not hold: clearly paler after 0.8 Mlx h already'],
            'scanned, and never fugitive' => [new Wish('is scanned and shut', neverFugitive: true), [], $fugitive, Choice::NOT, 'fades, and nothing fugitive is wanted'],
            'transparent' => [new Wish('lies in a box', body: 'transparent'), self::TRANSPARENT, null, Choice::FITS, 'light matters less shut away'],
            'covering is wanted' => [new Wish('lies in a box', body: 'covering'), self::TRANSPARENT, null, Choice::NOT, 'is transparent'],
            'perhaps is no answer' => [new Wish('lies in a box', grain: 'welcome'), ['granulation' => ['none' => 0.05, 'slight' => 0.35, 'distinct' => 0.6, 'heavy' => 0.0]], null, Choice::OPEN, 'granulation perhaps distinct (60 %)'],
            'at 80 % it probably does' => [new Wish('hangs', 1.0, lifting: 'wanted'), ['staining' => ['non-staining' => 0.5, 'low' => 0.3, 'medium' => 0.2, 'high' => 0.0]], $held, Choice::FITS, 'holds: no change to be seen after 7.3 Mlx h'],
            'what fails is told before what is open' => [new Wish('hangs', 7.3, lifting: 'wanted'), ['staining' => ['non-staining' => 0.0, 'low' => 0.1, 'medium' => 0.1, 'high' => 0.8]], null, Choice::NOT, 'probably stains'],
            'not tested' => [new Wish('lies in a box', lifting: 'unwanted'), [], null, Choice::OPEN, 'staining not tested'],
        ];
    }

    /**
     * @param array<string, array<string, float>> $chances
     */
    #[DataProvider('wishes')]
    public function testAPaintStandsOnTheShelfThatItsEvidenceGivesIt(Wish $wish, array $chances, ?LightVerdict $light, string $shelf, string $reason): void
    {
        $choice = Choice::of($wish, $chances, $light, true);
        self::assertSame([$shelf, $reason], [$choice->shelf, $choice->reasons[0]['reason']]);
    }

    public function testPigmentsAreAskedOfTheLabel(): void
    {
        foreach ([[true, Choice::FITS], [null, Choice::OPEN], [false, Choice::NOT]] as [$single, $shelf]) {
            self::assertSame($shelf, Choice::of(new Wish('lies in a box', singlePigment: true), [], null, $single)->shelf);
        }
        self::assertSame(Choice::FITS, Choice::of(new Wish('lies in a box'), [], null, false)->shelf);
    }

    /** @param list<float> $k deposits by channel for one unit of depth */
    private static function strip(array $k, float $deepest): Strip
    {
        $paper = [0.86, 0.85, 0.80];
        $at = static fn (float $d): array => array_map(static fn (float $p, float $c): float => $p * exp(-$c * $d), $paper, $k);

        return Strip::fromArray([
            'paper' => $paper, 'ink' => null, 'key' => (int) array_search(max($k), $k, true), 'steps' => array_map(static fn (int $i): array => [$at($deepest * (10 - $i) / 10), null], range(0, 9)),
            'wash' => null, 'unlifted' => null, 'lifted' => null, 'residue' => null, 'grain' => [null, null, null],
        ]);
    }

    public function testLikenessIsToldAtTheDepthsThatBothHave(): void
    {
        $red = self::strip([0.1, 1.0, 0.8], 2.4);
        $same = Likeness::of($red, self::strip([0.1, 1.0, 0.8], 1.8)) ?? self::fail();
        // Other brush loads are no difference of the paints; as deep as the paler one was painted.
        self::assertTrue($same->isUnseen());
        self::assertLessThan(0.2, $same->dE00);
        self::assertSame([], $same->words());
        self::assertSame(['tint', 'reference', 'deep'], array_keys($same->depths));
        self::assertEqualsWithDelta(2.0, $same->depths['deep']['deposit'], 0.15);
        $orange = Likeness::of($red, self::strip([0.05, 0.8, 1.2], 2.4)) ?? self::fail();
        self::assertFalse($orange->isUnseen());
        self::assertContains('hue towards yellow', $orange->words());
        self::assertEqualsWithDelta(array_sum(array_column($orange->depths, 'dE00')) / count($orange->depths), $orange->dE00, 1e-9);
        // A pale one has the tint only; what has no depth in common is not compared.
        self::assertSame(['tint'], array_keys((Likeness::of($red, self::strip([0.1, 1.0, 0.8], 0.5)) ?? self::fail())->depths));
        self::assertNull(Likeness::of($red, self::strip([0.01, 0.05, 0.02], 0.5)));
    }
}
