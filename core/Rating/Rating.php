<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating;

/**
 * One property of one row, with everything it was derived from.
 *
 * @phpstan-import-type Numbers from KeptRating
 */
final readonly class Rating
{
    /**
     * @param list<string> $classes classes within one uncertainty, least first; a class is given when there is just one
     * @param list<string> $classes95 classes within the 95 % range
     * @param list<string> $remarks
     * @param list<string> $cells ids of the cells read
     * @param Numbers $numbers what the formula was fed with and what it gave on the way
     */
    private function __construct(
        /** Name of the scale that it was rated by. */
        public string $scale,
        public int $row,
        public string $property,
        public RatingStatus $status,
        public ?string $reason,
        public ?float $value,
        public ?float $uncertainty,
        public array $classes,
        public array $classes95,
        public ?float $atDeposit,
        public array $remarks,
        public array $cells,
        public array $numbers,
        public string $formula,
        /** @var array<string, float> class => chance as this picture has it, least first; empty where there are no classes, or nothing tells them apart */
        public array $chances,
        /** Name and version of the protocol, such as "lift-gently 1", and of what holds for the whole card. */
        public string $protocol = '',
        /** Kind of specimen that has limits of its own; '': the usual one. */
        public string $kind = '',
    ) {}

    /**
     * @param array<string, float> $limits class => upper limit
     * @param list<string> $remarks
     * @param list<string> $cells
     * @param Numbers $numbers
     */
    public static function measured(Scale $scale, int $row, string $property, float $value, float $uncertainty, array $limits, ?float $atDeposit, array $remarks, array $cells, array $numbers, string $formula): self
    {
        return new self(
            $scale->name, $row, $property, RatingStatus::Measured, null, $value, $uncertainty,
            Scale::classesWithin($limits, $value - $uncertainty, $value + $uncertainty),
            Scale::classesWithin($limits, $value - Scale::COVERAGE_95 * $uncertainty, $value + Scale::COVERAGE_95 * $uncertainty),
            $atDeposit, $remarks, $cells, $numbers, $formula, ClassChances::of($limits, $value, $uncertainty),
        );
    }

    /**
     * @param list<string> $cells
     * @param Numbers $numbers
     * @param list<string> $remarks
     */
    public static function without(Scale $scale, int $row, string $property, RatingStatus $status, string $reason, array $cells = [], array $numbers = [], string $formula = '', ?float $value = null, array $remarks = []): self
    {
        return new self($scale->name, $row, $property, $status, $reason, $value, null, [], [], null, $remarks, $cells, $numbers, $formula, []);
    }

    /**
     * The same rating with other class sets, for rules that do not follow from limits alone.
     *
     * @param list<string> $classes
     * @param list<string> $classes95
     * @param list<string> $remarks added
     */
    public function withClasses(array $classes, array $classes95, array $remarks = []): self
    {
        return $this->with(['classes' => $classes, 'classes95' => $classes95, 'chances' => ClassChances::within($this->chances, $classes95)])->withRemarks($remarks);
    }

    /**
     * The same where some classes remain possible and nothing tells which is likelier.
     *
     * @param list<string> $classes
     */
    public function withPossible(array $classes): self
    {
        return $this->with(['classes' => $classes, 'classes95' => $classes, 'chances' => count($classes) === 1 ? [$classes[0] => 1.0] : []]);
    }

    public function ofKind(string $kind): self
    {
        return $this->with(['kind' => $kind]);
    }

    /** @param list<string> $remarks added */
    public function withRemarks(array $remarks): self
    {
        return $remarks === [] ? $this : $this->with(['remarks' => [...$this->remarks, ...$remarks]]);
    }

    /** The same measured, and not said: what was read does not bear it. */
    public function withheld(string $reason): self
    {
        return $this->with(['status' => RatingStatus::Undecidable, 'reason' => $reason, 'value' => null, 'uncertainty' => null, 'classes' => [], 'classes95' => [], 'chances' => []]);
    }

    /** The same rating with the protocol it was tested under, such as "lift-gently 1 · cheap-paper 1". */
    public function under(string $protocol): self
    {
        return $this->with(['protocol' => $protocol]);
    }

    /** @param array<string, RatingStatus|float|int|string|list<string>|array<string, float>|Numbers|null> $changes by name of the property */
    private function with(array $changes): self
    {
        return new self(...array_replace(get_object_vars($this), $changes));
    }

    /** The class, where it is sure enough to be said without a doubt. */
    public function class(): ?string
    {
        return ClassChances::plain($this->chances);
    }

    /** The likeliest class, however likely; null where there are none. */
    public function likeliest(): ?string
    {
        return ClassChances::likeliest($this->chances);
    }

    /** The class in words, the likeliest first, with its chance; null where there are none. */
    public function said(): ?string
    {
        return ClassChances::said($this->chances) ?? match (count($this->classes)) {
            0 => null,
            1 => $this->classes[0],
            default => 'possible: '.implode(', ', $this->classes),
        };
    }
}
