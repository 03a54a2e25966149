<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Card;
use App\Models\Claim;
use App\Models\Paint;
use MarshTrial\Core\Evidence\ClaimCheck;
use MarshTrial\Core\Evidence\Clause;
use MarshTrial\Core\Evidence\ReadAloud;
use MarshTrial\Core\Rating\ClassChances;
use MarshTrial\Core\Rating\Scale;

/**
 * What one would read out to a friend, from what pages show.
 *
 * @phpstan-type SpokenCompared array{
 *     verdict: mixed, why: mixed, tested: mixed, classes: array<string|null>, values: array<float>,
 *     pairs: array<array{one: mixed, other: mixed, real: mixed}>, leader: mixed, perhapsWith: mixed,
 *     testers: mixed,
 * }
 */
final class Spoken
{
    /**
     * Of one paint.
     *
     * @param array<string, mixed> $evidence as from PaintSet::evidence()
     * @param array<string, array<string, mixed>> $properties as PaintSet::paint() shows them
     *
     * @return list<list<array{text: string, property: string|null}>> sentences of clauses
     */
    public static function of(Paint $paint, array $evidence, array $properties): array
    {
        /** @var PaintEvidence $pooled */
        $pooled = $evidence['pooled'];
        $said = [];
        foreach ($properties as $property => $shown) {
            if ($property !== 'lightfastness' && $shown['measured'] !== null && ($shown['measured']['chances'] ?? []) !== []) {
                $said[$property] = [
                    'chances' => array_map(floatval(...), $shown['measured']['chances']), 'tests' => (int) ($shown['pooled']['tests'] ?? 1), 'off' => (int) ($shown['pooled']['off'] ?? 0),
                    'values' => array_map(static fn (array $v): array => ['class' => (string) $v['said'], 'where' => (string) $v['where']], self::differing($shown['measured']['values'] ?? [])),
                    'testers' => array_values(array_unique(array_map(static fn (object $t): string => (string) $t->tester, $pooled->counted($paint->id, $property)))),
                ];
            }
        }
        $light = $evidence['light'][$paint->id] ?? null;

        return self::told(ReadAloud::paint($paint->colour_name, $said, $light === null ? null : [
            'verdict' => $light->verdict(), 'tester' => Card::query()->with('owner')->find($light->cardId)->owner->name ?? '',
        ], ($evidence['claims'][$paint->id] ?? collect())->map(static fn (Claim $c): array => ['property' => $c->property, 'words' => $c->words, 'check' => self::check($c, $properties)])->values()->all()));
    }

    /**
     * Of several that were compared.
     *
     * @param list<Paint> $paints
     * @param list<array<string, mixed>> $properties as Comparison tells them
     * @param list<array<string, mixed>> $shown as PaintSet::paint() shows the paints
     *
     * @return array{spoken: list<list<array{text: string, property: string|null}>>, sentences: array<string, string>} headline, and
     *                                                                                       the sentence of each property
     */
    public static function several(array $paints, array $properties, array $shown): array
    {
        $names = array_map(static fn (Paint $p): string => $p->colour_name, $paints);
        $of = [];
        foreach ($properties as $p) {
            $of[$p['property']] = self::compared($p, $shown);
        }
        $sentences = [];
        foreach ($of as $property => $one) {
            $sentences[$property] = ucfirst(ReadAloud::between($names, $property, $one)).'.';
        }

        return ['spoken' => self::told(ReadAloud::several($names, $of)), 'sentences' => $sentences];
    }

    /**
     * @param array<string, mixed> $property as Comparison tells it
     * @param list<array<string, mixed>> $shown
     *
     * @return SpokenCompared as ReadAloud compares
     */
    private static function compared(array $property, array $shown): array
    {
        $classes = $values = [];
        foreach ($property['paints'] as $one) {
            $chances = $shown[$one['at']]['properties'][$property['property']]['measured']['chances'] ?? [];
            $likely = $chances !== [] && max($chances) >= Scale::current()->certainty->perhaps;
            $classes[$one['at']] = $likely ? ClassChances::likeliest($chances) : null;
            $values[$one['at']] = (float) $one['value'];
        }
        $pair = static fn (array $p): array => ['one' => $p['one'], 'other' => $p['other'], 'real' => $p['real']];

        return [
            'verdict' => $property['fair']['verdict'], 'why' => $property['fair']['differs'][0]['what'] ?? '',
            'tested' => $property['tested'], 'classes' => $classes, 'values' => $values,
            'pairs' => array_map($pair, $property['pairs']), 'leader' => $property['leader'], 'perhapsWith' => $property['perhapsWith'],
            'testers' => max(array_column($property['paints'], 'testers')),
        ];
    }

    /**
     * Of so many that they are not compared.
     *
     * @param list<PaintDigest> $digests
     *
     * @return list<list<array{text: string, property: string|null}>>
     */
    public static function many(array $digests): array
    {
        return self::told(ReadAloud::many(array_map(static fn (PaintDigest $d): array => ['chances' => $d->chances(), 'light' => $d->light()?->verdict()], $digests)));
    }

    /**
     * Values are spoken of one by one where their words differ.
     *
     * @param list<array<string, mixed>> $values
     *
     * @return list<array<string, mixed>>
     */
    private static function differing(array $values): array
    {
        return count(array_unique(array_column($values, 'said'))) > 1 ? $values : [];
    }

    /** @param array<string, array<string, mixed>> $properties */
    private static function check(Claim $claim, array $properties): ClaimCheck
    {
        foreach ($properties[$claim->property]['claims'] ?? [] as $shown) {
            if ($shown['uuid'] === $claim->uuid) {
                return ClaimCheck::from((string) $shown['check']);
            }
        }

        return ClaimCheck::NotComparable;
    }

    /**
     * @param list<non-empty-list<Clause>> $sentences
     *
     * @return list<list<array{text: string, property: string|null}>>
     */
    private static function told(array $sentences): array
    {
        return array_map(static fn (array $s): array => array_map(static fn (Clause $c): array => ['text' => $c->text, 'property' => $c->property], $s), $sentences);
    }
}
