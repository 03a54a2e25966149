<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\CoreException;

/** Symmetric positive definite equations: L L' = A. */
final readonly class Cholesky
{
    /** @param list<list<float>> $lower rows up to the diagonal */
    private function __construct(private array $lower) {}

    /**
     * @param list<list<float>> $a symmetric; only the lower half is read
     *
     * @throws CoreException when it is not positive definite
     */
    public static function of(array $a): self
    {
        $l = [];
        foreach ($a as $i => $row) {
            $li = [];
            for ($j = 0; $j <= $i; $j++) {
                $lj = $j === $i ? $li : $l[$j];
                $sum = $row[$j];
                for ($k = 0; $k < $j; $k++) {
                    $sum -= $li[$k] * $lj[$k];
                }
                if ($j < $i) {
                    $li[] = $sum / $lj[$j];
                } elseif ($sum > 0) {
                    $li[] = sqrt($sum);
                } else {
                    throw new CoreException('These values do not determine an answer.');
                }
            }
            $l[] = $li;
        }

        return new self($l);
    }

    /** @return list<list<float>> columns of L: independent shifts of a covariance, one standard deviation each */
    public function columns(): array
    {
        $n = count($this->lower);

        return array_map(fn (int $j): array => array_map(fn (int $i): float => $this->lower[$i][$j] ?? 0.0, range(0, $n - 1)), range(0, $n - 1));
    }

    /**
     * @param list<float> $b
     *
     * @return list<float> x of A x = b
     */
    public function solve(array $b): array
    {
        $n = count($b);
        $y = [];
        for ($i = 0; $i < $n; $i++) {
            $sum = $b[$i];
            foreach ($y as $k => $v) {
                $sum -= $this->lower[$i][$k] * $v;
            }
            $y[] = $sum / $this->lower[$i][$i];
        }
        $x = array_fill(0, $n, 0.0);
        for ($i = $n - 1; $i >= 0; $i--) {
            $sum = $y[$i];
            for ($k = $i + 1; $k < $n; $k++) {
                $sum -= $this->lower[$k][$i] * $x[$k];
            }
            $x[$i] = $sum / $this->lower[$i][$i];
        }

        return array_values($x);
    }
}
