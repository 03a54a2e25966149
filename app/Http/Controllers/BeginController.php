<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\Founder;
use App\Actions\PracticeShore;
use App\Http\JsonResponse;
use App\Http\Network;
use App\Http\Refused;
use App\Http\Requests\People\FoundLedgerRequest;
use App\Http\SecurityLog;
use App\Models\House;
use App\Models\SignIn;
use App\Models\User;
use Database\Seeders\DatabaseSeeder;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\Auth;

/**
 * Where to begin in an empty installation: the first tester, and the practice shore.
 *
 * @phpstan-type BeginShowAnswer array{
 *     empty: bool, founded: bool, mayFound: bool, practice: float|null,
 *     practiceSignIn: array{email: string, password: string}|null,
 * }
 */
final class BeginController extends Controller
{
    /** @return JsonResponse<BeginShowAnswer> */
    public function show(Request $request): JsonResponse
    {
        $founded = User::query()->exists();
        $here = Network::isHere((string) $request->ip());
        $loaded = PracticeShore::loaded();

        return new JsonResponse([
            'empty' => House::isEmpty(), 'founded' => $founded, 'mayFound' => ! $founded && $here, 'practice' => $loaded,
            // Everything there is invented, and whoever sits at this machine may walk about in it.
            'practiceSignIn' => $loaded === 1.0 && $here ? ['email' => 'tamsin@saltern-reach.example', 'password' => DatabaseSeeder::PASSWORD] : null,
        ]);
    }

    /**
     * The first account, made at this very machine while there is none.
     *
     * @return JsonResponse<array{user: array{uuid: string, name: string}}>
     */
    public function found(FoundLedgerRequest $request): JsonResponse
    {
        if (! Network::isHere((string) $request->ip())) {
            throw new Refused('The first tester is recorded at the machine that the program runs on.');
        }
        $values = $request->validated();
        $user = Founder::record(trim($values['name']), $values['email'], $values['password']);
        Auth::login($user);
        SecurityLog::note('first tester recorded');
        SignIn::begin($user, $request, true);

        return new JsonResponse(['user' => ['uuid' => $user->uuid, 'name' => $user->name]], 201);
    }

    /** @return JsonResponse<BeginShowAnswer> */
    public function practise(Request $request): JsonResponse
    {
        $user = $this->user($request);
        abort_unless($user === null ? Network::isHere((string) $request->ip()) && ! User::query()->exists() : $user->isHouseSteward(), 403);
        PracticeShore::begin();

        return $this->show($request);
    }

    /** @return JsonResponse<BeginShowAnswer> */
    public function leave(Request $request): JsonResponse
    {
        PracticeShore::takeAway();
        Auth::guard('web')->logout();
        $request->session()->invalidate();

        return $this->show($request);
    }
}
