<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Rating\Scale;

/**
 * Two films after mixes of them were painted and measured: what their ladders left open is moved as far as the fields ask for, and the
 * drops of the second tell how strong it is beside the first. The fit of each film is the prior of this one, so that it is a fit to ladders and
 * fields together; every field has a ratio of its own that slipped, and no depth, since nobody counted how deep it was laid.
 */
final readonly class FieldCorrection
{
    /** Turns of Gauss and Newton; the films move little. */
    private const TURNS = 3;

    /** Step by which slopes are taken, of a standard deviation. */
    private const STEP = 0.3;

    /** Furthest that anything moves, standard deviations: beyond it the fit of the ladder was wrong, which one mix cannot tell. */
    private const FURTHEST = 2.5;

    /** Fields that are looked at, the newest; more of them change nothing that can be seen. */
    public const MOST_FIELDS = 12;

    private function __construct(
        public PaintFilm $a,
        public PaintFilm $b,
        /** How much stronger a drop of the second is beside the first than their ladders say; null: they said nothing. */
        public ?float $strength,
        /** Standard deviation of its logarithm. */
        public float $strengthSd,
        public int $fields,
    ) {}

    /**
     * @param list<array{ratio: float, lab: Lab}> $fields drops of the second for one of the first, counted as the ladders were, and the measured colour
     *
     * @return self|null null where no field tells anything
     */
    public static function of(Scale $scale, PaintFilm $a, PaintFilm $b, array $fields): ?self
    {
        $fields = array_values(array_filter(array_slice($fields, -self::MOST_FIELDS), static fn (array $f): bool => $f['ratio'] > 0 && is_finite($f['ratio'])));
        if ($fields === []) {
            return null;
        }
        $counted = $a->unitDrops !== null && $b->unitDrops !== null;
        if (! $counted) {
            // Strokes tell no drops: how strong a drop of one is beside one of the other is all that the fields' own colours say.
            [$a, $b] = [$a->counting(1.0), $b->counting(self::spoken($a, $b, $fields))];
        }
        $strengthSd = $counted ? $scale->film->strengthSd : $scale->film->uncountedSd;
        [$first, $second] = [count($a->modes), count($b->modes)];
        // Strength, what either fit leaves open, and the slip of every field's ratio; each in its own standard deviations.
        $t = array_fill(0, 1 + $first + $second + count($fields), 0.0);
        $residuals = static fn (array $t): array => self::residuals($scale, $a, $b, $fields, $strengthSd, $t);
        $n = count($t);
        $normal = [];
        for ($turn = 0; $turn < self::TURNS; $turn++) {
            $now = $residuals($t);
            $normal = array_fill(0, $n, array_fill(0, $n, 0.0));
            $right = array_map(static fn (float $v): float => -$v, $t);
            $slopes = [];
            for ($i = 0; $i < $n; $i++) {
                $moved = $t;
                $moved[$i] += self::STEP;
                $slopes[] = array_map(static fn (float $m, float $r): float => ($m - $r) / self::STEP, $residuals($moved), $now);
                $right[$i] -= array_sum(array_map(static fn (float $s, float $r): float => $s * $r, $slopes[$i], $now));
            }
            foreach ($slopes as $i => $one) {
                foreach (array_slice($slopes, 0, $i + 1) as $j => $other) {
                    $normal[$i][$j] = $normal[$j][$i] = array_sum(array_map(static fn (float $x, float $y): float => $x * $y, $one, $other));
                }
                $normal[$i][$i] += 1.0;
            }
            $t = array_map(static fn (float $v, float $s): float => max(-self::FURTHEST, min(self::FURTHEST, $v + $s)), $t, Cholesky::of($normal)->solve($right));
        }
        $inverse = [];
        $solver = Cholesky::of($normal);
        for ($i = 0; $i < $n; $i++) {
            $unit = array_fill(0, $n, 0.0);
            $unit[$i] = 1.0;
            $inverse[] = $solver->solve($unit);
        }
        $strength = exp($strengthSd * $t[0]);
        $moved = self::moved($a, $b, $t);

        return new self(
            self::told($scale, $a, $moved[0], $inverse, 1), self::told($scale, $b, $moved[1], $inverse, 1 + $first)->counting($b->unitDrops / $strength),
            $counted ? $strength : null, $strengthSd * sqrt($inverse[0][0]), count($fields),
        );
    }

    /**
     * Drops of the second that are as strong as one of the first, by what the fields look like.
     *
     * @param non-empty-list<array{ratio: float, lab: Lab}> $fields
     */
    private static function spoken(PaintFilm $a, PaintFilm $b, array $fields): float
    {
        $logs = array_map(static function (array $f) use ($a, $b): float {
            $share = min(0.99, max(0.01, (new PaintedMix($a, $b, [$f['lab']]))->spoken()[0]));

            return log($f['ratio'] * (1 - $share) / $share);
        }, $fields);
        sort($logs);

        return exp($logs[intdiv(count($logs), 2)]);
    }

    /**
     * @param list<float> $t
     *
     * @return array{0: PaintFilm, 1: PaintFilm}
     */
    private static function moved(PaintFilm $a, PaintFilm $b, array $t): array
    {
        $sum = static function (PaintFilm $film, int $from) use ($t): array {
            $by = array_fill(0, PaintFilm::PARAMETERS, 0.0);
            foreach ($film->modes as $m => $mode) {
                foreach ($mode as $i => $v) {
                    $by[$i] += $t[$from + $m] * $v;
                }
            }

            return $by;
        };

        return [$a->shifted($sum($a, 1)), $b->shifted($sum($b, 1 + count($a->modes)))];
    }

    /**
     * Chroma and hue by which every field is off, in what it may be off by; lightness is the depth that nobody counted.
     *
     * @param non-empty-list<array{ratio: float, lab: Lab}> $fields
     * @param list<float> $t
     *
     * @return list<float>
     */
    private static function residuals(Scale $scale, PaintFilm $a, PaintFilm $b, array $fields, float $strengthSd, array $t): array
    {
        [$one, $other] = self::moved($a, $b, $t);
        $slips = array_slice($t, 1 + count($a->modes) + count($b->modes));
        $out = [];
        foreach ($fields as $i => ['ratio' => $ratio, 'lab' => $lab]) {
            $amount = $ratio * ($a->unitDrops ?? 1.0) / ($b->unitDrops ?? 1.0) * exp($strengthSd * $t[0] + $scale->film->countedSd * $slips[$i]);
            $mixture = new Mixture([[$one, 1 / (1 + $amount)], [$other, $amount / (1 + $amount)]], $a->backing);
            $expected = $mixture->overPaper($mixture->timesForLightness($lab->l))->toLab();
            // Chroma counts the less the more there is of it, as in dE94 (CIE 116).
            $chroma = sqrt($lab->chroma() * $expected->chroma());
            $along = $expected->chroma() - $lab->chroma();
            $hue = sqrt(max(0.0, ($expected->a - $lab->a) ** 2 + ($expected->b - $lab->b) ** 2 - $along ** 2)) * ($lab->a * $expected->b - $lab->b * $expected->a >= 0 ? 1 : -1);
            $out[] = $along / (1 + 0.045 * $chroma) / $scale->film->fieldDe;
            $out[] = $hue / (1 + 0.015 * $chroma) / $scale->film->fieldDe;
        }

        return $out;
    }

    /**
     * A film as it was moved, a unit of reference depth again, with what is left open now.
     *
     * @param list<list<float>> $inverse covariance of all that was moved
     */
    private static function told(Scale $scale, PaintFilm $film, PaintFilm $moved, array $inverse, int $from): PaintFilm
    {
        $n = count($film->modes);
        $modes = [];
        if ($n > 0) {
            $own = array_map(static fn (int $i): array => array_slice($inverse[$from + $i], $from, $n), range(0, $n - 1));
            foreach (Cholesky::of($own)->columns() as $column) {
                $modes[] = array_map(static fn (int $p): float => array_sum(array_map(static fn (float $c, array $mode): float => $c * $mode[$p], $column, $film->modes)), range(0, PaintFilm::PARAMETERS - 1));
            }
        }
        $moved = $moved->stronger(Mixture::amountFor($moved, $scale->depths->reference));

        return $moved->leaving($modes);
    }
}
