<?php

declare(strict_types=1);

namespace MarshTrial\Core\Imaging;

/** One thing that makes a picture better or worse to measure: its number, its limits, and what to do about it. */
final readonly class QualityCheck
{
    public function __construct(
        /** Such as "sharpness". */
        public string $name,
        public float $value,
        public string $unit,
        /** Beyond it the picture is used with a wider uncertainty. */
        public float $limit,
        /** Beyond it the picture is not used; null: it always is. */
        public ?float $refusal,
        /** Larger is worse; otherwise smaller is. */
        public bool $largerIsWorse,
        /** What it means and what to do, a sentence. */
        public string $advice,
        /** Whether it bears on fine detail only, and not on colour. */
        public bool $ofDetail = false,
    ) {}

    public function isWithin(): bool
    {
        return $this->largerIsWorse ? $this->value <= $this->limit : $this->value >= $this->limit;
    }

    public function isUsable(): bool
    {
        return $this->refusal === null || ($this->largerIsWorse ? $this->value <= $this->refusal : $this->value >= $this->refusal);
    }

    /** Number and advice, as a remark. */
    public function remark(): string
    {
        return sprintf('%s %s (limit %s): %s', $this->name, self::number($this->value, $this->unit), self::number($this->limit, $this->unit), $this->advice);
    }

    /** @return array<string, float|string|bool|null> */
    public function toArray(): array
    {
        return [
            'name' => $this->name, 'value' => round($this->value, 4), 'unit' => $this->unit, 'limit' => $this->limit, 'refusal' => $this->refusal,
            'state' => match (true) {
                ! $this->isUsable() => 'not used',
                ! $this->isWithin() => 'wider uncertainty',
                default => 'good',
            },
            'advice' => $this->advice,
        ];
    }

    private static function number(float $value, string $unit): string
    {
        return match ($unit) {
            '%' => sprintf('%.1f %%', 100 * $value),
            'dpi' => sprintf('%.0f dots per inch', $value),
            '% per cm' => sprintf('%.0f %% per cm', 100 * $value),
            '' => sprintf('%.2f', $value),
            default => sprintf('%.2f %s', $value, $unit),
        };
    }
}
