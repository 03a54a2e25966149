<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

/** Keys of the tests a property card can be put together from, as they stand in layouts and in the order in which they are painted; what each is stands in its definition. */
enum BlockKind: string
{
    case Stroke = 'stroke';
    case Ladder = 'ladder';
    case Wash = 'wash';
    case Lift = 'lift';
    case Blot = 'blot';
    case SecondLine = 'second-line';
    case Glaze = 'glaze';
    case WetSquare = 'wet-square';
    case SoftEdge = 'soft-edge';
    case Salt = 'salt';
    case Tilt = 'tilt';
    case Rewet = 'rewet';
    case Drops = 'drops';
    case Mix = 'mix';

    /** @return class-string<BlockDefinition> */
    public function definition(): string
    {
        return match ($this) {
            self::Stroke => Blocks\GradedStroke::class,
            self::Ladder => Blocks\SteppedLadder::class,
            self::Wash => Blocks\FlatWash::class,
            self::Lift => Blocks\LiftPlaces::class,
            self::Blot => Blocks\WetBlot::class,
            self::SecondLine => Blocks\LinePair::class,
            self::Glaze => Blocks\GlazeLane::class,
            self::WetSquare => Blocks\WetSquare::class,
            self::SoftEdge => Blocks\SoftEdge::class,
            self::Salt => Blocks\SaltedWash::class,
            self::Tilt => Blocks\TiltedStrip::class,
            self::Rewet => Blocks\DryPan::class,
            self::Drops => Blocks\WaterDrops::class,
            self::Mix => Blocks\MixRun::class,
        };
    }
}
