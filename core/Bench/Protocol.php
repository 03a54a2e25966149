<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\CoreException;

/**
 * One way of doing a test, named and versioned, told so that a stranger can repeat it. Results of different protocols are never
 * taken together.
 */
final readonly class Protocol
{
    private const ALL = [
        'line-under' => [
            ['transparency'], 'One line under the paint',
            ['Rule a black waterproof line 4 mm wide and let it dry for a day, or for an hour at least.', 'One brush load across the line and along it, full strength to palest.', 'Let it dry; scan. The paint over the line is compared with the line beside it.'],
            ['The line was not dry and ran.', 'Too much water or too thick a layer.', 'Binder that shines over the black.', 'White and very pale paints show over black only.'],
        ],
        'lift-soft-then-stiff' => [
            ['staining'], 'Soft brush, then stiff brush',
            ['Paint the place in a middle strength and let it dry.', 'Wet the middle third, wait half a minute, five strokes with a soft flat brush, blot once.', 'The right third the same with a stiffer brush.', 'The class follows from the soft brush; the stiff one shows what force adds.'],
            ['Scrubbing that roughens the paper: more colour after the stiff brush than after the soft one tells.', 'Cotton paper lifts less than cellulose; the paper is part of the result.', 'A stroke too pale or too dark for a ratio.'],
        ],
        'lift-gently' => [
            ['staining'], 'Lift gently only',
            ['Paint the place in a middle strength and let it dry.', 'Wet the middle third, wait half a minute, five strokes with a soft flat brush, blot once.', 'Leave the right third alone.'],
            ['Pressing: the brush is led, not pushed.', 'Lifting before it is dry all through.'],
        ],
        'lift-hard-scrub' => [
            ['staining'], 'Hard scrub',
            ['Paint the place in a middle strength and let it dry.', 'Wet the right third and scrub it with a stiff brush until nothing more comes off; count the strokes.', 'No class is given: the limits hold for the soft brush.'],
            ['The paper gives way before the paint does; stop when it roughens.', 'Different force in every hand.'],
        ],
        'lift-blot-wet' => [
            ['staining'], 'Blot while wet',
            ['Paint the place in a middle strength.', 'At once, while it glistens, lay a folded dry tissue on the middle third and press for two seconds.', 'Leave the rest to dry. No class is given: the limits hold for the soft brush on a dry stroke.'],
            ['Blotting late: the paint has begun to set.', 'A tissue that was used before.'],
        ],
        'flat-wash' => [
            ['granulation', 'evenness', 'wash separation'], 'Flat wash, dry, on the paper as it is',
            ['A middle strength, laid flat in one go on dry paper lying level.', 'Do not go back into it; let it dry level.', 'Scan at 300 dots per inch.'],
            ['Another side or another paper: the surface makes half of the grain.', 'Granulation medium, hard water.', 'A tilted board gathers the grains at one edge.'],
        ],
        'graded-stroke' => [
            ['gradation', 'two-tone'], 'One graded stroke',
            ['One brush load at full strength on the left.', 'Lead it to the right with clean water, palest at the end, without loading again.', 'Let it dry; the stroke is read at ten places.'],
            ['Unequal loads from paint to paint.', 'Water that runs back into the full strength.'],
        ],
        'line-under-and-over' => [
            ['two-line transparency'], 'A line under the paint and a line over it',
            ['Rule the upper line 4 mm wide with black waterproof ink and let it dry for a day, or for an hour at least.', 'Lay the paint flat across it, in a middle strength, and let it dry.', 'Rule the lower line along its ticks, over the dry paint, with the same ink and pen.', 'Scan. The line under the paint is compared with the line over it; the value is scaled to reference depth.'],
            ['Two different inks or pens.', 'A pen that digs up the paint.', 'The first line was not dry and ran.'],
        ],
        'ladder-by-drops' => [
            ['stepped gradation', 'strength'], 'Stepped ladder by counted drops',
            ['Take so many drops of full-strength paint as stand above the field, and make them up to 20 drops with water.', 'Mix until nothing settles; the same dropper for all.', 'Lay one field from each mixture with one load of the same brush, strongest first; let it dry lying level.', 'Strength follows from the palest fields: deposit against share of paint.'],
            ['Unmixed binder or a dry pan: the first drops are weaker.', 'Unequal loads from field to field.', 'Another dropper in between: drops differ in size.'],
        ],
        'blot-block' => [
            ['blotting'], 'Blotted while wet, beside the same wash left alone',
            ['Lay a wash in a middle strength over the whole window.', 'At once, while it glistens, press a folded dry tissue on the right half for two seconds.', 'Let the rest dry. No class is given: the limits hold for the soft brush on a dry stroke.'],
            ['Blotting late: the paint has begun to set.', 'A tissue that was used before.'],
        ],
        'glaze-lane' => [
            ['glazing'], 'Glaze lane, one layer more in every field',
            ['Mix enough of one thin wash for the whole lane.', 'Lay it over the whole lane; let it dry.', 'Lay it again from the second field on; let it dry; then from the third, and so on.', 'One stroke a field, without going back. Note the layer that stirs up what lies beneath.'],
            ['Glazing before the layer below is dry all through.', 'Going back into a field.', 'A wash that thickens while it stands: stir before every layer.'],
        ],
        'touch-wet-paper' => [
            ['spread'], 'One touch on glistening-wet paper',
            ['Wet the square evenly until it glistens; no puddles.', 'Touch its middle once with the loaded tip of a round brush.', 'Leave it lying level until dry. The spread is also read with a ruler after one minute.'],
            ['Puddles, or paper that has gone matt.', 'A sloping board.'],
        ],
        'edge-pulled' => [
            ['softened edge'], 'A wet edge pulled out with clean water',
            ['Lay the band at the left.', 'At once, with a clean damp brush, pull its right edge out in one slow stroke towards the right.', 'Let it dry lying level.'],
            ['Waiting: the edge has set.', 'Too wet a brush: water runs back into the band.'],
        ],
        'salt-damp' => [
            ['salt'], 'A pinch of salt on a damp wash',
            ['Lay a flat wash in a middle strength.', 'When the glisten begins to go, drop a small pinch of coarse salt.', 'Let it dry completely before brushing the salt off.'],
            ['Too much salt, or too early: it floats.', 'Another grain size of salt.'],
        ],
        'tilted-strip' => [
            ['separation'], 'A wet strip down a slope',
            ['Raise the left end of the sheet by 3 cm over its short side.', 'Wet the strip; lay a full load along its upper end and let it run down.', 'Leave it sloping until dry.'],
            ['Too little water: nothing travels.', 'Tilting the other way while it dries.'],
        ],
        'three-passes' => [
            ['re-wetting'], 'Three passes of a damp brush over the dry pan',
            ['Let the pan dry for a day at least.', 'Dip a round brush, wipe it once, lead it three times over the pan.', 'Lay at once what it carries on the field.'],
            ['A pan that is still damp.', 'A brush that drips.', 'Wetting the pan beforehand.'],
        ],
        'fresh-from-tube' => [
            [self::PAINT], 'Fresh from the tube',
            ['Squeeze the paint out and use it before it forms a skin.', 'Take it from the middle of the tube’s paint, not from separated binder at the top.'],
            ['Separated binder.', 'Paint left open.'],
        ],
        'dried-and-rewet' => [
            [self::PAINT], 'Dried in the pan, then re-wet',
            ['Let the paint dry in the pan for a day at least.', 'Lay a drop of water on every pan two minutes before painting, the same for all.'],
            ['Some pans soaked longer than others.'],
        ],
        'good-paper' => [
            [self::PAPER], 'Good cotton paper',
            ['Cotton paper of 300 g/m², sized for watercolour, the same side for all.'],
            ['Another batch or side.'],
        ],
        'cheap-paper' => [
            [self::PAPER], 'Deliberately cheap paper',
            ['Cellulose paper as beginners use it, the same side for all.', 'Its lifting, grain and evenness are those of this kind of paper; they are never taken together with those of good paper.'],
            ['Paper whose size has gone: paint sinks in at once.'],
        ],
        'halves-painted-apart' => [
            ['lightfastness'], 'Two halves, painted one after the other',
            ['Paint the three depths on both halves with the same load.', 'Let them dry; scan both together before hanging.', 'Hang one in the window, keep the other in the dark; scan both together at every check.'],
            ['Halves mixed up.', 'No reading before hanging: the halves differ from the start.', 'Paper that bleaches; marker lines that fade.'],
        ],
    ];

    /** What a whole card is done with, whatever is tested. */
    public const PAINT = 'state of the paint';

    public const PAPER = 'quality of the paper';

    private const WHOLE_CARD = [self::PAINT => true, self::PAPER => true];

    public const VERSION = 1;

    /**
     * @param list<string> $properties that it is for
     * @param list<string> $steps
     * @param list<string> $spoilers what makes the result worthless
     */
    private function __construct(public string $id, public array $properties, public string $title, public array $steps, public array $spoilers) {}

    /** @throws CoreException for an unknown protocol */
    public static function find(string $id): self
    {
        return new self($id, ...(self::ALL[$id] ?? throw new CoreException("There is no protocol called \"$id\".")));
    }

    /** @return list<self> all, or those of one property; the usual one first */
    public static function all(?string $property = null): array
    {
        $all = array_map(self::find(...), array_keys(self::ALL));

        return $property === null ? $all : array_values(array_filter($all, static fn (self $p): bool => in_array($property, $p->properties, true)));
    }

    /**
     * The protocol under which a property was tested: the one that the card names, else the usual one.
     *
     * @param array<string, string> $named property => protocol
     */
    public static function under(string $property, array $named): self
    {
        return isset($named[$property]) ? self::find($named[$property]) : self::all($property)[0];
    }

    /**
     * Checks what a card names.
     *
     * @param array<string, string> $named property => protocol
     *
     * @return array<string, string>
     *
     * @throws CoreException when a protocol is unknown or is for another property
     */
    public static function check(array $named): array
    {
        foreach ($named as $property => $id) {
            if (! in_array($property, self::find($id)->properties, true)) {
                throw new CoreException("The protocol \"$id\" is not for $property.");
            }
        }

        return $named;
    }

    /**
     * What a card has to name of what was chosen: the usual protocols go without saying, those of the whole card do not.
     *
     * @param array<string, string> $chosen property => protocol, "" where nothing was chosen
     *
     * @return array<string, string>
     *
     * @throws CoreException when a protocol is unknown or is for another property
     */
    public static function namedOnly(array $chosen): array
    {
        return array_filter(self::check(array_filter($chosen)), static fn (string $id, string $property): bool => isset(self::WHOLE_CARD[$property]) || $id !== self::all($property)[0]->id, ARRAY_FILTER_USE_BOTH);
    }

    /**
     * What a card names for everything on it: the state of the paint, the quality of the paper.
     *
     * @param array<string, string> $named property => protocol
     *
     * @return list<string> such as "cheap-paper 1"
     */
    public static function ofWholeCard(array $named): array
    {
        return array_values(array_map(static fn (string $id): string => self::find($id)->text(), array_intersect_key($named, self::WHOLE_CARD)));
    }

    /** As it stands beside a result, such as "lift-gently 1". */
    public function text(): string
    {
        return $this->id.' '.self::VERSION;
    }
}
