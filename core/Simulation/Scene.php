<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\Piece;
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
        /** @var array{0: float, 1: float, 2: float} */
        public array $paper,
        /** @var array{0: float, 1: float, 2: float} what light does to the bare paper in the end, as a share */
        public array $paperDrift,
        /** Surface reflection, 0.01..0.04. */
        public float $gloss,
        public float $ink,
        public float $textureStrength,
        public Texture $texture,
        public Texture $unevenness,
        /** @var array<int, Film> by row */
        public array $films,
        /** @var array<int, Habits> by row */
        public array $habits,
        /** @var array<string, array{0: float, 1: float, 2: float}> per piece: turn (radians), shift x and y (mm) */
        public array $places,
        /** Chances of the painter's hand; the same for every scan of one card. */
        public Chance $hand,
        /** Chances of the scanner. */
        public Chance $scanner,
        /** Lies beside the card. */
        public ?TargetSheet $target = null,
    ) {}

    public static function of(CardLayout $layout, int $seed, float $dpi, float $doseMlxh, ?TargetSheet $target = null, string $visit = '', bool $wet = false): self
    {
        $hand = Chance::keyed("hand|$layout->uuid|$seed");
        $scanner = Chance::keyed("scanner|$layout->uuid|$seed|$doseMlxh|$dpi$visit");
        $warm = $hand->between(0.02, 0.07);
        $white = $hand->between(0.82, 0.88);
        $drift = $hand->between(-0.05, 0.03);
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
        if ($target !== null) {
            $places[TargetSheet::PIECE] = [
                deg2rad($scanner->between(-1, 1)), (self::BED_WIDTH_MM - $target->piece->outline->width) / 2,
                max([0.0, ...array_map(static fn ($p): float => $p->outline->bottom(), $layout->pieces)]) + 9.0,
            ];
        }

        return new self(
            $layout, $dpi, $doseMlxh,
            [$white, $white * (1 - 0.3 * $warm), $white * (1 - $warm)],
            [0.15 * $drift, 0.4 * $drift, $drift],
            $hand->between(0.01, 0.04),
            $hand->between(0.008, 0.014),
            $hand->between(0.006, 0.014),
            Texture::smooth($hand, 0.16, $perMm),
            Texture::smooth($hand, 1.1, $perMm),
            $films, $habits, $places, $hand, $scanner, $target,
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

    /** @return array{0: float, 1: float, 2: float} bare paper of a piece without texture and gloss */
    public function paperOf(string $piece): array
    {
        $share = $piece === 'exposed' ? 1 - exp(-$this->doseMlxh / 8) : 0.0;

        return [
            $this->paper[0] * (1 + $share * $this->paperDrift[0]),
            $this->paper[1] * (1 + $share * $this->paperDrift[1]),
            $this->paper[2] * (1 + $share * $this->paperDrift[2]),
        ];
    }

    /** How a flat wash is thicker here and thinner there, about 1: a little everywhere, and in streaks where the brush left them. */
    public function washFactor(Film $film, float $x, float $y): float
    {
        $even = 1 + 0.02 * $this->unevenness->at($x, $y);
        if ($film->streak <= 0) {
            return $even;
        }
        $across = deg2rad($film->streakDeg + 90);

        return $even * max(0.2, 1 + $film->streak * $this->unevenness->at(20 + 0.35 * ($x * cos($across) + $y * sin($across)), 11));
    }

    /**
     * What the eye of a perfect scanner sees of a film: [red, green, blue] in linear light.
     *
     * @param array<int, float> $k
     * @param array<int, float> $s
     * @param array<int, float> $backing
     *
     * @return array{0: float, 1: float, 2: float}
     */
    public function appearance(array $k, array $s, float $thickness, array $backing): array
    {
        $out = [];
        for ($c = 0; $c < 3; $c++) {
            [$body, $passage] = Film::bodyAndPassage($k[$c], $s[$c], $thickness);
            $out[] = $this->gloss + (1 - $this->gloss) * ($body + $passage * $backing[$c] / (1 - $body * $backing[$c]));
        }

        return [$out[0], $out[1], $out[2]];
    }
}
