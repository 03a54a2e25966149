<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\KeepOldStrip;
use App\Actions\RequestMeasurement;
use App\Http\JsonResponse;
use App\Http\Requests\Fading\PutOldStripRequest;
use App\Models\Paint;
use App\Models\Picture;
use App\Queries\CardView;
use MarshTrial\Core\Card\CardKind;
use MarshTrial\Core\Daylight\Window;

/**
 * Strips that the program did not print.
 *
 * @phpstan-import-type CardDetail from \App\Queries\CardView
 */
final class OldStripController extends Controller
{
    /**
     * A strip that the program did not print, with its window and its days as far as they are known.
     *
     * @return JsonResponse<CardDetail>
     */
    public function put(PutOldStripRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $paint = (new Paint)->resolveRouteBinding($values['paintUuid']) ?? abort(422, 'This paint is not recorded here any more.');
        $card = KeepOldStrip::put($uuid, $paint, $values['title'] ?? '', $request->columns(), $values['hungWhen'], $values['downWhen'] ?? '', '');

        return new JsonResponse(CardView::of($card), 201);
    }

    /**
     * The halves of an old strip lie the other way round in this picture.
     *
     * @return JsonResponse<CardDetail>
     */
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
}
