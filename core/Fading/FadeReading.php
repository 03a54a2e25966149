<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Daylight\Dose;
use MarshTrial\Core\Rating\Scale;

/** One depth of a paint at one check. */
final readonly class FadeReading
{
    public function __construct(
        public Dose $dose,
        /** The dark half, and the window half with the halves' own difference and the paper's change taken out. */
        public Lab $dark,
        public Lab $window,
        /** Change beyond noise, dE*ab, and its standard uncertainty. */
        public float $change,
        public float $uncertainty,
        public Outcome $outcome = Outcome::NoChange,
        /** Least and greatest change where the paper's own change leaves that open; both the change where it does not. */
        public ?float $least = null,
        public ?float $greatest = null,
        /** Bare paper beside the window half, where it is known. */
        public ?Lab $paper = null,
        /** Deposit of the dark half in its key channel; null: too deep to be read. */
        public ?float $deposit = null,
        /** What the dark half has changed by since its own first reading, dE*ab, and its standard uncertainty; null without one. */
        public ?float $darkChange = null,
        public ?float $darkUncertainty = null,
        /** Grade of the grey scale (ISO 105-A05), from 1 to 5 in halves; empty where it was not worked out. */
        public string $grade = '',
        /** The window half as it looks, the paper's change not taken out; null where only the least and the greatest change are known. */
        public ?Lab $raw = null,
        /** Root of the variance across the change, dE*ab; null: as along it, on both axes. */
        public ?float $across = null,
        /** Share of the dark half's paint that the window half still has; null: cannot be told. */
        public ?float $left = null,
        /** What keeps this reading from saying anything of the paint. */
        public ?Doubt $doubt = null,
        /** Change of the bare paper, dE*ab; and the paper beside the dark half, where it is known. */
        public float $paperChange = 0.0,
        public ?Lab $darkPaper = null,
        /** Whether the halves were read before they were hung. */
        public bool $hasFirst = true,
    ) {}

    /**
     * As a strip keeps it at a check.
     *
     * @param array<string, mixed> $depth as from FadeStrip; what strips of before do not have is not known
     */
    public static function ofStrip(Dose $dose, array $depth, ?Lab $darkPaper, ?Lab $paper): self
    {
        $number = static fn (string $of): ?float => isset($depth[$of]) ? (float) $depth[$of] : null;

        return new self(
            $dose, new Lab(...$depth['dark']), new Lab(...$depth['window']), (float) $depth['change'], (float) $depth['uncertainty'],
            Outcome::from($depth['outcome']), (float) $depth['least'], (float) $depth['greatest'], $paper, $number('deposit'),
            $number('darkChange'), $number('darkUncertainty'), $depth['grade'] ?? '', isset($depth['raw']) ? new Lab(...$depth['raw']) : null,
            $number('across'), $number('left'), Doubt::tryFrom($depth['doubt'] ?? ''), $number('paperChange') ?? 0.0, $darkPaper, $depth['hasFirst'] ?? true,
        );
    }

    /** @return list<mixed> to be kept and read again */
    public function toArray(): array
    {
        // To the last digit: what is worked out from what was kept is what was worked out at first.
        $lab = static fn (?Lab $of): ?array => $of?->toArray();

        return [
            $this->dose->mlxh, $this->dose->uncertainty, $lab($this->dark), $lab($this->window), $this->change, $this->uncertainty, $this->outcome->value, $this->least, $this->greatest,
            $lab($this->paper), $this->deposit, $this->darkChange, $this->darkUncertainty, $this->grade, $lab($this->raw), $this->across, $this->left, $this->doubt?->value,
            $this->paperChange, $lab($this->darkPaper), $this->hasFirst,
        ];
    }

    /** @param list<mixed> $of as from toArray() */
    public static function fromArray(array $of): self
    {
        $lab = static fn (?array $v): ?Lab => $v === null ? null : new Lab(...$v);

        return new self(
            new Dose((float) $of[0], (float) $of[1]), new Lab(...$of[2]), new Lab(...$of[3]), (float) $of[4], (float) $of[5], Outcome::from($of[6]), $of[7], $of[8],
            $lab($of[9]), $of[10], $of[11], $of[12], $of[13], $lab($of[14]), $of[15], $of[16], Doubt::tryFrom($of[17] ?? ''), (float) $of[18], $lab($of[19]), (bool) $of[20],
        );
    }

    /**
     * How far it has truly changed.
     *
     * @param float $more further standard uncertainty of the change's size, dE_F
     */
    public function seen(Scale $scale, float $more = 0.0): SeenChange
    {
        return SeenChange::of($scale, $this->dark, $this->looks(), $this->window, $this->uncertainty, $this->across ?? M_SQRT2 * $this->uncertainty, $more);
    }

    /** The same with one colour for what it looks like and what it is. */
    public function with(Lab $window): self
    {
        return new self(...['window' => $window, 'raw' => $window] + get_object_vars($this));
    }

    /** The same after more light. */
    public function at(float $mlxh): self
    {
        return new self(...['dose' => new Dose($mlxh, $this->dose->uncertainty)] + get_object_vars($this));
    }

    /** The window half as it looks; of readings kept before it was, the place on the way that lies as far off as they say. */
    public function looks(): Lab
    {
        if ($this->raw !== null) {
            return $this->raw;
        }
        $corrected = Difference::between($this->dark, $this->window)->dE76();
        $other = ($this->least ?? $corrected) < $corrected - 0.01 ? $this->least : $this->greatest;

        return $other === null || $corrected < 0.01 ? $this->window : $this->dark->towards($this->window, $other / $corrected);
    }
}
