<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Film;
use App\Models\Mix;
use App\Models\Paint;
use App\Models\PaintCode;
use App\Models\Pan;
use App\Models\User;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Mixing\Backing;
use MarshTrial\Core\Mixing\MixRun;
use MarshTrial\Core\Mixing\Mixture;
use MarshTrial\Core\Mixing\PaintFilm;
use MarshTrial\Core\Mixing\Partners;
use MarshTrial\Core\Mixing\Reach;
use MarshTrial\Core\Mixing\Recipes;

/**
 * What of one's own stands in for a paint, a mix or a colour, makes a grey, and how far it all reaches.
 *
 * @phpstan-import-type NamedMix from \App\Queries\MixView
 * @phpstan-import-type MixPaint from \App\Queries\MixView
 * @phpstan-type MixGrey array{
 *     uuid: string, name: string, maker: string, pigments: string, hex: string, counted: bool, misfit: float,
 *     simulated: bool, card: array{uuid: string, title: string, mayChange: bool}, share: float,
 *     cautions: list<string>,
 * }
 * @phpstan-type MixRecipesDetail array{
 *     wanted: array{
 *         lab?: list<float>, hex: string|null, uuid?: string, edition?: int, name?: string, note?: string,
 *         share?: float, deposit?: float, layered?: bool, a?: OddStripsLike, b?: OddStripsLike, maker?: string,
 *         pigments?: string, counted?: bool, misfit?: float, simulated?: bool,
 *         card?: array{uuid: string, title: string, mayChange: bool},
 *     },
 *     of: int, single: bool, places: list<array{name: string, hex: string}>,
 *     recipes: list<array{
 *         parts: list<MixGrey>, dE00: float, near: bool, pigments: int,
 *         places: list<array{hex: string, dE00: float, words: list<string>}>,
 *     }>,
 * }
 * @phpstan-type MixRecipesReach array{
 *     alike: list<PaletteCheckAlike>,
 *     gaps: list<array{
 *         of: 'mixtures of two'|'paints', degrees: float, hex: string, from: OddStripsLike|null,
 *         to: OddStripsLike|null,
 *     }>,
 *     side: float, lightnesses: array{float, float, float, float}, unmeasured: int,
 *     patches: list<array{float, float, float, string}>,
 *     paints: list<array{
 *         uuid: string, name: string, maker: string, pigments: string, hex: string, counted: bool, misfit: float,
 *         simulated: bool, card: array{uuid: string, title: string, mayChange: bool}, lost: int, share: float,
 *     }>,
 * }
 * @phpstan-import-type OddStripsLike from \App\Queries\OddStrips
 * @phpstan-import-type PaletteCheckAlike from \App\Queries\PaletteCheck
 */
final class MixRecipes
{
    private const MOST_RECIPES = 6;

    /** Difference, as it is shown, within which a recipe is called near, dE00 (own). */
    private const NEAR = 2.5;

    /** Paints whose reach is worked out at most; every pair of them is looked at. */
    private const MOST_REACHING = 80;

    /**
     * What of one's own comes nearest to a paint, a named mix, or a colour.
     *
     * @param bool $single look through all measured paints of one pigment, whoever has them: what a hue or a convenience mix is made of
     * @param bool $three whether a third paint may be added
     *
     * @return MixRecipesDetail
     */
    public static function of(Paint|Mix|Lab $wanted, User $user, bool $single = false, bool $three = false): array
    {
        [$places, $backing, $told, $without] = self::wanted($wanted, $user);
        $ids = $single ? array_values(PaintCode::alone()->pluck('paint_id')->map(intval(...))->all()) : Pan::paintsAtHand($user);
        $kept = array_diff_key(PaintFilms::of($ids, $user), [$without => true]);
        if ($kept === []) {
            throw new CoreException($single ? 'No other paint of one pigment has a measured ladder yet; a recipe needs one at least.' : 'None of the paints that you have at hand has a measured ladder yet; a recipe needs one at least.');
        }
        $films = self::films($kept);
        $found = Recipes::near($films, array_map(static fn (array $p): array => ['lab' => $p['lab'], 'deposit' => $p['deposit']], $places), $backing ?? reset($films)->backing, self::MOST_RECIPES, $three);
        $paints = Paint::query()->with('maker', 'codes')->whereKey(array_keys($films))->get()->keyBy('id');

        return [
            'wanted' => $told, 'of' => count($films), 'single' => $single, 'places' => array_map(static fn (array $p): array => ['name' => $p['name'], 'hex' => $p['lab']->toXyz()->toLinearRgb()->toHex()], $places),
            'recipes' => array_map(static fn (array $r): array => [
                'parts' => array_map(static fn (array $p): array => [...MixView::paint($paints[(int) $p[0]], $kept[(int) $p[0]]), 'share' => round($p[1], 3), 'cautions' => PaintView::of($paints[(int) $p[0]])['statement']['cautions']], $r['parts']),
                'dE00' => round($r['dE00'], 1), 'near' => round($r['dE00'], 1) <= self::NEAR, 'pigments' => count(array_unique(array_merge(...array_map(static fn (array $p): array => $paints[(int) $p[0]]->codes->pluck('code')->all(), $r['parts'])))),
                'places' => array_map(static fn (LinearRgb $c, array $p): array => ['hex' => $c->toHex(), 'dE00' => round(Difference::ciede2000($p['lab'], $c->toLab()), 1), 'words' => Difference::between($p['lab'], $c->toLab())->words()], $r['colours'], $places),
            ], $found),
        ];
    }

