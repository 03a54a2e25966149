<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Queries\MethodsView;

/** How everything is measured and rated. */
final class MethodsController extends Controller
{
    public function __invoke(): JsonResponse
    {
        return new JsonResponse(MethodsView::all());
    }
}
