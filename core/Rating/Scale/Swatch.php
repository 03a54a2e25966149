<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** Swatches seen through the pocket frame: what in the window is bare paper, even paint, ink, and how much of each is needed. */
final readonly class Swatch
{
    public function __construct(
        /** How far from the window's drawn edge it is looked at, mm: the frame's shadow of up to 1 mm and a knife that strayed by as much stay out (own). */
        public float $insetMm = 2.2,
        /** Distance of the points that are looked at, mm (own). */
        public float $pitchMm = 0.25,
        /** Side of the squares of which paper and paint are told, mm (own). */
        public float $blockMm = 1.0,
        /** @var array{float, float} Least and most luminance of bare painting paper beside the paper of the frame, as a ratio (own, simulated: aged and curled against office white). */
        public array $paperLight = [0.66, 1.2],
        /** Most that the channels of that ratio may differ by, as a ratio: from cream with age to office white with brightener (own, simulated). */
        public float $paperTint = 1.5,
        /** Natural logarithm of a ratio within which squares count as the same bare paper (own). */
        public float $paperEven = 0.06,
        /** Least bare paper that deposits are taken over, mm2 (own). */
        public float $leastPaperMm2 = 9.0,
        /** Least step from bare paper to paint at its edge, natural logarithm (own): a wash that fades out has no edge. */
        public float $edgeStep = 0.07,
        /** Least share of the edge between paper and paint that must be sharp for the paper to be believed (own, simulated). */
        public float $sharpShare = 0.35,
        /** Deposit from which a square counts as painted (own). */
        public float $painted = 0.06,
        /** By how much a channel may outshine bare paper, natural logarithm, before the paint may be fluorescent (own, simulated). */
        public float $outshines = 0.04,
        /** Share of the painted places that must do so before it is told (own). */
        public float $outshining = 0.2,
        /** Most that the hue of one paint turns from place to place, degrees, where its chroma is above the next value (own: the widest two-tone paints turn by some 40). */
        public float $oneHueDeg = 65.0,
        /** Chroma below which a hue says nothing of that (own). */
        public float $oneHueChroma = 14.0,
        /** Share by which squares of one even place may differ in deposit (own). */
        public float $even = 0.15,
        /** Least even place for a colour, and for a wash, mm2 (own). */
        public float $leastPlaceMm2 = 4.0,
        public float $leastWashMm2 = 25.0,
        /** Largest even place that is read, mm (own). */
        public float $mostPlaceMm = 14.0,
        /** @var array{float, float} Darker than what surrounds it by this much, natural logarithm, or by so many spreads of it, is ink or a hair (own, simulated). */
        public array $mark = [0.3, 4.0],
        /** Widest stroke of a pen or a letter, mm (own); a line to test transparency is wider. */
        public float $markMm = 1.3,
        /** @var array{float, float} Width of a line beneath, mm (own). */
        public array $lineMm = [1.5, 8.0],
        /** Luminance of a line beside bare paper, as a share (own). */
        public float $lineDark = 0.2,
        /** Least length of a line with bare paper on both sides, and with paint, mm (own). */
        public float $lineBareMm = 2.5,
        public float $linePaintedMm = 4.0,
        /** Light in the window against that on the frame and from place to place in it, share, one standard deviation: curl, thickness of the frame (own, simulated). */
        public float $light = 0.02,
        /** What is not known of unmeasured bare paper that colours are fitted to, dE00 at the lightness of paper, 95 % (own, simulated): age yellows it. */
        public float $unknownPaper = 2.3,
        /** The same where no bare paper is in the window and the frame's has to serve, which may be office white or painting paper (own). */
        public float $unknownFrame = 6.0,
    ) {}
}
