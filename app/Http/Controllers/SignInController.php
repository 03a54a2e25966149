<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Attempts;
use App\Http\JsonResponse;
use App\Http\Requests\People\SignInRequest;
use App\Http\SecurityLog;
use App\Jobs\PaintDemoPicture;
use App\Models\House;
use App\Models\SignIn;
use App\Models\User;
use App\Storage\DiskSpace;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;
use Illuminate\Support\Facades\Cookie;
use Illuminate\Support\Facades\Hash;
use Illuminate\Validation\ValidationException;
use MarshTrial\Core\Names\NameKey;

/**
 * Signing in and out.
 *
 * @phpstan-type SignInShowAnswer array{
 *     demo: bool, practice: bool, painting: array{done: int, of: int}|null,
 *     user: array{
 *         uuid: string, name: string, email: string, isSteward: bool, ofHouse: bool, warning: string|null,
 *     }|null,
 * }
 */
final class SignInController extends Controller
{
    /** @return JsonResponse<SignInShowAnswer> */
    public function show(Request $request): JsonResponse
    {
        $user = $this->user($request);

        return new JsonResponse(['demo' => House::isDemo(), 'practice' => House::isPractice(), 'painting' => House::isDemo() ? PaintDemoPicture::progress() : null, 'user' => $user === null ? null : [
            'uuid' => $user->uuid, 'name' => $user->name, 'email' => $user->email, 'isSteward' => $user->is_steward, 'ofHouse' => $user->isHouseSteward(), 'warning' => $user->is_steward ? DiskSpace::warning() : null,
        ]]);
    }

    /** @return JsonResponse<SignInShowAnswer> */
    public function store(SignInRequest $request): JsonResponse
    {
        $values = $request->validated();
        $email = NameKey::of($values['email']);
        Attempts::count("sign-in|$email", (int) config('trust.sign_ins_by_account'));
        Attempts::count('sign-in|'.$request->ip(), (int) config('trust.sign_ins_by_address'));
        $user = self::known($email);
        // Somebody unknown costs the same time as somebody known.
        if (! Hash::check($values['password'], $user->password ?? self::nobodys()) || $user === null) {
            SecurityLog::note('sign-in refused', ['address' => hash('xxh64', $email)]);
            throw ValidationException::withMessages(['email' => 'That address and password do not belong together.']);
        }
        Attempts::forget("sign-in|$email");
        if (Hash::needsRehash($user->password)) {
            $user->update(['password' => $values['password']]);
        }
        Auth::login($user);
        SignIn::begin($user, $request, (bool) ($values['stay'] ?? false));
        SecurityLog::note('signed in');

        return $this->show($request);
    }

    /** @return JsonResponse<array{user: null}> */
    public function destroy(Request $request): JsonResponse
    {
        SignIn::query()->where('uuid', (string) $request->session()->get(SignIn::KEY))->delete();
        Auth::guard('web')->logout();
        Cookie::queue(Cookie::forget(SignIn::COOKIE));
        $request->session()->invalidate();
        $request->session()->regenerateToken();

        return new JsonResponse(['user' => null]);
    }

    private static function known(string $email): ?User
    {
        return User::query()->named($email)->whereNull('removed_at')->first();
    }

    /** The hash of a password that nobody has, as costly as any other; kept, since making it costs as much again. */
    private static function nobodys(): string
    {
        return cache()->store('file')->rememberForever('hash-of-nobody-'.implode('-', config('hashing.argon')), static fn (): string => Hash::make(random_bytes(16)));
    }
}
