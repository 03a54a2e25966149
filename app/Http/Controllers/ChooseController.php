<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Requests\Evidence\ReadChoiceRequest;
use App\Queries\Shelves;
use MarshTrial\Core\Evidence\Wish;

/**
 * What to use for a piece of work: shelves of paints, each with its reason.
 *
 * @phpstan-import-type ShelvesDetail from \App\Queries\Shelves
 */
final class ChooseController extends Controller
{
    /** As a year of light is counted everywhere (Dose::YEARS), so that ten years are the same light on every page. */
    private const DAYS = 365;

    /** @return JsonResponse<ShelvesDetail> */
    public function __invoke(ReadChoiceRequest $request): JsonResponse
    {
        $v = $request->validated();
        $mlxh = (float) ($v['lux'] ?? 200) * (float) ($v['hours'] ?? 10) * self::DAYS * (float) ($v['years'] ?? 10) / 1e6;

        return new JsonResponse(Shelves::of(new Wish($v['use'] ?? 'hangs', $mlxh, $v['grain'] ?? 'any', $v['lifting'] ?? 'any', $v['body'] ?? 'any', (bool) ($v['single'] ?? false), (bool) ($v['never'] ?? false), isset($v['budget']) ? (float) $v['budget'] : null, $v['accepted'] ?? (new Wish)->accepted), $v['from'] ?? 'all', $this->user($request)));
    }
}
