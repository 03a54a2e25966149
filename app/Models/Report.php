<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * Something that somebody thinks a steward should look at.
 *
 * @property string $uuid
 * @property int $by_id
 * @property string $subject of SUBJECTS
 * @property string $subject_uuid
 * @property string $words
 * @property Carbon $at
 * @property Carbon|null $settled_at
 * @property User $by
 */
final class Report extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    /** What can be reported, and by which model it is found. */
    public const SUBJECTS = ['question' => Question::class, 'answer' => Answer::class, 'record' => Card::class, 'study' => Study::class, 'group' => Group::class];

    /** Of these, what a steward can put out of sight; records are withdrawn, the others are taken back to their owner alone. */
    public const HIDDEN = ['question', 'answer', 'study', 'group'];

    public $timestamps = false;

    public function getRouteKeyName(): string
    {
        return 'uuid';
    }

    protected function casts(): array
    {
        return ['at' => 'datetime', 'settled_at' => 'datetime'];
    }

    /** @return BelongsTo<User, $this> */
    public function by(): BelongsTo
    {
        return $this->belongsTo(User::class, 'by_id');
    }
}
