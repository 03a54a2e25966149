<?php

declare(strict_types=1);

namespace MarshTrial\Core\Mixing;

use MarshTrial\Core\Colour\Bands;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Colour\Spectrum;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Optics\Deposit;
use MarshTrial\Core\Rating\Scale;

/**
 * Fits a film to a ladder: three broad channels at several depths, over paper and over the line, hold more of a spectrum than one colour does.
 *
 * Unknown are absorption in 31 bands, level and slope of scattering, and the amount of every place; Levenberg-Marquardt with analytic derivatives.
 */
final class FilmFit
{
    private const ITERATIONS = 18;

    /** Longest step of a parameter in one iteration. */
    private const STEP = 1.5;

    /** What is kept of what the fit leaves open (own): further shifts change no colour that can be seen. */
    private const MODES = 8;

    /** @var list<list<float>> by band, for linear sRGB */
    private array $weights;

    /** @var list<float> natural logarithm of 550 nm over the band's wavelength */
    private array $fall;

    /** @param list<FilmPlace> $places */
    private function __construct(private readonly Scale $scale, private readonly array $places, private readonly Backing $backing)
    {
        $this->weights = Bands::rgb();
        $this->fall = Bands::map(static fn (float $nm): float => log(550 / $nm));
    }

    /**
     * @param list<FilmPlace> $places two or more, of different depths
     * @param bool $counted whether amounts are drops of paint
     * @param Spectrum|null $paperRead what an instrument read on the bare paper
     *
     * @throws CoreException with a sentence where there is too little to be fitted
     */
    public static function of(Scale $scale, array $places, LinearRgb $paper, ?LinearRgb $ink, int $key, bool $counted, ?Spectrum $paperRead = null): PaintFilm
    {
        $deposits = array_map(static fn (FilmPlace $p): ?float => Deposit::of($p->onPaper, $paper)->in($key), $places);
        $known = array_filter($deposits, static fn (?float $d): bool => $d !== null && $d >= $scale->depths->least);
        // Too deep to be read in its key channel is painted all the same.
        $painted = array_filter($deposits, static fn (?float $d): bool => $d === null || $d >= $scale->depths->least);
        if ($known === [] || count($painted) < $scale->film->leastPlaces) {
            throw new CoreException('A ladder of one step tells a colour, not a film: it takes a graded stroke or a stepped ladder.');
        }
        $fit = new self($scale, $places, Backing::of($paper, $ink, $paperRead));
        // The place nearest to reference depth is one unit of amount to begin with.
        $nearest = array_keys($known)[0];
        foreach ($known as $i => $d) {
            $nearest = abs($d - $scale->depths->reference) < abs($known[$nearest] - $scale->depths->reference) ? $i : $nearest;
        }

        return $fit->fitted($key, $nearest, $counted);
    }

    private function fitted(int $key, int $nearest, bool $counted): PaintFilm
    {
        $unit = $this->places[$nearest]->amount;
        $prior = array_map(static fn (FilmPlace $p): float => log(max(1e-4, $p->amount / $unit)), $this->places);
        $theta = [...$this->start($nearest), log(0.03), 1.0, ...$prior];
        $damping = 1e-2;
        [$cost, $normal, $gradient] = $this->linearised($theta, $prior);
        for ($i = 0; $i < self::ITERATIONS; $i++) {
            $damped = $normal;
            foreach ($damped as $k => $row) {
                $damped[$k][$k] += $damping * $row[$k] + 1e-9;
            }
            $step = Cholesky::of($damped)->solve(array_map(static fn (float $g): float => -$g, $gradient));
            $longest = max(array_map(abs(...), $step));
            $cut = min(1.0, self::STEP / max(1e-9, $longest));
            $tried = array_map(static fn (float $t, float $s): float => $t + $cut * $s, $theta, $step);
            [$new, $n, $g] = $this->linearised($tried, $prior);
            if ($new < $cost) {
                $small = $cost - $new < 1e-4 * $cost;
                [$theta, $cost, $normal, $gradient] = [$tried, $new, $n, $g];
                $damping = max(1e-7, $damping / 5);
                if ($small && $longest < 0.02) {
                    break;
                }
            } else {
                $damping *= 6;
                if ($damping > 1e6) {
                    break;
                }
            }
        }

        return $this->told($theta, $normal, $key, $nearest, $counted, $unit);
    }

