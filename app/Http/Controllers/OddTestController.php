<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\DecideOddTest;
use App\Http\JsonResponse;
use App\Models\OddDecision;
use App\Models\Paint;
use App\Models\Specimen;
use App\Queries\OddStrips;
use Illuminate\Auth\Access\AuthorizationException;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;

/** What a test is whose colour cannot be its paint's: said by whoever tested the paint, and taken back. */
final class OddTestController extends Controller
{
    public function decide(Request $request, Specimen $specimen): JsonResponse
    {
        $this->mayDecide($request, $specimen);
        $v = $request->validate(['word' => ['required', Rule::in(OddDecision::WORDS)], 'paintUuid' => 'nullable|uuid|exists:paints,uuid'], ['word.in' => 'Say whether it is '.implode(', ', OddDecision::WORDS).'.']);
        DecideOddTest::say($specimen, $this->me($request), $v['word'], $v['paintUuid'] ?? null);

        return new JsonResponse(['odd' => OddStrips::told([$specimen->pan->paint_id], $this->user($request))]);
    }

    public function undo(Request $request, Specimen $specimen): JsonResponse
    {
        $this->mayDecide($request, $specimen);
        DecideOddTest::takeBack($specimen);

        return new JsonResponse(['odd' => OddStrips::told([$specimen->pan->paint_id], $this->user($request))]);
    }

    private function mayDecide(Request $request, Specimen $specimen): void
    {
        if (! OddStrips::mayDecide($specimen, $this->user($request))) {
            throw new AuthorizationException('Whoever tested this paint, or looks after the house, says what an odd test is.');
        }
    }
}
