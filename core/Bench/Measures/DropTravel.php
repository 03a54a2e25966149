<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench\Measures;

use MarshTrial\Core\Bench\AmountPath;
use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\RingProfile;
use MarshTrial\Core\Bench\RowReadings;
use MarshTrial\Core\Bench\RowUnderTest;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\Patch;
use MarshTrial\Core\Optics\Deposit;
use MarshTrial\Core\Rating\ClassScale;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Quantity;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;
use MarshTrial\Core\Rating\Told;

/**
 * How far the pigments of a paint run apart when a drop falls into clear water.
 *
 * Every channel is turned into the amount of undivided paint that would absorb as much in it, along the paint's own way from
 * pale to deep. Where all channels name one amount at every distance the pigments ran together; a channel whose amount falls
 * later belongs to what runs further.
 */
final class DropTravel implements Measure
{
    use Told;

    private const FORMULA = 'greatest less least reach over the channels; reach: distance at which the amount that a channel tells, along the paint’s own way from pale to deep, falls to half of the middle’s';

    public static function property(): Property
    {
        return Property::Drops;
    }

    public static function quantity(): Quantity
    {
        return new Quantity('apart', 1, after: ' mm');
    }

    public static function scale(Scale $scale): ClassScale
    {
        return new ClassScale($scale->drops->classes);
    }

    public static function formula(): string
    {
        return self::FORMULA;
    }

    public static function thresholds(Scale $scale): array
    {
        return [$scale->drops, $scale->drift, $scale->water];
    }

    public static function weakness(): string
    {
        return 'Three broad channels tell two pigments apart only where they absorb unlike; two of one hue run together for all it can see. How wet the paper was decides how far anything runs.';
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
        return self::read($test->row, $test->patch(CellRole::DropInWater, $test->row->scale->water->pitchMm));
    }

    public static function read(RowReadings $row, ?Patch $patch): Rating
    {
        $scale = $row->scale;
        $property = self::property()->value;
        $cells = [CellId::of($row->row, CellRole::DropInWater), CellId::of($row->row, CellRole::Paper)];
        $bare = $row->paper->rgb->toArray();
        $key = $row->key;
        $centre = $patch === null || $key === null ? null : self::middleOf($patch, $bare[$key], $key, $scale->depths->least);
        if ($patch === null || $key === null || $centre === null) {
            return Rating::without($scale, $row->row, $property, RatingStatus::NotTested, 'No paint was let into the water.', $cells);
        }
        $profile = RingProfile::around($patch, $bare, $centre, $scale->drops->ringMm);
        $path = AmountPath::of($row);
        $middle = $profile->within(1.5);
        $reaches = $bySlope = [];
        foreach ([0, 1, 2] as $channel) {
            if ($middle[$channel] < max($scale->depths->least, $scale->drops->leastShare * $middle[$key])) {
                continue;
            }
            $amounts = array_map(static fn (array $ring): float => self::amount($path, $channel, $ring[$channel], $middle[$key] / $middle[$channel]), $profile->rings);
            $level = $scale->drops->reachShare * self::amount($path, $channel, $middle[$channel], $middle[$key] / $middle[$channel]);
            $reach = $profile->lastFall($amounts, $level);
            if ($reach === null) {
                return Rating::without($scale, $row->row, $property, RatingStatus::NotReached, 'The drop ran to the border of its half; how far it runs is more than can be read there.', $cells, ['roomMm' => $profile->distanceMm(count($profile->rings) - 1)], self::FORMULA);
            }
            $reaches[$channel] = $reach;
            // The way's own error shifts the level against the amounts: the more so, the softer the border.
            $steeper = $profile->lastFall($amounts, $level * (1 + $scale->drift->slopeKnown[$path === null ? 1 : 0] * M_LN2)) ?? $reach;
            $bySlope[] = $reach - $steeper;
        }
        if (count($reaches) < 2) {
            return Rating::without($scale, $row->row, $property, RatingStatus::Undecidable, 'This paint absorbs in one channel only; nothing tells one of its pigments from another by the way they run.', $cells, [], self::FORMULA);
        }
        $apart = max($reaches) - min($reaches);
        $uncertainty = hypot(M_SQRT2 * $scale->drops->systematicMm, max($bySlope));
        $words = self::outside($row, $profile, $path, $middle, max($reaches), $key);

        return Rating::measured(
            $scale, $row->row, $property, $apart, $uncertainty, $scale->drops->classes, $middle[$key],
            $apart > max($scale->drops->classes['together'], 2 * $uncertainty) && $words !== [] ? ['further out: '.implode(', ', $words).'; that part runs further'] : [], $cells,
            ['reachRedMm' => $reaches[0] ?? null, 'reachGreenMm' => $reaches[1] ?? null, 'reachBlueMm' => $reaches[2] ?? null, 'middleDeposit' => $middle[$key], 'keyChannel' => $row->keyName()], self::FORMULA,
        );
    }

    /**
     * Middle of what is clearly painted, in samples.
     *
     * @return array{0: float, 1: float}|null null where next to nothing is
     */
    private static function middleOf(Patch $patch, float $bare, int $key, float $least): ?array
    {
        $deposits = Deposit::ofMap([$patch->r, $patch->g, $patch->b][$key], $bare);
        $sorted = $deposits;
        sort($sorted);
        // What the darkest hundredth exceeds: specks make no drop.
        $high = $sorted[(int) (0.99 * count($sorted))];
        if ($high < $least) {
            return null;
        }
        $x = $y = $n = 0;
        foreach ($deposits as $i => $d) {
            if ($d >= $high / 2) {
                [$x, $y, $n] = [$x + $i % $patch->columns, $y + intdiv($i, $patch->columns), $n + 1];
            }
        }

        return [$x / $n, $y / $n];
    }

    /** Key deposit of as much undivided paint as absorbs so much in a channel. */
    private static function amount(?AmountPath $path, int $channel, float $deposit, float $share): float
    {
        if ($path === null || $deposit <= 0) {
            return $deposit * $share;
        }
        [$low, $high] = [0.0, 6.0];
        for ($i = 0; $i < 24; $i++) {
            $middle = ($low + $high) / 2;
            [$low, $high] = $path->at($channel, $middle) < $deposit ? [$middle, $high] : [$low, $middle];
        }

        return $low;
    }

    /**
     * How the colour near the border differs from the middle's, both as deep.
     *
     * @param array{0: float, 1: float, 2: float} $middle
     *
     * @return list<string>
     */
    private static function outside(RowReadings $row, RingProfile $profile, ?AmountPath $path, array $middle, float $reachMm, int $key): array
    {
        $ring = $profile->rings[min(count($profile->rings) - 1, (int) ($reachMm / $profile->widthMm))];
        if ($ring[$key] <= 0) {
            return [];
        }
        $colour = static fn (array $of): LinearRgb => LinearRgb::fromArray(array_map(static fn (float $p, float $d): float => $p * exp(-$d), $row->paper->rgb->toArray(), $of));
        $deposits = $path?->broughtTo($middle[$key], Deposit::of($colour($ring), $row->paper->rgb)) ?? array_map(static fn (float $d): float => $d * $middle[$key] / $ring[$key], $ring);

        return array_values(array_diff(Difference::between($colour($middle)->toLab(), $colour($deposits)->toLab())->words(), ['lighter', 'darker']));
    }
}
