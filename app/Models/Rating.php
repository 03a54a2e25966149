<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;

/**
 * Derived from a measurement with a scale and rule version. What an earlier scale or earlier rules said stays; queries see what
 * holds unless they ask for every version.
 *
 * @property int $id
 * @property int $measurement_id
 * @property int $row
 * @property int $specimen_id
 * @property int $paint_id
 * @property string $property
 * @property string $scale
 * @property int $rules
 * @property bool $holds
 * @property string $status
 * @property float|null $value
 * @property float|null $uncertainty
 * @property array<string, mixed> $detail as in the measurement JSON
 */
final class Rating extends Model
{
    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    public $timestamps = false;

    protected function casts(): array
    {
        return ['detail' => 'array', 'holds' => 'boolean'];
    }

    protected static function booted(): void
    {
        self::addGlobalScope('holds', static fn (Builder $query) => $query->where('ratings.holds', true));
    }

    /** @return Builder<self> */
    public static function everyVersion(): Builder
    {
        return self::query()->withoutGlobalScope('holds');
    }

    /**
     * Those of the paint as it is: with a medium added it is another paint.
     *
     * @param \Illuminate\Database\Eloquent\Builder<*>|\Illuminate\Database\Query\Builder $q of ratings or strips
     */
    public static function unmixed($q, string $specimen): void
    {
        $q->whereNotExists(static fn ($q) => self::added($q)->whereColumn('specimens.id', $specimen)->whereRaw(self::ADDED."<> ''"));
    }

    /** What was mixed into the paint of a specimen. */
    public const ADDED = "coalesce((select value from specimen_conditions where specimen_id = specimens.id and key = 'added'), json_extract(bench_sessions.conditions, '$.added'), '') ";

    /** @param \Illuminate\Database\Query\Builder $q */
    public static function added($q): \Illuminate\Database\Query\Builder
    {
        return $q->from('specimens')->join('cards', 'cards.id', '=', 'specimens.card_id')->leftJoin('bench_sessions', 'bench_sessions.id', '=', 'cards.bench_session_id');
    }

    /**
     * Those that nobody has set aside, with their row or by themselves.
     *
     * @param Builder<self> $q
     */
    public function scopeNotSpoiled(Builder $q): void
    {
        $q->whereNotExists(static fn ($q) => $q->from('spoilings')->whereColumn('spoilings.specimen_id', 'ratings.specimen_id')
            ->where(static fn ($q) => $q->whereNull('spoilings.property')->orWhereColumn('spoilings.property', 'ratings.property')));
    }
}
