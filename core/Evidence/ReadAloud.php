<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Fading\LightfastnessScale;
use MarshTrial\Core\Fading\LightVerdict;
use MarshTrial\Core\Rating\ClassChances;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Scale;

/**
 * What one would read out to a friend about a paint, or about several: at most three sentences, of what it does, what light
 * did and who disagrees, and for whom it is. Put together from the numbers, in plain words, never stronger than they are; every
 * clause opens to them.
 *
 * @phpstan-type Tested array{chances: array<string, float>, tests: int, testers: list<string>, off: int, values?: list<array{class: string, where: string}>}
 * @phpstan-type Light array{verdict: LightVerdict, tester: string}
 * @phpstan-type Pair array{one: int, other: int, real: bool}
 * @phpstan-type Compared array{
 *     verdict: string, why: string, tested: list<int>, classes: array<int, string|null>, values: array<int, float>,
 *     pairs: list<Pair>, leader: int|null, perhapsWith: list<int>, testers: int,
 * }
 */
final class ReadAloud
{
    /** Verbs of classes, in the order of their scale. */
    private const VERBS = [
        'transparency' => ['transparent' => 'is transparent', 'semi-transparent' => 'is semi-transparent', 'semi-opaque' => 'is semi-opaque', 'opaque' => 'is opaque'],
        'staining' => ['non-staining' => 'lifts clean', 'low' => 'lifts well', 'medium' => 'lifts in part', 'high' => 'stains'],
        'granulation' => ['none' => 'does not granulate', 'slight' => 'granulates slightly', 'distinct' => 'granulates distinctly', 'heavy' => 'granulates heavily'],
    ];

    /** What one paint does or many do, and the classes that mean it. */
    private const SIDES = [
        'transparency' => ['is transparent or nearly|are transparent or nearly' => ['transparent', 'semi-transparent'], 'covers|cover' => ['semi-opaque', 'opaque']],
        'staining' => ['lifts|lift' => ['non-staining', 'low'], 'stains|stain' => ['medium', 'high']],
        'granulation' => ['granulates|granulate' => ['distinct', 'heavy'], 'hardly granulates|hardly granulate' => ['none', 'slight']],
    ];

    private const PARTS = [2 => 'half', 3 => 'a third', 4 => 'a quarter', 5 => 'a fifth', 6 => 'a sixth', 7 => 'a seventh', 8 => 'an eighth', 9 => 'a ninth', 10 => 'a tenth'];

    /**
     * @param array<string, Tested> $properties what all tests say of another card, by property; untested ones left out
     * @param Light|null $light what light did, by the latest check; null: not tested
     * @param list<array{property: string, words: string, check: ClaimCheck}> $claims of the maker
     *
     * @return list<non-empty-list<Clause>> sentences
     */
    public static function paint(string $name, array $properties, ?array $light, array $claims): array
    {
        $does = [];
        foreach (array_keys(self::VERBS) as $property) {
            $values = $properties[$property]['values'] ?? [];
            $words = $values === [] ? self::does($property, $properties[$property]['chances'] ?? []) : self::doesEach($property, $values);
            if ($words !== null) {
                $does[] = new Clause($words, $property);
            }
        }
        $contradicted = array_values(array_filter($claims, static fn (array $c): bool => $c['check'] === ClaimCheck::Contradicted));
        if ($does === [] && $light === null) {
            return [[new Clause("$name: not measured yet.")]];
        }
        $first = $does === [] ? [] : [self::sentence("$name ", $does)];

        return [...$first, self::light($does === [] ? "$name: " : '', $light, $contradicted), self::forWhom($properties, $light)];
    }

    /**
     * What tests say that are not told as one: "granulates slightly on hot-pressed and granulates heavily on rough".
     *
     * @param non-empty-list<array{class: string, where: string}> $values
     */
    private static function doesEach(string $property, array $values): string
    {
        return implode(' and ', array_map(static fn (array $v): string => (self::VERBS[$property][$v['class']] ?? $v['class'])." $v[where]", $values));
    }

