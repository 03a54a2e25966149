<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** Change in the light: outcomes and categories of lightfastness. */
final readonly class Fade
{
    public function __construct(
        /** @var non-empty-array<string, float> Upper limits of the categories at the reference dose, dE*ab; I is the most lightfast (ASTM D4303, memory). */
        public array $classes = ['I' => 4.0, 'II' => 8.0, 'III' => 16.0, 'IV' => 24.0, 'V' => INF],
        /** @var non-empty-array<string, float> Upper limits of what is seen of a change, dE_F: between grades 4-5 and 4, 3-4 and 3, 2 and 1-2 of the grey scale (ISO 105-A05, memory). */
        public array $bands = ['no change to be seen' => 1.25, 'just visible' => 2.95, 'clearly changed' => 8.2, 'strongly changed' => INF],
        /** @var non-empty-array<string, float> What somebody accepts of a change, dE_F (own; the first two as above). */
        public array $accepted = ['none I could find side by side' => 1.25, 'only side by side' => 2.95, 'noticeable, the same picture' => 5.8, 'any' => INF],
        /** Change below which changes are all alike likely before anything was read, and beyond it all their orders of magnitude, dE_F (own, simulated). */
        public float $usualChange = 0.3,
        /** Chance of the likeliest band below which nothing can be told, where others reach from unseen to clearly changed (own, simulated). */
        public float $bandTold = 0.5,
        /** Chance from which a band counts as possible (own). */
        public float $bandPossible = 0.1,
        /** Chance of no change to be seen above which no other band is told as one word (own, simulated). */
        public float $unseenKept = 0.15,
        /** 1260 MJ/m2 of daylight behind glass, Mlx h (memory; own efficacy of 110 lm/W). */
        public float $referenceDoseMlxh = 38.5,
        /** Standard deviations by which a category must be missed to be ruled out (own). */
        public float $categorySigmas = 3.0,
        /** Usual mismatch of two halves painted by hand, dE*ab; used when there is no reading before hanging (own). */
        public float $usualMismatch = 1.5,
        /** The same of two parts of one even depth that were found by looking, in an old strip (own, simulated). */
        public float $placedMismatch = 2.2,
        /** The same where the window half shows fewer of them (own). */
        public float $guessedMismatch = 5.0,
        /** Share of the paint in view that must be of one depth to be a part of one even depth (own, simulated). */
        public float $evenShare = 0.2,
        /** Deposit of a masstone, where depths are told apart (own). */
        public float $masstone = 2.4,
        /** What a scanner repeats to, per axis of L*a*b* (own, simulated). */
        public float $repeatability = 0.12,
        /** What a device sees otherwise from one visit to the next beyond what paper tells, dE*ab (own). */
        public float $deviceDrift = 0.8,
        /** Paper change from which category sets use the whole range between raw and corrected, dE*ab (own). */
        public float $largePaperChange = 3.0,
        /** Share of the deposit left below which a specimen is nearly gone (own). */
        public float $nearlyGone = 0.15,
        /** The lightness part of a change below which it counts as equal lightness (own). */
        public float $equalLightness = 0.3,
        /** Chroma gained, over lightness lost, from which a change is called more vivid and not darker (own). */
        public float $vivid = 1.0,
        /** Share of white below which two readings of a channel have no ratio worth the name: vivid colours reach nothing there and less; they differ (own). */
        public float $noRatio = 0.02,
        /** Share of its paint by which the dark half must have changed since its own first reading, while halves differ, to ask what happened to it (own). */
        public float $darkChanged = 0.08,
        /** So many times what the window half changed by, it is the dark half that changed: swapped, or fading in the dark (own). */
        public float $darkNotWindow = 3.0,
    ) {}
}
