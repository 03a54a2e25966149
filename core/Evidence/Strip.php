<?php

declare(strict_types=1);

namespace MarshTrial\Core\Evidence;

use MarshTrial\Core\Bench\RowReadings;
use MarshTrial\Core\Bench\StrokeStep;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Measuring\CardMeasurement;
use MarshTrial\Core\Optics\Deposit;
use MarshTrial\Core\Rating\Ladder;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\Scale;

/**
 * What one measured row of a property card has to show: the ladder over paper and over the black line, what lifting left, the grain.
 *
 * Colours are linear sRGB, unclipped.
 *
 * @phpstan-type StripData array{
 *     paper: array{float, float, float}, ink: array{float, float, float}|null, key: int|null,
 *     steps: list<array{array{float, float, float}, array{float, float, float}|null}>,
 *     wash: array{float, float, float}|null, unlifted: array{float, float, float}|null,
 *     lifted: array{float, float, float}|null, residue: float|null,
 *     grain: array{float|null, float|null, float|null},
 * }
 */
final class Strip
{
    /** @var array<int, list<array{deposit: float, r: float, g: float, b: float}>> by channel, worked out when they are asked for */
    private array $places = [];

    /** Deposits among which the deepest is looked for, and their step. */
    private const DEEP = [1.2, 3.0, 0.1];

    /** @param list<array{onPaper: LinearRgb, onBlack: LinearRgb|null}> $steps full strength first */
    private function __construct(
        public readonly LinearRgb $paper,
        public readonly ?LinearRgb $ink,
        public readonly ?int $key,
        public readonly array $steps,
        public readonly ?LinearRgb $wash,
        public readonly ?LinearRgb $unlifted,
        public readonly ?LinearRgb $lifted,
        public readonly ?float $residue,
        public readonly ?float $grain,
        /** Rms lightness difference of the grain, L*. */
        public readonly ?float $grainDeltaL,
        public readonly ?float $grainSizeMm,
    ) {}

    /** @return array<int, self> by row; rows without a painted stroke or ladder are left out */
    public static function ofCard(CardMeasurement $measurement): array
    {
        $out = [];
        foreach ($measurement->rows as $row) {
            if ($row->key === null || self::steps($row) === []) {
                continue;
            }
            $rating = static function (string $property) use ($measurement, $row): ?Rating {
                foreach ($measurement->ratings as $rating) {
                    if ($rating->row === $row->row && $rating->property === $property && $rating->value !== null) {
                        return $rating;
                    }
                }

                return null;
            };
            $out[$row->row] = self::ofRow($row, $rating('staining'), $rating('granulation'));
        }

        return $out;
    }

    private static function ofRow(RowReadings $row, ?Rating $staining, ?Rating $granulation): self
    {
        return new self(
            $row->paper->rgb,
            $row->bareLine === [] ? null : $row->bareLine[0]->rgb,
            $row->key,
            self::steps($row),
            $row->first(CellRole::Wash)?->rgb,
            $row->first(CellRole::LiftNone)?->rgb,
            $row->first(CellRole::LiftSoft)?->rgb,
            $staining?->value,
            $granulation?->value,
            $granulation?->numbers['rmsDeltaL'] ?? null,
            $granulation?->numbers['grainSizeMm'] ?? null,
        );
    }

    /**
     * The ladder that the kept halves of a fade strip are.
     *
     * @param array{paper: array{0: string, 1: string}, depths: list<array{kept: string, ...}>} $fade as from FadeStrip
     *
     * @return self|null null where it holds no reference depth between two fields, as an old strip of one field
     */
    public static function ofKeptHalves(array $fade): ?self
    {
        $paper = LinearRgb::fromHex($fade['paper'][0]);
        $steps = array_map(static fn (array $d): array => ['onPaper' => LinearRgb::fromHex($d['kept']), 'onBlack' => null], $fade['depths']);
        if (count($steps) < 2) {
            return null;
        }
        $deposits = array_map(static fn (array $step): Deposit => Deposit::of($step['onPaper'], $paper), $steps);
        $key = Deposit::keyChannel($deposits, Scale::current()->depths->reference);
        $strip = new self($paper, null, $key, $steps, null, null, null, null, null, null, null);

        return $strip->at(Scale::current()->depths->reference) === null ? null : $strip;
    }

