<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Queries\Opinions;
use App\Queries\Shore;
use Illuminate\Http\Request;

/** Home: all that was measured, by hue. */
final class ShoreController extends Controller
{
    public function __invoke(Request $request): JsonResponse
    {
        $user = $this->user($request);

        return new JsonResponse([...Shore::of($user), 'changed' => Opinions::changed($user)]);
    }
}
