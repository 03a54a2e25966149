<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

/** A part of a sentence, and the property whose numbers stand behind it; null: none in particular. */
final readonly class Clause
{
    public function __construct(public string $text, public ?string $property = null) {}
}
