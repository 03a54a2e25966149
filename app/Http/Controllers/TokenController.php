<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Scopes;
use App\Http\SecurityLog;
use Illuminate\Http\Request;
use Illuminate\Validation\Rule;
use Laravel\Sanctum\PersonalAccessToken;

/** Tokens by which programs of one's own act for oneself. */
final class TokenController extends Controller
{
    private const DAYS = [30, 90, 365];

    public function index(Request $request): JsonResponse
    {
        return new JsonResponse([
            'tokens' => $this->me($request)->tokens()->orderByDesc('id')->get()->map(static fn (PersonalAccessToken $t): array => ['id' => $t->id, 'name' => $t->name, 'scopes' => $t->abilities, 'lastUsed' => $t->last_used_at?->toIso8601String(), 'expires' => $t->expires_at?->toIso8601String(), 'over' => $t->expires_at?->isPast() ?? false])->all(),
            'scopes' => Scopes::ALL, 'days' => self::DAYS,
        ]);
    }

    /** The token itself is in this answer and never shown again. */
    public function store(Request $request): JsonResponse
    {
        $values = $request->validate(['name' => 'required|string|max:80', 'scopes' => 'required|array|min:1', 'scopes.*' => [Rule::in(array_keys(Scopes::ALL))], 'days' => ['required', 'integer', Rule::in(self::DAYS)]], ['name.required' => 'Name the program that it is for.', 'scopes.required' => 'Say what it may do.']);
        $made = $this->me($request)->createToken(trim($values['name']), array_values(array_unique($values['scopes'])), now()->addDays((int) $values['days']));
        SecurityLog::note('token made', ['token' => $made->accessToken->id, 'scopes' => implode(' ', $values['scopes'])]);

        return new JsonResponse(['id' => $made->accessToken->id, 'token' => $made->plainTextToken], 201);
    }

    public function destroy(Request $request, int $token): JsonResponse
    {
        $this->me($request)->tokens()->whereKey($token)->delete();
        SecurityLog::note('token ended', ['token' => $token]);

        return new JsonResponse(null, 204);
    }
}
