<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating;

/**
 * A rating as it was kept, ready to be told in words.
 *
 * @phpstan-type Plain float|int|bool|string|null
 * @phpstan-type Numbers array<string, Plain|array<array-key, Plain|array<array-key, Plain|array<array-key, Plain>>>>
 */
final readonly class KeptRating
{
    /**
     * @param list<string> $classes within one uncertainty, least first
     * @param array<string, float> $chances class => chance; empty where nothing tells them apart, and in what was kept before there were chances
     * @param Numbers $numbers what the formula was fed with and what it gave on the way
     */
    public function __construct(
        public ?float $value,
        public ?float $uncertainty,
        public ?string $said,
        public array $classes,
        public array $chances,
        public array $numbers,
    ) {}

    /** @param array{value: float|int|null, uncertainty: float|int|null, said?: string|null, classes: list<string>, chances?: array<string, float|int>, numbers?: Numbers} $json as in the measurement JSON */
    public static function fromJson(array $json): self
    {
        $float = static fn (float|int|null $v): ?float => $v === null ? null : (float) $v;

        return new self($float($json['value']), $float($json['uncertainty']), $json['said'] ?? null, $json['classes'], array_map(floatval(...), $json['chances'] ?? []), $json['numbers'] ?? []);
    }

    /** A number that the formula gave on the way. */
    public function numeric(string $name): float
    {
        $number = $this->numbers[$name] ?? 0.0;

        return is_numeric($number) ? (float) $number : 0.0;
    }

    /** Whether something was found on the way. */
    public function found(string $name): bool
    {
        return ($this->numbers[$name] ?? false) === true;
    }
}
