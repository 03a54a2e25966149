<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ChangeLight;
use App\Http\JsonResponse;
use App\Http\Requests\Fading\PutMoveRequest;
use App\Models\Card;
use App\Models\HangingMove;
use App\Queries\FadeView;
use Illuminate\Support\Carbon;
use MarshTrial\Core\Daylight\Window;

/**
 * A fade card hangs behind another window from a day on.
 *
 * @phpstan-import-type FadeLight from \App\Queries\FadeView
 */
final class MoveController extends Controller
{
    /**
     * It hangs behind another window from a day on.
     *
     * @return JsonResponse<FadeLight>
     */
    public function put(PutMoveRequest $request, Card $card, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $hanging = $card->hanging ?? abort(422, 'This card does not hang yet. Say first where and since when it hangs.');
        if ($values['movedOn'] <= $hanging->hung_on->toDateString() || $values['movedOn'] > Carbon::now($hanging->time_zone)->toDateString()) {
            abort(422, 'The day of the move must lie between that of hanging and today.');
        }
        $move = ChangeLight::of($card, static fn (): HangingMove => HangingMove::put($uuid, ['card_id' => $card->id, 'moved_on' => $values['movedOn'], 'place' => $values['place'] ?? Window::UNKNOWN, 'facing' => $values['facing'], 'panes' => $values['panes'], 'sky' => $values['sky'], 'curtain' => (bool) ($values['curtain'] ?? false)], $request->header('If-Match')));

        return new JsonResponse(FadeView::light($card->refresh()), $move->wasRecentlyCreated ? 201 : 200);
    }

    /** @return JsonResponse<FadeLight> */
    public function destroy(HangingMove $move): JsonResponse
    {
        $card = $move->card;
        ChangeLight::of($card, static fn () => $move->delete());

        return new JsonResponse(FadeView::light($card));
    }
}
