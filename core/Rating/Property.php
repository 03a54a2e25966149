<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating;

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
    case Drops = 'drops';
    case Bloom = 'bloom';

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
