<?php

declare(strict_types=1);

namespace MarshTrial\Core\Measuring;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Bench\Measures as Of;
use MarshTrial\Core\Bench\SideBySide;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Fading\Lightfastness;
use MarshTrial\Core\Rating\Described;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Scale;

/** All that can be told of a paint, each property with its measure. A further test of the bench is entered here. */
final class Measures
{
    /** @return class-string<Described> */
    public static function of(Property $property): string
    {
        return match ($property) {
            Property::Transparency => Of\StrokeTransparency::class,
            Property::Staining => Of\LiftStaining::class,
            Property::Granulation => Of\WashGranulation::class,
            Property::Lightfastness => Lightfastness::class,
            Property::Gradation => Of\ClearSteps::class,
            Property::TwoTone => Of\TwoTone::class,
            Property::Evenness => Of\WashEvenness::class,
            Property::WashSeparation => Of\WashSeparation::class,
            Property::SteppedGradation => Of\LadderSteps::class,
            Property::Strength => Of\LadderStrength::class,
            Property::TwoLineTransparency => Of\TwoLineTransparency::class,
            Property::Blotting => Of\WetBlotting::class,
            Property::Glazing => Of\LaneGlazing::class,
            Property::Spread => Of\SquareSpread::class,
            Property::SoftenedEdge => Of\SoftenedEdge::class,
            Property::Salt => Of\SaltStars::class,
            Property::Separation => Of\SlopeSeparation::class,
            Property::Rewetting => Of\PanRewetting::class,
            Property::Drops => Of\DropTravel::class,
            Property::Bloom => Of\WaterRing::class,
        };
    }

    /** @return list<class-string<Measure>> what a block tells, in the order in which it is told */
    public static function ofBlock(BlockKind $block): array
    {
        return array_values(array_filter(self::ofRows(), static fn (string $m): bool => $m::block() === $block));
    }

    /** @return list<class-string<Measure>> what is told where windows are shown beside those of other paints */
    public static function shownIn(SideBySide $show): array
    {
        return array_values(array_filter(self::ofRows(), static fn (string $m): bool => $m::shownIn() === $show));
    }

    /** @return list<class-string<Measure>> those that a row of a property card tells */
    private static function ofRows(): array
    {
        return array_values(array_filter(array_map(self::of(...), Property::cases()), static fn (string $m): bool => is_subclass_of($m, Measure::class)));
    }

    /** @return list<Property> those that makers claim and every page of a paint rates, in the order they are shown */
    public static function claimed(): array
    {
        return array_values(array_filter(Property::cases(), static fn (Property $p): bool => self::of($p)::isClaimed()));
    }

    /** @return list<Property> what a property card says beyond them; no maker's claim speaks of it */
    public static function more(): array
    {
        return array_values(array_filter(Property::cases(), static fn (Property $p): bool => ! self::of($p)::isClaimed()));
    }

    /** @return list<string> names of a property's classes, least first; none where it has no scale */
    public static function classes(Property $property): array
    {
        return self::of($property)::scale(Scale::current())?->classes() ?? [];
    }

    /** @return array<string, list<string>> classes of the claimed ones, by key */
    public static function claimedClasses(): array
    {
        return array_combine(Property::keys(self::claimed()), array_map(self::classes(...), self::claimed()));
    }
}
