<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\MergePaints;
use App\Http\JsonResponse;
use App\Http\Requests\Collection\MergePaintsRequest;
use App\Models\Paint;
use App\Models\PaintMerge;

/**
 * Two entries that are one paint.
 *
 * @phpstan-type PaintMergeStoreAnswer array{uuid: string, into: string}
 */
final class PaintMergeController extends Controller
{
    /**
     * This entry is the same paint as another one, which keeps all.
     *
     * @return JsonResponse<PaintMergeStoreAnswer>
     */
    public function store(MergePaintsRequest $request, Paint $paint): JsonResponse
    {
        $values = $request->validated();
        $merge = MergePaints::into($paint, Paint::query()->where('uuid', $values['intoUuid'])->firstOrFail(), $this->me($request));

        return new JsonResponse(['uuid' => $merge->uuid, 'into' => $merge->into->uuid], 201);
    }

    /** @return JsonResponse<array{paint: string}> */
    public function destroy(PaintMerge $merge): JsonResponse
    {
        return new JsonResponse(['paint' => MergePaints::undo($merge)->uuid]);
    }
}
