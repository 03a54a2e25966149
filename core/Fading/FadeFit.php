<?php

declare(strict_types=1);

namespace MarshTrial\Core\Fading;

/**
 * A smooth curve through the readings of a course: straight, saturating and power law, each fitted by weighted least squares through the unfaded
 * start and weighed by Akaike's criterion. Drawn inside the range of what may follow, never instead of it: curves alone promise too much.
 */
final readonly class FadeFit
{
    /** Readings from which on something is fitted (own). */
    public const LEAST_READINGS = 3;

    /** Bounds of the rate times the last dose, and of the power (own). */
    private const RATES = [0.01, 30.0];

    private const POWERS = [0.1, 2.5];

    private const STEPS = 80;

    /** @param array<string, array{parameters: list<float>, chi2: float, weight: float}> $models by name */
    private function __construct(public array $models) {}

    /**
     * @param list<array{0: float, 1: float, 2: float}> $points dose (Mlx h, above 0), change (dE*ab), standard uncertainty
     *
     * @return self|null null where there are too few
     */
    public static function through(array $points): ?self
    {
        if (count($points) < self::LEAST_READINGS) {
            return null;
        }
        $last = max(array_column($points, 0));
        $straight = self::amount($points, static fn (float $h): float => $h);
        $saturating = self::best($points, array_map(static fn (float $r): float => $r / $last, self::RATES), self::saturation(...));
        $power = self::best($points, self::POWERS, static fn (float $p): \Closure => static fn (float $h): float => $h ** $p);
        $models = [
            'straight' => ['parameters' => [$straight[0]], 'chi2' => $straight[1]],
            'saturating' => ['parameters' => [$saturating[1], $saturating[0]], 'chi2' => $saturating[2]],
            'power' => ['parameters' => [$power[1], $power[0]], 'chi2' => $power[2]],
        ];
        $aic = array_map(static fn (array $m): float => $m['chi2'] + 2 * count($m['parameters']), $models);
        $least = min($aic);
        $weights = array_map(static fn (float $a): float => exp(-($a - $least) / 2), $aic);
        $sum = array_sum($weights);

        foreach ($weights as $name => $weight) {
            $models[$name]['weight'] = $weight / $sum;
        }

        return new self($models);
    }

    /** The weighed mean of the curves at a dose, dE*ab. */
    public function at(float $mlxh): float
    {
        [$a] = $this->models['straight']['parameters'];
        [$most, $rate] = $this->models['saturating']['parameters'];
        [$b, $p] = $this->models['power']['parameters'];

        return $this->models['straight']['weight'] * $a * $mlxh
            + $this->models['saturating']['weight'] * $most * self::saturation($rate)($mlxh)
            + $this->models['power']['weight'] * ($mlxh > 0 ? $b * $mlxh ** $p : 0.0);
    }

    /** @return \Closure(float): float */
    private static function saturation(float $rate): \Closure
    {
        return static fn (float $h): float => -expm1(-$rate * $h);
    }

    /**
     * The amount of a shape that fits best, and the sum of squares that is left.
     *
     * @param list<array{0: float, 1: float, 2: float}> $points
     * @param \Closure(float): float $shape
     *
     * @return array{0: float, 1: float}
     */
    private static function amount(array $points, \Closure $shape): array
    {
        $up = $down = 0.0;
        foreach ($points as [$h, $y, $u]) {
            $f = $shape($h);
            $up += $f * $y / $u ** 2;
            $down += ($f / $u) ** 2;
        }
        $amount = $down > 0 ? max(0.0, $up / $down) : 0.0;

        return [$amount, array_sum(array_map(static fn (array $p): float => (($p[1] - $amount * $shape($p[0])) / $p[2]) ** 2, $points))];
    }

    /**
     * The shape's own parameter by a grid and a golden section about its best place; the amount follows from it.
     *
     * @param list<array{0: float, 1: float, 2: float}> $points
     * @param array{0: float, 1: float} $bounds
     * @param callable(float): (\Closure(float): float) $shape
     *
     * @return array{0: float, 1: float, 2: float} parameter, amount and sum of squares
     */
    private static function best(array $points, array $bounds, callable $shape): array
    {
        [$low, $high] = [log($bounds[0]), log($bounds[1])];
        $chi2 = static fn (float $x): float => self::amount($points, $shape(exp($x)))[1];
        $step = ($high - $low) / self::STEPS;
        $best = [INF, $low];
        for ($i = 0; $i <= self::STEPS; $i++) {
            $best = min($best, [$chi2($low + $i * $step), $low + $i * $step]);
        }
        [$a, $b] = [max($low, $best[1] - $step), min($high, $best[1] + $step)];
        $golden = (sqrt(5) - 1) / 2;
        for ($i = 0; $i < 60; $i++) {
            [$c, $d] = [$b - $golden * ($b - $a), $a + $golden * ($b - $a)];
            [$a, $b] = $chi2($c) < $chi2($d) ? [$a, $d] : [$c, $b];
        }
        $parameter = exp(($a + $b) / 2);

        return [$parameter, ...self::amount($points, $shape($parameter))];
    }
}
