<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Fiducial;
use MarshTrial\Core\Card\FiducialShape;
use MarshTrial\Core\Card\Piece;

/** Looks among the dark spots of a picture for places where marks stand as on a piece: seen straight or aslant, all four or one covered. */
final class FiducialSearch
{
    /** How far from its expected place a mark may be found where the card is seen straight, mm. */
    private const REACH_MM = 2.5;

    /** How far a spot's size may differ from that of its mark, as a share. */
    private const SIZE_SHARE = 0.3;

    /** Most that a card may be seen aslant: ratio of the longer to the shorter scale (own; 30 degrees and a short lens make 1.3). */
    private const MOST_SLANT = 1.75;

    /** How many times as large the nearest mark may be seen as the farthest (own, factor of e). */
    private const NEAR_AND_FAR = 0.95;

    /** Sets of three spots that are tried, since each takes a fit. */
    private const MOST_THREES = 16;

    /** @var list<Blob> */
    private array $rings = [];

    /** @var list<Blob> */
    private array $discs = [];

    /** @var array<int, array{0: float, 1: float}> exact centres of spots, by their object ids */
    private array $exact = [];

    /** @var array<string, array{0: list<Blob>, 1: list<Blob>}> rings and discs of every way of looking, once looked for */
    private array $spots = [];

    /** @param float|null $focal focal length over the longer side of the picture, where the camera tells it */
    public function __construct(private readonly PixelGrid $picture, private readonly FiducialReader $marks, private readonly ?float $focal = null) {}

    /** Spots found so far that may be marks. */
    public function count(): int
    {
        return count($this->rings) + count($this->discs);
    }

    /** @param int|null $coarse longer side of the copy that is looked at, pixels; null: what suits a card */
    public function look(bool $photo, ?int $coarse = null): void
    {
        $way = (int) $photo."|$coarse";
        if (! isset($this->spots[$way])) {
            $blobs = BlobFinder::find($this->picture, $photo, $coarse);
            $of = static fn (FiducialShape $shape): array => array_values(array_filter($blobs, static fn (Blob $b): bool => $b->shape === $shape));
            $this->spots[$way] = [$of(FiducialShape::Ring), $of(FiducialShape::Disc)];
        }
        [$this->rings, $this->discs] = $this->spots[$way];
    }

    /** @return array{0: float, 1: float} */
    private function centre(Blob $spot): array
    {
        return $this->exact[spl_object_id($spot)] ??= $this->marks->centre($spot);
    }

    /** @return list<array{0: float, 1: float}> */
    public static function centres(Piece $piece): array
    {
        return array_map(static fn (Fiducial $m): array => [$m->centre->x, $m->centre->y], $piece->marks);
    }

    /**
     * Every place in the picture where four marks stand as on this piece seen straight.
     *
     * @return iterable<array{seen: list<array{0: float, 1: float}>, marks: int, absent?: int, lens?: float}>
     */
    public function straight(Piece $piece): iterable
    {
        [$ring, $right, $opposite, $left] = self::centres($piece);
        foreach ($this->rings as $r) {
            foreach ($this->discs as $d) {
                $similar = $this->similarity($piece, $ring, $right, $r, $d);
                if ($similar === null) {
                    continue;
                }
                $o = $this->discNear($similar->map(...$opposite), $similar);
                $l = $this->discNear($similar->map(...$left), $similar);
                if ($o !== null && $l !== null) {
                    yield ['seen' => array_map($this->centre(...), [$r, $d, $o, $l]), 'marks' => 4];
                }
            }
        }
    }

    /**
     * The same with one mark not seen: where three stand as on this piece, the fourth follows.
     *
     * @return iterable<array{seen: list<array{0: float, 1: float}>, marks: int, absent?: int, lens?: float}>
     */
    public function straightByThree(Piece $piece): iterable
    {
        $centres = self::centres($piece);
        for ($absent = 0; $absent < 4; $absent++) {
            $present = array_values(array_diff([0, 1, 2, 3], [$absent]));
            foreach ($present[0] === 0 ? $this->rings : $this->discs as $a) {
                foreach ($this->discs as $b) {
                    $similar = $a === $b ? null : $this->similarity($piece, $centres[$present[0]], $centres[$present[1]], $a, $b);
                    $c = $similar === null ? null : $this->discNear($similar->map(...$centres[$present[2]]), $similar);
                    if ($c !== null) {
                        yield ['seen' => self::fourth($present, $absent, array_map($this->centre(...), [$a, $b, $c])), 'marks' => 3, 'absent' => $absent];
                    }
                }
            }
        }
    }

