<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\MakeCard;
use App\Http\JsonResponse;
use App\Http\Requests\Bench\PutFrameRequest;
use App\Models\Paper;
use App\Queries\CardView;

/**
 * Frames of one’s own, laid over sheets that were painted already.
 *
 * @phpstan-import-type CardDetail from \App\Queries\CardView
 */
final class FrameController extends Controller
{
    /**
     * A frame with windows of one's own.
     *
     * @return JsonResponse<CardDetail>
     */
    public function put(PutFrameRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $windows = array_map(static fn (array $w): array => ['name' => (string) ($w['name'] ?? ''), 'x' => (float) $w['x'], 'y' => (float) $w['y'], 'width' => (float) $w['width'], 'height' => (float) $w['height'], 'paper' => (bool) $w['paper']], array_values($values['windows']));
        $card = MakeCard::frame($uuid, trim($values['title']), Paper::query()->where('uuid', $values['paperUuid'])->firstOrFail(), $values['side'], $values['note'] ?? '', $windows, $request->header('If-Match'));

        return new JsonResponse(CardView::of($card), $card->wasRecentlyCreated ? 201 : 200, ['ETag' => "\"$card->edition\""]);
    }
}
