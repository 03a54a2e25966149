<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Queries\AccuracyView;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/**
 * The program's own report of how well it measures.
 *
 * @phpstan-import-type AccuracyAll from \App\Queries\AccuracyView
 */
final class AccuracyController extends Controller
{
    /** @return JsonResponse<AccuracyAll> */
    public function show(): JsonResponse
    {
        return new JsonResponse(AccuracyView::all());
    }

    public function picture(int $number): BinaryFileResponse
    {
        $path = base_path(AccuracyView::FOLDER."/worst-$number.jpg");
        abort_unless(is_file($path), 404);

        return response()->file($path, ['Content-Type' => 'image/jpeg']);
    }
}
