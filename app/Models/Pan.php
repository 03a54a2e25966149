<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Collection\PanStates;
use MarshTrial\Core\Exchange\Money;

/**
 * One tester’s tube or pan of a paint.
 *
 * @property int $paint_id
 * @property string $form
 * @property string $batch
 * @property string|null $volume_ml
 * @property int|null $pan_set_id set in which it was bought
 * @property int|null $price_minor
 * @property string|null $currency
 * @property string $kept_at
 * @property int|null $palette_id
 * @property int|null $slot from 1, along the rows
 * @property Carbon|null $opened_on
 * @property string $state
 * @property string $got
 * @property string $note
 * @property int|null $formulation_id
 * @property string|null $partner its place among the partners that everything is mixed with
 * @property array<string, string>|null $extras columns of a foreign spreadsheet, by heading
 * @property Paint $paint
 * @property Palette|null $palette
 * @property Formulation|null $formulation
 */
final class Pan extends Model
{
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected function casts(): array
    {
        return ['opened_on' => 'date', 'extras' => 'array', 'volume_ml' => 'decimal:2'];
    }

    /**
     * Pans whose names are hidden from this person by a blind session: a place beside a name would tell. Asked once in a request.
     *
     * @return array<int, string> code word by pan
     */
    public static function hidden(?User $user): array
    {
        static $asked = new \WeakMap;
        $asked[request()] ??= [];

        return $asked[request()][$user->id ?? 0] ??= $user === null ? [] : DB::table('specimens')->join('cards', 'cards.id', '=', 'specimens.card_id')->whereIn('cards.bench_session_id', BenchSession::blindIds($user))
            ->pluck('specimens.code_word', 'specimens.pan_id')->map(strval(...))->all();
    }

    /** Where it is kept, in words; needs palette loaded. */
    public function place(): string
    {
        return implode(', ', array_filter([$this->palette?->name, $this->slot === null ? '' : "slot $this->slot", $this->kept_at]));
    }

    /** @return list<int> paints of which somebody has a pan that is not used up; of nobody there are none */
    public static function paintsAtHand(?User $user): array
    {
        return $user === null ? [] : array_values(self::query()->where('owner_id', $user->id)->whereIn('state', PanStates::AT_HAND)->distinct()->pluck('paint_id')->map(intval(...))->all());
    }

    /** @return list<int> paints that somebody chose to mix others with */
    public static function partnersOf(?User $user): array
    {
        return $user === null ? [] : array_values(self::query()->where('owner_id', $user->id)->whereNotNull('partner')->distinct()->pluck('paint_id')->map(intval(...))->all());
    }

    public function price(): ?Money
    {
        return $this->price_minor === null ? null : Money::ofMinor($this->price_minor, (string) $this->currency);
    }

    /** @return BelongsTo<Palette, $this> */
    public function palette(): BelongsTo
    {
        return $this->belongsTo(Palette::class);
    }

    /** @return BelongsTo<Formulation, $this> */
    public function formulation(): BelongsTo
    {
        return $this->belongsTo(Formulation::class);
    }

    /** @return BelongsTo<Paint, $this> */
    public function paint(): BelongsTo
    {
        return $this->belongsTo(Paint::class);
    }
}
