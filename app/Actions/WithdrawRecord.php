<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Card;
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
            PublishRecord::count($card, false);
        });
    }

    public static function undo(Card $card): void
    {
        DB::transaction(static function () use ($card): void {
            if ($card->withdrawn_at === null) {
                return;
            }
            $card->update(['withdrawn_at' => null, 'withdrawn_because' => '']);
            PublishRecord::count($card, true);
        });
    }
}
