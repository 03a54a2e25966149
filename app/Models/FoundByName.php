<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Builder;
use Illuminate\Database\Eloquent\Model;
use MarshTrial\Core\Names\NameKey;

/**
 * A thing that is found by its name however it is written. The database compares bytes and folds ASCII only, so the key of the name stands
 * in a column of its own.
 *
 * @mixin Model
 */
trait FoundByName
{
    /** Column that is compared; its key stands in the column of this name with "_key" after it. */
    abstract protected static function nameColumn(): string;

    protected static function bootFoundByName(): void
    {
        self::saving(static function (self $thing): void {
            if ($thing->isDirty(self::nameColumn())) {
                $thing->setAttribute(self::nameColumn().'_key', NameKey::of((string) $thing->getAttribute(self::nameColumn())));
            }
        });
    }

    /** @param Builder<self> $query */
    public function scopeNamed(Builder $query, string $name): void
    {
        $query->where($query->qualifyColumn(self::nameColumn().'_key'), NameKey::of($name));
    }
}
