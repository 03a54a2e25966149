<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Rating\Scale;

/** Whether fields that a hand painted one after the other stand in the order in which they were to be painted, with none left out. */
final class Order
{
    /**
     * @param list<float|null> $deposits field by field; null: too dark to be read
     * @param bool $rising whether there is to be more paint from field to field
     * @param string $what what a field is called, such as "step"
     *
     * @return string|null a sentence that asks; null where all is well
     */
    public static function fault(Scale $scale, array $deposits, bool $rising, string $what): ?string
    {
        $read = array_map(static fn (?float $d): float => $d ?? 99.0, $deposits);
        if (count($read) < 2) {
            return null;
        }
        $last = count($read) - 1;
        // The palest end of a ladder may well vanish; a gap before it may not.
        $palest = $rising ? 0 : $last;
        foreach ($read as $i => $d) {
            $beyond = $rising ? array_slice($read, 0, $i) : array_slice($read, $i + 1);
            if ($d < $scale->depths->least && $i !== $palest && $beyond !== [] && max($beyond) >= $scale->depths->least) {
                return sprintf('The %s %d was not painted, though a paler one was; nothing follows from a ladder with a gap. Was it left out, or painted in another row?', $what, $i + 1);
            }
        }
        [$right, $wrong] = [0, 0];
        for ($i = 1; $i <= $last; $i++) {
            [$before, $after] = $rising ? [$read[$i - 1], $read[$i]] : [$read[$i], $read[$i - 1]];
            if (max($before, $after) < $scale->depths->least) {
                continue;
            }
            $right += $after >= $before ? 1 : 0;
            $wrong += $after < $before * (1 - $scale->steps->outOfOrder) ? 1 : 0;
        }
        if ($wrong > $right) {
            return sprintf('The fields run the other way: %s 1 is the %s one. Were they painted from the other end? Say so, or paint them again; nothing is taken from them as they are.', $what, $rising ? 'darkest' : 'palest');
        }

        return null;
    }
}
