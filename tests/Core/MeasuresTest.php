<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\Transparency;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\ClassScale;
use MarshTrial\Core\Rating\KeptRating;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Session\CardTasks;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Measures and blocks say of themselves what lists, pages and sessions are made of. */
final class MeasuresTest extends TestCase
{
    public function testEveryPropertyHasOneMeasureAndEveryBlockTellsSomething(): void
    {
        foreach (Property::cases() as $property) {
            $measure = Measures::of($property);
            self::assertSame($property, $measure::property());
            $limits = $measure::scale(Scale::current())?->limits;
            if ($limits !== null) {
                // Least first, and nothing beyond the last.
                $sorted = $limits;
                sort($sorted);
                self::assertSame($sorted, array_values($limits), $property->value);
                self::assertSame(INF, end($limits));
            }
        }
        self::assertSame(['transparency', 'staining', 'granulation', 'lightfastness'], Property::keys(Measures::claimed()));
        self::assertCount(count(Property::cases()), [...Measures::claimed(), ...Measures::more()]);
        $told = [];
        foreach (BlockKind::cases() as $kind) {
            $measures = Measures::ofBlock($kind);
            // A mix tells of two paints together, which is no property of one.
            self::assertSame($kind === BlockKind::Mix, $measures === [], $kind->value);
            array_push($told, ...$measures);
            $block = Block::of($kind);
            foreach ($block->cells(1, 20, 30) as $cell) {
                $window = $block->window(1, 20, 30)->area;
                self::assertTrue($cell->area->x >= $window->x && $cell->area->x + $cell->area->width <= $window->x + $window->width, $cell->id);
            }
            foreach ($kind->definition()::tasks($block->count, 'lift-gently') as $task) {
                self::assertArrayHasKey($task->key, CardTasks::all());
                self::assertGreaterThan(0, $task->seconds);
            }
        }
        $ofRows = array_filter(Property::cases(), static fn (Property $p): bool => is_subclass_of(Measures::of($p), Measure::class));
        self::assertCount(count($ofRows), array_unique($told));
    }

    /** @return iterable<string, array{Property, array<string, mixed>, string, string}> what is told, and in a line of its row */
    public static function ratings(): iterable
    {
        $rating = static fn (array $more): array => $more + ['value' => 0.166, 'uncertainty' => 0.012, 'said' => 'distinct', 'classes' => ['distinct'], 'chances' => ['distinct' => 0.99], 'numbers' => []];
        yield 'class and number' => [Property::Granulation, $rating([]), 'distinct, 0.17 ±0.01', 'granulation distinct 0.17 ±0.01'];
        yield 'no class' => [Property::Spread, $rating(['said' => null, 'classes' => [], 'value' => 12.34, 'uncertainty' => 0.56]), '12.3 ±0.6 mm', 'spread 12.3 ±0.6 mm'];
        yield 'a rating of before there were chances' => [Property::Staining, $rating(['said' => null, 'classes' => ['low', 'medium', 'high']]), 'low to high, 0.17 ±0.01', 'staining low to high 0.17 ±0.01'];
        yield 'a count' => [Property::Gradation, $rating(['said' => '9 clear steps', 'classes' => ['9 clear steps'], 'chances' => ['9 clear steps' => 0.97]]), '9 clear steps', '9 clear steps'];
        $between = ['said' => 'between 8 clear steps and 9 clear steps', 'classes' => ['8 clear steps', '9 clear steps']];
        yield 'between two counts' => [Property::Gradation, $rating([...$between, 'chances' => ['8 clear steps' => 0.44, '9 clear steps' => 0.56], 'numbers' => ['paleEndLost' => true]]), '8 or 9 clear steps', '8 or 9 clear steps, pale end lost'];
        yield 'a likelier count' => [Property::SteppedGradation, $rating(['said' => 'probably 9 clear steps (85 %)', 'chances' => ['8 clear steps' => 0.15, '9 clear steps' => 0.85]] + $between), 'probably 9 clear steps (85 %)', 'ladder: probably 9 clear steps (85 %)'];
        yield 'one step' => [Property::Gradation, $rating(['said' => null, 'classes' => ['one step', '2 clear steps'], 'chances' => []]), 'one step or 2 clear steps', 'one step or 2 clear steps'];
        $turn = ['said' => null, 'classes' => [], 'value' => -33.4, 'uncertainty' => 9.0, 'numbers' => ['masstoneHueDeg' => 280.0]];
        yield 'a turn of hue' => [Property::TwoTone, $rating($turn), '-33 ±9°', 'tint turns 33 ±9° towards blue'];
        yield 'a turn just twice its uncertainty' => [Property::TwoTone, $rating(['value' => 18.0, 'numbers' => ['masstoneHueDeg' => 200.0]] + $turn), '18 ±9°', 'tint turns 18 ±9° towards blue'];
        yield 'a turn just below' => [Property::TwoTone, $rating(['value' => 17.9] + $turn), '18 ±9°', 'no turn of hue'];
        yield 'streaks' => [Property::Evenness, $rating(['said' => 'uneven', 'numbers' => ['streaked' => true, 'streakDirectionDeg' => 12.4]]), 'uneven, 0.166 ±0.012', 'uneven wash, streaks at 12°'];
    }

