<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\BenchSession;
use App\Models\Task;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Gate;
use MarshTrial\Core\CoreException;

/** Marks a task done, skipped or open again; with the last verdict the names of a blind session are shown. */
final class MoveTask
{
    public static function to(string $uuid, string $state, string $reason, ?string $ifMatch, User $user): Task
    {
        return DB::transaction(static function () use ($uuid, $state, $reason, $ifMatch, $user): Task {
            $task = Task::query()->with('session')->where('uuid', $uuid)->firstOrFail();
            Gate::authorize('work', $task->session);
            if ($state === 'skipped' && $reason === '') {
                throw new CoreException('Say why it is skipped; the record shows the gap with its reason.');
            }
            $same = $task->state === $state && $task->reason === ($state === 'skipped' ? $reason : '');
            if (! $same) {
                $task->change([
                    'state' => $state, 'reason' => $state === 'skipped' ? $reason : '', 'done_by_id' => $state === 'open' ? null : $user->id, 'done_at' => $state === 'open' ? null : now(),
                ], $ifMatch);
                self::settle($task->session);
            }

            return $task->load('doneBy');
        });
    }

    /** What follows for the session from the state of its tasks. */
    public static function settle(BenchSession $session): void
    {
        $open = Task::query()->where('bench_session_id', $session->id)->where('state', 'open')->exists();
        // Not an edit of anybody: the session's edition stays.
        $session->forceFill(['finished_at' => $open ? null : ($session->finished_at ?? now())])->save();
        $session->settleNames();
    }
}
