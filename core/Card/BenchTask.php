<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** One brush action, wait or look at the bench. */
final readonly class BenchTask
{
    /**
     * @param string $key as it stands in sessions
     * @param int $seconds hands at work (own, to be changed by what a session really takes)
     * @param list<CellRole> $cells outlined while it is done
     * @param array{kind: string, seconds: int}|null $timer name and length of the timer that belongs to it (own)
     * @param bool $perRow done once for every row, else once for the card
     * @param bool $needsPan the pan itself is needed
     * @param int $rowGapSeconds that it dries on one row before the next of its kind there, while other rows have their turn (own)
     */
    public function __construct(
        public string $key,
        public string $title,
        public string $instruction,
        public int $seconds,
        public array $cells = [],
        public Stage $stage = Stage::Paint,
        public ?array $timer = null,
        public bool $perRow = true,
        public bool $needsPan = true,
        public bool $isWait = false,
        public int $rowGapSeconds = 0,
    ) {}
}
