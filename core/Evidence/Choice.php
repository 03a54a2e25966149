<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Fading\LightfastnessScale;
use MarshTrial\Core\Fading\LightVerdict;
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
     * @param LightVerdict|null $light what light did; null: not tested
     * @param bool|null $singlePigment null: not stated
     * @param float|null $perMl what the reader paid for a millilitre; null: not known
     */
    public static function of(Wish $wish, array $chances, ?LightVerdict $light, ?bool $singlePigment, ?float $perMl = null): self
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

    /** @return array{answer: string, reason: string, change: string|null} */
    private static function light(Wish $wish, ?LightVerdict $light): array
    {
        $fugitive = $light?->isFugitive() === true;
        if ($wish->use !== 'hangs' && ! ($wish->neverFugitive && $wish->use === 'lies in a box')) {
            if ($wish->neverFugitive && $fugitive) {
                return self::answer(self::NOT, 'fades, and nothing fugitive is wanted', null);
            }

            return self::answer(self::FITS, $fugitive ? 'fades in light, which matters less shut away; keeping in the dark was not tested' : 'light matters less shut away', null);
        }
        $asked = LightfastnessScale::dose($wish->mlxh);
        if ($light === null) {
            return self::answer(self::OPEN, 'not tested in light', "a strip in a window until $asked Mlx h");
        }
        $found = $light->answer($wish->mlxh, $wish->accepted);

        return match ($found->holds) {
            true => self::answer(self::FITS, "{$found->hedge}holds: $found->reason", null),
            false => self::answer(self::NOT, "{$found->hedge}does not hold: $found->reason", 'nothing short of another recipe'),
            null => self::answer(self::OPEN, $found->reason, match (true) {
                $found->settledBy === null => 'a strip whose light is known',
                $light->mlxh() !== null && $found->settledBy <= $light->mlxh() * 1.001 => "another look near $asked Mlx h",
                default => 'more light on its strip, until '.LightfastnessScale::dose($found->settledBy).' Mlx h',
            }),
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
