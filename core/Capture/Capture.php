<?php

declare(strict_types=1);

namespace MarshTrial\Core\Capture;

use MarshTrial\Core\Colour\Lab;

/** What is known about how a picture was taken. */
final readonly class Capture
{
    public function __construct(
        /** Compressed with loss. */
        public bool $jpeg = false,
        /** A photograph; null: to be told from the picture. */
        public ?bool $photo = null,
        /** @var list<Lab>|null colours of the target beside the card, row by row from the ring, for D65 */
        public ?array $target = null,
        /** @var list<Lab>|null the same of a wedge of greys */
        public ?array $wedge = null,
        /** Saved for this device earlier. */
        public ?Calibration $profile = null,
        /** Colour of the bare paper, where it was measured before. */
        public ?Lab $paper = null,
        /** Focal length over the longer side of the picture, where the camera tells it. */
        public ?float $focal = null,
        /** Quality with which a JPEG was compressed, 1 to 100, as its tables tell; null: not known, or not a JPEG. */
        public ?int $quality = null,
        /** How many times smaller each side is than in the picture that will be measured: a first look at a small copy. */
        public float $reducedBy = 1.0,
        /** In a picture of an old strip the window half lies first, at the left or above. */
        public bool $windowFirst = false,
    ) {}

    /**
     * The same for a file that was compressed with loss or not, and says that a camera took it or not.
     *
     * @param bool $camera the file names a camera's exposure; where it does not the picture itself tells
     * @param float|null $focal what the file says of the focal length, over the longer side of the picture
     * @param int|null $quality of a JPEG, 1 to 100
     */
    public function of(bool $jpeg, bool $camera, ?float $focal = null, ?int $quality = null): self
    {
        return new self($jpeg, $this->photo ?? ($camera ? true : null), $this->target, $this->wedge, $this->profile, $this->paper, $focal, $quality, $this->reducedBy, $this->windowFirst);
    }
}
