<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ChangeLight;
use App\Http\JsonResponse;
use App\Http\Requests\Fading\PutPauseRequest;
use App\Models\Card;
use App\Models\HangingPause;
use App\Queries\FadeView;

/**
 * Days on which a fade card was down.
 *
 * @phpstan-import-type FadeLight from \App\Queries\FadeView
 */
final class PauseController extends Controller
{
    /**
     * Days on which it was taken down.
     *
     * @return JsonResponse<FadeLight>
     */
    public function put(PutPauseRequest $request, Card $card, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $hanging = $card->hanging ?? abort(422, 'This card does not hang yet. Say first where and since when it hangs.');
        if ($values['fromOn'] < $hanging->hung_on->toDateString()) {
            abort(422, 'It cannot have been taken down before it was hung.');
        }
        $pause = ChangeLight::of($card, static fn (): HangingPause => HangingPause::put($uuid, ['card_id' => $card->id, 'from_on' => $values['fromOn'], 'to_on' => $values['toOn'], 'note' => $values['note'] ?? ''], $request->header('If-Match')));

        return new JsonResponse(FadeView::light($card->refresh()), $pause->wasRecentlyCreated ? 201 : 200);
    }

    /** @return JsonResponse<FadeLight> */
    public function destroy(HangingPause $pause): JsonResponse
    {
        $card = $pause->card;
        ChangeLight::of($card, static fn () => $pause->delete());

        return new JsonResponse(FadeView::light($card));
    }
}
