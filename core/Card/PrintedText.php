<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** A line of words on a printed sheet: mm, the place being the left end of its base line. */
final readonly class PrintedText
{
    /** Mean advance of a letter and height above and below the base line, in font sizes: generous for a plain sans-serif face (own). */
    private const ADVANCE = 0.6;

    private const ABOVE = 0.85;

    private const BELOW = 0.3;

    public function __construct(public float $x, public float $y, public float $sizeMm, public string $text, public string $weight = 'normal') {}

    /** About where its ink lies. */
    public function bounds(): Rect
    {
        return new Rect($this->x, $this->y - self::ABOVE * $this->sizeMm, self::ADVANCE * $this->sizeMm * mb_strlen($this->text), (self::ABOVE + self::BELOW) * $this->sizeMm);
    }
}
