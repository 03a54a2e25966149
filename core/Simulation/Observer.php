<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\Block;
use MarshTrial\Core\Card\CellId;
use MarshTrial\Core\Card\CellRole;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;

/** Looks at one row of a make-believe sheet without noise, with the paint's film at hand. */
final readonly class Observer
{
    public Appearance $look;

    public Habits $habits;

    /** Channel in which the paint absorbs most. */
    public int $key;

    /** @param array<string, LinearRgb> $means noise-free mean of each cell */
    public function __construct(public Scene $scene, public int $row, public array $means)
    {
        $this->look = $scene->look($row);
        $this->habits = $scene->habits[$row];
        $this->key = $this->look->key();
    }

    /**
     * What a perfect observer would say of the blocks beyond stroke and lift.
     *
     * @return array<string, array<string, int|float|string|null|list<float>>> by block, those on the card only
     */
    public function blocks(): array
    {
        $out = [];
        foreach ($this->scene->layout->blocks() as $block) {
            $out[$block->kind->value] = $this->truthOf($block);
        }

        return array_filter($out);
    }

    /** @return array<string, int|float|string|null|list<float>> */
    private function truthOf(Block $block): array
    {
        $standIn = BlockStandIn::for($block->kind);

        return $standIn === null ? [] : $standIn::truth($this, $block->count);
    }

    /** Deposit of a cell in the key channel. */
    public function deposit(CellRole $role): float
    {
        return -log(max(1e-3, $this->means[CellId::of($this->row, $role)]->toArray()[$this->key]) / $this->look->rgb(0.0)[$this->key]);
    }

    /** The same of a film. */
    public function filmDeposit(float $thickness, int $channel, float $drift = 0.0): float
    {
        return $this->look->deposit($thickness, $channel, $drift);
    }

    /** Deposit per unit of thickness where the film is all but nothing. */
    public function thinSlope(int $channel): float
    {
        return $this->filmDeposit(1e-4, $channel) / 1e-4;
    }

    /** Colour of the drifted film where it is as thick as gives, in one channel, the deposit of the film that has not drifted. */
    public function atAmount(float $drift, int $channel, float $thickness): Lab
    {
        return $this->look->lab($this->look->thicknessAt($this->look->deposit($thickness, $channel), $channel, $drift), $drift);
    }

    /** Where a falling function passes a level. */
    public static function crossing(\Closure $at, float $level, float $from, float $to): float
    {
        for ($i = 0; $i < 60; $i++) {
            $middle = ($from + $to) / 2;
            [$from, $to] = $at($middle) > $level ? [$middle, $to] : [$from, $middle];
        }

        return $from;
    }
}
