<?php

declare(strict_types=1);

namespace Tests\Core;

use MarshTrial\Core\Bench\Granulation;
use MarshTrial\Core\Bench\Staining;
use MarshTrial\Core\Bench\SurfaceLight;
use MarshTrial\Core\Bench\Transparency;
use MarshTrial\Core\Card\Protocol;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\Imaging\GrainMap;
use MarshTrial\Core\Optics\Deposit;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\Rating;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;
use PHPUnit\Framework\TestCase;
use Tests\Support\Readings;

/** The rating rules on exact films, where every true value follows from the formula of the film. */
final class RatingRulesTest extends TestCase
{
    private const RED = [0.03, 0.5, 0.42];

    private const WHITE = [0.004, 0.004, 0.006];

    /** Surface light as a dark neighbour row tells it. */
    private static function surface(float $gloss): SurfaceLight
    {
        return SurfaceLight::presumed(Scale::current(), $gloss / Scale::current()->surface->floorShare);
    }

    public function testTheBodyOfAFilmIsFoundWhenTheFloorIsRight(): void
    {
        foreach ([[0.004, 'transparent'], [0.014, 'semi-transparent'], [0.024, 'semi-opaque'], [0.12, 'opaque']] as [$s, $class]) {
            $row = Readings::row(self::RED, $s, 2.0);
            // Truth: luminance of the film over black, without surface reflection and without what comes from the ink, at deposit 0.92.
            $true = self::trueBody($s, 0.02);
            $rating = Transparency::rate($row, self::surface(0.02));
            self::assertSame(RatingStatus::Measured, $rating->status);
            self::assertEqualsWithDelta($true, $rating->value, max(0.003, 0.03 * $true), "S $s");
            self::assertContains($class, $rating->classes95, "S $s, body $true");
            self::assertSame(Scale::current()->depths->reference, $rating->atDeposit);
        }
    }

    private static function trueBody(float $s, float $gloss): float
    {
        $low = 0.1;
        $high = 4.0;
        for ($i = 0; $i < 50; $i++) {
            $middle = ($low + $high) / 2;
            $seen = Readings::film(self::RED, $s, $middle, Readings::PAPER, $gloss)[1];
            [$low, $high] = -log($seen / ($gloss + (1 - $gloss) * Readings::PAPER[1])) < Scale::current()->depths->reference ? [$middle, $high] : [$low, $middle];
        }
        $white = Readings::film(self::RED, $s, $low, Readings::PAPER, $gloss);
        $black = Readings::film(self::RED, $s, $low, [0.0, 0.0, 0.0], $gloss);
        $y = static fn (array $rgb): float => (new LinearRgb($rgb[0], $rgb[1], $rgb[2]))->luminance();

        return $y(array_map(static fn (float $v): float => $v - $gloss, $black)) / $y($white);
    }

    public function testAWrongFloorIsCoveredByTheUncertainty(): void
    {
        foreach ([0.010, 0.035] as $gloss) {
            $row = Readings::row(self::RED, 0.02, 2.0, ['gloss' => $gloss]);
            // What the card itself offers: its own strokes.
            $rating = Transparency::rate($row, SurfaceLight::ofCard(Scale::current(), [1 => $row])[1]);
            self::assertLessThanOrEqual(1.96 * $rating->uncertainty, abs($rating->value - self::trueBody(0.02, $gloss)), "gloss $gloss");
        }
    }

    public function testABlackCannotBeJudgedOnABlackLine(): void
    {
        $rating = Transparency::rate(Readings::row([0.5, 0.5, 0.5], 0.005, 4.0), self::surface(0.02));
        self::assertSame(RatingStatus::Undecidable, $rating->status);
        self::assertStringContainsString('black line cannot judge a black', (string) $rating->reason);
        self::assertArrayHasKey('contrastRatioAtMasstone', $rating->numbers);
    }

    public function testAWhiteIsJudgedAsAppliedWithLimitsOfItsOwn(): void
    {
        $rating = Transparency::rate(Readings::row(self::WHITE, 0.9, 2.0), self::surface(0.02));
        self::assertSame(RatingStatus::Measured, $rating->status);
        self::assertContains('white or very pale: judged as applied', $rating->remarks);
        self::assertSame('opaque', $rating->class());
        $thin = Transparency::rate(Readings::row(self::WHITE, 0.9, 0.08), self::surface(0.02));
        self::assertContains('transparent', $thin->classes95);
        // Bare paper and a bare line are not a very transparent white.
        self::assertSame(RatingStatus::NotTested, Transparency::rate(Readings::row(self::WHITE, 0.9, 1e-6), self::surface(0.02))->status);
    }

