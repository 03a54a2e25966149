<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\MakeCard;
use App\Http\JsonResponse;
use App\Models\Paper;
use App\Queries\CardView;
use Illuminate\Http\Request;
use MarshTrial\Core\Card\OwnFrame;

/** Frames of one’s own, laid over sheets that were painted already. */
final class FrameController extends Controller
{
    /** A frame with windows of one's own. */
    public function put(Request $request, string $uuid): JsonResponse
    {
        $values = $request->validate([
            'title' => 'required|string|max:160', 'paperUuid' => 'required|uuid', 'side' => 'required|string|max:40', 'note' => 'nullable|string|max:2000',
            'windows' => 'required|array|min:1|max:'.OwnFrame::MOST_WINDOWS, 'windows.*.name' => 'nullable|string|max:60', 'windows.*.paper' => 'required|boolean',
            'windows.*.x' => 'required|numeric', 'windows.*.y' => 'required|numeric', 'windows.*.width' => 'required|numeric', 'windows.*.height' => 'required|numeric',
        ], ['title.required' => 'Give the frame a title.', 'paperUuid.required' => 'Choose the paper of the painted sheet.', 'windows.required' => 'Put one window or more into the frame.']);
        $windows = array_map(static fn (array $w): array => ['name' => (string) ($w['name'] ?? ''), 'x' => (float) $w['x'], 'y' => (float) $w['y'], 'width' => (float) $w['width'], 'height' => (float) $w['height'], 'paper' => (bool) $w['paper']], array_values($values['windows']));
        $card = MakeCard::frame($uuid, trim($values['title']), Paper::query()->where('uuid', $values['paperUuid'])->firstOrFail(), $values['side'], $values['note'] ?? '', $windows, $request->header('If-Match'));

        return new JsonResponse(CardView::of($card), $card->wasRecentlyCreated ? 201 : 200, ['ETag' => "\"$card->edition\""]);
    }
}
