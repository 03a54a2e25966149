<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RemoveDraft;
use App\Actions\RequestMeasurement;
use App\Http\JsonResponse;
use App\Http\Requests\Capture\PaintStandInRequest;
use App\Http\Requests\Capture\ReadWindowRequest;
use App\Http\Requests\Capture\UploadPictureRequest;
use App\Http\Requests\Capture\WithdrawPictureRequest;
use App\Imaging\PictureStore;
use App\Jobs\PrepareViews;
use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Measurement;
use App\Models\Picture;
use App\Queries\CardView;
use App\Queries\RepeatsView;
use App\Queries\RowPaint;
use App\Queries\WindowPictures;
use Illuminate\Http\Request;
use Illuminate\Support\Str;
use Symfony\Component\HttpFoundation\Response;

/**
 * Pictures of cards and the measuring of them.
 *
 * @phpstan-import-type CardMeasurementDetail from \App\Queries\CardView
 * @phpstan-import-type RepeatsDetail from \App\Queries\RepeatsView
 * @phpstan-type PictureMeasurementAnswer array{
 *     uuid: string, state: string, progress: float, step: string, problem: string|null,
 *     quality: list<array{
 *         name: string, value: float, unit: string, limit: float, refusal: float|null,
 *         state: 'good'|'wider uncertainty'|'not used', advice: string,
 *     }>,
 *     result: array<string, mixed>|null,
 * }
 * @phpstan-import-type CardDetail from \App\Queries\CardView
 */
final class PictureController extends Controller
{
    /** @return JsonResponse<CardMeasurementDetail> */
    public function upload(UploadPictureRequest $request, Card $card, string $uuid): JsonResponse
    {
        return $this->answer(RequestMeasurement::fromUpload($uuid, $card, $request->upload(), self::check($request->validated('checkUuid'), $card), $request->taken()));
    }

    /** @return JsonResponse<CardMeasurementDetail> */
    public function standIn(PaintStandInRequest $request, Card $card): JsonResponse
    {
        $values = $request->validated();

        return $this->answer(RequestMeasurement::fromStandIn($values['uuid'] ?? (string) Str::uuid(), $card, self::check($values['checkUuid'] ?? null, $card), $values['device'] ?? 'scanner', (bool) ($values['wet'] ?? false)));
    }

    /** @return JsonResponse<CardMeasurementDetail> */
    public function again(Picture $picture): JsonResponse
    {
        $picture->sha256 === null ?: self::mustBeHere($picture);

        return $this->answer(RequestMeasurement::again($picture));
    }

    /**
     * Takes a picture out of what counts, with a reason; it is kept.
     *
     * @return JsonResponse<CardDetail>
     */
    public function withdraw(WithdrawPictureRequest $request, Picture $picture): JsonResponse
    {
        $values = $request->validated();
        RemoveDraft::withdraw($picture, trim($values['because']));

        return new JsonResponse(CardView::of($picture->card));
    }

    /** @return JsonResponse<CardDetail> */
    public function bringBack(Picture $picture): JsonResponse
    {
        RemoveDraft::bringBack($picture);

        return new JsonResponse(CardView::of($picture->card));
    }

    /** @return JsonResponse<RepeatsDetail> */
    public function repeats(Card $card): JsonResponse
    {
        return new JsonResponse(RepeatsView::of($card));
    }

    /** @return JsonResponse<PictureMeasurementAnswer> */
    public function measurement(Measurement $measurement): JsonResponse
    {
        return new JsonResponse([...CardView::measurement($measurement), 'result' => RowPaint::areHidden($measurement->card) || $measurement->state !== 'done' ? null : $measurement->result]);
    }

    public function preview(Request $request, Picture $picture): Response
    {
        // A picture is public once a measurement of it is.
        $published = $picture->isPublished();
        self::mustBeHere($picture);

        return $this->image($request, PictureStore::preview((string) $picture->sha256, $picture->extension, PrepareViews::PREVIEW), $published);
    }

    /** A window of a row as it was scanned, straight and to scale: ?row=2&use=glaze, &loupe=1 for its middle under a loupe. */
    public function window(ReadWindowRequest $request, Measurement $measurement): Response
    {
        $measurement->load('picture', 'card.session');
        abort_if($measurement->state !== 'done' || RowPaint::areHidden($measurement->card), 404);
        self::mustBeHere($measurement->picture);
        $path = WindowPictures::path($measurement, $request->integer('row'), (string) $request->query('use'), $request->boolean('loupe')) ?? abort(404);

        return $this->image($request, $path, $measurement->published);
    }

    private static function check(?string $uuid, Card $card): ?FadeCheck
    {
        return $uuid === null ? null : FadeCheck::query()->where('card_id', $card->id)->where('uuid', $uuid)->firstOrFail();
    }

    /** @return JsonResponse<CardMeasurementDetail> */
    private function answer(Measurement $measurement): JsonResponse
    {
        return new JsonResponse(CardView::measurement($measurement), 202);
    }
}
