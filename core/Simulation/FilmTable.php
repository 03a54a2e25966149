<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Colour\Bands;

/** What a device, or the eye, sees of a film by its thickness: over paper and over ink, surface light included. */
final readonly class FilmTable
{
    public const STEP = 0.004;

    /** Thickness over which a film's own surface takes the place of the paper's. */
    private const SURFACE = 0.5;

    private function __construct(
        /** @var list<list<float>> by channel, then by thickness in steps of {@see STEP} */
        public array $paper,
        /** @var list<list<float>> what one unit more of the paper's brightness (as a share) adds */
        public array $tooth,
        /** @var list<list<float>> */
        public array $ink,
        private int $last,
    ) {}

    /**
     * @param list<float> $paper reflectance by band
     * @param list<list<float>> $weights by band, one for every channel
     */
    public static function of(Film $film, Sheet $sheet, array $paper, float $inkReflectance, array $weights, float $most, float $doseMlxh = 0.0, float $drift = 0.0): self
    {
        [$k, $s] = [$film->k($doseMlxh, $drift), $film->s($drift)];
        $onPaper = $tooth = $onInk = array_fill(0, count($weights[0]), []);
        $last = (int) ceil($most / self::STEP);
        for ($i = 0; $i <= $last; $i++) {
            foreach (self::at($film, $k, $s, $i * self::STEP, $sheet, $paper, $inkReflectance, $weights) as $n => [$a, $b, $c]) {
                $onPaper[$n][] = $a;
                $tooth[$n][] = $b;
                $onInk[$n][] = $c;
            }
        }

        return new self($onPaper, $tooth, $onInk, $last);
    }

    /**
     * One thickness: over paper, what the paper's brightness adds, over ink, for every channel.
     *
     * @param list<float> $k by band
     * @param list<float> $s by band
     * @param list<float> $paper by band
     * @param list<list<float>> $weights by band
     *
     * @return list<array{0: float, 1: float, 2: float}>
     */
    public static function at(Film $film, array $k, array $s, float $thickness, Sheet $sheet, array $paper, float $inkReflectance, array $weights): array
    {
        $channels = count($weights[0]);
        $a = $b = $c = $white = array_fill(0, $channels, 0.0);
        for ($band = 0; $band < Bands::COUNT; $band++) {
            [$body, $passage] = Film::bodyAndPassage($k[$band], $s[$band], $thickness);
            $p = $paper[$band];
            $seen = $body + $passage * $p / (1 - $body * $p);
            $slope = $passage * $p / (1 - $body * $p) ** 2;
            $dark = $body + $passage * $inkReflectance / (1 - $body * $inkReflectance);
            foreach ($weights[$band] as $n => $w) {
                $a[$n] += $w * $seen;
                $b[$n] += $w * $slope;
                $c[$n] += $w * $dark;
                $white[$n] += $w;
            }
        }
        $own = 1 - exp(-$thickness / self::SURFACE);
        $gloss = max(0.003, $sheet->gloss + $own * $film->gloss);
        $glossOnInk = max(0.003, $sheet->inkGloss + $own * ($sheet->gloss + $film->gloss + $film->glossOnInk - $sheet->inkGloss));
        $out = [];
        for ($n = 0; $n < $channels; $n++) {
            $out[] = [$gloss * $white[$n] + (1 - $gloss) * $a[$n], (1 - $gloss) * $b[$n], $glossOnInk * $white[$n] + (1 - $glossOnInk) * $c[$n]];
        }

        return $out;
    }

    public function index(float $thickness): int
    {
        $i = (int) ($thickness / self::STEP + 0.5);

        return $i < $this->last ? ($i > 0 ? $i : 0) : $this->last;
    }
}
