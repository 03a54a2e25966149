<?php

declare(strict_types=1);

namespace App\Queries;

use MarshTrial\Core\Pigment\Cautions;
use MarshTrial\Core\Pigment\Pigment;
use MarshTrial\Core\Pigment\PigmentCode;
use MarshTrial\Core\Pigment\PigmentStatement;

/** Pigments as the interface shows them. */
final class PigmentView
{
    /** @return array<string, mixed>|null */
    public static function of(?Pigment $pigment): ?array
    {
        return $pigment === null ? null : [
            'code' => $pigment->code, 'constitution' => $pigment->constitution, 'chemicalName' => $pigment->chemicalName,
            'class' => $pigment->class, 'metals' => $pigment->metals, 'hueFamily' => $pigment->hueFamily,
            'cautions' => Cautions::closed($pigment->cautions()),
        ];
    }

    /** @return array<string, mixed> */
    public static function statement(PigmentStatement $statement): array
    {
        return [
            'text' => $statement->text(),
            'stated' => $statement->isStated(),
            'singlePigment' => $statement->isSinglePigment(),
            'codes' => array_map(static fn (PigmentCode $c): array => [
                'code' => $c->text, 'state' => $c->state->value, 'likelyMeaning' => $c->likelyMeaning, 'chemicalName' => $c->entry()?->chemicalName,
            ], $statement->codes),
            'cautions' => $statement->cautions(),
        ];
    }
}
