<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Queries\MethodsView;

/**
 * How everything is measured and rated.
 *
 * @phpstan-import-type MethodsAll from \App\Queries\MethodsView
 */
final class MethodsController extends Controller
{
    /** @return JsonResponse<MethodsAll> */
    public function __invoke(): JsonResponse
    {
        return new JsonResponse(MethodsView::all());
    }
}
