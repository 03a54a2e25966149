<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Fading\Lightfastness;

/** Keys of what is told of a paint, as they stand in records; what each means stands in its measure. */
enum Property: string
{
    case Transparency = 'transparency';
    case Staining = 'staining';
    case Granulation = 'granulation';
    case Lightfastness = 'lightfastness';
    case Gradation = 'gradation';
    case TwoTone = 'two-tone';
    case Evenness = 'evenness';
    case WashSeparation = 'wash separation';
    case SteppedGradation = 'stepped gradation';
    case Strength = 'strength';
    case TwoLineTransparency = 'two-line transparency';
    case Blotting = 'blotting';
    case Glazing = 'glazing';
    case Spread = 'spread';
    case SoftenedEdge = 'softened edge';
    case Salt = 'salt';
    case Separation = 'separation';
    case Rewetting = 're-wetting';

    /** @return class-string<Described> */
    public function measure(): string
    {
        return match ($this) {
            self::Transparency => Measures\StrokeTransparency::class,
            self::Staining => Measures\LiftStaining::class,
            self::Granulation => Measures\WashGranulation::class,
            self::Lightfastness => Lightfastness::class,
            self::Gradation => Measures\ClearSteps::class,
            self::TwoTone => Measures\TwoTone::class,
            self::Evenness => Measures\WashEvenness::class,
            self::WashSeparation => Measures\WashSeparation::class,
            self::SteppedGradation => Measures\LadderSteps::class,
            self::Strength => Measures\LadderStrength::class,
            self::TwoLineTransparency => Measures\TwoLineTransparency::class,
            self::Blotting => Measures\WetBlotting::class,
            self::Glazing => Measures\LaneGlazing::class,
            self::Spread => Measures\SquareSpread::class,
            self::SoftenedEdge => Measures\SoftenedEdge::class,
            self::Salt => Measures\SaltStars::class,
            self::Separation => Measures\SlopeSeparation::class,
            self::Rewetting => Measures\PanRewetting::class,
        };
    }

    /** @return list<class-string<Measure>> what a block tells, in the order in which it is told */
    public static function measuresOf(BlockKind $block): array
    {
        $measures = array_map(static fn (self $p): string => $p->measure(), self::cases());

        return array_values(array_filter($measures, static fn (string $m): bool => is_subclass_of($m, Measure::class) && $m::block() === $block));
    }

    /** @return list<self> those that makers claim and every page of a paint rates, in the order they are shown */
    public static function claimed(): array
    {
        return array_values(array_filter(self::cases(), static fn (self $p): bool => $p->measure()::isClaimed()));
    }

    /** @return list<self> what a property card says beyond them; no maker's claim speaks of it */
    public static function more(): array
    {
        return array_values(array_filter(self::cases(), static fn (self $p): bool => ! $p->measure()::isClaimed()));
    }

    /** @return list<string> names of its classes, least first; none where it has no scale */
    public function classes(): array
    {
        return $this->measure()::scale()?->classes() ?? [];
    }

    /** @return array<string, list<string>> classes of the claimed ones, by key */
    public static function claimedClasses(): array
    {
        return array_combine(self::keys(self::claimed()), array_map(static fn (self $p): array => $p->classes(), self::claimed()));
    }

    /**
     * @param list<self> $properties
     *
     * @return list<string>
     */
    public static function keys(array $properties): array
    {
        return array_map(static fn (self $p): string => $p->value, $properties);
    }
}