    /** @param array<string, mixed> $rating */
    #[DataProvider('ratings')]
    public function testARatingIsToldInWords(Property $property, array $rating, string $told, string $brief): void
    {
        self::assertSame([$told, $brief], [Measures::of($property)::told(KeptRating::fromJson($rating)), Measures::of($property)::brief(KeptRating::fromJson($rating))]);
    }

    /** Limits of the classes, least first; the scale is changed here and there, or nowhere. */
    private const LIMITS = [
        'transparency' => ['transparent', 0.015, 'semi-transparent', 0.03, 'semi-opaque', 0.05, 'opaque'],
        'two-line transparency' => ['transparent', 0.015, 'semi-transparent', 0.03, 'semi-opaque', 0.05, 'opaque'],
        'staining' => ['non-staining', 0.10, 'low', 0.30, 'medium', 0.60, 'high'],
        'granulation' => ['none', 0.04, 'slight', 0.10, 'distinct', 0.20, 'heavy'],
        'lightfastness' => ['I', 4.0, 'II', 8.0, 'III', 16.0, 'IV', 24.0, 'V'],
        'evenness' => ['even', 0.03, 'slightly uneven', 0.06, 'uneven', 0.12, 'very uneven'],
        'wash separation' => ['none', 0.7, 'slight', 2.0, 'clear'],
        'separation' => ['none', 2.0, 'slight', 6.0, 'clear'],
        'softened edge' => ['hard line', 2.0, 'soft'],
        'salt' => ['none', 0.02, 'some', 0.10, 'strong'],
        're-wetting' => ['hardly at all', 0.10, 'hard work', 0.30, 'some passes', 0.92, 'at once'],
        'drops' => ['together', 0.8, 'a little apart', 2.0, 'far apart'],
        'bloom' => ['none', 0.08, 'soft', 0.25, 'hard-edged'],
    ];

    private const PALE = ['transparent', 0.10, 'semi-transparent', 0.25, 'semi-opaque', 0.50, 'opaque'];

    public function testEveryClassBeginsWhereItsScaleSays(): void
    {
        $scales = array_filter(array_map(static fn (Property $p): ?ClassScale => Measures::of($p)::scale(Scale::current()), array_combine(Property::keys(Property::cases()), Property::cases())));
        self::assertEqualsCanonicalizing(array_keys(self::LIMITS), array_keys($scales));
        foreach ($scales as $key => $scale) {
            $this->holds(self::LIMITS[$key], $scale->limitsOf(''), $key);
            $pale = str_contains($key, 'transparency');
            $this->holds($pale ? self::PALE : self::LIMITS[$key], $scale->limitsOf(Transparency::PALE), "$key, pale");
        }
    }

    /**
     * @param list<string|float> $expected classes and the limits between them
     * @param array<string, float> $limits
     */
    private function holds(array $expected, array $limits, string $what): void
    {
        for ($i = 1; $i < count($expected); $i += 2) {
            foreach ([[-1e-4, $expected[$i - 1]], [1e-4, $expected[$i + 1]]] as [$off, $class]) {
                $value = (float) $expected[$i] + $off;
                self::assertSame($class, Rating::measured(Scale::current(), 1, 'x', $value, 1e-6, $limits, null, [], [], [], '')->class(), "$what at $value");
            }
        }
        self::assertCount(intdiv(count($expected), 2) + 1, $limits);
    }

    public function testNumbersAreWrittenWithTheirPlaces(): void
    {
        $quantity = new Quantity('darkening', 3, 'deposit ', ' a layer');
        self::assertSame('deposit 0.214 ±0.009 a layer', $quantity->write(0.2144, 0.0091));
        self::assertSame('deposit 1000.000 a layer', $quantity->write(1000.0, null));
        $scale = new ClassScale(['a' => 1.0, 'b' => INF], ['a' => 2.0, 'b' => INF], 'pale');
        self::assertSame([['a', 'b'], 1.0, 2.0], [$scale->classes(), $scale->limitsOf('other')['a'], $scale->limitsOf('pale')['a']]);
    }
}
