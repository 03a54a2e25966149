<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Refused;
use App\Models\Card;
use App\Models\User;
use App\Queries\FadeCalendar;
use App\Queries\FadeView;
use App\Queries\RowPaint;
use Illuminate\Http\Request;
use Illuminate\Http\Response;
use Illuminate\Support\Str;
use MarshTrial\Core\Daylight\Window;

/**
 * Where a fade card hangs, and when it was looked at.
 *
 * @phpstan-import-type FadeRack from \App\Queries\FadeView
 * @phpstan-import-type FadeReport from \App\Queries\FadeView
 */
final class FadeController extends Controller
{
    /**
     * All that hangs, by window, with every check at its dose.
     *
     * @return JsonResponse<FadeRack>
     */
    public function rack(Request $request): JsonResponse
    {
        return new JsonResponse(FadeView::rack($this->user($request)));
    }

    /** One row a reading. */
    public function report(Card $card): Response
    {
        self::mayReadCourses($card);

        return new Response(FadeView::csv($card), 200, ['Content-Type' => 'text/csv; charset=UTF-8', 'Content-Disposition' => 'attachment; filename="fading.csv"']);
    }

    /**
     * The same for programs: every depth with its readings, what may follow, and the light.
     *
     * @return JsonResponse<FadeReport>
     */
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

    /**
     * The address of one's own calendar; asking again makes another, and the old one ends.
     *
     * @return JsonResponse<array{path: string}>
     */
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
}
