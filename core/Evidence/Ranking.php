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
                $pairs["$i-$j"] = TwoPaints::of($of[$i], $of[$j]);
            }
        }
        $chances = array_map(static fn (TwoPaints $p): float => $p->chance, $pairs);
        // A leader is picked for being the least: its pairs may not be judged more kindly than all others are.
        $apart = array_map(strval(...), TwoPaints::named($chances, 1 - $scale->evidence->apart));
        $values = array_map(static fn (Evidence $e): float => $e->value, $of);
        $least = (int) array_search(min($values), $values, true);
        $own = array_filter($chances, static fn (string $key): bool => in_array((string) $least, explode('-', $key), true), ARRAY_FILTER_USE_KEY);
        $ahead = array_values(array_intersect(array_keys($own), $apart));
        $other = static fn (string $key): int => array_sum(array_map(intval(...), explode('-', $key))) - $least;

        return new self($pairs, $apart, $ahead === [] ? null : $least, $ahead === [] ? [] : array_map($other, array_values(array_diff(array_keys($own), $apart))));
    }

    public function areApart(int $one, int $other): bool
    {
        return in_array(min($one, $other).'-'.max($one, $other), $this->apart, true);
    }

    /** Never stronger than the evidence; that nothing tells them apart does not make them alike. */
    public function words(string $pair): string
    {
        return in_array($pair, $this->apart, true) ? 'differ' : 'cannot be told apart';
    }
}
