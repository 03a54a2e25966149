<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Evidence\ClaimCheck;
use MarshTrial\Core\Evidence\Clause;
use MarshTrial\Core\Evidence\Fairness;
use MarshTrial\Core\Evidence\ReadAloud;
use MarshTrial\Core\Fading\Doubt;
use MarshTrial\Core\Fading\LightVerdict;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;
use Tests\Support\FadeStrips;

/** Verdicts as they are read out: the answer that an experienced tester would give, never stronger than the numbers. */
final class ReadAloudTest extends TestCase
{
    /** @param list<list<Clause>> $sentences */
    private static function text(array $sentences): string
    {
        return implode(' ', array_map(static fn (array $s): string => implode('', array_map(static fn (Clause $c): string => $c->text, $s)), $sentences));
    }

    /**
     * @param array<string, float> $chances
     * @param list<string> $testers
     *
     * @return array{chances: array<string, float>, tests: int, testers: list<string>, off: int}
     */
    private static function of(array $chances, int $tests = 1, array $testers = ['Odo'], int $off = 0): array
    {
        return ['chances' => $chances, 'tests' => $tests, 'testers' => $testers, 'off' => $off];
    }

    /**
     * @param array<int|string, float> $changes lightness gained by dose
     *
     * @return array{verdict: LightVerdict, tester: string}
     */
    private static function light(array $changes, ?Doubt $doubt = null, bool $doseKnown = true): array
    {
        return ['verdict' => FadeStrips::verdict($changes, 0.1, $doubt, $doseKnown), 'tester' => 'Odo'];
    }

