<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Evidence\Distributions;
use MarshTrial\Core\Evidence\Evidence;
use MarshTrial\Core\Evidence\Fairness;
use MarshTrial\Core\Evidence\Makers;
use MarshTrial\Core\Evidence\PaintTest;
use MarshTrial\Core\Evidence\Ranking;
use MarshTrial\Core\Evidence\Scatter;
use MarshTrial\Core\Evidence\TwoPaints;
use MarshTrial\Core\Rating\ClassChances;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;

/** What many tests say together, and whether they may be held against each other. */
final class ManyTestsTest extends TestCase
{
    /**
     * @param list<float> $values one a tester
     *
     * @return non-empty-list<PaintTest>
     */
    private static function tests(array $values, float $u = 0.01, string $maker = '', string $tester = 'tester %d'): array
    {
        return array_map(static fn (float $v, int $i): PaintTest => new PaintTest("$maker$i", $v, $u, sprintf($tester, $i), $maker), $values ?: [0.5], array_keys($values ?: [0.5]));
    }

    /** @param list<list<float>> $repeated values of paints by different testers */
    private static function scatter(array $repeated, string $property = 'staining', string $tester = 'tester %d'): Scatter
    {
        return Scatter::learn(Scale::current(), $property, array_map(static fn (array $v): array => self::tests($v, 0.005, '', $tester), $repeated));
    }

    public function testScatterIsLearnedAndNeverLessAmongTestersThanOfOneHand(): void
    {
        $before = self::scatter([]);
        self::assertSame([0, 0], [$before->hands, $before->groups]);
        // Before anything is repeated it is what the prior says: 0.12 of r(1 - r) + 0.02.
        self::assertEqualsWithDelta(0.12 * 0.27, $before->usual(0.5), 0.003);
        $tight = self::scatter(array_fill(0, 10, [0.50, 0.505, 0.495]));
        $loose = self::scatter(array_fill(0, 10, [0.50, 0.60, 0.40]));
        self::assertSame([0, 10], [$tight->hands, $tight->groups]);
        self::assertLessThan(0.5 * $before->usual(0.5), $tight->usual(0.5));
        self::assertEqualsWithDelta(0.1, $loose->usual(0.5), 0.03);
        // One hand that scatters much raises what different testers are taken to scatter by.
        $hand = self::scatter(array_fill(0, 10, [0.50, 0.60, 0.40]), 'staining', 'the same');
        self::assertSame([10, 0], [$hand->hands, $hand->groups]);
        self::assertGreaterThan(1.5 * $before->usual(0.5), $hand->usual(0.5));
        self::assertGreaterThanOrEqual(0.95 * $hand->usual(0.5, true), $hand->usual(0.5));
        self::assertEqualsWithDelta($tight->usual(0.3), Scatter::fromArray(Scale::current(), 'staining', $tight->toArray())->usual(0.3), 1e-12);
        // In clear steps it is steps, whatever the value.
        self::assertEqualsWithDelta(self::scatter([], 'gradation')->usual(4), self::scatter([], 'gradation')->usual(12), 1e-9);
    }

    public function testTestsOfOneTesterAreOneVoice(): void
    {
        $scatter = self::scatter([]);
        $of = static fn (array $tests): Evidence => Evidence::of(Scale::current(), 'staining', $scatter, $tests);
        $one = $of([...self::tests([0.40, 0.40, 0.40], 0.01, '', 'Odo'), ...self::tests([0.60], 0.01, '', 'Tamsin')]);
        self::assertEqualsWithDelta(0.5, $one->value, 0.005);
        self::assertSame([4, ['Odo', 'Tamsin']], [$one->tests, $one->testers]);
        // The more testers, the surer; what another one would say stays wide.
        $few = $of(self::tests([0.5]));
        $many = $of(self::tests([0.5, 0.49, 0.51, 0.5, 0.52, 0.48]));
        self::assertLessThan(0.6 * $few->uncertainty, $many->uncertainty);
        self::assertGreaterThan(3 * $many->uncertainty, ($many->another()[1] - $many->another()[0]) / 2);
        self::assertEqualsWithDelta(0.025, $many->below($many->another()[0]), 1e-4);
        $chances = $many->chances(['low' => 0.3, 'medium' => 0.6, 'high' => INF]);
        self::assertEqualsWithDelta(1.0, array_sum($chances), 1e-9);
        self::assertGreaterThan(0.9, $chances['medium']);
    }

