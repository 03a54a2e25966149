<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\Cell;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\Piece;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Colour\Srgb;
use MarshTrial\Core\Colour\Xyz;

/** The picture as the device writes it, pixel by pixel, and what was seen of every cell on the way. */
final class Canvas
{
    private const ENCODING_STEPS = 16383;

    private const CELL_BIN_MM = 0.25;

    /** What a point shows: an edge, speck or print; paper, painted or bare; the ink of the line, painted or bare. */
    public const UNCLEAR = 0;

    public const ON_PAPER = 1;

    public const ON_INK = 2;

    /** Mean light of a picture that strays, as a share of white. */
    private const STRAY = 0.75;

    public string $pixels = '';

    public readonly int $width;

    public readonly int $height;

    public readonly float $pixelMm;

    /** @var list<float> */
    private readonly array $encoding;

    /** @var list<float> */
    private readonly array $noise;

    /** @var array<string, array{0: int, 1: float, 2: float, 3: float}> cell id => count and sums of noise-free linear RGB, or of X, Y, Z for a spectral device */
    private array $seen = [];

    /** @var array{0: float, 1: float, 2: float} what a perfect white is written as */
    private readonly array $gains;

    private readonly float $stray;

    /**
     * @param Sensor|null $sensor null: the device sees as the observer does, without a cast
     * @param float $white value that a perfect white is written as, linear
     * @param float $noise standard deviation in 8-bit code values
     */
    public function __construct(private readonly Scene $scene, private readonly Optics $optics, private readonly ?Sensor $sensor, float $white, float $noise)
    {
        $this->pixelMm = $optics->pixelMm();
        $this->width = $optics->width();
        $this->height = $optics->height();
        $encoding = [];
        $contrast = $sensor->contrast ?? 1.0;
        for ($i = 0; $i <= self::ENCODING_STEPS; $i++) {
            $encoding[] = 255 * Srgb::encode(($i / self::ENCODING_STEPS) ** $contrast);
        }
        $this->encoding = $encoding;
        $noises = [];
        foreach (str_split($scene->scanner->bytes(4 * 65536), 4) as $four) {
            $noises[] = $noise * (ord($four[0]) + ord($four[1]) + ord($four[2]) + ord($four[3]) - 510) / 147.8 + 0.5;
        }
        $this->noise = $noises;
        $cast = $sensor->cast ?? [1.0, 1.0, 1.0];
        $this->gains = [$white * $cast[0], $white * $cast[1], $white * $cast[2]];
        $this->stray = self::STRAY * ($sensor->flare ?? 0.0);
    }

    /** @return array<string, LinearRgb> mean noise-free colour of every cell */
    public function means(): array
    {
        $spectral = $this->sensor?->isSpectral() ?? false;

        return array_map(static function (array $sums) use ($spectral): LinearRgb {
            [$n, $a, $b, $c] = $sums;

            return $spectral ? (new Xyz($a / $n, $b / $n, $c / $n))->toLinearRgb() : new LinearRgb($a / $n, $b / $n, $c / $n);
        }, $this->seen);
    }