    /**
     * @param array<string, float> $chances
     */
    private static function does(string $property, array $chances): ?string
    {
        $likeliest = ClassChances::likeliest($chances);
        $most = $likeliest === null ? 0.0 : $chances[$likeliest];
        $verbs = self::VERBS[$property];
        if ($likeliest === null || ! isset($verbs[$likeliest]) || $most < Scale::current()->certainty->known) {
            return null;
        }
        $hedge = ClassChances::hedge($most);
        if ($hedge === null) {
            [$low, $high] = ClassChances::neighbours($chances, $likeliest);
            if ($property === 'transparency') {
                return "lies between $low and $high";
            }
            // A verb that both begin with is said once: "granulates distinctly or heavily".
            [$verb, $how] = [...explode(' ', $verbs[$high], 2), ''];

            return "{$verbs[$low]} or ".($how !== '' && strtok($verbs[$low], ' ') === $verb ? $how : $verbs[$high]);
        }

        return str_starts_with($verbs[$likeliest], 'is ') ? 'is '.$hedge.substr($verbs[$likeliest], 3) : $hedge.$verbs[$likeliest];
    }

    /**
     * @param Light|null $light
     * @param list<array{property: string, words: string, check: ClaimCheck}> $contradicted
     *
     * @return non-empty-list<Clause>
     */
    private static function light(string $begin, ?array $light, array $contradicted): array
    {
        $clauses = [];
        $says = array_map(static fn (array $c): Clause => new Clause("the maker says “{$c['words']}” of its {$c['property']}, which ".($c['property'] === 'lightfastness' ? "{$light['tester']}’s strip" : 'the tests').' contradict'.($c['property'] === 'lightfastness' ? 's' : ''), $c['property']), $contradicted);
        $clauses[] = new Clause($light === null ? 'what light does to it was not tested' : self::did($light['verdict']), 'lightfastness');

        return self::sentence($begin, [...$clauses, ...$says], '; ', $begin === '');
    }

    /** What light did, with the light that it took. */
    private static function did(LightVerdict $verdict): string
    {
        $mlxh = $verdict->mlxh();
        $what = $verdict->beside() ?? $verdict->word->clause();
        if ($mlxh === null) {
            return "$what, after nobody knows how much light";
        }
        $dose = LightfastnessScale::dose($mlxh).' Mlx h'.self::partOfReference($mlxh);
        if ($verdict->word->band === null) {
            return "after $dose, $what";
        }

        return $verdict->word->isHeld() ? "$what after $dose, and beyond that nothing is known" : "$what after $dose";
    }

    private static function partOfReference(float $mlxh): string
    {
        $times = Scale::current()->fade->referenceDoseMlxh / max(1e-6, $mlxh);
        $whole = (int) round($times);

        return match (true) {
            $times < 1.25 => '', $times < 1.75 => ', two thirds of the reference light', isset(self::PARTS[$whole]) => ', '.self::PARTS[$whole].' of the reference light', default => sprintf(', one part in %d of the reference light', $whole),
        };
    }

    /**
     * @param array<string, Tested> $properties
     * @param Light|null $light
     *
     * @return non-empty-list<Clause>
     */
    private static function forWhom(array $properties, ?array $light): array
    {
        $clauses = [new Clause(self::onAWall($light['verdict'] ?? null), 'lightfastness')];
        $testers = array_unique([...array_merge(...array_column($properties, 'testers')), ...$light === null ? [] : [$light['tester']]]);
        $tests = array_sum(array_column($properties, 'tests'));
        if (count($testers) === 1) {
            $most = max([1, ...array_column($properties, 'tests')]);
            $clauses[] = new Clause($most === 1 ? 'one card, one tester' : 'all by one tester');
        }
        $off = array_keys(array_filter($properties, static fn (array $p): bool => $p['off'] > 0));
        if ($off !== []) {
            $clauses[] = new Clause('tests of its '.implode(' and ', $off).' do not agree', $off[0]);
        }

        return $tests === 0 && $light === null ? [new Clause('Nothing can be said yet.')] : self::sentence('', $clauses, '; ');
    }

