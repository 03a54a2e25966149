<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ChangeLight;
use App\Actions\KeepOldStrip;
use App\Actions\ReadLightLog;
use App\Actions\RequestMeasurement;
use App\Http\JsonResponse;
use App\Http\NeedsSaying;
use App\Http\Refused;
use App\Http\Requests\Fading\HangAgainRequest;
use App\Http\Requests\Fading\PutCheckRequest;
use App\Http\Requests\Fading\PutHangingRequest;
use App\Http\Requests\Fading\PutLightLogRequest;
use App\Http\Requests\Fading\PutMoveRequest;
use App\Http\Requests\Fading\PutOldStripRequest;
use App\Http\Requests\Fading\PutPauseRequest;
use App\Http\Requests\Fading\ReadLightOfCodeRequest;
use App\Http\Requests\Fading\TakeDownRequest;
use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Hanging;
use App\Models\HangingMove;
use App\Models\HangingPause;
use App\Models\LightLog as KeptLog;
use App\Models\Paint;
use App\Models\Picture;
use App\Models\User;
use App\Queries\CardView;
use App\Queries\FadeCalendar;
use App\Queries\FadeView;
use App\Queries\LightOfCode;
use App\Queries\RowPaint;
use App\Queries\WindowDose;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Daylight\Window;
use MarshTrial\Core\Rating\Scale;

/** Where a fade card hangs, and when it was looked at. */
final class FadeController extends Controller
{
    public function putHanging(PutHangingRequest $request, Card $card, string $uuid): JsonResponse
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

    /** A strip that the program did not print, with its window and its days as far as they are known. */
    public function putOldStrip(PutOldStripRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $paint = (new Paint)->resolveRouteBinding($values['paintUuid']) ?? abort(422, 'This paint is not recorded here any more.');
        $card = KeepOldStrip::put($uuid, $paint, $values['title'] ?? '', $request->columns(), $values['hungWhen'], $values['downWhen'] ?? '', '');

        return new JsonResponse(CardView::of($card), 201);
    }

    /** It came down, to be put back or not: nothing is added to its light from then on. */
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

    /** Put back: the days in between were dark, and the series goes on. */
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

    /** The halves of an old strip lie the other way round in this picture. */
    public function swapHalves(Picture $picture): JsonResponse
    {
        $card = $picture->card;
        if ($card->kind !== CardKind::Halves->value) {
            abort(422, 'The halves of a printed card are known by their codes. If they hung the wrong way round, say so in a note and begin again.');
        }
        $picture->update(['window_first' => ! $picture->window_first]);
        RequestMeasurement::again($picture);

        return new JsonResponse(CardView::of($card->refresh()));
    }

    /** It was never hung there: the hanging goes, and what it said is kept. */
    public function destroyHanging(Card $card): JsonResponse
    {
        if ($card->checks()->exists()) {
            abort(409, 'There are checks after this hanging. Correct the hanging, or take the checks away first.');
        }
        $card->hanging?->delete();

        return new JsonResponse(CardView::of($card->refresh()));
    }

    public function putCheck(PutCheckRequest $request, Card $card, string $uuid): JsonResponse
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

    /** Days on which it was taken down. */
    public function putPause(PutPauseRequest $request, Card $card, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $hanging = $card->hanging ?? abort(422, 'This card does not hang yet. Say first where and since when it hangs.');
        if ($values['fromOn'] < $hanging->hung_on->toDateString()) {
            abort(422, 'It cannot have been taken down before it was hung.');
        }
        $pause = ChangeLight::of($card, static fn (): HangingPause => HangingPause::put($uuid, ['card_id' => $card->id, 'from_on' => $values['fromOn'], 'to_on' => $values['toOn'], 'note' => $values['note'] ?? ''], $request->header('If-Match')));

        return new JsonResponse(FadeView::light($card->refresh()), $pause->wasRecentlyCreated ? 201 : 200);
    }

    public function destroyPause(HangingPause $pause): JsonResponse
    {
        $card = $pause->card;
        ChangeLight::of($card, static fn () => $pause->delete());

        return new JsonResponse(FadeView::light($card));
    }

