<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

/** A flatbed scanner: every piece turned and shifted a little, the light the same everywhere. */
final readonly class FlatBed implements Optics
{
    /** @var array<string, array{0: float, 1: float, 2: float, 3: float, 4: float, 5: float}> per piece: cosine, sine, centre, shift */
    private array $places;

    public function __construct(private Scene $scene)
    {
        $places = [];
        foreach ([...$scene->layout->pieces, ...$scene->target === null ? [] : [$scene->target->piece]] as $piece) {
            [$turn, $shiftX, $shiftY] = $scene->places[$piece->id];
            $centre = $piece->outline->centre();
            $places[$piece->id] = [cos($turn), sin($turn), $centre->x, $centre->y, $centre->x + $shiftX, $centre->y + $shiftY];
        }
        $this->places = $places;
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
        [$cos, $sin, $cx, $cy, $px, $py] = $this->places[$piece];
        $mm = $this->pixelMm();

        return [($px + ($x - $cx) * $cos - ($y - $cy) * $sin) / $mm, ($py + ($x - $cx) * $sin + ($y - $cy) * $cos) / $mm];
    }

    public function toSheet(string $piece, int $u, int $v): array
    {
        [$cos, $sin, $cx, $cy, $px, $py] = $this->places[$piece];
        $mm = $this->pixelMm();
        $dx = ($u + 0.5) * $mm - $px;
        $dy = ($v + 0.5) * $mm - $py;

        return [$cx + $dx * $cos + $dy * $sin, $cy - $dx * $sin + $dy * $cos];
    }

    public function light(int $u, int $v): float
    {
        return 1.0;
    }
}
