<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Rating\ClassChances;
use MarshTrial\Core\Rating\Scale;

/**
 * What light did to a paint, made from the course of its strip at all depths: one word, one chance, one dose, one reason.
 *
 * Every page, file and sentence says this and nothing else.
 *
 * @phpstan-type LightVerdictTold array{
 *     words: string, told: string, band: string|null, or: string|null, chance: float,
 *     chances: array<string, float>, outcome: string, doubt: string|null, mlxh: float|null,
 *     range: array{float, float}|null, depth: int, change: float, uncertainty: float, number: string,
 *     beside: string|null, way: string, categories: list<string>, category: string|null, grade: string,
 * }
 */
final readonly class LightVerdict
{
    /** Depths by number, as in FadeCard. */
    private const TINT = 3;

    private const MIDDLE = 2;

    /** A change of the paper's b* or L* that has a word, dE (own). */
    private const PAPER_WAY = 0.7;

    /** @param non-empty-array<int, FadeSeries> $courses by depth, each with a reading */
    private function __construct(
        private Scale $scale,
        private array $courses,
        /** Depth that changed most: 1 masstone, 2 middle, 3 tint. */
        public int $depth,
        public FadeWord $word,
        /** Whether anybody knows how much light it met. */
        public bool $doseKnown,
    ) {}

    /** @param array<int, FadeSeries> $courses by depth; one or more with a reading */
    public static function of(Scale $scale, array $courses, bool $doseKnown = true): self
    {
        $courses = array_filter($courses, static fn (FadeSeries $s): bool => $s->last() !== null);
        if ($courses === []) {
            throw new \LogicException('A verdict needs a reading.');
        }
        $words = $changes = [];
        foreach (array_filter(array_map(static fn (FadeSeries $s): ?FadeReading => $s->last(), $courses)) as $at => $last) {
            $seen = $last->seen($scale);
            $words[$at] = FadeWord::of($scale, $last, $seen);
            $changes[$at] = $seen->quantile(0.5);
        }
        $depth = (int) array_search(max([0.0, ...$changes]), $changes, true);
        $word = $words[$depth];
        $others = array_diff_key($words, [$depth => true]);
        if ($depth === self::TINT && $word->direction === Outcome::Paler && $others !== [] && array_filter($others, static fn (FadeWord $w): bool => ! $w->isHeld()) === []) {
            $word = $word->inTintOnly();
        }

        return new self($scale, $courses, $depth, $word, $doseKnown);
    }

    /** @return non-empty-array<int, FadeSeries> by depth */
    public function courses(): array
    {
        return $this->courses;
    }

    private function course(): FadeSeries
    {
        return $this->courses[$this->depth];
    }

    /** The last reading of the depth that changed most. */
    public function last(): FadeReading
    {
        return $this->course()->last() ?? throw new \LogicException('A verdict has a reading.');
    }

    /** Light it has met, Mlx h; null where nobody knows. */
    public function mlxh(): ?float
    {
        return $this->doseKnown && $this->last()->dose->mlxh > 0 ? $this->last()->dose->mlxh : null;
    }

    public function way(): FadeWay
    {
        return $this->course()->course();
    }

    /**
     * Lightfastness categories that remain possible, of middle strength as the standard has it (ASTM D4303, memory).
     *
     * @return list<string> empty where nothing follows from the course
     */
    public function categories(): array
    {
        // What cannot be told of the paint has no category either.
        if ($this->mlxh() === null || $this->word->doubt instanceof Doubt && $this->word->doubt !== Doubt::Paper) {
            return [];
        }

        return ($this->courses[self::MIDDLE] ?? $this->course())->categories();
    }

    /** Whether no category holds that is called lightfast. */
    public function isFugitive(): bool
    {
        return $this->categories() !== [] && array_intersect($this->categories(), LightfastnessScale::HOLDS) === [];
    }

    /** What happened, as it is told everywhere: "no change to be seen", "probably clearly paler", "cannot be told: the paper changed too". */
    public function words(): string
    {
        return $this->word->words();
    }

    /** The same with the light that it rests on. */
    public function told(): string
    {
        return $this->words().($this->mlxh() === null ? ', after nobody knows how much light' : ' after '.LightfastnessScale::dose($this->mlxh()).' Mlx h');
    }

    /** What the paper did, where it changed and the paint did not: "the paper yellowed by dE 1.9; the paint did not change". */
    public function beside(): ?string
    {
        $last = $this->last();
        if (! $this->word->isHeld() || $last->paperChange <= $this->scale->fade->bands[Band::Unseen->value]) {
            return null;
        }
        [$was, $is] = [$last->darkPaper, $last->paper];
        $did = match (true) {
            ! $was instanceof Lab || ! $is instanceof Lab => 'changed',
            $is->b - $was->b > self::PAPER_WAY => 'yellowed',
            $is->l - $was->l > self::PAPER_WAY || $was->b - $is->b > self::PAPER_WAY => 'bleached',
            $was->l - $is->l > self::PAPER_WAY => 'darkened',
            default => 'changed',
        };

        return sprintf('the paper %s by dE %.1f; the paint %sdid not change', $did, $last->paperChange, $this->word->hedge());
    }

    /** The number behind the word, for whoever opens it. */
    public function number(): string
    {
        $last = $this->last();

        return sprintf('measured dE %.1f ±%.1f', $last->change, $last->uncertainty).($this->word->isHeld() && $last->change > 2 * $last->uncertainty ? ', not to be seen' : '');
    }

    /**
     * All that is told of it, with plain values.
     *
     * @return LightVerdictTold
     */
    public function toArray(): array
    {
        $last = $this->last();
        $word = $this->word;

        return [
            'words' => $this->words(), 'told' => $this->told(), 'band' => $word->band?->value, 'or' => $word->or?->value,
            'chance' => round($word->chance, 3), 'chances' => array_map(static fn (float $c): float => round($c, 3), $word->chances),
            'outcome' => $word->outcome()->value, 'doubt' => $word->doubt?->value,
            'mlxh' => $this->mlxh() === null ? null : round($this->mlxh(), 3), 'range' => $this->mlxh() === null ? null : array_map(static fn (float $d): float => round($d, 2), $last->dose->range()),
            'depth' => $this->depth, 'change' => round($last->change, 2), 'uncertainty' => round($last->uncertainty, 2),
            'number' => $this->number(), 'beside' => $this->beside(), 'way' => $this->way()->value,
            'categories' => $this->categories(), 'category' => $this->categories() === [] ? null : LightfastnessScale::told($this->categories()),
            'grade' => $last->grade,
        ];
    }

    /**
     * Whether it holds for a use.
     *
     * @param float $mlxh light that the work will meet, Mlx h
     * @param string $accepted what somebody accepts of a change, as named in the scale
     */
    public function answer(float $mlxh, string $accepted): LightAnswer
    {
        $most = $this->scale->fade->accepted[$accepted];
        if (is_infinite($most)) {
            return new LightAnswer(true, 1.0, '', 'any change is accepted');
        }
        $last = $this->mlxh();
        $asked = LightfastnessScale::dose($mlxh);
        if ($this->word->doubt !== null && $this->word->doubt !== Doubt::Paper && $this->word->doubt !== Doubt::Unsure) {
            return new LightAnswer(null, null, '', $this->words(), $last === null ? null : $mlxh);
        }
        if ($last === null) {
            return new LightAnswer(null, null, '', $this->told());
        }

        return $mlxh <= $last * 1.001 ? $this->upTo($mlxh, $most, $asked) : $this->beyond($mlxh, $most, $asked);
    }

    /** Up to the last check: what the course says at the dose. */
    private function upTo(float $mlxh, float $most, string $asked): LightAnswer
    {
        $chance = $this->course()->seenAt(min($mlxh, $this->last()->dose->mlxh))?->atMost($most);
        if ($chance === null) {
            return new LightAnswer(null, null, '', $this->told());
        }
        $taken = $this->scale->certainty->probably;
        $holds = $chance >= $taken ? true : (1 - $chance >= $taken ? false : null);
        $reason = match ($holds) {
            true => $this->word->isHeld() ? $this->told() : "what it changed by at $asked Mlx h is within that",
            false => $this->wordAt($mlxh),
            null => $this->course()->at($mlxh)['apart'] ?? false ? "its checks lie too far apart to tell of $asked Mlx h" : $this->told(),
        };

        $hedge = $holds === null ? '' : (string) ClassChances::hedge($holds ? $chance : 1 - $chance);

        return new LightAnswer($holds, $chance, $hedge, $reason, $holds === null ? $mlxh : null);
    }

    /** What it looked like at the check at or before a dose that first went so far; else at the last. */
    private function wordAt(float $mlxh): string
    {
        foreach (array_reverse($this->course()->readings) as $reading) {
            $word = FadeWord::of($this->scale, $reading);
            if ($reading->dose->mlxh <= $mlxh * 1.001 && $word->direction !== null) {
                return $word->words().' after '.LightfastnessScale::dose($reading->dose->mlxh).' Mlx h already';
            }
        }

        return $this->told();
    }

    /** Beyond the last check: the most that may follow, if it does not speed up; the lowest end decides nothing. */
    private function beyond(float $mlxh, float $most, string $asked): LightAnswer
    {
        $within = $this->last()->seen($this->scale)->atMost($most);
        if (1 - $within >= $this->scale->certainty->probably) {
            return new LightAnswer(false, $within, (string) ClassChances::hedge(1 - $within), $this->told().' already');
        }
        foreach ([['', $this->scale->course->plainMargin, 0.975], ['probably ', $this->scale->course->margin, 0.9]] as [$hedge, $margin, $chance]) {
            $reached = $this->course()->mostSeen($mlxh, $margin);
            if ($reached !== null && $reached <= $most) {
                return new LightAnswer(true, $chance, $hedge, $this->told()." of the $asked asked for, if it does not speed up");
            }
        }

        return new LightAnswer(null, null, '', match ($this->way()) {
            FadeWay::SpeedingUp => $this->told().', and the change is speeding up',
            FadeWay::Back => $this->told().', and the change does not run one way',
            FadeWay::OneWay => $this->told()." of the $asked asked for",
        }, $this->settledBy($mlxh, $most));
    }

    /** Dose of a check at which it would be told, were it to look then as it does today. */
    private function settledBy(float $mlxh, float $most): float
    {
        $course = $this->course();
        foreach (CheckSchedule::STEPS as $step) {
            if ($step <= $this->last()->dose->mlxh || $step >= $mlxh) {
                continue;
            }
            $further = (new FadeSeries($this->scale, [...$course->readings, $this->last()->at($step)]))->mostSeen($mlxh, $this->scale->course->margin);
            if ($further !== null && $further <= $most) {
                return $step;
            }
        }

        return $mlxh;
    }
}
