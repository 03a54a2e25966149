<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Card;
use App\Models\User;

/** Who sees, changes and publishes a card. */
final class CardPolicy extends OwnedPolicy
{
    /** The card as it stands now, with its window and its drafts; others read the published record. */
    public function view(User $user, Card $card): bool
    {
        return $card->mayBeChangedBy($user);
    }

    public function viewPublished(?User $user, Card $card): bool
    {
        return $card->published_at !== null || $card->mayBeChangedBy($user);
    }

    public function publish(User $user, Card $card): bool
    {
        return $card->mayBePublishedBy($user);
    }
}