    /**
     * The graded stroke, or the stepped ladder of a card without one.
     *
     * @return list<array{onPaper: LinearRgb, onBlack: LinearRgb|null}>
     */
    private static function steps(RowReadings $row): array
    {
        return $row->steps !== []
            ? array_map(static fn (StrokeStep $s): array => ['onPaper' => $s->onPaper->rgb, 'onBlack' => $s->onBlack?->rgb], $row->steps)
            : array_map(static fn (CellReading $r): array => ['onPaper' => $r->rgb, 'onBlack' => null], $row->fields(CellRole::Ladder));
    }

    /**
     * Colour at a depth, carried at most 15 % beyond the stroke; between two steps the deposits are interpolated.
     *
     * @param int|null $key channel in which the depth is taken; the strip's own when null
     */
    public function at(float $depth, ?int $key = null): ?LinearRgb
    {
        $key ??= $this->key;
        $at = Ladder::at(Scale::current(), $depth, $key === null ? [] : $this->places[$key] ??= $this->placed($key), ['r', 'g', 'b']);

        return $at === null ? null : new LinearRgb(exp($at['r']), exp($at['g']), exp($at['b']));
    }

    /** @return list<array{deposit: float, r: float, g: float, b: float}> the steps at their deposits in a channel, colours as logarithms */
    private function placed(int $key): array
    {
        $places = [];
        foreach ($this->steps as $step) {
            $deposit = Deposit::of($step['onPaper'], $this->paper)->in($key);
            if ($deposit !== null) {
                $log = array_map(static fn (float $v): float => log(max(1e-4, $v)), $step['onPaper']->toArray());
                $places[] = ['deposit' => $deposit, 'r' => $log[0], 'g' => $log[1], 'b' => $log[2]];
            }
        }

        return $places;
    }

    /**
     * Deepest that all of some strips were painted, beyond reference depth.
     *
     * @param non-empty-list<self> $strips
     *
     * @return float|null deposit in the key channel of the first; null where one of them is no deeper than reference depth
     */
    public static function deepestOfAll(array $strips): ?float
    {
        $deepest = null;
        for ($depth = self::DEEP[0]; $depth <= self::DEEP[1]; $depth += self::DEEP[2]) {
            foreach ($strips as $strip) {
                if ($strip->at($depth, $strips[0]->key) === null) {
                    return $deepest;
                }
            }
            $deepest = $depth;
        }

        return $deepest;
    }

    /** Colour at reference depth, or of the step nearest to it. */
    public function reference(): Lab
    {
        $at = $this->at(Scale::current()->depths->reference);
        if ($at !== null) {
            return $at->toLab();
        }

        return $this->steps[0]['onPaper']->toLab();
    }

    /** How many of its parts were painted: a fuller strip says more of a paint than a newer one. */
    public function parts(): int
    {
        return count(array_filter([$this->ink, $this->wash, $this->lifted]));
    }

    /** @return StripData */
    public function toArray(): array
    {
        return [
            'paper' => $this->paper->toArray(),
            'ink' => $this->ink?->toArray(),
            'key' => $this->key,
            'steps' => array_map(static fn (array $s): array => [$s['onPaper']->toArray(), $s['onBlack']?->toArray()], $this->steps),
            'wash' => $this->wash?->toArray(),
            'unlifted' => $this->unlifted?->toArray(),
            'lifted' => $this->lifted?->toArray(),
            'residue' => $this->residue,
            'grain' => [$this->grain, $this->grainDeltaL, $this->grainSizeMm],
        ];
    }

    /** @param array<string, mixed> $data as written by toArray() */
    public static function fromArray(array $data): self
    {
        $rgb = LinearRgb::fromArray(...);

        return new self(
            $rgb($data['paper']),
            $data['ink'] === null ? null : $rgb($data['ink']),
            $data['key'],
            array_map(static fn (array $s): array => ['onPaper' => $rgb($s[0]), 'onBlack' => $s[1] === null ? null : $rgb($s[1])], $data['steps']),
            $data['wash'] === null ? null : $rgb($data['wash']),
            $data['unlifted'] === null ? null : $rgb($data['unlifted']),
            $data['lifted'] === null ? null : $rgb($data['lifted']),
            $data['residue'],
            ...$data['grain'],
        );
    }
}
