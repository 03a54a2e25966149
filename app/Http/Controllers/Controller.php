<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Jobs\PaintDemoPicture;
use App\Ledger\Archives\Archive;
use App\Ledger\Archives\Shelf;
use App\Models\Picture;
use App\Models\User;
use Illuminate\Http\Request;
use Symfony\Component\HttpFoundation\Response;
use Symfony\Component\HttpKernel\Exception\NotFoundHttpException;
use Symfony\Component\HttpKernel\Exception\ServiceUnavailableHttpException;

abstract class Controller
{
    /** Seconds after which it is worth asking for a picture again that is being painted. */
    private const PAINTED_IN_S = 4;

    /** Seconds that writing a whole ledger may take. */
    private const LONG_S = 300;

    /** Seconds after which what is being made may be asked for again. */
    private const ASK_AGAIN_S = 2;

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

    /** An archive of what is published, once it is made; until then how far it is, to be asked for again. */
    protected function archive(Request $request, Archive $archive, string $name): Response
    {
        self::takesLong();
        $made = Shelf::of($archive);
        if (is_float($made)) {
            return new JsonResponse(['state' => 'being made', 'progress' => $made], 202, ['Retry-After' => self::ASK_AGAIN_S, 'X-Progress' => round($made, 3)]);
        }
        $response = response()->download($made, $name, ['Content-Type' => 'application/zip']);
        $response->headers->set('Cache-Control', 'private, no-cache');
        $response->setEtag(basename($made, '.zip'));
        $response->isNotModified($request);

        return $response;
    }

    /** A picture that is not here is not answered; one of the demo that is not painted yet is painted next. */
    protected static function mustBeHere(Picture $picture): void
    {
        if (! $picture->isHere()) {
            throw PaintDemoPicture::wanted($picture)
                ? new ServiceUnavailableHttpException(self::PAINTED_IN_S, 'This picture of the demo is being painted.')
                : new NotFoundHttpException('This picture is not here.');
        }
    }

    /** A preview of the store: what is published may be kept by whoever got it, as long as the server agrees; what is not is kept nowhere. */
    protected function image(Request $request, string $path, bool $published): Response
    {
        $response = response()->file($path, ['Content-Type' => 'image/webp']);
        $response->headers->set('Cache-Control', $published ? 'public, max-age=3600, must-revalidate' : 'private, no-store');
        if ($published) {
            $response->setEtag(hash('xxh128', basename($path).filemtime($path)));
            $response->isNotModified($request);
        }

        return $response;
    }
}
