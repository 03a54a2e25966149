<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RequestMeasurement;
use App\Imaging\PictureStore;
use App\Imaging\WindowPictures;
use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Measurement;
use App\Models\Picture;
use App\Queries\CardView;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Gate;
use MarshTrial\Core\CoreException;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** Pictures of cards and the measuring of them. */
final class PictureController extends Controller
{
    public function upload(Request $request, Card $card): JsonResponse
    {
        Gate::authorize('change', $card);
        $file = $request->file('picture');
        if (! $file instanceof UploadedFile) {
            throw new CoreException('No picture arrived. Choose a PNG or JPEG file.');
        }
        if (! $file->isValid()) {
            throw new CoreException('The picture did not arrive whole, perhaps because it is too large. Nothing was changed; try again.');
        }

        return $this->answer(RequestMeasurement::fromUpload($card, $file, $this->check($request, $card)));
    }

    public function standIn(Request $request, Card $card): JsonResponse
    {
        Gate::authorize('change', $card);

        return $this->answer(RequestMeasurement::fromStandIn($card, $this->check($request, $card)));
    }

    public function measurement(Measurement $measurement): JsonResponse
    {
        Gate::authorize('see-measured', $measurement);

        $blind = $measurement->card->load('session')->session?->isBlindNow() ?? false;

        return new JsonResponse([...CardView::measurement($measurement), 'result' => $blind ? null : $measurement->result]);
    }

    public function preview(Picture $picture): BinaryFileResponse
    {
        // A picture is public once a measurement of it is.
        if (! $picture->measurements()->where('published', true)->exists()) {
            Gate::authorize('see', $picture->card);
        }
        abort_if($picture->sha256 === null, 404);

        return response()->file(PictureStore::preview((string) $picture->sha256, $picture->extension, 1800), ['Content-Type' => 'image/jpeg', 'Cache-Control' => 'private, max-age=31536000, immutable']);
    }

    /** A window of a row as it was scanned, straight and to scale: ?row=2&use=glaze, &loupe=1 for its middle under a loupe. */
    public function window(Request $request, Measurement $measurement): BinaryFileResponse
    {
        Gate::authorize('see-measured', $measurement);
        $measurement->load('picture', 'card.session');
        abort_if($measurement->state !== 'done' || ($measurement->card->session?->isBlindNow() ?? false), 404);
        $path = WindowPictures::path($measurement, $request->integer('row'), (string) $request->query('use'), $request->boolean('loupe')) ?? abort(404);

        return response()->file($path, ['Content-Type' => 'image/jpeg', 'Cache-Control' => 'private, max-age=31536000, immutable']);
    }

    private function check(Request $request, Card $card): ?FadeCheck
    {
        $uuid = $request->input('checkUuid');

        return $uuid === null ? null : FadeCheck::query()->where('card_id', $card->id)->where('uuid', $uuid)->firstOrFail();
    }

    private function answer(Measurement $measurement): JsonResponse
    {
        return new JsonResponse(CardView::measurement($measurement), 202);
    }
}
