<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Film;
use App\Models\Measurement;
use App\Models\Mix;
use App\Models\MixRun;
use App\Models\Paint;
use App\Models\PaintCode;
use App\Models\Pan;
use App\Models\Swatch;
use App\Models\User;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Collection\PanStates;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Mixing\Doubt;
use MarshTrial\Core\Mixing\MixFields;
use MarshTrial\Core\Mixing\MixRun as Run;
use MarshTrial\Core\Mixing\Mixture;
use MarshTrial\Core\Mixing\PaintedMix;
use MarshTrial\Core\Mixing\PaintFilm;
use MarshTrial\Core\Mixing\Recipes;
use MarshTrial\Core\Rating\Scale;

/** What is expected of paints that are mixed, laid over each other, or wanted to stand in for another. */
final class MixView
{
    /** Depths at which a run is shown, deposits: a tint, reference depth, and deep. */
    public const DEPTHS = ['tint' => 0.3, 'middle' => 0.92, 'deep' => 2.0];

    /** Places of a run whose range is worked out; between them it is near enough the same. */
    private const RANGED = 4;

    /** How far a ratio slips when drops are counted (common practice, no source). */
    private const SLIP = 0.15;

    private const MOST_RECIPES = 6;

    /** Painted mixes of a pair that are shown, of swatches and of cards. */
    private const MOST_PAINTED = 50;

    /** Difference within which a recipe is called near, dE00 (own). */
    private const NEAR = 2.5;

    /** @return array<string, mixed> what can be mixed, and what cannot yet */
    public static function bench(?User $user): array
    {
        $films = PaintFilms::of(null, $user);
        $paints = Paint::query()->with('maker')->whereKey(array_keys($films))->get()->sortBy(static fn (Paint $p): string => mb_strtolower($p->colour_name));
        $owned = $user === null ? [] : Pan::query()->where('owner_id', $user->id)->whereIn('state', PanStates::AT_HAND)->pluck('paint_id')->map(intval(...))->all();

        return [
            'paints' => $paints->map(static fn (Paint $p): array => [...self::paint($p, $films[$p->id]), 'mine' => in_array($p->id, $owned, true)])->values()->all(),
            'mixes' => $user === null ? [] : self::named($user, $films),
        ];
    }

    /**
     * Mixes that somebody gave a name, the newest first.
     *
     * @param array<int, Film>|null $films null: fetched here
     *
     * @return list<array<string, mixed>>
     */
    public static function named(User $user, ?array $films = null): array
    {
        $films ??= PaintFilms::of(null, $user);

        return array_values(Mix::query()->with('a.maker', 'b.maker')->where('owner_id', $user->id)->orderByDesc('id')->get()->map(static fn (Mix $m): array => self::mix($m, $films))->all());
    }

    /** @return array<string, mixed> */
    private static function paint(Paint $paint, Film $film): array
    {
        $fitted = $film->film();

        return [
            'uuid' => $paint->uuid, 'name' => $paint->colour_name, 'maker' => $paint->maker->name, 'pigments' => $paint->pigments, 'hex' => (new Mixture([[$fitted, 1.0]], $fitted->backing))->overPaper()->toHex(),
            'counted' => $film->counted, 'misfit' => $fitted->misfit, 'simulated' => $film->measurement->picture->source === 'stand-in',
            'card' => ['uuid' => $film->measurement->card->uuid, 'title' => $film->measurement->card->title, 'mayChange' => $film->measurement->card->mayBeChangedBy(Auth::user())],
        ];
    }

    /**
     * @param array<int, Film> $films
     *
     * @return array<string, mixed>
     */
    public static function mix(Mix $mix, array $films): array
    {
        $known = isset($films[$mix->a_id], $films[$mix->b_id]);

        return [
            'uuid' => $mix->uuid, 'edition' => $mix->edition, 'name' => $mix->name, 'note' => $mix->note, 'share' => (float) $mix->share, 'deposit' => (float) $mix->deposit, 'layered' => $mix->layered,
            'a' => ['uuid' => $mix->a->uuid, 'name' => $mix->a->colour_name, 'maker' => $mix->a->maker->name], 'b' => ['uuid' => $mix->b->uuid, 'name' => $mix->b->colour_name, 'maker' => $mix->b->maker->name],
            'hex' => $known ? self::colourOf($mix, $films[$mix->a_id]->film(), $films[$mix->b_id]->film())->toHex() : null,
        ];
    }

