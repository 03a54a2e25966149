<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\LeftFiles;
use App\Http\JsonResponse;
use App\Http\Requests\Collection\PutStudyPictureRequest;
use App\Http\Requests\Collection\PutStudyRequest;
use App\Imaging\PictureStore;
use App\Models\Paint;
use App\Models\Study;
use App\Models\StudyPicture;
use App\Queries\Opinions;
use Illuminate\Http\Request;
use Illuminate\Support\Arr;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\CoreException;
use Symfony\Component\HttpFoundation\Response;

/**
 * Painting trials: what was painted with which paints, for what, and how it went.
 *
 * @phpstan-import-type OpinionsStudy from \App\Queries\Opinions
 */
final class StudyController extends Controller
{
    private const MOST_PICTURES = 12;

    private const PREVIEW = 900;

    /** @return JsonResponse<OpinionsStudy> */
    public function put(PutStudyRequest $request, string $uuid): JsonResponse
    {
        $v = $request->validated();
        $study = DB::transaction(static function () use ($v, $uuid, $request): Study {
            $study = Study::put($uuid, ['title' => trim($v['title']), 'painted_on' => $v['on'] ?? null, 'paper' => trim($v['paper'] ?? ''), 'purpose' => trim($v['purpose'] ?? ''), 'went' => trim($v['went'] ?? ''), 'shared' => (bool) ($v['shared'] ?? false)], $request->header('If-Match'));
            $study->paints()->sync(array_map(static fn (Paint $p): int => $p->id, Paint::inOrder($v['paints'])));

            return $study;
        });

        return new JsonResponse(Opinions::study($study->load('owner', 'paints.maker', 'pictures'), $this->user($request)), $study->wasRecentlyCreated ? 201 : 200);
    }

    /** @return JsonResponse<null> */
    public function destroy(Study $study): JsonResponse
    {
        $pictures = DB::table('study_pictures')->where('study_id', $study->id)->pluck('sha256')->all();
        $study->delete();
        LeftFiles::forget($pictures);

        return new JsonResponse(null, 204);
    }

    /** @return JsonResponse<array{uuid: string}> */
    public function putPicture(PutStudyPictureRequest $request, Study $study, string $uuid): JsonResponse
    {
        $picture = StudyPicture::query()->where('uuid', $uuid)->where('study_id', $study->id)->first();
        if ($picture === null) {
            if ($study->pictures()->count() >= self::MOST_PICTURES) {
                throw new CoreException('A study keeps up to '.self::MOST_PICTURES.' pictures.');
            }
            $picture = StudyPicture::put($uuid, ['study_id' => $study->id, ...Arr::only(PictureStore::receive($request->upload()->getPathname()), ['sha256', 'extension'])]);
        }

        return new JsonResponse(['uuid' => $picture->uuid], $picture->wasRecentlyCreated ? 201 : 200);
    }

    public function picture(Request $request, StudyPicture $studyPicture): Response
    {
        return $this->image($request, PictureStore::preview($studyPicture->sha256, $studyPicture->extension, self::PREVIEW), false);
    }

    /** @return JsonResponse<null> */
    public function destroyPicture(StudyPicture $studyPicture): JsonResponse
    {
        $studyPicture->delete();
        LeftFiles::forget([$studyPicture->sha256]);

        return new JsonResponse(null, 204);
    }
}
