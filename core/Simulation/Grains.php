<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

/** Where pigment gathers in the paper's hollows: a factor on thickness whose mean is 1. */
final readonly class Grains
{
    private function __construct(private Texture $texture, private float $strength) {}

    public static function of(Film $film, Scene $scene, int $row): self
    {
        $random = SeededRandom::keyed("grains|{$scene->layout->uuid}|$row|$film->grainMm");

        return new self(Texture::smooth($random, $film->grainMm, $scene->dpi / 25.4), $film->grain);
    }

    public function at(float $x, float $y): float
    {
        return exp($this->strength * $this->texture->at($x, $y) - $this->strength ** 2 / 2);
    }
}
