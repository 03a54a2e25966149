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
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Str;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Daylight\Glass;
use MarshTrial\Core\Daylight\LightLog;
use MarshTrial\Core\Daylight\Window;
use MarshTrial\Core\Rating\Scale;

/** Where a fade card hangs, and when it was looked at. */
final class FadeController extends Controller
{
    public function putHanging(Request $request, Card $card, string $uuid): JsonResponse
    {
        Gate::authorize('change', $card);
        $old = $card->kind === CardKind::Halves->value;
        $values = $request->validate(self::where() + ($old ? self::VAGUE : ['hungOn' => 'required|date_format:Y-m-d']) + ['withoutFirst' => 'nullable|boolean'], self::WHERE_WORDS);
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
        $hanging = ChangeLight::of($card, static fn (): Hanging => DB::transaction(static function () use ($uuid, $card, $values, $days, $request): Hanging {
            $hanging = Hanging::put($uuid, ['card_id' => $card->id, ...self::columns($values), ...$days], $request->header('If-Match'));
            // What no window can be is said now, not when its light is asked for.
            WindowDose::window($hanging);

            return $hanging;
        }));

        return new JsonResponse(CardView::of($card), $hanging->wasRecentlyCreated ? 201 : 200);
    }

    /** A strip that the program did not print, with its window and its days as far as they are known. */
    public function putOldStrip(Request $request, string $uuid): JsonResponse
    {
        $values = $request->validate(self::where() + self::VAGUE + ['paintUuid' => 'required|uuid', 'title' => 'nullable|string|max:160'], self::WHERE_WORDS + ['paintUuid.required' => 'Say which paint it is; record it under Paints first if it is not there.']);
        $paint = (new Paint)->resolveRouteBinding($values['paintUuid']) ?? abort(422, 'This paint is not recorded here any more.');
        $card = KeepOldStrip::put($uuid, $paint, $values['title'] ?? '', self::columns($values), $values['hungWhen'], $values['downWhen'] ?? '', '');
        Gate::authorize('change', $card);

        return new JsonResponse(CardView::of($card), 201);
    }

    /** It came down, to be put back or not: nothing is added to its light from then on. */
    public function takeDown(Request $request, Card $card): JsonResponse
    {
        Gate::authorize('change', $card);
        $hanging = $card->hanging ?? abort(422, 'This card does not hang.');
        $on = $request->validate(['on' => 'required|date_format:Y-m-d'])['on'];
        if ($on < $hanging->hung_on->toDateString() || $on > Carbon::now($hanging->time_zone)->toDateString()) {
            abort(422, 'The day must lie between that of hanging and today.');
        }
        $hanging->change(['down_on' => $on, 'down_to' => null, 'down_words' => ''], $request->header('If-Match') ?? (string) $hanging->edition);

        return new JsonResponse(CardView::of($card->refresh()));
    }

    /** Put back: the days in between were dark, and the series goes on. */
    public function hangAgain(Request $request, Card $card): JsonResponse
    {
        Gate::authorize('change', $card);
        $hanging = $card->hanging;
        if ($hanging?->down_on === null) {
            abort(422, 'This card is not down.');
        }
        $on = $request->validate(['on' => 'required|date_format:Y-m-d'])['on'];
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
        Gate::authorize('change', $card);
        if ($card->kind !== CardKind::Halves->value) {
            abort(422, 'The halves of a printed card are known by their codes. If they hung the wrong way round, say so in a note and begin again.');
        }
        $picture->update(['window_first' => ! $picture->window_first]);
        RequestMeasurement::again($picture);

        return new JsonResponse(CardView::of($card->refresh()));
    }

    private const VAGUE = ['hungWhen' => 'required|string|max:80', 'downWhen' => 'nullable|string|max:80'];

    private const WHERE_WORDS = ['sunshine.between' => 'Sunshine is the share of the hours in which the sun could shine, from 0 to 1.', 'sunshineByMonth.*.between' => 'Sunshine is the share of the hours in which the sun could shine, from 0 to 1.', 'horizon.*.between' => 'What stands before the sun is told in degrees above the horizon, 0 to 90.', 'latitude.between' => 'Latitude lies between -90 and 90 degrees.', 'longitude.between' => 'Longitude lies between -180 and 180 degrees.', 'place.required' => 'Say where it hangs; what is published is rounded to one degree and goes without the name.', 'hungWhen.required' => 'Say since when it hung, however vaguely: March 2021, about 2019.'];

