<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\CoreException;
use MarshTrial\Core\Fading\Outcome;

/** Worded scales for judging by eye, without any picture; the words are this project's own. */
final class EyeScale
{
    private const BENCH = [
        'transparency' => [
            'transparent' => 'the black line looks as black under the paint as beside it',
            'semi-transparent' => 'a faint veil of colour lies on the line',
            'semi-opaque' => 'the line is clearly coloured, and clearly there',
            'opaque' => 'the line is hidden or nearly so at full strength',
        ],
        'staining' => [
            'non-staining' => 'a soft damp brush brings back the bare paper, or nearly',
            'low' => 'a light tint stays',
            'medium' => 'about half of the colour stays',
            'high' => 'most of the colour stays whatever is done',
        ],
        'granulation' => [
            'none' => 'the wash is smooth',
            'slight' => 'a little texture, seen when looked for',
            'distinct' => 'grains are seen at reading distance',
            'heavy' => 'strong speckle, seen across a table',
        ],
    ];

    /** What no picture of a card tells; judged while wet, at once after drying, or by hand. */
    private const MORE = [
        'smoothness' => [
            'smooth' => 'the flat wash lies like one sheet',
            'a little streaky' => 'streaks are seen when looked for',
            'streaky' => 'streaks are seen at arm’s length',
        ],
        'bloom' => [
            'none' => 'a drop of water into the damp wash leaves nothing',
            'soft' => 'it pushes the paint away with a soft border',
            'hard-edged' => 'it leaves a back-run with a hard, crinkled border',
        ],
        'softened edge' => [
            'soft' => 'a wet edge pulled out with clean water fades to nothing',
            'hard line' => 'a line stays where the edge was',
            'back-run' => 'the water creeps back into the paint',
        ],
        'salt' => [
            'none' => 'a pinch of salt on the damp wash changes nothing',
            'some' => 'pale stars are seen when looked for',
            'strong' => 'clear pale stars',
        ],
        're-wetting' => [
            'at once' => 'a damp brush is full after one pass over the dry pan',
            'some passes' => 'two to five passes',
            'hard work' => 'more than five passes, or rubbing',
            'hardly at all' => 'the pan stays dry and hard',
        ],
        'gloss' => [
            'matt' => 'the dry masstone is as matt as the paper',
            'sheen' => 'it shines when tilted',
            'glossy' => 'it shines from most sides: much binder',
        ],
        'finish' => [
            'flat' => 'the dry masstone lies flat in the paper',
            'chalky' => 'it looks dusty, or comes off on a finger',
            'bronzed' => 'it has a metallic sheen of another hue',
            'cracked' => 'it is cracked or flakes',
        ],
    ];

    private const FADE = [
        Outcome::NoChange->value => 'both halves look the same at every depth',
        Outcome::PalerInTint->value => 'only the pale end is lighter than the kept half',
        Outcome::Paler->value => 'the exposed half is lighter',
        Outcome::NearlyGone->value => 'little more than paper is left',
        Outcome::HueShift->value => 'as light as before, but another hue',
        Outcome::Darker->value => 'the exposed half is darker or browner',
        Outcome::MoreVivid->value => 'the exposed half is stronger in colour',
        Outcome::PaperOrUndecidable->value => 'the paper changed too, or one cannot tell',
    ];

    /** Property under which a grade of the grey scale is kept. */
    public const GREY_SCALE = 'grey scale';

    /** Grades of a grey scale for change in colour (ISO 105-A02), held beside the halves. */
    private const GRADES = [
        '5' => 'no difference', '4-5' => 'between 5 and 4', '4' => 'like the pair that just differs', '3-4' => 'between 4 and 3', '3' => 'like the pair that differs clearly',
        '2-3' => 'between 3 and 2', '2' => 'like the pair that differs much', '1-2' => 'between 2 and 1', '1' => 'like the strongest pair, or more',
    ];

    /** @return array<int|string, string> word => description, least first; empty for an unknown property */
    public static function words(string $property): array
    {
        return self::all()[$property] ?? [];
    }

    /** @return array<string, array<int|string, string>> */
    public static function all(): array
    {
        return [...self::BENCH, 'lightfastness' => self::FADE, self::GREY_SCALE => self::GRADES, ...self::MORE];
    }

    /** @return list<string> what is judged beside the rated properties */
    public static function more(): array
    {
        return array_keys(self::MORE);
    }

    /** @throws CoreException when the word is not on the property's scale */
    public static function check(string $property, string $word): void
    {
        if (! isset(self::words($property)[$word])) {
            throw new CoreException("\"$word\" is not one of the words for judging $property by eye.");
        }
    }
}