    /** @return list<float> log absorption to begin with: half the deposit of the channel that sees the band, for one unit */
    private function start(int $nearest): array
    {
        $deposit = array_map(static fn (?float $d): float => max(0.02, $d ?? 3.0), Deposit::of($this->places[$nearest]->onPaper, Mixture::bare($this->backing))->channels);

        return Bands::map(static fn (float $nm): float => log($deposit[$nm < 495 ? 2 : ($nm < 590 ? 1 : 0)] / 2));
    }

    /**
     * Sum of squares, and its normal equations.
     *
     * @param list<float> $theta absorption by band, level, slope, amounts
     * @param list<float> $prior logarithms of the amounts as they are thought to be
     *
     * @return array{0: float, 1: list<list<float>>, 2: list<float>}
     */
    private function linearised(array $theta, array $prior): array
    {
        $n = count($theta);
        $bands = Bands::COUNT;
        $film = $this->scale->film;
        $normal = array_fill(0, $n, array_fill(0, $n, 0.0));
        $gradient = array_fill(0, $n, 0.0);
        $cost = 0.0;
        $add = static function (array $row, float $residual) use (&$normal, &$gradient, &$cost): void {
            $cost += $residual ** 2;
            foreach ($row as $i => $a) {
                $gradient[$i] += $a * $residual;
                foreach ($row as $j => $b) {
                    $normal[$i][$j] += $a * $b;
                }
            }
        };
        $k = array_map(exp(...), array_slice($theta, 0, $bands));
        $s = array_map(fn (float $f): float => exp($theta[$bands] + $theta[$bands + 1] * $f), $this->fall);
        $clear = 1 - $this->backing->surface;
        foreach ($this->places as $p => $place) {
            $x = exp($theta[$bands + 2 + $p]);
            $readings = [[$place->onPaper, $this->backing->paper]];
            if ($place->onBlack !== null && $this->backing->ink !== null) {
                $readings[] = [$place->onBlack, array_fill(0, $bands, $this->backing->ink)];
            }
            foreach ($readings as [$measured, $beneath]) {
                $seen = [0.0, 0.0, 0.0];
                $rows = [array_fill(0, $bands, 0.0), array_fill(0, $bands, 0.0), array_fill(0, $bands, 0.0)];
                $level = $slope = $amount = [0.0, 0.0, 0.0];
                for ($i = 0; $i < $bands; $i++) {
                    [$r, $byK, $byS] = Mixture::slopes($k[$i] * $x, $s[$i] * $x, $beneath[$i]);
                    for ($c = 0; $c < 3; $c++) {
                        $w = $this->weights[$i][$c];
                        $seen[$c] += $w * ($this->backing->surface + $clear * $r);
                        $rows[$c][$i] = $clear * $w * $byK;
                        $level[$c] += $clear * $w * $byS;
                        $slope[$c] += $clear * $w * $byS * $this->fall[$i];
                        $amount[$c] += $clear * $w * ($byK + $byS);
                    }
                }
                foreach ($place->spectrum !== null && $measured === $place->onPaper ? [] : $measured->toArray() as $c => $m) {
                    $sigma = $film->residual + $film->residualShare * abs($m);
                    $row = $rows[$c] + [$bands => $level[$c], $bands + 1 => $slope[$c], $bands + 2 + $p => $amount[$c]];
                    $add(array_map(static fn (float $v): float => $v / $sigma, $row), ($seen[$c] - $m) / $sigma);
                }
            }
            if ($place->spectrum !== null) {
                for ($i = 0; $i < $bands; $i++) {
                    [$r, $byK, $byS] = Mixture::slopes($k[$i] * $x, $s[$i] * $x, $this->backing->paper[$i]);
                    $m = $place->spectrum->at(Bands::FROM_NM + Bands::STEP_NM * $i);
                    $w = $clear / ($film->residual + $film->residualShare * abs($m));
                    $add([$i => $w * $byK, $bands => $w * $byS, $bands + 1 => $w * $byS * $this->fall[$i], $bands + 2 + $p => $w * ($byK + $byS)], ($this->backing->surface + $clear * $r - $m) * $w / $clear);
                }
            }
            $add([$bands + 2 + $p => 1 / $place->sd], ($theta[$bands + 2 + $p] - $prior[$p]) / $place->sd);
        }
        for ($i = 1; $i < $bands - 1; $i++) {
            $w = $film->smooth;
            $add([$i - 1 => $w, $i => -2 * $w, $i + 1 => $w], $w * ($theta[$i - 1] - 2 * $theta[$i] + $theta[$i + 1]));
        }
        for ($i = 0; $i < $bands; $i++) {
            $add([$i => $film->levelWeight], $film->levelWeight * ($theta[$i] - $film->usualLogK));
        }
        $add([$bands => 1 / $film->scatterSd], ($theta[$bands] - $film->usualScatter) / $film->scatterSd);
        $add([$bands + 1 => 1.0], $theta[$bands + 1] - 1.0);

        return [$cost, $normal, $gradient];
    }

