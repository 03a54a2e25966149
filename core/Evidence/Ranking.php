<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Rating\Scale;

/**
 * Paints beside each other in one property: which pairs are told apart (Benjamini and Hochberg 1995 over all of them), and whether one of the
 * paints leads. Headline, rows and files read this and nothing else, so none says otherwise than another.
 */
final readonly class Ranking
{
    private function __construct(
        /** @var array<string, TwoPaints> by "one-other", places among the paints */
        public array $pairs,
        /** @var list<string> keys of the pairs that are told apart */
        public array $apart,
        /** The one with the least value, where it is told apart from any other; else null. */
        public ?int $leader,
        /** @var list<int> those that the leader is not told apart from: they may lead with it */
        public array $perhapsWith,
    ) {}

    /** @param non-empty-array<int, Evidence> $of by place among the paints */
    public static function of(Scale $scale, array $of): self
    {
        $places = array_keys($of);
        $pairs = [];
        foreach ($places as $n => $i) {
            foreach (array_slice($places, $n + 1) as $j) {
                $pairs[self::key($i, $j)] = TwoPaints::of($of[$i], $of[$j]);
            }
        }
        $chances = array_map(static fn (TwoPaints $p): float => $p->chance, $pairs);
        // A leader is picked for being the least: its pairs may not be judged more kindly than all others are.
        $apart = array_map(strval(...), TwoPaints::named($chances, 1 - $scale->evidence->apart));
        $values = array_map(static fn (Evidence $e): float => $e->value, $of);
        $least = (int) array_search(min($values), $values, true);
        $others = array_values(array_diff($places, [$least]));
        $with = array_values(array_filter($others, static fn (int $other): bool => ! in_array(self::key($least, $other), $apart, true)));

        return $with === $others ? new self($pairs, $apart, null, []) : new self($pairs, $apart, $least, $with);
    }

    private static function key(int $one, int $other): string
    {
        return min($one, $other).'-'.max($one, $other);
    }

    public function areApart(int $one, int $other): bool
    {
        return in_array(self::key($one, $other), $this->apart, true);
    }

    /** Never stronger than the evidence; that nothing tells them apart does not make them alike. */
    public function words(string $pair): string
    {
        return in_array($pair, $this->apart, true) ? 'differ' : 'cannot be told apart';
    }
}
