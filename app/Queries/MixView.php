<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Film;
use App\Models\Measurement;
use App\Models\Mix;
use App\Models\Paint;
use App\Models\Pan;
use App\Models\Rating;
use App\Models\User;
use Illuminate\Support\Facades\Auth;
use MarshTrial\Core\Collection\PanStates;
use MarshTrial\Core\Colour\Difference;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Colour\LinearRgb;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Mixing\Doubt;
use MarshTrial\Core\Mixing\FieldCorrection;
use MarshTrial\Core\Mixing\MixRun as Run;
use MarshTrial\Core\Mixing\Mixture;
use MarshTrial\Core\Mixing\PaintFilm;
use MarshTrial\Core\Mixing\Partners;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Rating\RatingStatus;
use MarshTrial\Core\Rating\Scale;

/**
 * What is expected of paints that are mixed, laid over each other, or wanted to stand in for another.
 *
 * @phpstan-type MixPartners array{
 *     place: string,
 *     pan: array{uuid: string, name: string, maker: string, batch: string, paint: string, atHand: bool}|null,
 * }
 * @phpstan-type MixPaint array{
 *     uuid: string, name: string, maker: string, pigments: string, hex: string, counted: bool, misfit: float,
 *     simulated: bool, card: array{uuid: string, title: string, mayChange: bool},
 * }
 * @phpstan-type NamedMix array{
 *     uuid: string, edition: int, name: string, note: string, share: float, deposit: float, layered: bool,
 *     a: OddStripsLike, b: OddStripsLike, hex: string|null,
 * }
 * @phpstan-type MixLayers array{name: 'A over B'|'B over A', hex: string, lab: list<float>, range95: float, words: string}
 * @phpstan-import-type OddStripsLike from \App\Queries\OddStrips
 * @phpstan-type MixDepth array{
 *     hex: string, lab: list<float>, range95: float, words: string, slip: array{dE00: float, words: list<string>},
 *     name: 'deep'|'middle'|'tint', apart: array{dE00: float, surely: bool, words: list<string>}|null,
 * }
 * @phpstan-type MixAcross array{
 *     partner: MixPaint, share: float,
 *     rows: list<array{
 *         paint: array{
 *             uuid: string, name: string, maker: string, pigments?: string, hex?: string, counted?: bool,
 *             misfit?: float, simulated?: bool, card?: array{uuid: string, title: string, mayChange: bool},
 *         },
 *         clarity: float|null, depths: list<MixDepth>|null,
 *     }>,
 * }
 * @phpstan-type MixBench array{
 *     paints: array<int, array{
 *         uuid: string, name: string, maker: string, pigments: string, hex: string, counted: bool, misfit: float,
 *         simulated: bool, card: array{uuid: string, title: string, mayChange: bool}, mine: bool,
 *     }>,
 *     mixes: list<NamedMix>, partners: list<MixPartners>,
 * }
 * @phpstan-type MixPlace array{
 *     share: float, hex: string, onInk: string, lab: list<float>, body: float, words: string, range95: float,
 *     drops: float|null, slip: array{dE00: float, words: list<string>},
 * }
 * @phpstan-type MixRunDetail array{
 *     a: MixPaint, b: MixPaint, counted: bool,
 *     depths: array{
 *         array{
 *             name: 'tint', deposit: float, greyest: int, mostVivid: int, clarity: float|null,
 *             places: list<MixPlace>, layers: list<MixLayers>,
 *         },
 *         array{
 *             name: 'middle', deposit: float, greyest: int, mostVivid: int, clarity: float|null,
 *             places: list<MixPlace>, layers: list<MixLayers>,
 *         },
 *         array{
 *             name: 'deep', deposit: float, greyest: int, mostVivid: int, clarity: float|null,
 *             places: list<MixPlace>, layers: list<MixLayers>,
 *         },
 *     },
 *     painted: list<array<string, mixed>>, lanes: list<array{paint: string, moved: int|null, card: string}>,
 *     cost: array{a: float, b: float, currency: string}|null, measure: string|null,
 *     correction: array{fields: int, used: bool, strength: float|null, strength95: array{float, float}|null}|null,
 * }
 */
