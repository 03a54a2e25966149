<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

/** Whether a paint holds in the light of a use, as far as was tested. */
final readonly class LightAnswer
{
    public function __construct(
        /** true: holds; false: does not; null: cannot be told yet. */
        public ?bool $holds,
        /** Chance that it changes by no more than is accepted, 0..1; null where nothing tells it. */
        public ?float $chance,
        /** "probably " or nothing. */
        public string $hedge,
        /** Why, in words with the dose that they rest on. */
        public string $reason,
        /** Dose of a further check that would settle it if nothing more is seen by then, Mlx h; null: no check would, or it is settled. */
        public ?float $settledBy = null,
    ) {}
}
