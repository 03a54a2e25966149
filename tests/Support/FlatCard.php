<?php

declare(strict_types=1);

namespace Tests\Support;

use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\FiducialShape;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Imaging\PixelGrid;

/** A card drawn without any paint model: marks, code, lines, and every cell filled with a grey or colour of its own. */
final class FlatCard
{
    private const DPI = 185.0;

    private const INK = 25;

    /** @var list<string> line by line, so that little is copied */
    private array $lines;

    private readonly int $width;

    private readonly int $height;

    /** @var array<string, array{0: int, 1: int, 2: int}> cell id => 8-bit colour */
    public array $colours = [];

    public readonly PixelGrid $picture;

    public function __construct(CardLayout $layout)
    {
        $this->width = (int) round(303 * self::DPI / 25.4);
        $this->height = (int) round(216 * self::DPI / 25.4);
        $this->lines = array_fill(0, $this->height, str_repeat("\xF2\xF1\xEF", $this->width));
        foreach ($layout->pieces as $piece) {
            foreach ($piece->marks as $mark) {
                $this->disc($mark->centre->x, $mark->centre->y, $mark->sizeMm / 2, self::INK);
                if ($mark->shape === FiducialShape::Ring) {
                    $this->disc($mark->centre->x, $mark->centre->y, $mark->sizeMm / 4, 242);
                }
            }
            foreach (CardCode::forCard($layout->uuid, $piece->id)->bits() as $i => $bit) {
                $bit === 1 && $this->fill(new Rect($piece->codeArea->x + 2 * ($i % 16), $piece->codeArea->y + 2 * intdiv($i, 16), 2, 2), [self::INK, self::INK, self::INK]);
            }
        }
        foreach ($layout->cells as $n => $cell) {
            $onLine = $cell->role->isOnLine();
            $bare = in_array($cell->role, [CellRole::LineBare, CellRole::UnderBare, CellRole::OverBare], true);
            if ($bare && $cell->step === 1) {
                // The line runs through its window from this end to the other.
                $this->fill(new Rect($cell->area->x - 1, $cell->area->centre()->y - 2, $cell->role === CellRole::LineBare ? 124 : 44, 4), [self::INK, self::INK, self::INK]);
            }
            $this->colours[$cell->id] = match (true) {
                $bare => [self::INK, self::INK, self::INK],
                // Bare windows are alike, as those of one sheet.
                $cell->role === CellRole::Paper => [242, 241, 239],
                $onLine => [30 + $n * 7 % 30, 30 + $n * 11 % 30, 30 + $n * 13 % 30],
                default => [90 + $n * 37 % 140, 90 + $n * 53 % 140, 90 + $n * 71 % 140],
            };
            // The middle of a place lies inside it and is of its colour.
            if ($cell->role === CellRole::WetMiddle || $cell->role === CellRole::EdgeBand) {
                $this->colours[$cell->id] = $this->colours[$layout->cells[$n - 1]->id];
            } elseif (! $bare) {
                $grown = $onLine ? 0.0 : 0.3;
                $this->fill(new Rect($cell->area->x - $grown, $cell->area->y - $grown, $cell->area->width + 2 * $grown, $cell->area->height + 2 * $grown), $this->colours[$cell->id]);
            }
        }
        $this->picture = new PixelGrid(implode('', $this->lines), $this->width, $this->height);
    }

    /** @param array{0: int, 1: int, 2: int} $rgb */
    private function fill(Rect $area, array $rgb): void
    {
        [$x0, $x1] = [$this->px($area->x), $this->px($area->right())];
        for ($y = $this->px($area->y), $y1 = $this->px($area->bottom()); $y < $y1; $y++) {
            $this->lines[$y] = substr_replace($this->lines[$y], str_repeat(chr($rgb[0]).chr($rgb[1]).chr($rgb[2]), $x1 - $x0), 3 * $x0, 3 * ($x1 - $x0));
        }
    }

    private function disc(float $x, float $y, float $radius, int $grey): void
    {
        for ($dy = -$radius; $dy <= $radius; $dy += 25.4 / self::DPI) {
            $half = sqrt(max(0.0, $radius ** 2 - $dy ** 2));
            $this->fill(new Rect($x - $half, $y + $dy, 2 * $half, 25.4 / self::DPI), [$grey, $grey, $grey]);
        }
    }

    /** Pixel of a place on the card, which lies 3 mm into the picture. */
    private function px(float $mm): int
    {
        return (int) round(($mm + 3) * self::DPI / 25.4);
    }
}
