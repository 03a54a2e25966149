<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Imaging\PlacedPiece;

/** What is known about the picture itself. */
final readonly class ScanFacts
{
    public function __construct(
        public int $widthPx,
        public int $heightPx,
        public float $dpi,
        public string $profile,
        /** @var array<string, PlacedPiece> */
        public array $pieces,
        /** @var list<string> */
        public array $remarks,
    ) {}
}
