<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating;

/** Classes of one property by upper limits of its number, least class first. */
final readonly class ClassScale
{
    /**
     * @param non-empty-array<string, float> $limits class => upper limit, not itself in the class; the last is INF
     * @param non-empty-array<string, float>|null $otherwise limits for a specimen of a kind of its own
     * @param string $when name of that kind
     */
    public function __construct(
        public array $limits,
        private ?array $otherwise = null,
        private string $when = '',
    ) {}

    /** @return list<string> */
    public function classes(): array
    {
        return array_map(strval(...), array_keys($this->limits));
    }

    /**
     * @param string $kind of the specimen; '': the usual one
     *
     * @return non-empty-array<string, float>
     */
    public function limitsOf(string $kind): array
    {
        return $this->otherwise !== null && $this->when === $kind ? $this->otherwise : $this->limits;
    }

    /** Width of the class that a value lies in; the open last class counts as wide as the one before it. */
    public function widthAt(float $value): float
    {
        $from = $width = 0.0;
        foreach ($this->limits as $to) {
            $width = is_infinite($to) ? $width : $to - $from;
            if ($value < $to) {
                break;
            }
            $from = $to;
        }

        return $width;
    }
}
