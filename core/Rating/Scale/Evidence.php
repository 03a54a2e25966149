<?php

declare(strict_types=1);

namespace MarshTrial\Core\Rating\Scale;

/** How tests of one paint scatter, and from when on paints, makers and tests are told apart. */
final readonly class Evidence
{
    public function __construct(
        /** @var array{float, float} What tests usually scatter by as a share of the property's own measure, before any were repeated: centre of a log-normal distribution and standard deviation of the logarithm (own, simulated). */
        public array $usual = [0.12, 0.7],
        /** Standard deviation of the logarithm by which paints differ in how much their tests scatter (own, simulated). */
        public float $ofPaints = 0.45,
        /** Own predictive standard deviations by which a test lies off the others before it is marked (common practice, no source). */
        public float $off = 3.0,
        /** Chance below which makers of one kind would differ so much, that "the maker matters" is said (own, simulated: groups without a difference stay under 5 %, nested, crossed or in between). */
        public float $makers = 0.03,
        /** Degrees of freedom that what the hand does weighs beside the tests themselves (own, simulated). */
        public float $makersTaught = 4.0,
        /** Times the variance of the hand that a test of one paint by one tester has (own, simulated). */
        public float $makersHand = 1.5,
        /** Share of it that testers see makers differently by, however often they test (own, simulated). */
        public float $makersInteraction = 0.25,
        /** dE00 up to which two tests of one paint are never called odd: another batch may lie so far (own, simulated). */
        public float $oddLeast = 6.0,
        /** Times what pictures and hands differ by, beyond which they are (own, simulated). */
        public float $oddTimes = 4.0,
        /** What the pictures of two tests leave open of a colour, dE00 (own, simulated). */
        public float $oddUncertainty = 0.7,
        /** Usual rms distance of one test from its paint's centre before any were repeated, dE00; and how many pairs that weighs (own). */
        public float $oddScatter = 1.0,
        public float $oddTaught = 10.0,
        /** dE00 within which another paint may be what was painted by mistake (own). */
        public float $oddLike = 4.0,
        /** Chance below which a test lies further from the others, or two groups of tests apart, than what they scatter bears (own, simulated). */
        public float $torn = 0.03,
        /** Chance from which two paints are told apart (common practice). */
        public float $apart = 0.95,
        /**
         * Width of a class, in standard uncertainties of a difference, from which on "no difference seen" says something: a difference of one
         * class is then seen in four of five cases (1.96 + 0.84; Cohen 1988, power of a two-sided test at 5 %).
         */
        public float $enough = 2.8,
    ) {}
}
