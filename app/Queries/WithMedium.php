<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Measurement;
use App\Models\Rating;
use App\Models\User;
use Illuminate\Support\Facades\DB;

/** What a paint did with a medium mixed into it: told by itself, for with it it is another paint. */
final class WithMedium
{
    /** @return list<array{added: string, property: string, said: string|null, text: string, card: string, title: string}> newest first */
    public static function of(int $paintId, ?User $user): array
    {
        $added = Rating::added(DB::query())->selectRaw('specimens.id as specimen_id, '.Rating::ADDED.' as added, cards.uuid as card, cards.title');
        $rows = Rating::query()->joinSub($added, 'mixed', 'mixed.specimen_id', '=', 'ratings.specimen_id')->where('mixed.added', '<>', '')->where('ratings.paint_id', $paintId)->where('status', 'measured')
            ->whereIn('measurement_id', Measurement::idsVisibleTo($user, [$paintId]))->notSpoiled()->orderByDesc('ratings.id')->get(['ratings.*', 'mixed.added', 'mixed.card', 'mixed.title']);

        return array_values($rows->map(static function (Rating $r): array {
            $words = PropertyView::worded($r->detail);

            return ['added' => (string) $r->getAttribute('added'), 'property' => $r->property, 'said' => $words['said'], 'text' => $words['text'], 'card' => (string) $r->getAttribute('card'), 'title' => (string) $r->getAttribute('title')];
        })->all());
    }
}
