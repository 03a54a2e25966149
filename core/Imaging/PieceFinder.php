<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

use MarshTrial\Core\Card\CardCode;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\FadeCard;
use MarshTrial\Core\Card\MarkShape;
use MarshTrial\Core\Card\Piece;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\RowLabel;

/** Finds the pieces of a card in a picture by their marks, and reads their codes. */
final readonly class PieceFinder
{
    /** Resolution that can be measured, dots per inch (own). */
    public const LEAST_DPI = 180;

    public const MOST_DPI = 650;

    /** How far from its expected place a mark may be found, mm. */
    private const REACH_MM = 2.5;

    private function __construct(
        private PixelGrid $picture,
        /** @var list<Blob> */
        private array $rings,
        /** @var list<Blob> */
        private array $discs,
    ) {}

    /**
     * @return array<string, PlacedPiece> every piece of the layout, by piece id
     *
     * @throws PictureFault
     */
    public static function find(PixelGrid $picture, CardLayout $layout): array
    {
        $blobs = BlobFinder::find($picture);
        $of = static fn (MarkShape $shape): array => array_values(array_filter($blobs, static fn (Blob $b): bool => $b->shape === $shape));
        $finder = new self($picture, $of(MarkShape::Ring), $of(MarkShape::Disc));

        return $finder->pieces($layout);
    }

    /** @return array<string, PlacedPiece> */
    private function pieces(CardLayout $layout): array
    {
        $wanted = CardCode::forCard($layout->uuid, 'whole')->number;
        // Pieces of one card share their geometry, so one search serves all; the code tells which is which.
        $found = [];
        $unreadable = false;
        foreach ($this->placements($layout->pieces[0]) as $placement) {
            $code = $this->readCode($layout->pieces[0], $placement);
            if ($code === null) {
                $unreadable = true;
            } elseif ($code->number !== $wanted) {
                throw PictureFault::otherCard($code->text(), $layout->codeText());
            } else {
                $found[$code->piece] ??= $this->placed($layout, $code, $placement);
            }
        }
        foreach ($layout->pieces as $piece) {
            if (! isset($found[$piece->id])) {
                $this->explain($layout, $piece, $unreadable, $found !== []);
            }
        }

        return $found;
    }

    /** Says why a piece was not found. */
    private function explain(CardLayout $layout, Piece $piece, bool $unreadable, bool $someFound): never
    {
        if (! $someFound) {
            $this->refuseOtherCards($layout);
        }
        if ($unreadable) {
            throw PictureFault::codeUnreadable();
        }
        $missing = $this->missingCorner($piece);
        if ($missing !== null) {
            throw PictureFault::markMissing($missing);
        }
        throw $someFound ? PictureFault::pieceMissing($piece->id) : PictureFault::noMarks();
    }

    private function placed(CardLayout $layout, CardCode $code, Homography $placement): PlacedPiece
    {
        $shared = $layout->pieces[0]->outline;
        $piece = $layout->piece($code->piece);
        // The search ran in the first piece's coordinates; shift to this piece's own.
        $dx = $piece->outline->x - $shared->x;
        $dy = $piece->outline->y - $shared->y;
        $from = $to = [];
        foreach ($piece->marks as $mark) {
            $from[] = [$mark->centre->x, $mark->centre->y];
            $to[] = $placement->map($mark->centre->x - $dx, $mark->centre->y - $dy);
        }
        $own = Homography::through($from, $to);
        $centre = $piece->outline->centre();

        return new PlacedPiece($piece, $own, $code, 25.4 * $own->scaleAt($centre->x, $centre->y), $own->rotationDeg($centre->x, $centre->y));
    }

    /**
     * Every place in the picture where four marks stand as on this piece.
     *
     * @return list<Homography>
     */
    private function placements(Piece $piece): array
    {
        [$ring, $right, $opposite, $left] = array_map(static fn ($m) => $m->centre, $piece->marks);
        $out = [];
        foreach ($this->rings as $r) {
            foreach ($this->discs as $d) {
                $similar = $this->similarity($piece, [$ring->x, $ring->y], [$right->x, $right->y], $r, $d);
                if ($similar === null) {
                    continue;
                }
                $o = $this->discNear($similar->map($opposite->x, $opposite->y), $similar);
                $l = $this->discNear($similar->map($left->x, $left->y), $similar);
                if ($o !== null && $l !== null) {
                    $from = array_map(static fn ($m): array => [$m->centre->x, $m->centre->y], $piece->marks);
                    $to = array_map($this->refine(...), [$r, $d, $o, $l]);
                    $placement = Homography::through($from, $to);
                    $this->checkResolution($placement, $piece);
                    $out[] = $placement;
                }
            }
        }

        return $out;
    }

    private function checkResolution(Homography $placement, Piece $piece): void
    {
        $centre = $piece->outline->centre();
        $dpi = 25.4 * $placement->scaleAt($centre->x, $centre->y);
        if ($dpi < self::LEAST_DPI) {
            throw PictureFault::tooCoarse((int) round($dpi), self::LEAST_DPI);
        }
        if ($dpi > self::MOST_DPI) {
            throw PictureFault::tooFine((int) round($dpi), self::MOST_DPI);
        }
    }

    /**
     * The turn, shift and enlargement that takes two marks to two spots, when the spots' sizes agree with it.
     *
     * @param array{0: float, 1: float} $from
     * @param array{0: float, 1: float} $to
     */
    private function similarity(Piece $piece, array $from, array $to, Blob $a, Blob $b): ?Homography
    {
        $scale = hypot($b->x - $a->x, $b->y - $a->y) / hypot($to[0] - $from[0], $to[1] - $from[1]);
        $expected = $piece->marks[0]->sizeMm * $scale;
        foreach ([$a, $b] as $blob) {
            if ($scale <= 0 || abs($blob->diameter / $expected - 1) > 0.3) {
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

        return Homography::through($square, array_map(static fn (array $p): array => $at(...$p), $square));
    }

    /** @param array{0: float, 1: float} $place */
    private function discNear(array $place, Homography $similar): ?Blob
    {
        $scale = $similar->scaleAt(0, 0);
        $best = null;
        $least = self::REACH_MM * $scale;
        foreach ($this->discs as $disc) {
            $distance = hypot($disc->x - $place[0], $disc->y - $place[1]);
            if ($distance < $least && abs($disc->diameter / (CardLayout::MARK_SIZE_MM * $scale) - 1) < 0.3) {
                $best = $disc;
                $least = $distance;
            }
        }

        return $best;
    }

    /**
     * Centre of darkness around a coarse spot, to a fraction of a pixel.
     *
     * @return array{0: float, 1: float}
     */
    private function refine(Blob $blob): array
    {
        [$cx, $cy] = [$blob->x, $blob->y];
        $reach = 0.72 * $blob->diameter;
        // Some thirty samples across a mark place its centre to a few hundredths of a pixel.
        $stride = max(1, (int) ($blob->diameter / 30));
        for ($pass = 0; $pass < 2; $pass++) {
            $values = [];
            [$x0, $x1] = [max(0, (int) ($cx - $reach)), min($this->picture->width - 1, (int) ($cx + $reach))];
            [$y0, $y1] = [max(0, (int) ($cy - $reach)), min($this->picture->height - 1, (int) ($cy + $reach))];
            for ($y = $y0; $y <= $y1; $y += $stride) {
                for ($x = $x0; $x <= $x1; $x += $stride) {
                    if (hypot($x + 0.5 - $cx, $y + 0.5 - $cy) <= $reach) {
                        $values[] = [$x, $y, $this->picture->green($x, $y)];
                    }
                }
            }
            $sorted = array_column($values, 2);
            sort($sorted);
            $black = $sorted[(int) (0.1 * count($sorted))];
            $white = $sorted[(int) (0.9 * count($sorted))];
            $sum = $sx = $sy = 0.0;
            foreach ($values as [$x, $y, $v]) {
                // Only the transition counts by shade; noise within paper and ink does not.
                $weight = min(1.0, max(0.0, 1.5 - 2 * ($v - $black) / max(1e-6, $white - $black)));
                $sum += $weight;
                $sx += $weight * ($x + 0.5);
                $sy += $weight * ($y + 0.5);
            }
            if ($sum > 0) {
                [$cx, $cy] = [$sx / $sum, $sy / $sum];
            }
        }

        return [$cx, $cy];
    }

    /** Reads the modules of the code; null when the checksum does not agree. */
    private function readCode(Piece $piece, Homography $placement): ?CardCode
    {
        $module = CardLayout::CODE_MODULE_MM;
        $values = [];
        for ($i = 0; $i < CardCode::ROWS * CardCode::COLUMNS; $i++) {
            $sum = 0.0;
            for ($k = 0; $k < 25; $k++) {
                $x = $piece->codeArea->x + ($i % CardCode::COLUMNS + 0.3 + 0.1 * ($k % 5)) * $module;
                $y = $piece->codeArea->y + (intdiv($i, CardCode::COLUMNS) + 0.3 + 0.1 * intdiv($k, 5)) * $module;
                [$u, $v] = $placement->map($x, $y);
                if ($u < 0 || $v < 0 || $u >= $this->picture->width || $v >= $this->picture->height) {
                    return null;
                }
                $sum += $this->picture->green((int) $u, (int) $v);
            }
            $values[] = $sum / 25;
        }
        $middle = (min($values) + max($values)) / 2;

        return CardCode::fromBits(array_map(static fn (float $v): int => $v < $middle ? 1 : 0, $values));
    }

    /** The corner whose mark is not seen, when the other three stand as on this piece. */
    private function missingCorner(Piece $piece): ?string
    {
        $spots = [...$this->rings, ...$this->discs];
        for ($absent = 0; $absent < 4; $absent++) {
            $present = array_values(array_diff([0, 1, 2, 3], [$absent]));
            $centres = array_map(static fn (int $i): array => [$piece->marks[$i]->centre->x, $piece->marks[$i]->centre->y], $present);
            $firsts = $present[0] === 0 ? $this->rings : $this->discs;
            foreach ($firsts as $a) {
                foreach ($this->discs as $b) {
                    $similar = $a === $b ? null : $this->similarity($piece, $centres[0], $centres[1], $a, $b);
                    if ($similar === null || $this->discNear($similar->map(...$centres[2]), $similar) === null) {
                        continue;
                    }
                    // The fourth must really be absent, or this is another geometry seen by chance.
                    $place = $similar->map($piece->marks[$absent]->centre->x, $piece->marks[$absent]->centre->y);
                    $near = array_filter($spots, static fn (Blob $s): bool => hypot($s->x - $place[0], $s->y - $place[1]) < self::REACH_MM * $similar->scaleAt(0, 0));
                    if ($near === []) {
                        return $piece->marks[$absent]->corner();
                    }
                }
            }
        }

        return null;
    }

    /** Looks for any card of this program, to refuse another one by its name. */
    private function refuseOtherCards(CardLayout $layout): void
    {
        $row = static fn (int $n): RowLabel => new RowLabel($n, '', '', '', '');
        $shapes = [PropertyCard::layout($layout->uuid, '', [$row(1)])->pieces[0]];
        for ($rows = 1; $rows <= CardLayout::MAX_ROWS; $rows++) {
            $shapes[] = FadeCard::layout($layout->uuid, '', array_map($row, range(1, $rows)))->pieces[0];
        }
        foreach ($shapes as $piece) {
            foreach ($this->placements($piece) as $placement) {
                $code = $this->readCode($piece, $placement);
                if ($code !== null && $code->text() !== $layout->codeText()) {
                    throw PictureFault::otherCard($code->text(), $layout->codeText());
                }
            }
        }
    }
}
