<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** Drops: how far pigments run in clear water, and the ring that water leaves in wet paint. */
final readonly class Drops
{
    public function __construct(
        /** @var non-empty-array<string, float> Upper limits of the difference between what runs furthest and what stays, mm (own, simulated). */
        public array $classes = ['together' => 0.8, 'a little apart' => 2.0, 'far apart' => INF],
        /** Share of the middle's amount at whose distance a pigment's reach is read (own). */
        public float $reachShare = 0.5,
        /** Share of the key channel's deposit that a channel needs for its reach to mean anything (own). */
        public float $leastShare = 0.3,
        /** Width of the rings over which is averaged, mm (own). */
        public float $ringMm = 0.5,
        /** Reading of a reach, mm (own, simulated). */
        public float $systematicMm = 0.15,
        /** @var non-empty-array<string, float> Upper limits of the share by which the darkest ring exceeds the wash around it (own, simulated). */
        public array $ringClasses = ['none' => 0.08, 'soft' => 0.25, 'hard-edged' => INF],
        /** Share by which the middle must be paler than the wash for a drop without a ring to count as a soft bloom (own). */
        public float $hollow = 0.15,
        /** What an uneven wash leaves of a ring, share (own, simulated). */
        public float $ringSystematic = 0.02,
    ) {}
}