    public function testAPaleStrokeIsScaledAndSaysSo(): void
    {
        $rating = Transparency::rate(Readings::row(self::RED, 0.02, 0.6), self::surface(0.02));
        self::assertSame(RatingStatus::Measured, $rating->status);
        self::assertMatchesRegularExpression('/^scaled from deposit 0\.\d\d$/', $rating->remarks[0]);
        self::assertLessThanOrEqual(1.96 * $rating->uncertainty, abs($rating->value - self::trueBody(0.02, 0.02)));
    }

    public function testGlossThatDarkensTheLineIsRemarkedAndKeptBelowZero(): void
    {
        // More surface light is claimed than there is: every body comes out negative, and is kept as it is; the range printed ends at zero.
        $rating = Transparency::rate(Readings::row(self::RED, 0.0005, 2.0), SurfaceLight::known(Scale::current(), 0.026, 0.001));
        self::assertLessThan(0.0, $rating->value);
        self::assertSame('transparent', array_key_first($rating->chances));
        self::assertContains('binder or gloss darkens the line', $rating->remarks);
    }

    public function testResiduesAndTheirClasses(): void
    {
        foreach ([[0.05, 'non-staining'], [0.2, 'low'], [0.45, 'medium'], [0.85, 'high']] as [$left, $class]) {
            $rating = Staining::rate(Readings::row(self::RED, 0.02, 2.0, ['soft' => $left, 'stiff' => $left / 2]));
            self::assertSame($class, $rating->class());
            self::assertEqualsWithDelta($left, $rating->value, 0.03);
            self::assertLessThanOrEqual(0.04, $rating->uncertainty);
            self::assertEqualsWithDelta($left / 2, $rating->numbers['stiff']['residue'], 0.03);
        }
        self::assertGreaterThan(
            Staining::rate(Readings::row(self::RED, 0.02, 2.0, ['unlifted' => 0.9, 'soft' => 0.5]))->uncertainty,
            Staining::rate(Readings::row(self::RED, 0.02, 2.0, ['unlifted' => 1.45, 'soft' => 0.5]))->uncertainty,
        );
    }

    public function testAStrokeTooPaleOrTooDarkGivesAResidueWithoutAClass(): void
    {
        foreach ([0.25, 2.2] as $unlifted) {
            $rating = Staining::rate(Readings::row(self::RED, 0.02, 2.0, ['unlifted' => $unlifted, 'soft' => 0.5]));
            self::assertSame(RatingStatus::NotReached, $rating->status, "deposit $unlifted");
            self::assertNull($rating->class());
            self::assertEqualsWithDelta(0.5, $rating->value, 0.1);
            self::assertStringContainsString('a class needs 0.4 to 1.5', (string) $rating->reason);
        }
        self::assertSame(RatingStatus::NotTested, Staining::rate(Readings::row(self::RED, 0.02, 2.0, ['unlifted' => 0.01]))->status);
    }

    public function testRoughenedPaperIsNoticed(): void
    {
        $rough = Staining::rate(Readings::row(self::RED, 0.02, 2.0, ['soft' => 0.3, 'stiff' => 0.5]));
        self::assertStringContainsString('roughened', $rough->remarks[0]);
        self::assertSame([], Staining::rate(Readings::row(self::RED, 0.02, 2.0, ['soft' => 0.3, 'stiff' => 0.28]))->remarks);
    }

    /** A deposit that waves by A with wavelength L passes the band by |exp(-2(pi s1/L)^2) - exp(-2(pi s2/L)^2)|: a Gaussian's own transfer function. */
    public function testTheGrainOfAWaveIsWhatItsFilterPasses(): void
    {
        $row = Readings::row(self::RED, 0.02, 2.0);
        $paper = $row->paper->rgb->g;
        $flat = self::map(static fn (): float => 0.0, $paper, 0.0);
        foreach ([[0.08, 0.8], [0.2, 1.2], [0.35, 2.0]] as [$amplitude, $wavelength]) {
            $map = self::map(static fn (float $x): float => $amplitude * cos(2 * M_PI * $x / $wavelength), $paper, 0.8);
            $rating = Granulation::rate($row, $map, $flat, 300);
            $pass = exp(-2 * (M_PI * 0.1 / $wavelength) ** 2) - exp(-2 * (M_PI * 0.5 / $wavelength) ** 2);
            self::assertEqualsWithDelta($amplitude / sqrt(2) * $pass / 0.8, $rating->value, 0.006, "wave of $wavelength mm");
            // The half width of a cosine's own likeness is a sixth of its wavelength.
            self::assertEqualsWithDelta($wavelength / 6, $rating->numbers['grainSizeMm'], 0.1);
        }
    }