    public function testATestThatLiesOffIsMarkedAndStays(): void
    {
        $scatter = self::scatter(array_fill(0, 10, [0.50, 0.505, 0.495]));
        $of = static fn (float $odd): Evidence => Evidence::of(Scale::current(), 'staining', $scatter, self::tests([0.5, 0.5, 0.51, 0.49, $odd]));
        self::assertSame([], $of(0.53)->off);
        self::assertSame(['4'], $of(0.75)->off);
        self::assertSame(5, $of(0.75)->tests);
        self::assertGreaterThan($of(0.53)->value, $of(0.75)->value);
        // Two that disagree accuse each other; neither is marked.
        self::assertSame([], Evidence::of(Scale::current(), 'staining', $scatter, self::tests([0.2, 0.8]))->off);
    }

    public function testTwoPaintsAreToldApartAsFarAsTheirTestsReach(): void
    {
        $scatter = self::scatter([]);
        $of = static fn (array $values): Evidence => Evidence::of(Scale::current(), 'staining', $scatter, self::tests($values, 0.002));
        $alike = TwoPaints::of($of([0.5]), $of([0.5]));
        self::assertSame(0.0, $alike->difference);
        self::assertSame('cannot be told apart', Ranking::of(Scale::current(), [$of([0.5]), $of([0.5])])->words('0-1'));
        self::assertEqualsWithDelta(0.5, $alike->again, 1e-6);
        $apart = TwoPaints::of($of([0.2]), $of([0.7]));
        self::assertGreaterThan(0.99, $apart->chance);
        self::assertSame('differ', Ranking::of(Scale::current(), [$of([0.2]), $of([0.7])])->words('0-1'));
        // A difference that is just real at 95 % is repeated by one further pair in 0.92 with one test each, in 0.77 with six (own arithmetic: 1.96 over the roots of 2 and 7).
        foreach ([[1, 0.917], [6, 0.771]] as [$tests, $again]) {
            $values = array_fill(0, $tests, 0.5);
            $sd = hypot($of($values)->uncertainty, $of($values)->uncertainty);
            $just = TwoPaints::of($of($values), $of(array_map(static fn (float $v): float => $v + 1.96 * $sd, $values)));
            self::assertEqualsWithDelta(0.95, $just->chance, 0.02);
            self::assertEqualsWithDelta($again, $just->again, 0.03, "$tests tests");
        }
        // Of many pairs some differ by luck: 0.96 among twenty is not named, and is where it stands alone.
        self::assertSame(['a'], TwoPaints::named(['a' => 0.96]));
        self::assertSame(['a'], TwoPaints::named(['a' => 0.999, ...array_fill_keys(range('b', 't'), 0.96)], 0.04));
        self::assertSame(['a', 'b'], TwoPaints::named(['b' => 0.98, 'a' => 0.99, 'c' => 0.5]));
    }

    /** Three pairs together may name no more by luck than one pair alone (Benjamini and Hochberg 1995, worked by hand). */
    public function testALeaderHasToHoldAmongAllPairs(): void
    {
        $scatter = self::scatter([]);
        $of = static fn (float $value): Evidence => Evidence::of(Scale::current(), 'staining', $scatter, self::tests(array_fill(0, 3, $value), 0.002));
        $sd = hypot($of(0.5)->uncertainty, $of(0.5)->uncertainty);
        $at = static fn (float $z): Evidence => $of(0.5 + $z * $sd);
        // 2.2 standard errors are 0.972: enough for one pair, too little among three (0.983 asked of the first).
        self::assertSame([0, []], [Ranking::of(Scale::current(), [$at(0), $at(2.2)])->leader, Ranking::of(Scale::current(), [$at(0), $at(2.2)])->perhapsWith]);
        $three = Ranking::of(Scale::current(), [$at(0), $at(0.5), $at(2.2)]);
        self::assertSame([null, []], [$three->leader, $three->apart]);
        $clear = Ranking::of(Scale::current(), [3 => $at(4), 5 => $at(0), 8 => $at(0.5)]);
        self::assertSame([5, [8]], [$clear->leader, $clear->perhapsWith]);
        self::assertTrue($clear->areApart(8, 3));
    }

    /**
     * @param array<string, array<string, float|list<float>>> $values by maker and tester
     *
     * @return list<PaintTest>
     */
    private static function cells(array $values): array
    {
        $out = [];
        foreach ($values as $maker => $of) {
            foreach ($of as $tester => $each) {
                foreach ((array) $each as $value) {
                    $out[] = new PaintTest((string) count($out), (float) $value, 0.01, (string) $tester, (string) $maker);
                }
            }
        }

        return $out;
    }

