<?php

declare(strict_types=1);

namespace App\Queries;

use MarshTrial\Core\Pigment\Cautions;
use MarshTrial\Core\Pigment\Pigment;
use MarshTrial\Core\Pigment\PigmentCode;
use MarshTrial\Core\Pigment\PigmentStatement;

/**
 * Pigments as the interface shows them.
 *
 * @phpstan-type PigmentDetail array{
 *     code: string, constitution: string, chemicalName: string, class: string, metals: list<string>,
 *     hueFamily: string, cautions: list<string>,
 * }
 * @phpstan-type PigmentStatementDetail array{
 *     text: string, stated: bool, singlePigment: bool,
 *     codes: list<array{
 *         code: string, state: 'known'|'not-colour-index'|'not-in-catalogue', likelyMeaning: string|null,
 *         chemicalName: string|null,
 *     }>,
 *     cautions: list<string>,
 * }
 */
final class PigmentView
{
    /** @return PigmentDetail|null */
    public static function of(?Pigment $pigment): ?array
    {
        return $pigment === null ? null : [
            'code' => $pigment->code, 'constitution' => $pigment->constitution, 'chemicalName' => $pigment->chemicalName,
            'class' => $pigment->class, 'metals' => $pigment->metals, 'hueFamily' => $pigment->hueFamily,
            'cautions' => Cautions::closed($pigment->cautions()),
        ];
    }

    /** @return PigmentStatementDetail */
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
