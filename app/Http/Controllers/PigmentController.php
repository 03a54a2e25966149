<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Requests\Collection\ReadStatementRequest;
use App\Models\Measurement;
use App\Models\PaintCode;
use App\Queries\CodePage;
use App\Queries\PigmentView;
use App\Queries\Shore;
use Illuminate\Http\Request;
use MarshTrial\Core\Pigment\Catalogue;
use MarshTrial\Core\Pigment\PigmentStatement;

/**
 * @phpstan-type PigmentIndexAnswer array{
 *     pigments: list<array{
 *         code?: string, constitution?: string, chemicalName?: string, class?: string, metals?: list<string>,
 *         hueFamily?: string, cautions?: list<string>, paints: int, measured: int,
 *         colour: array{string, string}|null,
 *     }>,
 *     others: array<int, array{code: string, paints: int, measured: int}>,
 * }
 * @phpstan-import-type PigmentStatementDetail from \App\Queries\PigmentView
 * @phpstan-import-type CodePageDetail from \App\Queries\CodePage
 */
final class PigmentController extends Controller
{
    /** @return JsonResponse<PigmentIndexAnswer> */
    public function index(Request $request): JsonResponse
    {
        $paints = PaintCode::query()->toBase()->groupBy('code')->selectRaw('code, count(*) as n')->pluck('n', 'code');
        $measured = PaintCode::query()->toBase()->join('strips', 'strips.paint_id', '=', 'paint_codes.paint_id')->where('strips.kind', 'property')
            ->whereIn('strips.measurement_id', Measurement::idsVisibleTo($this->user($request)))
            ->groupBy('code')->selectRaw('code, count(distinct strips.paint_id) as n')->pluck('n', 'code');
        $colours = Shore::byCode($this->user($request));
        $known = Catalogue::all();
        $others = $paints->keys()->reject(static fn (string $code): bool => isset($known[$code]))->sort();

        return new JsonResponse([
            'pigments' => array_values(array_map(static fn ($p): array => [...(PigmentView::of($p) ?? []), 'paints' => (int) ($paints[$p->code] ?? 0), 'measured' => (int) ($measured[$p->code] ?? 0), 'colour' => $colours[$p->code] ?? null], $known)),
            'others' => $others->values()->map(static fn (string $code): array => ['code' => $code, 'paints' => (int) $paints[$code], 'measured' => (int) ($measured[$code] ?? 0)])->all(),
        ]);
    }

    /** @return JsonResponse<CodePageDetail> */
    public function show(Request $request, string $code): JsonResponse
    {
        return new JsonResponse(CodePage::of($code, $this->user($request)));
    }

    /** @return JsonResponse<PigmentStatementDetail> */
    public function statement(ReadStatementRequest $request): JsonResponse
    {
        return new JsonResponse(PigmentView::statement(PigmentStatement::parse(mb_substr((string) $request->query('written', ''), 0, 300))));
    }
}
