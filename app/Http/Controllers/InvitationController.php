<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\Attempts;
use App\Http\JsonResponse;
use App\Http\Requests\People\JoinRequest;
use App\Http\Requests\People\MakeInvitationRequest;
use App\Http\SecurityLog;
use App\Models\Invitation;
use App\Models\User;
use App\Queries\Agreements;
use App\Queries\Profile;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\CoreException;

/**
 * People coming in by a link, and what others see of them.
 *
 * @phpstan-type InvitationStoreAnswer array{uuid: string, path: string, days: int}
 * @phpstan-type InvitationJoinAnswer array{name: string, email: string}
 * @phpstan-type InvitationIndexAnswer array{
 *     invitations: array<int, array{
 *         uuid: string, words: string, steward: bool, expires: string, over: bool, usedBy: string|null,
 *     }>,
 *     circles: list<string>,
 * }
 * @phpstan-import-type ProfileDetail from \App\Queries\Profile
 */
final class InvitationController extends Controller
{
    /** @return JsonResponse<InvitationIndexAnswer> */
    public function index(Request $request): JsonResponse
    {
        $me = $this->steward($request);

        return new JsonResponse(['invitations' => Invitation::query()->with('usedBy')->when($me->circle_id !== null, static fn ($q) => $q->where('circle_id', $me->circle_id))->orderByDesc('id')->limit(50)->get()->map(static fn (Invitation $i): array => [
            'uuid' => $i->uuid, 'words' => $i->words, 'steward' => $i->steward, 'expires' => $i->expires_at->toIso8601String(), 'over' => $i->expires_at->isPast(), 'usedBy' => $i->usedBy?->name,
        ])->all(), 'circles' => DB::table('circles')->orderBy('name')->pluck('name')->all()]);
    }

    /**
     * The secret is shown once, in the answer; a steward of a circle lets people into that circle alone.
     *
     * @return JsonResponse<InvitationStoreAnswer>
     */
    public function store(MakeInvitationRequest $request): JsonResponse
    {
        $me = $this->steward($request);
        $values = $request->validated();
        [$made, $path] = Invitation::invite($me, trim($values['words'] ?? ''), (bool) ($values['isSteward'] ?? false), $me->circle_id ?? PeopleController::circle($values['circle'] ?? null));
        SecurityLog::note('invitation made', ['invitation' => $made->uuid, 'steward' => $made->steward]);

        return new JsonResponse(['uuid' => $made->uuid, 'path' => $path, 'days' => Invitation::DAYS], 201);
    }

    /** @return JsonResponse<null> */
    public function destroy(Request $request, Invitation $invitation): JsonResponse
    {
        $me = $this->steward($request);
        abort_unless($me->mayInviteTo($invitation->circle_id), 403);
        if ($invitation->used_by_id === null) {
            $invitation->delete();
        }

        return new JsonResponse(null, 204);
    }

    /**
     * Becomes a tester by the secret of an invitation; it works once.
     *
     * @return JsonResponse<InvitationJoinAnswer>
     */
    public function join(JoinRequest $request): JsonResponse
    {
        Attempts::count('join|'.$request->ip(), (int) config('trust.sign_ins_by_address'));
        $values = $request->validated();
        $over = static fn () => throw new CoreException('This invitation is over, was used, or is none. Ask for another one.');
        // Who holds no invitation is told nothing of who is here.
        Invitation::ofSecret($values['secret']) ?? $over();
        $request->mustBeFreeAddress();
        $user = DB::transaction(static function () use ($values, $over): User {
            $invitation = Invitation::ofSecret($values['secret']) ?? $over();
            $user = User::query()->create(['uuid' => (string) Str::uuid(), 'name' => trim($values['name']), 'email' => $values['email'], 'password' => $values['password'], 'is_steward' => $invitation->steward, 'circle_id' => $invitation->circle_id]);
            $invitation->update(['used_by_id' => $user->id]);

            return $user;
        });
        SecurityLog::note('person came in', ['who' => $user->uuid]);

        return new JsonResponse(['name' => $user->name, 'email' => $user->email], 201);
    }

    /**
     * What anybody may see of a tester.
     *
     * @return JsonResponse<ProfileDetail>
     */
    public function profile(User $user): JsonResponse
    {
        return new JsonResponse(Profile::of($user) ?? abort(404));
    }

    /**
     * How far one agrees with all others; nobody else is shown it.
     *
     * @return JsonResponse<array{
     *     properties: list<array{property: string, pairs: int, agree: int, leans: bool, words: string}>,
     * }>
     */
    public function agreement(Request $request): JsonResponse
    {
        return new JsonResponse(['properties' => Agreements::ofTester($this->me($request))]);
    }

    private function steward(Request $request): User
    {
        $me = $this->me($request);
        abort_unless($me->is_steward, 403);

        return $me;
    }
}
