<?php

declare(strict_types=1);

namespace MarshTrial\Core\Capture;

use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CardLayout;
use MarshTrial\Core\Card\TargetSheet;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Imaging\PictureFault;
use MarshTrial\Core\Imaging\PieceFinder;
use MarshTrial\Core\Imaging\PixelGrid;

/** Makes a profile of a device from a picture of a target, and checks a saved one against another such picture. */
final class ProfileMaker
{
    /** @param list<Lab> $reference patches row by row from the ring, for D65 */
    public static function of(PixelGrid $picture, array $reference): Calibration
    {
        [$device, $sheet, $paper] = self::read($picture, $reference);

        return TargetFit::target($device, $reference, $sheet)->asProfile(sprintf('colour target of %d patches', count($reference)), $paper);
    }

    /**
     * How far a saved profile is from what a target says now, mean dE00 over its patches.
     *
     * @param list<Lab> $reference
     */
    public static function drift(Calibration $profile, PixelGrid $picture, array $reference): float
    {
        return $profile->meanDifference(self::read($picture, $reference)[0], $reference);
    }

    /**
     * @param list<Lab> $reference
     *
     * @return array{0: list<array{0: float, 1: float, 2: float}>, 1: TargetSheet, 2: array{0: float, 1: float, 2: float}} patches, sheet, paper of the carrier
     */
    private static function read(PixelGrid $picture, array $reference): array
    {
        $sheet = TargetSheet::for(count($reference));
        $placed = (new PieceFinder($picture))->target($sheet) ?? throw PictureFault::noTarget($sheet->columns, $sheet->rows);
        $light = LightMap::of($picture, new CardLayout(CardKind::Property, '', '', [], [], [], []), [TargetSheet::PIECE => $placed]);

        return [TargetFit::read($picture, $placed, $sheet, $light->lights[TargetSheet::PIECE] ?? null), $sheet, $light->papers[TargetSheet::PIECE]];
    }
}
