<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RequestMeasurement;
use App\Http\JsonResponse;
use App\Http\Requests\Fading\PutCheckRequest;
use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Picture;
use App\Queries\CardView;
use Illuminate\Support\Carbon;

/**
 * When a fade card was looked at.
 *
 * @phpstan-import-type CardDetail from \App\Queries\CardView
 */
final class FadeCheckController extends Controller
{
    /** @return JsonResponse<CardDetail> */
    public function put(PutCheckRequest $request, Card $card, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $hanging = $card->hanging;
        if ($hanging === null) {
            abort(422, 'This card does not hang yet. Say first where and since when it hangs.');
        }
        if ($values['checkedOn'] > Carbon::now($hanging->time_zone)->toDateString()) {
            abort(422, 'This day has not come yet. Enter a check on the day it is made.');
        }
        if ($values['checkedOn'] < $hanging->hung_on->toDateString()) {
            abort(422, 'A check cannot lie before the day of hanging.');
        }
        if ($card->checks()->where('checked_on', $values['checkedOn'].' 00:00:00')->where('uuid', '<>', $uuid)->exists()) {
            abort(422, 'There is a check on this day already. Correct that one, or give its pictures another.');
        }
        $before = FadeCheck::query()->where('uuid', $uuid)->first();
        $check = FadeCheck::put($uuid, ['card_id' => $card->id, 'checked_on' => $values['checkedOn'], 'dose_mlxh' => $values['doseMlxh'] ?? null, 'note' => $values['note'] ?? '', ...array_key_exists('eyeFirst', $values) ? ['eye_first' => (bool) $values['eyeFirst']] : []], $request->header('If-Match'));

        // Its ratings hold for its dose: with another one they are derived again.
        if ($before !== null && ($before->dose_mlxh !== $check->dose_mlxh || ! $before->checked_on->equalTo($check->checked_on))) {
            foreach (Picture::query()->where('fade_check_id', $check->id)->whereNull('withdrawn_at')->whereNotNull('sha256')->get() as $picture) {
                RequestMeasurement::again($picture);
            }
        }

        return new JsonResponse(CardView::of($card->refresh()), $check->wasRecentlyCreated ? 201 : 200);
    }

    /**
     * A check without pictures goes; what it said is kept.
     *
     * @return JsonResponse<CardDetail>
     */
    public function destroy(FadeCheck $check): JsonResponse
    {
        $card = $check->card;
        if (Picture::query()->where('fade_check_id', $check->id)->exists()) {
            abort(409, 'This check has pictures. Withdraw them, or correct the check’s day and dose instead.');
        }
        $check->delete();

        return new JsonResponse(CardView::of($card->refresh()));
    }
}
