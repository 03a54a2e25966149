<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Card\Rect;

/** How light falls on one piece of a card, relative to the middle of all of it: a grid of nodes, straight lines between them. */
final readonly class Light
{
    public const NODE_MM = 10.0;

    /** @param list<list<array{0: float, 1: float, 2: float}>> $nodes rows of device red, green, blue */
    public function __construct(private Rect $outline, private array $nodes) {}

    /** @return array{0: float, 1: float, 2: float} device red, green, blue; 1 is the mean light */
    public function at(float $x, float $y): array
    {
        $u = min(count($this->nodes[0]) - 1.001, max(0.0, ($x - $this->outline->x) / self::NODE_MM));
        $v = min(count($this->nodes) - 1.001, max(0.0, ($y - $this->outline->y) / self::NODE_MM));
        [$i, $j] = [(int) $u, (int) $v];
        [$fu, $fv] = [$u - $i, $v - $j];
        $out = [];
        for ($c = 0; $c < 3; $c++) {
            $above = $this->nodes[$j][$i][$c] + $fu * ($this->nodes[$j][$i + 1][$c] - $this->nodes[$j][$i][$c]);
            $below = $this->nodes[$j + 1][$i][$c] + $fu * ($this->nodes[$j + 1][$i + 1][$c] - $this->nodes[$j + 1][$i][$c]);
            $out[] = $above + $fv * ($below - $above);
        }

        return [$out[0], $out[1], $out[2]];
    }

    /**
     * The same light after curves of tone.
     *
     * @param \Closure(float, int): float $tone of a device value in a channel
     * @param array{0: float, 1: float, 2: float} $paper device value of the paper in mean light
     */
    public function toned(\Closure $tone, array $paper): self
    {
        $base = [$tone($paper[0], 0), $tone($paper[1], 1), $tone($paper[2], 2)];

        return new self($this->outline, array_map(static fn (array $line): array => array_map(static fn (array $l): array => [
            $tone($paper[0] * $l[0], 0) / $base[0], $tone($paper[1] * $l[1], 1) / $base[1], $tone($paper[2] * $l[2], 2) / $base[2],
        ], $line), $this->nodes));
    }
}
