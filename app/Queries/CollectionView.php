<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Paint;
use App\Models\Palette;
use App\Models\Pan;
use App\Models\Strip;
use App\Models\User;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Collection\Finder;
use MarshTrial\Core\Collection\Narrowing;
use MarshTrial\Core\Collection\PanStates;
use MarshTrial\Core\Evidence\Strip as CoreStrip;
use MarshTrial\Core\Pigment\Catalogue;

/** A tester's own pans: found, placed, chosen for a session, narrowed down. */
final class CollectionView
{
    /**
     * Paints that fit what was typed, best first.
     *
     * @return list<int> paint ids
     */
    public static function find(string $typed, ?User $user): array
    {
        $finder = new Finder($typed);
        $scores = [];
        $rows = DB::table('paints')->join('makers', 'makers.id', '=', 'paints.maker_id')
            ->leftJoin('paint_codes', 'paint_codes.paint_id', '=', 'paints.id')
            ->groupBy('paints.id', 'paints.colour_name', 'paints.range', 'makers.name')
            ->orderBy('paints.id')
            ->selectRaw("paints.id, paints.colour_name, paints.range, makers.name as maker, group_concat(paint_codes.code, '|') as codes, exists (select 1 from pans where pans.paint_id = paints.id and pans.owner_id = ?) as own", [$user->id ?? 0]);
        foreach ($rows->cursor() as $r) {
            $score = $finder->score($r->codes === null ? [] : explode('|', $r->codes), $r->colour_name, "$r->maker $r->range");
            if ($score > 0) {
                // What one has oneself comes before what others have.
                $scores[$r->id] = 2 * $score + (int) $r->own;
            }
        }
        uksort($scores, static fn (int $a, int $b): int => [$scores[$b], $b] <=> [$scores[$a], $a]);

        return array_keys($scores);
    }

    /** @return array<string, mixed> the palettes of a tester, slot by slot, and what has no slot */
    public static function palettes(User $user): array
    {
        $pans = Pan::query()->with('paint.maker', 'palette', 'formulation')->where('owner_id', $user->id)->orderBy('id')->get();
        $colours = self::colours($pans->pluck('paint_id')->unique()->values()->all(), $user);
        $show = static fn (Pan $p): array => [...PaintView::pan($p), 'paintUuid' => $p->paint->uuid, 'name' => $p->paint->colour_name, 'maker' => $p->paint->maker->name, 'pigments' => $p->paint->pigments, 'colour' => $colours[$p->paint_id] ?? null];

        return [
            'palettes' => Palette::query()->where('owner_id', $user->id)->orderBy('name')->get()->map(static fn (Palette $p): array => [
                'uuid' => $p->uuid, 'edition' => $p->edition, 'name' => $p->name, 'rows' => $p->rows, 'columns' => $p->columns,
                'pans' => $pans->where('palette_id', $p->id)->values()->map($show)->all(),
            ])->all(),
            'unplaced' => $pans->filter(static fn (Pan $p): bool => $p->palette_id === null && in_array($p->state, PanStates::AT_HAND, true))->take(300)->values()->map($show)->all(),
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
        $out = [];
        foreach (self::strips($paintIds, $user) as $id => $strip) {
            $out[$id] = [$strip->steps[0]['onPaper']->toHex(), ($strip->at(0.3) ?? $strip->steps[count($strip->steps) - 1]['onPaper'])->toHex()];
        }

        return $out;
    }

    /**
     * @param list<int>|null $paintIds null: of all paints
     *
     * @return array<int, CoreStrip>
     */
    private static function strips(?array $paintIds, ?User $user): array
    {
        $out = [];
        $rows = Strip::query()->where('kind', 'property')->when($paintIds !== null, static fn ($q) => $q->whereIn('paint_id', $paintIds))
            ->whereIn('measurement_id', CodePage::visibleMeasurements($user))->whereNotIn('specimen_id', DB::table('spoilings')->whereNull('property')->select('specimen_id'))->orderBy('id');
        foreach ($rows->cursor() as $row) {
            $out[$row->paint_id] = CoreStrip::fromArray($row->data);
        }

        return $out;
    }

    /**
     * Pans at hand to choose from for a session, with what is known of their tests.
     *
     * @return list<array<string, mixed>>
     */
    public static function toChoose(User $user): array
    {
        $pans = Pan::query()->with('paint.maker', 'paint.codes', 'palette', 'formulation')->where('owner_id', $user->id)->whereIn('state', PanStates::AT_HAND)->orderByDesc('id')->limit(2000)->get();
        $tests = PanTests::of($pans->pluck('id')->all(), $user);

        return array_values($pans->map(static function (Pan $pan) use ($tests): array {
            $of = $tests[$pan->id] ?? [];
            $all = collect($of)->flatten(1);

            return [
                ...PaintView::pan($pan), 'paint' => PaintView::of($pan->paint), ...self::forPlan($pan),
                'testedOnPapers' => $all->pluck('paper')->unique()->values()->all(), 'lastTested' => $all->max('on'),
                'retest' => PanTests::toRetest($of),
            ];
        })->all());
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
     * @return array{strip: array<string, mixed>|null, candidates: list<array<string, mixed>>}
     */
    public static function narrowing(Pan $pan, ?User $user): array
    {
        $own = Strip::query()->where('kind', 'property')->whereIn('measurement_id', CodePage::visibleMeasurements($user))
            ->whereIn('specimen_id', DB::table('specimens')->where('pan_id', $pan->id)->select('id'))->latest('id')->first();
        if ($own === null) {
            return ['strip' => null, 'candidates' => []];
        }
        $dab = CoreStrip::fromArray($own->data);
        $known = self::strips(null, $user);
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
