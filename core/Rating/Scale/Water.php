<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** What paint does in wet paper, under water, under salt, and in the dry pan. */
final readonly class Water
{
    public function __construct(
        /** @var non-empty-array<string, float> Upper limit of the width over which a softened edge falls, mm, up to which it is a line (own). */
        public array $softenedEdge = ['hard line' => 2.0, 'soft' => INF],
        /** Share by which a rim is darker than its band from which it is a hard line, however soft the rest (own). */
        public float $rim = 0.25,
        /** Sampling of wet squares and soft edges, mm (own). */
        public float $pitchMm = 0.25,
        /** Reading of a border, mm (own, simulated). */
        public float $systematicMm = 0.12,
        /** Blur that keeps grains and specks from drawing borders of their own, mm (own). */
        public float $sigmaMm = 0.4,
        /** Half width of the running mean along an edge, samples (own). */
        public int $smooth = 1,
        /** Share of the border’s samples that paint may touch before the touch counts as cut off (own). */
        public float $cutOff = 0.02,
        /** Longer than wide by this, a touch is called lopsided (own). */
        public float $lopsided = 1.4,
        /** @var non-empty-array<string, float> Upper limits of the share of a salted wash that is stars (own). */
        public array $salt = ['none' => 0.02, 'some' => 0.10, 'strong' => INF],
        /** A place in a salted wash paler than this share of its middle deposit is a star (own). */
        public float $saltStar = 0.6,
        /** What grain and noise may count for (own). */
        public float $saltSystematic = 0.008,
        /** @var non-empty-array<string, float> Upper limits of the deposit that three passes of a damp brush take off the dry pan (own). */
        public array $rewetting = ['hardly at all' => 0.10, 'hard work' => 0.30, 'some passes' => 0.92, 'at once' => INF],
        /** Least deposit that shows that the test was made at all (own). */
        public float $rewettingLeast = 0.02,
        /** How far brush and hand differ from one try to the next, as a share (own). */
        public float $rewettingHand = 0.15,
        /** Deposit from which on it cannot be read (own). */
        public float $rewettingDarkest = 3.0,
    ) {}
}
