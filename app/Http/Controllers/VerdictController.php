<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Requests\Bench\PutVerdictRequest;
use App\Models\FadeCheck;
use App\Models\Verdict;
use App\Queries\PropertyView;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Evidence\EyeScale;

/**
 * What an eye says of a row.
 *
 * @phpstan-type VerdictPutAnswer array{
 *     uuid: string, property: string, word: string, note: string, by: string, on: string|null, blind: bool,
 *     check: 'agrees'|'contradicted'|'not comparable'|'open', edition: int,
 * }
 */
final class VerdictController extends Controller
{
    /** @return JsonResponse<VerdictPutAnswer> */
    public function put(PutVerdictRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        EyeScale::check($values['property'], $values['word']);
        $specimen = $request->specimen();
        $check = FadeCheck::query()->where('card_id', $specimen->card_id)->where('uuid', $values['checkUuid'] ?? '')->first();
        $blind = $specimen->card->session?->isBlindFor($this->me($request)) ?? false;
        $verdict = DB::transaction(static function () use ($uuid, $specimen, $check, $values, $blind, $request): Verdict {
            $there = Verdict::query()->where('uuid', $uuid)->first();
            if ($there !== null && $there->blind && ! $blind && $there->word !== $values['word']) {
                abort(409, 'This verdict was given blind and stays as it is. Give another one beside it.');
            }

            return Verdict::put($uuid, [
                'specimen_id' => $specimen->id, 'fade_check_id' => $check?->id, 'property' => $values['property'], 'word' => $values['word'], 'note' => $values['note'] ?? '',
                // What is said again as it was keeps its state.
                ...$there !== null && $there->word === $values['word'] ? [] : ['published' => false, 'blind' => $blind],
            ], $request->header('If-Match'));
        })->load('owner');
        $specimen->card->session?->settleNames();

        return new JsonResponse([...PropertyView::verdict($verdict), 'edition' => $verdict->edition], $verdict->wasRecentlyCreated ? 201 : 200);
    }
}
