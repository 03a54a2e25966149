<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\OldStrip;
use MarshTrial\Core\Card\PocketFrame;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;

/**
 * Stands in for a drawer of old swatches and a pocket frame over some of them, and knows what a perfect observer would say of any part of a
 * window. Nothing that measures knows it.
 */
final readonly class SwatchStandIn
{
    /** Points to a millimetre where truth is taken. */
    private const PER_MM = 6;

    private function __construct(public CardLayout $layout, public int $seed, private Scene $scene) {}

    /**
     * @param list<string> $pigments written statement of every swatch's paint, such as "PB29"; one placing each
     * @param list<string> $forms how each was painted, see {@see SwatchHand::FORMS}; '' or missing: as chance has it
     */
    public static function of(array $pigments, int $seed, array $forms = [], string $uuid = '5a7c0000-0000-4000-8000-000000000001'): self
    {
        $layout = PocketFrame::layout($uuid, 'Drawer', max(1, count($pigments)));
        $layout = $layout->withRows(array_map(static fn (string $p, int $i): RowLabel => new RowLabel($i + 1, "swatch-$seed-$i".(($forms[$i] ?? '') === '' ? '' : "|form=$forms[$i]"), "swatch $i", '', $p), $pigments, array_keys($pigments)));

        return new self($layout, $seed, Scene::of($layout, $seed, 240, 0.0));
    }

    /** An old strip of one paint: its window half has had so much light, Mlx h. */
    public static function halves(string $pigments, int $seed, float $doseMlxh, string $form = '', string $uuid = '5a7c0000-0000-4000-8000-000000000002', string $habit = ''): self
    {
        $layout = OldStrip::layout($uuid, 'Old strip', new RowLabel(OldStrip::ROW, "halves-$seed".($form === '' ? '' : "|form=$form").($habit === '' ? '' : FilmStock::HABIT.$habit), 'old strip', '', $pigments));

        return new self($layout, $seed, Scene::of($layout, $seed, 240, $doseMlxh));
    }

    /**
     * What light did to the paint in a part of the dark half's window, its paper left as it was.
     *
     * @return array{0: Lab, 1: Lab} before and after
     */
    public function faded(Rect $area): array
    {
        $hand = $this->hand(1);
        $look = $this->scene->look(OldStrip::ROW);
        $sum = $n = 0;
        for ($y = $area->y + 0.25; $y < $area->bottom(); $y += 0.5) {
            for ($x = $area->x + 0.25; $x < $area->right(); $x += 0.5) {
                $sum += $hand->laid($x, $y)[0];
                $n++;
            }
        }
        $thickness = $sum / max(1, $n);
        $lab = static fn (float $thickness, float $dose): Lab => LinearRgb::fromArray($look->rgb($thickness, '', $dose))->toLab();

        return [$lab($thickness, 0.0), $lab($thickness * $look->film->leftAfter($thickness, $this->scene->doseMlxh), $this->scene->doseMlxh)];
    }

    public function hand(int $row): SwatchHand
    {
        return $this->scene->swatch($row);
    }

    /** What an observer sees on average in a part of a window, in even light, ink left out; null where all of it is ink. */
    public function seen(int $row, Rect $area): ?LinearRgb
    {
        $hand = $this->hand($row);
        $look = $this->scene->look($row);
        $table = $look->table(8.0);
        $grains = Grains::of($this->scene->films[$row], $this->scene, $row);
        $sum = [0.0, 0.0, 0.0];
        $n = 0;
        for ($y = $area->y + 0.5 / self::PER_MM; $y < $area->bottom(); $y += 1 / self::PER_MM) {
            for ($x = $area->x + 0.5 / self::PER_MM; $x < $area->right(); $x += 1 / self::PER_MM) {
                if ($hand->inStroke($x, $y) > -0.1 || $hand->inLine($x, $y) > -0.1) {
                    continue;
                }
                [$thickness, $inside] = $hand->laid($x, $y);
                $at = $inside > 0 ? (int) min(count($table[0]) - 1, $thickness * $grains->at($x, $y) / FilmTable::STEP + 0.5) : 0;
                foreach ([0, 1, 2] as $c) {
                    $sum[$c] += $table[$c][$at];
                }
                $n++;
            }
        }

        return $n === 0 ? null : new LinearRgb($sum[0] / $n, $sum[1] / $n, $sum[2] / $n);
    }

    /** Scatter of the deposit between 0.1 and 0.5 mm over its mean, in a part of a window and a channel. */
    public function grain(int $row, Rect $area, int $channel): float
    {
        $hand = $this->hand($row);
        $look = $this->scene->look($row);
        $table = $look->table(8.0)[$channel];
        $grains = Grains::of($this->scene->films[$row], $this->scene, $row);
        $map = [];
        // A margin for the blur, of the same depth.
        for ($j = -20, $rows = (int) (10 * $area->height) + 20; $j < $rows; $j++) {
            for ($i = -20, $columns = (int) (10 * $area->width) + 20; $i < $columns; $i++) {
                $mean = 0.0;
                for ($k = 0; $k < 9; $k++) {
                    [$x, $y] = [$area->x + 0.1 * ($i + ($k % 3 + 0.5) / 3), $area->y + 0.1 * ($j + (intdiv($k, 3) + 0.5) / 3)];
                    [$thickness] = $hand->laid(max($area->x, min($area->right(), $x)), max($area->y, min($area->bottom(), $y)));
                    $mean += -log(max(1e-3, $table[(int) min(count($table) - 1, $thickness * $grains->at($x, $y) / FilmTable::STEP + 0.5)]) / $table[0]) / 9;
                }
                $map[$j + 20][$i + 20] = $mean;
            }
        }

        return Truth::grain($map)[0];
    }

    /** @return array{0: float, 1: string} body at reference depth in the channel that absorbs most, and its class: as of a card */
    public function transparency(int $row): array
    {
        $look = $this->scene->look($row);
        $at = $look->thicknessAt(0.92, $look->key());
        $body = $look->ownLight($at) / LinearRgb::fromArray($look->rgb($at))->luminance();

        return [$body, Truth::class('transparency', $body)];
    }
}