    /** Whether it is for work that hangs: the use that nobody has to ask for. */
    private static function onAWall(?LightVerdict $verdict): string
    {
        if ($verdict === null) {
            return 'for work that hangs nothing can be said yet';
        }
        $wish = new Wish;
        $answer = $verdict->answer($wish->mlxh, $wish->accepted);
        $use = 'for ten years on a wall ('.LightfastnessScale::dose($wish->mlxh).' Mlx h)';

        return match ($answer->holds) {
            true => "$use it {$answer->hedge}holds".($verdict->mlxh() < $wish->mlxh ? ', if it does not speed up' : ''),
            false => ($answer->hedge === '' ? "$use avoid it" : "$use it {$answer->hedge}does not hold").'; for pages that are scanned and shut light matters less, though keeping in the dark was not tested',
            null => "$use it cannot be told yet",
        };
    }

    /**
     * Several paints that were compared.
     *
     * @param list<string> $names
     * @param array<string, Compared> $properties by property: whether it is fair and what differs, which of them were tested, their
     *     likeliest classes where they are likely enough, values, and which differences are real
     *
     * @return list<non-empty-list<Clause>>
     */
    public static function several(array $names, array $properties): array
    {
        $clauses = [];
        foreach (array_intersect_key($properties, self::VERBS) as $property => $of) {
            $clauses[] = new Clause(self::between($names, $property, $of), $property);
        }
        if ($clauses === []) {
            return [[new Clause('Too little was tested to hold them against each other.')]];
        }
        $doubt = [];
        $missing = array_values(array_diff(array_keys(self::VERBS), array_keys($properties)));
        if ($missing !== []) {
            $doubt[] = new Clause('nothing is said of '.implode(' and ', $missing).', which fewer than two were tested for');
        }
        if (max(array_column($properties, 'testers')) === 1) {
            $doubt[] = new Clause('all by one tester');
        }
        $doubt[] = new Clause('that two cannot be told apart does not prove them alike');

        return [self::sentence('', $clauses, '; '), self::sentence('', $doubt, '; ')];
    }

    /**
     * What one property tells of several paints, as a clause; the headline is made of these.
     *
     * @param list<string> $names
     * @param Compared $of
     */
    public static function between(array $names, string $property, array $of): string
    {
        if ($of['verdict'] === Fairness::NOT_RANKED) {
            return "no winner in $property, since the {$of['why']} differs and can do this alone";
        }
        $real = array_filter($of['pairs'], static fn (array $p): bool => $p['real']);
        $classes = array_unique(array_values($of['classes']), SORT_REGULAR);
        if ($real === []) {
            $verb = count($classes) === 1 && $classes[0] !== null ? ' (all '.self::plural(self::VERBS[$property][$classes[0]] ?? '').')' : '';

            return "in $property they cannot be told apart$verb";
        }
        if (! isset(self::VERBS[$property])) {
            // Nobody asks which paint has the most of it.
            return count($real) === count($of['pairs']) ? "in $property they differ" : "in $property some of them differ";
        }
        if ($of['leader'] === null) {
            return "in $property some of them differ, and none leads";
        }
        [$verb, $most, $more] = match ($property) {
            'transparency' => ['is', 'the most transparent', 'more transparent'],
            'staining' => ['lifts', 'the most', 'more'],
            default => ['granulates', 'the least', 'less'],
        };
        $name = $names[$of['leader']];
        $others = array_values(array_diff($of['tested'], [$of['leader']]));
        if (count($others) === 1) {
            return "$name $verb $more than {$names[$others[0]]}";
        }
        $with = array_map(static fn (int $i): string => $names[$i], $of['perhapsWith']);

        return "$name $verb $most".match (count($with)) {
            0 => '', 1, 2 => ', perhaps with '.implode(' and ', $with), default => ', perhaps with '.count($with).' of the others',
        };
    }

