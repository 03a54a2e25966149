<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\HandReading;
use App\Models\Photo;
use App\Models\Remark;
use App\Models\Specimen;
use App\Models\SpecimenCondition;
use App\Models\Spoiling;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\Auth;
use MarshTrial\Core\Bench\HandMeasure;
use MarshTrial\Core\Session\Conditions;

/**
 * What was said of a specimen at the bench: conditions, remarks, notes, photographs, and what no longer counts.
 *
 * @phpstan-type SpecimenByHand array{
 *     uuid: string, edition: int, what: string, value: float|null, unit: string, label: string, by: string,
 *     mine: bool, on: string,
 * }
 * @phpstan-type SpecimenSaid array{
 *     conditions: array<string, array{value: string, inherited: string|null, own: bool}>,
 *     overrides: array<int, array{uuid: string, edition: int, key: string, value: string, by: string}>,
 *     remarks: array<int, array{
 *         uuid: string, edition: int, word: string, note: string, by: string, mine: bool, on: string,
 *     }>,
 *     byHand: list<SpecimenByHand>, photos: array<int, array{uuid: string, taken: string|null}>,
 *     spoiled: array<int, array{uuid: string, property: string|null, reason: string, by: string}>,
 * }
 */
final class SpecimenView
{
    /**
     * @param array<string, string> $session conditions that it inherits
     *
     * @return SpecimenSaid needs remarks, conditions, spoilings and handReadings with their owners, and photos loaded
     */
    public static function said(Specimen $specimen, array $session): array
    {
        $own = $specimen->conditions->pluck('value', 'key')->all();

        return [
            'conditions' => Conditions::of($session, $own),
            'overrides' => $specimen->conditions->map(static fn (SpecimenCondition $c): array => ['uuid' => $c->uuid, 'edition' => $c->edition, 'key' => $c->key, 'value' => $c->value, 'by' => $c->owner->name])->all(),
            'remarks' => $specimen->remarks->filter(static fn (Remark $r): bool => ! $r->withdrawn && ($r->word !== '' || $r->note !== ''))->values()->map(static fn (Remark $r): array => [
                'uuid' => $r->uuid, 'edition' => $r->edition, 'word' => $r->word, 'note' => $r->note, 'by' => $r->owner->name, 'mine' => $r->owner_id === Auth::id(), 'on' => $r->updated_at->toIso8601String(),
            ])->all(),
            'byHand' => self::byHand($specimen->handReadings->whereNotNull('value')),
            'photos' => $specimen->photos->map(static fn (Photo $p): array => ['uuid' => $p->uuid, 'taken' => $p->created_at?->toIso8601String()])->all(),
            'spoiled' => $specimen->spoilings->map(static fn (Spoiling $s): array => ['uuid' => $s->uuid, 'property' => $s->property, 'reason' => $s->reason, 'by' => $s->owner->name])->all(),
        ];
    }

    /**
     * @param Collection<int, HandReading> $readings with their owners
     *
     * @return list<SpecimenByHand>
     */
    public static function byHand(Collection $readings): array
    {
        return array_values($readings->map(static fn (HandReading $r): array => [
            'uuid' => $r->uuid, 'edition' => $r->edition, 'what' => $r->what, 'value' => $r->value, 'unit' => HandMeasure::FIELDS[$r->what]['unit'] ?? '', 'label' => HandMeasure::FIELDS[$r->what]['label'] ?? $r->what,
            'by' => $r->owner->name, 'mine' => $r->owner_id === Auth::id(), 'on' => $r->updated_at->toDateString(),
        ])->all());
    }
}