    /**
     * Three corners of a parallelogram make the fourth.
     *
     * @param list<int> $present
     * @param list<array{0: float, 1: float}> $three
     *
     * @return list<array{0: float, 1: float}>
     */
    private static function fourth(array $present, int $absent, array $three): array
    {
        $seen = array_combine($present, $three);
        [$before, $after, $opposite] = [$seen[($absent + 3) % 4], $seen[($absent + 1) % 4], $seen[($absent + 2) % 4]];

        $seen[$absent] = [$before[0] + $after[0] - $opposite[0], $before[1] + $after[1] - $opposite[1]];
        ksort($seen);

        return array_values($seen);
    }

    /**
     * Every place where a ring and three discs stand as the marks of this piece seen aslant.
     *
     * @return iterable<array{seen: list<array{0: float, 1: float}>, marks: int, absent?: int, lens?: float}>
     */
    public function slanted(Piece $piece): iterable
    {
        $centres = self::centres($piece);
        foreach ($this->rings as $r) {
            $discs = array_values(array_filter($this->discs, static fn (Blob $d): bool => abs(log($d->diameter / $r->diameter)) < self::NEAR_AND_FAR));
            foreach ($discs as $d) {
                if (! $this->plausible($piece, 0, 1, $r, $d)) {
                    continue;
                }
                foreach ($discs as $l) {
                    if ($l === $d || self::turn($r, $d, $l) <= 0 || ! $this->plausible($piece, 0, 3, $r, $l)) {
                        continue;
                    }
                    foreach ($discs as $o) {
                        if ($o === $d || $o === $l || self::turn($d, $o, $l) <= 0 || self::turn($r, $d, $o) <= 0 || self::turn($o, $l, $r) <= 0
                            || ! $this->plausible($piece, 1, 2, $d, $o) || ! $this->plausible($piece, 2, 3, $o, $l)) {
                            continue;
                        }
                        $blobs = [$r, $d, $o, $l];
                        if ($this->fits($piece, new Placement(Homography::through($centres, array_map(static fn (Blob $b): array => [$b->x, $b->y], $blobs))), $blobs)) {
                            yield ['seen' => array_map($this->centre(...), $blobs), 'marks' => 4];
                        }
                    }
                }
            }
        }
    }

    /**
     * The same with one mark not seen: three marks, and a simple camera, make the fourth.
     *
     * @return iterable<array{seen: list<array{0: float, 1: float}>, marks: int, absent?: int, lens?: float}>
     */
    public function slantedByThree(Piece $piece): iterable
    {
        $tried = 0;
        for ($absent = 0; $absent < 4; $absent++) {
            $present = array_values(array_diff([0, 1, 2, 3], [$absent]));
            [$p, $q, $s] = $present;
            foreach ($p === 0 ? $this->rings : $this->discs as $a) {
                foreach ($this->discs as $b) {
                    if ($a === $b || ! $this->plausible($piece, $p, $q, $a, $b)) {
                        continue;
                    }
                    foreach ($this->discs as $c) {
                        if ($c === $a || $c === $b || self::turn($a, $b, $c) <= 0 || ! $this->plausible($piece, $q, $s, $b, $c) || ! $this->plausible($piece, $p, $s, $a, $c)) {
                            continue;
                        }
                        // Spots of one size, give or take what distance does.
                        if (max($a->diameter, $b->diameter, $c->diameter) > exp(self::NEAR_AND_FAR) * min($a->diameter, $b->diameter, $c->diameter)) {
                            continue;
                        }
                        if (++$tried > self::MOST_THREES) {
                            return;
                        }
                        $placement = (new ThreeFiducials($this->picture, $this->marks, $piece, $absent, array_map($this->centre(...), [$a, $b, $c]), [$a->diameter, $b->diameter, $c->diameter], $this->focal))->placement();
                        if ($placement !== null) {
                            yield ['seen' => array_map(static fn (array $m): array => $placement->map(...$m), self::centres($piece)), 'marks' => 3, 'absent' => $absent, 'lens' => $placement->lens];
                        }
                    }
                }
            }
        }
    }

