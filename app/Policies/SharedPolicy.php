<?php

declare(strict_types=1);

namespace App\Policies;

use App\Models\Group;
use App\Models\Study;
use App\Models\StudyPicture;
use App\Models\User;
use Illuminate\Database\Eloquent\Model;

/** What its owner may share: seen by everybody once it is shared. */
final class SharedPolicy extends OwnedPolicy
{
    public function view(?User $user, Group|Study|StudyPicture $thing): bool
    {
        return ($thing instanceof StudyPicture ? $thing->study : $thing)->mayBeSeenBy($user);
    }

    public function update(User $user, Model $thing): bool
    {
        return parent::update($user, $thing instanceof StudyPicture ? $thing->study : $thing);
    }
}
