<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RequestMeasurement;
use App\Http\Attempts;
use App\Http\JsonResponse;
use App\Http\Network;
use App\Http\Refused;
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

/** On the telephone: no account, only what its link allows, and only from the same network. */
final class PhoneController extends Controller
{
    /** Header by which the telephone shows what it holds. */
    private const HOLD = 'X-Phone';

    /** Pictures by one link. */
    private const MOST_PICTURES = 200;

    public function open(Request $request): JsonResponse
    {
        self::fromOurNetwork($request);
        Attempts::count('phone|'.$request->ip(), (int) config('trust.sign_ins_by_address'));
        $secret = $request->validate(['secret' => 'required|string|max:100'])['secret'];
        $hold = PhoneLink::open($secret);
        if ($hold === null) {
            SecurityLog::note('link for a telephone refused');
            throw new Refused('This link was opened already, or is older than '.PhoneLink::MINUTES.' minutes. Ask for another one at the desk.');
        }
        SecurityLog::note('link for a telephone opened');

        return new JsonResponse(['hold' => $hold, ...PhoneView::phone(PhoneLink::heldBy($hold) ?? abort(403))]);
    }

    public function show(Request $request): JsonResponse
    {
        return new JsonResponse(PhoneView::phone($this->link($request)));
    }

    /** A small copy is looked at before the picture is sent. */
    public function look(Request $request): JsonResponse
    {
        $link = $this->link($request);
        $values = $request->validate(['reducedBy' => 'required|numeric|between:1,40']);
        $picture = PictureDecoder::decode($this->file($request, 'picture')->getPathname());
        // As large as a copy is meant to be; a whole picture is measured, not looked at.
        abort_if($picture->pixels->width * $picture->pixels->height > 4_000_000, 413);
        PixelCheck::colours($picture->pixels);
        $look = FirstLook::at($picture->pixels, $link->card->cardLayout(), (float) $values['reducedBy']);

        return new JsonResponse(['found' => $look->found, 'placings' => $look->placings, 'says' => $look->says]);
    }

    public function picture(Request $request, string $uuid): JsonResponse
    {
        $link = $this->link($request);
        $called = trim((string) ($request->validate(['called' => 'nullable|string|max:120'])['called'] ?? ''));
        abort_if($link->pictures()->count() >= self::MOST_PICTURES, 429, 'By one link '.self::MOST_PICTURES.' pictures are taken. Ask for another one at the desk.');
        // Another card's picture is refused, and so is one that came by another link.
        $there = Picture::query()->where('uuid', $uuid)->first();
        abort_if($there !== null && $there->phone_link_id !== $link->id, 409, 'This picture was sent before, by another way.');
        // Whoever made the link answers for what comes by it.
        Auth::setUser($link->user);
        $measurement = RequestMeasurement::fromUpload($uuid, $link->card, $this->file($request, 'picture'), $link->check, ['taken_as' => 'photo', 'phone_link_id' => $link->id, 'called' => $called]);
        $link->goOn();

        return new JsonResponse(['uuid' => $uuid, 'state' => Measurement::query()->whereKey($measurement->id)->value('state')], 202);
    }

    private function link(Request $request): PhoneLink
    {
        self::fromOurNetwork($request);

        return PhoneLink::heldBy((string) $request->header(self::HOLD, '')) ?? throw new Refused('This link has ended. Ask for another one at the desk; what was sent is kept.');
    }

    private static function fromOurNetwork(Request $request): void
    {
        if (! Network::isOurs((string) $request->ip())) {
            SecurityLog::note('link for a telephone refused: from another network');
            throw new Refused('Links for a telephone work on the network of this server only. Put the telephone on the same wireless network.');
        }
    }
}
