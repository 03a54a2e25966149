<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Queries\Shelves;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use MarshTrial\Core\Evidence\Wish;
use MarshTrial\Core\Rating\Scale;

/** What to use for a piece of work: shelves of paints, each with its reason. */
final class ChooseController extends Controller
{
    /** As a year of light is counted everywhere (Dose::YEARS), so that ten years are the same light on every page. */
    private const DAYS = 365;

    public function __invoke(Request $request): JsonResponse
    {
        $v = $request->validate([
            'use' => ['nullable', Rule::in(Wish::USES)], 'lux' => 'nullable|numeric|between:1,100000', 'hours' => 'nullable|numeric|between:0.1,24', 'years' => 'nullable|numeric|between:0.1,300',
            'grain' => ['nullable', Rule::in(Wish::GRAINS)], 'lifting' => ['nullable', Rule::in(Wish::LIFTINGS)], 'body' => ['nullable', Rule::in(Wish::BODIES)], 'single' => 'nullable|boolean', 'never' => 'nullable|boolean', 'accepted' => ['nullable', Rule::in(array_keys(Scale::current()->fade->accepted))], 'budget' => 'nullable|numeric|between:0.01,1000', 'from' => ['nullable', 'regex:/^(mine|all|[0-9a-f-]{36})$/'],
        ], ['lux.between' => 'Light on a wall is from 1 to 100 000 lux.', 'hours.between' => 'A day has up to 24 hours of light.', 'from.regex' => 'Look through all that was tested, what you have at hand, or one of your palettes.', 'budget.between' => 'Say what a millilitre may cost, from 0.01 to 1 000.', 'years.between' => 'Say how many years it is to last, up to 300.']);
        $mlxh = (float) ($v['lux'] ?? 200) * (float) ($v['hours'] ?? 10) * self::DAYS * (float) ($v['years'] ?? 10) / 1e6;

        return new JsonResponse(Shelves::of(new Wish($v['use'] ?? 'hangs', $mlxh, $v['grain'] ?? 'any', $v['lifting'] ?? 'any', $v['body'] ?? 'any', (bool) ($v['single'] ?? false), (bool) ($v['never'] ?? false), isset($v['budget']) ? (float) $v['budget'] : null, $v['accepted'] ?? (new Wish)->accepted), $v['from'] ?? 'all', $this->user($request)));
    }
}
