<?php

declare(strict_types=1);

namespace Tests\Reference;

use MarshTrial\Core\CoreException;
use MarshTrial\Core\Optics\KubelkaMunk;
use MarshTrial\Core\Simulation\Film;
use PHPUnit\Framework\Attributes\DataProvider;
use PHPUnit\Framework\TestCase;

/** Identities of Kubelka and Munk 1931 and Kubelka 1948. */
final class KubelkaMunkTest extends TestCase
{
    /** @return list<array{0: float, 1: float}> KX and SX of films from clear to dense */
    public static function films(): array
    {
        return [[0.02, 0.001], [0.3, 0.02], [0.5, 0.5], [1.2, 0.08], [0.05, 1.5], [2.0, 0.4]];
    }

    #[DataProvider('films')]
    public function testAFilmOverItsOwnReflectivityChangesNothing(float $kx, float $sx): void
    {
        $infinite = KubelkaMunk::infinite($kx / $sx);
        self::assertEqualsWithDelta($infinite, KubelkaMunk::reflectance($kx, $sx, $infinite), 1e-9);
    }

    #[DataProvider('films')]
    public function testAThickFilmHidesItsBacking(float $kx, float $sx): void
    {
        $infinite = KubelkaMunk::infinite($kx / $sx);
        self::assertEqualsWithDelta($infinite, KubelkaMunk::reflectance($kx * 3000, $sx * 3000, 0.9), 1e-6);
        self::assertEqualsWithDelta($kx / $sx, KubelkaMunk::ratio($infinite), 1e-9);
    }

    #[DataProvider('films')]
    public function testSolvingGivesTheFilmBack(float $kx, float $sx): void
    {
        $light = KubelkaMunk::reflectance($kx, $sx, 0.85);
        $dark = KubelkaMunk::reflectance($kx, $sx, 0.04);
        self::assertEqualsWithDelta([$kx, $sx], KubelkaMunk::solve($light, $dark, 0.85, 0.04), 1e-5);
    }

    /** The scanner stand-in writes the same physics another way: body and passage of a layer. */
    #[DataProvider('films')]
    public function testTheStandInsFilmsAreTheSameFilms(float $kx, float $sx): void
    {
        [$body, $passage] = Film::bodyAndPassage($kx, $sx, 1.0);
        foreach ([0.0, 0.04, 0.5, 0.9] as $backing) {
            self::assertEqualsWithDelta(KubelkaMunk::reflectance($kx, $sx, $backing), $body + $passage * $backing / (1 - $body * $backing), 1e-9);
        }
    }

    public function testTwoReadingsThatAreNoFilmAreRefused(): void
    {
        $this->expectException(CoreException::class);
        KubelkaMunk::solve(0.95, 0.9, 0.85, 0.04);
    }
}
