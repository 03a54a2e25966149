<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RecordPaint;
use App\Actions\RemoveDraft;
use App\Http\JsonResponse;
use App\Http\Requests\Collection\PutPaintRequest;
use App\Http\Requests\Collection\ReadPaintsRequest;
use App\Models\BenchSession;
use App\Models\Claim;
use App\Models\HandReading;
use App\Models\Paint;
use App\Models\PaintMerge;
use App\Models\Pan;
use App\Models\User;
use App\Queries\Claimed;
use App\Queries\CodePage;
use App\Queries\CollectionView;
use App\Queries\LikePaints;
use App\Queries\OddStrips;
use App\Queries\Opinions;
use App\Queries\PaintDigest;
use App\Queries\PaintKnowledge;
use App\Queries\PaintSet;
use App\Queries\PaintView;
use App\Queries\PanTests;
use App\Queries\SpecimenView;
use App\Queries\Spoken;
use App\Queries\SwatchView;
use App\Queries\TestConditions;
use App\Queries\WithMedium;
use Illuminate\Http\Request;
use Illuminate\Pagination\LengthAwarePaginator;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Collection\PanStates;
use MarshTrial\Core\Measuring\Measures;
use MarshTrial\Core\Rating\Property;
use MarshTrial\Core\Session\BenchWords;

/**
 * Makers, paints, pans and what makers claim.
 *
 * @phpstan-import-type PropertyVerdict from \App\Queries\PropertyView
 * @phpstan-import-type PaintSetProperty from \App\Queries\PaintSet
 * @phpstan-import-type StripDetail from \App\Queries\StripView
 * @phpstan-import-type PaintDetail from \App\Queries\PaintView
 * @phpstan-type PaintIndexAnswer array{
 *     paints: array<int, array{
 *         uuid: string, edition: int, maker: string, makerUuid: string, range: string, colourName: string,
 *         pigmentsWritten: string, series: string, medium: string, grade: string, discontinued: bool,
 *         effects: list<string>|null, statement: PigmentStatementDetail, mayChange: bool,
 *         colour: array{string, string}|null, pans: array<int, PanDetail>,
 *     }>,
 *     total: int, page: int, pages: int, shows: list<string>,
 * }
 * @phpstan-import-type PigmentStatementDetail from \App\Queries\PigmentView
 * @phpstan-import-type PanDetail from \App\Queries\PaintView
 * @phpstan-import-type LikePaintsDetail from \App\Queries\LikePaints
 * @phpstan-type PaintTestsAnswer array{
 *     pan: string,
 *     properties: list<array{
 *         property: string, quantity: string, tests: list<PanTestsDetail>, counted: int, spread: float|null,
 *         apart: array{array<string, mixed>, array<string, mixed>}|null,
 *     }>,
 * }
 * @phpstan-import-type PanTestsDetail from \App\Queries\PanTests
 * @phpstan-type PaintShowAnswer array{
 *     uuid: string, edition: int, maker: string, makerUuid: string, range: string, colourName: string,
 *     pigmentsWritten: string, series: string, medium: string, grade: string, discontinued: bool,
 *     effects: list<string>|null, statement: PigmentStatementDetail, mayChange: bool, strip: StripDetail|null,
 *     properties: array<string, PaintSetProperty>, alsoJudged: list<PropertyVerdict>, notTested: list<string>,
 *     spoken: list<list<array{text: string, property: string|null}>>,
 *     printed: array{
 *         printed: string, nearest: string|null, dE00: float|null, words: list<string>, check: string,
 *     }|null,
 *     unlikely: float|null, odd: list<OddStripsTold>,
 *     withMedium: list<array{
 *         added: string, property: string, said: string|null, text: string, card: string, title: string,
 *     }>,
 *     opinions: array{
 *         words: list<'buy'|'keep'|'let go'|'replace'|'use up'|'wanted'>,
 *         decisions: array<int, array{
 *             uuid: string, edition: int, word: string, reason: string, on: string, shared: bool, by: string,
 *             mine: bool, changes: list<string>,
 *         }>,
 *         likedBy: list<string>, liked: bool, groups: array<int, array{uuid: string, name: string, by: string}>,
 *         studies: array<int, OpinionsStudy>,
 *     },
 *     between: \stdClass, knowledge: PaintKnowledgeDetail, pans: array<int, PanDetail>,
 *     merges: array<int, array{uuid: string, name: string, mayChange: bool}>,
 *     formulations: array<int, PaintFormulation>, tests: list<PaintTestsAnswer>, byHand: list<SpecimenByHand>,
 *     states: list<string>, got: list<string>, spoiledReasons: list<string>, swatches: list<SwatchDetail>,
 *     claimScales: array<int, PaintClaimScale>, forms: list<string>, media: list<string>,
 *     classes: array<string, list<string>>,
 * }
 * @phpstan-import-type OddStripsTold from \App\Queries\OddStrips
 * @phpstan-import-type OpinionsStudy from \App\Queries\Opinions
 * @phpstan-import-type PaintKnowledgeDetail from \App\Queries\PaintKnowledge
 * @phpstan-import-type PaintFormulation from \App\Queries\PaintView
 * @phpstan-import-type SpecimenByHand from \App\Queries\SpecimenView
 * @phpstan-import-type SwatchDetail from \App\Queries\SwatchView
 * @phpstan-import-type PaintClaimScale from \App\Queries\PaintView
 */
