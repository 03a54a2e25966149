<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\User;
use Illuminate\Http\Request;

abstract class Controller
{
    protected function user(Request $request): ?User
    {
        $user = $request->user();

        return $user instanceof User ? $user : null;
    }

    /** Whoever is signed in; routes behind "auth" always have one. */
    protected function me(Request $request): User
    {
        return $this->user($request) ?? abort(401);
    }
}
