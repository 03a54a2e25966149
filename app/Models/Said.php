<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * What somebody says of a record, once: it has its own name, so that two ledgers that both hold it hold it once.
 *
 * @property int $id
 * @property string $uuid
 * @property int $by_id
 * @property Carbon $at
 * @property Carbon|null $hidden_at a steward took it out of sight
 * @property int|null $bundle_id that brought it; null: said here
 * @property User $by
 *
 * @mixin Model
 */
trait Said
{
    public function getRouteKeyName(): string
    {
        return 'uuid';
    }

    /** @return BelongsTo<User, $this> */
    public function by(): BelongsTo
    {
        return $this->belongsTo(User::class, 'by_id');
    }

    public function initializeSaid(): void
    {
        $this->timestamps = false;
        $this->mergeCasts(['at' => 'datetime', 'hidden_at' => 'datetime']);
    }
}
