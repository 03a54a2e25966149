<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RequestMeasurement;
use App\Imaging\PictureStore;
use App\Imaging\WindowPictures;
use App\Models\CaptureProfile;
use App\Models\CaptureTarget;
use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Measurement;
use App\Models\Picture;
use App\Queries\CardView;
use App\Queries\RepeatsView;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use MarshTrial\Core\Exchange\Readings;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/** Pictures of cards and the measuring of them. */
final class PictureController extends Controller
{
    public function upload(Request $request, Card $card): JsonResponse
    {
        Gate::authorize('change', $card);
        return $this->answer(RequestMeasurement::fromUpload($card, $this->file($request, 'picture'), $this->check($request, $card), $this->taken($request)));
    }

    /**
     * How the picture was taken, as far as it is told.
     *
     * @return array<string, mixed>
     */
    private function taken(Request $request): array
    {
        $values = $request->validate(['takenAs' => 'nullable|in:scan,photo', 'targetUuid' => 'nullable|uuid', 'profileUuid' => 'nullable|uuid', 'wedge' => 'nullable|string|max:300', 'wet' => 'nullable|boolean']);
        if (($values['wedge'] ?? '') !== '') {
            Readings::wedge($values['wedge']);
        }

        return [
            'taken_as' => $values['takenAs'] ?? null, 'wedge' => $values['wedge'] ?? '', 'wet' => (bool) ($values['wet'] ?? false),
            'capture_target_id' => CaptureTarget::query()->where('uuid', $values['targetUuid'] ?? '')->value('id'),
            'capture_profile_id' => CaptureProfile::query()->where('uuid', $values['profileUuid'] ?? '')->value('id'),
        ];
    }

    public function standIn(Request $request, Card $card): JsonResponse
    {
        Gate::authorize('change', $card);

        $values = $request->validate(['device' => 'nullable|in:scanner,camera', 'wet' => 'nullable|boolean']);

        return $this->answer(RequestMeasurement::fromStandIn($card, $this->check($request, $card), $values['device'] ?? 'scanner', (bool) ($values['wet'] ?? false)));
    }

    public function repeats(Card $card): JsonResponse
    {
        Gate::authorize('see', $card);

        return new JsonResponse(RepeatsView::of($card));
    }

    public function measurement(Measurement $measurement): JsonResponse
    {
        Gate::authorize('see-measured', $measurement);

        $blind = $measurement->card->load('session')->session?->isBlindNow() ?? false;

        return new JsonResponse([...CardView::measurement($measurement), 'result' => $blind || $measurement->state !== 'done' ? null : $measurement->result]);
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
