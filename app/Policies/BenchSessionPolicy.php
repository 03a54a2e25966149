<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\BenchSession;
use App\Models\User;

/** Who plans a session and who works in it. */
final class BenchSessionPolicy extends OwnedPolicy
{
    /** Those who were asked to the bench work too; they change nothing of the plan. */
    public function work(User $user, BenchSession $session): bool
    {
        return $session->mayBeWorkedOnBy($user);
    }
}