    public function testPapersOwnTextureAndSpecksAreNotGrain(): void
    {
        $row = Readings::row(self::RED, 0.02, 2.0);
        $paper = $row->paper->rgb->g;
        $tooth = static fn (float $x, float $y): float => 0.03 * sin(2 * M_PI * $x / 0.9) * cos(2 * M_PI * $y / 0.7);
        $same = Granulation::rate($row, self::map($tooth, $paper, 0.8), self::map($tooth, $paper, 0.0), 300);
        self::assertEqualsWithDelta(0.0, $same->value, 1e-6);
        self::assertSame('none', $same->class());
        $speck = static fn (float $x, float $y): float => hypot($x - 5, $y - 4) < 0.3 ? 2.5 : 0.0;
        self::assertLessThan(0.01, Granulation::rate($row, self::map($speck, $paper, 0.8), self::map(static fn (): float => 0.0, $paper, 0.0), 300)->value);
    }

    public function testGrainNeedsADepthAndAResolution(): void
    {
        $flat = self::map(static fn (): float => 0.0, 0.83, 0.5);
        $pale = Granulation::rate(Readings::row(self::RED, 0.02, 2.0, ['wash' => 0.2]), $flat, $flat, 300);
        self::assertSame(RatingStatus::NotReached, $pale->status);
        self::assertStringContainsString('measured from 0.3 to 1.2', (string) $pale->reason);
        self::assertStringContainsString('this picture has 200', (string) Granulation::rate(Readings::row(self::RED, 0.02, 2.0), null, null, 200)->reason);
    }

    /** @param callable(float, float): float $wave added deposit at a place in mm */
    private static function map(callable $wave, float $paper, float $deposit): GrainMap
    {
        $values = [];
        for ($j = 0; $j < 90; $j++) {
            for ($i = 0; $i < 140; $i++) {
                $values[] = $paper * exp(-$deposit - $wave(0.1 * $i, 0.1 * $j));
            }
        }

        return new GrainMap(140, 90, 0.1, $values);
    }

    public function testDepositsAndTheKeyChannel(): void
    {
        $paper = new LinearRgb(0.8, 0.8, 0.8);
        $of = static fn (float $r, float $g, float $b): Deposit => Deposit::of(new LinearRgb($r, $g, $b), $paper);
        self::assertEqualsWithDelta(-log(0.4), $of(0.8, 0.32, 0.8)->largest(), 1e-12);
        // At 5 % of the paper and below no logarithm is taken, and there is no largest.
        self::assertNull($of(0.8, 0.04, 0.8)->largest());
        self::assertNull($of(0.8, 0.04, 0.8)->in(1));
        self::assertNotNull($of(0.8, 0.041, 0.8)->in(1));
        // The key channel is read where the paint comes nearest the reference depth, not at full strength.
        $deep = $of(0.30, 0.28, 0.20);
        $near = $of(0.33, 0.50, 0.60);
        self::assertSame(0, Deposit::keyChannel([$deep, $near], 0.92));
        self::assertNull(Deposit::keyChannel([$of(0.8, 0.03, 0.8)], 0.92));
        self::assertSame(-0.0, round($of(0.8, 0.8, 0.8)->in(0) ?? 1.0, 9));
    }

    /** The same row under four schools: what is lifted differs, and the classes are the soft brush's alone. */
    public function testAResidueBelongsToItsProtocol(): void
    {
        $row = Readings::row([0.5, 0.25, 0.05], 0.02, 1.8, ['soft' => 0.45, 'stiff' => 0.2]);
        $of = static fn (string $protocol): Rating => Staining::rate($row, $protocol);
        self::assertSame($of('lift-soft-then-stiff')->value, $of('lift-gently')->value);
        self::assertSame([['medium'], ['medium'], [], []], array_map(static fn (string $p): array => $of($p)->classes, ['lift-soft-then-stiff', 'lift-gently', 'lift-hard-scrub', 'lift-blot-wet']));
        self::assertLessThan((float) $of('lift-gently')->value / 2 + 0.05, (float) $of('lift-hard-scrub')->value);
        self::assertNull($of('lift-gently')->numbers['stiff']);
        self::assertSame('lift-gently 1', $of('lift-gently')->under(Protocol::written('staining', ['staining' => 'lift-gently']))->protocol);
        self::assertSame(['line-under 1', 'flat-wash 1'], [Protocol::under('transparency', [])->text(), Protocol::under('evenness', [])->text()]);
        // Every property that a card measures has a protocol that a stranger can follow.
        foreach (Property::keys(Property::cases()) as $property) {
            $usual = Protocol::under($property, []);
            self::assertTrue(count($usual->steps) >= 3 && count($usual->spoilers) >= 2, $property);
        }
        self::assertSame([[], ['staining' => 'lift-gently']], [Protocol::namedOnly(['staining' => 'lift-soft-then-stiff']), Protocol::namedOnly(['staining' => 'lift-gently'])]);
        $this->expectExceptionMessage('is not for transparency');
        Protocol::check(['transparency' => 'lift-gently']);
    }
}
