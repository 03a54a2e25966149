<?php

declare(strict_types=1);

namespace App\Queries;

use MarshTrial\Core\Fading\FadeReading;
use MarshTrial\Core\Fading\FadeSeries;
use MarshTrial\Core\Fading\LightAnswer;
use MarshTrial\Core\Fading\LightVerdict;
use MarshTrial\Core\Rating\Scale;

/**
 * What light did to a paint, and the strip that tells it.
 *
 * @phpstan-import-type LightVerdictTold from LightVerdict
 * @phpstan-type LightTold array{
 *     words: string, told: string, band: string|null, or: string|null, chance: float,
 *     chances: array<string, float>, outcome: string, doubt: string|null, mlxh: float|null,
 *     range: array{float, float}|null, depth: int, change: float, uncertainty: float, number: string,
 *     beside: string|null, way: string, categories: list<string>, category: string|null, grade: string,
 *     strips: int, disagree: bool,
 * }
 */
final class PaintLight
{
    private ?LightVerdict $verdict = null;

    /**
     * @param array<int, list<list<mixed>>> $courses readings by depth, as FadeReading::toArray() keeps them
     * @param LightVerdictTold|null $told
     */
    private function __construct(
        private readonly array $courses,
        private ?array $told,
        private readonly bool $doseKnown,
        /** Card and row that tell it; of several the one that met most light. */
        public readonly int $cardId,
        public readonly int $specimenId,
        /** Measurement of its last check. */
        public readonly int $measurementId,
        /** Strips of the paint that were checked. */
        public readonly int $strips,
        /** Whether another of them changed by another amount in as much light. */
        public readonly bool $disagree,
    ) {}

    /** @param array<int, FadeSeries> $courses by depth */
    public static function of(array $courses, bool $doseKnown, int $cardId, int $specimenId, int $measurementId, int $strips, bool $disagree): self
    {
        $kept = array_map(static fn (FadeSeries $s): array => array_map(static fn (FadeReading $r): array => $r->toArray(), $s->readings), $courses);

        return new self($kept, null, $doseKnown, $cardId, $specimenId, $measurementId, $strips, $disagree);
    }

    public function verdict(): LightVerdict
    {
        return $this->verdict ??= LightVerdict::of(
            Scale::current(),
            array_map(static fn (array $of): FadeSeries => new FadeSeries(Scale::current(), array_map(FadeReading::fromArray(...), $of)), $this->courses),
            $this->doseKnown,
        );
    }

    /** @return LightTold what every page, file and sentence says of it */
    public function told(): array
    {
        return [...$this->told ??= $this->verdict()->toArray(), 'strips' => $this->strips, 'disagree' => $this->disagree];
    }

    /** Whether it holds in so much light, Mlx h, with a change that is accepted. */
    public function answer(float $mlxh, string $accepted): LightAnswer
    {
        return $this->verdict()->answer($mlxh, $accepted);
    }

    /** @return array{courses: array<int, list<list<mixed>>>, told: LightVerdictTold|null, doseKnown: bool, cardId: int, specimenId: int, measurementId: int, strips: int, disagree: bool} to be kept and read again */
    public function toArray(): array
    {
        $this->told();

        return array_diff_key(get_object_vars($this), ['verdict' => 0]);
    }

    /** @param array<string, mixed> $of as from toArray() */
    public static function fromArray(array $of): self
    {
        return new self($of['courses'], $of['told'], $of['doseKnown'], $of['cardId'], $of['specimenId'], $of['measurementId'], $of['strips'], $of['disagree']);
    }
}
