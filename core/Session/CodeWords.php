<?php

declare(strict_types=1);

namespace MarshTrial\Core\Session;

/** Words that stand for paints until all have been judged; none of them speaks of a colour. */
final class CodeWords
{
    private const WORDS = [
        'anchor', 'badger', 'basket', 'beetle', 'bellows', 'bobbin', 'bridge', 'bucket', 'button', 'candle', 'canoe', 'castle', 'cello', 'chisel', 'cobble', 'compass', 'cradle', 'cricket', 'curlew', 'dibber',
        'donkey', 'drum', 'falcon', 'ferry', 'fiddle', 'gander', 'gannet', 'garden', 'hammer', 'harbour', 'hazel', 'heron', 'hinge', 'kettle', 'kite', 'ladder', 'lantern', 'lapwing', 'lever', 'limpet',
        'lobster', 'magnet', 'mallet', 'marble', 'mirror', 'mitten', 'nettle', 'needle', 'oar', 'otter', 'oyster', 'paddle', 'pebble', 'pellet', 'pigeon', 'pillow', 'pocket', 'pulley', 'puzzle', 'rabbit',
        'rudder', 'saddle', 'sandal', 'shovel', 'shuttle', 'spindle', 'stirrup', 'stoat', 'tangle', 'teasel', 'thimble', 'ticket', 'tiller', 'trowel', 'tunnel', 'turbine', 'walnut', 'whistle', 'window', 'winter',
    ];

    /**
     * As many different words, in an order that follows from the seed.
     *
     * @return list<string>
     */
    public static function of(int $count, int $seed): array
    {
        $words = (new \Random\Randomizer(new \Random\Engine\Xoshiro256StarStar($seed)))->shuffleArray(self::WORDS);
        $out = [];
        for ($i = 0; $i < $count; $i++) {
            $out[] = $words[$i % count($words)].($i < count($words) ? '' : ' '.(intdiv($i, count($words)) + 1));
        }

        return $out;
    }
}
