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
     */
    public static function shoot(CardLayout $layout, int $seed, Shot $shot, float $doseMlxh = 0.0, ?TargetStandIn $target = null, ?Sensor $sensor = null, string $visit = ''): Scan
    {
        // Textures are made for about the sharpness of the picture.
        $scene = Scene::of($layout, $seed, 240, $doseMlxh, $target?->sheet, "|camera$visit");
        $sensor ??= Sensor::colorimetric($shot->kelvin, $seed);

        return Rendering::of($scene, new Camera($scene, $shot), $sensor, $shot->exposure, $shot->noise, $target?->seenBy($sensor) ?? [], $shot->glare);
    }
}