    /** Whether two spots may be these two marks of the piece: as far apart as their sizes say, give or take a slant. */
    private function plausible(Piece $piece, int $one, int $two, Blob $a, Blob $b): bool
    {
        [$m, $n] = [$piece->marks[$one], $piece->marks[$two]];
        $expected = hypot($n->centre->x - $m->centre->x, $n->centre->y - $m->centre->y) / $m->sizeMm;
        $seen = hypot($b->x - $a->x, $b->y - $a->y) / (($a->diameter + $b->diameter) / 2);

        return abs(log($seen / $expected)) < 0.4;
    }

    /** Twice the signed area of a triangle; above zero when it is walked clockwise on the screen. */
    private static function turn(Blob $a, Blob $b, Blob $c): float
    {
        return ($b->x - $a->x) * ($c->y - $a->y) - ($b->y - $a->y) * ($c->x - $a->x);
    }

    /**
     * Whether the marks have about the size that the placement gives them, and the slant is one that can be measured.
     *
     * @param list<Blob> $blobs
     */
    private function fits(Piece $piece, Placement $placement, array $blobs): bool
    {
        foreach ($piece->marks as $i => $mark) {
            $size = $placement->scaleAt($mark->centre->x, $mark->centre->y) * $mark->sizeMm;
            if (abs($blobs[$i]->diameter / $size - 1) > self::SIZE_SHARE || $placement->slantAt($mark->centre->x, $mark->centre->y) > self::MOST_SLANT) {
                return false;
            }
        }

        return true;
    }

    /**
     * The turn, shift and enlargement that takes two marks to two spots, when the spots' sizes agree with it.
     *
     * @param array{0: float, 1: float} $from
     * @param array{0: float, 1: float} $to
     */
    private function similarity(Piece $piece, array $from, array $to, Blob $a, Blob $b): ?Placement
    {
        $scale = hypot($b->x - $a->x, $b->y - $a->y) / hypot($to[0] - $from[0], $to[1] - $from[1]);
        $expected = $piece->marks[0]->sizeMm * $scale;
        foreach ([$a, $b] as $blob) {
            if ($scale <= 0 || abs($blob->diameter / $expected - 1) > self::SIZE_SHARE) {
                return null;
            }
        }
        $turn = atan2($b->y - $a->y, $b->x - $a->x) - atan2($to[1] - $from[1], $to[0] - $from[0]);
        $at = static function (float $x, float $y) use ($from, $scale, $turn, $a): array {
            $dx = $scale * ($x - $from[0]);
            $dy = $scale * ($y - $from[1]);

            return [$a->x + $dx * cos($turn) - $dy * sin($turn), $a->y + $dx * sin($turn) + $dy * cos($turn)];
        };
        $square = [[0.0, 0.0], [100.0, 0.0], [100.0, 100.0], [0.0, 100.0]];

        return new Placement(Homography::through($square, array_map(static fn (array $p): array => $at(...$p), $square)));
    }

    /** @param array{0: float, 1: float} $place */
    private function discNear(array $place, Placement $similar): ?Blob
    {
        $scale = $similar->scaleAt(0, 0);
        $best = null;
        $least = self::REACH_MM * $scale;
        foreach ($this->discs as $disc) {
            $distance = hypot($disc->x - $place[0], $disc->y - $place[1]);
            if ($distance < $least && abs($disc->diameter / (CardLayout::MARK_SIZE_MM * $scale) - 1) < self::SIZE_SHARE) {
                $best = $disc;
                $least = $distance;
            }
        }

        return $best;
    }
}
