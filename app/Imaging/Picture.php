<?php

declare(strict_types=1);

namespace App\Imaging;

use MarshTrial\Core\Imaging\PixelGrid;

/** A decoded picture file. */
final readonly class Picture
{
    /**
     * @param float|null $focal focal length over the longer side of the picture, where the camera tells it
     * @param int|null $quality of a JPEG, 1 to 100
     */
    public function __construct(public PixelGrid $pixels, public bool $isLossy, public bool $isPhotograph = false, public ?float $focal = null, public ?int $quality = null) {}
}
