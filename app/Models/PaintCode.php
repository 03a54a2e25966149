<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use MarshTrial\Core\Pigment\PigmentCode;

/**
 * One stated pigment code of a paint, in the order given.
 *
 * @property int $paint_id
 * @property int $position
 * @property string $code
 * @property string $state
 * @property string|null $likely_meaning
 *
 * @phpstan-type PaintCodeRows array{
 *     paint_id: int, position: int, code: string, state: 'known'|'not-colour-index'|'not-in-catalogue',
 *     likely_meaning: string|null,
 * }
 */
final class PaintCode extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    public $timestamps = false;

    /** @return Builder<self> ids of paints of one pigment, for a query that is narrowed to them */
    public static function alone(): Builder
    {
        return self::query()->select('paint_id')->groupBy('paint_id')->havingRaw('count(*) = 1');
    }

    /**
     * Rows for the stated codes of a paint, in their order.
     *
     * @param list<PigmentCode> $codes
     *
     * @return list<PaintCodeRows>
     */
    public static function rows(int $paintId, array $codes): array
    {
        return array_map(static fn (PigmentCode $code, int $i): array => [
            'paint_id' => $paintId, 'position' => $i + 1, 'code' => $code->text, 'state' => $code->state->value, 'likely_meaning' => $code->likelyMeaning,
        ], $codes, array_keys($codes));
    }
}
