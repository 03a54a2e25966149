<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\DecideOddTest;
use App\Http\JsonResponse;
use App\Http\Requests\Evidence\DecideOddTestRequest;
use App\Models\Paint;
use App\Models\Specimen;
use App\Queries\OddStrips;
use Illuminate\Http\Request;

/**
 * What a test is whose colour cannot be its paint's: said by whoever tested the paint, and taken back.
 *
 * @phpstan-import-type OddStripsTold from \App\Queries\OddStrips
 */
final class OddTestController extends Controller
{
    /** @return JsonResponse<array{odd: list<OddStripsTold>}> */
    public function decide(DecideOddTestRequest $request, Specimen $specimen): JsonResponse
    {
        $v = $request->validated();
        DecideOddTest::say($specimen, $this->me($request), $v['word'], $v['paintUuid'] ?? null);

        return new JsonResponse(['odd' => OddStrips::told([$specimen->pan->paint_id], $this->user($request))]);
    }

    /** @return JsonResponse<array{odd: list<OddStripsTold>}> */
    public function undo(Request $request, Specimen $specimen): JsonResponse
    {
        DecideOddTest::takeBack($specimen);

        return new JsonResponse(['odd' => OddStrips::told([$specimen->pan->paint_id], $this->user($request))]);
    }
}
