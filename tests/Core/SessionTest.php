<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Bench\HandMeasure;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Evidence\EyeScale;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Session\BenchWords;
use MarshTrial\Core\Session\CardTasks;
use MarshTrial\Core\Session\CodeWords;
use MarshTrial\Core\Session\Conditions;
use MarshTrial\Core\Session\SessionPlan;
use PHPUnit\Framework\TestCase;
use Tests\Support\Painted;

final class SessionTest extends TestCase
{
    /** @return list<array{pan: string, code: string, hue: string, maker: string}> */
    private static function pans(string ...$of): array
    {
        return array_map(static function (string $pan): array {
            [$code, $hue] = explode(' ', $pan);

            return ['pan' => uniqid($pan), 'code' => $code, 'hue' => $hue, 'maker' => 'A'];
        }, array_values($of));
    }

    /** @return list<list<string>> codes by card */
    private static function codes(SessionPlan $plan): array
    {
        return array_map(static fn (array $c): array => array_map(static fn (string $p): string => explode(' ', $p)[0], $c['pans']), $plan->cards);
    }

    public function testRowsGoFromLightToDarkAndACodeStaysOnOneCard(): void
    {
        $plan = SessionPlan::of(self::pans('PB28 blue', 'PR254 red', 'PY65 yellow', 'PB28 blue', 'PR254 red', 'PR254 red', 'PY65 yellow', 'PB28 blue'), ['property']);
        self::assertSame([['PY65', 'PY65', 'PR254', 'PR254', 'PR254'], ['PB28', 'PB28', 'PB28']], self::codes($plan));
        // As chosen means as chosen; a group larger than a card is split; unknown hues come last.
        self::assertSame([['PB28', 'PY65']], self::codes(SessionPlan::of(self::pans('PB28 blue', 'PY65 yellow'), ['property'], true)));
        self::assertSame([6, 2], array_map(count(...), self::codes(SessionPlan::of(self::pans(...array_fill(0, 8, 'PB28 blue')), ['property']))));
        self::assertSame([['PY65', 'secret']], self::codes(SessionPlan::of(self::pans('secret x', 'PY65 yellow'), ['property'])));
    }

    public function testNoCardIsWastedWhateverIsChosen(): void
    {
        mt_srand(7);
        for ($i = 0; $i < 300; $i++) {
            $n = mt_rand(1, 30);
            $plan = SessionPlan::of(self::pans(...array_map(static fn (): string => ['PB28 blue', 'PR254 red', 'PY65 yellow', 'PG7 green', 'PV3 violet'][mt_rand(0, 4)], range(1, $n))), ['property']);
            self::assertSame((int) ceil($n / CardLayout::MAX_ROWS), $plan->sheets());
            self::assertSame($n, array_sum(array_map(static fn (array $c): int => count($c['pans']), $plan->cards)));
            self::assertLessThanOrEqual(CardLayout::MAX_ROWS, max(array_map(static fn (array $c): int => count($c['pans']), $plan->cards)));
            $this->holdsTogether($plan);
        }
    }

    /** Nothing overlaps, no card is touched while it dries, and every row meets every test. */
    private function holdsTogether(SessionPlan $plan, string $lifting = 'lift-soft-then-stiff'): void
    {
        $free = 0;
        $dry = $seen = [];
        foreach ($plan->tasks as $task) {
            $seen[$task['card']][$task['kind']->key][] = $task['row'];
            if ($task['kind']->isWait) {
                $dry[$task['card']] = $task['endSeconds'];

                continue;
            }
            self::assertGreaterThanOrEqual(max($free, $dry[$task['card']] ?? 0), $task['startSeconds']);
            $free = $task['endSeconds'];
        }
        foreach ($plan->cards as $c => $card) {
            foreach (CardTasks::of($card['kind'], $lifting, Block::list(PropertyCard::USUAL)) as $kind) {
                self::assertSame($kind->perRow ? range(1, count($card['pans'])) : [null], $seen[$c][$kind->key]);
            }
        }
    }

    public function testTheTimeIsWorkedOutByHand(): void
    {
        // One row: line 240, ink dries 600, pre-wet 30, soak 120, stroke 50, wash 50, lift places 60, dry 1800, soft 75, stiff 75, dry 1200, judge 30, picture 120.
        $plan = SessionPlan::of(self::pans('PB28 blue'), ['property']);
        self::assertSame([240 + 30 + 50 + 50 + 60 + 75 + 75 + 30 + 120, 4450], [$plan->workSeconds, $plan->wholeSeconds]);
        self::assertSame(4450, 240 + 600 + 30 + 120 + 50 + 50 + 60 + 1800 + 75 + 75 + 1200 + 30 + 120);
        // With twelve the drying of one card is the painting of the other: far less than twice one card.
        $six = SessionPlan::of(self::pans(...array_fill(0, 6, 'PB28 blue')), ['property'])->wholeSeconds;
        $twelve = SessionPlan::of(self::pans(...array_fill(0, 12, 'PB28 blue')), ['property'])->wholeSeconds;
        self::assertLessThan(1.5 * $six, $twelve);
        self::assertEqualsWithDelta(2 * 0.297 * 0.210, SessionPlan::of(self::pans('PB28 blue'), ['property', 'fade'])->paperSquareMetres(), 1e-12);
    }

