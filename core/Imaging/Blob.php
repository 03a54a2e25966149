<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Card\FiducialShape;

/** A dark spot that may be a mark; pixels of the full picture. */
final readonly class Blob
{
    public function __construct(public float $x, public float $y, public float $diameter, public FiducialShape $shape) {}
}
