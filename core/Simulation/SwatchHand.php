<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\PocketFrame;
use MarshTrial\Core\Card\Rect;

/** A swatch as somebody painted it years ago, and a pocket frame laid over it: what lies where in the window, and what the frame and the curl of the sheet do to its light. */
final class SwatchHand
{
    /** Ways in which swatches are painted: a patch, a stroke from deep to pale, two patches, a stroke over a black line, a wash that fills the window. */
    public const FORMS = ['patch', 'graded', 'two', 'line', 'strip', 'full', 'bare'];

    /** What two halves of one strip differ by in load, share, at most. */
    private const LOAD = 0.1;

    public readonly string $form;

    /** @var list<Rect> painted patches on the frame, mm */
    public readonly array $patches;

    private readonly bool $upright;

    private readonly float $lineAt;

    private readonly float $lineHalf;

    private readonly float $lineSlope;

    /** @var list<array{0: float, 1: float, 2: float, 3: float, 4: float}> strokes of ink: from, to, half width, mm */
    private readonly array $strokes;

    /** @var array{0: float, 1: float, 2: float, 3: float} how far the knife strayed outwards at left, top, right, bottom, mm */
    private readonly array $cut;

    /** @var array{0: float, 1: float, 2: float, 3: float} shadow of the edge: share, width (mm), whether left, whether above */
    private readonly array $shadow;

    /** @var array{0: float, 1: float} light along x and y, natural logarithm per mm */
    private readonly array $curl;

    /** @var array{0: float, 1: float} thickness of the first patch and of the second */
    private readonly array $amounts;

    /** @param self|null $half the other half of one strip: painted with the same loads, as nearly as a hand does */
    public function __construct(private readonly Scene $scene, private readonly int $row, string $key, ?string $form = null, ?self $half = null)
    {
        $random = SeededRandom::keyed("swatch|$key|$row");
        $draw = $random->whole(0, 99);
        $this->form = $form ?? self::formAt($draw);
        $w = PocketFrame::window();
        [$cx, $cy] = [$w->centre()->x + $random->between(-2, 2), $w->centre()->y + $random->between(-1, 1)];
        $this->patches = match ($this->form) {
            'patch' => [Rect::around($cx, $cy, $random->between(20, 34), $random->between(13, 20))],
            'graded' => [Rect::around($cx, $cy, $random->between(30, 37), $random->between(12, 18))],
            'two' => [Rect::around($cx - 9.5, $cy, $random->between(13, 16), $random->between(12, 19)), Rect::around($cx + 9.5, $cy, $random->between(13, 16), $random->between(12, 19))],
            'line' => [Rect::around($cx, $cy, $random->between(22, 30), $random->between(15, 20))],
            'strip' => [new Rect($w->x - 2, $w->y - 2, $w->width - $random->between(5, 10), $w->height + 4)],
            'bare' => [],
            default => [Rect::around($w->centre()->x, $w->centre()->y, $w->width + 6, $w->height + 6)],
        };
        $this->upright = $random->between(0, 1) < 0.4;
        $this->lineAt = ($this->upright ? $cx : $cy) + $random->between(-2, 2);
        $this->lineHalf = $random->between(1.4, 2.4);
        $this->lineSlope = $random->between(-0.06, 0.06);
        $deep = $random->between(0.0, 1.0) < 0.35;
        $amounts = [$deep ? $random->between(1.6, 3.4) : $random->between(0.5, 1.2), $random->between(0.3, 1.0)];
        $this->amounts = $half === null ? $amounts : [$half->amounts[0] * (1 + self::LOAD * $random->between(-1, 1)), $half->amounts[1] * (1 + self::LOAD * $random->between(-1, 1))];
        $this->strokes = $random->between(0, 1) < 0.6 ? self::words($random, $w) : [];
        $this->cut = [$random->between(-0.8, 0.6), $random->between(-0.8, 0.6), $random->between(-0.8, 0.6), $random->between(-0.8, 0.6)];
        $this->shadow = [$random->between(0.05, 0.4), $random->between(0.15, 1.0), $random->whole(0, 1), $random->whole(0, 1)];
        $this->curl = [$random->between(-0.05, 0.05) / 22, $random->between(-0.05, 0.05) / 14];
    }

    /** The form in which chance has a swatch. */
    public static function formOf(string $key, int $row): string
    {
        return self::formAt(SeededRandom::keyed("swatch|$key|$row")->whole(0, 99));
    }

    private static function formAt(int $draw): string
    {
        return match (true) {
            $draw < 26 => 'patch', $draw < 52 => 'graded', $draw < 68 => 'two', $draw < 84 => 'line', $draw < 94 => 'strip', default => 'full',
        };
    }

