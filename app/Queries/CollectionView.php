<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Decision;
use App\Models\Measurement;
use App\Models\Paint;
use App\Models\Palette;
use App\Models\Pan;
use App\Models\Strip;
use App\Models\User;
use Illuminate\Database\Eloquent\Builder;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Collection\Decisions;
use MarshTrial\Core\Collection\Finder;
use MarshTrial\Core\Collection\Narrowing;
use MarshTrial\Core\Collection\PanStates;
use MarshTrial\Core\Evidence\Strip as CoreStrip;
use MarshTrial\Core\Pigment\Catalogue;

/**
 * A tester's own pans: found, placed, chosen for a session, narrowed down.
 *
 * @phpstan-type PlacedPan array{
 *     uuid: string, edition: int, form: string, batch: string, volumeMl?: float|null, price?: string|null,
 *     perMl?: string|null, keptAt?: string, palette?: string|null, paletteUuid?: string|null, slot: int|null,
 *     place: string, openedOn: string|null, state: string, got?: string, note?: string,
 *     extras?: array<string, string>|\stdClass, formulation?: PaintFormulation|null, mine?: bool,
 *     paintUuid: string|null, name: string, maker: string, pigments: string, colour: array{string, string}|null,
 * }
 * @phpstan-type CollectionPalettes array{
 *     palettes: array<int, array{
 *         uuid: string, edition: int, name: string, rows: int, columns: int, pans: array<int, PlacedPan>,
 *     }>,
 *     unplaced: array<int, PlacedPan>, unplacedCount: int,
 * }
 * @phpstan-import-type PaintFormulation from \App\Queries\PaintView
 * @phpstan-type PanToChoose array{
 *     uuid: string, edition: int, form: string, batch: string, volumeMl: float|null, price: string|null,
 *     perMl: string|null, keptAt: string, palette: string|null, paletteUuid: string|null, slot: int|null,
 *     place: string, openedOn: string|null, state: string, got: string, note: string,
 *     extras: array<string, string>|\stdClass, formulation: PaintFormulation|null, mine: bool, paint: PaintDetail,
 *     code: string, hue: string, testedOnPapers: list<string>, lastTested: string|null, retest: list<string>,
 * }
 * @phpstan-type CollectionToChoose array{total: int, pans: list<PanToChoose>}
 * @phpstan-import-type PaintDetail from \App\Queries\PaintView
 * @phpstan-type CollectionNarrowing array{strip: StripDetail|null, candidates: list<SwatchNarrowing>}
 * @phpstan-import-type StripDetail from \App\Queries\StripView
 * @phpstan-import-type SwatchNarrowing from \App\Queries\SwatchView
 */
final class CollectionView
{
    /** Candidates asked for at once: as many names as a statement takes. */
    private const AT_ONCE = 500;

    private const MOST_UNPLACED = 300;

    private const MOST_TO_CHOOSE = 200;

    /** Which pans a session may be planned of; "paper" means not yet tested on it. */
    public const WANTS = ['all', 'paper', 'never', 'retest'];

    /**
     * Paints that fit what was typed, best first.
     *
     * @return list<int> paint ids
     */
    public static function find(string $typed, ?User $user): array
    {
        $ids = PaintNames::candidates($typed);
        $rows = DB::table('paints')->join('makers', 'makers.id', '=', 'paints.maker_id')
            ->leftJoin('paint_codes', 'paint_codes.paint_id', '=', 'paints.id')
            ->groupBy('paints.id', 'paints.colour_name', 'paints.range', 'makers.name')
            ->orderBy('paints.id')
            ->selectRaw("paints.id, paints.colour_name, paints.range, makers.name as maker, group_concat(paint_codes.code, '|') as codes, exists (select 1 from pans where pans.paint_id = paints.id and pans.owner_id = ?) as own", [$user->id ?? 0]);

        return self::ranked($typed, collect(array_chunk($ids, self::AT_ONCE))->flatMap(static fn (array $some) => (clone $rows)->whereIn('paints.id', $some)->get()));
    }

    /**
     * Best fits first; among equal ones what one has oneself, then the newest.
     *
     * @param iterable<object> $rows id, colour_name, range, maker, codes parted by bars, and optionally place and own
     *
     * @return list<int>
     */
    private static function ranked(string $typed, iterable $rows): array
    {
        $finder = new Finder($typed);
        $scores = [];
        foreach ($rows as $r) {
            $score = $finder->score($r->codes === null ? [] : explode('|', $r->codes), $r->colour_name, "$r->maker $r->range", $r->place ?? '');
            if ($score > 0) {
                $scores[$r->id] = 2 * $score + (int) ($r->own ?? 0);
            }
        }
        uksort($scores, static fn (int $a, int $b): int => [$scores[$b], $b] <=> [$scores[$a], $a]);

        return array_keys($scores);
    }

