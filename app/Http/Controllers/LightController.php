<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ChangeLight;
use App\Actions\ReadLightLog;
use App\Http\JsonResponse;
use App\Http\Requests\Fading\PutLightLogRequest;
use App\Http\Requests\Fading\ReadLightOfCodeRequest;
use App\Models\Card;
use App\Models\LightLog as KeptLog;
use App\Queries\FadeView;
use App\Queries\LightOfCode;
use Illuminate\Http\Request;
use MarshTrial\Core\Daylight\Window;
use MarshTrial\Core\Rating\Scale;

/**
 * The light that fell on a card, and what it did to the paints of a code.
 *
 * @phpstan-import-type FadeAtEqualLight from \App\Queries\FadeView
 * @phpstan-import-type LightOfCodeDetail from \App\Queries\LightOfCode
 * @phpstan-import-type FadeLight from \App\Queries\FadeView
 */
final class LightController extends Controller
{
    /**
     * The light behind the window by day, and what it rests on.
     *
     * @return JsonResponse<FadeLight>
     */
    public function show(Card $card): JsonResponse
    {
        return new JsonResponse(FadeView::light($card));
    }

    /**
     * A light logger's file: which columns hold time and light, in which unit and zone.
     *
     * @return JsonResponse<FadeLight>
     */
    public function putLog(PutLightLogRequest $request, Card $card, string $uuid): JsonResponse
    {
        $hanging = $card->hanging ?? abort(422, 'This card does not hang yet. Say first where and since when it hangs.');
        $values = $request->validated();
        $file = $request->upload();
        ChangeLight::of($card, static fn () => ReadLightLog::keep($uuid, $card, $file, $values['unit'], $values['timeZone'] ?? $hanging->time_zone, $values['timeColumn'] ?? null, $values['lightColumn'] ?? null));

        return new JsonResponse(FadeView::light($card), 201);
    }

    /** @return JsonResponse<FadeLight> */
    public function destroyLog(KeptLog $log): JsonResponse
    {
        $card = $log->card;
        ChangeLight::of($card, static fn () => $log->delete());

        return new JsonResponse(FadeView::light($card));
    }

    /**
     * Paints of a code at the light that all their strips have reached.
     *
     * @return JsonResponse<FadeAtEqualLight>
     */
    public function atEqualLight(Request $request, string $code): JsonResponse
    {
        return new JsonResponse(FadeView::atEqualLight($code, $this->user($request)));
    }

    /**
     * All strips of a code aged together, sampled by dose.
     *
     * @return JsonResponse<LightOfCodeDetail>
     */
    public function ofCode(ReadLightOfCodeRequest $request, string $code): JsonResponse
    {
        $depth = $request->validated()['depth'] ?? null;

        return new JsonResponse(LightOfCode::of($code, $depth === null ? Scale::current()->depths->reference : (float) $depth, $this->user($request)));
    }
}
