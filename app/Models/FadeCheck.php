<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;

/**
 * @property int $card_id
 * @property Carbon $checked_on
 * @property string|null $dose_mlxh
 * @property string $note
 * @property bool $eye_first its numbers are shown when every row has been judged by eye
 * @property Card $card
 */
final class FadeCheck extends Model
{
    use KeepsCorrections;
    use Shared;

    private const SUBJECT = 'check';

    /** What is kept of it when it is corrected. */
    private const KEPT = ['checked_on', 'dose_mlxh', 'note'];

    protected function casts(): array
    {
        return ['checked_on' => 'date', 'eye_first' => 'boolean'];
    }

    /** @return BelongsTo<Card, $this> */
    public function card(): BelongsTo
    {
        return $this->belongsTo(Card::class);
    }
}
