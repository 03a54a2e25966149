<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\BenchSession;
use App\Models\Card;
use App\Models\Group;
use App\Models\Measurement;
use App\Models\Study;
use App\Models\User;
use Illuminate\Support\Facades\Gate;

/** Who may do what: a thing is changed by its owner or a steward; so is what is not published seen. */
final class OwnedPolicy
{
    public static function register(): void
    {
        Gate::define('change', static fn (User $user, object $thing): bool => method_exists($thing, 'mayBeChangedBy') && $thing->mayBeChangedBy($user));
        // Whoever acts on a person is that person, or oversees them.
        Gate::define('oversee', static fn (User $user, User $person): bool => $user->is($person) || $user->oversees($person));
        Gate::define('steward', static fn (User $user): bool => $user->isHouseSteward());
        Gate::define('publish', static fn (User $user, Card $card): bool => $card->mayBePublishedBy($user));
        Gate::define('work-on', static fn (User $user, BenchSession $session): bool => $session->mayBeWorkedOnBy($user));
        // The card as it stands now, with its window and its drafts, is its owner's; others read the published record.
        Gate::define('see', static fn (User $user, Card $card): bool => $card->mayBeChangedBy($user));
        Gate::define('see-published', static fn (?User $user, Card $card): bool => $card->published_at !== null || $card->mayBeChangedBy($user));
        Gate::define('see-shared', static fn (?User $user, Group|Study $thing): bool => $thing->mayBeSeenBy($user));
        Gate::define('see-measured', static fn (?User $user, Measurement $measurement): bool => $measurement->published || $measurement->card->mayBeChangedBy($user));
    }
}
