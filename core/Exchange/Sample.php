<?php

declare(strict_types=1);

namespace MarshTrial\Core\Exchange;

use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\Spectrum;

/** One reading of an instrument. */
final readonly class Sample
{
    public function __construct(
        public string $name,
        /** For D65, adapted where the file tells another light. */
        public Lab $lab,
        /** Reflectance factor, where the instrument gives one. */
        public ?Spectrum $spectrum = null,
    ) {}
}
