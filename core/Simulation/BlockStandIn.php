<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\BlockKind;

/**
 * A block of a property card as the stand-in's hand paints it, and what a perfect observer would say of it: written apart from
 * the measuring code, on purpose. The stand-in of a block is the class in Blocks that is called as the block's definition is;
 * the sheet itself paints stroke, wash, lifted stroke and the pair of lines.
 */
abstract class BlockStandIn
{
    abstract public static function paint(Hand $hand): Laid;

    /**
     * What is told of the block, without noise.
     *
     * @return array<string, int|float|string|null|list<float>>
     */
    public static function truth(Observer $observer, int $count): array
    {
        return [];
    }

    /** @return class-string<self>|null */
    public static function for(BlockKind $kind): ?string
    {
        $definition = $kind->definition();
        $class = __NAMESPACE__.'\\Blocks'.substr($definition, (int) strrpos($definition, '\\'));

        return is_subclass_of($class, self::class) ? $class : null;
    }
}
