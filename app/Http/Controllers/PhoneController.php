<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RequestMeasurement;
use App\Http\Attempts;
use App\Http\JsonResponse;
use App\Http\Middleware\HoldsPhoneLink;
use App\Http\Network;
use App\Http\Refused;
use App\Http\Requests\Capture\LookByPhoneRequest;
use App\Http\Requests\Capture\OpenPhoneLinkRequest;
use App\Http\Requests\Capture\SendByPhoneRequest;
use App\Http\SecurityLog;
use App\Imaging\PictureDecoder;
use App\Models\Measurement;
use App\Models\PhoneLink;
use App\Models\Picture;
use App\Queries\PhoneView;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use MarshTrial\Core\Capture\PixelCheck;
use MarshTrial\Core\Measuring\FirstLook;

/**
 * On the telephone: no account, only what its link allows, and only from the same network.
 *
 * @phpstan-type PhoneLookAnswer array{found: bool, placings: int, says: list<string>}
 * @phpstan-type PhonePictureAnswer array{uuid: string, state: string}
 * @phpstan-type PhoneOpenAnswer array{
 *     hold: string, uuid: string, opened: bool, ended: bool, secondsLeft: int, pictures: list<PhonePictures>,
 *     for: string, swatches: bool, hints: list<string>,
 * }
 * @phpstan-import-type PhoneHeld from \App\Queries\PhoneView
 * @phpstan-import-type PhonePictures from \App\Queries\PhoneView
 */
final class PhoneController extends Controller
{
    /** Pictures by one link. */
    private const MOST_PICTURES = 200;

    /** @return JsonResponse<PhoneOpenAnswer> */
    public function open(OpenPhoneLinkRequest $request): JsonResponse
    {
        Attempts::count('phone|'.$request->ip(), (int) config('trust.sign_ins_by_address'));
        $secret = $request->validated()['secret'];
        $hold = PhoneLink::open($secret);
        if ($hold === null) {
            SecurityLog::note('link for a telephone refused');
            throw new Refused('This link was opened already, or is older than '.PhoneLink::MINUTES.' minutes. Ask for another one at the desk.');
        }
        SecurityLog::note('link for a telephone opened');

        return new JsonResponse(['hold' => $hold, ...PhoneView::phone(PhoneLink::heldBy($hold) ?? abort(403))]);
    }

    /** @return JsonResponse<PhoneHeld> */
    public function show(Request $request): JsonResponse
    {
        return new JsonResponse(PhoneView::phone(HoldsPhoneLink::of($request)));
    }

    /**
     * A small copy is looked at before the picture is sent.
     *
     * @return JsonResponse<PhoneLookAnswer>
     */
    public function look(LookByPhoneRequest $request): JsonResponse
    {
        $link = HoldsPhoneLink::of($request);
        $values = $request->validated();
        $picture = PictureDecoder::decode($request->upload()->getPathname());
        // As large as a copy is meant to be; a whole picture is measured, not looked at.
        abort_if($picture->pixels->width * $picture->pixels->height > 4_000_000, 413);
        PixelCheck::colours($picture->pixels);
        $look = FirstLook::at($picture->pixels, $link->card->cardLayout(), (float) $values['reducedBy']);

        return new JsonResponse(['found' => $look->found, 'placings' => $look->placings, 'says' => $look->says]);
    }

    /** @return JsonResponse<PhonePictureAnswer> */
    public function picture(SendByPhoneRequest $request, string $uuid): JsonResponse
    {
        $link = HoldsPhoneLink::of($request);
        $called = trim((string) ($request->validated()['called'] ?? ''));
        abort_if($link->pictures()->count() >= self::MOST_PICTURES, 429, 'By one link '.self::MOST_PICTURES.' pictures are taken. Ask for another one at the desk.');
        // Another card's picture is refused, and so is one that came by another link.
        $there = Picture::query()->where('uuid', $uuid)->first();
        abort_if($there !== null && $there->phone_link_id !== $link->id, 409, 'This picture was sent before, by another way.');
        // Whoever made the link answers for what comes by it.
        Auth::setUser($link->user);
        $measurement = RequestMeasurement::fromUpload($uuid, $link->card, $request->upload(), $link->check, ['taken_as' => 'photo', 'phone_link_id' => $link->id, 'called' => $called]);
        $link->goOn();

        return new JsonResponse(['uuid' => $uuid, 'state' => Measurement::query()->whereKey($measurement->id)->value('state')], 202);
    }
}