    /**
     * @param list<Cell> $cells cells whose truth is gathered on the way
     * @param \Closure(float, float): (list<float>|null) $shade what a place shows, the device's colour, and X, Y, Z for a spectral device; null leaves the pixel
     */
    public function render(Piece $piece, Rect $area, array $cells, \Closure $shade): void
    {
        $us = $vs = [];
        foreach ($area->polygon() as [$x, $y]) {
            [$us[], $vs[]] = $this->optics->toPicture($piece->id, $x, $y);
        }
        $bins = $this->binsOf($area, $cells);
        $across = (int) ceil($area->width / self::CELL_BIN_MM) + 1;
        $draw = $this->scene->scanner->whole(0, 65535);
        $eye = $this->sensor?->isSpectral() === true ? 4 : 1;
        [$left, $right, $top, $bottom] = [$area->x, $area->right(), $area->y, $area->bottom()];
        [$firstU, $lastU] = [max(0, (int) min($us)), min($this->width - 1, (int) max($us))];
        for ($v = max(0, (int) min($vs)), $lastV = min($this->height - 1, (int) max($vs)); $v <= $lastV; $v++) {
            // Within a block of light the sheet's place moves evenly.
            for ($block = $firstU - $firstU % Optics::LIGHT_PX; $block <= $lastU; $block += Optics::LIGHT_PX) {
                [$x0, $y0] = $this->optics->toSheet($piece->id, $block, $v);
                [$x1, $y1] = $this->optics->toSheet($piece->id, $block + Optics::LIGHT_PX, $v);
                if (max($x0, $x1) < $left || min($x0, $x1) > $right || max($y0, $y1) < $top || min($y0, $y1) > $bottom) {
                    continue;
                }
                [$stepX, $stepY] = [($x1 - $x0) / Optics::LIGHT_PX, ($y1 - $y0) / Optics::LIGHT_PX];
                $light = $this->optics->light($block, $v);
                for ($u = max($firstU, $block), $end = min($lastU, $block + Optics::LIGHT_PX - 1); $u <= $end; $u++) {
                    $x = $x0 + ($u - $block) * $stepX;
                    $y = $y0 + ($u - $block) * $stepY;
                    if ($x < $left || $x > $right || $y < $top || $y > $bottom) {
                        continue;
                    }
                    $colour = $shade($x, $y);
                    if ($colour === null) {
                        continue;
                    }
                    $at = ($v * $this->width + $u) * 3;
                    $code = $this->encode([$colour[1], $colour[2], $colour[3]], $draw += 3, $light);
                    $this->pixels[$at] = $code[0];
                    $this->pixels[$at + 1] = $code[1];
                    $this->pixels[$at + 2] = $code[2];
                    if ($colour[0] != self::UNCLEAR) {
                        $cell = $bins[(int) $colour[0]][(int) (($y - $top) / self::CELL_BIN_MM) * $across + (int) (($x - $left) / self::CELL_BIN_MM)] ?? null;
                        if ($cell !== null) {
                            $this->seen[$cell] ??= [0, 0.0, 0.0, 0.0];
                            $this->seen[$cell][0]++;
                            $this->seen[$cell][1] += $colour[$eye];
                            $this->seen[$cell][2] += $colour[$eye + 1];
                            $this->seen[$cell][3] += $colour[$eye + 2];
                        }
                    }
                }
            }
        }
    }

    /**
     * Which cell each small square of a window belongs to, on paper and on the ink of the line.
     *
     * @param list<Cell> $cells
     *
     * @return array<int, array<int, string>>
     */
    private function binsOf(Rect $area, array $cells): array
    {
        $bins = [self::ON_PAPER => [], self::ON_INK => []];
        $across = (int) ceil($area->width / self::CELL_BIN_MM) + 1;
        foreach ($cells as $cell) {
            // Cells along the line belong to the line wherever it was ruled, so their truth is gathered more widely.
            [$ground, $slack] = match (true) {
                $cell->role->isOnLine() => [self::ON_INK, 1.6],
                $cell->role === CellRole::StrokePaper => [self::ON_PAPER, 0.6],
                default => [self::ON_PAPER, 0.0],
            };
            for ($y = $cell->area->y - $slack; $y < $cell->area->bottom() + $slack; $y += self::CELL_BIN_MM) {
                for ($x = $cell->area->x; $x < $cell->area->right(); $x += self::CELL_BIN_MM) {
                    $bins[$ground][(int) (($y - $area->y) / self::CELL_BIN_MM) * $across + (int) (($x - $area->x) / self::CELL_BIN_MM)] = $cell->id;
                }
            }
        }

        return $bins;
    }

    /** @param array<int, float|int> $rgb linear, what the device sees under light of 1 */
    public function encode(array $rgb, int $draw, float $light = 1.0): string
    {
        $codes = [0, 0, 0];
        for ($c = 0; $c < 3; $c++) {
            $v = ($rgb[$c] * $light + $this->stray) * $this->gains[$c];
            $v = $v < 1.0 ? ($v > 0.0 ? $v : 0.0) : 1.0;
            $v = (int) ($this->encoding[(int) ($v * self::ENCODING_STEPS)] + $this->noise[($draw * 7 + $c * 9973) & 65535]);
            $codes[$c] = $v > 255 ? 255 : ($v < 0 ? 0 : $v);
        }

        return chr($codes[0]).chr($codes[1]).chr($codes[2]);
    }
}
