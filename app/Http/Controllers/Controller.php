<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Models\User;
use Illuminate\Http\Request;
use Illuminate\Http\UploadedFile;
use MarshTrial\Core\CoreException;
use Symfony\Component\HttpFoundation\Response;

abstract class Controller
{
    /** Seconds that writing a whole ledger may take. */
    private const LONG_S = 300;

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

    /** Gives a request more time than most have. On the command line there is no limit, and one that is set there would hold for all that comes after. */
    protected static function takesLong(): void
    {
        PHP_SAPI === 'cli' ?: set_time_limit(self::LONG_S);
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

    /** A JPEG of the store: what is published may be kept by whoever got it, as long as the server agrees; what is not is kept nowhere. */
    protected function image(Request $request, string $path, bool $published): Response
    {
        $response = response()->file($path, ['Content-Type' => 'image/jpeg']);
        $response->headers->set('Cache-Control', $published ? 'public, max-age=3600, must-revalidate' : 'private, no-store');
        if ($published) {
            $response->setEtag(hash('xxh128', basename($path).filemtime($path)));
            $response->isNotModified($request);
        }

        return $response;
    }
}
