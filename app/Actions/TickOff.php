<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Measurement;
use App\Models\Task;
use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Measuring\CardMeasurement;
use MarshTrial\Core\Session\CardTasks;

/** What a card's picture shows painted need not be ticked off by hand; what it does not show stays open, and is asked about. */
final class TickOff
{
    /** Stands as the reason of a task that nobody marked. */
    public const SEEN = 'the picture shows it';

    public static function from(Measurement $measurement, CardMeasurement $measured): void
    {
        $card = $measurement->card;
        $open = $card->bench_session_id === null ? collect() : Task::query()->with('specimen', 'session')->where('card_id', $card->id)->where('state', 'open')->orderBy('position')->get();
        if ($open->isEmpty()) {
            return;
        }
        $kinds = CardTasks::all();
        $ticked = false;
        foreach ($open as $task) {
            $roles = $kinds[$task->kind]->cells ?? [];
            $seen = match (true) {
                $task->kind === 'picture' => true,
                $task->kind === CardTasks::JUDGE, $task->kind === 'hang' => false,
                $task->kind === CardTasks::LINE => array_filter($measured->rows, static fn ($r): bool => $r->bareLine === []) === [] && $measured->rows !== [],
                // A dry picture with paint on it: what had to dry has dried, what had to be wetted was.
                ($kinds[$task->kind]->isWait ?? false) || $task->kind === CardTasks::PRE_WET => self::anyPainted($measured),
                $task->specimen !== null => self::isPainted($measured, $task->specimen->row, $roles),
                default => false,
            };
            if ($seen) {
                $task->forceFill(['state' => 'done', 'reason' => self::SEEN, 'done_by_id' => $measurement->picture->owner_id, 'done_at' => now(), 'edition' => $task->edition + 1])->save();
                $ticked = true;
            }
        }
        if ($ticked) {
            MoveTask::settle($open[0]->session);
        }
    }

    /** @param list<CellRole> $roles */
    private static function isPainted(CardMeasurement $measured, int $row, array $roles): bool
    {
        foreach ($measured->layout->cellsOf($row) as $cell) {
            $shows = match ($cell->role) {
                CellRole::Paper => false,
                // Paint there says that it was painted, not that it was lifted.
                CellRole::LiftSoft, CellRole::LiftStiff => $measured->isLifted($cell->id, CellId::of($row, CellRole::LiftNone)),
                default => $measured->showsPaint($cell->id),
            };
            if ($shows && in_array($cell->role, $roles, true)) {
                return true;
            }
        }

        return false;
    }

    private static function anyPainted(CardMeasurement $measured): bool
    {
        foreach ($measured->layout->cells as $cell) {
            if (! in_array($cell->role, [CellRole::Paper, CellRole::LineBare, CellRole::UnderBare, CellRole::OverBare], true) && ! $cell->role->isOnLine() && $measured->showsPaint($cell->id)) {
                return true;
            }
        }

        return false;
    }
}
