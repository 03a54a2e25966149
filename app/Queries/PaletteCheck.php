<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Film;
use App\Models\Paint;
use App\Models\Pan;
use App\Models\User;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Evidence\HueGaps;
use MarshTrial\Core\Evidence\Likeness;
use MarshTrial\Core\Mixing\Mixture;
use MarshTrial\Core\Mixing\PaintFilm;
use MarshTrial\Core\Mixing\Reach;
use MarshTrial\Core\Rating\Scale;

/**
 * Which paints at hand are one too many, and where around the hue circle there is none.
 *
 * @phpstan-type PaletteCheckAlike array{
 *     one: OddStripsLike, other: OddStripsLike, dE00: float, unseen: bool, words: list<string>,
 *     apart: list<string>, mixes: float|null, enough: bool,
 * }
 * @phpstan-type PaletteCheckGaps array{
 *     of: 'paints'|'mixtures of two', degrees: float, hex: string, from: OddStripsLike|null,
 *     to: OddStripsLike|null,
 * }
 * @phpstan-import-type OddStripsLike from \App\Queries\OddStrips
 * @phpstan-type PaletteCheckDetail array{
 *     alike: list<PaletteCheckAlike>,
 *     gaps: list<array{
 *         of: 'mixtures of two'|'paints', degrees: float, hex: string, from: OddStripsLike|null,
 *         to: OddStripsLike|null,
 *     }>,
 * }
 */
final class PaletteCheck
{
    /** Mixes that lie no further apart count as the same, dE00 (own). */
    private const MIXES_ALIKE = 2.5;

    /** Differences that are told, dE00: what is further apart than this nobody takes for the same. */
    private const NEAR = 3.0;

    private const MOST = 12;

    /**
     * @param non-empty-array<int, PaintFilm> $films of the paints at hand
     *
     * @return PaletteCheckDetail
     */
    public static function of(array $films, Reach $reach, User $user): array
    {
        $digests = PaintDigest::of(array_keys($films), $user);
        $paints = Paint::query()->with('maker')->whereKey(array_keys($films))->get()->keyBy('id');
        $partners = array_values(array_intersect(Pan::partnersOf($user), array_keys($films)));

        return ['alike' => self::alike($films, $digests, $paints, $partners), 'gaps' => self::gaps($digests, $paints, $reach)];
    }

    /**
     * How far the mixes of other paints with one's partners lie from those of a paint.
     *
     * @param list<int> $others
     *
     * @return array<int, float> dE00 at most, by paint; those without a film, and all without partners, are left out
     */
    public static function mixesBeside(int $paint, array $others, ?User $user): array
    {
        $partners = Pan::partnersOf($user);
        $films = $partners === [] ? [] : array_map(static fn (Film $f): PaintFilm => $f->film(), PaintFilms::of([$paint, ...$others, ...$partners], $user));
        $out = [];
        foreach (isset($films[$paint]) ? array_intersect($others, array_keys($films)) : [] as $other) {
            $out[$other] = self::mixesApart($films[$paint], $films[$other], array_diff_key(array_intersect_key($films, array_flip($partners)), [$paint => 0, $other => 0]));
        }

        return array_filter($out, static fn (?float $apart): bool => $apart !== null);
    }