    /** @return array<string, mixed> rules for where something hangs */
    private static function where(): array
    {
        return [
            'place' => 'nullable|string|max:160', 'facing' => ['required', Rule::in(Hanging::FACINGS)], 'glass' => 'nullable|string|max:160',
            'latitude' => 'nullable|numeric|between:-90,90', 'longitude' => 'nullable|numeric|between:-180,180', 'timeZone' => 'required|timezone:all', 'note' => 'nullable|string|max:2000',
            'panes' => ['nullable', Rule::enum(Glass::class)], 'sky' => ['nullable', Rule::in(array_keys(Window::SKIES))], 'curtain' => 'nullable|boolean', 'sunshine' => 'nullable|numeric|between:0,1', 'distanceM' => 'nullable|numeric|min:0|max:5', 'byDose' => 'nullable|boolean',
            'sunshineByMonth' => 'nullable|array|size:12', 'sunshineByMonth.*' => 'numeric|between:0,1', 'horizon' => 'nullable|array|max:72', 'horizon.*' => 'numeric|between:0,90',
        ];
    }

    /**
     * Heights around the compass, the first in the north, by their azimuth in degrees.
     *
     * @param list<float> $heights
     *
     * @return array<int, float>
     */
    private static function byAzimuth(array $heights): array
    {
        return $heights === [] ? [] : array_combine(array_map(static fn (int $i): int => (int) round(360 * $i / count($heights)), array_keys($heights)), $heights);
    }