final class MixView
{
    /** Depths at which a run is shown, deposits: a tint, reference depth, and deep. */
    public const DEPTHS = ['tint' => 0.3, 'middle' => 0.92, 'deep' => 2.0];

    /** Places of a run whose range is worked out; between them it is near enough the same. */
    private const RANGED = 4;

    /** How far a ratio slips when drops are counted (common practice, no source). */
    private const SLIP = 0.15;

    /** @return MixBench what can be mixed, and what cannot yet */
    public static function bench(?User $user): array
    {
        $films = PaintFilms::of(null, $user);
        $paints = Paint::query()->with('maker')->whereKey(array_keys($films))->get()->sortBy(static fn (Paint $p): string => mb_strtolower($p->colour_name));
        $owned = Pan::paintsAtHand($user);

        return [
            'paints' => $paints->map(static fn (Paint $p): array => [...self::paint($p, $films[$p->id]), 'mine' => in_array($p->id, $owned, true)])->values()->all(),
            'mixes' => $user === null ? [] : self::named($user, $films),
            'partners' => $user === null ? [] : self::partners($user),
        ];
    }

    /** @return list<MixPartners> paints that everything is mixed with, by their places */
    private static function partners(User $user): array
    {
        $pans = Pan::query()->with('paint.maker')->where('owner_id', $user->id)->whereNotNull('partner')->get()->keyBy('partner');

        return array_map(static function (string $place) use ($pans): array {
            $pan = $pans[$place] ?? null;

            return ['place' => $place, 'pan' => $pan === null ? null : ['uuid' => $pan->uuid, 'name' => $pan->paint->colour_name, 'maker' => $pan->paint->maker->name, 'batch' => $pan->batch, 'paint' => $pan->paint->uuid, 'atHand' => in_array($pan->state, PanStates::AT_HAND, true)]];
        }, Partners::PLACES);
    }

    /**
     * What as much colour as 1 ml of the first costs, of either, where both were measured out alike and have a price.
     *
     * @return array{a: float, b: float, currency: string}|null
     */
    private static function cost(Paint $a, Paint $b, PaintFilm $first, PaintFilm $second, ?User $user): ?array
    {
        if ($user === null || $first->unitDrops === null || $second->unitDrops === null) {
            return null;
        }
        $prices = array_map(static fn (Paint $p): ?array => Prices::perMl(Pan::query()->where('owner_id', $user->id)->where('paint_id', $p->id)->orderBy('id')->get()), [$a, $b]);
        if ($prices[0] === null || $prices[1] === null || $prices[0][1] !== $prices[1][1]) {
            return null;
        }

        return ['a' => round($prices[0][0], 4), 'b' => round($prices[1][0] * $second->unitDrops / $first->unitDrops, 4), 'currency' => $prices[0][1]];
    }

    /**
     * Mixes that somebody gave a name, the newest first.
     *
     * @param array<int, Film>|null $films null: fetched here
     *
     * @return list<NamedMix>
     */
    public static function named(User $user, ?array $films = null): array
    {
        $films ??= PaintFilms::of(null, $user);

        return array_values(Mix::query()->with('a.maker', 'b.maker')->where('owner_id', $user->id)->orderByDesc('id')->get()->map(static fn (Mix $m): array => self::mix($m, $films))->all());
    }

    /** @return MixPaint */
    public static function paint(Paint $paint, Film $film): array
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
     * @return NamedMix
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