    /**
     * @param array<int, PaintFilm> $films
     * @param array<int, PaintDigest> $digests
     * @param \Illuminate\Support\Collection<int, Paint> $paints
     * @param list<int> $partners
     *
     * @return list<PaletteCheckAlike>
     */
    private static function alike(array $films, array $digests, $paints, array $partners): array
    {
        $strips = array_filter(array_map(static fn (PaintDigest $d) => $d->strip(), $digests));
        $ids = array_keys($strips);
        $out = [];
        foreach ($ids as $i => $one) {
            foreach (array_slice($ids, $i + 1) as $other) {
                $lab = [$digests[$one]->lab(), $digests[$other]->lab()];
                // Most pairs are far apart: only the rest is looked at closely.
                if ($lab[0] === null || $lab[1] === null || Difference::ciede2000($lab[0], $lab[1]) > self::NEAR) {
                    continue;
                }
                $likeness = Likeness::of($strips[$one], $strips[$other]);
                if ($likeness === null || $likeness->dE00 > self::NEAR) {
                    continue;
                }
                $apart = $digests[$one]->apart($digests[$other]);
                $mixes = self::mixesApart($films[$one], $films[$other], array_diff_key(array_intersect_key($films, array_flip($partners)), [$one => 0, $other => 0]));
                $out[] = [
                    'one' => PaintView::named($paints[$one]), 'other' => PaintView::named($paints[$other]), 'dE00' => round($likeness->dE00, 1), 'unseen' => $likeness->isUnseen(), 'words' => $likeness->words(), 'apart' => $apart,
                    'mixes' => $mixes === null ? null : round($mixes, 1), 'enough' => $likeness->isUnseen() && $apart === [] && $mixes !== null && $mixes <= self::MIXES_ALIKE,
                ];
            }
        }
        usort($out, static fn (array $a, array $b): int => $a['dE00'] <=> $b['dE00']);

        return array_slice($out, 0, self::MOST);
    }

    /**
     * How far mixes of equal strength with the partners lie apart at most.
     *
     * @param array<int, PaintFilm> $partners
     *
     * @return float|null dE00; null without partners
     */
    private static function mixesApart(PaintFilm $one, PaintFilm $other, array $partners): ?float
    {
        $apart = null;
        foreach ($partners as $partner) {
            [$a, $b] = array_map(static function (PaintFilm $film) use ($partner, $one): Lab {
                $mix = new Mixture([[$film, 0.5], [$partner, 0.5]], $one->backing);

                return $mix->overPaper($mix->timesFor(Scale::current()->depths->reference))->toLab();
            }, [$one, $other]);
            $apart = max($apart ?? 0.0, Difference::ciede2000($a, $b));
        }

        return $apart;
    }

    /**
     * @param array<int, PaintDigest> $digests
     * @param \Illuminate\Support\Collection<int, Paint> $paints
     *
     * @return list<PaletteCheckGaps>|array{array{of: 'mixtures of two', degrees: float, hex: string, from: null, to: null}} the widest turn of hue without a paint, and without a mixture of two
     */
    private static function gaps(array $digests, $paints, Reach $reach): array
    {
        $out = [];
        // Each paint at the depth at which it is most of its hue.
        $alone = HueGaps::widest(array_filter(array_map(static function (PaintDigest $d): ?Lab {
            $steps = array_map(static fn (array $s): Lab => $s['onPaper']->toLab(), $d->strip()->steps ?? []);
            usort($steps, static fn (Lab $a, Lab $b): int => $b->chroma() <=> $a->chroma());

            return $steps[0] ?? null;
        }, $digests)));
        if ($alone !== null) {
            $out[] = ['of' => 'paints', 'degrees' => round($alone['degrees']), 'hex' => self::shown($alone['middle']), 'from' => PaintView::named($paints[(int) $alone['from']]), 'to' => PaintView::named($paints[(int) $alone['to']])];
        }
        $mixed = HueGaps::widest(array_map(static fn (array $p): Lab => new Lab($p['l'], $p['a'], $p['b']), $reach->patches));
        if ($mixed !== null) {
            $out[] = ['of' => 'mixtures of two', 'degrees' => round($mixed['degrees']), 'hex' => self::shown($mixed['middle']), 'from' => null, 'to' => null];
        }

        return $out;
    }

    /** A colour of the hue that is missing. */
    private static function shown(float $hueDeg): string
    {
        return Lab::fromLch(60, HueGaps::CHROMA, $hueDeg)->toXyz()->toLinearRgb()->toHex();
    }
}