    private static function colourOf(Mix $mix, PaintFilm $a, PaintFilm $b): LinearRgb
    {
        $share = (float) $mix->share;
        $deposit = (float) $mix->deposit;
        if ($mix->layered) {
            return (new Mixture([[$a, 1.0]], $a->backing))->over(new Mixture([[$b, 1.0]], $a->backing), $deposit, $deposit);
        }
        $mixture = new Mixture([[$a, 1 - $share], [$b, $share]], $a->backing);

        return $mixture->overPaper($mixture->timesFor($deposit));
    }

    /**
     * Films of two paints that can be mixed.
     *
     * @return array{0: Film, 1: Film}
     *
     * @throws CoreException with a sentence where one cannot be mixed
     */
    public static function pair(Paint $a, Paint $b, ?User $user): array
    {
        if ($a->is($b)) {
            throw new CoreException('A paint mixed with itself is that paint. Choose another one for the other side.');
        }
        $films = PaintFilms::of([$a->id, $b->id], $user);
        foreach ([$a, $b] as $paint) {
            if (! isset($films[$paint->id])) {
                throw new CoreException("No ladder of “{$paint->colour_name}” was measured, so nothing tells what it does in a mix. Put it on a property card with a graded stroke or a stepped ladder; three depths are enough.");
            }
        }

        return [$films[$a->id], $films[$b->id]];
    }

    /** @return array<string, mixed> the run from one paint to another, and what they do over each other */
    public static function run(Paint $a, Paint $b, ?User $user): array
    {
        [$one, $other] = self::pair($a->load('maker'), $b->load('maker'), $user);
        [$first, $second] = [$one->film(), $other->film()];
        $doubt = Doubt::of(Scale::current(), [$first, $second]);
        $depths = [];
        foreach (self::DEPTHS as $name => $deposit) {
            $run = Run::of($first, $second, $deposit);
            $ranges = [];
            foreach (array_keys($run->places) as $i) {
                if ($i % self::RANGED === 0) {
                    $ranges[$i] = round($run->expected($doubt, $i)[1], 1);
                }
            }
            $depths[] = [
                'name' => $name, 'deposit' => $deposit, 'greyest' => $run->greyest(), 'mostVivid' => $run->mostVivid(), 'clarity' => ($c = $run->clarity()) === null ? null : round($c, 2),
                'places' => array_map(static fn (array $p, int $i): array => [
                    'share' => round($p['share'], 4), 'hex' => $p['colour']->toHex(), 'onInk' => $p['onInk']->toHex(), 'lab' => self::rounded($p['colour']->toLab()), 'body' => round($p['body'], 3), 'words' => $run->words($i),
                    'range95' => $ranges[self::RANGED * intdiv($i, self::RANGED)], 'drops' => ($d = $run->drops($p['share'])) === null ? null : round($d, 2),
                    'slip' => self::slip($run, $i),
                ], $run->places, array_keys($run->places)),
                'layers' => self::layers($first, $second, $deposit),
            ];
        }

        return ['a' => self::paint($a, $one), 'b' => self::paint($b, $other), 'counted' => $one->counted && $other->counted, 'depths' => $depths, 'painted' => self::painted($a, $b, $first, $second, $doubt, $user)];
    }

