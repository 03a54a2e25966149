<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * One action of a session, for a row or for a whole card.
 *
 * @property int $bench_session_id
 * @property int $card_id
 * @property int|null $specimen_id
 * @property int $position
 * @property string $kind
 * @property 'open'|'done'|'skipped' $state
 * @property string $reason
 * @property int|null $done_by_id
 * @property Carbon|null $done_at
 * @property int $planned_end_seconds
 * @property BenchSession $session
 * @property Specimen|null $specimen
 * @property User|null $doneBy
 */
final class Task extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['done_at' => 'datetime'];
    }

    public const STATES = ['open', 'done', 'skipped'];

    /** @return BelongsTo<Specimen, $this> */
    public function specimen(): BelongsTo
    {
        return $this->belongsTo(Specimen::class);
    }

    /** @return BelongsTo<BenchSession, $this> */
    public function session(): BelongsTo
    {
        return $this->belongsTo(BenchSession::class, 'bench_session_id');
    }

    /** @return BelongsTo<User, $this> */
    public function doneBy(): BelongsTo
    {
        return $this->belongsTo(User::class, 'done_by_id');
    }
}
