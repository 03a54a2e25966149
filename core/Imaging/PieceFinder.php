<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\FadeCard;
use MarshTrial\Core\Card\Mark;
use MarshTrial\Core\Card\MarkShape;
use MarshTrial\Core\Card\Piece;
use MarshTrial\Core\Card\Point;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Card\TargetSheet;

/**
 * Finds the pieces of a card in a picture by their marks, and reads their codes: first as on a scanner's glass, seen straight; then as in
 * a photograph, seen aslant through a lens that bends; and with one mark of four covered if need be.
 */
final class PieceFinder
{
    /** Resolution that can be measured, dots per inch (own). */
    public const LEAST_DPI = 150;

    /** Share by which a printer may print a card too small (common practice, no source): a scan at the least is then found to have a little less. */
    private const PRINTED_SMALL = 0.03;

    public const MOST_DPI = 650;

    /** How far from its expected place a mark may be found where the card is seen straight, mm. */
    private const REACH_MM = 2.5;

    /** How far a spot's size may differ from that of its mark, as a share. */
    private const SIZE_SHARE = 0.3;

    /** Most that a card may be seen aslant: ratio of the longer to the shorter scale (own; 30 degrees and a short lens make 1.3). */
    private const MOST_SLANT = 1.75;

    /** How many times as large the nearest mark may be seen as the farthest (own, factor of e). */
    private const NEAR_AND_FAR = 0.95;

    /** A code further than this from its place tells of a bent lens or a sheet that is not flat, mm. */
    private const STRAIGHT_MM = 0.08;

    /** The same in pixels, for coarse pictures. */
    private const STRAIGHT_PX = 0.8;

    /** Sets of three spots that are tried, since each takes a fit. */
    private const MOST_THREES = 16;

    /** @var list<Blob> */
    private array $rings = [];

    /** @var list<Blob> */
    private array $discs = [];

    /** @var array<int, array{0: float, 1: float}> exact centres of spots, by their object ids */
    private array $exact = [];

    /** @var array<int, array{0: list<Blob>, 1: list<Blob>}> rings and discs of either way of looking, once looked for */
    private array $spots = [];

    private readonly MarkReader $marks;

    /**
     * @param bool $photo whether the picture is known to be a photograph, so that it is looked at as one first
     * @param float|null $focal focal length over the longer side of the picture, where the camera tells it
     */
    public function __construct(private readonly PixelGrid $picture, private readonly bool $photo = false, private readonly ?float $focal = null)
    {
        $this->marks = new MarkReader($picture);
    }

    /**
     * The pieces of a card, where nothing else is looked for in the picture.
     *
     * @return array<string, PlacedPiece> by piece id
     *
     * @throws PictureFault
     */
    public static function find(PixelGrid $picture, CardLayout $layout): array
    {
        return (new self($picture))->pieces($layout);
    }

    /**
     * The target beside a card; null when there is none to be seen.
     *
     * @param float|null $lens bend of the lens as the card told it; null: found from the target
     */
    public function target(TargetSheet $sheet, ?float $lens = null): ?PlacedPiece
    {
        foreach ([false, true] as $aslant) {
            $this->look($aslant);
            foreach ($aslant ? $this->slanted($sheet->piece) : $this->straight($sheet->piece) as $seen) {
                [$code] = $this->read($sheet->piece, $seen);
                if ($code !== null && $code->piece === TargetSheet::PIECE && $code->number === $sheet->code()->number) {
                    return $this->placed([[$sheet->piece, $code, $seen]], $lens)[TargetSheet::PIECE];
                }
            }
        }

        return null;
    }

    private function look(bool $photo): void
    {
        if (! isset($this->spots[(int) $photo])) {
            $blobs = BlobFinder::find($this->picture, $photo);
            $of = static fn (MarkShape $shape): array => array_values(array_filter($blobs, static fn (Blob $b): bool => $b->shape === $shape));
            $this->spots[(int) $photo] = [$of(MarkShape::Ring), $of(MarkShape::Disc)];
        }
        [$this->rings, $this->discs] = $this->spots[(int) $photo];
    }

