<?php

declare(strict_types=1);

namespace App\Actions;

use App\Imaging\PictureStore;
use App\Models\BenchSession;
use App\Models\Card;
use App\Models\HandReading;
use App\Models\Paint;
use App\Models\Photo;
use App\Models\Picture;
use App\Models\Remark;
use App\Models\StudyPicture;
use App\Models\User;
use App\Models\Verdict;
use App\Queries\CardView;
use App\Queries\CollectionExport;
use App\Queries\MixView;
use App\Queries\Opinions;
use App\Queries\PaintView;
use App\Queries\SessionView;
use App\Storage\NoRoom;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Str;
use ZipArchive;

/** All that is a tester's own, to take along: JSON, CSV, and the pictures as they are kept. */
final class ExportMine
{
    /** What keeps files. */
    private const FILES = [Picture::class, Photo::class, StudyPicture::class];

    /** @return string path of a file that the caller deletes */
    public static function zip(User $user): string
    {
        self::forget();
        $path = self::folder().'/'.Str::random(24).'.zip';
        $zip = new ZipArchive;
        if ($zip->open($path, ZipArchive::CREATE | ZipArchive::EXCL) !== true) {
            throw new NoRoom('The file could not be begun.');
        }
        $csv = fopen('php://temp', 'w+b') ?: throw new NoRoom('The file could not be begun.');
        CollectionExport::write($user, $csv);
        rewind($csv);
        $zip->addFromString('collection.csv', (string) stream_get_contents($csv));
        self::add($zip, 'account.json', ['name' => $user->name, 'email' => $user->email, 'since' => $user->created_at?->toIso8601String()]);
        self::add($zip, 'paints.json', Paint::query()->with('maker', 'codes')->where('owner_id', $user->id)->get()->map(PaintView::of(...))->all());
        self::add($zip, 'said.json', array_map(static fn (string $model): array => self::own($model, $user), ['verdicts' => Verdict::class, 'remarks' => Remark::class, 'byHand' => HandReading::class]));
        self::add($zip, 'mixes.json', MixView::named($user));
        self::add($zip, 'opinions.json', Opinions::all($user));
        foreach (BenchSession::query()->where('owner_id', $user->id)->get() as $session) {
            self::add($zip, "sessions/$session->uuid.json", SessionView::of($session));
        }
        foreach (Card::query()->where('owner_id', $user->id)->orderBy('id')->lazyById(20) as $card) {
            self::add($zip, "cards/$card->uuid.json", CardView::of($card));
        }
        foreach (self::FILES as $model) {
            foreach ($model::query()->where('owner_id', $user->id)->whereNotNull('sha256')->lazyById(100) as $file) {
                self::file($zip, PictureStore::whole((string) $file->sha256, $file->extension), "pictures/$file->uuid.$file->extension");
            }
        }
        if (! @$zip->close()) {
            @unlink($path);
            throw new NoRoom('The file could not be written to its end.');
        }

        return $path;
    }

    /** @return int bytes of the pictures in it, which are nearly all of it */
    public static function bytes(User $user): int
    {
        $sum = 0;
        foreach (self::FILES as $model) {
            foreach ($model::query()->where('owner_id', $user->id)->whereNotNull('sha256')->get(['sha256', 'extension']) as $file) {
                $sum += PictureStore::bytes((string) $file->sha256, $file->extension);
            }
        }

        return $sum;
    }

    /** What was made for somebody who never fetched it. */
    public static function forget(): void
    {
        foreach (glob(self::folder().'/*') ?: [] as $left) {
            if (filemtime($left) < time() - 3600) {
                @unlink($left);
            }
        }
    }

    private static function folder(): string
    {
        $folder = storage_path('app/exports');
        @mkdir($folder, 0770, true);

        return $folder;
    }

    /**
     * @param class-string<Verdict|Remark|HandReading> $model
     *
     * @return list<array<string, mixed>>
     */
    private static function own(string $model, User $user): array
    {
        return array_values($model::query()->with('specimen.card')->where('owner_id', $user->id)->orderBy('id')->get()->map(static fn (Model $said): array => [
            'card' => $said->getRelation('specimen')->card->uuid, 'row' => $said->getRelation('specimen')->row,
            ...array_diff_key($said->attributesToArray(), ['id' => 0, 'owner_id' => 0, 'specimen_id' => 0, 'fade_check_id' => 0]),
        ])->all());
    }

    private static function add(ZipArchive $zip, string $name, mixed $data): void
    {
        $zip->addFromString($name, json_encode($data, JSON_THROW_ON_ERROR | JSON_INVALID_UTF8_SUBSTITUTE | JSON_PRETTY_PRINT | JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION));
    }

    private static function file(ZipArchive $zip, string $path, string $name): void
    {
        if (is_file($path)) {
            $zip->addFile($path, $name);
            // Pictures are compressed already.
            $zip->setCompressionName($name, ZipArchive::CM_STORE);
        }
    }
}
