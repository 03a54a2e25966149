<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\GreyScale;
use MarshTrial\Core\Daylight\Dose;

/** What the exposed half shows against the kept half at one depth. */
final readonly class FadeFinding
{
    /**
     * @param list<string> $categories lightfastness categories that remain possible; empty without a dose
     * @param list<string> $remarks
     */
    public function __construct(
        public int $row,
        public int $depth,
        /** Deposit of the kept half in its key channel; null when saturated. */
        public ?float $deposit,
        /** Halves as they look, the difference before hanging taken out where it is known. */
        public Difference $raw,
        /** The same with the change of the bare paper taken out too. */
        public Difference $corrected,
        /** Change of the exposed bare paper against the kept one, dE*ab. */
        public float $paperChange,
        /** Least and greatest dE*ab between raw and corrected. */
        public float $least,
        public float $greatest,
        /** 1-sigma uncertainty of dE*ab. */
        public float $uncertainty,
        /** Raw and corrected dE*ab with the noise that only ever adds taken out. */
        public float $rawBeyondNoise,
        public float $beyondNoise,
        public Outcome $outcome,
        public array $categories,
        public ?string $wording,
        public array $remarks,
        /** What the dark half itself has changed by since its own first reading, beyond noise, and its 1-sigma uncertainty, dE*ab; null without a first reading. */
        public ?float $darkChange = null,
        public ?float $darkUncertainty = null,
        /** Root of the variance across the change, dE*ab. */
        public float $across = 0.0,
        /** Share of the dark half's paint that the window half still has; null: cannot be told. */
        public ?float $left = null,
        public ?Doubt $doubt = null,
        /** Whether the halves were read before they were hung. */
        public bool $hasFirst = true,
    ) {}

    /** The same as a reading of a course. */
    public function reading(Dose $dose): FadeReading
    {
        return new FadeReading(
            $dose, $this->corrected->reference, $this->corrected->specimen, $this->beyondNoise, $this->uncertainty, $this->outcome,
            $this->least, $this->greatest, null, $this->deposit, $this->darkChange, $this->darkUncertainty, '',
            $this->raw->specimen, $this->across, $this->left, $this->doubt, $this->paperChange, null, $this->hasFirst,
        );
    }

    public function greyScale(): GreyScale
    {
        return GreyScale::between($this->corrected->reference, $this->corrected->specimen);
    }
}
