<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

/** A flatbed scanner: every piece turned and shifted a little, the light the same everywhere. */
final readonly class FlatBed implements Optics
{
    /** @var array<string, Lying> by piece */
    private array $lying;

    public function __construct(private Scene $scene)
    {
        $this->lying = $scene->lying();
    }

    public function width(): int
    {
        return (int) round(Scene::BED_WIDTH_MM * $this->scene->dpi / 25.4);
    }

    public function height(): int
    {
        return (int) round(Scene::BED_HEIGHT_MM * $this->scene->dpi / 25.4);
    }

    public function pixelMm(): float
    {
        return 25.4 / $this->scene->dpi;
    }

    public function toPicture(string $piece, float $x, float $y): array
    {
        $lying = $this->lying[$piece];
        [$px, $py] = $lying->onTable(...$lying->fromMiddle($x, $y));
        $mm = $this->pixelMm();

        return [$px / $mm, $py / $mm];
    }

    public function toSheet(string $piece, int $u, int $v): array
    {
        $lying = $this->lying[$piece];
        $mm = $this->pixelMm();

        return $lying->onSheet(...$lying->fromPlace(($u + 0.5) * $mm, ($v + 0.5) * $mm));
    }

    public function light(int $u, int $v): float
    {
        return 1.0;
    }
}
