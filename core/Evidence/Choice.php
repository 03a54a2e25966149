<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Fading\LightfastnessScale;
use MarshTrial\Core\Fading\Outcome;
use MarshTrial\Core\Rating\ClassChances;

/**
 * Whether a paint fits a wish, by what was tested and no further: it fits the evidence, nobody can tell yet, or it is not for this. No marks are added
 * up: what is wanted is wanted, and a paint that fails in one of it is not made good by another.
 */
final readonly class Choice
{
    public const FITS = 'fits the evidence';

    public const OPEN = 'cannot tell yet';

    public const NOT = 'not for this';

    /** Chance from which a class is taken as had, and below which as not had (own). */
    private const HAD = [0.8, 0.2];

    private function __construct(
        public string $shelf,
        /** @var non-empty-list<array{answer: string, reason: string, change: string|null}> what decides it first: what was asked, how it stands, and what would change that */
        public array $reasons,
    ) {}

    /**
     * @param array<string, array<string, float>> $chances class => chance that another tester's card has it, by property; untested ones left out
     * @param array{outcome: Outcome|null, mlxh: float|null, categories: list<string>, earlier?: list<array{outcome: Outcome, mlxh: float}>}|null $light what light did, by the latest check; null: not tested
     * @param bool|null $singlePigment null: not stated
     * @param float|null $perMl what the reader paid for a millilitre; null: not known
     */
    public static function of(Wish $wish, array $chances, ?array $light, ?bool $singlePigment, ?float $perMl = null): self
    {
        $answers = array_values(array_filter([
            self::light($wish, $light),
            $wish->singlePigment ? self::answer($singlePigment === true ? self::FITS : ($singlePigment === null ? self::OPEN : self::NOT), $singlePigment === true ? 'of one pigment' : ($singlePigment === null ? 'its pigments are not stated' : 'a mixture of pigments'), $singlePigment === null ? 'what the label says' : null) : null,
            $wish->budgetPerMl === null ? null : self::price($wish->budgetPerMl, $perMl),
            match ($wish->grain) {
                'welcome' => self::has($chances['granulation'] ?? [], ['distinct', 'heavy'], 'granulation', 'granulates', 'hardly granulates'), 'unwelcome' => self::has($chances['granulation'] ?? [], ['none', 'slight'], 'granulation', 'hardly granulates', 'granulates'), default => null,
            },
            match ($wish->lifting) {
                'wanted' => self::has($chances['staining'] ?? [], ['non-staining', 'low'], 'staining', 'lifts', 'stains'), 'unwanted' => self::has($chances['staining'] ?? [], ['medium', 'high'], 'staining', 'stays where it is', 'lifts'), default => null,
            },
            match ($wish->body) {
                'transparent' => self::has($chances['transparency'] ?? [], ['transparent', 'semi-transparent'], 'transparency', 'is transparent or nearly', 'covers'), 'covering' => self::has($chances['transparency'] ?? [], ['semi-opaque', 'opaque'], 'transparency', 'covers', 'is transparent'), default => null,
            },
        ]));
        $order = [self::NOT, self::OPEN, self::FITS];
        usort($answers, static fn (array $a, array $b): int => (int) array_search($a['answer'], $order, true) <=> (int) array_search($b['answer'], $order, true));

        return new self($answers[0]['answer'] ?? self::FITS, $answers ?: [['answer' => self::FITS, 'reason' => 'nothing is asked of it', 'change' => null]]);
    }

    /**
     * @param array{outcome: Outcome|null, mlxh: float|null, categories: list<string>, earlier?: list<array{outcome: Outcome, mlxh: float}>}|null $light
     *
     * @return array{answer: string, reason: string, change: string|null}
     */
    private static function light(Wish $wish, ?array $light): array
    {
        $asked = LightfastnessScale::dose($wish->mlxh);
        $fugitive = $light !== null && $light['categories'] !== [] && array_intersect($light['categories'], LightfastnessScale::HOLDS) === [];
        if ($wish->use !== 'hangs' && ! ($wish->neverFugitive && $wish->use === 'lies in a box')) {
            if ($wish->neverFugitive && $fugitive) {
                return self::answer(self::NOT, 'fades, and nothing fugitive is wanted', null);
            }

            return self::answer(self::FITS, $fugitive ? 'fades in light, which matters less shut away; keeping in the dark was not tested' : 'light matters less shut away', null);
        }
        if ($light === null || $light['outcome'] === null || $light['mlxh'] === null) {
            return self::answer(self::OPEN, $light === null ? 'not tested in light' : 'tested in light that nobody knows the amount of', "a strip in a window until $asked Mlx h");
        }
        $dose = LightfastnessScale::dose($light['mlxh']);
        $what = $light['outcome'] === Outcome::NoChange ? 'no change seen' : $light['outcome']->value;
        // What light did was seen at the dose of the check; before and after it only as far as it says.
        return match (true) {
            $light['outcome'] === Outcome::PaperOrUndecidable => self::answer(self::OPEN, "whether it faded cannot be decided after $dose Mlx h", 'a strip on paper that does not change'),
            $light['outcome'] === Outcome::NoChange && $light['mlxh'] >= $wish->mlxh => self::answer(self::FITS, "no change seen after $dose Mlx h; $asked are asked for", null),
            $light['outcome'] === Outcome::NoChange => self::answer(self::OPEN, "holds so far: no change seen after $dose Mlx h of the $asked asked for", "more light on its strip, until $asked Mlx h"),
            $fugitive => self::answer(self::NOT, "$what after $dose Mlx h", 'nothing short of another recipe'),
            $light['mlxh'] <= $wish->mlxh && $light['categories'] !== [] && array_diff($light['categories'], LightfastnessScale::HOLDS) === [] => self::answer(self::OPEN, "$what after $dose Mlx h, little enough for category ".implode(' or ', $light['categories']), "more light on its strip, until $asked Mlx h"),
            $light['mlxh'] <= $wish->mlxh => self::answer(self::NOT, "$what after $dose Mlx h already; $asked are asked for", 'a check that says otherwise'),
            default => self::before($wish->mlxh, $light['earlier'] ?? [], "$what after $dose Mlx h", $asked),
        };
    }

    /** @return array{answer: string, reason: string, change: string|null} */
    private static function price(float $budget, ?float $perMl): array
    {
        return match (true) {
            $perMl === null => self::answer(self::OPEN, 'what it costs is not recorded', 'a price and a volume with one of your pans'),
            // As it is told: to the cent.
            round($perMl, 2) <= round($budget, 2) => self::answer(self::FITS, sprintf('%.2f a millilitre', $perMl), null),
            default => self::answer(self::NOT, sprintf('%.2f a millilitre, more than %.2f', $perMl, $budget), 'another price'),
        };
    }

    /**
     * Something changed, at more light than is asked for: what the checks before say of as much light as is.
     *
     * @param list<array{outcome: Outcome, mlxh: float}> $earlier checks, by whatever order
     *
     * @return array{answer: string, reason: string, change: string|null}
     */
    private static function before(float $mlxh, array $earlier, string $what, string $asked): array
    {
        $changed = array_filter($earlier, static fn (array $c): bool => $c['mlxh'] <= $mlxh && ! in_array($c['outcome'], [Outcome::NoChange, Outcome::PaperOrUndecidable], true));
        if ($changed !== []) {
            $first = array_reduce($changed, static fn (?array $a, array $c): array => $a === null || $c['mlxh'] < $a['mlxh'] ? $c : $a);

            return self::answer(self::NOT, sprintf('%s after %.1f Mlx h already; %s are asked for', $first['outcome']->value, $first['mlxh'], $asked), 'a check that says otherwise');
        }
        $held = array_filter($earlier, static fn (array $c): bool => $c['mlxh'] >= $mlxh && $c['outcome'] === Outcome::NoChange);
        if ($held !== []) {
            return self::answer(self::FITS, sprintf('no change seen after %.1f Mlx h; %s are asked for; %s', min(array_column($held, 'mlxh')), $asked, $what), null);
        }

        return self::answer(self::OPEN, "$what, more than the $asked asked for; when it began nobody saw", "a check near $asked Mlx h");
    }

    /**
     * @param array<string, float> $chances
     * @param list<string> $classes that are wanted
     *
     * @return array{answer: string, reason: string, change: string|null}
     */
    private static function has(array $chances, array $classes, string $property, string $does, string $doesNot): array
    {
        if ($chances === []) {
            return self::answer(self::OPEN, "$property not tested", "a card that tests its $property");
        }
        $chance = array_sum(array_intersect_key($chances, array_flip($classes)));
        $likeliest = ClassChances::likeliest($chances) ?? '';

        return match (true) {
            $chance >= self::HAD[0] => self::answer(self::FITS, ClassChances::hedge($chance).$does, null),
            $chance <= self::HAD[1] => self::answer(self::NOT, ClassChances::hedge(1 - $chance).$doesNot, null),
            default => self::answer(self::OPEN, sprintf('%s perhaps %s (%d %%)', $property, $likeliest, (int) round(100 * $chances[$likeliest])), "another tester's card for its $property"),
        };
    }

    /** @return array{answer: string, reason: string, change: string|null} */
    private static function answer(string $answer, string $reason, ?string $change): array
    {
        return ['answer' => $answer, 'reason' => $reason, 'change' => $change];
    }
}
