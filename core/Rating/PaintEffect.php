<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating;

/** Kinds of paint that a picture misreads: their light depends on the lamp or on the angle. */
enum PaintEffect: string
{
    /** Sends back light of another colour than falls on it, so it differs from lamp to lamp and from sensor to sensor. */
    case Fluorescent = 'fluorescent';
    /** Mica or interference flakes: changes with the angle of light and eye. */
    case Shimmering = 'shimmering';

    /** What hangs on lightness or on what shows through, and is not said of a paint that shimmers. */
    private const ANGLES = [Property::Transparency, Property::TwoLineTransparency, Property::Gradation, Property::SteppedGradation, Property::Glazing];

    /** What hangs on the lamp. */
    private const LAMPS = [Property::Lightfastness, Property::Gradation, Property::SteppedGradation, Property::TwoTone, Property::Strength, Property::Separation, Property::WashSeparation];

    /** What is known of how it misleads, in a sentence. */
    public function words(): string
    {
        return match ($this) {
            self::Fluorescent => 'fluorescent: colour and fading hold for this light and this device only',
            self::Shimmering => 'shimmers: what is seen changes with the angle of the light',
        };
    }

    /**
     * A rating as far as it can be said of a paint of these kinds.
     *
     * @param list<self> $effects
     */
    public static function held(array $effects, Rating $rating): Rating
    {
        $property = Property::from($rating->property);
        if (in_array(self::Shimmering, $effects, true) && in_array($property, self::ANGLES, true) && $rating->status === RatingStatus::Measured) {
            return $rating->withheld('This paint shimmers: what is seen changes with the angle of the light, so this is not rated from one picture.');
        }
        if (in_array(self::Fluorescent, $effects, true) && in_array($property, self::LAMPS, true) && $rating->status === RatingStatus::Measured) {
            return $rating->withRemarks([self::Fluorescent->words()]);
        }

        return $rating;
    }

    /**
     * @param list<string>|null $kept as they stand in a record
     *
     * @return list<self>
     */
    public static function list(?array $kept): array
    {
        return array_values(array_filter(array_map(self::tryFrom(...), $kept ?? [])));
    }
}
