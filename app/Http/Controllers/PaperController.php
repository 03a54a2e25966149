<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Requests\Collection\PutPaperRequest;
use App\Models\Paper;
use MarshTrial\Core\Card\BlockKind;
use MarshTrial\Core\Card\PropertyCard;
use MarshTrial\Core\Card\Protocol;

/**
 * Papers that cards are painted on.
 *
 * @phpstan-type PaperName array{uuid: string, words: string}
 * @phpstan-type PaperIndexAnswer array{
 *     lifting: list<array{id: string, title: string}>, paint: list<array{id: string, title: string}>,
 *     quality: list<array{id: string, title: string}>, usualBlocks: string,
 *     blocks: list<array{kind: string, words: string, tells: string, counts: array{int, int, int}|null}>,
 *     papers: array<int, PaperName>, fibres: list<string>, surfaces: list<string>,
 * }
 */
final class PaperController extends Controller
{
    /** @return JsonResponse<PaperIndexAnswer> */
    public function index(): JsonResponse
    {
        $titles = static fn (string $property): array => array_map(static fn (Protocol $p): array => ['id' => $p->id, 'title' => $p->title], Protocol::all($property));

        return new JsonResponse([
            'lifting' => $titles('staining'), 'paint' => $titles(Protocol::PAINT), 'quality' => $titles(Protocol::PAPER), 'usualBlocks' => PropertyCard::USUAL,
            'blocks' => array_map(static fn (BlockKind $b): array => ['kind' => $b->value, 'words' => $b->definition()::label(), 'tells' => $b->definition()::tells(), 'counts' => $b->definition()::counts()], BlockKind::cases()),
            'papers' => Paper::query()->orderByDesc('id')->get()->map(self::paper(...))->all(), 'fibres' => Paper::FIBRES, 'surfaces' => Paper::SURFACES,
        ]);
    }

    /** @return JsonResponse<PaperName> */
    public function put(PutPaperRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $paper = Paper::put($uuid, ['maker' => trim($values['maker']), 'fibre' => $values['fibre'], 'surface' => $values['surface'], 'weight_gsm' => $values['weightGsm'] ?? null], $request->header('If-Match'));

        return new JsonResponse(self::paper($paper), $paper->wasRecentlyCreated ? 201 : 200);
    }

    /** @return PaperName */
    private static function paper(Paper $paper): array
    {
        return ['uuid' => $paper->uuid, 'words' => $paper->words()];
    }
}
