<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Swatch;
use App\Models\User;

/** A swatch is seen by everybody once its owner shares it. */
final class SwatchPolicy extends OwnedPolicy
{
    public function view(?User $user, Swatch $swatch): bool
    {
        return $swatch->shared || $swatch->mayBeChangedBy($user);
    }
}