    /**
     * Colours that are wanted, on which paper, how they are told, and the paint that is done without.
     *
     * @return array{
     *     array{array{name: 'as told', lab: \MarshTrial\Core\Colour\Lab, deposit: null}}, null,
     *     array{lab: list<float>, hex: string}, int,
     * }|array{
     *         list<array{name: string, lab: \MarshTrial\Core\Colour\Lab, deposit: float}>,
     *         \MarshTrial\Core\Mixing\Backing,
     *         NamedMix,
     *         int,
     *     }|array{
     *         list<array{name: string, lab: \MarshTrial\Core\Colour\Lab, deposit: float}>,
     *         \MarshTrial\Core\Mixing\Backing,
     *         MixPaint,
     *         int,
     *     }
     */
    private static function wanted(Paint|Mix|Lab $wanted, User $user): array
    {
        if ($wanted instanceof Lab) {
            return [[['name' => 'as told', 'lab' => $wanted, 'deposit' => null]], null, ['lab' => MixView::rounded($wanted), 'hex' => $wanted->toXyz()->toLinearRgb()->toHex()], 0];
        }
        if ($wanted instanceof Mix) {
            [$a, $b] = MixView::pair($wanted->a, $wanted->b, $user);
            if ($wanted->layered) {
                throw new CoreException("“{$wanted->name}” is one paint over the other, which no mixture replaces.");
            }
            $share = (float) $wanted->share;

            return [...self::depths(new Mixture([[$a->film(), 1 - $share], [$b->film(), $share]], $a->film()->backing), MixView::DEPTHS['deep']), MixView::mix($wanted, [$wanted->a_id => $a, $wanted->b_id => $b]), 0];
        }
        $film = PaintFilms::of([$wanted->id], $user)[$wanted->id] ?? throw new CoreException("No ladder of “{$wanted->colour_name}” was measured, so nothing tells what a stand-in has to do. Put it on a test card with a graded stroke or a stepped ladder.");

        return [...self::depths(new Mixture([[$film->film(), 1.0]], $film->film()->backing), $film->film()->deepest), MixView::paint($wanted->load('maker'), $film), $wanted->id];
    }

    /** @return array{0: list<array{name: string, lab: Lab, deposit: float}>, 1: Backing} in the tint and as deep as it was seen */
    private static function depths(Mixture $of, float $deepest): array
    {
        $out = [];
        foreach (['tint' => MixView::DEPTHS['tint'], 'deep' => min(MixView::DEPTHS['deep'], max(MixView::DEPTHS['middle'], $deepest))] as $name => $deposit) {
            $out[] = ['name' => $name, 'lab' => $of->overPaper($of->timesFor($deposit))->toLab(), 'deposit' => $deposit];
        }

        return [$out, $of->backing];
    }

    /**
     * What makes the nearest greys with a paint, among what is at hand.
     *
     * @return array{
     *     greys: list<array{
     *         uuid: string, name: string, maker: string, pigments: string, hex: string, counted: bool,
     *         misfit: float, simulated: bool, card: array{uuid: string, title: string, mayChange: bool},
     *         share: float, chroma: float, grey: bool,
     *     }>,
     * }
     */
    public static function greys(Paint $paint, User $user): array
    {
        $film = PaintFilms::of([$paint->id], $user)[$paint->id] ?? throw new CoreException("No ladder of “{$paint->colour_name}” was measured, so nothing tells what it does in a mix. Put it on a test card with a graded stroke or a stepped ladder.");
        $kept = array_diff_key(PaintFilms::of(Pan::paintsAtHand($user), $user), [$paint->id => true]);
        $paints = Paint::query()->with('maker')->whereKey(array_keys($kept))->get()->keyBy('id');

        return ['greys' => array_map(static fn (array $g): array => [...MixView::paint($paints[(int) $g['partner']], $kept[(int) $g['partner']]), 'share' => round($g['share'], 3), 'chroma' => round($g['chroma'], 1), 'grey' => $g['chroma'] < MixRun::GREY], Partners::greys($film->film(), self::films($kept)))];
    }

    /**
     * How far the paints at hand reach by two, and which adds nothing.
     *
     * @return MixRecipesReach
     */
    public static function reach(User $user): array
    {
        $atHand = Pan::paintsAtHand($user);
        $kept = array_slice(PaintFilms::of($atHand, $user), 0, self::MOST_REACHING, true);
        if ($kept === []) {
            throw new CoreException('None of the paints that you have at hand has a measured ladder yet, so nothing tells how far they reach.');
        }
        $films = self::films($kept);
        $reach = Reach::of($films, reset($films)->backing);
        $paints = Paint::query()->with('maker')->whereKey(array_keys($kept))->get()->keyBy('id');
        $lost = $reach->lost;
        arsort($lost);

        return [
            ...PaletteCheck::of($films, $reach, $user),
            'side' => Reach::PATCH, 'lightnesses' => Reach::LIGHTNESSES, 'unmeasured' => count($atHand) - count($kept),
            'patches' => array_map(static fn (array $p): array => [$p['l'], $p['a'], $p['b'], (new Lab($p['l'], $p['a'], $p['b']))->toXyz()->toLinearRgb()->toHex()], $reach->patches),
            'paints' => array_map(static fn (int $id): array => [...MixView::paint($paints[$id], $kept[$id]), 'lost' => $lost[$id], 'share' => round($lost[$id] / max(1, count($reach->patches)), 4)], array_map(intval(...), array_keys($lost))),
        ];
    }

    /**
     * @template T of array<int, Film>
     *
     * @param T $kept
     *
     * @return array<int, \MarshTrial\Core\Mixing\PaintFilm>
     */
    private static function films(array $kept): array
    {
        return array_map(static fn (Film $f): PaintFilm => $f->film(), $kept);
    }
}
