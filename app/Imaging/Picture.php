<?php

declare(strict_types=1);

namespace App\Imaging;

use MarshTrial\Core\Imaging\PixelGrid;

/** A decoded picture file. */
final readonly class Picture
{
    public function __construct(public PixelGrid $pixels, public bool $isLossy, public bool $isPhotograph = false) {}
}
