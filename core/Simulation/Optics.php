<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

/** Where the pieces of a card come to lie in a picture, and how much light falls there. */
interface Optics
{
    public function width(): int;

    public function height(): int;

    /** Side of a pixel on the card, mm, about. */
    public function pixelMm(): float;

    /**
     * @param float $x mm on the sheet
     *
     * @return array{0: float, 1: float} pixels
     */
    public function toPicture(string $piece, float $x, float $y): array;

    /**
     * Middle of a pixel on the sheet.
     *
     * @return array{0: float, 1: float} mm
     */
    public function toSheet(string $piece, int $u, int $v): array;

    /** Light on the square of {@see LIGHT_PX} pixels around this pixel, 1 being that of a perfect capture. */
    public function light(int $u, int $v): float;

    /** Side of the squares within which the light is constant, pixels. */
    public const LIGHT_PX = 16;
}