    /** @return array<string, array{0: array<string, array{chances: array<string, float>, tests: int, testers: list<string>, off: int}>, 1: array{verdict: LightVerdict, tester: string}|null, 2: list<array{property: string, words: string, check: ClaimCheck}>, 3: string}> */
    public static function paints(): array
    {
        $body = static fn (float ...$p): array => array_combine(['transparent', 'semi-transparent', 'semi-opaque', 'opaque'], $p);
        $lift = static fn (float ...$p): array => array_combine(['non-staining', 'low', 'medium', 'high'], $p);
        $grain = static fn (float ...$p): array => array_combine(['none', 'slight', 'distinct', 'heavy'], $p);
        $claim = static fn (string $property, string $words, ClaimCheck $check): array => ['property' => $property, 'words' => $words, 'check' => $check];

        return [
            'nothing is known' => [[], null, [], 'Reed: not measured yet.'],
            'perhaps, by one card' => [['transparency' => self::of($body(0.66, 0.34, 0, 0))], null, [], 'Reed is perhaps transparent. What light does to it was not tested. For work that hangs nothing can be said yet; one card, one tester.'],
            'plain words need 95 %' => [['transparency' => self::of($body(0.95, 0.05, 0, 0), 3, ['Odo', 'Tamsin']), 'staining' => self::of($lift(0, 0, 0.06, 0.94), 2)], null, [], 'Reed is transparent and probably stains. What light does to it was not tested. For work that hangs nothing can be said yet.'],
            'between two words' => [['transparency' => self::of($body(0.1, 0.5, 0.4, 0), 2), 'staining' => self::of($lift(0, 0.45, 0.5, 0.05), 2), 'granulation' => self::of($grain(0.55, 0.45, 0, 0), 2)], null, [], 'Reed lies between semi-transparent and semi-opaque, lifts well or in part, and does not granulate or granulates slightly. What light does to it was not tested. For work that hangs nothing can be said yet; all by one tester.'],
            'nothing is likely enough for a word' => [['transparency' => self::of($body(0.3, 0.3, 0.2, 0.2), 1)], self::light(['6.2' => 0.1]), [], 'Reed: no change to be seen after 6.2 Mlx h, a sixth of the reference light, and beyond that nothing is known. For ten years on a wall (7.3 Mlx h) it cannot be told yet; one card, one tester.'],
            'a fugitive violet whose claim fails' => [['granulation' => self::of($grain(0.99, 0.01, 0, 0))], self::light(['0.8' => 3.0, '6.2' => 20.0]), [$claim('lightfastness', 'archive', ClaimCheck::Contradicted)], 'Reed does not granulate. It turned strongly paler after 6.2 Mlx h, a sixth of the reference light; the maker says “archive” of its lightfastness, which Odo’s strip contradicts. For ten years on a wall (7.3 Mlx h) avoid it; for pages that are scanned and shut light matters less, though keeping in the dark was not tested; one card, one tester.'],
            'paler, and yet nothing decided' => [[], self::light(['0.7' => 1.9]), [], 'Reed: it turned just visibly paler after 0.7 Mlx h, one part in 55 of the reference light. For ten years on a wall (7.3 Mlx h) it cannot be told yet; one card, one tester.'],
            'the dark half changed' => [[], self::light(['9.8' => 4.0], Doubt::DarkHalf), [], 'Reed: after 9.8 Mlx h, a quarter of the reference light, whether it faded cannot be told, since the dark half changed. For ten years on a wall (7.3 Mlx h) it cannot be told yet; one card, one tester.'],
            'held in much light' => [[], self::light(['0.8' => 0.1, '6' => 0.2, '20' => 0.1]), [], 'Reed: no change to be seen after 20 Mlx h, half of the reference light, and beyond that nothing is known. For ten years on a wall (7.3 Mlx h) it holds; one card, one tester.'],
            'two thirds of it' => [[], self::light(['6' => -5.0, '26.6' => -9.0]), [], 'Reed: it turned strongly darker or browner after 26.6 Mlx h, two thirds of the reference light. For ten years on a wall (7.3 Mlx h) avoid it; for pages that are scanned and shut light matters less, though keeping in the dark was not tested; one card, one tester.'],
            'held in less light than is asked, three times' => [['staining' => self::of($lift(0.97, 0.03, 0, 0), 4, ['Odo', 'Tamsin', 'Kes'])], self::light(['0.8' => 0.1, '3' => 0.2, '6' => 0.1]), [], 'Reed lifts clean. No change to be seen after 6 Mlx h, a sixth of the reference light, and beyond that nothing is known. For ten years on a wall (7.3 Mlx h) it holds, if it does not speed up.'],
            'after nobody knows how much light' => [[], self::light(['0' => 9.0], doseKnown: false), [], 'Reed: it turned strongly paler, after nobody knows how much light. For ten years on a wall (7.3 Mlx h) it cannot be told yet; one card, one tester.'],
            'a claim of another property' => [['staining' => self::of($lift(0, 0, 0, 1.0), 3, ['Odo', 'Tamsin'])], null, [$claim('staining', 'washes off', ClaimCheck::Contradicted)], 'Reed stains. What light does to it was not tested; the maker says “washes off” of its staining, which the tests contradict. For work that hangs nothing can be said yet.'],
            'claims that agree, or cannot be told, are no news' => [['staining' => self::of($lift(0, 0, 0, 1.0), 3, ['Odo', 'Tamsin'])], null, [$claim('staining', 'clings', ClaimCheck::Agrees), $claim('transparency', '***', ClaimCheck::NotComparable), $claim('granulation', 'even', ClaimCheck::Open)], 'Reed stains. What light does to it was not tested. For work that hangs nothing can be said yet.'],
            'tests that do not agree' => [['staining' => self::of($lift(0, 0, 0.1, 0.9), 4, ['Odo', 'Tamsin', 'Kes', 'Wren'], 1)], null, [], 'Reed probably stains. What light does to it was not tested. For work that hangs nothing can be said yet; tests of its staining do not agree.'],
            'transparent, and it grains' => [['transparency' => self::of($body(0.99, 0.01, 0, 0), 2, ['Odo', 'Kes']), 'granulation' => self::of($grain(0, 0.02, 0.1, 0.88), 2, ['Odo', 'Kes'])], null, [], 'Reed is transparent and probably granulates heavily. What light does to it was not tested. For work that hangs nothing can be said yet.'],
        ];
    }

