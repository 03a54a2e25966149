<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\Card;
use App\Queries\CardView;
use Illuminate\Http\JsonResponse;
use Illuminate\Http\Request;

/** What is due, what waits for a picture, and what is not shared yet. */
final class TodayController extends Controller
{
    public function __invoke(Request $request): JsonResponse
    {
        $user = $this->user($request);
        $cards = $user === null ? collect() : Card::query()->listed()->where('owner_id', $user->id)->with('owner', 'paper', 'specimens', 'hanging', 'checks')
            ->withCount(['measurements as done' => static fn ($q) => $q->where('state', 'done')])
            ->orderByDesc('id')->limit(200)->get();
        $show = static fn (Card $c): array => [...CardView::summary($c), 'nextCheck' => CardView::nextCheck($c), 'timeZone' => $c->hanging?->time_zone];

        return new JsonResponse([
            'checks' => $cards->filter(static fn (Card $c): bool => $c->hanging !== null)->map($show)->sortBy('nextCheck')->values()->all(),
            'waiting' => $cards->filter(static fn (Card $c): bool => $c->getAttribute('done') === 0)->map($show)->values()->all(),
            'toHang' => $cards->filter(static fn (Card $c): bool => $c->kind === 'fade' && $c->hanging === null && $c->getAttribute('done') > 0)->map($show)->values()->all(),
            'drafts' => $cards->filter(static fn (Card $c): bool => $c->published_at === null && $c->getAttribute('done') > 0)->map($show)->values()->all(),
        ]);
    }
}
