<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ChangeLight;
use App\Actions\KeepOldStrip;
use App\Http\JsonResponse;
use App\Http\NeedsSaying;
use App\Http\Requests\Fading\HangAgainRequest;
use App\Http\Requests\Fading\PutHangingRequest;
use App\Http\Requests\Fading\TakeDownRequest;
use App\Models\Card;
use App\Models\Hanging;
use App\Models\HangingPause;
use App\Queries\CardView;
use App\Queries\WindowDose;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\Daylight\Window;

/**
 * Where a fade card hangs, with its pauses and moves.
 *
 * @phpstan-import-type CardDetail from \App\Queries\CardView
 */
final class HangingController extends Controller
{
    /** @return JsonResponse<CardDetail> */
    public function put(PutHangingRequest $request, Card $card, string $uuid): JsonResponse
    {
        $old = $request->isOldStrip();
        $values = $request->validated();
        $today = Carbon::now($values['timeZone'])->toDateString();
        if ($old) {
            $days = KeepOldStrip::days($values['hungWhen'], $values['downWhen'] ?? '', $today);
        } else {
            if ($values['hungOn'] > $today) {
                abort(422, 'This day has not come yet. Say it on the day the card is hung.');
            }
            if ($values['hungOn'] < $card->created_at->copy()->setTimezone($values['timeZone'])->toDateString()) {
                abort(422, 'The card was made on '.$card->created_at->copy()->setTimezone($values['timeZone'])->toDateString().'; it cannot have hung before.');
            }
            if ($card->hanging === null && ! ($values['withoutFirst'] ?? false) && ! $card->measurements()->counts()->exists()) {
                throw new NeedsSaying('This card was not read before hanging. What fades then is told from its dark half alone, as if both had been painted alike, and is less sure. Hang it so?', 'withoutFirst');
            }
            $days = ['hung_on' => $values['hungOn']];
        }
        if ($card->hanging !== null && $card->hanging->uuid !== $uuid) {
            abort(409, 'This card hangs already. Reload to see where; what you typed is still here.');
        }
        $hanging = ChangeLight::of($card, static fn (): Hanging => DB::transaction(static function () use ($uuid, $card, $days, $request): Hanging {
            $hanging = Hanging::put($uuid, ['card_id' => $card->id, ...$request->columns(), ...$days], $request->header('If-Match'));
            // What no window can be is said now, not when its light is asked for.
            WindowDose::window($hanging);

            return $hanging;
        }));

        return new JsonResponse(CardView::of($card), $hanging->wasRecentlyCreated ? 201 : 200);
    }

    /**
     * It came down, to be put back or not: nothing is added to its light from then on.
     *
     * @return JsonResponse<CardDetail>
     */
    public function takeDown(TakeDownRequest $request, Card $card): JsonResponse
    {
        $hanging = $card->hanging ?? abort(422, 'This card does not hang.');
        $on = $request->validated()['on'];
        if ($on < $hanging->hung_on->toDateString() || $on > Carbon::now($hanging->time_zone)->toDateString()) {
            abort(422, 'The day must lie between that of hanging and today.');
        }
        $hanging->change(['down_on' => $on, 'down_to' => null, 'down_words' => ''], $request->header('If-Match') ?? (string) $hanging->edition);

        return new JsonResponse(CardView::of($card->refresh()));
    }

    /**
     * Put back: the days in between were dark, and the series goes on.
     *
     * @return JsonResponse<CardDetail>
     */
    public function hangAgain(HangAgainRequest $request, Card $card): JsonResponse
    {
        $hanging = $card->hanging;
        if ($hanging?->down_on === null) {
            abort(422, 'This card is not down.');
        }
        $on = $request->validated()['on'];
        $down = ($hanging->down_to ?? $hanging->down_on)->toDateString();
        if ($on < $down || $on > Carbon::now($hanging->time_zone)->toDateString()) {
            abort(422, 'The day must lie between that of taking down and today.');
        }
        DB::transaction(static function () use ($card, $hanging, $on): void {
            $first = WindowDose::dark($hanging);
            if ($first < $on) {
                HangingPause::query()->create(['uuid' => (string) Str::uuid(), 'owner_id' => $card->owner_id, 'edition' => 1, 'card_id' => $card->id, 'from_on' => $first, 'to_on' => Carbon::parse($on)->subDay()->toDateString(), 'note' => $hanging->down_words]);
            }
            $hanging->change(['down_on' => null, 'down_to' => null, 'down_words' => ''], (string) $hanging->edition);
        });

        return new JsonResponse(CardView::of($card->refresh()));
    }

    /**
     * It was never hung there: the hanging goes, and what it said is kept.
     *
     * @return JsonResponse<CardDetail>
     */
    public function destroy(Card $card): JsonResponse
    {
        if ($card->checks()->exists()) {
            abort(409, 'There are checks after this hanging. Correct the hanging, or take the checks away first.');
        }
        $card->hanging?->delete();

        return new JsonResponse(CardView::of($card->refresh()));
    }
}