    /**
     * @param array<string, array{chances: array<string, float>, tests: int, testers: list<string>, off: int}> $properties
     * @param array{verdict: LightVerdict, tester: string}|null $light
     * @param list<array{property: string, words: string, check: ClaimCheck}> $claims
     */
    #[DataProvider('paints')]
    public function testAPaintIsReadOut(array $properties, ?array $light, array $claims, string $says): void
    {
        $sentences = ReadAloud::paint('Reed', $properties, $light, $claims);
        self::assertSame($says, self::text($sentences));
        self::assertLessThanOrEqual(3, count($sentences));
    }

    public function testClausesOpenToTheirNumbers(): void
    {
        $clauses = array_merge(...ReadAloud::paint('Reed', ['staining' => self::of(['non-staining' => 0.0, 'low' => 0.0, 'medium' => 0.0, 'high' => 1.0])], self::light(['6.2' => 0.1]), []));
        self::assertSame(['staining', 'lightfastness', 'lightfastness', null], array_map(static fn (Clause $c): ?string => $c->property, $clauses));
    }

    /** @return array<string, array{0: list<array{chances: array<string, array<string, float>>, light: LightVerdict|null}>, 1: string}> */
    public static function codes(): array
    {
        $paint = static fn (array $chances, ?LightVerdict $light = null): array => ['chances' => $chances, 'light' => $light];
        $clear = ['transparency' => ['transparent' => 0.6, 'semi-transparent' => 0.35, 'semi-opaque' => 0.05, 'opaque' => 0.0]];
        $covers = ['transparency' => ['transparent' => 0.0, 'semi-transparent' => 0.0, 'semi-opaque' => 0.2, 'opaque' => 0.8]];
        $either = ['transparency' => ['transparent' => 0.0, 'semi-transparent' => 0.5, 'semi-opaque' => 0.5, 'opaque' => 0.0]];
        $held = FadeStrips::verdict(['0.8' => 0.1, '3' => 0.2, '8' => 0.1]);
        $gone = FadeStrips::verdict(['0.8' => 4.0, '6.2' => 20.0]);

        return [
            'same code, eight paints, half of them opaque' => [[...array_fill(0, 4, $paint($clear)), ...array_fill(0, 4, $paint($covers))], 'Of 8 paints tested for transparency 4 are transparent or nearly and 4 cover. None of them was tested in light.'],
            'one that nobody can place' => [[$paint($clear, $held), $paint($either, $gone), $paint($covers)], 'Of 3 paints tested for transparency 1 is transparent or nearly, 1 covers and of 1 it cannot be told. Of 2 paints tested in light 1 holds ten years on a wall and 1 does not.'],
            'nothing but light' => [[$paint([], $held), $paint([], $held)], 'Of 2 paints tested in light 2 hold ten years on a wall.'],
            'all alike' => [array_fill(0, 2, $paint(['staining' => ['non-staining' => 0.0, 'low' => 0.0, 'medium' => 0.1, 'high' => 0.9]])), 'Of 2 paints tested for staining 2 stain. None of them was tested in light.'],
        ];
    }

    /** @param list<array{chances: array<string, array<string, float>>, light: LightVerdict|null}> $paints */
    #[DataProvider('codes')]
    public function testACodeOfManyPaintsIsReadOut(array $paints, string $says): void
    {
        self::assertSame($says, self::text(ReadAloud::many($paints)));
    }

