<?php

declare(strict_types=1);

namespace MarshTrial\Core\Measuring;

use MarshTrial\Core\Bench\Measure;
use MarshTrial\Core\Card\FadeCard;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Scale;

/** How one property is measured and rated, told from the measure, its protocols and the scale themselves. */
final readonly class Method
{
    /**
     * @param array<string, float|null> $limits class => upper limit; null: none
     * @param list<Threshold> $thresholds
     * @param list<Protocol> $protocols ways of painting it
     */
    private function __construct(
        public Property $property,
        public string $what,
        public string $quantity,
        public string $formula,
        public array $limits,
        public array $thresholds,
        public array $protocols,
        public string $weakness,
    ) {}

    /** @return list<self> one per property */
    public static function all(Scale $scale): array
    {
        return array_map(static fn (Property $p): self => self::of($p, $scale), Property::cases());
    }

    private static function of(Property $property, Scale $scale): self
    {
        $measure = Measures::of($property);
        $protocols = is_subclass_of($measure, Measure::class) ? $measure::block()->definition()::protocols() : FadeCard::protocols();

        return new self(
            $property,
            Threshold::docOf((new \ReflectionClass($measure))->getDocComment()),
            $measure::quantity()->name,
            $measure::formula(),
            array_map(static fn (float $to): ?float => is_infinite($to) ? null : $to, $measure::scale($scale)->limits ?? []),
            array_merge(...array_map(Threshold::allOf(...), $measure::thresholds($scale))),
            array_values(array_filter($protocols, static fn (Protocol $p): bool => in_array($property->value, $p->properties, true))),
            $measure::weakness(),
        );
    }
}
