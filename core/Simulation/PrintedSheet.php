<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\Rect;

/** What a printer put on the sheet of a card: share of each place covered with ink, and how far the ink ran. */
final readonly class PrintedSheet
{
    public function __construct(
        /** Row by row, a byte each: 0 bare to 255 covered; the upper left corner of the sheet first. */
        private string $ink,
        private int $width,
        private int $height,
        private float $perMm,
        /** How far ink runs beyond what was drawn, mm; marks and code spread by as much. */
        public float $bleedMm = 0.0,
    ) {}

    /** Share covered, 0 to 1, between the samples around. */
    public function cover(float $xMm, float $yMm): float
    {
        [$u, $v] = [$xMm * $this->perMm - 0.5, $yMm * $this->perMm - 0.5];
        [$i, $j] = [(int) $u, (int) $v];
        if ($u < 0 || $v < 0 || $i >= $this->width - 1 || $j >= $this->height - 1) {
            return 0.0;
        }
        [$fu, $fv] = [$u - $i, $v - $j];
        $at = $j * $this->width + $i;
        $above = (1 - $fu) * ord($this->ink[$at]) + $fu * ord($this->ink[$at + 1]);
        $below = (1 - $fu) * ord($this->ink[$at + $this->width]) + $fu * ord($this->ink[$at + $this->width + 1]);

        return ($above + $fv * ($below - $above)) / 255;
    }

    /** Whether there is no ink at all in a part of the sheet. */
    public function isBlank(Rect $area): bool
    {
        [$from, $to] = [max(0, (int) ($area->x * $this->perMm) - 1), min($this->width, (int) ($area->right() * $this->perMm) + 2)];
        for ($y = max(0, (int) ($area->y * $this->perMm) - 1), $end = min($this->height, (int) ($area->bottom() * $this->perMm) + 2); $y < $end; $y++) {
            if (strspn($this->ink, "\0", $y * $this->width + $from, $to - $from) < $to - $from) {
                return false;
            }
        }

        return true;
    }
}
