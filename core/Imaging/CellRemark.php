<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

/** What is to be said of a cell's reading, and to which share of it. */
final readonly class CellRemark
{
    public function __construct(public CellFlag $flag, public float $share = 0.0) {}

    public function words(): string
    {
        $percent = round(100 * $this->share);
        $some = max(1, (int) $percent);

        return match ($this->flag) {
            CellFlag::LeftOut => "$some % left out as dust or edge",
            CellFlag::Glare => "$some % of it is glare, left out",
            CellFlag::MostlyGlare => 'mostly glare',
            CellFlag::Beyond => "more vivid than the picture’s colours reach in $some % of it: at least as vivid as told",
            CellFlag::WindowUnlikeSheet => "the bare window differs from the sheet around it by $percent %: stained, or on other paper",
            CellFlag::OddWindow => "the bare window differs from the others by $percent %, as if stained: the sheet around it was taken instead",
            CellFlag::OtherEndPaler => 'the other end of the line is paler than all others and was left out',
        };
    }
}