    /** Begins a narrowing by what one decided. */
    private const DECIDED = 'decided: ';

    /** @return list<string> what the list of paints may be narrowed to, each about one's own pans but the last */
    public static function shows(): array
    {
        return ['mine', 'several of one', 'empty or gone', 'unlabelled', 'no place', ...array_map(static fn (string $word): string => self::DECIDED.$word, Decisions::WORDS), 'discontinued'];
    }

    /**
     * Narrows a query of paints.
     *
     * @param Builder<Paint> $paints
     */
    public static function narrow(Builder $paints, string $show, ?User $user): void
    {
        $own = static fn () => DB::table('pans')->where('owner_id', $user->id ?? 0)->select('paint_id');
        match ($show) {
            'mine' => $paints->whereIn('id', $own()),
            'several of one' => $paints->whereIn('id', $own()->whereIn('state', PanStates::AT_HAND)->groupBy('paint_id')->havingRaw('count(*) > 1')),
            'empty or gone' => $paints->whereIn('id', $own()->whereNotIn('state', PanStates::AT_HAND)),
            'unlabelled' => $paints->whereIn('id', $own()->where('state', 'unlabelled')),
            'no place' => $paints->whereIn('id', $own()->whereIn('state', PanStates::AT_HAND)->whereNull('palette_id')->where('kept_at', '')),
            'discontinued' => $paints->where('discontinued', true),
            default => str_starts_with($show, self::DECIDED) ? $paints->whereKey($user === null ? [] : Decision::lastOf($user)->where('word', substr($show, strlen(self::DECIDED)))->keys()->all()) : $paints,
        };
    }

    /** @return CollectionPalettes the palettes of a tester, slot by slot, and what has no slot */
    public static function palettes(User $user): array
    {
        $mine = Pan::query()->with('paint.maker', 'palette', 'formulation')->where('owner_id', $user->id);
        $unplaced = (clone $mine)->whereNull('palette_id')->whereIn('state', PanStates::AT_HAND);
        $pans = (clone $mine)->whereNotNull('palette_id')->orderBy('slot')->get()->merge((clone $unplaced)->orderByDesc('id')->limit(self::MOST_UNPLACED)->get());
        $colours = self::colours($pans->pluck('paint_id')->unique()->values()->all(), $user);
        $hidden = Pan::hidden($user);
        $show = static fn (Pan $p): array => isset($hidden[$p->id]) ? ['uuid' => $p->uuid, 'edition' => $p->edition, 'slot' => $p->slot, 'form' => '', 'batch' => '', 'place' => $p->place(), 'paintUuid' => null, 'name' => $hidden[$p->id], 'maker' => 'name hidden', 'pigments' => '', 'colour' => null, 'state' => $p->state, 'openedOn' => null]
            : [...PaintView::pan($p), 'paintUuid' => $p->paint->uuid, 'name' => $p->paint->colour_name, 'maker' => $p->paint->maker->name, 'pigments' => $p->paint->pigments, 'colour' => $colours[$p->paint_id] ?? null];

        return [
            'palettes' => Palette::query()->where('owner_id', $user->id)->orderBy('name')->get()->map(static fn (Palette $p): array => [
                'uuid' => $p->uuid, 'edition' => $p->edition, 'name' => $p->name, 'rows' => $p->rows, 'columns' => $p->columns,
                'pans' => $pans->where('palette_id', $p->id)->values()->map($show)->all(),
            ])->all(),
            'unplaced' => $pans->whereNull('palette_id')->values()->map($show)->all(), 'unplacedCount' => $unplaced->count(),
        ];
    }

    /**
     * Masstone and reference depth of measured paints, for recognising them; the newest strip that may be seen.
     *
     * @param list<int> $paintIds
     *
     * @return array<int, array{0: string, 1: string}> full strength and tint as sRGB hex
     */
    public static function colours(array $paintIds, ?User $user): array
    {
        return array_filter(array_map(static fn (PaintDigest $d): ?array => $d->colours(), PaintDigest::of($paintIds, $user)));
    }

