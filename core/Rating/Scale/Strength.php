<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** Tinting strength and darkening by layers, taken where paint is thin. */
final readonly class Strength
{
    public function __construct(
        /** Largest deposit from which a strength or a darkening per layer is taken: the low end (own, simulated). */
        public float $lowEnd = 1.1,
        /** Share by which equal loads differ from a practised hand (own). */
        public float $loadSpread = 0.04,
        /** A layer that darkens by less than this share of those before it has moved the one below (own). */
        public float $layerMoved = 0.5,
        /** Deposit up to which a moved layer is told (own). */
        public float $layerRead = 1.6,
        /** @var array{float, float} Usual fall of ln(deposit / amount) with the deposit, and its standard deviation between films, in the channel that absorbs most, where a paint too vivid for sRGB makes it rise (own, simulated: spectral Kubelka-Munk films over paper up to a deposit of 1). */
        public array $fall = [-0.01, 0.045],
        /** @var array{float, float} The same in other channels, where sharp edges of the spectrum make it fall (own, simulated). */
        public array $fallElsewhere = [0.06, 0.10],
        /** Share of the largest deposit from which a channel counts as one that absorbs most (own, simulated). */
        public float $most = 0.95,
        /** Share of the largest deposit below which the slope of a channel means nothing (own, simulated). */
        public float $nothing = 0.3,
    ) {}
}
