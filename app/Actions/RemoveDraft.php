<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\Card;
use App\Models\Measurement;
use App\Models\Paint;
use App\Models\Pan;
use App\Models\Picture;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\CoreException;

/** Unmakes what nobody else relies on yet. What is published stays, and is corrected or withdrawn with a reason instead. */
final class RemoveDraft
{
    public static function card(Card $card): void
    {
        DB::transaction(static function () use ($card): void {
            $card->refresh();
            if ($card->published_at !== null) {
                throw new CoreException('This card is published, and others may rely on it. Withdraw its pictures with a reason and publish again instead.');
            }
            LeftFiles::forget(LeftFiles::ofCard($card->id));
            // Measurements of checks hold on to the picture before hanging; they go first.
            Measurement::query()->where('card_id', $card->id)->delete();
            Picture::query()->where('card_id', $card->id)->delete();
            $card->delete();
        });
    }

    public static function pan(Pan $pan): void
    {
        DB::transaction(static function () use ($pan): void {
            if (DB::table('specimens')->where('pan_id', $pan->id)->exists()) {
                throw new CoreException('This pan was painted with, so it stays. Mark it as used up or given away instead.');
            }
            $pan->delete();
        });
    }

    public static function paint(Paint $paint): void
    {
        DB::transaction(static function () use ($paint): void {
            foreach (['pans' => 'pans', 'claims' => 'claims', 'ratings' => 'tests'] as $table => $what) {
                if (DB::table($table)->where('paint_id', $paint->id)->exists()) {
                    throw new CoreException("This paint has $what, so it stays. If it is recorded twice, merge the two.");
                }
            }
            $paint->delete();
        });
    }

    /** A picture that must not count: it is kept with its reason, and says nothing from now on. */
    public static function withdraw(Picture $picture, string $because): void
    {
        DB::transaction(static function () use ($picture, $because): void {
            $picture->update(['withdrawn_at' => now(), 'withdrawn_because' => $because]);
            Measurement::query()->where('picture_id', $picture->id)->whereIn('state', ['waiting', 'running'])->update(['state' => 'failed', 'problem' => 'The picture was withdrawn.']);
            PoolPictures::ofCard($picture->card);
        });
    }

    public static function bringBack(Picture $picture): void
    {
        DB::transaction(static function () use ($picture): void {
            $picture->update(['withdrawn_at' => null, 'withdrawn_because' => '']);
            PoolPictures::ofCard($picture->card);
        });
    }
}