    public function testAMakerIsNamedOnlyWhereItIsTheMakers(): void
    {
        $of = static fn (array $values, float $hand = 0.02): ?Makers => Makers::of(Scale::current(), self::cells($values), $hand);
        $named = static fn (?Makers $m): array => array_keys(array_filter($m->makers ?? [], static fn (array $maker): bool => $maker['named']));
        // Three testers who lift harder and softer: what one does to all makers is not the makers'.
        $crossed = ['a' => ['Odo' => 0.70, 'Tamsin' => 0.82, 'Kes' => 0.61], 'b' => ['Odo' => 0.50, 'Tamsin' => 0.62, 'Kes' => 0.40], 'c' => ['Odo' => 0.51, 'Tamsin' => 0.60, 'Kes' => 0.41]];
        $told = $of($crossed) ?? self::fail();
        self::assertSame([true, false, ['a']], [$told->matters, $told->confounded, $named($told)]);
        self::assertGreaterThan($told->within, $told->between);
        // Their means are told with the testers taken out.
        self::assertEqualsWithDelta(0.71 - 0.5067, $told->makers['a']['mean'] - $told->makers['b']['mean'], 0.005);
        self::assertFalse(($of(['a' => ['Odo' => 0.50, 'Kes' => 0.52], 'b' => ['Odo' => 0.51, 'Kes' => 0.49]]) ?? self::fail())->matters);
        // Each maker by its own tester, and with one more tester who tried two: nobody can tell whose it is, however far they lie apart.
        foreach ([['a' => ['Odo' => [0.9, 0.9]], 'b' => ['Kes' => [0.2, 0.2]]], ['a' => ['Odo' => 0.9, 'Tamsin' => 0.9], 'b' => ['Kes' => 0.2, 'Tamsin' => 0.9], 'c' => ['Wren' => 0.2]]] as $nested) {
            $own = $of($nested) ?? self::fail();
            self::assertSame([true, false, []], [$own->confounded, $own->matters, $named($own)]);
        }
        // One more crossing tester, and it is asked.
        self::assertFalse(($of(['a' => ['Odo' => 0.9, 'Tamsin' => 0.9], 'b' => ['Odo' => 0.2, 'Tamsin' => 0.2]]) ?? self::fail())->confounded);
        // A maker that one tester alone tried is beside the others and not compared with them.
        $alone = $of([...$crossed, 'd' => ['Odo' => 0.05]]) ?? self::fail();
        self::assertSame([['a'], false], [$named($alone), $alone->makers['d']['compared']]);
        // Two halves that share no tester are not one comparison.
        $halves = ['a' => ['Odo' => 0.9, 'Kes' => 0.9], 'b' => ['Odo' => 0.2, 'Kes' => 0.2], 'c' => ['Wren' => 0.9, 'Tamsin' => 0.9], 'd' => ['Wren' => 0.2, 'Tamsin' => 0.2]];
        self::assertTrue(($of($halves) ?? self::fail())->confounded);
        // Of two they differ, and nobody can say which one stands out; of one there is nothing to say.
        $two = $of(['a' => ['Odo' => [0.7, 0.71], 'Kes' => [0.72, 0.7], 'Wren' => [0.7, 0.7]], 'b' => ['Odo' => [0.4, 0.41], 'Kes' => [0.4, 0.42], 'Wren' => [0.41, 0.4]]]) ?? self::fail();
        self::assertSame([true, []], [$two->matters, $named($two)]);
        self::assertNull($of(['a' => ['Odo' => 0.7, 'Kes' => 0.71]]));
        // A hand that scatters as far as the makers lie apart leaves nothing to say.
        self::assertFalse(($of($crossed, 0.2) ?? self::fail())->matters);
        self::assertEqualsWithDelta(1.0, Distributions::fisher(0.0, 2, 5), 1e-12);
    }

    /** @return array{card: string, conditions: array<string, string|null>} */
    private static function row(string $card, string|null ...$conditions): array
    {
        return ['card' => $card, 'conditions' => [...['paper maker' => 'Fleet Mill', 'fibre' => 'cotton', 'surface' => 'cold-pressed', 'paper side' => 'felt side', 'state of the paint' => 'fresh', 'protocol' => 'p 1', 'paint measured out in' => 'counted drops', 'tester' => 'Odo', 'picture' => 'scan', 'ink of the line' => 'pigment', 'glass' => 'one pane', 'dose' => '6.2'], ...$conditions]];
    }

