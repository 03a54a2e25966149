<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RemoveDraft;
use App\Actions\RequestMeasurement;
use App\Http\JsonResponse;
use App\Imaging\PictureStore;
use App\Jobs\PrepareViews;
use App\Models\CaptureProfile;
use App\Models\CaptureTarget;
use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Measurement;
use App\Models\Picture;
use App\Queries\CardView;
use App\Queries\RepeatsView;
use App\Queries\RowPaint;
use App\Queries\WindowPictures;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Gate;
use Illuminate\Support\Str;
use MarshTrial\Core\Exchange\Readings;
use Symfony\Component\HttpFoundation\Response;

/** Pictures of cards and the measuring of them. */
final class PictureController extends Controller
{
    public function upload(Request $request, Card $card, string $uuid): JsonResponse
    {
        Gate::authorize('change', $card);

        return $this->answer(RequestMeasurement::fromUpload($uuid, $card, $this->file($request, 'picture'), $this->check($request, $card), $this->taken($request)));
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

        $values = $request->validate(['uuid' => 'nullable|uuid', 'device' => 'nullable|in:scanner,camera', 'wet' => 'nullable|boolean']);

        return $this->answer(RequestMeasurement::fromStandIn($values['uuid'] ?? (string) Str::uuid(), $card, $this->check($request, $card), $values['device'] ?? 'scanner', (bool) ($values['wet'] ?? false)));
    }

    public function again(Picture $picture): JsonResponse
    {
        Gate::authorize('change', $picture->card);
        $picture->sha256 === null ?: self::mustBeHere($picture);

        return $this->answer(RequestMeasurement::again($picture));
    }

    /** Takes a picture out of what counts, with a reason; it is kept. */
    public function withdraw(Request $request, Picture $picture): JsonResponse
    {
        Gate::authorize('change', $picture->card);
        $values = $request->validate(['because' => 'required|string|max:300'], ['because.required' => 'Say why this picture no longer counts; it is kept with its reason.']);
        RemoveDraft::withdraw($picture, trim($values['because']));

        return new JsonResponse(CardView::of($picture->card));
    }

    public function bringBack(Picture $picture): JsonResponse
    {
        Gate::authorize('change', $picture->card);
        RemoveDraft::bringBack($picture);

        return new JsonResponse(CardView::of($picture->card));
    }

    public function repeats(Card $card): JsonResponse
    {
        Gate::authorize('see', $card);

        return new JsonResponse(RepeatsView::of($card));
    }

    public function measurement(Measurement $measurement): JsonResponse
    {
        Gate::authorize('see-measured', $measurement);

        return new JsonResponse([...CardView::measurement($measurement), 'result' => RowPaint::areHidden($measurement->card) || $measurement->state !== 'done' ? null : $measurement->result]);
    }

    public function preview(Request $request, Picture $picture): Response
    {
        // A picture is public once a measurement of it is.
        $published = $picture->measurements()->where('published', true)->exists();
        if (! $published) {
            Gate::authorize('see', $picture->card);
        }
        self::mustBeHere($picture);

        return $this->image($request, PictureStore::preview((string) $picture->sha256, $picture->extension, PrepareViews::PREVIEW), $published);
    }

    /** A window of a row as it was scanned, straight and to scale: ?row=2&use=glaze, &loupe=1 for its middle under a loupe. */
    public function window(Request $request, Measurement $measurement): Response
    {
        Gate::authorize('see-measured', $measurement);
        $measurement->load('picture', 'card.session');
        abort_if($measurement->state !== 'done' || RowPaint::areHidden($measurement->card), 404);
        self::mustBeHere($measurement->picture);
        $path = WindowPictures::path($measurement, $request->integer('row'), (string) $request->query('use'), $request->boolean('loupe')) ?? abort(404);

        return $this->image($request, $path, $measurement->published);
    }

    private function check(Request $request, Card $card): ?FadeCheck
    {
        $uuid = $request->validate(['checkUuid' => 'nullable|uuid'])['checkUuid'] ?? null;

        return $uuid === null ? null : FadeCheck::query()->where('card_id', $card->id)->where('uuid', $uuid)->firstOrFail();
    }

    private function answer(Measurement $measurement): JsonResponse
    {
        return new JsonResponse(CardView::measurement($measurement), 202);
    }
}
