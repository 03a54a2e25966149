<?php

declare(strict_types=1);

namespace App\Http\Requests;

use Illuminate\Database\Eloquent\Model;
use Illuminate\Support\Facades\Gate;

/** For requests about a thing that no route binds: it may be there already, or is named in the body. */
trait NamesAThing
{
    /**
     * Of what is not there, or is no UUID, the rules and the controller speak.
     *
     * @param class-string<Model> $model
     */
    private function mayIfThere(string $ability, string $model, mixed $uuid): bool
    {
        $thing = is_string($uuid) ? $model::query()->where('uuid', $uuid)->first() : null;

        return $thing === null || Gate::allows($ability, $thing);
    }
}
