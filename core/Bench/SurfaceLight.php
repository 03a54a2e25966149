<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\CellRole;

/** How much light the surface of a row's paint mirrors: from the stroke itself, held near what the other strokes of the card say. */
final readonly class SurfaceLight
{
    /** Between two paints of one card, matt and shiny, one standard deviation (own). */
    private const BETWEEN_PAINTS = 0.0022;

    /** How far ink and paint may mirror differently where no stroke tells, and where one does, one standard deviation (own). */
    private const INK_UNKNOWN = 0.005;

    private const INK_TOLD = 0.0015;

    /** A stroke tells of its own surface to better than this, or is left to the others (own). */
    private const TELLING = 0.004;

    /** Deviations from the others beyond which a stroke keeps its own (own). */
    private const APART = 3.0;

    private function __construct(
        /** Linear, share of white; and one standard deviation. */
        public float $light,
        public float $uncertainty,
        /** How much more the ink of the line mirrors. */
        public float $inkAbove = 0.0,
        /** Shines over the line more than its neighbours do. */
        public bool $apart = false,
        /** How well it is known what ink mirrors beside paint, one standard deviation. */
        public float $inkUncertainty = self::INK_UNKNOWN,
    ) {}

    /**
     * Where only the darkest place is known: surface light is a part of it.
     *
     * @param float $darkest least luminance of paint over a black line
     */
    public static function presumed(float $darkest): self
    {
        return new self(BenchScale::FLOOR_SHARE * $darkest, BenchScale::FLOOR_SPREAD * $darkest);
    }

    /** As it was measured, such as by an instrument without and with gloss. */
    public static function known(float $light, float $uncertainty): self
    {
        return new self($light, $uncertainty, 0.0, false, self::INK_TOLD);
    }

    /**
     * @param array<int, RowReadings> $rows
     *
     * @return array<int, self> by row
     */
    public static function ofCard(array $rows): array
    {
        $presumed = self::presumed(self::darkest($rows));
        $own = [];
        foreach ($rows as $i => $row) {
            $own[$i] = StrokeLight::of($row, [$presumed->light, $presumed->uncertainty]);
        }
        $out = [];
        foreach ($rows as $i => $row) {
            $out[$i] = self::ofRow($row, $own[$i], array_values(array_filter($own, static fn (?StrokeLight $o, int $k): bool => $o !== null && $k !== $i && $o->uncertainty < self::TELLING, ARRAY_FILTER_USE_BOTH)), $presumed);
        }

        return $out;
    }

    /** @param list<StrokeLight|null> $others that tell */
    private static function ofRow(RowReadings $row, ?StrokeLight $own, array $others, self $presumed): self
    {
        $weight = $sum = $square = 0.0;
        foreach (array_filter($others) as $o) {
            $w = 1 / ($o->uncertainty ** 2 + self::BETWEEN_PAINTS ** 2);
            $weight += $w;
            $sum += $w * $o->surface;
            $square += $w * $o->surface ** 2;
        }
        if ($weight <= 0) {
            return $own === null ? $presumed : new self($own->surface, $own->uncertainty, $own->inkAbove, false, self::INK_TOLD);
        }
        $mean = $sum / $weight;
        // Neighbours that do not agree tell less.
        $scatter = sqrt(max(0.0, $square / $weight - $mean ** 2));
        $expected = [$mean, sqrt(1 / $weight + max(self::BETWEEN_PAINTS, $scatter) ** 2)];
        if ($own === null) {
            return new self(...$expected);
        }
        if (abs($own->surface - $mean) > self::APART * hypot($own->uncertainty, $expected[1])) {
            return new self($own->surface, $own->uncertainty, $own->inkAbove, $own->surface > $mean, self::INK_TOLD);
        }
        $held = StrokeLight::of($row, $expected) ?? $own;

        return new self($held->surface, $held->uncertainty, $held->inkAbove, false, self::INK_TOLD);
    }

    /**
     * Least luminance of paint over a black line, or of the line where none is painted: ink may be more matt than paint.
     *
     * @param array<int, RowReadings> $rows
     */
    public static function darkest(array $rows): float
    {
        $darkest = INF;
        foreach ($rows as $row) {
            foreach ([...array_filter(array_map(static fn (StrokeStep $s) => $s->onBlack, $row->steps)), ...$row->fields(CellRole::UnderPainted)] ?: $row->bareLine as $reading) {
                $darkest = min($darkest, $reading->rgb->luminance());
            }
        }

        return is_infinite($darkest) ? 0.0 : max(1e-4, $darkest);
    }
}