final class PaintController extends Controller
{
    private const PER_PAGE = 100;

    /** @return JsonResponse<PaintIndexAnswer> */
    public function index(ReadPaintsRequest $request): JsonResponse
    {
        $user = $this->user($request);
        $words = trim(mb_substr((string) $request->query('q', ''), 0, 120));
        $paints = Paint::query()->with('maker', 'codes')
            ->with(['pans' => static fn ($q) => $q->with('palette', 'formulation')->where('owner_id', $user->id ?? 0)->orderBy('id')]);
        CollectionView::narrow($paints, (string) $request->query('show', ''), $user);
        if ($words === '') {
            $page = $paints->orderByDesc('id')->paginate(self::PER_PAGE);
        } else {
            $found = CollectionView::find($words, $user);
            $found = $request->query('show', '') === '' ? $found : array_values(array_intersect($found, (clone $paints)->pluck('id')->all()));
            $ids = array_slice($found, self::PER_PAGE * (max(1, $request->integer('page', 1)) - 1), self::PER_PAGE);
            $order = array_flip($ids);
            $page = new LengthAwarePaginator($paints->whereKey($ids)->get()->sortBy(static fn (Paint $p): int => $order[$p->id])->values()->all(), count($found), self::PER_PAGE);
        }

        $colours = CollectionView::colours(array_map(static fn (Paint $p): int => $p->id, $page->items()), $user);

        return new JsonResponse([
            'paints' => array_map(static fn (Paint $p): array => [...PaintView::of($p), 'colour' => $colours[$p->id] ?? null, 'pans' => $p->pans->map(PaintView::pan(...))->all()], $page->items()),
            'total' => $page->total(), 'page' => $page->currentPage(), 'pages' => $page->lastPage(), 'shows' => $user === null ? ['discontinued'] : CollectionView::shows(),
        ]);
    }

    /**
     * What comes nearest to it, with conditions that stand before likeness: ?holds=1&transparent=1&single=1&mine=1
     *
     * @return JsonResponse<LikePaintsDetail>
     */
    public function like(Request $request, Paint $paint): JsonResponse
    {
        $conditions = array_values(array_filter(LikePaints::CONDITIONS, static fn (string $c): bool => $request->boolean($c)));

        return new JsonResponse(LikePaints::of($paint, $conditions, $this->user($request)));
    }

