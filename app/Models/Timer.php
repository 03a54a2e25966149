<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * A running or ended timer; its times are absolute, so that it goes on whatever happens to the page.
 *
 * @property int $bench_session_id
 * @property int|null $task_id
 * @property string $kind
 * @property string $label
 * @property int $seconds
 * @property Carbon $started_at
 * @property Carbon|null $stopped_at
 * @property Task|null $task
 */
final class Timer extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['started_at' => 'datetime', 'stopped_at' => 'datetime'];
    }

    /** Milliseconds are kept. */
    protected $dateFormat = 'Y-m-d H:i:s.v';

    /** @return BelongsTo<Task, $this> */
    public function task(): BelongsTo
    {
        return $this->belongsTo(Task::class);
    }
}
