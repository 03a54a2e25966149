<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Measurement;
use App\Models\User;

/** A measurement is seen by everybody once it is published. */
final class MeasurementPolicy
{
    public function view(?User $user, Measurement $measurement): bool
    {
        return $measurement->published || $measurement->card->mayBeChangedBy($user);
    }
}
