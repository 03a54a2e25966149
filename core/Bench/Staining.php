<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Capture\Claim;
use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;

/** How much of a dried stroke stays when it is wetted and lifted: soft brush, then stiff brush. */
final class Staining
{
    public const FORMULA = 'residue = deposit lifted / deposit unlifted, in the key channel';

    /** Which part of the place each protocol lifts, and whether the classes, which are made for the soft brush, hold for it. */
    private const LIFTED = [
        'lift-soft-then-stiff' => [CellRole::LiftSoft, CellRole::LiftStiff, true], 'lift-gently' => [CellRole::LiftSoft, null, true],
        'lift-hard-scrub' => [CellRole::LiftStiff, null, false], 'lift-blot-wet' => [CellRole::LiftSoft, null, false],
    ];

    /**
     * @param string $protocol id of one of the lifting protocols
     * @param Claim|null $claim what the device may have changed; null: it was calibrated
     * @param float $contrast how far the picture's contrast may be off, as an exponent's standard deviation
     */
    public static function rate(RowReadings $row, string $protocol = 'lift-soft-then-stiff', ?Claim $claim = null, float $contrast = 0.0): Rating
    {
        $property = 'staining';
        [$first, $second, $classed] = self::LIFTED[$protocol];
        $unlifted = $row->first(CellRole::LiftNone);
        $cells = array_map(static fn (CellRole $role): string => CellId::of($row->row, $role), [CellRole::LiftNone, CellRole::LiftSoft, CellRole::LiftStiff]);
        if ($unlifted === null || ! $row->isPainted($unlifted)) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotTested, 'Nothing was painted in the lift window.', $cells);
        }
        $deposit = $row->keyDeposit($unlifted);
        if ($deposit === null) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotReached, 'The unlifted stroke is so dark that its amount of paint cannot be read.', $cells);
        }
        $soft = self::residue($row, $first, $unlifted, $deposit, $claim, $contrast);
        $stiff = $second === null ? null : self::residue($row, $second, $unlifted, $deposit, $claim, $contrast);
        if ($soft === null) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::Undecidable, 'The lifted part is too dark to be read.', $cells);
        }
        $numbers = [
            'unliftedDeposit' => $deposit,
            $first === CellRole::LiftStiff ? 'scrubbed' : ($protocol === 'lift-blot-wet' ? 'blotted' : 'soft') => ['residue' => $soft[0], 'uncertainty' => $soft[1], 'deposit' => $soft[0] * $deposit],
            'stiff' => $stiff === null ? null : ['residue' => $stiff[0], 'uncertainty' => $stiff[1], 'deposit' => $stiff[0] * $deposit],
            'hueChangeDeg' => self::hueChange($row->scale, $row->first($first)->lab ?? $unlifted->lab, $unlifted),
            'keyChannel' => $row->keyName(),
        ];
        $remarks = $stiff !== null && $stiff[0] > $soft[0] + 2 * hypot($soft[1], $stiff[1])
            ? ['more colour after the stiff brush than after the soft one: the paper’s surface was roughened'] : [];
        [$least, $most] = $row->scale->lifting->depths;
        if ($deposit < $least || $deposit > $most) {
            return Rating::without(
                $row->scale, $row->row, $property, RatingStatus::NotReached,
                sprintf('The unlifted stroke has a deposit of %.2f; a class needs %.1f to %.1f.', $deposit, $least, $most),
                $cells, $numbers, self::FORMULA, $soft[0], $remarks,
            );
        }

        return Rating::measured($row->scale, $row->row, $property, $soft[0], $soft[1], $classed ? $row->scale->lifting->classes : [], $deposit, $remarks, $cells, $numbers, self::FORMULA.($classed ? '; class from the soft brush' : '; no class under this protocol'));
    }

    /** Blotted while wet: how much stays when a tissue is pressed on the glistening wash. */
    public static function blotting(RowReadings $row, ?Claim $claim = null, float $contrast = 0.0): Rating
    {
        $property = 'blotting';
        $cells = [CellId::of($row->row, CellRole::BlotNone), CellId::of($row->row, CellRole::BlotWet)];
        $left = $row->first(CellRole::BlotNone);
        if ($left === null || ! $row->isPainted($left)) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotTested, 'Nothing was painted in the blot’s window.', $cells);
        }
        $deposit = $row->keyDeposit($left);
        $residue = $deposit === null ? null : self::residue($row, CellRole::BlotWet, $left, $deposit, $claim, $contrast);
        if ($deposit === null || $residue === null) {
            return Rating::without($row->scale, $row->row, $property, RatingStatus::NotReached, 'The wash is so dark that its amount of paint cannot be read.', $cells);
        }

        return Rating::measured(
            $row->scale, $row->row, $property, $residue[0], $residue[1], [], $deposit, [], $cells,
            ['unblottedDeposit' => $deposit, 'blottedDeposit' => $residue[0] * $deposit, 'hueChangeDeg' => self::hueChange($row->scale, $row->first(CellRole::BlotWet)->lab ?? $left->lab, $left), 'keyChannel' => $row->keyName()],
            'residue = deposit blotted / deposit left, in the key channel; no class under this protocol',
        );
    }

    /** @return array{0: float, 1: float}|null residue and its uncertainty; null when it is too dark to be read */
    private static function residue(RowReadings $row, CellRole $role, CellReading $unlifted, float $deposit, ?Claim $claim, float $contrast): ?array
    {
        $reading = $row->first($role);
        $left = $reading === null ? null : $row->keyDeposit($reading);
        if ($reading === null || $left === null) {
            return null;
        }
        $residue = max(0.0, $left) / $deposit;
        [$low, $high] = $row->scale->lifting->systematic;
        $most = $row->scale->lifting->depths[1];
        $share = max(0.0, ($deposit - $row->scale->depths->reference) / ($most - $row->scale->depths->reference));
        // The deposit's departure from proportionality bends the ratio most at one half and not at all at 0 and 1.
        $systematic = ($low + $share * ($high - $low)) * 4 * min(0.25, max(0.0, $residue * (1 - $residue)));
        // A curve of tone that deep and pale places share bends it too.
        $key = (int) $row->key;
        $ofTone = $claim?->spread(static function (array $colours) use ($key): float {
            [$lifted, $whole, $paper] = array_map(static fn (LinearRgb $c): float => max(1e-3, $c->toArray()[$key]), $colours);

            return log($lifted / $paper) / min(-1e-3, log($whole / $paper));
        }, [$reading->rgb, $unlifted->rgb, $row->paper->rgb]) ?? 0.0;

        // An exponent that differs between the two depths bends it likewise.
        $ofExponent = 2 * $contrast * max(0.0, $residue * (1 - $residue));

        return [$residue, sqrt($systematic ** 2 + $ofExponent ** 2 + $ofTone ** 2 + (RowReadings::depositScatter($reading) / $deposit) ** 2 + (RowReadings::depositScatter($row->paper) / $deposit) ** 2 + $row->scale->lifting->reading ** 2)];
    }

    private static function hueChange(Scale $scale, Lab $lifted, CellReading $unlifted): ?float
    {
        if (min($lifted->chroma(), $unlifted->lab->chroma()) < $scale->steps->leastChroma) {
            return null;
        }

        return $unlifted->lab->hueTurnTo($lifted);
    }
}
