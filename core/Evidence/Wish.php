<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

/** What somebody wants of a paint. */
final readonly class Wish
{
    public const USES = ['hangs', 'lies in a box', 'is scanned and shut'];

    /** Ten years in a living room (Dose::YEARS), Mlx h. */
    public const TEN_YEARS = 7.3;

    public const GRAINS = ['any', 'welcome', 'unwelcome'];

    public const LIFTINGS = ['any', 'wanted', 'unwanted'];

    public const BODIES = ['any', 'transparent', 'covering'];

    public function __construct(
        /** How the work is kept: one of the uses. */
        public string $use = 'hangs',
        /** Light that it meets in all the years it is to last, Mlx h: ten years in a living room. */
        public float $mlxh = self::TEN_YEARS,
        public string $grain = 'any',
        public string $lifting = 'any',
        public string $body = 'any',
        public bool $singlePigment = false,
        /** Nothing that fades much, even where little light falls on it. */
        public bool $neverFugitive = false,
        /** What a millilitre may cost at most, in the reader's own currency; null: whatever it costs. */
        public ?float $budgetPerMl = null,
        /** What is accepted of a change, as named in the scale. */
        public string $accepted = 'only side by side',
    ) {}
}
