<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\OldStrip;
use MarshTrial\Core\Card\Piece;
use MarshTrial\Core\Card\PocketFrame;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Card\TargetSheet;

/** Everything that is fixed about one painted card and one visit to the scanner. */
final readonly class Scene
{
    /** Scanner bed, mm: a little larger than the sheet so that a turned card fits. */
    public const BED_WIDTH_MM = 303.0;

    public const BED_HEIGHT_MM = 220.0;

    private function __construct(
        public CardLayout $layout,
        public float $dpi,
        public float $doseMlxh,
        public Sheet $sheet,
        /** Reflectance of ink without its surface. */
        public float $ink,
        public Texture $texture,
        public Texture $unevenness,
        /** @var array<int, Film> by row */
        public array $films,
        /** @var array<int, Habits> by row */
        public array $habits,
        /** @var array<string, array{0: float, 1: float, 2: float}> per piece: turn (radians), shift x and y (mm) */
        public array $places,
        /** Chances of the painter's hand; the same for every scan of one card. */
        public SeededRandom $hand,
        /** Chances of the scanner. */
        public SeededRandom $scanner,
        /** Lies beside the card. */
        public ?TargetSheet $target = null,
        /** What is printed on it; null: marks and code only. */
        public ?PrintedSheet $print = null,
        /** Paper of the pocket frame, where one lies over the sheet. */
        public ?Sheet $frame = null,
        private int $seed = 0,
    ) {}

    public static function of(CardLayout $layout, int $seed, float $dpi, float $doseMlxh, ?TargetSheet $target = null, string $visit = '', bool $wet = false, ?PrintedSheet $print = null): self
    {
        $hand = SeededRandom::keyed("hand|$layout->uuid|$seed");
        $scanner = SeededRandom::keyed("scanner|$layout->uuid|$seed|$doseMlxh|$dpi$visit");
        $sheet = $layout->kind->isUnderPocketFrames() ? Sheet::of($hand)->aged($hand->between(0.0, 1.0)) : Sheet::of($hand);
        $films = $habits = [];
        foreach ($layout->rows as $row) {
            $habits[$row->row] = Habits::of($row, $seed);
            $film = FilmStock::film($row, $seed);
            $films[$row->row] = $wet ? $film->wet() : $film;
        }
        $perMm = $dpi / 25.4;
        $places = [];
        foreach ($layout->pieces as $piece) {
            $places[$piece->id] = [
                deg2rad($scanner->between(-1, 1) * ($piece->id === 'whole' ? 2.0 : 1.4)),
                3.0 + $scanner->between(-1.5, 1.5),
                5.0 + $scanner->between(-1.5, 1.5),
            ];
        }
        if ($layout->kind->isUnderPocketFrames()) {
            // Laid down by hand, three to a line.
            foreach ($layout->pieces as $i => $piece) {
                $places[$piece->id] = [deg2rad($scanner->between(-20, 20)), 12.0 + 98 * ($i % 3) + $scanner->between(-2, 2), 14.0 + 100 * intdiv($i, 3) + $scanner->between(-2, 2)];
            }
        }
        if ($target !== null) {
            $places[TargetSheet::PIECE] = [
                deg2rad($scanner->between(-1, 1)), (self::BED_WIDTH_MM - $target->piece->outline->width) / 2,
                max([0.0, ...array_map(static fn ($p): float => $p->outline->bottom(), $layout->pieces)]) + ($layout->kind->isUnderPocketFrames() ? 42.0 : 9.0),
            ];
        }

        return new self(
            $layout, $dpi, $doseMlxh, $sheet,
            $hand->between(0.004, 0.014),
            Texture::smooth($hand, $sheet->toothMm, $perMm),
            Texture::smooth($hand, 1.1, $perMm),
            $films, $habits, $places, $hand, $scanner, $target, $print, $layout->kind->isUnderPocketFrames() ? Sheet::ofOffice($hand) : null, $seed,
        );
    }

    /** @return list<Piece> the card's, and the target that lies beside it */
    public function pieces(): array
    {
        return [...$this->layout->pieces, ...$this->target === null ? [] : [$this->target->piece]];
    }

    /** @return array<string, Lying> by piece */
    public function lying(): array
    {
        $out = [];
        foreach ($this->pieces() as $piece) {
            $out[$piece->id] = new Lying($piece, $this->places[$piece->id]);
        }

        return $out;
    }

    /** @return list<float> reflectance of a piece's bare paper by band, without texture and surface light */
    public function paperOf(string $piece): array
    {
        if ($this->frame !== null && str_starts_with($piece, PocketFrame::PIECE)) {
            return $this->frame->reflectance;
        }

        return $piece === 'exposed' ? $this->sheet->after($this->doseMlxh) : $this->sheet->reflectance;
    }

    /** What was painted under a placing of the pocket frame; a row's name may tell how. The second placing over an old strip shows its window half, painted with the same load. */
    public function swatch(int $placing): SwatchHand
    {
        $halves = $this->layout->kind === CardKind::Halves;
        $row = $halves ? OldStrip::ROW : $placing;
        $name = $this->layout->rows[$row - 1]->specimen;
        $form = preg_match('/\|form=(\w+)/', $name, $m) === 1 ? $m[1] : null;

        return new SwatchHand($this, $row, "$name|$this->seed".($halves && $placing === 2 ? '|window' : ''), $halves ? $form ?? SwatchHand::formOf("$name|$this->seed", $row) : $form, $halves && $placing === 2 ? $this->swatch(1) : null);
    }

    /** Light behind a placing of the pocket frame over an old strip, Mlx h. */
    public function doseUnder(string $piece): float
    {
        return $this->layout->kind === CardKind::Halves && $piece === OldStrip::halves(false)['exposed'] ? $this->doseMlxh : 0.0;
    }

    public function look(int $row): Appearance
    {
        return new Appearance($this, $this->films[$row]);
    }

    /** How a flat wash is thicker here and thinner there, about 1: a little everywhere, in streaks where the brush left them, and where water ran back. */
    public function washFactor(Film $film, float $x, float $y, ?Rect $painted = null): float
    {
        $factor = 1 + 0.02 * $this->unevenness->at($x, $y);
        if ($film->streak > 0) {
            $across = deg2rad($film->streakDeg + 90);
            $factor *= max(0.2, 1 + $film->streak * $this->unevenness->at(20 + 0.35 * ($x * cos($across) + $y * sin($across)), 11));
        }
        if ($film->backrun > 0 && $painted !== null) {
            // Paler inside, a dark rim where it stopped.
            $beyond = hypot($x - $painted->x - 0.68 * $painted->width, $y - $painted->y - 0.6 * $painted->height) - 3.6 - 0.5 * $this->unevenness->at($x, 7);
            $factor *= 1 - $film->backrun / (1 + exp($beyond / 0.35)) + 0.6 * $film->backrun * exp(-(($beyond - 0.3) / 0.45) ** 2);
        }

        return $factor;
    }
}
