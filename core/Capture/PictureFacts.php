<?php

declare(strict_types=1);

namespace MarshTrial\Core\Capture;

use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Imaging\PlacedPiece;
use MarshTrial\Core\Imaging\QualityCheck;

/** What is known about the picture itself. */
final readonly class PictureFacts
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
        public bool $photo,
        public Calibration $calibration,
        /** @var list<QualityCheck> */
        public array $checks,
    ) {}

    public function with(QualityCheck $check): self
    {
        return new self($this->widthPx, $this->heightPx, $this->dpi, $this->profile, $this->pieces, $this->remarks, $this->photo, $this->calibration, [...$this->checks, $check]);
    }

    /** Dots per inch where a cell lies, in the direction seen most foreshortened. */
    public function dpiAt(Cell $cell): float
    {
        $placement = $this->pieces[$cell->piece]->placement;
        $centre = $cell->area->centre();

        return 25.4 * $placement->scaleAt($centre->x, $centre->y) / sqrt($this->photo ? $placement->slantAt($centre->x, $centre->y) : 1.0);
    }

    /** @param bool $lossy compressed with loss */
    public function sharpness(bool $lossy): Sharpness
    {
        return new Sharpness(max(array_map(static fn (PlacedPiece $p): float => $p->blurMm, $this->pieces)), max(array_map(static fn (PlacedPiece $p): float => $p->halo, $this->pieces)), $lossy);
    }

    /**
     * What makes this picture less good than it should be, with number, limit and advice.
     *
     * @return list<string>
     */
    public function poor(): array
    {
        return array_values(array_map(static fn (QualityCheck $c): string => $c->remark(), array_filter($this->checks, static fn (QualityCheck $c): bool => ! $c->isWithin())));
    }
}
