<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

/** A picture made by the stand-in, and the truth behind it. */
final readonly class Scan
{
    public function __construct(
        /** 8-bit sRGB, 3 bytes a pixel, row by row. */
        public string $data,
        public int $width,
        public int $height,
        public float $dpi,
        /** @var array<string, mixed> the truth JSON, see docs/formats.md */
        public array $truth,
    ) {}
}
