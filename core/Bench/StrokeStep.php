<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Optics\Deposit;

/** One depth of the graded stroke: over paper, and over the black line where that was found. */
final readonly class StrokeStep
{
    public Deposit $deposit;

    public function __construct(public int $step, public CellReading $onPaper, public ?CellReading $onBlack, CellReading $paper)
    {
        $this->deposit = Deposit::of($onPaper->rgb, $paper->rgb);
    }
}
