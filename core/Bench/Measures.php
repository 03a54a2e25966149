<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Fading\Lightfastness;

/** Every measure there is. A new test of the bench is a line here, its own file, and its key. */
final class Measures
{
    /** In the order in which a block's properties are told. */
    private const OF_ROWS = [
        Measures\StrokeTransparency::class, Measures\ClearSteps::class, Measures\TwoTone::class, Measures\LadderSteps::class, Measures\LadderStrength::class,
        Measures\WashGranulation::class, Measures\WashEvenness::class, Measures\WashSeparation::class, Measures\LiftStaining::class, Measures\WetBlotting::class, Measures\TwoLineTransparency::class,
        Measures\LaneGlazing::class, Measures\SquareSpread::class, Measures\SoftenedEdge::class, Measures\SaltStars::class, Measures\SlopeSeparation::class, Measures\PanRewetting::class,
    ];

    private const OF_FADING = [Lightfastness::class];

    /** @return list<class-string<Measure>> */
    public static function ofBlock(BlockKind $block): array
    {
        return array_values(array_filter(self::OF_ROWS, static fn (string $measure): bool => $measure::block() === $block));
    }

    /** @return class-string<Described> */
    public static function of(Property $property): string
    {
        foreach ([...self::OF_ROWS, ...self::OF_FADING] as $measure) {
            if ($measure::property() === $property) {
                return $measure;
            }
        }
        throw new \LogicException("No measure tells $property->value.");
    }
}
