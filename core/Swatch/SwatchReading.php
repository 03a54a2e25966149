<?php

declare(strict_types=1);

namespace MarshTrial\Core\Swatch;

use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Rating\Rating;

/** What one placing of the pocket frame shows. */
final readonly class SwatchReading
{
    /**
     * @param list<Cell> $cells places that were chosen, on the frame
     * @param array<string, CellReading> $readings by cell id
     * @param CellReading|null $paper bare paper that deposits are taken over; null: none in the window
     * @param array<string, float|null> $deposits of the even places in the key channel, by cell id; null: deeper than can be read
     * @param list<string> $outshines channels in which it is brighter than its own bare paper
     * @param list<Rating> $ratings
     * @param list<string> $remarks
     * @param string|null $problem a sentence where there is nothing to be measured
     */
    public function __construct(
        public int $row,
        public array $cells,
        public array $readings,
        public ?CellReading $paper,
        public ?string $key,
        public array $deposits,
        public array $outshines,
        public array $ratings,
        public array $remarks,
        public ?string $problem = null,
        /** @var array{0: float, 1: float, 2: float} what every channel was multiplied with */
        public array $gain = [1.0, 1.0, 1.0],
        /** @var array<string, float> share of the paint in view that is as deep as a place, by cell id */
        public array $shares = [],
    ) {}

    public static function nothing(int $row, string $problem): self
    {
        return new self($row, [], [], null, null, [], [], [], [], $problem);
    }
}
