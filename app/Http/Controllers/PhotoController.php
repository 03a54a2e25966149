<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\LeftFiles;
use App\Http\JsonResponse;
use App\Http\Requests\Bench\PutPhotoRequest;
use App\Imaging\PictureStore;
use App\Models\Photo;
use Illuminate\Http\Request;
use Illuminate\Support\Arr;
use Symfony\Component\HttpFoundation\Response;

/**
 * Photographs taken at the bench.
 *
 * @phpstan-import-type BenchPutSpoilingAnswer from \App\Http\Controllers\BenchController
 */
final class PhotoController extends Controller
{
    /** @return JsonResponse<BenchPutSpoilingAnswer> */
    public function put(PutPhotoRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $specimen = $request->specimen();
        $photo = Photo::query()->where('uuid', $uuid)->first();
        if ($photo === null) {
            $photo = Photo::put($uuid, ['specimen_id' => $specimen->id, ...Arr::only(PictureStore::receive($request->photo()->getPathname()), ['sha256', 'extension'])]);
        }

        return new JsonResponse(['uuid' => $photo->uuid, 'edition' => $photo->edition], $photo->wasRecentlyCreated ? 201 : 200);
    }

    public function show(Request $request, Photo $photo): Response
    {
        return $this->image($request, PictureStore::preview($photo->sha256, $photo->extension, 900), false);
    }

    /** @return JsonResponse<null> */
    public function destroy(Photo $photo): JsonResponse
    {
        $photo->delete();
        LeftFiles::forget([$photo->sha256]);

        return new JsonResponse(null, 204);
    }
}
