<?php

declare(strict_types=1);

namespace App\Actions;

use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\CoreException;

/** Records the first tester of an installation, who is its steward. */
final class Founder
{
    /** @throws CoreException when somebody was first */
    public static function record(string $name, string $email, string $password): User
    {
        return DB::transaction(static function () use ($name, $email, $password): User {
            if (User::query()->exists()) {
                throw new CoreException('Somebody is recorded here already. Sign in, or ask a steward for an account.');
            }

            return User::query()->create(['uuid' => (string) Str::uuid(), 'name' => $name, 'email' => $email, 'password' => $password, 'is_steward' => true]);
        });
    }
}
