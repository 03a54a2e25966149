<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Card;
use App\Models\FadeCheck;
use App\Models\HangingMove;
use App\Models\HangingPause;
use App\Models\LightLog;
use App\Models\Photo;
use App\Models\Picture;
use App\Models\Specimen;
use App\Models\Spoiling;
use App\Models\User;
use App\Queries\OddStrips;
use Illuminate\Auth\Access\Response;

/** What belongs to a card is seen and changed by whoever may see and change the card. */
final readonly class PartOfCardPolicy
{
    public function __construct(private CardPolicy $ofCard) {}

    public function view(User $user, FadeCheck|HangingMove|HangingPause|LightLog|Photo|Picture|Specimen|Spoiling $part): bool
    {
        return $this->ofCard->view($user, self::card($part));
    }

    public function look(?User $user, Picture $part): bool
    {
        return $part->isPublished() || ($user !== null && $this->view($user, $part));
    }

    public function viewPublished(?User $user, Specimen $part): bool
    {
        return $this->ofCard->viewPublished($user, self::card($part));
    }

    public function update(User $user, FadeCheck|HangingMove|HangingPause|LightLog|Photo|Picture|Specimen|Spoiling $part): bool
    {
        return $this->ofCard->update($user, self::card($part));
    }

    public function publish(User $user, Specimen $part): bool
    {
        return $this->ofCard->publish($user, self::card($part));
    }

    /** Whoever says what an odd test is. */
    public function judge(User $user, Specimen $part): Response
    {
        return OddStrips::mayDecide($part, $user) ? Response::allow() : Response::deny('Whoever tested this paint, or looks after the house, says what an odd test is.');
    }

    private static function card(FadeCheck|HangingMove|HangingPause|LightLog|Photo|Picture|Specimen|Spoiling $part): Card
    {
        return $part instanceof Photo || $part instanceof Spoiling ? $part->specimen->card : $part->card;
    }
}
