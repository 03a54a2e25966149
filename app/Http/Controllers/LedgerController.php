<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Requests\Ledger\PutLedgerRequest;
use App\Http\Requests\Ledger\ReadBundleRequest;
use App\Ledger\Archives\BundleArchive;
use App\Ledger\Entries;
use App\Models\Group;
use App\Models\Ledger;
use App\Models\User;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Str;
use MarshTrial\Core\Exchange\Signature;
use MarshTrial\Core\Pigment\PigmentCode;
use Symfony\Component\HttpFoundation\Response;

/**
 * This ledger as a whole, and bundles of records on their way out and in.
 *
 * @phpstan-type LedgerShowAnswer array{
 *     uuid: string, name: string, fingerprint: string, key: string, records: int, revisions: int, elsewhere: int,
 *     questions: int, others: array<int, array{uuid: string, name: string, proven: bool, records: int}>,
 * }
 */
final class LedgerController extends Controller
{
    /** @return JsonResponse<LedgerShowAnswer> */
    public function show(): JsonResponse
    {
        $own = Ledger::own();

        return new JsonResponse([
            'uuid' => $own->uuid, 'name' => $own->name, 'fingerprint' => Entries::fingerprint(), 'key' => Signature::aloud($own->public_key), ...Entries::counts(),
            'others' => Ledger::query()->where('own', false)->orderBy('name')->get()->map(static fn (Ledger $l): array => [...$l->named(), 'proven' => $l->proven, 'records' => DB::table('cards')->where('ledger_id', $l->id)->count()])->all(),
        ]);
    }

    /** @return JsonResponse<LedgerShowAnswer> */
    public function put(PutLedgerRequest $request): JsonResponse
    {
        $values = $request->validated();
        Ledger::own()->update(['name' => trim($values['name'])]);

        return $this->show();
    }

    /** Records to take along: all, those of a code, of a group of paints, of a tester, or one. */
    public function bundle(ReadBundleRequest $request): Response
    {
        $values = $request->validated();
        $code = isset($values['code']) ? PigmentCode::parse($values['code'])->text : null;
        $group = isset($values['group']) ? Group::query()->where('uuid', $values['group'])->firstOrFail() : null;
        $tester = isset($values['tester']) ? User::query()->where('uuid', $values['tester'])->firstOrFail() : null;
        $name = Str::slug(implode(' ', array_filter([Ledger::own()->words(), $code, now()->toDateString()]))).'.zip';

        return $this->archive($request, new BundleArchive($code, $values['card'] ?? null, $group?->id, $tester?->id, (bool) ($values['pictures'] ?? false)), $name);
    }
}
