<?php

declare(strict_types=1);

namespace App\Http;

use App\Actions\AlreadyThere;
use App\Actions\Conflict;
use App\Models\EditionChanged;
use App\Models\EditionNeeded;
use App\Storage\DiskSpace;
use Illuminate\Auth\Access\AuthorizationException;
use Illuminate\Auth\AuthenticationException;
use Illuminate\Contracts\Cache\LockTimeoutException;
use Illuminate\Database\Eloquent\ModelNotFoundException;
use Illuminate\Database\UniqueConstraintViolationException;
use Illuminate\Session\TokenMismatchException;
use Illuminate\Validation\ValidationException;
use MarshTrial\Core\CoreException;
use Symfony\Component\HttpKernel\Exception\HttpExceptionInterface;
use Symfony\Component\HttpKernel\Exception\TooManyRequestsHttpException;

/** Errors as problem+json (RFC 9457), each with a sentence that a tester understands. */
final class Problem
{
    private const SENTENCES = [
        401 => 'Sign in first; what you typed is still here.',
        403 => 'Only its owner or a steward may do this.',
        404 => 'There is nothing here that you may see.',
        409 => 'Somebody else wrote the same at this moment. Reload to see it; what you typed is still here.',
        412 => 'Somebody changed this since you opened it. Reload to see it; what you typed is still here.',
        413 => 'The file is larger than this server takes in one piece.',
        428 => 'This is there already. Reload to see it before you change it; what you typed is still here.',
        419 => 'This page was open for so long that its sign-in ran out. Reload it; what you typed is still here.',
        400 => 'This server does not answer to that name or address.',
        405 => 'That cannot be done at this address.',
        429 => 'Too many attempts. Wait a minute and try again.',
        503 => 'This server does the same for somebody else just now. Try again in a moment.',
    ];

    /** Kinds by status: what stands in "type" after the prefix, and the title that belongs to it, whatever the sentence says. */
    private const KINDS = [
        400 => ['bad-address', 'Wrong address'],
        401 => ['not-signed-in', 'Not signed in'],
        403 => ['not-allowed', 'Not allowed'],
        404 => ['not-there', 'Not there'],
        405 => ['no-such-method', 'No such method'],
        409 => ['conflict', 'Conflict with what is there'],
        412 => ['changed-meanwhile', 'Changed meanwhile'],
        413 => ['too-large', 'Too large'],
        419 => ['page-expired', 'Page expired'],
        422 => ['not-valid', 'Not valid'],
        428 => ['edition-needed', 'Edition needed'],
        429 => ['too-many', 'Too many attempts'],
        500 => ['fault', 'Fault of the program'],
        503 => ['busy', 'Busy'],
        507 => ['storage-full', 'Storage full'],
    ];

    public const TYPE = 'urn:marsh-trial:problem:';

    /** @return array<string, string> title by type */
    public static function types(): array
    {
        return array_column(array_map(static fn (array $kind): array => [self::TYPE.$kind[0], $kind[1]], self::KINDS), 1, 0);
    }

    /** @return JsonResponse<array<string, mixed>> RFC 9457, see the schema Problem in the description */
    public static function from(\Throwable $e): JsonResponse
    {
        [$status, $detail] = match (true) {
            $e instanceof ValidationException => [422, implode(' ', array_merge(...array_values($e->errors())))],
            $e instanceof CoreException => [422, $e->getMessage()],
            $e instanceof AuthenticationException => [401, self::SENTENCES[401]],
            $e instanceof AuthorizationException => [403, self::SENTENCES[403]],
            $e instanceof ModelNotFoundException => [404, self::SENTENCES[404]],
            $e instanceof TokenMismatchException => [419, self::SENTENCES[419]],
            $e instanceof TooManyRequestsHttpException && $e->getMessage() !== '' => [429, $e->getMessage()],
            // Two wrote the same at once; whoever came second is told.
            $e instanceof UniqueConstraintViolationException => [409, self::SENTENCES[409]],
            $e instanceof LockTimeoutException => [503, self::SENTENCES[503]],
            $e instanceof EditionChanged => [412, self::SENTENCES[412]],
            $e instanceof EditionNeeded => [428, self::SENTENCES[428]],
            $e instanceof Conflict => [409, $e->getMessage()],
            $e instanceof Refused => [403, $e->getMessage()],
            $e instanceof HttpExceptionInterface => [$e->getStatusCode(), $e->getStatusCode() === 409 && $e->getMessage() !== '' ? $e->getMessage() : self::SENTENCES[$e->getStatusCode()] ?? ($e->getMessage() ?: 'The request could not be carried out.')],
            DiskSpace::isFull($e) => [507, DiskSpace::FULL],
            default => [500, 'Something went wrong in the program. Whether it was saved is not known: reload to see, and try again.'],
        };
        if (in_array($status, [403, 419, 429], true)) {
            SecurityLog::note('refused', ['status' => $status]);
        }
        [$kind, $title] = self::KINDS[$status] ?? ['refused', 'Refused'];
        $body = ['type' => self::TYPE.$kind, 'title' => $title, 'status' => $status, 'detail' => $detail];
        if ($e instanceof ValidationException) {
            $body['errors'] = $e->errors();
        }
        if ($e instanceof NeedsSaying) {
            $body['say'] = $e->field;
        }
        if ($e instanceof AlreadyThere) {
            $body['existing'] = $e->uuid;
        }
        if (config('app.debug') && $status === 500) {
            $body['debug'] = $e->getMessage().' at '.basename($e->getFile()).':'.$e->getLine();
        }

        return new JsonResponse($body, $status, ['Content-Type' => 'application/problem+json'] + ($e instanceof HttpExceptionInterface ? $e->getHeaders() : []));
    }
}
