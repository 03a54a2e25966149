<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\NeedsSaying;
use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Hanging;
use App\Models\Picture;
use App\Queries\CardView;
use Illuminate\Http\Request;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\Gate;
use Illuminate\Validation\Rule;

/** Where a fade card hangs, and when it was looked at. */
final class FadeController extends Controller
{
    public function putHanging(Request $request, Card $card, string $uuid): JsonResponse
    {
        Gate::authorize('change', $card);
        $values = $request->validate([
            'place' => 'required|string|max:160', 'facing' => ['required', Rule::in(Hanging::FACINGS)], 'glass' => 'nullable|string|max:160',
            'latitude' => 'nullable|numeric|between:-90,90', 'longitude' => 'nullable|numeric|between:-180,180',
            'timeZone' => 'required|timezone:all', 'hungOn' => 'required|date_format:Y-m-d', 'note' => 'nullable|string|max:2000', 'withoutFirst' => 'nullable|boolean',
        ], ['place.required' => 'Say where it hangs; what is published is rounded to one degree and goes without the name.']);
        $today = Carbon::now($values['timeZone'])->toDateString();
        if ($values['hungOn'] > $today) {
            abort(422, 'This day has not come yet. Say it on the day the card is hung.');
        }
        if ($values['hungOn'] < $card->created_at->copy()->setTimezone($values['timeZone'])->toDateString()) {
            abort(422, 'The card was made on '.$card->created_at->copy()->setTimezone($values['timeZone'])->toDateString().'; it cannot have hung before.');
        }
        if ($card->hanging === null && ! ($values['withoutFirst'] ?? false) && ! $card->measurements()->counts()->exists()) {
            throw new NeedsSaying('This card was not read before hanging. What fades then is told from its kept half alone, as if both had been painted alike, and is less sure. Hang it so?', 'withoutFirst');
        }
        if ($card->hanging !== null && $card->hanging->uuid !== $uuid) {
            abort(409, 'This card hangs already. Reload to see where; what you typed is still here.');
        }
        $hanging = Hanging::put($uuid, [
            'card_id' => $card->id, 'place' => $values['place'], 'facing' => $values['facing'], 'glass' => $values['glass'] ?? '', 'latitude' => $values['latitude'] ?? null,
            'longitude' => $values['longitude'] ?? null, 'time_zone' => $values['timeZone'], 'hung_on' => $values['hungOn'], 'note' => $values['note'] ?? '',
        ], $request->header('If-Match'));

        return new JsonResponse(CardView::of($card), $hanging->wasRecentlyCreated ? 201 : 200);
    }

    /** It was never hung there: the hanging goes, and what it said is kept. */
    public function destroyHanging(Card $card): JsonResponse
    {
        Gate::authorize('change', $card);
        if ($card->checks()->exists()) {
            abort(409, 'There are checks after this hanging. Correct the hanging, or take the checks away first.');
        }
        $card->hanging?->delete();

        return new JsonResponse(CardView::of($card->refresh()));
    }

    public function putCheck(Request $request, Card $card, string $uuid): JsonResponse
    {
        Gate::authorize('change', $card);
        $values = $request->validate(
            ['checkedOn' => 'required|date_format:Y-m-d', 'doseMlxh' => 'nullable|numeric|between:0,100000', 'note' => 'nullable|string|max:2000'],
            ['doseMlxh.between' => 'The dose is in Mlx h, zero or more.'],
        );
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
        $check = FadeCheck::put($uuid, ['card_id' => $card->id, 'checked_on' => $values['checkedOn'], 'dose_mlxh' => $values['doseMlxh'] ?? null, 'note' => $values['note'] ?? ''], $request->header('If-Match'));

        return new JsonResponse(CardView::of($card), $check->wasRecentlyCreated ? 201 : 200);
    }

    /** A check without pictures goes; what it said is kept. */
    public function destroyCheck(FadeCheck $check): JsonResponse
    {
        $card = $check->card;
        Gate::authorize('change', $card);
        if (Picture::query()->where('fade_check_id', $check->id)->exists()) {
            abort(409, 'This check has pictures. Withdraw them, or correct the check’s day and dose instead.');
        }
        $check->delete();

        return new JsonResponse(CardView::of($card->refresh()));
    }
}
