<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Rating\Scale;

/** How much light the surface of a row's paint mirrors: from the stroke itself, held near what the other strokes of the card say. */
final readonly class SurfaceLight
{
    private function __construct(
        /** Linear, share of white; and one standard deviation. */
        public float $light,
        public float $uncertainty,
        /** How well it is known what ink mirrors beside paint, one standard deviation. */
        public float $inkUncertainty,
        /** How much more the ink of the line mirrors. */
        public float $inkAbove = 0.0,
        /** Shines over the line more than its neighbours do. */
        public bool $apart = false,
    ) {}

    /**
     * Where only the darkest place is known: surface light is a part of it.
     *
     * @param float $darkest least luminance of paint over a black line
     */
    public static function presumed(Scale $scale, float $darkest): self
    {
        return new self($scale->surface->floorShare * $darkest, $scale->surface->floorSpread * $darkest, $scale->surface->inkUnknown);
    }

    /** Where one stroke is all there is: its body may be a good part of what is darkest. */
    public static function alone(Scale $scale, float $darkest): self
    {
        return new self($scale->surface->floorShare * $darkest, $scale->surface->floorAlone * $darkest, $scale->surface->inkUnknown);
    }

    /** As it was measured, such as by an instrument without and with gloss. */
    public static function known(Scale $scale, float $light, float $uncertainty): self
    {
        return new self($light, $uncertainty, $scale->surface->inkTold);
    }

    /**
     * @param array<int, RowReadings> $rows
     *
     * @return array<int, self> by row
     */
    public static function ofCard(Scale $scale, array $rows): array
    {
        $presumed = self::presumed($scale, self::darkest($rows));
        $own = [];
        foreach ($rows as $i => $row) {
            $own[$i] = StrokeLight::of($row, [$presumed->light, $presumed->uncertainty]);
        }
        $out = [];
        foreach ($rows as $i => $row) {
            $out[$i] = self::ofRow($row, $own[$i], array_values(array_filter($own, static fn (?StrokeLight $o, int $k): bool => $o !== null && $k !== $i && $o->uncertainty < $scale->surface->telling, ARRAY_FILTER_USE_BOTH)), $presumed);
        }

        return $out;
    }

    /** @param list<StrokeLight|null> $others that tell */
    private static function ofRow(RowReadings $row, ?StrokeLight $own, array $others, self $presumed): self
    {
        $weight = $sum = $square = 0.0;
        foreach (array_filter($others) as $o) {
            $w = 1 / ($o->uncertainty ** 2 + $row->scale->surface->betweenPaints ** 2);
            $weight += $w;
            $sum += $w * $o->surface;
            $square += $w * $o->surface ** 2;
        }
        if ($weight <= 0) {
            return $own === null ? $presumed : new self($own->surface, $own->uncertainty, $row->scale->surface->inkTold, $own->inkAbove);
        }
        $mean = $sum / $weight;
        // Neighbours that do not agree tell less.
        $scatter = sqrt(max(0.0, $square / $weight - $mean ** 2));
        $expected = [$mean, sqrt(1 / $weight + max($row->scale->surface->betweenPaints, $scatter) ** 2)];
        if ($own === null) {
            return new self(...[...$expected, $row->scale->surface->inkUnknown]);
        }
        if (abs($own->surface - $mean) > $row->scale->surface->apart * hypot($own->uncertainty, $expected[1])) {
            return new self($own->surface, $own->uncertainty, $row->scale->surface->inkTold, $own->inkAbove, $own->surface > $mean);
        }
        $held = StrokeLight::of($row, $expected) ?? $own;

        return new self($held->surface, $held->uncertainty, $row->scale->surface->inkTold, $held->inkAbove);
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