    /**
     * Mixes of the two that were painted, seen through the pocket frame, beside what was expected.
     *
     * @return list<array<string, mixed>>
     */
    private static function painted(Paint $a, Paint $b, PaintFilm $first, PaintFilm $second, Doubt $doubt, ?User $user): array
    {
        $out = [];
        $either = static fn (string $one, string $other) => static fn ($q) => $q->where(static fn ($q) => $q->where($one, $a->id)->where($other, $b->id))->orWhere(static fn ($q) => $q->where($one, $b->id)->where($other, $a->id));
        foreach (Swatch::query()->visibleTo($user)->with('picture', 'owner')->where($either('mix_a_id', 'mix_b_id'))->orderBy('id')->limit(self::MOST_PAINTED)->get() as $swatch) {
            $labs = array_values(array_map(static fn (array $p): Lab => new Lab(...array_map(floatval(...), $p['lab'])), array_filter($swatch->told['places'] ?? [], static fn (array $p): bool => in_array($p['role'], ['swatch', 'wash'], true))));
            $drops = $swatch->drops_a === null || $swatch->drops_b === null ? null : [(float) $swatch->drops_a, (float) $swatch->drops_b];
            if ($labs !== []) {
                $out[] = ['key' => $swatch->uuid, 'by' => $swatch->owner->name, 'card' => null, 'simulated' => $swatch->picture->source === 'stand-in'] + self::field($first, $second, $doubt, $labs, $swatch->mix_a_id === $b->id && $drops !== null ? array_reverse($drops) : $drops);
            }
        }
        $runs = MixRun::query()->with('measurement.card.owner', 'measurement.picture:id,source')->whereIn('measurement_id', Measurement::idsVisibleTo($user))->whereNotIn('specimen_id', DB::table('spoilings')->whereNull('property')->select('specimen_id'))->where($either('paint_id', 'partner_id'))->orderBy('id')->limit(self::MOST_PAINTED)->get();
        foreach ($runs as $run) {
            foreach ($run->data as $i => $field) {
                // Stocks alone tell of their puddles, not of a mix.
                if ($field['ratio'][0] > 0 && $field['ratio'][1] > 0) {
                    $drops = array_map(floatval(...), $run->paint_id === $b->id ? array_reverse($field['ratio']) : $field['ratio']);
                    $out[] = ['key' => "$run->id-$i", 'by' => $run->measurement->card->owner->name, 'card' => ['uuid' => $run->measurement->card->uuid, 'title' => $run->measurement->card->title, 'mayChange' => $run->measurement->card->mayBeChangedBy(Auth::user())], 'simulated' => $run->measurement->picture->source === 'stand-in']
                        + self::field($first, $second, $doubt, [MixFields::lab($field)], [$drops[0], $drops[1]]);
                }
            }
        }

        return $out;
    }

    /**
     * One painted mix.
     *
     * @param non-empty-list<Lab> $labs measured
     * @param array{0: float, 1: float}|null $drops of both; null: nobody wrote them down
     *
     * @return array<string, mixed>
     */
    private static function field(PaintFilm $first, PaintFilm $second, Doubt $doubt, array $labs, ?array $drops): array
    {
        $mix = new PaintedMix($first, $second, $labs);
        [$spoken, $left] = $mix->spoken();
        $share = null;
        if ($drops !== null && $first->unitDrops !== null && $second->unitDrops !== null) {
            [$x, $y] = [$drops[0] / $first->unitDrops, $drops[1] / $second->unitDrops];
            $share = $y / ($x + $y);
        }
        [$off, $expected] = $share === null ? [null, []] : $mix->off($share);
        $range = $share === null ? null : $doubt->expected(static fn (array $f): LinearRgb => ($m = new Mixture([[$f[0], 1 - $share], [$f[1], $share]], $f[0]->backing))->overPaper($m->timesForLightness($labs[0]->l)))[1];
        $strength = $share === null ? null : $mix->strength(Scale::current(), $share);
        $hex = static fn (Lab $l): string => $l->toXyz()->toLinearRgb()->toHex();

        // In which of the depths that are shown it stands.
        $bare = (new Mixture([[$first, 1.0]], $first->backing))->overPaper(0.0)->toArray();
        $deposit = max(array_map(static fn (float $v, float $p): float => -log(max(1e-3, $v) / $p), $labs[0]->toXyz()->toLinearRgb()->toArray(), $bare));

        return [
            'deposit' => round($deposit, 2), 'dropsA' => $drops[0] ?? null, 'dropsB' => $drops[1] ?? null, 'share' => $share === null ? null : round($share, 4), 'spoken' => ['share' => round($spoken, 3), 'left' => round($left, 1)],
            'places' => array_map($hex, $labs), 'expected' => array_map($hex, $expected), 'off' => $off === null ? null : round($off, 1), 'range95' => $range === null ? null : round($range, 1),
            'asExpected' => $off === null || $range === null ? null : $off <= $range, 'strength' => $strength === null ? null : round($strength, 2),
        ];
    }

