<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\ExportMine;
use App\Http\Attempts;
use App\Http\JsonResponse;
use App\Http\Requests\People\PutAccountRequest;
use App\Http\Requests\People\PutPasswordRequest;
use App\Http\Requests\People\UsePasswordLinkRequest;
use App\Http\SecurityLog;
use App\Models\PasswordLink;
use App\Models\SignIn;
use App\Models\User;
use App\Storage\DiskSpace;
use App\Storage\Turn;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Hash;
use Illuminate\Validation\Rules\Password;
use Illuminate\Validation\ValidationException;
use Symfony\Component\HttpFoundation\BinaryFileResponse;

/**
 * One's own page: name, address, password, where one is signed in, and all that is one's own to take along.
 *
 * @phpstan-type AccountShowAnswer array{
 *     uuid: string, name: string, email: string, isSteward: bool,
 *     signIns: array<int, array{
 *         uuid: string, agent: string, since: string, seen: string, stays: bool, here: bool,
 *     }>,
 * }
 */
final class AccountController extends Controller
{
    /** How long somebody waits for another's export, seconds. */
    private const WAITS_S = 20;



    /** @return JsonResponse<AccountShowAnswer> */
    public function show(Request $request): JsonResponse
    {
        $me = $this->me($request);
        $here = (string) $request->session()->get(SignIn::KEY);

        return new JsonResponse([
            'uuid' => $me->uuid, 'name' => $me->name, 'email' => $me->email, 'isSteward' => $me->is_steward,
            'signIns' => SignIn::query()->where('user_id', $me->id)->orderByDesc('seen_at')->get()->map(static fn (SignIn $s): array => [
                'uuid' => $s->uuid, 'agent' => $s->agent, 'since' => $s->created_at->toIso8601String(), 'seen' => $s->seen_at->toIso8601String(), 'stays' => $s->secret_hash !== null, 'here' => $s->uuid === $here,
            ])->all(),
        ]);
    }

    /** @return JsonResponse<AccountShowAnswer> */
    public function put(PutAccountRequest $request): JsonResponse
    {
        $me = $this->me($request);
        $values = $request->validated();
        $email = User::address($values['email']);
        if ($email !== $me->email) {
            $this->proven($me, (string) ($values['current'] ?? ''));
        }
        $me->update(['name' => trim($values['name']), 'email' => $email]);

        return $this->show($request);
    }

    /**
     * Another password; every other place where one is signed in is signed out, and tokens end.
     *
     * @return JsonResponse<AccountShowAnswer>
     */
    public function putPassword(PutPasswordRequest $request): JsonResponse
    {
        $me = $this->me($request);
        $values = $request->validated();
        $this->proven($me, $values['current']);
        $me->changePassword($values['password'], (string) $request->session()->get(SignIn::KEY));
        SecurityLog::note('password changed');
        $request->session()->regenerate();

        return $this->show($request);
    }

    /**
     * Sets a first or forgotten password by a link that works once, and signs in.
     *
     * @return JsonResponse<array{user: array{uuid: string, name: string, email: string, isSteward: bool}}>
     */
    public function useLink(UsePasswordLinkRequest $request): JsonResponse
    {
        Attempts::count('link|'.$request->ip(), (int) config('trust.sign_ins_by_address'));
        $values = $request->validated();
        $user = (PasswordLink::ofSecret($values['secret']) ?? self::linkIsOver())->user;
        $request->mustBeHardToGuessFor($user);
        // Made before the lock: a good hash takes long.
        $hash = Hash::make($values['password']);
        DB::transaction(static function () use ($values, $user, $hash): void {
            // Whoever comes second finds it gone.
            if (PasswordLink::use($values['secret']) === null) {
                self::linkIsOver();
            }
            $user->changePassword($hash);
        });
        Auth::login($user);
        SecurityLog::note('password set by link');
        SignIn::begin($user, $request, false);

        return new JsonResponse(['user' => ['uuid' => $user->uuid, 'name' => $user->name, 'email' => $user->email, 'isSteward' => $user->is_steward]]);
    }

    private static function linkIsOver(): never
    {
        throw ValidationException::withMessages(['secret' => 'This link was used already or is too old. Ask a steward for another one.']);
    }

    /** @return JsonResponse<AccountShowAnswer> */
    public function endSignIn(Request $request, string $uuid): JsonResponse
    {
        SignIn::query()->where('user_id', $this->me($request)->id)->where('uuid', $uuid)->delete();

        return $this->show($request);
    }

    public function export(Request $request): BinaryFileResponse
    {
        DiskSpace::needed(ExportMine::bytes($this->me($request)));
        // One at a time, whoever asks: it takes as long as all that is theirs.
        $path = Turn::take('export', 600, self::WAITS_S, fn (): string => ExportMine::zip($this->me($request)));
        $response = response()->download($path, 'all-that-is-mine.zip', ['Content-Type' => 'application/zip'])->deleteFileAfterSend();
        // A file is public by default, whatever its headers said before.
        $response->headers->set('Cache-Control', 'private, no-store');

        return $response;
    }

    private function proven(User $user, string $password): void
    {
        $key = "proof|$user->id";
        Attempts::count($key, (int) config('trust.sign_ins_by_account'));
        if (! Hash::check($password, $user->password)) {
            throw ValidationException::withMessages(['current' => 'That is not your present password.']);
        }
        Attempts::forget($key);
    }
}
