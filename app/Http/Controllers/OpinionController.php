<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Requests\Evidence\PutDecisionRequest;
use App\Models\Decision;
use App\Models\Paint;
use App\Queries\Opinions;
use App\Queries\PaintDigest;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;

/**
 * What a tester decides and likes, and what of a paint they have seen.
 *
 * @phpstan-import-type OpinionsDecision from \App\Queries\Opinions
 */
final class OpinionController extends Controller
{
    /** @return JsonResponse<OpinionsDecision> */
    public function putDecision(PutDecisionRequest $request, string $uuid): JsonResponse
    {
        $v = $request->validated();
        $paint = (new Paint)->resolveRouteBinding($v['paintUuid']) ?? abort(404);
        $there = Decision::query()->where('uuid', $uuid)->first();
        $decision = Decision::put($uuid, ['paint_id' => $paint->id, 'word' => $v['word'], 'reason' => trim($v['reason'] ?? ''), 'decided_on' => $v['on'], 'shared' => (bool) ($v['shared'] ?? false), 'brief' => $there->brief ?? $this->brief($request, $paint)], $request->header('If-Match'));

        return new JsonResponse(Opinions::decision($decision->load('owner'), $this->user($request)), $decision->wasRecentlyCreated ? 201 : 200);
    }

    /**
     * It was looked at again, and still stands: what the evidence says now is what it rests on.
     *
     * @return JsonResponse<OpinionsDecision>
     */
    public function confirm(Request $request, Decision $decision): JsonResponse
    {
        $decision->change(['brief' => $this->brief($request, $decision->paint)], (string) $decision->edition);

        return new JsonResponse(Opinions::decision($decision->load('owner'), $this->user($request)));
    }

    /** @return JsonResponse<null> */
    public function destroyDecision(Decision $decision): JsonResponse
    {
        $decision->delete();

        return new JsonResponse(null, 204);
    }

    /**
     * The tester has seen what the evidence says of a paint.
     *
     * @return JsonResponse<null>
     */
    public function looked(Request $request, Paint $paint): JsonResponse
    {
        DB::table('looks')->upsert([['user_id' => $this->me($request)->id, 'paint_id' => $paint->id, 'brief' => json_encode((object) $this->brief($request, $paint), JSON_THROW_ON_ERROR), 'looked_at' => now()]], ['user_id', 'paint_id'], ['brief', 'looked_at']);

        return new JsonResponse(null, 204);
    }

    /** @return JsonResponse<null> */
    public function like(Request $request, Paint $paint): JsonResponse
    {
        DB::table('hearts')->insertOrIgnore(['user_id' => $this->me($request)->id, 'paint_id' => $paint->id]);

        return new JsonResponse(null, 204);
    }

    /** @return JsonResponse<null> */
    public function unlike(Request $request, Paint $paint): JsonResponse
    {
        DB::table('hearts')->where('user_id', $this->me($request)->id)->where('paint_id', $paint->id)->delete();

        return new JsonResponse(null, 204);
    }

    /** @return array<string, string> */
    private function brief(Request $request, Paint $paint): array
    {
        return (PaintDigest::of([$paint->id], $this->user($request))[$paint->id] ?? null)?->brief() ?? [];
    }
}