    /**
     * Letters in a line or two, as a pen or a stamp leaves them: upright and slanting strokes side by side.
     *
     * @return list<array{0: float, 1: float, 2: float, 3: float, 4: float}>
     */
    private static function words(SeededRandom $random, Rect $window): array
    {
        $out = [];
        for ($lines = $random->whole(1, 2); $lines > 0; $lines--) {
            [$x, $y] = [$random->between($window->x + 3, $window->x + 18), $random->between($window->y + 5, $window->bottom() - 5)];
            [$high, $half, $slant] = [$random->between(1.8, 3.4), $random->between(0.12, 0.3), $random->between(-0.15, 0.4)];
            for ($n = $random->whole(5, 14); $n > 0 && $x < $window->right() - 4; $n--) {
                $out[] = [$x, $y, $x + $slant * $high, $y - $high * $random->between(0.5, 1.0), $half];
                if ($random->between(0, 1) < 0.6) {
                    $out[] = [$x, $y - $high * $random->between(0.1, 0.6), $x + $high * 0.45, $y - $high * $random->between(0.0, 0.6), $half];
                }
                $x += $high * $random->between(0.5, 0.75);
            }
        }

        return $out;
    }

    /**
     * Film thickness of a place without grains, and how far it lies inside the paint, mm.
     *
     * @return array{0: float, 1: float}
     */
    public function laid(float $x, float $y): array
    {
        $film = $this->scene->films[$this->row];
        $best = [-INF, 0];
        foreach ($this->patches as $i => $patch) {
            $inside = min($x - $patch->x, $patch->right() - $x, $y - $patch->y, $patch->bottom() - $y) + 0.3 * $this->scene->unevenness->at($x + 9, $y + 3);
            if ($inside > $best[0]) {
                $best = [$inside, $i];
            }
        }
        [$inside, $i] = $best;
        if ($inside <= -1) {
            return [0.0, $inside];
        }
        $thickness = match (true) {
            $this->form === 'graded' => $film->full * exp(-log($film->full / 0.2) * min(1.0, max(0.0, ($x - $this->patches[0]->x) / $this->patches[0]->width))),
            $this->form === 'two' && $i === 0 => $film->full,
            $this->form === 'line' => max(0.5, min(1.1, $this->amounts[0])),
            default => $this->amounts[$i],
        };

        return [$thickness * (1 + 0.025 * $this->scene->unevenness->at($x, $y)) * ($inside < 1.5 && $this->form !== 'full' ? 1 + 0.3 * exp(-max(0.0, $inside) / 0.3) : 1.0), $inside];
    }

    /** How far a place lies inside the black line, mm; below zero beside it. */
    public function inLine(float $x, float $y): float
    {
        if ($this->form !== 'line') {
            return -INF;
        }
        $w = PocketFrame::window()->centre();

        return $this->lineHalf - abs($this->upright ? $x - $this->lineAt - $this->lineSlope * ($y - $w->y) : $y - $this->lineAt - $this->lineSlope * ($x - $w->x));
    }

    /** How far a place lies inside a pen's stroke, mm; below zero beside all of them. */
    public function inStroke(float $x, float $y): float
    {
        $best = -INF;
        foreach ($this->strokes as [$x0, $y0, $x1, $y1, $half]) {
            [$dx, $dy] = [$x1 - $x0, $y1 - $y0];
            $t = max(0.0, min(1.0, (($x - $x0) * $dx + ($y - $y0) * $dy) / max(1e-6, $dx * $dx + $dy * $dy)));
            $best = max($best, $half - hypot($x - $x0 - $t * $dx, $y - $y0 - $t * $dy));
        }

        return $best;
    }

    /** How far a place lies inside what the knife left open, mm. */
    public function inOpening(float $x, float $y): float
    {
        $w = PocketFrame::window();

        return min($x - $w->x + $this->cut[0], $y - $w->y + $this->cut[1], $w->right() + $this->cut[2] - $x, $w->bottom() + $this->cut[3] - $y);
    }

    /** Light that falls on a place of the sheet, the frame's being 1. */
    public function light(float $x, float $y): float
    {
        $w = PocketFrame::window();
        [$share, $wide, $left, $above] = $this->shadow;
        $from = min($left > 0 ? $x - $w->x + $this->cut[0] : $w->right() + $this->cut[2] - $x, $above > 0 ? $y - $w->y + $this->cut[1] : $w->bottom() + $this->cut[3] - $y);

        return exp($this->curl[0] * ($x - $w->centre()->x) + $this->curl[1] * ($y - $w->centre()->y)) * (1 - $share * max(0.0, 1 - max(0.0, $from) / $wide));
    }
}
