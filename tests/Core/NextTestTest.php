<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Evidence\NextTest;
use MarshTrial\Core\Rating\ClassChances;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;

final class NextTestTest extends TestCase
{
    /**
     * @param array<string, mixed> $of what differs from a property that is well settled
     *
     * @return array<string, mixed>
     */
    private static function known(array $of = []): array
    {
        return [...['limits' => Scale::current()->lifting->classes, 'value' => 0.45, 'uncertainty' => 0.02, 'classes95' => ['medium'], 'tests' => 3, 'testers' => 2, 'others' => [], 'contradicted' => []], ...$of];
    }

    /** Abramowitz and Stegun 1964, table 26.1: P(x) for x = 0, 0.5, 1, 2 and 3. */
    public function testTheNormalDistributionIsThePublishedOne(): void
    {
        foreach ([[0.0, 0.5], [0.5, 0.6914624613], [1.0, 0.8413447461], [2.0, 0.9772498681], [3.0, 0.9986501020]] as [$x, $p]) {
            self::assertEqualsWithDelta($p, ClassChances::normal($x), 1.5e-7);
            self::assertEqualsWithDelta(1 - $p, ClassChances::normal(-$x), 1.5e-7);
        }
    }

    public function testWhatIsNotTestedComesBeforeWhatLiesOnALimitAndWhatIsSettledIsNotNamed(): void
    {
        $ranked = NextTest::rank([
            'settled' => self::known(),
            'untested' => self::known(['value' => null, 'uncertainty' => null, 'tests' => 0, 'testers' => 0, 'classes95' => []]),
            'on a limit' => self::known(['value' => 0.28, 'uncertainty' => 0.03, 'tests' => 1, 'testers' => 1]),
        ]);
        self::assertSame(['untested', 'on a limit'], array_column($ranked, 'property'));
        // Four classes without any hint are two bits of doubt, of which a first test leaves about a third of one.
        self::assertEqualsWithDelta(2 - 0.35, $ranked[0]->gain, 1e-9);
        self::assertEqualsCanonicalizing(['non-staining' => 0.25, 'low' => 0.25, 'medium' => 0.25, 'high' => 0.25], $ranked[0]->chances);
        self::assertSame(['low', 'medium'], array_keys($ranked[1]->chances));
        self::assertSame('one test by one tester', $ranked[1]->why);
        self::assertEqualsWithDelta(1, array_sum($ranked[1]->chances), 0.03);
    }

    public function testOtherPaintsOfTheCodeLeadOneToExpectWithoutEverBeingCertain(): void
    {
        $of = static fn (string ...$others): NextTest => NextTest::rank(['staining' => self::known(['value' => null, 'uncertainty' => null, 'tests' => 0, 'others' => $others])])[0];
        self::assertGreaterThan($of('high', 'high', 'high', 'high')->gain, $of('low', 'high', 'medium', 'non-staining')->gain);
        self::assertSame('high', array_key_first($of('high', 'high')->chances));
        self::assertGreaterThan(0.02, $of('high', 'high')->chances['low']);
        self::assertStringContainsString('2 other paints of its codes are high', $of('high', 'high')->why);
        self::assertStringContainsString('run from low to high', $of('high', 'low')->why);
    }

    public function testAContradictionIsWorthATestEvenWhereTheNumberIsSure(): void
    {
        $ranked = NextTest::rank(['staining' => self::known(['contradicted' => ['the maker’s claim']])]);
        self::assertSame('3 tests by 2 testers; the maker’s claim says otherwise', $ranked[0]->why);
        // A second tester takes away more than the first one's repeat would.
        $near = static fn (int $testers): float => NextTest::rank(['staining' => self::known(['value' => 0.55, 'uncertainty' => 0.01, 'tests' => 1, 'testers' => $testers])])[0]->gain ?? 0.0;
        self::assertGreaterThan($near(4), $near(1));
        // A short exposure leaves categories; more of it narrows them, however sure the number is.
        $fade = NextTest::rank(['lightfastness' => self::known(['value' => 0.3, 'uncertainty' => 0.1, 'classes95' => ['I', 'II', 'III'], 'tests' => 1])]);
        self::assertSame(['its light so far leaves I, II, III possible', []], [$fade[0]->why, $fade[0]->chances]);
        // A strip that hangs is looked at, and no other is painted.
        $hangs = NextTest::rank(['lightfastness' => self::known(['classes95' => ['I', 'II', 'III'], 'tests' => 1, 'hangs' => 'on 6 March 2027'])]);
        self::assertSame('its strip hangs already, and leaves I, II, III possible: look at it on 6 March 2027', $hangs[0]->why);
        self::assertLessThan($fade[0]->gain, $hangs[0]->gain);
    }

    public function testWhatIsFoundOfMostPaintsIsExpectedOfAnUntestedOne(): void
    {
        $of = static fn (array $usual): NextTest => NextTest::rank(['staining' => self::known(['value' => null, 'uncertainty' => null, 'tests' => 0, 'usual' => $usual])])[0];
        self::assertLessThan($of(['low' => 5.0, 'high' => 5.0])->gain, $of(['high' => 10.0])->gain);
        self::assertSame('high', array_key_first($of(['high' => 10.0, 'low' => 1.0])->chances));
        self::assertEqualsWithDelta(2 - 0.35, $of([])->gain, 1e-9);
    }
}
