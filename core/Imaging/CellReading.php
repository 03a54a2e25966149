<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;

/** What was read in one cell: the colour of its kept pixels and how sure it is. */
final readonly class CellReading
{
    public function __construct(
        public LinearRgb $rgb,
        public Lab $lab,
        /** @var array{0: float, 1: float, 2: float} standard deviation of L*, a*, b* over blocks of the cell */
        public array $labSpread,
        /** @var array{0: array{0: float, 1: float, 2: float}, 1: array{0: float, 1: float, 2: float}, 2: array{0: float, 1: float, 2: float}} covariance of the mean L*a*b* */
        public array $labCovariance,
        /** Kept samples. */
        public int $pixels,
        /** Share of samples left out, 0..1. */
        public float $leftOut,
        /** Where it was read, mm on the card. */
        public Rect $area,
        /** @var list<CellRemark> */
        public array $remarks,
        /** Distance, dE00, within which the true colour lies with 95 % chance; 0 where nothing is said. */
        public float $uncertainty95 = 0.0,
        /** Share of samples left out as glare, 0..1. */
        public float $glare = 0.0,
        /** What the calibration may be wrong by here in each direction, dE00 (one standard deviation); near colours share it. */
        public float $shared = 0.0,
    ) {}

    /** @param array{0: array{0: float, 1: float, 2: float}, 1: array{0: float, 1: float, 2: float}, 2: array{0: float, 1: float, 2: float}} $covariance */
    public function with(array $covariance, float $uncertainty95, float $shared): self
    {
        return new self($this->rgb, $this->lab, $this->labSpread, $covariance, $this->pixels, $this->leftOut, $this->area, $this->remarks, $uncertainty95, $this->glare, $shared);
    }

    /** Whether a good part of it is more vivid than the picture's colours reach. */
    public function isBeyond(): bool
    {
        return array_filter($this->remarks, static fn (CellRemark $r): bool => $r->flag === CellFlag::Beyond) !== [];
    }

    /** The same place in another light. */
    public function in(LinearRgb $rgb): self
    {
        return new self($rgb, $rgb->toLab(), $this->labSpread, $this->labCovariance, $this->pixels, $this->leftOut, $this->area, $this->remarks, $this->uncertainty95, $this->glare, $this->shared);
    }

    /** The same place with another colour, and why. */
    public function replacedBy(LinearRgb $rgb, CellRemark $remark): self
    {
        return new self($rgb, $rgb->toLab(), $this->labSpread, $this->labCovariance, $this->pixels, $this->leftOut, $this->area, [...$this->remarks, $remark], $this->uncertainty95, $this->glare, $this->shared);
    }

    /**
     * Several readings of the same thing, weighted by their pixels.
     *
     * @param non-empty-list<self> $readings
     */
    public static function pool(array $readings): self
    {
        if (count($readings) === 1) {
            return $readings[0];
        }
        $n = array_sum(array_map(static fn (self $r): int => $r->pixels, $readings));
        $rgb = [0.0, 0.0, 0.0];
        $spread = [0.0, 0.0, 0.0];
        $covariance = [[0.0, 0.0, 0.0], [0.0, 0.0, 0.0], [0.0, 0.0, 0.0]];
        $remarks = [];
        foreach ($readings as $reading) {
            $share = $reading->pixels / $n;
            foreach ($reading->rgb->toArray() as $i => $v) {
                $rgb[$i] += $share * $v;
                $spread[$i] += $share * $reading->labSpread[$i];
                for ($j = 0; $j < 3; $j++) {
                    $covariance[$i][$j] += $share ** 2 * $reading->labCovariance[$i][$j];
                }
            }
            $remarks = [...$remarks, ...$reading->remarks];
        }
        $mean = LinearRgb::fromArray($rgb);
        $leftOut = array_sum(array_map(static fn (self $r): float => $r->leftOut * $r->pixels, $readings)) / $n;

        $most = static fn (string $what): float => max(array_map(static fn (self $r): float => $r->$what, $readings));

        return new self($mean, $mean->toLab(), $spread, $covariance, (int) $n, $leftOut, $readings[0]->area, array_values(array_unique($remarks, SORT_REGULAR)), $most('uncertainty95'), $most('glare'), $most('shared'));
    }
}
