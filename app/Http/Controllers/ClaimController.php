<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Requests\Collection\PutClaimRequest;
use App\Http\Requests\Collection\PutClaimScaleRequest;
use App\Models\Claim;
use App\Models\ClaimScale;
use App\Models\Maker;
use App\Models\Paint;
use App\Queries\PaintView;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Evidence\ClaimScale as Scale;
use MarshTrial\Core\Names\NameKey;

/**
 * What makers say of their paints, and the words they say it in.
 *
 * @phpstan-import-type PaintClaimScale from \App\Queries\PaintView
 * @phpstan-import-type PaintClaim from \App\Queries\PaintView
 */
final class ClaimController extends Controller
{
    /** @return JsonResponse<PaintClaimScale> */
    public function putScale(PutClaimScaleRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $maker = Maker::query()->where('uuid', $values['makerUuid'])->firstOrFail();
        if (ClaimScale::query()->where(['maker_id' => $maker->id, 'property' => $values['property'], 'name' => $values['name']])->whereNot('uuid', $uuid)->exists()) {
            abort(409, "A scale for {$values['property']} with this name is recorded already for $maker->name; choose another name.");
        }
        $scale = ClaimScale::put($uuid, [
            'maker_id' => $maker->id, 'property' => $values['property'], 'name' => $values['name'],
            'words' => Scale::of($values['property'], array_values($values['words']))->words,
        ], $request->header('If-Match'));

        return new JsonResponse(PaintView::claimScale($scale), $scale->wasRecentlyCreated ? 201 : 200);
    }

    /** @return JsonResponse<PaintClaim> */
    public function put(PutClaimRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $paint = Paint::query()->where('uuid', $values['paintUuid'])->firstOrFail();
        $scale = ClaimScale::query()->where('uuid', $values['scaleUuid'] ?? '')->where('property', $values['property'])->where('maker_id', $paint->maker_id)->first();
        $known = $scale === null ? [] : array_column($scale->words, 'word');
        if ($scale !== null && ! in_array(NameKey::of($values['words']), array_map(NameKey::of(...), $known), true)) {
            throw new CoreException(sprintf('The scale "%s" of this maker has the words %s. Choose one of them, or write the claim without a scale.', $scale->name, implode(', ', $known)));
        }
        $claim = Claim::put($uuid, [
            'paint_id' => $paint->id, 'property' => $values['property'], 'words' => trim($values['words']), 'claim_scale_id' => $scale?->id, 'read_on' => $values['readOn'],
        ], $request->header('If-Match'))->load('claimScale');

        return new JsonResponse(PaintView::claim($claim), $claim->wasRecentlyCreated ? 201 : 200);
    }

    /** @return JsonResponse<null> */
    public function destroy(Claim $claim): JsonResponse
    {
        $claim->delete();

        return new JsonResponse(null, 204);
    }
}