    /**
     * @return array<string, PlacedPiece> every piece of the layout, by piece id
     *
     * @throws PictureFault
     */
    public function pieces(CardLayout $layout): array
    {
        $wanted = CardCode::forCard($layout->uuid, 'whole')->number;
        // Pieces of one card share their geometry, so one search serves all; the code tells which is which.
        $shared = $layout->pieces[0];
        $found = $best = [];
        $unreadable = false;
        $ways = $this->photo ? [[true, false], [false, false], [true, true], [false, true]] : [[false, false], [true, false], [false, true], [true, true]];
        foreach ($ways as [$aslant, $oneCovered]) {
            // A covered mark is looked for among all spots that may be marks.
            $this->look($aslant || $oneCovered);
            $sought = match (true) {
                $oneCovered => $aslant ? $this->slantedByThree($shared) : $this->straightByThree($shared),
                default => $aslant ? $this->slanted($shared) : $this->straight($shared),
            };
            foreach ($sought as $seen) {
                [$code, $lens] = $this->read($shared, $seen);
                if ($code === null) {
                    $unreadable = $unreadable || (! $aslant && ! $oneCovered);
                } elseif ($code->piece !== TargetSheet::PIECE) {
                    if ($code->number !== $wanted) {
                        throw PictureFault::otherCard($code->text(), $layout->codeText());
                    }
                    // A wrong spot taken for a far mark may still leave the code readable, but not where it should be.
                    $placement = Placement::through(self::centres($shared), $seen['seen'], $lens, $this->picture->width, $this->picture->height);
                    [$dx, $dy, $scatter] = ! $aslant && ! $oneCovered ? [0.0, 0.0, 0.0] : $this->marks->shiftOfCode($shared, $placement, $code);
                    // Three marks and a code that is off: seen a little aslant after all.
                    if ($oneCovered && ! $aslant && hypot($dx, $dy) > 2 * max(self::STRAIGHT_MM, self::STRAIGHT_PX / $placement->scaleAt(...self::centres($shared)[0]))) {
                        continue;
                    }
                    $off = hypot($dx, $dy) + $scatter;
                    if ($off < ($best[$code->piece] ?? INF)) {
                        $best[$code->piece] = $off;
                        $found[$code->piece] = [$layout->piece($code->piece), $code, $seen];
                    }
                }
                if (! $aslant && count($found) === count($layout->pieces)) {
                    break;
                }
            }
            if (count($found) === count($layout->pieces)) {
                return $this->placed(array_values($found), null, $aslant);
            }
        }
        foreach ($layout->pieces as $piece) {
            if (! isset($found[$piece->id])) {
                $this->explain($layout, $piece, $unreadable, $found !== []);
            }
        }
        throw PictureFault::noMarks();
    }

    /** Says why a piece was not found. */
    private function explain(CardLayout $layout, Piece $piece, bool $unreadable, bool $someFound): never
    {
        if (! $someFound) {
            $this->refuseMirrored($layout->pieces[0]);
            $this->refuseOtherCards($layout);
        }
        if ($unreadable) {
            throw PictureFault::codeUnreadable();
        }
        if ($someFound) {
            throw PictureFault::pieceMissing($piece->id);
        }
        throw count($this->rings) + count($this->discs) >= 2 ? PictureFault::marksMissing() : PictureFault::noMarks();
    }

    /**
     * Places pieces, with one bend of the lens for all of them.
     *
     * @param list<array{0: Piece, 1: CardCode, 2: array{seen: list<array{0: float, 1: float}>, marks: int, absent?: int, lens?: float}}> $found
     * @param float|null $lens bend of the lens where it is known
     * @param bool $aslant a photograph, whose lens bends more or less
     *
     * @return array<string, PlacedPiece>
     */
    private function placed(array $found, ?float $lens = null, bool $aslant = false): array
    {
        [$width, $height] = [$this->picture->width, $this->picture->height];
        $known = $lens !== null;
        $lens ??= $found[0][2]['lens'] ?? 0.0;
        for ($round = 0; $round < 4; $round++) {
            $shifts = $placements = [];
            $across = $square = 0.0;
            $largest = 0.0;
            foreach ($found as $i => [$piece, $code, $seen]) {
                $placements[$i] = Placement::through(self::centres($piece), $seen['seen'], $lens, $width, $height);
                $shifts[$i] = $this->marks->shiftOfCode($piece, $placements[$i], $code);
                $largest = max($largest, hypot($shifts[$i][0], $shifts[$i][1]) / max(self::STRAIGHT_MM, self::STRAIGHT_PX / $placements[$i]->scaleAt(...self::centres($piece)[0])));
                // How the code would move if the lens were a little different, in mm.
                $c = $piece->codeArea->centre();
                $other = Placement::through(self::centres($piece), $seen['seen'], $lens + 0.004, $width, $height)->map($c->x, $c->y);
                $here = $placements[$i]->map($c->x, $c->y);
                [$sx, $sy] = $placements[$i]->onSheet($c->x, $c->y, ($other[0] - $here[0]) / 0.004, ($other[1] - $here[1]) / 0.004);
                if ($seen['marks'] === 4) {
                    $across += $sx * $shifts[$i][0] + $sy * $shifts[$i][1];
                    $square += $sx ** 2 + $sy ** 2;
                }
            }
            if ($known || ($round === 0 && ! $aslant && $largest < 1.0) || $square <= 0) {
                break;
            }
            $change = ($across - ($lens * (MarkReader::CODE_MM / Placement::LENS_SPREAD) ** 2)) / ($square + (MarkReader::CODE_MM / Placement::LENS_SPREAD) ** 2);
            if (abs($change) < 2e-4 || $round === 3) {
                break;
            }
            $lens = max(-0.08, min(0.08, $lens + $change));
        }
        $out = [];
        foreach ($found as $i => [$piece, $code, $seen]) {
            $out[$piece->id] = $this->place($piece, $code, $placements[$i], $seen['absent'] ?? null, $shifts[$i]);
        }

        return $out;
    }

