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
            ['granulation', 'evenness'], 'Flat wash, dry, on the paper as it is',
            ['A middle strength, laid flat in one go on dry paper lying level.', 'Do not go back into it; let it dry level.', 'Scan at 300 dots per inch.'],
            ['Another side or another paper: the surface makes half of the grain.', 'Granulation medium, hard water.', 'A tilted board gathers the grains at one edge.'],
        ],
        'graded-stroke' => [
            ['gradation', 'two-tone'], 'One graded stroke',
            ['One brush load at full strength on the left.', 'Lead it to the right with clean water, palest at the end, without loading again.', 'Let it dry; the stroke is read at ten places.'],
            ['Unequal loads from paint to paint.', 'Water that runs back into the full strength.'],
        ],
        'halves-painted-apart' => [
            ['lightfastness'], 'Two halves, painted one after the other',
            ['Paint the three depths on both halves with the same load.', 'Let them dry; scan both together before hanging.', 'Hang one in the window, keep the other in the dark; scan both together at every check.'],
            ['Halves mixed up.', 'No reading before hanging: the halves differ from the start.', 'Paper that bleaches; marker lines that fade.'],
        ],
    ];

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
     * What a card has to name when this protocol is chosen: nothing for the usual one.
     *
     * @return array<string, string>
     */
    public static function named(string $property, string $id): array
    {
        return self::check([$property => $id]) === [$property => self::all($property)[0]->id] ? [] : [$property => $id];
    }

    /** As it stands beside a result, such as "lift-gently 1". */
    public function text(): string
    {
        return $this->id.' '.self::VERSION;
    }
}
