<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Imaging\CellReading;
use MarshTrial\Core\Imaging\InkLine;
use MarshTrial\Core\Optics\Deposit;
use MarshTrial\Core\Rating\Scale;

/** All that was read in one row of a property card; what the card has no block for is empty. */
final readonly class RowReadings
{
    /** Channel in which this paint's deposits are given: 0 red, 1 green, 2 blue; null when nothing could be read. */
    public ?int $key;

    public function __construct(
        public Scale $scale,
        public int $row,
        public CellReading $paper,
        public ?InkLine $line,
        /** @var list<CellReading> bare line left and right of the stroke */
        public array $bareLine,
        /** @var list<StrokeStep> full strength first */
        public array $steps,
        /** @var array<string, list<CellReading>> by role value, in the order of the card: everything else that was read */
        public array $fields,
    ) {
        $depths = array_map(static fn (StrokeStep $s): Deposit => $s->deposit, $steps);
        foreach ($fields as $role => $readings) {
            if (CellRole::from($role)->isOneDepth()) {
                array_push($depths, ...array_map($this->depositOf(...), $readings));
            }
        }
        $this->key = Deposit::keyChannel(
            array_values(array_filter($depths, static fn (Deposit $d): bool => ($d->largest() ?? 0) >= $scale->depths->least)),
            $scale->depths->reference,
        );
    }

    /**
     * The same with other bare ends of its line.
     *
     * @param list<CellReading> $ends
     */
    public function withBareLine(array $ends): self
    {
        return new self($this->scale, $this->row, $this->paper, $this->line, $ends, $this->steps, $this->fields);
    }

    /**
     * What was read in the places of a role, in the order of the card.
     *
     * @return list<CellReading>
     */
    public function fields(CellRole $role): array
    {
        return $this->fields[$role->value] ?? [];
    }

    /**
     * Ids of the bare paper's cell and of the numbered cells of a role.
     *
     * @return list<string>
     */
    public function cellIds(CellRole $role): array
    {
        return [CellId::of($this->row, CellRole::Paper), ...array_map(fn (int $i): string => CellId::of($this->row, $role, $i + 1), array_keys($this->fields($role)))];
    }

    public function first(CellRole $role): ?CellReading
    {
        return $this->fields($role)[0] ?? null;
    }

    public function depositOf(CellReading $reading): Deposit
    {
        return Deposit::of($reading->rgb, $this->paper->rgb);
    }

    /** Deposit in the key channel; null when it is saturated or there is no key channel. */
    public function keyDeposit(CellReading $reading): ?float
    {
        return $this->key === null ? null : $this->depositOf($reading)->in($this->key);
    }

    /** The key channel in words. */
    public function keyName(): ?string
    {
        return $this->key === null ? null : ['red', 'green', 'blue'][$this->key];
    }

    /**
     * Channels in which a good part of what was read is brighter than its own bare paper, as a fluorescent paint is.
     *
     * @return list<string> red, green, blue
     */
    public function outshines(): array
    {
        $places = [...array_map(static fn (StrokeStep $s): CellReading => $s->onPaper, $this->steps), ...$this->fields(CellRole::Wash), ...$this->fields(CellRole::Ladder)];
        $paper = $this->paper->rgb->toArray();
        $out = [];
        foreach (['red', 'green', 'blue'] as $c => $name) {
            $brighter = array_filter($places, fn (CellReading $r): bool => $r->glare < 0.01 && log(max(1e-4, $r->rgb->toArray()[$c]) / $paper[$c]) > $this->scale->swatch->outshines);
            if (count($brighter) >= max(2, $this->scale->swatch->outshining * count($places))) {
                $out[] = $name;
            }
        }

        return $out;
    }

    /** Uncertainty of a deposit from the scatter of the cell's own lightness. */
    public static function depositScatter(CellReading $reading): float
    {
        return 3 / (max(8.0, $reading->lab->l) + 16) * sqrt(max(0.0, $reading->labCovariance[0][0]));
    }

    /** Whether a place shows paint at all; one too dark to be read does. */
    public function isPainted(?CellReading $reading): bool
    {
        return $this->key !== null && $reading !== null && ($this->depositOf($reading)->largest() ?? INF) >= $this->scale->depths->least;
    }
}
