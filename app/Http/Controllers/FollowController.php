<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Models\Card;
use App\Models\Follow;
use App\Models\Paint;
use App\Models\User;
use App\Queries\Digest;
use Illuminate\Http\Request;
use MarshTrial\Core\CoreException;
use MarshTrial\Core\Pigment\PigmentCode;
use MarshTrial\Core\Pigment\PigmentCodeState;

/**
 * What one follows, and what became of it.
 *
 * @phpstan-type FollowPutAnswer array{kind: string, key: string}
 * @phpstan-import-type DigestDetail from \App\Queries\Digest
 */
final class FollowController extends Controller
{
    /** Nobody reads more. */
    private const MOST = 500;

    /** @return JsonResponse<DigestDetail> */
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(Digest::of($this->me($request)));
    }

    /** @return JsonResponse<FollowPutAnswer> */
    public function put(Request $request, string $kind, string $key): JsonResponse
    {
        $key = self::key($kind, $key);
        $me = $this->me($request);
        if (Follow::query()->where('user_id', $me->id)->count() >= self::MOST) {
            throw new CoreException('You follow '.self::MOST.' things already. Let one go first.');
        }
        Follow::query()->insertOrIgnore(['user_id' => $me->id, 'kind' => $kind, 'key' => $key, 'since' => now()]);

        return new JsonResponse(['kind' => $kind, 'key' => $key]);
    }

    /** @return JsonResponse<null> */
    public function destroy(Request $request, string $kind, string $key): JsonResponse
    {
        Follow::query()->where('user_id', $this->me($request)->id)->where('kind', $kind)->whereIn('key', [$key, strtolower($key), PigmentCode::parse($key)->text])->delete();

        return new JsonResponse(null, 204);
    }

    /**
     * All that is told so far was read.
     *
     * @return JsonResponse<null>
     */
    public function seen(Request $request): JsonResponse
    {
        $this->me($request)->update(['digest_seen_at' => now()]);

        return new JsonResponse(null, 204);
    }

    /** The key as it is kept, of something that is there. */
    private static function key(string $kind, string $key): string
    {
        $code = PigmentCode::parse(mb_substr($key, 0, 40));
        $uuid = strtolower($key);
        $there = match ($kind) {
            'code' => $code->state !== PigmentCodeState::NotColourIndexPigment,
            'paint' => Paint::query()->where('uuid', $uuid)->exists(),
            'rack' => Card::query()->where('uuid', $uuid)->whereNotNull('published_at')->exists(),
            'tester' => User::query()->where('uuid', $uuid)->exists(),
            default => false,
        };
        abort_unless($there, 404);

        return $kind === 'code' ? $code->text : $uuid;
    }
}
