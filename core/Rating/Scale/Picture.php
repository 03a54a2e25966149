<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** What of a picture spoils a rating. */
final readonly class Picture
{
    public function __construct(
        /** Share of a cell that may be glare before the picture is remarked on (own). */
        public float $muchGlare = 0.1,
        /** Share of a cell that may be glare; beyond it nothing is rated from it (own). */
        public float $mostGlare = 0.4,
        /** Share by which one window may differ from the others (own; sheets of one pad differ by less than one percent). */
        public float $oddWindow = 0.025,
        /** And by which a single window, or both of two, may differ from the sheet before it is told (own). */
        public float $unlikeSheet = 0.06,
    ) {}
}
