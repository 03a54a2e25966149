<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\RemovePerson;
use App\Http\JsonResponse;
use App\Http\Requests\People\PutPersonRequest;
use App\Http\Requests\People\RemovePersonRequest;
use App\Http\SecurityLog;
use App\Models\PasswordLink;
use App\Models\User;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\Names\NameKey;

/**
 * The testers of this house: all may see who there is; stewards let people in and out.
 *
 * @phpstan-type PeopleLinkAnswer array{path: string, hours: int}
 * @phpstan-type PeopleLeavingAnswer array{published: int, drafts: int, sessions: int, pans: int}
 */
final class PeopleController extends Controller
{
    /**
     * Testers to work with.
     *
     * @return JsonResponse<array{
     *     people: array<int, array{uuid: string, name: string, circle: mixed, email?: string, isSteward?: bool}>,
     * }>
     */
    public function index(Request $request): JsonResponse
    {
        $steward = $this->me($request)->isHouseSteward();
        $circles = DB::table('circles')->pluck('name', 'id')->all();

        return new JsonResponse(['people' => User::query()->whereNull('removed_at')->orderBy('name')->get()->map(static fn (User $u): array => [
            'uuid' => $u->uuid, 'name' => $u->name, 'circle' => $u->circle_id === null ? null : $circles[$u->circle_id] ?? null, ...$steward ? ['email' => $u->email, 'isSteward' => $u->is_steward] : [],
        ])->all()]);
    }

    /**
     * @return JsonResponse<array{
     *     people: array<int, array{uuid: string, name: string, circle: mixed, email?: string, isSteward?: bool}>,
     * }>
     */
    public function put(PutPersonRequest $request, string $uuid): JsonResponse
    {
        $user = $request->person();
        $values = $request->validated();
        $fields = ['name' => trim($values['name']), 'email' => $values['email'], 'is_steward' => (bool) ($values['isSteward'] ?? false), ...array_key_exists('circle', $values) ? ['circle_id' => self::circle($values['circle'])] : []];
        DB::transaction(static function () use ($user, $uuid, $fields): void {
            if ($user === null) {
                User::query()->create([...$fields, 'uuid' => $uuid, 'password' => Str::password(40)]);

                return;
            }
            // As it is now: another steward may be changing the same house.
            $user->refresh();
            abort_if($user->removed_at !== null, 404);
            if ($user->isLastSteward() && (! $fields['is_steward'] || ($fields['circle_id'] ?? null) !== null)) {
                abort(409, 'This is the last steward; make another tester one first.');
            }
            $user->update($fields);
        });

        SecurityLog::note($user === null ? 'person let in' : 'person changed', ['who' => $uuid, 'steward' => $fields['is_steward']]);

        return $this->index($request);
    }

    /** The circle of a name, made when it is first said; an empty name is the house itself. */
    public static function circle(?string $name): ?int
    {
        $name = trim((string) $name);
        if ($name === '') {
            return null;
        }
        $key = NameKey::of($name);

        // Two who say it at once say the same.
        return DB::transaction(static fn (): int => (int) (DB::table('circles')->where('name_key', $key)->value('id')
            ?? DB::table('circles')->insertGetId(['uuid' => (string) Str::uuid(), 'name' => $name, 'name_key' => $key, 'created_at' => now(), 'updated_at' => now()])));
    }

    /** Drafts and windows pass to somebody who could see them before. */
    private static function heir(User $leaving, string $uuid): User
    {
        $heir = User::query()->where('uuid', $uuid)->whereNull('removed_at')->first();

        return $heir !== null && $heir->oversees($leaving) ? $heir : abort(422, 'Drafts pass to a steward who looks after this person. Choose another one.');
    }

    /**
     * A link by which this person sets a password once.
     *
     * @return JsonResponse<PeopleLinkAnswer>
     */
    public function link(Request $request, User $user): JsonResponse
    {
        abort_if($user->removed_at !== null, 404);

        SecurityLog::note('password link made', ['for' => $user->uuid]);

        return new JsonResponse(['path' => PasswordLink::make($user, $this->me($request)), 'hours' => PasswordLink::HOURS], 201);
    }

    /**
     * What would go with a person, to be looked at first.
     *
     * @return JsonResponse<PeopleLeavingAnswer>
     */
    public function leaving(Request $request, User $user): JsonResponse
    {
        return new JsonResponse(RemovePerson::counts($user));
    }

    /** @return JsonResponse<null> */
    public function destroy(RemovePersonRequest $request, User $user): JsonResponse
    {
        $values = $request->validated();
        RemovePerson::from($user, trim((string) ($values['name'] ?? '')), $values['drafts'] === 'delete' ? null : self::heir($user, $values['to']));

        SecurityLog::note('person removed', ['who' => $user->uuid]);

        return new JsonResponse(null, 204);
    }
}
