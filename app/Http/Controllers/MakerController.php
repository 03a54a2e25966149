<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Models\Maker;
use App\Models\Paint;
use MarshTrial\Core\Collection\PanStates;

/**
 * Makers of paint, to choose from.
 *
 * @phpstan-type MakerIndexAnswer array{makers: array<int, array{uuid: string, name: string}>, forms: list<string>}
 */
final class MakerController extends Controller
{
    /** @return JsonResponse<MakerIndexAnswer> */
    public function index(): JsonResponse
    {
        return new JsonResponse(['makers' => Maker::query()->orderBy('name')->get(['uuid', 'name'])->map(static fn (Maker $m): array => ['uuid' => $m->uuid, 'name' => $m->name])->all(), 'forms' => PanStates::FORMS]);
    }
}