    /** @return array{dE00: float, words: list<string>} what a slip in the ratio turns it to */
    private static function slip(Run $run, int $at): array
    {
        $share = $run->places[$at]['share'];
        if ($share <= 0 || $share >= 1) {
            return ['dE00' => 0.0, 'words' => []];
        }
        $worst = 0.0;
        $words = [];
        foreach ([1 - self::SLIP, 1 + self::SLIP] as $times) {
            $other = $share * $times / ($share * $times + 1 - $share);
            $i = (int) round($other * (Run::PLACES - 1));
            // Between two places of the run.
            $x = $other * (Run::PLACES - 1);
            $low = min(Run::PLACES - 2, (int) $x);
            $lab = $run->places[$low]['colour']->toLab()->towards($run->places[$low + 1]['colour']->toLab(), $x - $low);
            $worst = max($worst, Difference::ciede2000($run->places[$at]['colour']->toLab(), $lab));
            $words[] = Run::named($lab);
        }

        return ['dE00' => round($worst, 1), 'words' => array_values(array_diff(array_unique($words), [$run->words($at)]))];
    }

    /** @return list<array<string, mixed>> the first over the dried second, and the second over the first */
    private static function layers(PaintFilm $a, PaintFilm $b, float $deposit): array
    {
        $out = [];
        foreach ([['A over B', $a, $b], ['B over A', $b, $a]] as [$name, $above, $below]) {
            $of = static function (array $films) use ($deposit): LinearRgb {
                [$up, $down] = [new Mixture([[$films[0], 1.0]], $films[1]->backing), new Mixture([[$films[1], 1.0]], $films[1]->backing)];

                return $up->over($down, $up->timesFor($deposit), $down->timesFor($deposit));
            };
            [$colour, $range] = Doubt::of(Scale::current(), [$above, $below])->expected($of);
            $out[] = ['name' => $name, 'hex' => $colour->toHex(), 'lab' => self::rounded($colour->toLab()), 'range95' => round($range, 1), 'words' => Run::named($colour->toLab())];
        }

        return $out;
    }

    /** @return list<float> */
    private static function rounded(Lab $lab): array
    {
        return array_map(static fn (float $v): float => round($v, 1), $lab->toArray());
    }

    /**
     * All makers of a code with one partner, at one share by strength.
     *
     * @return array<string, mixed>
     */
    public static function across(string $code, Paint $partner, float $share, ?User $user): array
    {
        $paints = array_values(array_filter(CodePage::ordered($code, $user), static fn (Paint $p): bool => ! $p->is($partner)));
        $films = PaintFilms::of([$partner->id, ...array_map(static fn (Paint $p): int => $p->id, $paints)], $user);
        $with = $films[$partner->id] ?? throw new CoreException("No ladder of “{$partner->colour_name}” was measured, so nothing tells what it does in a mix. Put it on a property card with a graded stroke or a stepped ladder.");
        $rows = [];
        $first = null;
        foreach ($paints as $paint) {
            if (! isset($films[$paint->id])) {
                $rows[] = ['paint' => ['uuid' => $paint->uuid, 'name' => $paint->colour_name, 'maker' => $paint->maker->name], 'depths' => null, 'clarity' => null];
                continue;
            }
            $doubt = Doubt::of(Scale::current(), [$films[$paint->id]->film(), $with->film()]);
            $depths = [];
            $clarity = null;
            foreach (self::DEPTHS as $name => $deposit) {
                $run = Run::of($films[$paint->id]->film(), $with->film(), $deposit);
                $at = (int) round($share * (Run::PLACES - 1));
                [$colour, $range] = $run->expected($doubt, $at);
                $clarity = $name === 'middle' ? $run->clarity() : $clarity;
                $depths[$name] = ['hex' => $colour->toHex(), 'lab' => $colour->toLab(), 'range95' => $range, 'words' => $run->words($at), 'slip' => self::slip($run, $at)];
            }
            $first ??= $depths;
            $rows[] = ['paint' => self::paint($paint, $films[$paint->id]), 'clarity' => $clarity === null ? null : round($clarity, 2), 'depths' => array_map(static fn (array $d, string $name): array => [
                ...$d, 'name' => $name, 'lab' => self::rounded($d['lab']), 'range95' => round($d['range95'], 1), 'apart' => $depths === $first ? null : [
                    'dE00' => round(Difference::ciede2000($first[$name]['lab'], $d['lab']), 1), 'surely' => Difference::ciede2000($first[$name]['lab'], $d['lab']) > hypot($first[$name]['range95'], $d['range95']),
                    'words' => Difference::between($first[$name]['lab'], $d['lab'])->words(),
                ],
            ], $depths, array_keys($depths))];
        }

        return ['code' => $code, 'partner' => self::paint($partner->load('maker'), $with), 'share' => $share, 'rows' => $rows];
    }

