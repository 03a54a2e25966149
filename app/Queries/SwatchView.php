<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Card;
use App\Models\House;
use App\Models\Measurement;
use App\Models\Paint;
use App\Models\Picture;
use App\Models\Swatch;
use App\Models\User;
use Illuminate\Support\Facades\Auth;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Card\PocketFrame;
use MarshTrial\Core\Collection\Narrowing;
use MarshTrial\Core\Colour\Lab;
use MarshTrial\Core\Rating\PaintEffect;

/**
 * Swatches of any time as the interface shows them.
 *
 * @phpstan-type SwatchPictures array{
 *     uuid: string, name: string, called: string, state: string, progress: float, step: string,
 *     problem: string|null,
 * }
 * @phpstan-import-type PaintDetail from \App\Queries\PaintView
 * @phpstan-type SwatchDetail array{
 *     uuid: string, edition: int, picture: string, placing: int, problem: string|null,
 *     told: array<string, mixed>|null, naming: string, called: string, paint: PaintDetail|null,
 *     guess: PaintDetail|null,
 *     mix: array{a: OddStripsLike, b: OddStripsLike, dropsA: float|null, dropsB: float|null, measure: string}|null,
 *     paintedWhen: string, paintedFrom: string|null, paintedTo: string|null, paperWords: string, note: string,
 *     shared: bool, simulated: bool, owner: string, mayChange: bool, made: string,
 * }
 * @phpstan-import-type OddStripsLike from \App\Queries\OddStrips
 * @phpstan-type SwatchDrawer array{
 *     drawer: string|null, swatches: array<int, SwatchDetail>, total: int, page: int, pages: int,
 *     pictures: list<SwatchPictures>, howTo: list<string>, spoilers: list<string>,
 *     effects: array{array{effect: 'fluorescent', words: string}, array{effect: 'shimmering', words: string}},
 * }
 * @phpstan-type SwatchNarrowing array{
 *     meanDE00: float, worstDE00: float, depths: int, says: string, paint: PaintDetail, strip: StripDetail|null,
 * }
 * @phpstan-import-type StripDetail from \App\Queries\StripView
 */
final class SwatchView
{
    private const CHANNELS = ['red' => 0, 'green' => 1, 'blue' => 2];

    /** Candidates that are shown for a swatch nobody can name. */
    private const CANDIDATES = 8;

    /** And where none fits. */
    private const NEAREST = 2;

    /** Pictures of the drawer that are told of: those that wait, failed, or came last. */
    private const LAST = 60;

    /** @return SwatchDrawer */
    public static function drawer(?User $user, int $page, int $perPage): array
    {
        $drawer = $user === null ? null : Card::query()->listed()->where('owner_id', $user->id)->where('kind', CardKind::Pocket->value)->first();
        $swatches = Swatch::query()->with('paint.maker', 'mixA.maker', 'mixB.maker', 'picture', 'owner')->visibleTo($user)->orderByDesc('id')->paginate($perPage, ['*'], 'page', $page);

        return [
            'drawer' => $drawer?->uuid,
            'swatches' => array_map(self::of(...), $swatches->items()), 'total' => $swatches->total(), 'page' => $swatches->currentPage(), 'pages' => $swatches->lastPage(),
            'pictures' => $drawer === null ? [] : self::pictures($drawer),
            'howTo' => PocketFrame::protocols()[0]->steps, 'spoilers' => PocketFrame::protocols()[0]->spoilers,
            'effects' => array_map(static fn (PaintEffect $e): array => ['effect' => $e->value, 'words' => $e->words()], PaintEffect::cases()),
        ];
    }

