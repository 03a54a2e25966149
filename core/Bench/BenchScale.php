<?php

declare(strict_types=1);

namespace MarshTrial\Core\Bench;

/**
 * Bench scale 1: every threshold by which readings become ratings. Immutable; a change makes a new scale with a new name.
 *
 * Sources: "own" is this project's choice, "own, simulated" was found by simulating films, ink and scanners, "memory" is
 * remembered from the standard named.
 */
final readonly class BenchScale
{
    public const NAME = 'bench scale 1';

    /** Version of the rules that derive ratings from readings with this scale. */
    public const RULES = 5;

    /** Deposit at which washes are compared: the key channel reflects 40 % of the paper (ASTM D4303, memory). */
    public const REFERENCE_DEPTH = 0.92;

    /** Furthest a value is carried beyond the measured depths (own). */
    public const EXTRAPOLATION = 0.15;

    /** A deposit below this is reported, not used (own). */
    public const LEAST_DEPOSIT = 0.10;

    /** Share of the darkest place over a line that is taken for surface reflection and stray light where nothing else tells, and one standard deviation (own, simulated). */
    public const FLOOR_SHARE = 0.7;

    public const FLOOR_SPREAD = 0.22;

    /** A line that is no darker than this share of the paper gives no class of transparency (own). */
    public const PALE_LINE = 0.2;

    /** What the body is uncertain by beyond surface light and line: share of it, and value over the line (own, simulated). */
    public const BODY_SYSTEMATIC = [0.13, 0.0017];

    /** Upper limits of the body over its luminance (own, simulated). */
    public const TRANSPARENCY = ['transparent' => 0.015, 'semi-transparent' => 0.03, 'semi-opaque' => 0.05, 'opaque' => INF];

    /** The same for white and very pale paint, as applied (own, simulated). */
    public const TRANSPARENCY_PALE = ['transparent' => 0.10, 'semi-transparent' => 0.25, 'semi-opaque' => 0.50, 'opaque' => INF];

    /** Masstone deposit below which a paint counts as white or very pale (own, simulated). */
    public const PALE_MASSTONE = 0.20;

    /** Body over the line from which a paint that leaves the paper as it is counts as a white, not as nothing (own). */
    public const LEAST_WHITE = 0.02;

    /** A black: masstone chroma and lightness below these, deposit above 1 in all channels (own, simulated). */
    public const BLACK_CHROMA = 8.0;

    public const BLACK_LIGHTNESS = 35.0;

    /** Upper limits of the residue after the soft brush (own). */
    public const STAINING = ['non-staining' => 0.10, 'low' => 0.30, 'medium' => 0.60, 'high' => INF];

    /** Range of the unlifted stroke's deposit for which a staining class is given (own, simulated). */
    public const STAINING_DEPTHS = [0.4, 1.5];

    /** Systematic uncertainty of the residue up to reference depth and at the deepest (own, simulated). */
    public const STAINING_SYSTEMATIC = [0.007, 0.018];

    /** Upper limits of the grain (own). */
    public const GRANULATION = ['none' => 0.04, 'slight' => 0.10, 'distinct' => 0.20, 'heavy' => INF];

    /** Range of the wash's deposit in which grain is measured (own). */
    public const GRAIN_DEPTHS = [0.3, 1.2];

    /** Sampling and band of the grain, mm, and the least resolution, dots per inch (own). */
    public const GRAIN_PITCH_MM = 0.1;

    public const GRAIN_BAND_MM = [0.1, 0.5];

    /** Width and height of the part of a cell that is looked at, mm: some hundred grains are enough (own). */
    public const GRAIN_WINDOW_MM = [12.0, 8.5];

    /** The same of bare paper, whose scatter is small and alike everywhere (own). */
    public const GRAIN_PAPER_WINDOW_MM = [8.0, 5.0];

    /** Softness of printed edges (standard deviation of the blur) from which grain is only "at least", mm (own). */
    public const GRAIN_SOFT_MM = 0.15;

    /** Share of a cell that may be glare before the picture is remarked on (own). */
    public const MUCH_GLARE = 0.1;

    /** Share of a cell that may be glare; beyond it nothing is rated from it (own). */
    public const MOST_GLARE = 0.4;

    public const GRAIN_LEAST_DPI = 254;

    /** Rms lightness difference below which grain is there but hardly seen (own). */
    public const GRAIN_VISIBLE_DL = 0.5;

    /** How fast luminance must change with the amount of paint for grain to be read from it in a JPEG (own). */
    public const GRAIN_IN_LUMINANCE = 0.12;

    /** A soft picture may have lost this share of the grain (own). */
    public const GRAIN_SOFT_LOSS = 0.4;

    /** Difference of two neighbouring steps of a ladder that counts as clear, dE00 (own). */
    public const CLEAR_STEP = 5.0;

    /** A pale end nearer to the paper than this, dE00, is lost (own). */
    public const PALE_END_LOST = 2.0;

    /** Deposit of the tint that is held against the masstone (own). */
    public const TINT_DEPTH = 0.3;

    /** Upper limits of the blotch of a flat wash (own, simulated). */
    public const EVENNESS = ['even' => 0.03, 'slightly uneven' => 0.06, 'uneven' => 0.12, 'very uneven' => INF];

    /** Sampling and blur for evenness, mm: what is left is wider than about 1.5 mm (own). */
    public const EVENNESS_PITCH_MM = 0.5;

    public const EVENNESS_SIGMA_MM = 0.75;

    /** Further blur before the direction of streaks is taken, mm (own, simulated). */
    public const STREAK_SIGMA_MM = 1.5;

    /** Share of the change in one direction from which a wash is called streaked (own, simulated). */
    public const STREAK_COHERENCE = 0.6;

    /** Range of the deposit between the two lines for which a transparency class is given, and what scaling to reference depth leaves open, as a share (own, simulated). */
    public const TWO_LINE_DEPTHS = [0.4, 1.4];

    public const TWO_LINE_SCALING = 0.4;

    /** Largest deposit from which a strength or a darkening per layer is taken: the low end (own, simulated). */
    public const LOW_END = 1.1;

    /** Share by which equal loads differ from a practised hand (own). */
    public const LOAD_SPREAD = 0.04;

    /** A layer that darkens by less than this share of those before it has moved the one below; told only up to this deposit (own). */
    public const LAYER_MOVED = 0.5;

    public const LAYER_READ = 1.6;

    /** Upper limit of the width over which a softened edge falls, mm, up to which it is a line (own). */
    public const SOFTENED_EDGE = ['hard line' => 2.0, 'soft' => INF];

    /** Share by which a rim is darker than its band from which it is a hard line, however soft the rest (own). */
    public const RIM = 0.25;

    /** A place in a salted wash paler than this share of its middle deposit is a star (own). */
    public const SALT_STAR = 0.6;

    /** Upper limits of the share of a salted wash that is stars (own). */
    public const SALT = ['none' => 0.02, 'some' => 0.10, 'strong' => INF];

    /** Upper limits of the deposit that three passes of a damp brush take off the dry pan (own). */
    public const REWETTING = ['hardly at all' => 0.10, 'hard work' => 0.30, 'some passes' => 0.92, 'at once' => INF];

    /** Upper limits of the separation along a tilted strip, dE (a*, b*) at one amount of paint (own). */
    public const SEPARATION = ['none' => 2.0, 'slight' => 6.0, 'clear' => INF];

    /** Upper limits of the scatter of hue and chroma within a wash at one amount of paint, dE (own). */
    public const WASH_SEPARATION = ['none' => 0.7, 'slight' => 2.0, 'clear' => INF];

    /** Chroma below which a hue is not spoken of (own). */
    public const LEAST_CHROMA = 6.0;

    /**
     * Classes that a value's interval touches, least first.
     *
     * @param array<string, float> $limits class => upper limit
     *
     * @return list<string>
     */
    public static function classesWithin(array $limits, float $low, float $high): array
    {
        $out = [];
        $from = -INF;
        foreach ($limits as $class => $to) {
            if ($high >= $from && $low < $to) {
                $out[] = $class;
            }
            $from = $to;
        }

        return $out;
    }
}
