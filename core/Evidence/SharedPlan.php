<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

/**
 * Shares tests out among the testers of a group: the ones that settle most first, each to somebody who has the paint at hand, if possible to one who
 * has not tested it, since another hand tells more than the same one again; of several to the one who has least to do so far.
 */
final class SharedPlan
{
    /** What a test by somebody who has tested the paint before is worth of one by another hand (own choice). */
    private const SAME_HAND = 0.5;

    /**
     * @param list<array{key: string, gain: float, holders: list<string>, testedBy: list<string>}> $tests gain: bits of doubt that a test takes away
     *
     * @return list<array{key: string, gain: float, tester: string|null, sameHand: bool}> most first; tester null: nobody has the paint
     */
    public static function of(array $tests, int $most): array
    {
        $worth = [];
        foreach ($tests as $test) {
            $others = array_values(array_diff($test['holders'], $test['testedBy']));
            $worth[] = [...$test, 'among' => $others === [] ? $test['holders'] : $others, 'sameHand' => $others === [] && $test['holders'] !== [], 'gain' => $others === [] ? $test['gain'] * self::SAME_HAND : $test['gain']];
        }
        // What nobody can test stands at the end, so that somebody can buy it.
        usort($worth, static fn (array $a, array $b): int => [$a['holders'] === [], -$a['gain'], $a['key']] <=> [$b['holders'] === [], -$b['gain'], $b['key']]);
        $load = [];
        $out = [];
        foreach (array_slice($worth, 0, $most) as $test) {
            $tester = null;
            foreach ($test['among'] as $one) {
                if ($tester === null || ($load[$one] ?? 0) < ($load[$tester] ?? 0)) {
                    $tester = $one;
                }
            }
            if ($tester !== null) {
                $load[$tester] = ($load[$tester] ?? 0) + 1;
            }
            $out[] = ['key' => $test['key'], 'gain' => $test['gain'], 'tester' => $tester, 'sameHand' => $test['sameHand']];
        }

        return $out;
    }
}
