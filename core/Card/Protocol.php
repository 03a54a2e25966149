<?php

declare(strict_types=1);

namespace MarshTrial\Core\Card;

use MarshTrial\Core\CoreException;

/**
 * One way of doing a test, named and versioned, told so that a stranger can repeat it. Results of different protocols are never
 * taken together.
 */
final readonly class Protocol
{
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
    public function __construct(public string $id, public array $properties, public string $title, public array $steps, public array $spoilers) {}

    /** @throws CoreException for an unknown protocol */
    public static function find(string $id): self
    {
        return self::byId()[$id] ?? throw new CoreException("There is no protocol called \"$id\".");
    }

    /** @return list<self> all, or those of one property; the usual one first */
    public static function all(?string $property = null): array
    {
        return array_values(array_filter(self::byId(), static fn (self $p): bool => $property === null || in_array($property, $p->properties, true)));
    }

    /** @return array<string, self> those of the blocks, of the fade card, and of the whole card */
    private static function byId(): array
    {
        static $all = [];
        if ($all === []) {
            $ofBlocks = array_map(static fn (BlockKind $kind): array => $kind->definition()::protocols(), BlockKind::cases());
            foreach (array_merge(...$ofBlocks, ...[FadeCard::protocols(), PocketFrame::protocols(), self::ofAnyCard()]) as $protocol) {
                $all[$protocol->id] = $protocol;
            }
        }

        return $all;
    }

    /** @return list<self> */
    private static function ofAnyCard(): array
    {
        return [
            new self(
                'fresh-from-tube', [self::PAINT], 'Fresh from the tube',
                ['Squeeze the paint out and use it before it forms a skin.', 'Take it from the middle of the tube’s paint, not from separated binder at the top.'],
                ['Separated binder.', 'Paint left open.'],
            ),
            new self(
                'dried-and-rewet', [self::PAINT], 'Dried in the pan, then re-wet',
                ['Let the paint dry in the pan for a day at least.', 'Lay a drop of water on every pan two minutes before painting, the same for all.'],
                ['Some pans soaked longer than others.'],
            ),
            new self(
                'good-paper', [self::PAPER], 'Good cotton paper',
                ['Cotton paper of 300 g/m², sized for watercolour, the same side for all.'],
                ['Another batch or side.'],
            ),
            new self(
                'cheap-paper', [self::PAPER], 'Deliberately cheap paper',
                ['Cellulose paper as beginners use it, the same side for all.', 'Its lifting, grain and evenness are those of this kind of paper; they are never taken together with those of good paper.'],
                ['Paper whose size has gone: paint sinks in at once.'],
            ),
        ];
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

    /**
     * What a property was tested under, and what holds for the whole card.
     *
     * @param array<string, string> $named property => protocol
     */
    public static function written(string $property, array $named): string
    {
        return implode(' · ', [self::under($property, $named)->text(), ...self::ofWholeCard($named)]);
    }

    /** As it stands beside a result, such as "lift-gently 1". */
    public function text(): string
    {
        return $this->id.' '.self::VERSION;
    }
}
