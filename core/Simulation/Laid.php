<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\Rect;

/** Paint as it lies in a window. */
final readonly class Laid
{
    public function __construct(
        /** @var list<Rect> where it was laid with an edge to it; empty: it fades out by itself */
        public array $fields,
        /** @var \Closure(float, float): float thickness of the film by place, mm from the sheet's corner */
        public \Closure $thicknessAt,
        /** @var (\Closure(float, float): float)|null how far the pigments of a mixture have changed places, -1 to 1; null: nowhere */
        public ?\Closure $driftAt = null,
        /** @var list<Film> of every field, where they are not the row's own */
        public array $films = [],
    ) {}

    /** @param list<Film> $films one a field */
    public function of(array $films): self
    {
        return new self($this->fields, $this->thicknessAt, $this->driftAt, $films);
    }
}
