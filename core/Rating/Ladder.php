<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating;

/** Reads values off a graded stroke at a wanted depth. */
final class Ladder
{
    /**
     * Linear between the two places that enclose the depth; beyond the ends at most 15 %.
     *
     * @param list<non-empty-array<string, mixed>> $places each with a float under "deposit" and under every wanted key
     * @param list<string> $keys
     *
     * @return array<string, float>|null null when the stroke does not reach the depth
     */
    public static function at(Scale $scale, float $depth, array $places, array $keys): ?array
    {
        if (count($places) < 2) {
            return null;
        }
        usort($places, static fn (array $a, array $b): int => $a['deposit'] <=> $b['deposit']);
        $lowest = $places[0]['deposit'];
        $highest = $places[count($places) - 1]['deposit'];
        if ($depth > $highest / (1 - $scale->depths->extrapolation) || $depth < $lowest * (1 - $scale->depths->extrapolation)) {
            return null;
        }
        $i = 1;
        while ($i < count($places) - 1 && $places[$i]['deposit'] < $depth) {
            $i++;
        }
        [$a, $b] = [$places[$i - 1], $places[$i]];
        $t = $b['deposit'] - $a['deposit'] < 1e-9 ? 0.5 : ($depth - $a['deposit']) / ($b['deposit'] - $a['deposit']);
        $out = [];
        foreach ($keys as $key) {
            $out[$key] = $a[$key] + $t * ($b[$key] - $a[$key]);
        }

        return $out;
    }
}
