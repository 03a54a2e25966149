<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** Every block there is. */
final class Blocks
{
    private const ALL = [
        Blocks\GradedStroke::class, Blocks\SteppedLadder::class, Blocks\FlatWash::class, Blocks\LiftPlaces::class, Blocks\WetBlot::class, Blocks\LinePair::class,
        Blocks\GlazeLane::class, Blocks\WetSquare::class, Blocks\SoftEdge::class, Blocks\SaltedWash::class, Blocks\TiltedStrip::class, Blocks\DryPan::class,
    ];

    /** @return class-string<BlockDefinition> */
    public static function of(BlockKind $kind): string
    {
        foreach (self::ALL as $block) {
            if ($block::kind() === $kind) {
                return $block;
            }
        }
        throw new \LogicException("No block is defined for $kind->value.");
    }

    /** @return list<class-string<BlockDefinition>> in the order in which they are painted */
    public static function all(): array
    {
        return self::ALL;
    }
}
