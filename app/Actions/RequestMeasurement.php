<?php

declare(strict_types=1);

namespace App\Actions;

use App\Imaging\PictureDecoder;
use App\Imaging\PictureStore;
use App\Jobs\MeasurePicture;
use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Measurement;
use App\Models\Picture;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;

/** Takes a picture of a card, uploaded or from the scanner stand-in, and has it measured in the background. */
final class RequestMeasurement
{
    /** @param array<string, mixed> $taken how the picture was taken, by column */
    public static function fromUpload(Card $card, UploadedFile $file, ?FadeCheck $check, array $taken = []): Measurement
    {
        $facts = PictureDecoder::inspect($file->getPathname());
        $sha256 = PictureStore::keep((string) file_get_contents($file->getPathname()), $facts['extension']);

        return self::of($card, $check, [
            ...$taken, 'source' => 'upload', 'original_name' => mb_substr($file->getClientOriginalName(), 0, 200),
            'sha256' => $sha256, 'extension' => $facts['extension'], 'width' => $facts['width'], 'height' => $facts['height'],
        ]);
    }

    /** @param 'scanner'|'camera' $device */
    public static function fromStandIn(Card $card, ?FadeCheck $check, string $device = 'scanner', bool $wet = false): Measurement
    {
        return self::of($card, $check, ['source' => 'stand-in', 'original_name' => "$device stand-in", 'extension' => $device === 'camera' ? 'jpg' : 'png', 'device' => $device, 'taken_as' => $device === 'camera' ? 'photo' : null, 'wet' => $wet]);
    }

    /** @param array<string, mixed> $picture */
    private static function of(Card $card, ?FadeCheck $check, array $picture): Measurement
    {
        return DB::transaction(static function () use ($card, $check, $picture): Measurement {
            $moment = match (true) {
                $card->kind !== 'fade' => 'property',
                $check === null => 'first',
                default => 'check',
            };
            $picture = Picture::query()->create([
                ...$picture, 'uuid' => (string) Str::uuid(), 'owner_id' => Auth::id() ?? $card->owner_id,
                'card_id' => $card->id, 'fade_check_id' => $check?->id, 'moment' => $moment,
            ]);
            $measurement = self::measure($picture);
            MeasurePicture::dispatch($measurement->id);

            return $measurement;
        });
    }

    private static function measure(Picture $picture): Measurement
    {
        $first = $picture->moment !== 'check' ? null : Measurement::query()
            ->where('card_id', $picture->card_id)->where('state', 'done')
            ->whereHas('picture', static fn ($q) => $q->where('moment', 'first'))
            ->latest('id')->value('picture_id');

        return Measurement::query()->create([
            'uuid' => (string) Str::uuid(), 'card_id' => $picture->card_id, 'picture_id' => $picture->id, 'first_picture_id' => $first, 'state' => 'waiting',
        ])->refresh();
    }
}
