<?php

declare(strict_types=1);

namespace App\Actions;

use App\Imaging\PictureStore;
use App\Models\Measurement;
use App\Models\Picture;
use App\Models\Swatch;
use Illuminate\Support\Facades\DB;

/** Files that nothing names any more: they go with what they showed, and a sweep finds what a kill left. */
final class LeftFiles
{
    /** Tables that name a picture by its content. */
    private const NAMED_BY = ['pictures', 'photos', 'study_pictures'];

    /** A file is written before the row that names it, so one that is younger is somebody's (own). */
    private const SETTLED_S = 86_400;

    /**
     * What can be looked at of a card in smaller copies and cuts.
     *
     * @return list<string> how the names of these files begin
     */
    public static function ofCard(int $cardId): array
    {
        $pictures = Picture::query()->where('card_id', $cardId)->get(['id', 'sha256']);

        return [
            ...array_filter($pictures->pluck('sha256')->all()), ...Measurement::query()->where('card_id', $cardId)->pluck('uuid')->all(), ...Swatch::query()->whereIn('picture_id', $pictures->pluck('id'))->pluck('uuid')->all(),
            ...DB::table('photos')->join('specimens', 'specimens.id', '=', 'photos.specimen_id')->where('card_id', $cardId)->pluck('sha256')->all(),
        ];
    }

    /** @param list<string> $beginnings of copies and cuts that nobody shall see again, unless something else still names them */
    public static function forget(array $beginnings): void
    {
        DB::afterCommit(static function () use ($beginnings): void {
            foreach (array_filter(array_unique($beginnings), static fn (string $b): bool => ! self::isNamed($b)) as $beginning) {
                array_map(static fn (string $file): bool => @unlink($file), glob(PictureStore::cutPath($beginning.'*')) ?: []);
            }
        });
    }

    /** @return int files that went: pictures, copies and cuts that nothing names and that are older than a day */
    public static function sweep(): int
    {
        $gone = 0;
        foreach ([...glob(storage_path('app/pictures/*/*')) ?: [], ...glob(storage_path('app/previews/*')) ?: []] as $file) {
            $name = preg_match('/^[0-9a-f]{64}|^[0-9a-f]{8}(-[0-9a-f]{4}){3}-[0-9a-f]{12}/', basename($file), $m) === 1 ? $m[0] : null;
            if ($name !== null && filemtime($file) < time() - self::SETTLED_S && ! self::isNamed($name)) {
                $gone += @unlink($file) ? 1 : 0;
            }
        }

        return $gone;
    }

    /** @param string $name SHA-256 of a picture, or UUID of a measurement or swatch */
    private static function isNamed(string $name): bool
    {
        $tables = strlen($name) === 64 ? array_fill_keys(self::NAMED_BY, 'sha256') : ['measurements' => 'uuid', 'swatches' => 'uuid'];
        foreach ($tables as $table => $column) {
            if (DB::table($table)->where($column, $name)->exists()) {
                return true;
            }
        }

        return false;
    }
}