    /** @return JsonResponse<PaintShowAnswer> */
    public function show(Request $request, Paint $paint): JsonResponse
    {
        $paint->load('maker.claimScales', 'codes', 'claims.claimScale', 'formulations');
        $evidence = PaintSet::evidence([$paint->id], $this->user($request));
        $pans = $paint->pans()->with('palette', 'formulation')->where('owner_id', $this->user($request)->id ?? 0)->orderBy('id')->get();

        $beside = PaintSet::paint($paint, $evidence);
        // Of a mixture no code is unlikely.
        $alike = $paint->codes->count() === 1 ? CodePage::paintsOf($paint->codes[0]->code ?? '') : collect();
        $digests = PaintDigest::of(array_values(array_unique([$paint->id, ...$alike->keys()->all()])), $this->user($request));

        return new JsonResponse([
            ...$beside,
            'spoken' => Spoken::of($paint, $evidence, $beside['properties']),
            'printed' => Claimed::printed($paint, $evidence['strips'][$paint->id] ?? null),
            'unlikely' => Claimed::unlikely($alike, $digests)[$paint->id] ?? null,
            'odd' => OddStrips::told([$paint->id], $this->user($request)),
            'withMedium' => WithMedium::of($paint->id, $this->user($request)),
            'opinions' => Opinions::of($paint, ($digests[$paint->id] ?? null)?->brief() ?? [], $this->user($request)),
            'between' => (object) TestConditions::between($evidence['pooled'], $paint->id),
            'knowledge' => PaintKnowledge::of($paint, $evidence, $beside['properties'], $this->user($request)),
            'pans' => $pans->map(PaintView::pan(...))->all(),
            'merges' => PaintMerge::query()->with('from.maker')->where('into_id', $paint->id)->get()->map(fn (PaintMerge $m): array => ['uuid' => $m->uuid, 'name' => "{$m->from->maker->name}, {$m->from->colour_name}", 'mayChange' => $m->mayBeChangedBy($this->user($request))])->all(),
            'formulations' => $paint->formulations->map(PaintView::formulation(...))->all(),
            'tests' => self::tests($pans, $this->user($request)),
            'byHand' => SpecimenView::byHand(HandReading::query()->with('owner')->whereNotNull('value')->whereIn('specimen_id', DB::table('specimens')->join('cards', 'cards.id', '=', 'specimens.card_id')->whereIn('pan_id', $pans->pluck('id'))
                ->where(fn ($q) => BenchSession::notBlind($q, $this->user($request)))->select('specimens.id'))->orderBy('id')->get()),
            'states' => PanStates::STATES, 'got' => PanStates::GOT, 'spoiledReasons' => BenchWords::SPOILED,
            'swatches' => SwatchView::ofPaint($paint, $this->user($request)),
            'claimScales' => $paint->maker->claimScales->map(PaintView::claimScale(...))->all(),
            'forms' => PanStates::FORMS, 'media' => PanStates::MEDIA,
            'classes' => Measures::claimedClasses(),
        ]);
    }

    /**
     * Tests of each pan beside one another, with their spread.
     *
     * @param \Illuminate\Support\Collection<int, Pan> $pans
     *
     * @return list<PaintTestsAnswer>
     */
    private static function tests($pans, ?User $user): array
    {
        $all = PanTests::of($pans->pluck('id')->all(), $user);

        return array_values($pans->filter(static fn (Pan $p): bool => isset($all[$p->id]))->map(static fn (Pan $p): array => [
            'pan' => $p->uuid,
            'properties' => array_map(static fn (string $property, array $tests): array => ['property' => $property, 'quantity' => Measures::of(Property::from($property))::quantity()->name, 'tests' => $tests, ...PanTests::repeats($property, $tests)], array_keys($all[$p->id]), $all[$p->id]),
        ])->all());
    }

    /** @return JsonResponse<PaintDetail> */
    public function put(PutPaintRequest $request, string $uuid): JsonResponse
    {
        $line = $request->validated();
        $paint = RecordPaint::put($uuid, $line, $request->header('If-Match'))->load('maker');

        return new JsonResponse(PaintView::of($paint), $paint->wasRecentlyCreated ? 201 : 200, ['ETag' => "\"$paint->edition\""]);
    }

    /** @return JsonResponse<null> */
    public function destroy(Paint $paint): JsonResponse
    {
        RemoveDraft::paint($paint);

        return new JsonResponse(null, 204);
    }
}