    /** @param array{0: float, 1: float, 2: float, 3: float, 4: float} $shift */
    private function place(Piece $piece, CardCode $code, Placement $placement, ?int $absent, array $shift): PlacedPiece
    {
        $centre = $piece->outline->centre();
        $dpi = 25.4 * $placement->scaleAt($centre->x, $centre->y);
        if ($dpi < (1 - self::PRINTED_SMALL) * self::LEAST_DPI && $piece->id !== TargetSheet::PIECE) {
            throw PictureFault::tooCoarse($dpi, self::LEAST_DPI, $this->photo || $placement->slantAt($centre->x, $centre->y) > 1.012);
        }
        if ($dpi > self::MOST_DPI) {
            throw PictureFault::tooFine($dpi, self::MOST_DPI, $this->photo);
        }

        return new PlacedPiece($piece, $placement, $code, $dpi, $placement->rotationDeg($centre->x, $centre->y), hypot($shift[0], $shift[1]), $shift[2], $absent === null ? 4 : 3, $shift[3], $absent, $shift[4]);
    }

    /**
     * The code of a piece whose marks are seen at these places.
     *
     * @param array{seen: list<array{0: float, 1: float}>, marks: int, absent?: int, lens?: float} $seen
     *
     * @return array{0: CardCode|null, 1: float} and the bend of the lens with which it was read
     */
    private function read(Piece $piece, array $seen): array
    {
        foreach (Placement::LENSES as $lens) {
            $code = $this->marks->code($piece, Placement::through(self::centres($piece), $seen['seen'], $lens, $this->picture->width, $this->picture->height));
            if ($code !== null) {
                return [$code, $lens];
            }
        }

        return [null, 0.0];
    }

    /** @return array{0: float, 1: float} */
    private function centre(Blob $spot): array
    {
        return $this->exact[spl_object_id($spot)] ??= $this->marks->centre($spot);
    }

    /** @return list<array{0: float, 1: float}> */
    private static function centres(Piece $piece): array
    {
        return array_map(static fn (Mark $m): array => [$m->centre->x, $m->centre->y], $piece->marks);
    }

    /**
     * Every place in the picture where four marks stand as on this piece seen straight.
     *
     * @return iterable<array{seen: list<array{0: float, 1: float}>, marks: int, absent?: int, lens?: float}>
     */
    private function straight(Piece $piece): iterable
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
    private function straightByThree(Piece $piece): iterable
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
    private function slanted(Piece $piece): iterable
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
    private function slantedByThree(Piece $piece): iterable
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
                        $placement = (new ThreeMarks($this->picture, $this->marks, $piece, $absent, array_map($this->centre(...), [$a, $b, $c]), [$a->diameter, $b->diameter, $c->diameter], $this->focal))->placement();
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

    /** Looks for the card as a mirror shows it. */
    private function refuseMirrored(Piece $piece): void
    {
        $o = $piece->outline;
        $mirrored = new Piece($piece->id, $o, array_map(static fn (Mark $m): Mark => new Mark($m->id, new Point($o->x + $o->right() - $m->centre->x, $m->centre->y), $m->sizeMm, $m->shape), $piece->marks), $piece->codeArea);
        // Walked the other way round, its marks stand as those of a card seen from the front.
        $turned = new Piece($piece->id, $o, array_map(static fn (int $i): Mark => $mirrored->marks[$i], [0, 3, 2, 1]), $piece->codeArea);
        foreach ([false, true] as $aslant) {
            $this->look($aslant);
            foreach ($aslant ? $this->slanted($turned) : $this->straight($mirrored) as $seen) {
                [$code] = $this->read($piece, $aslant ? ['seen' => array_map(static fn (int $i): array => $seen['seen'][$i], [0, 3, 2, 1]), 'marks' => 4] : $seen);
                if ($code !== null) {
                    throw PictureFault::mirrored();
                }
            }
        }
    }

    /** Looks for any card of this program, to refuse another one by its name. */
    private function refuseOtherCards(CardLayout $layout): void
    {
        $row = static fn (int $n): RowLabel => new RowLabel($n, '', '', '', '');
        $shapes = [PropertyCard::layout($layout->uuid, '', [$row(1)])->pieces[0]];
        for ($rows = 1; $rows <= CardLayout::MAX_ROWS; $rows++) {
            $shapes[] = FadeCard::layout($layout->uuid, '', array_map($row, range(1, $rows)))->pieces[0];
        }
        foreach ([false, true] as $aslant) {
            $this->look($aslant);
            foreach ($shapes as $piece) {
                foreach ($aslant ? $this->slanted($piece) : $this->straight($piece) as $seen) {
                    [$code] = $this->read($piece, $seen);
                    if ($code !== null && $code->piece !== TargetSheet::PIECE && $code->text() !== $layout->codeText()) {
                        throw PictureFault::otherCard($code->text(), $layout->codeText());
                    }
                }
            }
        }
    }
}
