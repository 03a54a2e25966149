<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Card;
use App\Models\Measurement;
use App\Models\Verdict;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\CoreException;

/** Withdraws a published record with a reason, or brings it back. Its revisions stay as they are; what it measured counts for others only while it stands. */
final class WithdrawRecord
{
    public static function of(Card $card, string $because): void
    {
        DB::transaction(static function () use ($card, $because): void {
            if ($card->published_at === null) {
                throw new CoreException('This card was never published; there is nothing to withdraw.');
            }
            $card->update(['withdrawn_at' => $card->withdrawn_at ?? now(), 'withdrawn_because' => $because]);
            self::count($card, false);
        });
    }

    public static function undo(Card $card): void
    {
        DB::transaction(static function () use ($card): void {
            if ($card->withdrawn_at === null) {
                return;
            }
            $card->update(['withdrawn_at' => null, 'withdrawn_because' => '']);
            self::count($card, true);
        });
    }

    private static function count(Card $card, bool $published): void
    {
        Measurement::query()->where('card_id', $card->id)->where('state', 'done')->whereHas('picture', static fn ($q) => $q->whereNull('withdrawn_at'))->update(['published' => $published]);
        Verdict::query()->whereIn('specimen_id', $card->specimens()->select('id'))->update(['published' => $published]);
    }
}
