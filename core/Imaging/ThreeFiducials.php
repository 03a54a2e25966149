<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Card\Fiducial;
use MarshTrial\Core\Card\Piece;

/**
 * A piece photographed with one of its marks covered: the sizes of the other three put the fourth about where it is, the code tells when that
 * is right, and a simple camera that sees three marks and both halves of the code where they are places it.
 */
final readonly class ThreeFiducials
{
    /** Steps from the best of the usual bends of a lens. */
    private const LENS_STEPS = [0.006, 0.003];

    /** Focal lengths to begin with where the camera does not tell its own, over the usual one. */
    private const FOCAL_SHARES = [1.0, 0.84, 1.19];

    /** How far depths are looked for from what sizes say, in rings, and the step (factor of e). */
    private const DEPTH_RINGS = 24;

    private const DEPTH_STEP = 0.004;

    /** How well sizes of marks are seen, share (own). */
    private const SIZE_SPREAD = 0.03;

    /** @var list<int> which marks are seen */
    private array $present;

    /** @var list<array{0: float, 1: float}> centres of all four, mm */
    private array $centres;

    /**
     * @param int $absent which mark is covered
     * @param list<array{0: float, 1: float}> $seen centres of the other three, pixels, in order
     * @param list<float> $sizes of these spots
     * @param float|null $focal focal length over the longer side of the picture, where the camera tells it
     */
    public function __construct(private PixelGrid $picture, private FiducialReader $reader, private Piece $piece, private int $absent, private array $seen, private array $sizes, private ?float $focal)
    {
        $this->present = array_values(array_diff([0, 1, 2, 3], [$absent]));
        $this->centres = array_map(static fn (Fiducial $m): array => [$m->centre->x, $m->centre->y], $piece->marks);
    }

    /** Where the piece lies; null when no code can be read, so that these are no three marks of it. */
    public function placement(): ?Placement
    {
        $found = $this->code();
        if ($found === null) {
            return null;
        }
        // Several cameras explain three marks and a code; the most usual of them is taken.
        $best = null;
        foreach (Placement::LENSES as $lens) {
            foreach ($this->focal === null ? self::FOCAL_SHARES : [1.0] as $share) {
                $best = self::better($best, $this->camera($found, $lens, $share));
            }
        }
        foreach (self::LENS_STEPS as $step) {
            foreach ($best === null ? [] : [$best['lens'] - $step, $best['lens'] + $step] as $lens) {
                $best = self::better($best, $this->camera($found, $lens, $best['share']));
            }
        }

        return $best['placement'] ?? null;
    }

    /**
     * The code, read with the fourth mark where the other three's sizes put it, or somewhere around: a plane seen aslant shows things the
     * smaller the farther away, to the power of one and a half, and its corners are a parallelogram.
     *
     * @return array{code: CardCode, placement: Placement, depths: list<float>}|null
     */
    private function code(): ?array
    {
        $seen = array_combine($this->present, $this->seen);
        $depths = array_combine($this->present, array_map(static fn (float $s): float => $s ** (-2 / 3), $this->sizes));
        [$before, $after, $opposite] = [($this->absent + 3) % 4, ($this->absent + 1) % 4, ($this->absent + 2) % 4];
        for ($ring = 0; $ring <= self::DEPTH_RINGS; $ring++) {
            for ($i = -$ring; $i <= $ring; $i++) {
                for ($j = -$ring; $j <= $ring; $j += abs($i) === $ring ? 1 : 2 * $ring) {
                    $z = [$before => $depths[$before] * exp(self::DEPTH_STEP * $i), $after => $depths[$after] * exp(self::DEPTH_STEP * $j), $opposite => $depths[$opposite]];
                    $far = $z[$before] + $z[$after] - $z[$opposite];
                    if ($far <= 0) {
                        continue;
                    }
                    [$u, $v] = array_map(static fn (int $k): float => ($seen[$before][$k] * $z[$before] + $seen[$after][$k] * $z[$after] - $seen[$opposite][$k] * $z[$opposite]) / $far, [0, 1]);
                    $placement = $this->through($this->seen, [$u, $v], 0.0);
                    $code = $this->reader->codeAtAGlance($this->piece, $placement);
                    if ($code !== null) {
                        ksort($z);

                        return ['code' => $code, 'placement' => $placement, 'depths' => array_values($z)];
                    }
                }
            }
        }

        return null;
    }

    /**
     * What a camera of this bend, and to begin with of this focal length, makes of it.
     *
     * @param array{code: CardCode, placement: Placement, depths: list<float>} $found
     *
     * @return array{cost: float, placement: Placement, lens: float, share: float}|null
     */
    private function camera(array $found, float $lens, float $share): ?array
    {
        [$width, $height] = [$this->picture->width, $this->picture->height];
        $straight = static fn (array $places): array => array_map(static fn (array $p): array => Placement::straightened($p, $lens, $width, $height), $places);
        $sheet = array_map(fn (int $i): array => $this->centres[$i], $this->present);
        $pose = Pose::about($sheet, $this->seen, $found['depths'], $width, $height, $this->focal, $share);
        if ($pose === null) {
            return null;
        }
        $placement = $found['placement'];
        for ($round = 0; $round < 3; $round++) {
            $halves = $this->halves($placement, $found['code']);
            $pose = $pose->refined([...$sheet, ...array_column($halves, 'middle')], $straight([...$this->seen, ...array_column($halves, 'seen')]));
            $placement = $this->through($straight($this->seen), $pose->map(...$this->centres[$this->absent]), $lens);
        }
        $off = array_sum(array_column($this->halves($placement, $found['code']), 'off'));
        $sizes = array_map(fn (int $i, float $size): float => log($size / $placement->scaleAt(...$this->centres[$i]) / $this->piece->marks[$i]->sizeMm), $this->present, $this->sizes);
        $ofSizes = array_sum(array_map(static fn (float $l): float => ($l - array_sum($sizes) / 3) ** 2, $sizes));

        return ['cost' => $off / FiducialReader::CODE_MM ** 2 + $ofSizes / self::SIZE_SPREAD ** 2 + $pose->misfit + ($lens / Placement::LENS_SPREAD) ** 2, 'placement' => $placement, 'lens' => $lens, 'share' => $share];
    }

    /**
     * @param array{cost: float, placement: Placement, lens: float, share: float}|null $one
     * @param array{cost: float, placement: Placement, lens: float, share: float}|null $other
     *
     * @return array{cost: float, placement: Placement, lens: float, share: float}|null
     */
    private static function better(?array $one, ?array $other): ?array
    {
        return $one === null || ($other !== null && $other['cost'] < $one['cost']) ? $other : $one;
    }

    /**
     * Middles of the two halves of the code, mm; where they are seen, pixels; how far that is from where the placement says, mm2.
     *
     * @return list<array{middle: array{0: float, 1: float}, seen: array{0: float, 1: float}, off: float}>
     */
    private function halves(Placement $placement, CardCode $code): array
    {
        $half = intdiv(CardCode::COLUMNS, 2);
        $area = $this->piece->codeArea;
        $out = [];
        foreach ([0, 1] as $i) {
            [$dx, $dy] = $this->reader->shiftOfCode($this->piece, $placement, $code, $i * $half, ($i + 1) * $half);
            [$x, $y] = [$area->x + (0.25 + 0.5 * $i) * $area->width, $area->centre()->y];
            $out[] = ['middle' => [$x, $y], 'seen' => $placement->map($x + $dx, $y + $dy), 'off' => $dx ** 2 + $dy ** 2];
        }

        return $out;
    }

    /**
     * @param list<array{0: float, 1: float}> $three where the marks would be seen without the lens's bend
     * @param array{0: float, 1: float} $fourth
     */
    private function through(array $three, array $fourth, float $lens): Placement
    {
        $all = array_combine($this->present, $three) + [$this->absent => $fourth];
        ksort($all);

        return Placement::behindLens(Homography::through($this->centres, array_values($all)), $lens, $this->picture->width, $this->picture->height);
    }
}
