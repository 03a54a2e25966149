<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Queries\Opinions;
use App\Queries\Shore;
use Illuminate\Http\Request;

/**
 * Home: all that was measured, by hue.
 *
 * @phpstan-import-type ShoreStrip from \App\Queries\Shore
 * @phpstan-type ShoreAnswer array{
 *     strips: list<ShoreStrip>, measured: int, byCode: bool,
 *     news: list<array{uuid: string, title: string, by: string, on: string}>,
 *     contradicted: list<ShoreContradicted>, changed: list<OpinionsChanged>,
 * }
 * @phpstan-import-type ShoreContradicted from \App\Queries\Shore
 * @phpstan-import-type OpinionsChanged from \App\Queries\Opinions
 */
final class ShoreController extends Controller
{
    /** @return JsonResponse<ShoreAnswer> */
    public function __invoke(Request $request): JsonResponse
    {
        $user = $this->user($request);

        return new JsonResponse([...Shore::of($user), 'changed' => Opinions::changed($user)]);
    }
}
