<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * Records of another ledger on their way in; taken in as one, or not at all.
 *
 * @property string $name
 * @property string $state looking, looked, taking, taken, failed
 * @property float $progress
 * @property string|null $problem
 * @property array<string, mixed>|null $report
 * @property array<string, string> $answers whose paint a paint of the bundle is: its UUID => UUID here, or 'new'
 * @property Carbon|null $taken_at
 * @property Carbon|null $created_at
 * @property Ledger|null $ledger
 */
final class Bundle extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['report' => 'array', 'answers' => 'array', 'progress' => 'float', 'taken_at' => 'datetime'];
    }

    public function path(): string
    {
        return storage_path("app/bundles/$this->uuid.zip");
    }

    /** @return BelongsTo<Ledger, $this> that made it */
    public function ledger(): BelongsTo
    {
        return $this->belongsTo(Ledger::class);
    }
}
