<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Eloquent\Relations\BelongsTo;
use Illuminate\Database\Eloquent\Relations\HasMany;
use MarshTrial\Core\Pigment\PigmentStatement;

/**
 * A product of a maker.
 *
 * @property int $maker_id
 * @property string $range
 * @property string $colour_name
 * @property string $pigments_written
 * @property string $pigments canonical text
 * @property bool $pigments_stated
 * @property string $series
 * @property bool $discontinued
 * @property list<string>|null $effects values of PaintEffect; null: nobody was asked
 * @property Maker $maker
 * @property \Illuminate\Database\Eloquent\Collection<int, Pan> $pans
 * @property \Illuminate\Database\Eloquent\Collection<int, Claim> $claims
 * @property \Illuminate\Database\Eloquent\Collection<int, PaintCode> $codes
 * @property string $medium watercolour or gouache
 * @property string $grade as the maker says it
 * @property string|null $printed_colour that the maker prints or shows for it, sRGB hex
 * @property \Illuminate\Database\Eloquent\Collection<int, Formulation> $formulations
 */
final class Paint extends Model
{
    use FoundByName;
    use Shared;

    /** Whatever is written was checked by a request or an import before. */
    protected $guarded = [];

    protected static function nameColumn(): string
    {
        return 'colour_name';
    }

    /** Statements kept read. */
    private const STATEMENTS = 2000;

    /** Name of the scope that leaves out entries that were merged into others. */
    public const APART = 'apart';

    protected static function booted(): void
    {
        self::addGlobalScope(self::APART, self::apart(...));
    }

    /** @param \Illuminate\Database\Eloquent\Builder<self>|\Illuminate\Database\Query\Builder $q */
    public static function apart($q): void
    {
        $q->whereNotExists(static fn ($q) => $q->from('paint_merges')->whereColumn('paint_merges.from_id', 'paints.id'));
    }

    /** An address of an entry that was merged leads to what it was merged into. */
    public function resolveRouteBinding($value, $field = null): ?self
    {
        $paint = self::query()->withoutGlobalScope(self::APART)->where('uuid', $value)->first();
        for ($steps = 0; $paint !== null && $steps < 20 && ($into = PaintMerge::query()->where('from_id', $paint->id)->value('into_id')) !== null; $steps++) {
            $paint = self::query()->withoutGlobalScope(self::APART)->find($into);
        }

        return $paint;
    }

    /**
     * Paints in the order in which they are named; those that are not there are left out.
     *
     * @param list<string> $uuids
     *
     * @return list<self> with maker and codes
     */
    public static function inOrder(array $uuids): array
    {
        return array_values(self::query()->with('maker', 'codes')->whereIn('uuid', $uuids)->get()->sortBy(static fn (self $p): int => (int) array_search($p->uuid, $uuids, true))->all());
    }

    protected function casts(): array
    {
        return ['pigments_stated' => 'boolean', 'discontinued' => 'boolean', 'effects' => 'array'];
    }

    /** @return BelongsTo<Maker, $this> */
    public function maker(): BelongsTo
    {
        return $this->belongsTo(Maker::class);
    }

    /** @return HasMany<PaintCode, $this> */
    public function codes(): HasMany
    {
        return $this->hasMany(PaintCode::class)->orderBy('position');
    }

    /** @return HasMany<Claim, $this> */
    public function claims(): HasMany
    {
        return $this->hasMany(Claim::class);
    }

    /** @return HasMany<Pan, $this> */
    public function pans(): HasMany
    {
        return $this->hasMany(Pan::class);
    }

    /** @return HasMany<Formulation, $this> */
    public function formulations(): HasMany
    {
        return $this->hasMany(Formulation::class)->orderBy('since');
    }

    public function statement(): PigmentStatement
    {
        /** @var array<string, PigmentStatement> $read a list has many paints of few statements */
        static $read = [];
        if (count($read) > self::STATEMENTS) {
            $read = [];
        }

        return $read[$this->pigments_written] ??= PigmentStatement::parse($this->pigments_written);
    }
}