    public static function colourOf(Mix $mix, PaintFilm $a, PaintFilm $b): LinearRgb
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
                throw new CoreException("No ladder of “{$paint->colour_name}” was measured, so nothing tells what it does in a mix. Put it on a test card with a graded stroke or a stepped ladder; three depths are enough.");
            }
        }

        return [$films[$a->id], $films[$b->id]];
    }

    /**
     * The run from one paint to another, and what they do over each other.
     *
     * @param bool $ladders from the ladders alone, whatever was painted of the two
     *
     * @return MixRunDetail
     */
    public static function run(Paint $a, Paint $b, ?User $user, bool $ladders = false): array
    {
        [$one, $other] = self::pair($a->load('maker'), $b->load('maker'), $user);
        [$first, $second] = [$one->film(), $other->film()];
        // Painted fields are held against the ladders alone: what corrected an expectation does not test it.
        $fields = PaintedMixes::of($a, $b, $user);
        $measures = Amounts::ofFilms([$one, $other]);
        $painted = $fields->told($first, $second, $measures);
        $correction = FieldCorrection::of(Scale::current(), $first, $second, $fields->counted($measures));
        if ($correction !== null && ! $ladders) {
            [$first, $second] = [$correction->a, $correction->b];
        }
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

        return [
            'a' => self::paint($a, $one), 'b' => self::paint($b, $other), 'counted' => $one->counted && $other->counted, 'depths' => $depths, 'painted' => $painted,
            'lanes' => self::lanes([$a, $b], $user), 'cost' => $measures === null ? null : self::cost($a, $b, $first, $second, $user), 'measure' => $measures,
            'correction' => $correction === null ? null : [
                'fields' => $correction->fields, 'used' => ! $ladders, 'strength' => $correction->strength === null ? null : round($correction->strength, 2),
                'strength95' => $correction->strength === null ? null : array_map(static fn (int $s): float => round($correction->strength * exp($s * Scale::COVERAGE_95 * $correction->strengthSd), 2), [-1, 1]),
            ],
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

    /**
     * What glaze lanes of the two said of layers: the model knows nothing of paint that stirs up what lies beneath.
     *
     * @param list<Paint> $paints
     *
     * @return list<array{paint: string, moved: int|null, card: string}>
     */
    private static function lanes(array $paints, ?User $user): array
    {
        $out = [];
        foreach ($paints as $paint) {
            $rating = Rating::query()->join('measurements', 'measurements.id', '=', 'ratings.measurement_id')->join('cards', 'cards.id', '=', 'measurements.card_id')->where('paint_id', $paint->id)->where('property', Property::Glazing->value)->where('status', RatingStatus::Measured->value)
                ->whereIn('measurement_id', Measurement::idsVisibleTo($user))->notSpoiled()->latest('ratings.id')->first(['ratings.detail', 'cards.title']);
            if ($rating !== null) {
                $moved = $rating->detail['numbers']['layerMoved'] ?? null;
                $out[] = ['paint' => $paint->colour_name, 'moved' => $moved === null ? null : (int) $moved, 'card' => (string) $rating->getAttribute('title')];
            }
        }

        return $out;
    }

    /** @return list<MixLayers> the first over the dried second, and the second over the first */
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
    public static function rounded(Lab $lab): array
    {
        return array_map(static fn (float $v): float => round($v, 1), $lab->toArray());
    }

    /**
     * Each of some paints with one partner, at one share by strength.
     *
     * @param list<Paint> $paints with maker, the first is what the others are held against
     *
     * @return MixAcross
     */
    public static function across(array $paints, Paint $partner, float $share, ?User $user): array
    {
        $paints = array_values(array_filter($paints, static fn (Paint $p): bool => ! $p->is($partner)));
        $films = PaintFilms::of([$partner->id, ...array_map(static fn (Paint $p): int => $p->id, $paints)], $user);
        $with = $films[$partner->id] ?? throw new CoreException("No ladder of “{$partner->colour_name}” was measured, so nothing tells what it does in a mix. Put it on a test card with a graded stroke or a stepped ladder.");
        $rows = [];
        $first = null;
        foreach ($paints as $paint) {
            if (! isset($films[$paint->id])) {
                $rows[] = ['paint' => PaintView::named($paint), 'depths' => null, 'clarity' => null];
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

        return ['partner' => self::paint($partner->load('maker'), $with), 'share' => $share, 'rows' => $rows];
    }
}