    /** @return array<string, array{0: array<string, mixed>, 1: string}> */
    public static function sets(): array
    {
        $of = static fn (array $more): array => [...['verdict' => Fairness::FAIR, 'why' => '', 'tested' => [0, 1, 2], 'classes' => [0 => 'none', 1 => 'none', 2 => 'none'], 'values' => [0 => 0.02, 1 => 0.01, 2 => 0.03], 'pairs' => [], 'leader' => null, 'perhapsWith' => [], 'testers' => 2], ...$more];
        $pair = static fn (int $a, int $b, bool $real = true): array => ['one' => $a, 'other' => $b, 'real' => $real];
        $doubt = 'That two cannot be told apart does not prove them alike.';
        $doubtless = 'that two cannot be told apart does not prove them alike';

        return [
            'nothing to compare' => [[], 'Too little was tested to hold them against each other.'],
            'inside the repeat spread' => [['granulation' => $of([])], 'In granulation they cannot be told apart (all do not granulate). Nothing is said of transparency and staining, which fewer than two were tested for; that two cannot be told apart does not prove them alike.'],
            'papers differ' => [['staining' => $of(['verdict' => Fairness::NOT_RANKED, 'why' => 'paper maker', 'pairs' => [$pair(0, 1)]]), 'granulation' => $of([]), 'transparency' => $of(['classes' => [0 => null, 1 => 'opaque', 2 => null]])], "No winner in staining, since the paper maker differs and can do this alone; in granulation they cannot be told apart (all do not granulate); in transparency they cannot be told apart. $doubt"],
            'one lifts more than all others' => [['staining' => $of(['classes' => [0 => 'high', 1 => 'low', 2 => 'high'], 'values' => [0 => 0.7, 1 => 0.2, 2 => 0.8], 'pairs' => [$pair(0, 1), $pair(1, 2), $pair(0, 2, false)], 'leader' => 1]), 'granulation' => $of([]), 'transparency' => $of(['classes' => [0 => null, 1 => null, 2 => null]])], "Marsh lifts the most; in granulation they cannot be told apart (all do not granulate); in transparency they cannot be told apart. $doubt"],
            'four makers inside the repeat spread, one tester' => [['staining' => $of(['tested' => [0, 1, 2], 'classes' => [0 => 'medium', 1 => 'medium', 2 => 'medium'], 'testers' => 1])], "In staining they cannot be told apart (all lift in part). Nothing is said of transparency and granulation, which fewer than two were tested for; all by one tester; $doubtless."],
            'roughened paper in one of them' => [['granulation' => $of(['verdict' => Fairness::NOT_RANKED, 'why' => 'surface', 'pairs' => [$pair(0, 2)]])], "No winner in granulation, since the surface differs and can do this alone. Nothing is said of transparency and staining, which fewer than two were tested for; $doubtless."],
            'an old pan against a fresh tube' => [['staining' => $of(['verdict' => Fairness::NOT_RANKED, 'why' => 'state of the paint', 'pairs' => [$pair(0, 1)]])], "No winner in staining, since the state of the paint differs and can do this alone. Nothing is said of transparency and granulation, which fewer than two were tested for; $doubtless."],
            'the one in the middle differs from nobody' => [['staining' => $of(['classes' => [0 => null, 1 => null, 2 => null], 'values' => [0 => 0.2, 1 => 0.4, 2 => 0.6], 'pairs' => [$pair(0, 2)], 'leader' => 0, 'perhapsWith' => [1]])], "Reed lifts the most, perhaps with Marsh. Nothing is said of transparency and granulation, which fewer than two were tested for; $doubtless."],
            'neighbours differ and the ends were not held together' => [['granulation' => $of(['classes' => [0 => 'none', 1 => 'heavy', 2 => 'none'], 'values' => [0 => 0.02, 1 => 0.3, 2 => 0.01], 'pairs' => [$pair(0, 1)]])], "In granulation some of them differ, and none leads. Nothing is said of transparency and staining, which fewer than two were tested for; $doubtless."],
            'only the ends differ' => [['transparency' => $of(['classes' => [0 => null, 1 => null, 2 => null], 'values' => [0 => 0.05, 1 => 0.03, 2 => 0.09], 'pairs' => [$pair(1, 2)], 'leader' => 1, 'perhapsWith' => [0], 'testers' => 1])], 'Marsh is the most transparent, perhaps with Reed. Nothing is said of staining and granulation, which fewer than two were tested for; all by one tester; that two cannot be told apart does not prove them alike.'],
        ];
    }

    /** @param array<string, array{verdict: string, why: string, tested: list<int>, classes: array<int, string|null>, values: array<int, float>, pairs: list<array{one: int, other: int, real: bool}>, leader: int|null, perhapsWith: list<int>, testers: int}> $properties */
    #[DataProvider('sets')]
    public function testSeveralAreReadOut(array $properties, string $says): void
    {
        self::assertSame($says, self::text(ReadAloud::several(['Reed', 'Marsh', 'Tide'], $properties)));
    }
}