    /**
     * @param array<string, mixed> $values
     *
     * @return array<string, mixed> columns of a hanging, without its days
     */
    private static function columns(array $values): array
    {
        $floats = static fn (array $of): array => array_map(floatval(...), array_values($of));

        return [
            'place' => $values['place'] ?? Window::UNKNOWN, 'facing' => $values['facing'], 'glass' => $values['glass'] ?? '', 'latitude' => $values['latitude'] ?? null,
            'longitude' => $values['longitude'] ?? null, 'time_zone' => $values['timeZone'], 'note' => $values['note'] ?? '',
            'panes' => $values['panes'] ?? Glass::Single->value, 'sky' => $values['sky'] ?? 'open', 'curtain' => (bool) ($values['curtain'] ?? false), 'sunshine' => $values['sunshine'] ?? null, 'distance_m' => $values['distanceM'] ?? 0, 'by_dose' => (bool) ($values['byDose'] ?? true),
            ...array_key_exists('sunshineByMonth', $values) ? ['sunshine_by_month' => $values['sunshineByMonth'] === null ? null : array_combine(range(1, 12), $floats($values['sunshineByMonth']))] : [],
            ...array_key_exists('horizon', $values) ? ['horizon' => $values['horizon'] === null ? null : self::byAzimuth($floats($values['horizon']))] : [],
        ];
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
            ['checkedOn' => 'required|date_format:Y-m-d', 'doseMlxh' => 'nullable|numeric|between:0,100000', 'note' => 'nullable|string|max:2000', 'eyeFirst' => 'sometimes|boolean'],
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
    public function putPause(Request $request, Card $card, string $uuid): JsonResponse
    {
        Gate::authorize('change', $card);
        $values = $request->validate(['fromOn' => 'required|date_format:Y-m-d', 'toOn' => 'required|date_format:Y-m-d|after_or_equal:fromOn', 'note' => 'nullable|string|max:300'], ['toOn.after_or_equal' => 'The last day lies before the first.']);
        $hanging = $card->hanging ?? abort(422, 'This card does not hang yet. Say first where and since when it hangs.');
        if ($values['fromOn'] < $hanging->hung_on->toDateString()) {
            abort(422, 'It cannot have been taken down before it was hung.');
        }
        $pause = ChangeLight::of($card, static fn (): HangingPause => HangingPause::put($uuid, ['card_id' => $card->id, 'from_on' => $values['fromOn'], 'to_on' => $values['toOn'], 'note' => $values['note'] ?? ''], $request->header('If-Match')));

        return new JsonResponse(FadeView::light($card->refresh()), $pause->wasRecentlyCreated ? 201 : 200);
    }

    public function destroyPause(HangingPause $pause): JsonResponse
    {
        $card = Card::query()->findOrFail($pause->card_id);
        Gate::authorize('change', $card);
        ChangeLight::of($card, static fn () => $pause->delete());

        return new JsonResponse(FadeView::light($card));
    }

    /** It hangs behind another window from a day on. */
    public function putMove(Request $request, Card $card, string $uuid): JsonResponse
    {
        Gate::authorize('change', $card);
        $values = $request->validate(['movedOn' => 'required|date_format:Y-m-d', ...array_intersect_key(self::where(), ['place' => 0, 'facing' => 0]), 'panes' => ['required', Rule::enum(Glass::class)], 'sky' => ['required', Rule::in(array_keys(Window::SKIES))], 'curtain' => 'nullable|boolean'], self::WHERE_WORDS);
        $hanging = $card->hanging ?? abort(422, 'This card does not hang yet. Say first where and since when it hangs.');
        if ($values['movedOn'] <= $hanging->hung_on->toDateString() || $values['movedOn'] > Carbon::now($hanging->time_zone)->toDateString()) {
            abort(422, 'The day of the move must lie between that of hanging and today.');
        }
        $move = ChangeLight::of($card, static fn (): HangingMove => HangingMove::put($uuid, ['card_id' => $card->id, 'moved_on' => $values['movedOn'], 'place' => $values['place'] ?? Window::UNKNOWN, 'facing' => $values['facing'], 'panes' => $values['panes'], 'sky' => $values['sky'], 'curtain' => (bool) ($values['curtain'] ?? false)], $request->header('If-Match')));

        return new JsonResponse(FadeView::light($card->refresh()), $move->wasRecentlyCreated ? 201 : 200);
    }

    public function destroyMove(HangingMove $move): JsonResponse
    {
        $card = Card::query()->findOrFail($move->card_id);
        Gate::authorize('change', $card);
        ChangeLight::of($card, static fn () => $move->delete());

        return new JsonResponse(FadeView::light($card));
    }

    /** The light behind the window by day, and what it rests on. */
    public function light(Card $card): JsonResponse
    {
        Gate::authorize('see', $card);

        return new JsonResponse(FadeView::light($card));
    }

    /** A light logger's file: which columns hold time and light, in which unit and zone. */
    public function putLog(Request $request, Card $card, string $uuid): JsonResponse
    {
        Gate::authorize('change', $card);
        $hanging = $card->hanging ?? abort(422, 'This card does not hang yet. Say first where and since when it hangs.');
        $values = $request->validate(['unit' => ['required', Rule::in(array_keys(LightLog::UNITS))], 'timeZone' => 'nullable|timezone:all', 'timeColumn' => 'nullable|integer|min:1|max:40', 'lightColumn' => 'nullable|integer|min:1|max:40']);
        $file = $this->file($request, 'file');
        ChangeLight::of($card, static fn () => ReadLightLog::keep($uuid, $card, $file, $values['unit'], $values['timeZone'] ?? $hanging->time_zone, $values['timeColumn'] ?? null, $values['lightColumn'] ?? null));

        return new JsonResponse(FadeView::light($card), 201);
    }

    public function destroyLog(KeptLog $log): JsonResponse
    {
        $card = Card::query()->findOrFail($log->card_id);
        Gate::authorize('change', $card);
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
    public function lightOfCode(Request $request, string $code): JsonResponse
    {
        $depth = $request->validate(['depth' => 'nullable|numeric|between:0.05,3'])['depth'] ?? null;

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
        Gate::authorize('see-published', $card);
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
        Gate::authorize('change', $card);
        if (Picture::query()->where('fade_check_id', $check->id)->exists()) {
            abort(409, 'This check has pictures. Withdraw them, or correct the check’s day and dose instead.');
        }
        $check->delete();

        return new JsonResponse(CardView::of($card->refresh()));
    }
}