    /** It hangs behind another window from a day on. */
    public function putMove(PutMoveRequest $request, Card $card, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $hanging = $card->hanging ?? abort(422, 'This card does not hang yet. Say first where and since when it hangs.');
        if ($values['movedOn'] <= $hanging->hung_on->toDateString() || $values['movedOn'] > Carbon::now($hanging->time_zone)->toDateString()) {
            abort(422, 'The day of the move must lie between that of hanging and today.');
        }
        $move = ChangeLight::of($card, static fn (): HangingMove => HangingMove::put($uuid, ['card_id' => $card->id, 'moved_on' => $values['movedOn'], 'place' => $values['place'] ?? Window::UNKNOWN, 'facing' => $values['facing'], 'panes' => $values['panes'], 'sky' => $values['sky'], 'curtain' => (bool) ($values['curtain'] ?? false)], $request->header('If-Match')));

        return new JsonResponse(FadeView::light($card->refresh()), $move->wasRecentlyCreated ? 201 : 200);
    }

    public function destroyMove(HangingMove $move): JsonResponse
    {
        $card = $move->card;
        ChangeLight::of($card, static fn () => $move->delete());

        return new JsonResponse(FadeView::light($card));
    }

    /** The light behind the window by day, and what it rests on. */
    public function light(Card $card): JsonResponse
    {
        return new JsonResponse(FadeView::light($card));
    }

    /** A light logger's file: which columns hold time and light, in which unit and zone. */
    public function putLog(PutLightLogRequest $request, Card $card, string $uuid): JsonResponse
    {
        $hanging = $card->hanging ?? abort(422, 'This card does not hang yet. Say first where and since when it hangs.');
        $values = $request->validated();
        $file = $request->upload();
        ChangeLight::of($card, static fn () => ReadLightLog::keep($uuid, $card, $file, $values['unit'], $values['timeZone'] ?? $hanging->time_zone, $values['timeColumn'] ?? null, $values['lightColumn'] ?? null));

        return new JsonResponse(FadeView::light($card), 201);
    }

    public function destroyLog(KeptLog $log): JsonResponse
    {
        $card = $log->card;
        ChangeLight::of($card, static fn () => $log->delete());

        return new JsonResponse(FadeView::light($card));
    }

    /** All that hangs, by window, with every check at its dose. */
    public function rack(Request $request): JsonResponse
    {
        return new JsonResponse(FadeView::rack($this->user($request)));
    }

    /** Paints of a code at the light that all their strips have reached. */
    public function atEqualLight(Request $request, string $code): JsonResponse
    {
        return new JsonResponse(FadeView::atEqualLight($code, $this->user($request)));
    }

    /** All strips of a code aged together, sampled by dose. */
    public function lightOfCode(ReadLightOfCodeRequest $request, string $code): JsonResponse
    {
        $depth = $request->validated()['depth'] ?? null;

        return new JsonResponse(LightOfCode::of($code, $depth === null ? Scale::current()->depths->reference : (float) $depth, $this->user($request)));
    }

    /** One row a reading. */
    public function report(Card $card): Response
    {
        self::mayReadCourses($card);

        return new Response(FadeView::csv($card), 200, ['Content-Type' => 'text/csv; charset=UTF-8', 'Content-Disposition' => 'attachment; filename="fading.csv"']);
    }

    /** The same for programs: every depth with its readings, what may follow, and the light. */
    public function reportJson(Card $card): JsonResponse
    {
        self::mayReadCourses($card);

        return new JsonResponse(FadeView::report($card));
    }

    /** Readings wait until their reader has judged all, as names do: a number would sway the eye as well. */
    private static function mayReadCourses(Card $card): void
    {
        if (RowPaint::areHidden($card)) {
            throw new Refused('What was measured here is shown when you have judged all of it.');
        }
    }

    /** The address of one's own calendar; asking again makes another, and the old one ends. */
    public function makeFeed(Request $request): JsonResponse
    {
        $me = $this->me($request);
        $secret = Str::random(40);
        $me->update(['calendar_hash' => hash('sha256', $secret)]);

        return new JsonResponse(['path' => "/api/calendar/$secret.ics"]);
    }

    /** What is to be looked at, as a calendar; whoever has its address may read it. */
    public function calendar(string $secret): Response
    {
        $user = User::query()->where('calendar_hash', hash('sha256', $secret))->whereNull('removed_at')->first() ?? abort(404);

        return new Response(FadeCalendar::of($user), 200, ['Content-Type' => 'text/calendar; charset=UTF-8', 'Content-Disposition' => 'inline; filename="checks.ics"']);
    }

    /** A check without pictures goes; what it said is kept. */
    public function destroyCheck(FadeCheck $check): JsonResponse
    {
        $card = $check->card;
        if (Picture::query()->where('fade_check_id', $check->id)->exists()) {
            abort(409, 'This check has pictures. Withdraw them, or correct the check’s day and dose instead.');
        }
        $check->delete();

        return new JsonResponse(CardView::of($card->refresh()));
    }
}
