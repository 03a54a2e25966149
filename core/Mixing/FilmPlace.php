<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Colour\Spectrum;

/** One depth of a paint's ladder, as it was measured. */
final readonly class FilmPlace
{
    public function __construct(
        /** Over paper, and over the black line where one runs beneath. */
        public LinearRgb $onPaper,
        public ?LinearRgb $onBlack,
        /** Amount that it is thought to have, in one unit for all places, and the standard deviation of its natural logarithm. */
        public float $amount,
        public float $sd,
        /** What an instrument read there over paper; it goes before the picture's three channels. */
        public ?Spectrum $spectrum = null,
    ) {}
}