    /**
     * Pans at hand to choose from for a session, with what is known of their tests; best fits or newest first.
     *
     * @param string $want of WANTS
     *
     * @return CollectionToChoose
     */
    public static function toChoose(User $user, string $typed, string $want, string $paperUuid): array
    {
        $tested = DB::table('specimens')->join('measurements', 'measurements.card_id', '=', 'specimens.card_id')->whereIn('measurements.id', Measurement::idsVisibleTo($user))->select('specimens.pan_id');
        $query = Pan::query()->where('owner_id', $user->id)->whereIn('state', PanStates::AT_HAND)->orderByDesc('id');
        match ($want) {
            'never' => $query->whereNotIn('id', $tested),
            'paper' => $query->whereNotIn('id', $tested->join('cards', 'cards.id', '=', 'specimens.card_id')->whereIn('cards.paper_id', DB::table('papers')->where('uuid', $paperUuid)->select('id'))),
            'retest' => $query->whereKey(array_keys(self::toRetest($user))),
            default => $query,
        };
        $ids = $query->pluck('id')->all();
        if (trim($typed) !== '') {
            $ids = array_values(array_intersect(self::findPans($typed, $user), $ids));
        }
        $shown = array_slice($ids, 0, self::MOST_TO_CHOOSE);
        $order = array_flip($shown);
        $pans = Pan::query()->with('paint.maker', 'paint.codes', 'palette', 'formulation')->whereKey($shown)->get()->sortBy(static fn (Pan $p): int => $order[$p->id]);
        $tests = PanTests::of($shown, $user);

        return [
            'total' => count($ids),
            'pans' => array_values($pans->map(static function (Pan $pan) use ($tests): array {
                $of = $tests[$pan->id] ?? [];
                $all = collect($of)->flatten(1);

                return [
                    ...PaintView::pan($pan), 'paint' => PaintView::of($pan->paint), ...self::forPlan($pan),
                    'testedOnPapers' => $all->pluck('paper')->unique()->values()->all(), 'lastTested' => $all->max('on'), 'retest' => PanTests::toRetest($of),
                ];
            })->all()),
        ];
    }

    /** @return array<int, list<string>> pan id => properties whose tests differ by more than their uncertainty */
    public static function toRetest(User $user): array
    {
        $several = Pan::query()->where('owner_id', $user->id)->whereIn('state', PanStates::AT_HAND)
            ->whereIn('id', DB::table('specimens')->groupBy('pan_id')->havingRaw('count(*) > 1')->select('pan_id'))->pluck('id')->all();

        return array_filter(array_map(PanTests::toRetest(...), PanTests::of($several, $user)));
    }

    /** @return list<int> ids of a tester's own pans that fit what was typed, best first; the place counts too */
    private static function findPans(string $typed, User $user): array
    {
        $rows = DB::table('pans')->join('paints', 'paints.id', '=', 'pans.paint_id')->join('makers', 'makers.id', '=', 'paints.maker_id')->leftJoin('palettes', 'palettes.id', '=', 'pans.palette_id')
            ->leftJoin('paint_codes', 'paint_codes.paint_id', '=', 'paints.id')->where('pans.owner_id', $user->id)
            ->groupBy('pans.id', 'paints.colour_name', 'paints.range', 'makers.name', 'palettes.name', 'pans.kept_at')
            ->selectRaw("pans.id, paints.colour_name, paints.range, makers.name as maker, coalesce(palettes.name, '') || ' ' || pans.kept_at as place, group_concat(paint_codes.code, '|') as codes");

        return self::ranked($typed, $rows->cursor());
    }

    /** @return array{code: string, hue: string} needs paint.codes loaded */
    public static function forPlan(Pan $pan): array
    {
        $code = $pan->paint->codes->first()->code ?? '';

        return ['code' => $code, 'hue' => Catalogue::find($code)->hueFamily ?? ''];
    }

    /**
     * What an unlabelled pan may be, from its own measured stroke.
     *
     * @return CollectionNarrowing
     */
    public static function narrowing(Pan $pan, ?User $user): array
    {
        $own = Strip::query()->where('kind', 'property')->whereIn('measurement_id', Measurement::idsVisibleTo($user))
            ->whereIn('specimen_id', DB::table('specimens')->where('pan_id', $pan->id)->select('id'))->latest('id')->first();
        if ($own === null) {
            return ['strip' => null, 'candidates' => []];
        }
        $dab = CoreStrip::fromArray($own->data);
        $known = PaintStrips::of(null, $user)['strips'];
        unset($known[$pan->paint_id]);
        $found = array_slice(Narrowing::of($dab, $known), 0, 12, true);
        /** @var Collection<int, Paint> $paints */
        $paints = Paint::query()->with('maker')->whereKey(array_keys($found))->get()->keyBy('id');

        return [
            'strip' => StripView::of($dab, null),
            'candidates' => array_values(array_map(static fn (int $id, array $f): array => [...$f, 'paint' => PaintView::of($paints[$id]), 'strip' => StripView::of($known[$id], null)], array_keys($found), $found)),
        ];
    }
}
