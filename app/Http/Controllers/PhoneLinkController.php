<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Network;
use App\Http\Requests\Capture\MakePhoneLinkRequest;
use App\Http\SecurityLog;
use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\PhoneLink;
use App\Queries\PhoneView;
use Illuminate\Http\Request;

/**
 * At the desk: makes a link for a telephone, and follows what comes by it.
 *
 * @phpstan-type PhoneLinkStoreAnswer array{
 *     uuid: string, opened: bool, ended: bool, secondsLeft: int, pictures: list<PhonePictures>, urls: list<string>,
 * }
 * @phpstan-import-type PhoneLinkDetail from \App\Queries\PhoneView
 * @phpstan-import-type PhonePictures from \App\Queries\PhoneView
 */
final class PhoneLinkController extends Controller
{
    /** @return JsonResponse<PhoneLinkStoreAnswer> */
    public function store(MakePhoneLinkRequest $request): JsonResponse
    {
        $values = $request->validated();
        $card = Card::query()->where('uuid', $values['card'])->firstOrFail();
        $check = ($values['checkUuid'] ?? null) === null ? null : FadeCheck::query()->where('card_id', $card->id)->where('uuid', $values['checkUuid'])->firstOrFail();
        [$link, $secret] = PhoneLink::forTelephone($this->me($request), $card, $check);
        SecurityLog::note('link for a telephone made');

        return new JsonResponse([...PhoneView::link($link), 'urls' => array_map(static fn (string $origin): string => "$origin/phone#$secret", self::origins($request))], 201);
    }

    /** @return JsonResponse<PhoneLinkDetail> */
    public function show(Request $request, PhoneLink $link): JsonResponse
    {
        abort_if($link->user_id !== $this->me($request)->id, 404);

        return new JsonResponse(PhoneView::link($link));
    }

    /** @return JsonResponse<PhoneLinkDetail> */
    public function destroy(Request $request, PhoneLink $link): JsonResponse
    {
        abort_if($link->user_id !== $this->me($request)->id, 404);
        $link->update(['expires_at' => now(), 'ends_at' => now()]);

        return new JsonResponse(PhoneView::link($link));
    }

    /**
     * Where a telephone reaches this server.
     *
     * @return list<string> empty where it listens on this machine only
     */
    private static function origins(Request $request): array
    {
        // Called by a name or address of its own: the telephone can use the same.
        if (! in_array($request->getHost(), ['localhost', '127.0.0.1', '[::1]'], true)) {
            return [$request->getSchemeAndHttpHost()];
        }

        return config('trust.lan') ? array_map(static fn (string $ip): string => "http://$ip:{$request->getPort()}", Network::addresses()) : [];
    }
}