    public function testWhatDiffersInHowItWasTestedDecidesWhatMayBeSaid(): void
    {
        $fair = static fn (string $property, array $a, array $b): Fairness => Fairness::of($property, [self::row('1', ...$a), self::row('2', ...$b)]);
        self::assertSame('fair', $fair('staining', [], [])->verdict);
        // The whole table: what is ranked no more, and what is ranked with a remark; the rest it leaves alone.
        $table = [
            'paper maker' => ['staining strength', 'transparency granulation lightfastness salt two-tone'], 'fibre' => ['staining granulation strength salt', 'transparency lightfastness two-tone'],
            'surface' => ['granulation salt', 'transparency staining strength two-tone'], 'paper side' => ['granulation salt', 'transparency staining strength two-tone'],
            'state of the paint' => ['strength', 'transparency staining granulation salt two-tone'], 'protocol' => ['transparency staining granulation lightfastness strength salt', ''],
            'paint measured out in' => ['strength', 'salt'], 'tester' => ['', 'staining strength salt'], 'picture' => ['', 'transparency granulation lightfastness strength two-tone'],
            'ink of the line' => ['', 'transparency'], 'drying' => ['staining', 'two-tone'], 'humidity' => ['', 'lightfastness'], 'glass' => ['', 'lightfastness'], 'dose' => ['lightfastness', ''],
        ];
        foreach ($table as $what => [$notRanked, $remarked]) {
            foreach (['transparency', 'staining', 'granulation', 'lightfastness', 'strength', 'salt', 'two-tone'] as $property) {
                $verdict = match (true) {
                    in_array($property, explode(' ', $notRanked), true) => 'not ranked',
                    in_array($property, explode(' ', $remarked), true) => 'with a remark',
                    default => 'fair',
                };
                $found = $fair($property, [$what => 'one'], [$what => 'other']);
                self::assertSame($verdict, $found->verdict, "$property, $what");
                self::assertSame($verdict === 'fair' ? [] : [$what], array_column($found->differs, 'what'));
            }
        }
        // However it is written, one mill is one mill.
        self::assertSame('fair', $fair('staining', ['paper maker' => 'Fleet Mill'], ['paper maker' => 'FLEET  mill'])->verdict);
        // Only what hung in light differs by dose.
        self::assertSame(['not ranked', 'fair'], [$fair('lightfastness', ['dose' => '6.2'], ['dose' => '9.8'])->verdict, $fair('staining', ['dose' => '6.2'], ['dose' => '9.8'])->verdict]);
        // The worst of all parts counts, and stands first.
        $worst = $fair('staining', ['tester' => 'Odo', 'fibre' => 'cotton'], ['tester' => 'Tamsin', 'fibre' => 'cellulose']);
        self::assertSame(['not ranked', 'fibre'], [$worst->verdict, $worst->differs[0]['what']]);
        // What nobody wrote down counts as different, unless both rows are on one card.
        self::assertSame(['not ranked', 'not recorded'], [$fair('staining', ['fibre' => null], [])->verdict, $fair('staining', ['fibre' => null], [])->differs[0]['values'][0]]);
        self::assertSame('not ranked', $fair('staining', ['fibre' => null], ['fibre' => null])->verdict);
        self::assertSame('fair', Fairness::of('staining', [self::row('1', fibre: null), self::row('1', fibre: null)])->verdict);
        // Batches of different paints are different anyway; of one paint they are said.
        $batches = [self::row('1', batch: 'A'), self::row('2', batch: 'B')];
        self::assertSame(['fair', 'with a remark'], [Fairness::of('staining', $batches)->verdict, Fairness::of('staining', $batches, true)->verdict]);
        self::assertSame('fair', Fairness::of('staining', [self::row('1', batch: null), self::row('2', batch: null)], true)->verdict);
    }

    /** What is said of a paint is said of another card too. */
    public function testAnotherCardIsLessSureThanThisPicture(): void
    {
        $limits = ['none' => 0.04, 'slight' => 0.10, 'distinct' => 0.20, 'heavy' => INF];
        $another = Evidence::of(Scale::current(), 'granulation', self::scatter([], 'granulation'), self::tests([0.085], 0.004))->chances($limits);
        self::assertGreaterThan(0.99, ClassChances::of($limits, 0.085, 0.004)['slight']);
        self::assertLessThan(0.95, $another['slight']);
        self::assertGreaterThan(0.75, $another['slight']);
        // A residue near nothing or all scatters less than one in the middle.
        $staining = ['non-staining' => 0.10, 'low' => 0.30, 'medium' => 0.60, 'high' => INF];
        $of = static fn (float $value): array => Evidence::of(Scale::current(), 'staining', self::scatter([]), self::tests([$value]))->chances($staining);
        self::assertGreaterThan($of(0.55)['medium'], $of(0.95)['high']);
    }
}
