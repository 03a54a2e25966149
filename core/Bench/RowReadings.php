<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\InkLine;
use MarshTrial\Core\Optics\Deposit;

/** All that was read in one row of a property card. */
final readonly class RowReadings
{
    /** Channel in which this paint's deposits are given: 0 red, 1 green, 2 blue; null when nothing could be read. */
    public ?int $key;

    public function __construct(
        public int $row,
        public CellReading $paper,
        public ?InkLine $line,
        /** @var list<CellReading> bare line left and right of the stroke */
        public array $bareLine,
        /** @var list<StrokeStep> full strength first */
        public array $steps,
        public CellReading $wash,
        /** @var array<string, CellReading> by role value: lift-none, lift-soft, lift-stiff */
        public array $lifts,
    ) {
        $this->key = Deposit::keyChannel(
            array_values(array_filter(
                [...array_map(static fn (StrokeStep $s): Deposit => $s->deposit, $steps), $this->depositOf($wash), $this->depositOf($lifts[CellRole::LiftNone->value])],
                static fn (Deposit $d): bool => ($d->largest() ?? 0) >= BenchScale::LEAST_DEPOSIT,
            )),
            BenchScale::REFERENCE_DEPTH,
        );
    }

    public function depositOf(CellReading $reading): Deposit
    {
        return Deposit::of($reading->rgb, $this->paper->rgb);
    }

    /** Deposit in the key channel; null when it is saturated or there is no key channel. */
    public function keyDeposit(CellReading $reading): ?float
    {
        return $this->key === null ? null : $this->depositOf($reading)->in($this->key);
    }
}
