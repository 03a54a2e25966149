<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** An upright rectangle on a card, in millimetres. */
final readonly class Rect
{
    public function __construct(public float $x, public float $y, public float $width, public float $height) {}

    public static function around(float $centreX, float $centreY, float $width, float $height): self
    {
        return new self($centreX - $width / 2, $centreY - $height / 2, $width, $height);
    }

    /** @param list<array{0: float, 1: float}> $polygon four corners of an upright rectangle */
    public static function fromPolygon(array $polygon): self
    {
        $xs = array_column($polygon, 0);
        $ys = array_column($polygon, 1);

        return new self(min($xs), min($ys), max($xs) - min($xs), max($ys) - min($ys));
    }

    /** @return list<array{0: float, 1: float}> corners clockwise from the upper left, rounded to a micrometre */
    public function polygon(): array
    {
        $r = static fn (float $v): float => round($v, 3);

        return [
            [$r($this->x), $r($this->y)], [$r($this->right()), $r($this->y)],
            [$r($this->right()), $r($this->bottom())], [$r($this->x), $r($this->bottom())],
        ];
    }

    public function right(): float
    {
        return $this->x + $this->width;
    }

    public function bottom(): float
    {
        return $this->y + $this->height;
    }

    public function centre(): Point
    {
        return new Point($this->x + $this->width / 2, $this->y + $this->height / 2);
    }

    public function holds(self $other): bool
    {
        return $other->x >= $this->x - 1e-6 && $other->right() <= $this->right() + 1e-6 && $other->y >= $this->y - 1e-6 && $other->bottom() <= $this->bottom() + 1e-6;
    }

    public function movedBy(float $dx, float $dy): self
    {
        return new self($this->x + $dx, $this->y + $dy, $this->width, $this->height);
    }
}