    /** @return SwatchDetail needs paint with maker, picture and owner loaded */
    public static function of(Swatch $swatch): array
    {
        return [
            'uuid' => $swatch->uuid, 'edition' => $swatch->edition, 'picture' => $swatch->picture->uuid, 'placing' => $swatch->placing,
            'problem' => $swatch->problem, 'told' => $swatch->told === null ? null : ['protocol' => PocketFrame::protocols()[0]->text()] + $swatch->told,
            'naming' => $swatch->naming, 'called' => $swatch->called, 'paint' => $swatch->paint === null ? null : PaintView::of($swatch->paint), 'guess' => self::guess($swatch),
            'mix' => $swatch->mixA === null || $swatch->mixB === null ? null : ['a' => self::named($swatch->mixA), 'b' => self::named($swatch->mixB), 'dropsA' => $swatch->drops_a === null ? null : (float) $swatch->drops_a, 'dropsB' => $swatch->drops_b === null ? null : (float) $swatch->drops_b, 'measure' => $swatch->measure],
            'paintedWhen' => $swatch->painted_when, 'paintedFrom' => $swatch->painted_from?->toDateString(), 'paintedTo' => $swatch->painted_to?->toDateString(), 'paperWords' => $swatch->paper_words, 'note' => $swatch->note,
            'shared' => $swatch->shared, 'simulated' => $swatch->picture->source === 'stand-in', 'owner' => $swatch->owner->name, 'mayChange' => $swatch->mayBeChangedBy(Auth::user()), 'made' => $swatch->getAttribute('created_at')->toIso8601String(),
        ];
    }

    /** @return array{uuid: string, name: string, maker: string} */
    private static function named(Paint $paint): array
    {
        return ['uuid' => $paint->uuid, 'name' => $paint->colour_name, 'maker' => $paint->maker->name];
    }

    /**
     * Swatches of one paint.
     *
     * @return list<SwatchDetail>
     */
    public static function ofPaint(Paint $paint, ?User $user): array
    {
        return array_values(Swatch::query()->with('paint.maker', 'mixA.maker', 'mixB.maker', 'picture', 'owner')->visibleTo($user)->where('paint_id', $paint->id)->when(! House::isDemo(), static fn ($q) => $q->whereHas('picture', static fn ($q) => $q->where('source', '<>', 'stand-in')))->orderByDesc('id')->limit(50)->get()->map(self::of(...))->all());
    }

    /**
     * Known paints that a swatch may be, best first.
     *
     * @return list<SwatchNarrowing>
     */
    public static function narrowing(Swatch $swatch, ?User $user): array
    {
        $places = [];
        foreach ($swatch->told['places'] ?? [] as $place) {
            if (($place['deposit'] ?? null) !== null) {
                $places[] = ['deposit' => (float) $place['deposit'], 'lab' => new Lab(...array_map(floatval(...), $place['lab'])), 'uncertainty95' => (float) ($place['uncertainty95'] ?? 0)];
            }
        }
        $known = PaintStrips::of(null, $user)['strips'];
        $all = $places === [] ? [] : Narrowing::ofPlaces($places, self::CHANNELS[$swatch->told['keyChannel'] ?? ''] ?? null, $known);
        $fit = array_filter($all, static fn (array $f): bool => $f['says'] !== Narrowing::NOT_THIS);
        $found = array_slice($fit ?: $all, 0, $fit === [] ? self::NEAREST : self::CANDIDATES, true);
        $paints = Paint::query()->with('maker')->whereKey(array_keys($found))->get()->keyBy('id');

        return array_values(array_map(static fn (int $id, array $f): array => [...$f, 'paint' => PaintView::of($paints[$id]), 'strip' => StripView::of($known[$id], null)], array_keys($found), $found));
    }

    /**
     * A recorded paint of the very name that somebody gave it, where there is one and no other.
     *
     * @return PaintDetail|null
     */
    private static function guess(Swatch $swatch): ?array
    {
        if ($swatch->naming !== 'open' || $swatch->called === '') {
            return null;
        }
        $same = Paint::query()->with('maker')->named($swatch->called)->limit(2)->get();

        return $same->count() === 1 ? PaintView::of($same[0]) : null;
    }

    /** @return list<SwatchPictures> */
    public static function pictures(Card $drawer): array
    {
        $newest = Measurement::query()->where('card_id', $drawer->id)->orderBy('id')->get(['id', 'uuid', 'picture_id', 'state', 'progress', 'step', 'problem'])->keyBy('picture_id');

        return array_values(Picture::query()->where('card_id', $drawer->id)->whereNull('withdrawn_at')->orderByDesc('id')->limit(self::LAST)->get()->map(static fn (Picture $p): array => [
            'uuid' => $p->uuid, 'name' => $p->original_name, 'called' => $p->called,
            'state' => $newest[$p->id]->state ?? 'waiting', 'progress' => $newest[$p->id]->progress ?? 0.0, 'step' => $newest[$p->id]->step ?? '', 'problem' => $newest[$p->id]->problem ?? null,
        ])->all());
    }
}
