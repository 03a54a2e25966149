<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Card;
use App\Models\Standing;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\CoreException;

/** Withdraws a published record with a reason, or brings it back. Its revisions stay as they are; what it measured counts for others only while it stands. */
final class WithdrawRecord
{
    public static function of(Card $card, User $by, string $because): void
    {
        DB::transaction(static function () use ($card, $by, $because): void {
            if ($card->published_at === null) {
                throw new CoreException('This card was never published; there is nothing to withdraw.');
            }
            if ($card->withdrawn_at !== null && $card->withdrawn_because === $because) {
                return;
            }
            $card->update(['withdrawn_at' => $card->withdrawn_at ?? now(), 'withdrawn_because' => $because]);
            self::say($card, $by, true, $because);
            PublishRecord::count($card, false);
        });
    }

    public static function undo(Card $card, User $by): void
    {
        DB::transaction(static function () use ($card, $by): void {
            if ($card->withdrawn_at === null) {
                return;
            }
            $card->update(['withdrawn_at' => null, 'withdrawn_because' => '']);
            self::say($card, $by, false, '');
            PublishRecord::count($card, true);
        });
    }

    /** What is said of a record stays, whatever is said after it; told to the second, so what follows within one is of the next. */
    public static function say(Card $card, User $by, bool $withdrawn, string $because): void
    {
        $last = Standing::latest($card->id);
        $at = now()->startOfSecond();
        $at = $last !== null && $last->at->greaterThanOrEqualTo($at) ? $last->at->copy()->addSecond() : $at;
        Standing::query()->create(['uuid' => (string) Str::uuid(), 'card_id' => $card->id, 'by_id' => $by->id, 'at' => $at, 'withdrawn' => $withdrawn, 'because' => $because]);
    }
}
