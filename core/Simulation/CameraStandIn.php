<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\CardLayout;

/** Stands in for a hand-held camera. Softness and compression belong to the file and are added where it is written. */
final class CameraStandIn
{
    /**
     * @param TargetStandIn|null $target lies below the card
     * @param Sensor|null $sensor null: a camera that sees as the standard observer does, under the shot's light
     * @param string $visit another picture of the same card under the same conditions has another visit
     * @param bool $wet before it has dried: deeper and more vivid
     * @param (callable(int, int): void)|null $progress called with windows done and in all
     * @param PrintedSheet|null $print what is printed on the card; null: marks and code only
     */
    public static function shoot(CardLayout $layout, int $seed, Shot $shot, float $doseMlxh = 0.0, ?TargetStandIn $target = null, ?Sensor $sensor = null, string $visit = '', bool $wet = false, ?callable $progress = null, ?PrintedSheet $print = null): Scan
    {
        // Textures are made for about the sharpness of the picture.
        $scene = Scene::of($layout, $seed, 240, $doseMlxh, $target?->sheet, "|camera$visit", $wet, $print);
        $sensor ??= Sensor::colorimetric($shot->kelvin, $seed);

        // A camera exposes so that no channel of the paper is at the end of the scale.
        $white = $shot->exposure / max($sensor->cast);

        return Rendering::of($scene, new Camera($scene, $shot), $sensor, $white, $shot->noise, $target?->seenBy($sensor) ?? [], $shot->glare, $progress);
    }
}
