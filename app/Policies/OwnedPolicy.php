<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Card;
use App\Models\User;
use Illuminate\Support\Facades\Gate;

/** Who may do what: a thing is changed by its owner or a steward; a draft is seen by the same. */
final class OwnedPolicy
{
    public static function register(): void
    {
        Gate::define('change', static fn (User $user, object $thing): bool => method_exists($thing, 'mayBeChangedBy') && $thing->mayBeChangedBy($user));
        Gate::define('see', static fn (?User $user, Card $card): bool => $card->published_at !== null || $card->mayBeChangedBy($user));
    }
}
