<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Fading\FadeSeries;
use MarshTrial\Core\Optics\Deposit;

/**
 * A whole stroke as it would look after a dose: what a fade strip of the paint changed by at its depths, carried to the depths between them. A
 * model of two measurements, of one card's stroke and another card's fading; never shown as a measurement.
 */
final readonly class AgedStrip
{
    /** Deposit that a masstone is taken to have where it is too deep to be read (own). */
    private const TOO_DEEP = 2.4;

    /** Changes within this share of a check's dose are those of the check. */
    private const AT_CHECK = 0.03;

    /** @param array<int, FadeSeries> $courses of the paint, by depth; one or more with a reading */
    public function __construct(private array $courses) {}

    /** Light of the furthest check, Mlx h. */
    public function last(): float
    {
        return min(array_map(static fn (FadeSeries $s): float => $s->last()->dose->mlxh ?? 0.0, $this->courses));
    }

    /** @return list<float> light of every check, Mlx h */
    public function checks(): array
    {
        $first = array_values($this->courses)[0] ?? null;

        return $first === null ? [] : array_map(static fn ($r): float => $r->dose->mlxh, $first->readings);
    }

    /**
     * What every depth changes by at a dose.
     *
     * @return array{kind: 'checked'|'between'|'expected', least: list<array{0: float, 1: array{0: float, 1: float, 2: float}}>, most: list<array{0: float, 1: array{0: float, 1: float, 2: float}}>}|null deposits with changes of L*, a*, b*, the palest first; both the same up to the last check; null beyond what the rule allows
     */
    public function changes(float $mlxh): ?array
    {
        $least = $most = [];
        $kind = 'checked';
        foreach ($this->courses as $course) {
            $last = $course->last();
            if ($last === null) {
                return null;
            }
            $first = $course->readings[0]->dark;
            $deposit = $last->deposit ?? self::TOO_DEEP;
            if ($mlxh <= $last->dose->mlxh * 1.001) {
                $lab = $course->at(min($mlxh, $last->dose->mlxh))['lab'] ?? $first;
                $least[] = $most[] = [$deposit, self::change($first, $lab)];
                $near = array_filter($course->readings, static fn ($r): bool => abs($r->dose->mlxh - $mlxh) <= self::AT_CHECK * $r->dose->mlxh);
                $kind = $mlxh > 0 && $near === [] ? 'between' : $kind;
                continue;
            }
            $range = $course->projected($mlxh);
            if ($range === null) {
                return null;
            }
            $kind = 'expected';
            // Where no way is seen yet there is none to go on: as it was.
            $least[] = [$deposit, self::change($last->dark, $course->seenAfter($range[0]) ?? $last->window)];
            $most[] = [$deposit, self::change($last->dark, $course->seenAfter($range[1]) ?? $last->window)];
        }
        $palestFirst = static fn (array $a, array $b): int => $a[0] <=> $b[0];
        usort($least, $palestFirst);
        usort($most, $palestFirst);

        return ['kind' => $kind, 'least' => $least, 'most' => $most];
    }

    /**
     * A colour of a stroke, changed as its depth is.
     *
     * @param list<array{0: float, 1: array{0: float, 1: float, 2: float}}> $changes as above
     */
    public static function colour(LinearRgb $colour, LinearRgb $paper, ?int $key, array $changes): LinearRgb
    {
        $deposit = max(0.0, ($key === null ? null : Deposit::of($colour, $paper)->in($key)) ?? self::TOO_DEEP);
        // Bare paper has no paint to lose.
        $places = [[0.0, [0.0, 0.0, 0.0]], ...$changes];
        $i = 1;
        while ($i < count($places) - 1 && $places[$i][0] < $deposit) {
            $i++;
        }
        [$a, $b] = [$places[$i - 1], $places[$i] ?? $places[$i - 1]];
        $t = $b[0] > $a[0] ? min(1.0, ($deposit - $a[0]) / ($b[0] - $a[0])) : 1.0;
        $lab = $colour->toLab();
        $moved = array_map(static fn (int $c): float => $a[1][$c] + $t * ($b[1][$c] - $a[1][$c]), [0, 1, 2]);

        // What fades ends beside its paper and goes no further.
        $way = array_map(static fn (float $p, float $l): float => $p - $l, $paper->toLab()->toArray(), $lab->toArray());
        $along = array_sum(array_map(static fn (float $m, float $w): float => $m * $w, $moved, $way)) / max(1e-9, array_sum(array_map(static fn (float $w): float => $w ** 2, $way)));
        $moved = $along > 1 ? array_map(static fn (float $m): float => $m / $along, $moved) : $moved;

        return (new Lab(min(100.0, max(0.0, $lab->l + $moved[0])), $lab->a + $moved[1], $lab->b + $moved[2]))->toXyz()->toLinearRgb();
    }

    /** @return array{0: float, 1: float, 2: float} */
    private static function change(Lab $from, Lab $to): array
    {
        return [$to->l - $from->l, $to->a - $from->a, $to->b - $from->b];
    }
}
