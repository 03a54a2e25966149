<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\CardLayout;

/** Stands in for a flatbed scanner. */
final class ScannerStandIn
{
    /** Noise of the scanner, standard deviation in 8-bit code values. */
    private const NOISE = 1.0;

    /**
     * @param float $dpi 50 to 650
     * @param float $doseMlxh exposure behind it, for a fade card; 0 is the picture before hanging
     * @param (callable(int, int): void)|null $progress called with windows done and in all
     * @param Sensor|null $sensor null: a scanner that sees as the standard observer does
     * @param PrintedSheet|null $print what is printed on the card; null: marks and code only
     */
    public static function scan(CardLayout $layout, int $seed, float $dpi, float $doseMlxh = 0.0, ?callable $progress = null, ?Sensor $sensor = null, ?PrintedSheet $print = null): Scan
    {
        $scene = Scene::of($layout, $seed, $dpi, $doseMlxh, print: $print);

        return Rendering::of($scene, new FlatBed($scene), $sensor, 1.0, self::NOISE, progress: $progress);
    }

    /** The target by itself on the glass, to make a profile of the scanner from. */
    public static function scanTarget(TargetStandIn $target, int $seed, float $dpi, ?Sensor $sensor = null): Scan
    {
        $layout = new CardLayout(CardKind::Property, '00000000-0000-4000-8000-000000000000', '', [], [], [], []);
        $scene = Scene::of($layout, $seed, $dpi, 0.0, $target->sheet);

        return Rendering::of($scene, new FlatBed($scene), $sensor, 1.0, self::NOISE, $target->seenBy($sensor));
    }
}