    private static function plural(string $verb): string
    {
        return (string) preg_replace(['/^is /', '/^does /', '/^(lift|stain|granulate)s\b/'], ['are ', 'do ', '$1'], $verb);
    }

    /**
     * So many paints that each is told on its own page only: how many do what, of those that were tested for it.
     *
     * @param list<array{chances: array<string, array<string, float>>, light: LightVerdict|null}> $paints
     *
     * @return list<non-empty-list<Clause>>
     */
    public static function many(array $paints): array
    {
        $clauses = [];
        foreach (self::SIDES as $property => $sides) {
            $tested = array_filter(array_map(static fn (array $p): array => $p['chances'][$property] ?? [], $paints));
            $does = static fn (array $chances, array $classes): bool => array_sum(array_intersect_key($chances, array_flip($classes)))
                >= Scale::current()->certainty->probably;
            $counts = array_map(static fn (array $classes): int => count(array_filter($tested, static fn (array $c): bool => $does($c, $classes))), $sides);
            $parts = [];
            foreach ($counts as $said => $n) {
                if ($n > 0) {
                    $parts[] = "$n ".($n === 1 ? explode('|', $said)[0] : explode('|', $said)[1]);
                }
            }
            $open = count($tested) - array_sum($counts);
            if ($open > 0) {
                $parts[] = "of $open it cannot be told";
            }
            if ($tested !== []) {
                $clauses[] = new Clause('of '.self::number(count($tested), 'paint').' tested for '.$property.' '.(count($parts) > 1 ? implode(', ', array_slice($parts, 0, -1)).' and '.end($parts) : $parts[0]), $property);
            }
        }
        $wish = new Wish;
        $answers = array_map(static fn (LightVerdict $v): ?bool => $v->answer($wish->mlxh, $wish->accepted)->holds, array_filter(array_column($paints, 'light')));
        $last = $answers === [] ? 'none of them was tested in light' : sprintf(
            'of %s tested in light %s', self::number(count($answers), 'paint'),
            self::listed([count(array_keys($answers, true, true)), count(array_keys($answers, false, true)), count(array_keys($answers, null, true))]),
        );

        return [...$clauses === [] ? [] : [self::sentence('', $clauses, '; ')], self::sentence('', [new Clause($last, 'lightfastness')])];
    }

    /** @param array{int, int, int} $counts of those that hold, do not, and cannot be told */
    private static function listed(array $counts): string
    {
        [$hold, $fade, $open] = $counts;
        $parts = array_filter([
            $hold > 0 ? "$hold ".($hold === 1 ? 'holds' : 'hold').' ten years on a wall' : null,
            $fade > 0 ? "$fade ".($fade === 1 ? 'does' : 'do').' not'.($hold > 0 ? '' : ' hold ten years on a wall') : null,
            $open > 0 ? "of $open it cannot be told yet".($hold + $fade > 0 ? '' : ' whether it holds ten years on a wall') : null,
        ]);

        return count($parts) > 1 ? implode(', ', array_slice($parts, 0, -1)).' and '.end($parts) : (string) end($parts);
    }

    private static function number(int $n, string $of): string
    {
        return $n === 1 ? "one $of" : "$n {$of}s";
    }

    /**
     * @param non-empty-list<Clause> $clauses
     *
     * @return non-empty-list<Clause>
     */
    private static function sentence(string $begin, array $clauses, string $between = '', bool $capital = true): array
    {
        $last = count($clauses) - 1;

        return array_map(static function (Clause $c, int $i) use ($begin, $between, $last, $capital): Clause {
            $text = $i === 0 ? ($begin === '' && $capital ? mb_strtoupper(mb_substr($c->text, 0, 1)).mb_substr($c->text, 1) : $begin.$c->text) : $c->text;
            $join = $between !== '' ? $between : ($i === $last - 1 ? ($last > 1 ? ', and ' : ' and ') : ', ');

            return new Clause($text.($i === $last ? '.' : $join), $c->property);
        }, $clauses, array_keys($clauses));
    }
}
