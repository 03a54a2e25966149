<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/**
 * @property int $card_id
 * @property Carbon $checked_on
 * @property string|null $dose_mlxh
 * @property string|null $dose_uncertainty standard, as a share, where the dose was worked out elsewhere
 * @property string $note
 * @property bool $eye_first its numbers are shown when every row has been judged by eye
 * @property Card $card
 */
final class FadeCheck extends Model
{
    use KeepsCorrections;
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    private const SUBJECT = 'check';

    /** What is kept of it when it is corrected. */
    private const KEPT = ['checked_on', 'dose_mlxh', 'note'];

    /**
     * Checks whose numbers wait for the eye: a row of their card has not been judged yet.
     *
     * @return \Illuminate\Database\Query\Builder of their ids
     */
    public static function unseen(): \Illuminate\Database\Query\Builder
    {
        return DB::table('fade_checks')->where('eye_first', true)->whereExists(static fn ($q) => $q->from('specimens')->whereColumn('specimens.card_id', 'fade_checks.card_id')
            ->whereNotExists(static fn ($q) => $q->from('verdicts')->whereColumn('verdicts.fade_check_id', 'fade_checks.id')->whereColumn('verdicts.specimen_id', 'specimens.id')->where('verdicts.property', 'lightfastness')))->select('fade_checks.id');
    }

    /** @return list<int> ids of a card's checks that wait for the eye */
    public static function unseenOf(Card $card): array
    {
        return array_values(self::unseen()->where('fade_checks.card_id', $card->id)->pluck('id')->map(intval(...))->all());
    }

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
