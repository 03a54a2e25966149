<?php

declare(strict_types=1);

namespace MarshTrial\Core\Session;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Card\BenchTask;
use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\Stage;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;

/** What a card goes through at the bench: what its blocks ask for, and what every card has. */
final class CardTasks
{
    public const LINE = 'line';

    public const PRE_WET = 'pre-wet';

    public const JUDGE = 'judge';

    /** Blocks whose properties are judged by eye before the picture is taken: together or not at all. */
    public const JUDGED = ['stroke', 'wash', 'lift'];

    /**
     * @param string $lifting protocol of lifting; of no meaning for a fade card
     * @param list<Block> $blocks of a property card
     *
     * @return list<BenchTask> in order; one may come more than once
     */
    public static function of(string $cardKind, string $lifting, array $blocks): array
    {
        $common = self::common();
        if ($cardKind === 'fade') {
            return [$common[self::PRE_WET], $common['depths'], $common['dry'], $common['picture'], $common['hang']];
        }
        $has = [];
        foreach ($blocks as $block) {
            $has[$block->kind->value] = $block;
        }
        $at = static function (Stage $stage) use ($has, $lifting): array {
            $out = [];
            foreach (BlockKind::cases() as $kind) {
                $block = $has[$kind->value] ?? null;
                array_push($out, ...array_filter($block === null ? [] : $kind->definition()::tasks($block->count, $lifting), static fn (BenchTask $t): bool => $t->stage === $stage));
            }

            return $out;
        };
        $then = static fn (array $tasks): array => $tasks === [] ? [] : [...$tasks, $common['dry-again']];
        $ruled = array_filter($has, static fn (Block $b): bool => $b->kind->definition()::needsLine()) !== [];

        return [
            // The dry pan has to be tried before any water comes to it.
            ...$at(Stage::DryPan), ...$ruled ? [$common[self::LINE]] : [], $common[self::PRE_WET],
            ...$at(Stage::Paint), $common['dry'], ...$then($at(Stage::OnDry)), ...$then($at(Stage::Again)),
            ...array_diff(self::JUDGED, array_keys($has)) === [] ? [$common[self::JUDGE]] : [], $common['picture'],
        ];
    }

    /** @return array<string, BenchTask> every one there is, by key */
    public static function all(): array
    {
        $out = self::common();
        foreach (BlockKind::cases() as $kind) {
            $definition = $kind->definition();
            foreach ($definition::tasks($definition::counts()[2] ?? 1, '') as $task) {
                $out[$task->key] = $task;
            }
        }

        return $out;
    }

    /** @return list<Property> what the eye judges on them */
    public static function judged(): array
    {
        return array_values(array_filter(Measures::claimed(), static fn (Property $p): bool => self::judgedAt($p) !== []));
    }

    /** @return list<CellRole> cells to look at when a property is judged by eye */
    public static function judgedAt(Property $property): array
    {
        $measure = Measures::of($property);

        return is_subclass_of($measure, Measure::class) ? $measure::block()->definition()::tasks(1, '')[0]->cells : [];
    }

    /** @return array<string, BenchTask> what belongs to no block */
    private static function common(): array
    {
        $whole = static fn (string $key, string $title, string $instruction, int $seconds, array $cells = [], ?array $timer = null, bool $needsPan = false, bool $isWait = false): BenchTask => new BenchTask($key, $title, $instruction, $seconds, $cells, Stage::Paint, $timer, false, $needsPan, $isWait);
        $dry = static fn (string $key, string $title, int $seconds): BenchTask => $whole($key, $title, 'Dry is when the paper no longer feels cool to the back of a finger and does not shine.', 0, [], ['kind' => 'drying', 'seconds' => $seconds], isWait: true);
        $tasks = [
            $whole(self::LINE, 'Rule the line', 'Black waterproof line, 4 mm wide, along the ticks of every row. Let the ink dry before any paint.', 240, [CellRole::LineBare, CellRole::UnderBare], ['kind' => 'drying', 'seconds' => 600]),
            $whole(self::PRE_WET, 'Pre-wet the pans', 'One drop of clean water on each pan of this card, so that all are in the same state.', 30, [], ['kind' => 'pre-wetting', 'seconds' => 120], true),
            new BenchTask('depths', 'Three depths on both halves', 'Full strength, middle and tint, the same load on the kept and on the exposed half.', 150, [CellRole::Depth]),
            $dry('dry', 'Let it dry', 1800),
            $dry('dry-again', 'Let it dry again', 1200),
            new BenchTask(self::JUDGE, 'Judge by eye', 'Choose the word that fits best. Look at reading distance, in daylight.', 30, needsPan: false),
            $whole('picture', 'Take the picture', 'Scan the dry card at 300 dots per inch, or photograph it whole.', 120),
            $whole('hang', 'Hang the exposed half', 'Record the window, the facing and the day; put the other half in the dark.', 180),
        ];

        return array_column(array_map(static fn (BenchTask $t): array => [$t->key, $t], $tasks), 1, 0);
    }
}
