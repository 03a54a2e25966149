<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RingProfile;
use MarshTrial\Core\Bench\RowReadings;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Imaging\Patch;
use MarshTrial\Core\Optics\Deposit;
use MarshTrial\Core\Rating\ClassScale;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

/** The ring that a drop of clear water leaves in a wet wash: a back-run, a soft bloom, or nothing. */
final class WaterRing implements Measure
{
    use Told;

    private const FORMULA = 'share by which the darkest ring around the drop exceeds the wash outside it, in the key channel';

    /** Samples at this distance from the middle of the place or more show the wash itself, mm. */
    private const OUTSIDE_MM = 12.0;

    public static function property(): Property
    {
        return Property::Bloom;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('ring', 2);
    }

    public static function scale(Scale $scale): ClassScale
    {
        return new ClassScale($scale->drops->ringClasses);
    }

    public static function formula(): string
    {
        return self::FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->drops, $scale->depths];
    }

    public static function weakness(): string
    {
        return 'Rings are averaged around one middle: a ring that is crinkled by more than about a millimetre is read too low.';
    }

    public static function block(): BlockKind
    {
        return BlockKind::Drops;
    }

    public static function shownIn(): SideBySide
    {
        return SideBySide::Water;
    }

    public static function rate(RowUnderTest $test): Rating
    {
        return self::read($test->row, $test->patch(CellRole::DropInPaint, $test->row->scale->water->pitchMm));
    }

    public static function read(RowReadings $row, ?Patch $patch): Rating
    {
        $scale = $row->scale;
        $property = self::property()->value;
        $cells = [CellId::of($row->row, CellRole::DropInPaint), CellId::of($row->row, CellRole::Paper)];
        if ($patch === null || $row->key === null || ! $row->isPainted($row->first(CellRole::DropInPaint))) {
            return Rating::without($scale, $row->row, $property, RatingStatus::NotTested, 'No wash was laid for the drop of water.', $cells);
        }
        $key = $row->key;
        $bare = $row->paper->rgb->toArray();
        [$outside, $centre] = self::drop($patch, $bare[$key], $key);
        if ($outside < $scale->depths->least) {
            return Rating::without($scale, $row->row, $property, RatingStatus::NotReached, 'The wash is too pale for a ring to be told from it.', $cells, ['washDeposit' => $outside], self::FORMULA);
        }
        $centre = self::sharpest($patch, $bare, $centre, $key, $scale->drops->ringMm);
        $profile = RingProfile::around($patch, $bare, $centre, $scale->drops->ringMm);
        $hollow = 1 - $profile->within(1.5)[$key] / $outside;
        $rings = self::rings($profile, $key);
        if ($rings === []) {
            return Rating::without($scale, $row->row, $property, RatingStatus::NotReached, 'The drop fell at the border of its half.', $cells, [], self::FORMULA);
        }
        // Grains make rings of their own: as much as those far out scatter.
        $far = array_filter($rings, static fn (int $i): bool => $profile->distanceMm($i) > self::OUTSIDE_MM - 3, ARRAY_FILTER_USE_KEY);
        $scatter = $far === [] ? 0.0 : sqrt(array_sum(array_map(static fn (float $d): float => ($d / $outside - 1) ** 2, $far)) / count($far));
        $darkest = (int) array_search(max($rings), $rings, true);
        $ring = max(0.0, $rings[$darkest] / $outside - 1 - $scatter);
        $rating = Rating::measured(
            $scale, $row->row, $property, $ring, hypot(hypot($scale->drops->ringSystematic, $scatter), 0.1 * $ring), $scale->drops->ringClasses, $outside, [], $cells,
            ['washDeposit' => $outside, 'paleMiddleShare' => $hollow, 'ringAtMm' => $profile->distanceMm($darkest), 'keyChannel' => $row->keyName()], self::FORMULA,
        );

        return $ring < $scale->drops->ringClasses['none'] && $hollow >= $scale->drops->hollow
            ? $rating->withPossible(['soft'])->withRemarks([sprintf('paler by %d %% where the water fell, without a ring', round(100 * $hollow))]) : $rating;
    }

    /** @return array<int, float> key deposit of the rings that hold enough samples to say something */
    private static function rings(RingProfile $profile, int $key): array
    {
        return array_filter(array_column($profile->rings, $key), static fn (int $i): bool => $profile->distanceMm($i) > 1.5, ARRAY_FILTER_USE_KEY);
    }

    /**
     * The middle around which the darkest ring is darkest: a drop seldom falls where it was meant to.
     *
     * @param array<int, float> $bare
     * @param array{0: float, 1: float} $centre in samples
     *
     * @return array{0: float, 1: float}
     */
    private static function sharpest(Patch $patch, array $bare, array $centre, int $key, float $ringMm): array
    {
        $darkest = static fn (array $at): float => max([0.0, ...self::rings(RingProfile::around($patch, $bare, $at, $ringMm), $key)]);
        $most = $darkest($centre);
        foreach ([0.8, 0.4] as $stepMm) {
            $from = $centre;
            foreach ([[-1, 0], [1, 0], [0, -1], [0, 1], [-1, -1], [-1, 1], [1, -1], [1, 1]] as [$right, $down]) {
                $at = [$from[0] + $right * $stepMm / $patch->pitchMm, $from[1] + $down * $stepMm / $patch->pitchMm];
                $ring = $darkest($at);
                if ($ring > $most) {
                    [$most, $centre] = [$ring, $at];
                }
            }
        }

        return $centre;
    }

    /**
     * Deposit of the wash outside, and the middle of what the water made paler, in samples; the place's own middle where it did not.
     *
     * @return array{0: float, 1: array{0: float, 1: float}}
     */
    private static function drop(Patch $patch, float $bare, int $key): array
    {
        $deposits = Deposit::ofMap([$patch->r, $patch->g, $patch->b][$key], $bare);
        $middle = [($patch->columns - 1) / 2, ($patch->rows - 1) / 2];
        $around = [];
        foreach ($deposits as $i => $d) {
            if ($patch->pitchMm * hypot($i % $patch->columns - $middle[0], intdiv($i, $patch->columns) - $middle[1]) >= self::OUTSIDE_MM) {
                $around[] = $d;
            }
        }
        sort($around);
        // The mean, as rings are means too; without the outermost fiftieths, which specks may be.
        $specks = intdiv(count($around), 50);
        $some = array_slice($around, $specks, count($around) - 2 * $specks);
        $outside = $some === [] ? 0.0 : array_sum($some) / count($some);
        $x = $y = $n = 0.0;
        foreach ($deposits as $i => $d) {
            [$u, $v] = [$i % $patch->columns, intdiv($i, $patch->columns)];
            // Grains are pale too, but everywhere; only what lies inside counts.
            $weight = $patch->pitchMm * hypot($u - $middle[0], $v - $middle[1]) < self::OUTSIDE_MM ? max(0.0, 0.85 * $outside - $d) : 0.0;
            [$x, $y, $n] = [$x + $weight * $u, $y + $weight * $v, $n + $weight];
        }

        return [$outside, $n > 0.02 * $outside * count($deposits) ? [$x / $n, $y / $n] : $middle];
    }
}
