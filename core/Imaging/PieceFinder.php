<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\FadeCard;
use MarshTrial\Core\Card\Fiducial;
use MarshTrial\Core\Card\Piece;
use MarshTrial\Core\Card\PocketFrame;
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

    /** Resolution of pocket frames, which fill a photograph more than a card does, dots per inch (own). */
    private const MOST_DPI_POCKET = 2600;

    /** Longer sides of the copies in which pocket frames are looked for, pixels: small among others, and filling the picture (own). */
    private const POCKET_COARSE = [1000, 380];

    /** A code further than this from its place tells of a bent lens or a sheet that is not flat, mm. */
    private const STRAIGHT_MM = 0.08;

    /** The same in pixels, for coarse pictures. */
    private const STRAIGHT_PX = 0.8;

    private readonly FiducialReader $marks;

    private readonly FiducialSearch $search;

    /**
     * @param bool $photo whether the picture is known to be a photograph, so that it is looked at as one first
     * @param float|null $focal focal length over the longer side of the picture, where the camera tells it
     * @param float $reducedBy how many times smaller each side is than in the picture whose resolution counts
     */
    public function __construct(private readonly PixelGrid $picture, private readonly bool $photo = false, ?float $focal = null, private readonly float $reducedBy = 1.0)
    {
        $this->marks = new FiducialReader($picture);
        $this->search = new FiducialSearch($picture, $this->marks, $focal);
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
            $this->search->look($aslant);
            foreach ($aslant ? $this->search->slanted($sheet->piece) : $this->search->straight($sheet->piece) as $seen) {
                [$code] = $this->read($sheet->piece, $seen);
                if ($code !== null && $code->piece === TargetSheet::PIECE && $code->number === $sheet->code()->number) {
                    return $this->placed([[$sheet->piece, $code, $seen]], $lens)[TargetSheet::PIECE];
                }
            }
        }

        return null;
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
            $this->search->look($aslant || $oneCovered);
            $sought = match (true) {
                $oneCovered => $aslant ? $this->search->slantedByThree($shared) : $this->search->straightByThree($shared),
                default => $aslant ? $this->search->slanted($shared) : $this->search->straight($shared),
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
                    $placement = Placement::through(FiducialSearch::centres($shared), $seen['seen'], $lens, $this->picture->width, $this->picture->height);
                    [$dx, $dy, $scatter] = ! $aslant && ! $oneCovered ? [0.0, 0.0, 0.0] : $this->marks->shiftOfCode($shared, $placement, $code);
                    // Three marks and a code that is off: seen a little aslant after all.
                    if ($oneCovered && ! $aslant && hypot($dx, $dy) > 2 * max(self::STRAIGHT_MM, self::STRAIGHT_PX / $placement->scaleAt(...FiducialSearch::centres($shared)[0]))) {
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

    /**
     * Every pocket frame in the picture, wherever and however it lies.
     *
     * @return non-empty-array<string, PlacedPiece> by piece id, in the order of reading
     *
     * @throws PictureFault
     */
    public function frames(): array
    {
        $piece = PocketFrame::piece(PocketFrame::PIECE);
        $found = [];
        $spots = 0;
        $unreadable = false;
        // With one mark of a frame covered only where none is seen whole.
        foreach ([false, true] as $oneCovered) {
            foreach (self::POCKET_COARSE as $coarse) {
                $this->search->look(true, $coarse);
                $spots = max($spots, $this->search->count());
                foreach ($oneCovered ? $this->search->slantedByThree($piece) : $this->search->slanted($piece) as $seen) {
                    [$code] = $this->read($piece, $seen);
                    if ($code === null) {
                        $unreadable = $unreadable || ! $oneCovered;
                    } elseif (PocketFrame::isToldBy($code)) {
                        self::keep($found, $seen, $code);
                    } elseif ($code->piece === PocketFrame::PIECE) {
                        throw PictureFault::laterFrame();
                    }
                }
            }
            if ($found !== []) {
                break;
            }
        }
        if ($found === []) {
            $this->refuseMirrored($piece);
            throw $unreadable ? PictureFault::frameCodeUnreadable() : ($spots >= 2 ? PictureFault::frameMarksMissing() : PictureFault::noFrame());
        }
        if (count($found) > PocketFrame::MOST_PLACINGS) {
            throw PictureFault::tooManyFrames(count($found), PocketFrame::MOST_PLACINGS);
        }

        return $this->inOrder($piece, $found);
    }

    /**
     * Keeps a placing, unless the same frame was found before.
     *
     * @param list<array{0: CardCode, 1: array{seen: list<array{0: float, 1: float}>, marks: int, absent?: int, lens?: float}}> $found
     * @param array{seen: list<array{0: float, 1: float}>, marks: int, absent?: int, lens?: float} $seen
     */
    private static function keep(array &$found, array $seen, CardCode $code): void
    {
        [$x, $y] = self::middle($seen['seen']);
        foreach ($found as [, $other]) {
            [$u, $v] = self::middle($other['seen']);
            if (hypot($u - $x, $v - $y) < 0.4 * hypot($other['seen'][0][0] - $other['seen'][2][0], $other['seen'][0][1] - $other['seen'][2][1])) {
                return;
            }
        }
        $found[] = [$code, $seen];
    }

    /**
     * @param list<array{0: float, 1: float}> $corners
     *
     * @return array{0: float, 1: float}
     */
    private static function middle(array $corners): array
    {
        return [array_sum(array_column($corners, 0)) / 4, array_sum(array_column($corners, 1)) / 4];
    }

    /**
     * Frames line by line as one reads.
     *
     * @param non-empty-list<array{0: CardCode, 1: array{seen: list<array{0: float, 1: float}>, marks: int, absent?: int, lens?: float}}> $found
     *
     * @return non-empty-array<string, PlacedPiece>
     */
    private function inOrder(Piece $piece, array $found): array
    {
        $high = abs($found[0][1]['seen'][0][1] - $found[0][1]['seen'][2][1]);
        usort($found, static function (array $a, array $b) use ($high): int {
            [[$ax, $ay], [$bx, $by]] = [self::middle($a[1]['seen']), self::middle($b[1]['seen'])];

            return abs($ay - $by) > 0.5 * $high ? $ay <=> $by : $ax <=> $bx;
        });
        $numbered = array_map(static fn (array $f, int $i): array => [new Piece(PocketFrame::pieceId($i + 1), $piece->outline, $piece->marks, $piece->codeArea), $f[0], $f[1]], $found, array_keys($found));

        return $this->placed($numbered, null, true) ?: throw PictureFault::noFrame();
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
        throw $this->search->count() >= 2 ? PictureFault::marksMissing() : PictureFault::noMarks();
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
                $placements[$i] = Placement::through(FiducialSearch::centres($piece), $seen['seen'], $lens, $width, $height);
                $shifts[$i] = $this->marks->shiftOfCode($piece, $placements[$i], $code);
                $largest = max($largest, hypot($shifts[$i][0], $shifts[$i][1]) / max(self::STRAIGHT_MM, self::STRAIGHT_PX / $placements[$i]->scaleAt(...FiducialSearch::centres($piece)[0])));
                // How the code would move if the lens were a little different, in mm.
                $c = $piece->codeArea->centre();
                $other = Placement::through(FiducialSearch::centres($piece), $seen['seen'], $lens + 0.004, $width, $height)->map($c->x, $c->y);
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
            $change = ($across - ($lens * (FiducialReader::CODE_MM / Placement::LENS_SPREAD) ** 2)) / ($square + (FiducialReader::CODE_MM / Placement::LENS_SPREAD) ** 2);
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
        $dpi = 25.4 * $placement->scaleAt($centre->x, $centre->y) * $this->reducedBy;
        if ($dpi < (1 - self::PRINTED_SMALL) * self::LEAST_DPI && $piece->id !== TargetSheet::PIECE) {
            throw PictureFault::tooCoarse($dpi, self::LEAST_DPI, $this->photo || $placement->slantAt($centre->x, $centre->y) > 1.012);
        }
        $most = $code->piece === PocketFrame::PIECE ? self::MOST_DPI_POCKET : self::MOST_DPI;
        if ($dpi > $most) {
            throw PictureFault::tooFine($dpi, $most, $this->photo);
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
            $code = $this->marks->code($piece, Placement::through(FiducialSearch::centres($piece), $seen['seen'], $lens, $this->picture->width, $this->picture->height));
            if ($code !== null) {
                return [$code, $lens];
            }
        }

        return [null, 0.0];
    }

    /** Looks for the card as a mirror shows it. */
    private function refuseMirrored(Piece $piece): void
    {
        $o = $piece->outline;
        $mirrored = new Piece($piece->id, $o, array_map(static fn (Fiducial $m): Fiducial => new Fiducial($m->id, new Point($o->x + $o->right() - $m->centre->x, $m->centre->y), $m->sizeMm, $m->shape), $piece->marks), $piece->codeArea);
        // Walked the other way round, its marks stand as those of a card seen from the front.
        $turned = new Piece($piece->id, $o, array_map(static fn (int $i): Fiducial => $mirrored->marks[$i], [0, 3, 2, 1]), $piece->codeArea);
        foreach ([false, true] as $aslant) {
            $this->search->look($aslant);
            foreach ($aslant ? $this->search->slanted($turned) : $this->search->straight($mirrored) as $seen) {
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
            $this->search->look($aslant);
            foreach ($shapes as $piece) {
                foreach ($aslant ? $this->search->slanted($piece) : $this->search->straight($piece) as $seen) {
                    [$code] = $this->read($piece, $seen);
                    if ($code !== null && $code->piece !== TargetSheet::PIECE && $code->text() !== $layout->codeText()) {
                        throw PictureFault::otherCard($code->text(), $layout->codeText());
                    }
                }
            }
        }
    }
}
