<?php

declare(strict_types=1);

namespace App\Models;

use Illuminate\Database\Eloquent\Model;

/**
 * Keeps how a thing of a card stood before it was changed or taken away: the columns of the class's KEPT, under its SUBJECT.
 *
 * @property int $id
 * @property int $card_id
 *
 * @mixin Model
 */
trait KeepsCorrections
{
    protected static function bootKeepsCorrections(): void
    {
        self::updating(static fn (self $thing) => $thing->keepWhatWas($thing->getDirty(), ''));
        self::deleting(static fn (self $thing) => $thing->keepWhatWas($thing->getRawOriginal(), 'taken away'));
    }

    /** @param array<string, mixed> $columns those of interest, by name */
    private function keepWhatWas(array $columns, string $reason): void
    {
        Correction::keep(self::SUBJECT, $this->id, $this->card_id, array_intersect_key($this->getRawOriginal(), $columns, array_flip(self::KEPT)), $reason);
    }
}
