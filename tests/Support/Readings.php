<?php

declare(strict_types=1);

namespace Tests\Support;

use MarshTrial\Core\Bench\RowReadings;
use MarshTrial\Core\Bench\StrokeStep;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Card\Rect;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\InkLine;
use MarshTrial\Core\Optics\KubelkaMunk;
use MarshTrial\Core\Rating\Scale;

/** Rows of a property card made of exact films over exact paper, without any picture. */
final class Readings
{
    public const PAPER = [0.84, 0.83, 0.80];

    public const INK = 0.012;

    /** @param list<float> $rgb three values */
    public static function cell(array $rgb, float $sigma = 0.0): CellReading
    {
        $colour = new LinearRgb($rgb[0], $rgb[1], $rgb[2]);
        $variance = [[$sigma ** 2, 0.0, 0.0], [0.0, $sigma ** 2, 0.0], [0.0, 0.0, $sigma ** 2]];

        return new CellReading($colour, $colour->toLab(), [3 * $sigma, 3 * $sigma, 3 * $sigma], $variance, 600, 0.0, new Rect(0, 0, 6, 2), []);
    }

    /**
     * What a film shows over a backing, with surface reflection on top.
     *
     * @param list<float> $k absorption per unit thickness
     * @param list<float> $backing
     *
     * @return list<float>
     */
    public static function film(array $k, float $s, float $thickness, array $backing, float $gloss): array
    {
        return array_map(static fn (float $kc, float $b): float => $gloss + (1 - $gloss) * KubelkaMunk::reflectance($kc * $thickness, $s * $thickness, $b), $k, $backing);
    }

    /**
     * A row painted with one film: a stroke from $full to a tenth of it, a wash and a lift of given residues.
     *
     * @param list<float> $k
     * @param array{unlifted?: float, soft?: float, stiff?: float, line?: bool, gloss?: float, wash?: float} $with
     */
    public static function row(array $k, float $s, float $full, array $with = []): RowReadings
    {
        $gloss = $with['gloss'] ?? 0.02;
        $paper = self::cell(array_map(static fn (float $p): float => $gloss + (1 - $gloss) * $p, self::PAPER));
        $bare = $gloss + (1 - $gloss) * self::INK;
        $hasLine = $with['line'] ?? true;
        $steps = [];
        for ($i = 0; $i < 10; $i++) {
            $thickness = $full * 10 ** (-$i / 9);
            $steps[] = new StrokeStep(
                $i + 1,
                self::cell(self::film($k, $s, $thickness, self::PAPER, $gloss)),
                $hasLine ? self::cell(self::film($k, $s, $thickness, [self::INK, self::INK, self::INK], $gloss)) : null,
                $paper,
            );
        }
        $unlifted = $with['unlifted'] ?? 0.95;
        $lift = static fn (float $share): CellReading => self::cell(self::film($k, $s, $unlifted * $share, self::PAPER, $gloss));

        return new RowReadings(Scale::current(),
            1, $paper, $hasLine ? new InkLine(67, 30, 0, 4) : null, $hasLine ? [self::cell([$bare, $bare, $bare]), self::cell([$bare * 1.05, $bare * 1.05, $bare * 1.05])] : [],
            $steps, [
                CellRole::Wash->value => [self::cell(self::film($k, $s, $with['wash'] ?? 0.85, self::PAPER, $gloss))],
                CellRole::LiftNone->value => [$lift(1.0)], CellRole::LiftSoft->value => [$lift($with['soft'] ?? 0.3)], CellRole::LiftStiff->value => [$lift($with['stiff'] ?? 0.2)],
            ],
        );
    }
}
