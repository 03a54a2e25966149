<?php

declare(strict_types=1);

namespace App\Actions;

use App\Events\PictureWaits;
use App\Imaging\PictureStore;
use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\Measurement;
use App\Models\Paint;
use App\Models\Picture;
use App\Models\Specimen;
use App\Storage\DiskSpace;
use Illuminate\Http\UploadedFile;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\Card\CardKind;

/** Takes a picture of a card, uploaded or from the scanner stand-in, and has it measured in the background. */
final class RequestMeasurement
{
    /**
     * The same upload again is the same picture.
     *
     * @param array<string, mixed> $taken how the picture was taken, by column
     */
    public static function fromUpload(string $uuid, Card $card, UploadedFile $file, ?FadeCheck $check, array $taken = []): Measurement
    {
        return self::there($uuid, $card) ?? self::of($uuid, $card, $check, [
            ...$taken, 'source' => 'upload', 'original_name' => mb_substr($file->getClientOriginalName(), 0, 200), ...PictureStore::receive($file->getPathname()),
        ]);
    }

    /** @param 'scanner'|'camera' $device */
    public static function fromStandIn(string $uuid, Card $card, ?FadeCheck $check, string $device = 'scanner', bool $wet = false, string $called = '', bool $windowFirst = false): Measurement
    {
        DiskSpace::needed();

        return self::there($uuid, $card) ?? self::of($uuid, $card, $check, ['source' => 'stand-in', 'original_name' => "$device stand-in", 'extension' => $device === 'camera' ? 'jpg' : 'png', 'device' => $device, 'taken_as' => $device === 'camera' ? 'photo' : null, 'wet' => $wet, 'called' => $called, 'window_first' => $windowFirst]);
    }

    /** The same picture measured once more, by what the program knows today; what was measured before stays. */
    public static function again(Picture $picture): Measurement
    {
        return DB::transaction(static function () use ($picture): Measurement {
            $open = Measurement::query()->where('picture_id', $picture->id)->whereIn('state', ['waiting', 'running'])->first();

            return $open ?? self::queue($picture);
        });
    }

    /** What is known of a paint has changed, and with it what its pictures bear: they are measured once more. */
    public static function ofPaint(Paint $paint): void
    {
        $pictures = Picture::query()->whereNull('withdrawn_at')->whereNotNull('sha256')
            ->whereIn('card_id', Specimen::query()->whereHas('pan', static fn ($q) => $q->where('paint_id', $paint->id))->select('card_id'))->orderBy('id')->get();
        foreach ($pictures as $picture) {
            self::again($picture);
        }
    }

    private static function there(string $uuid, Card $card): ?Measurement
    {
        $picture = Picture::query()->where('uuid', $uuid)->first();
        if ($picture !== null && $picture->card_id !== $card->id) {
            throw new Conflict('This picture was sent for another card already.');
        }

        return $picture === null ? null : Measurement::query()->where('picture_id', $picture->id)->orderBy('id')->firstOrFail();
    }

    /** @param array<string, mixed> $picture */
    private static function of(string $uuid, Card $card, ?FadeCheck $check, array $picture): Measurement
    {
        return DB::transaction(static function () use ($uuid, $card, $check, $picture): Measurement {
            $moment = match (true) {
                ! in_array($card->kind, CardKind::FADING, true) => 'property',
                $check === null => 'first',
                default => 'check',
            };

            return self::there($uuid, $card) ?? self::queue(Picture::query()->create([
                ...$picture, 'uuid' => $uuid, 'owner_id' => Auth::id() ?? $card->owner_id, 'card_id' => $card->id, 'fade_check_id' => $check?->id, 'moment' => $moment,
            ]));
        });
    }

    /** State and job commit together. */
    private static function queue(Picture $picture): Measurement
    {
        $measurement = self::measure($picture);
        event(new PictureWaits);

        return $measurement;
    }

    private static function measure(Picture $picture): Measurement
    {
        return Measurement::query()->create([
            'uuid' => (string) Str::uuid(), 'card_id' => $picture->card_id, 'picture_id' => $picture->id, 'first_picture_id' => self::firstOf($picture), 'state' => 'waiting',
        ])->refresh();
    }

    /** Id of the measured picture before hanging that a check is held against; null: there is none, or it is no check. */
    public static function firstOf(Picture $picture): ?int
    {
        return $picture->moment !== 'check' ? null : Measurement::query()
            ->counts()->where('card_id', $picture->card_id)
            ->whereHas('picture', static fn ($q) => $q->where('moment', 'first'))
            ->latest('id')->value('picture_id');
    }
}
