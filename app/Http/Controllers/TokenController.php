<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Requests\People\MakeTokenRequest;
use App\Http\Scopes;
use App\Http\SecurityLog;
use Illuminate\Http\Request;
use Laravel\Sanctum\PersonalAccessToken;

/**
 * Tokens by which programs of one's own act for oneself.
 *
 * @phpstan-type TokenStoreAnswer array{id: int, token: string}
 * @phpstan-type TokenIndexAnswer array{
 *     tokens: array<int, array{
 *         id: int, name: string, scopes: array<string, mixed>|null, lastUsed: string|null, expires: string|null,
 *         over: bool,
 *     }>,
 *     scopes: array{read: 'read all that you may read', collection: string, bench: string, ledger: string},
 *     days: array{int, int, int},
 * }
 */
final class TokenController extends Controller
{
    /** @return JsonResponse<TokenIndexAnswer> */
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse([
            'tokens' => $this->me($request)->tokens()->orderByDesc('id')->get()->map(static fn (PersonalAccessToken $t): array => ['id' => $t->id, 'name' => $t->name, 'scopes' => $t->abilities, 'lastUsed' => $t->last_used_at?->toIso8601String(), 'expires' => $t->expires_at?->toIso8601String(), 'over' => $t->expires_at?->isPast() ?? false])->all(),
            'scopes' => Scopes::ALL, 'days' => MakeTokenRequest::DAYS,
        ]);
    }

    /**
     * The token itself is in this answer and never shown again.
     *
     * @return JsonResponse<TokenStoreAnswer>
     */
    public function store(MakeTokenRequest $request): JsonResponse
    {
        $values = $request->validated();
        $made = $this->me($request)->createToken(trim($values['name']), array_values(array_unique($values['scopes'])), now()->addDays((int) $values['days']));
        SecurityLog::note('token made', ['token' => $made->accessToken->id, 'scopes' => implode(' ', $values['scopes'])]);

        return new JsonResponse(['id' => $made->accessToken->id, 'token' => $made->plainTextToken], 201);
    }

    /** @return JsonResponse<null> */
    public function destroy(Request $request, int $token): JsonResponse
    {
        $this->me($request)->tokens()->whereKey($token)->delete();
        SecurityLog::note('token ended', ['token' => $token]);

        return new JsonResponse(null, 204);
    }
}