    /**
     * @param list<float> $theta
     * @param list<list<float>> $normal
     */
    private function told(array $theta, array $normal, int $key, int $nearest, bool $counted, float $unit): PaintFilm
    {
        $bands = Bands::COUNT;
        $n = count($theta);
        for ($i = 0; $i < $n; $i++) {
            $normal[$i][$i] += 1e-9;
        }
        $cholesky = Cholesky::of($normal);
        // Absorption for the amount of one place: what amount and absorption share is no uncertainty of a colour.
        $rows = [];
        for ($i = 0; $i < $bands + 2; $i++) {
            $row = array_fill(0, $n, 0.0);
            $row[$i] = 1.0;
            if ($i <= $bands) {
                $row[$bands + 2 + $nearest] = 1.0;
            }
            $rows[] = $row;
        }
        $covariance = [];
        foreach ($rows as $i => $row) {
            $solved = $cholesky->solve($row);
            foreach ($rows as $j => $other) {
                $sum = $solved[$j];
                if ($j <= $bands) {
                    $sum += $solved[$bands + 2 + $nearest];
                }
                $covariance[$i][$j] = $sum;
            }
        }
        $x = $theta[$bands + 2 + $nearest];
        $amounts = array_map(static fn (float $t): float => exp($t - $x), array_slice($theta, $bands + 2));
        $film = new PaintFilm(
            array_map(static fn (float $t): float => $t + $x, array_slice($theta, 0, $bands)), $theta[$bands] + $x, $theta[$bands + 1], self::modes($covariance), $this->backing, $key,
            max($amounts), $counted ? exp($x) * $unit : null, 0.0, 0.0,
        );
        $errors = [];
        foreach ($this->places as $i => $place) {
            $mixture = new Mixture([[$film, $amounts[$i]]], $this->backing);
            $errors[] = Difference::ciede2000($place->onPaper->toLab(), $mixture->overPaper()->toLab());
            if ($place->onBlack !== null && $this->backing->ink !== null) {
                $errors[] = Difference::ciede2000($place->onBlack->toLab(), $mixture->overInk()->toLab());
            }
        }
        // One unit is reference depth, whatever the nearest place has.
        $reference = Mixture::amountFor($film, $this->scale->depths->reference);
        $film = $film->stronger($reference);

        return $film->missing(array_sum($errors) / count($errors), max($errors));
    }

    /**
     * Independent shifts of a covariance, the largest first, by power iteration with deflation.
     *
     * @param list<list<float>> $covariance
     *
     * @return list<list<float>> each as long as its standard deviation
     */
    private static function modes(array $covariance): array
    {
        $n = count($covariance);
        $out = [];
        for ($m = 0; $m < self::MODES; $m++) {
            $v = array_map(static fn (int $i): float => 1.0 + 0.37 * (($i * 7 + $m * 3) % 5), range(0, $n - 1));
            $length = 0.0;
            for ($turn = 0; $turn < 40; $turn++) {
                $next = array_map(static fn (array $row): float => array_sum(array_map(static fn (float $a, float $b): float => $a * $b, $row, $v)), $covariance);
                $length = sqrt(array_sum(array_map(static fn (float $a): float => $a ** 2, $next)));
                if ($length < 1e-12) {
                    break;
                }
                $v = array_map(static fn (float $a): float => $a / $length, $next);
            }
            if ($length < 1e-8) {
                break;
            }
            $out[] = array_map(static fn (float $a): float => sqrt($length) * $a, $v);
            foreach ($covariance as $i => $row) {
                foreach ($row as $j => $c) {
                    $covariance[$i][$j] = $c - $length * $v[$i] * $v[$j];
                }
            }
        }

        return $out;
    }
}
