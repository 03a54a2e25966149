<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Daylight\Dose;

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
    ) {}
}
