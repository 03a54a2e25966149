<?php

declare(strict_types=1);

namespace MarshTrial\Core\Simulation;

use MarshTrial\Core\Card\RowLabel;
use MarshTrial\Core\Pigment\PigmentStatement;

/** How a make-believe paint behaves in the tests beyond the stroke, the wash and the lift. */
final readonly class Habits
{
    private function __construct(
        /** Film thickness of undiluted paint laid as a step of the ladder. */
        public float $strength,
        /** Film thickness of one glaze. */
        public float $layer,
        /** Layer that moves the ones below; 0: none does. */
        public int $moves,
        /** Share that a tissue leaves. */
        public float $leftByBlot,
        /** Radius of a touch in wet paper at half its thickness, mm, and how wide its border is. */
        public float $spreadMm,
        public float $borderMm,
        /** Length over which a softened edge falls by a factor of e, mm; how much darker its rim stays, as a share. */
        public float $pullMm,
        public float $rim,
        /** Share of a salted wash that turns to stars. */
        public float $stars,
        /** How far the pigments of a mixture have changed places at either end of a tilted strip, -1 to 1: what travels. */
        public float $drift,
        /** How far they do from place to place of a flat wash, standard deviation. */
        public float $clump,
        /** Film thickness that three passes take off the pan. */
        public float $rewet,
    ) {}

    public static function of(RowLabel $row, int $seed): self
    {
        $random = SeededRandom::keyed("habits|$row->specimen|$row->pigments|$seed");
        $mixed = count(PigmentStatement::parse($row->pigments)->codes) > 1;

        return new self(
            strength: exp($random->between(log(1.4), log(4.0))),
            layer: $random->between(0.15, 0.45),
            moves: $random->between(0, 1) < 0.3 ? $random->whole(4, 6) : 0,
            leftByBlot: $random->between(0.15, 0.8),
            spreadMm: $random->between(3.0, 10.5),
            borderMm: $random->between(0.3, 2.0),
            pullMm: $random->between(0.4, 5.0),
            rim: $random->between(0, 1) < 0.3 ? $random->between(0.4, 0.8) : 0.0,
            stars: max(0.0, $random->between(-0.05, 0.25)),
            drift: $random->between(0, 1) < 0.2 || ! $mixed ? 0.0 : $random->between(-0.8, 0.8),
            clump: $mixed ? $random->between(0.0, 0.3) : 0.0,
            rewet: exp($random->between(log(0.06), log(1.8))),
        );
    }
}