    public function testTheProtocolOfLiftingDecidesWhatIsDoneToTheStroke(): void
    {
        $kinds = static fn (string $lifting): array => array_values(array_unique(array_map(static fn (array $t): string => $t['kind']->key, SessionPlan::of(self::pans('PB28 blue'), ['property'], false, $lifting)->tasks)));
        self::assertSame(['line', 'pre-wet', 'stroke', 'wash', 'lift-places', 'dry', 'lift-soft', 'dry-again', 'judge', 'picture'], $kinds('lift-gently'));
        self::assertSame(['line', 'pre-wet', 'stroke', 'wash', 'lift-places', 'dry', 'lift-stiff', 'dry-again', 'judge', 'picture'], $kinds('lift-hard-scrub'));
        // What is blotted wet is blotted before the next paint is touched.
        self::assertSame(['line', 'pre-wet', 'stroke', 'wash', 'lift-places', 'blot', 'dry', 'judge', 'picture'], $kinds('lift-blot-wet'));
        foreach (Protocol::all('staining') as $protocol) {
            $this->holdsTogether(SessionPlan::of(self::pans(...array_fill(0, 9, 'PB28 blue')), ['property', 'fade'], false, $protocol->id), $protocol->id);
        }
    }

    public function testWhatCannotBePlannedIsSaid(): void
    {
        foreach ([[[], ['property'], 'at least one pan'], [self::pans('PB28 blue'), [], 'at least one test'], [self::pans('PB28 blue'), ['salt'], 'no test called "salt"'], [self::pans(...array_fill(0, 61, 'PB28 blue')), ['fade'], 'up to 60 pans']] as [$pans, $tests, $sentence]) {
            try {
                SessionPlan::of($pans, $tests);
                self::fail($sentence);
            } catch (CoreException $e) {
                self::assertStringContainsString($sentence, $e->getMessage());
            }
        }
    }

    public function testCodeWordsAreDifferentAndSayNothingOfTheOrder(): void
    {
        $words = CodeWords::of(60, 5);
        self::assertSame([60, $words], [count(array_unique($words)), CodeWords::of(60, 5)]);
        self::assertNotSame($words, CodeWords::of(60, 6));
        $sorted = $words;
        sort($sorted);
        self::assertNotSame($sorted, $words);
        // No word of colour, hue or metal among them.
        self::assertDoesNotMatchRegularExpression('/red|blue|green|yellow|gold|silver|brown|black|white|violet|rose|orange|copper/', implode(' ', $words));
        self::assertSame(200, count(array_unique(CodeWords::of(200, 1))));
    }

    public function testConditionsAreInheritedAndBothAreKept(): void
    {
        $of = Conditions::of(['brush' => 'round 8', 'humidity' => '55'], ['brush' => 'flat 12', 'water' => 'distilled']);
        self::assertSame(['value' => 'flat 12', 'inherited' => 'round 8', 'own' => true], $of['brush']);
        self::assertSame(['value' => 'distilled', 'inherited' => null, 'own' => true], $of['water']);
        self::assertSame(['value' => '55', 'inherited' => '55', 'own' => false], $of['humidity']);
        self::assertSame(['55', '21.5', '', 'gift'], [Conditions::check('humidity', '55 %'), Conditions::check('temperature', '21,5'), Conditions::check('room', ' '), Conditions::check('got', 'gift')]);
        foreach ([['humidity', '140'], ['inkSet', 'hope'], ['mood', 'calm'], ['room', str_repeat('x', 200)]] as [$key, $value]) {
            try {
                Conditions::check($key, $value);
                self::fail($key);
            } catch (CoreException $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
    }

    public function testWhatIsTakenByHandHasItsRangeAndEveryScaleItsDescriptions(): void
    {
        self::assertSame([23.5, 3.0, 0.25], [HandMeasure::check('spread', ' 23,5 '), HandMeasure::check('layerMoved', '3'), HandMeasure::check('paintUsed', '0.25')]);
        foreach ([['layerMoved', '1'], ['layerMoved', '10'], ['mood', '3'], ['spread', 'x']] as [$what, $value]) {
            try {
                HandMeasure::check($what, $value);
                self::fail("$what $value");
            } catch (CoreException $e) {
                self::assertNotSame('', $e->getMessage());
            }
        }
        foreach (EyeScale::all() as $property => $words) {
            self::assertGreaterThanOrEqual(3, count($words), $property);
            self::assertSame($words, array_filter($words, static fn (string $meaning): bool => strlen($meaning) > 10));
            self::assertSame($words, EyeScale::words($property));
        }
        self::assertSame([], array_intersect(EyeScale::more(), Property::keys(Measures::claimed())));
    }

    public function testEveryActionOutlinesItsPlaceInsideTheCard(): void
    {
        foreach (['property' => Painted::property(), 'fade' => Painted::fade()] as $kind => $layout) {
            foreach ([...CardTasks::of($kind, 'lift-soft-then-stiff', Block::list(PropertyCard::USUAL)), ...$kind === 'property' ? [CardTasks::all()['blot']] : []] as $task) {
                self::assertNotSame(['', ''], [$task->title, $task->instruction]);
                $roles = $task->cells;
                $places = array_filter($layout->cells, static fn (Cell $c): bool => in_array($c->role, $roles, true));
                // A row's action has a place on the card, but for the eye's, whose place follows from the property.
                self::assertSame($task->perRow && $task->key !== CardTasks::JUDGE || $task->key === CardTasks::LINE, $places !== [], "$kind, $task->key");
            }
        }
        self::assertSame([['stroke-paper', 'stroke-black'], ['lift-none', 'lift-soft', 'lift-stiff'], ['wash'], []], array_map(static fn (Property $p): array => array_column(CardTasks::judgedAt($p), 'value'), Measures::claimed()));
    }

    public function testEveryRemarkHasItsOwnKeyAndNoneIsTakenByTheBench(): void
    {
        self::assertSame([], array_intersect(array_map(strval(...), array_keys(BenchWords::REMARKS)), ['x', 'b', 'n', 'p', 't', 'g', 's', 'd', '?', '/']));
        self::assertCount(count(BenchWords::REMARKS), array_unique(BenchWords::REMARKS));
    }
}
