<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\User;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use MarshTrial\Core\CoreException;

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

    /** A file that came with the request, whole. */
    protected function file(Request $request, string $name): UploadedFile
    {
        $file = $request->file($name);
        if (! $file instanceof UploadedFile) {
            throw new CoreException('No file arrived. Choose one and send it again.');
        }
        if (! $file->isValid()) {
            throw new CoreException('The file did not arrive whole, perhaps because it is too large. Nothing was changed; try again.');
        }

        return $file;
    }
}