    /**
     * What of one's own comes nearest to a paint, or to a colour.
     *
     * @param Paint|Lab $wanted
     * @param bool $single look through all measured paints of one pigment, whoever has them: what a hue or a convenience mix is made of
     *
     * @return array<string, mixed>
     */
    public static function recipes(Paint|Lab $wanted, User $user, bool $single = false): array
    {
        $owned = Pan::query()->where('owner_id', $user->id)->whereIn('state', PanStates::AT_HAND)->pluck('paint_id')->map(intval(...))->unique()->values()->all();
        $target = $wanted instanceof Paint ? PaintFilms::of([$wanted->id], $user)[$wanted->id] ?? null : null;
        if ($wanted instanceof Paint && $target === null) {
            throw new CoreException("No ladder of “{$wanted->colour_name}” was measured, so nothing tells what a stand-in has to do. Put it on a property card with a graded stroke or a stepped ladder.");
        }
        $among = $single ? PaintCode::query()->groupBy('paint_id')->havingRaw('count(*) = 1')->pluck('paint_id')->map(intval(...))->all() : $owned;
        $kept = array_filter(PaintFilms::of(array_values($among), $user), static fn (Film $f): bool => ! $wanted instanceof Paint || $f->paint_id !== $wanted->id);
        $films = array_map(static fn (Film $f): PaintFilm => $f->film(), $kept);
        if ($films === []) {
            throw new CoreException($single ? 'No other paint of one pigment has a measured ladder yet; a recipe needs one at least.' : 'None of the paints that you have at hand has a measured ladder yet; a recipe needs one at least.');
        }
        $film = $target?->film();
        $places = [];
        if ($wanted instanceof Lab) {
            $places[] = ['name' => 'as told', 'lab' => $wanted, 'deposit' => null];
        } else {
            assert($film !== null);
            $alone = new Mixture([[$film, 1.0]], $film->backing);
            foreach (['tint' => self::DEPTHS['tint'], 'deep' => min(self::DEPTHS['deep'], max(self::DEPTHS['middle'], $film->deepest))] as $name => $deposit) {
                $places[] = ['name' => $name, 'lab' => $alone->overPaper($alone->timesFor($deposit))->toLab(), 'deposit' => $deposit];
            }
        }
        $backing = ($film ?? reset($films))->backing;
        $found = Recipes::near($films, array_map(static fn (array $p): array => ['lab' => $p['lab'], 'deposit' => $p['deposit']], $places), $backing, self::MOST_RECIPES);
        $paints = Paint::query()->with('maker')->whereKey(array_keys($films))->get()->keyBy('id');

        return [
            'wanted' => $wanted instanceof Paint ? self::paint($wanted->load('maker'), $target ?? throw new \LogicException('It has a film.')) : ['lab' => self::rounded($wanted), 'hex' => $wanted->toXyz()->toLinearRgb()->toHex()],
            'of' => count($films), 'single' => $single, 'places' => array_map(static fn (array $p): array => ['name' => $p['name'], 'hex' => $p['lab']->toXyz()->toLinearRgb()->toHex()], $places),
            'recipes' => array_map(static fn (array $r): array => [
                'parts' => array_map(static fn (array $p): array => [...self::paint($paints[(int) $p[0]], $kept[(int) $p[0]]), 'share' => round($p[1], 3), 'cautions' => PaintView::of($paints[(int) $p[0]])['statement']['cautions']], $r['parts']),
                'dE00' => round($r['dE00'], 1), 'near' => $r['dE00'] <= self::NEAR,
                'places' => array_map(static fn (LinearRgb $c, array $p): array => ['hex' => $c->toHex(), 'dE00' => round(Difference::ciede2000($p['lab'], $c->toLab()), 1), 'words' => Difference::between($p['lab'], $c->toLab())->words()], $r['colours'], $places),
            ], $found),
        ];
    }
}
