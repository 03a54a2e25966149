<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * A record was withdrawn, or stands again; of several the latest holds.
 *
 * @property int $card_id
 * @property bool $withdrawn
 * @property string $because
 * @property array{key: string, value: string}|null $signature of the ledger that it came from
 */
final class Standing extends Model
{
    use Said;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['withdrawn' => 'boolean', 'signature' => 'array'];
    }

    /** The latest of a card; of the same moment the one whose name comes last, which is the same one in every ledger. */
    public static function latest(int $cardId): ?self
    {
        return self::query()->where('card_id', $cardId)->orderByDesc('at')->orderByDesc('uuid')->first();
    }
}
