<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Requests\Ledger\PutAnswersRequest;
use App\Http\Requests\Ledger\ReceiveBundleRequest;
use App\Jobs\RunBundle;
use App\Ledger\PaintsHere;
use App\Ledger\TakeBack;
use App\Ledger\TakeIn;
use App\Models\Bundle;
use App\Storage\DiskSpace;
use App\Storage\DurableFile;
use Illuminate\Http\Request;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\CoreException;

/**
 * Bundles of other ledgers: received, looked at, taken in and taken back.
 *
 * @phpstan-type BundleAnswer array{
 *     uuid: string, name: string, state: string, progress: float, problem: string|null, answers: \stdClass,
 *     report: array<string, mixed>|null,
 * }
 */
final class BundleController extends Controller
{
    /** Larger ones are taken in on the command line. */
    private const LARGEST_BYTES = 500_000_000;

    /**
     * @return JsonResponse<array{
     *     bundles: array<int, array{
     *         uuid: string, name: string, state: string, from: mixed, by: string, on: string|null,
     *         takenOn: string|null, records: mixed,
     *     }>,
     * }>
     */
    public function index(Request $request): JsonResponse
    {
        return new JsonResponse(['bundles' => Bundle::query()->with('ledger', 'owner')->orderByDesc('id')->limit(50)->get()->map(static fn (Bundle $b): array => [
            'uuid' => $b->uuid, 'name' => $b->name, 'state' => $b->state, 'from' => $b->ledger?->words() ?? $b->report['ledger']['name'] ?? '', 'by' => $b->owner->name, 'on' => $b->created_at?->toIso8601String(), 'takenOn' => $b->taken_at?->toIso8601String(), 'records' => $b->report['records'] ?? 0,
        ])->all()]);
    }

    /**
     * What a bundle says counts as evidence for everybody, so a steward takes it in.
     *
     * @return JsonResponse<BundleAnswer>
     */
    public function receive(ReceiveBundleRequest $request, string $uuid): JsonResponse
    {
        $there = Bundle::query()->where('uuid', $uuid)->first();
        if ($there !== null) {
            return $this->answer($there);
        }
        $file = $request->upload();
        if ($file->getSize() > self::LARGEST_BYTES) {
            throw new CoreException('The bundle is larger than 500 MB. Take it in with "php artisan ledger:take-in", or ask for it code by code.');
        }
        DiskSpace::needed();
        $bundle = new Bundle(['uuid' => $uuid]);
        self::keep($file->getPathname(), $bundle->path());
        $bundle = DB::transaction(static function () use ($uuid, $file): Bundle {
            $bundle = Bundle::put($uuid, ['name' => mb_substr($file->getClientOriginalName(), 0, 200), 'answers' => []]);
            RunBundle::dispatch($bundle->id);

            return $bundle;
        });

        return $this->answer($bundle, 202);
    }

    private static function keep(string $from, string $to): void
    {
        @mkdir(dirname($to), 0770, true);
        $beside = $to.DurableFile::PARTIAL;
        if (! @copy($from, $beside)) {
            @unlink($beside);
            throw new CoreException('The bundle could not be kept. Is the disk full?');
        }
        DurableFile::adopt($to, $beside);
    }

    /** @return JsonResponse<BundleAnswer> */
    public function show(Request $request, Bundle $bundle): JsonResponse
    {
        return $this->answer($bundle);
    }

    /**
     * Which paint here a paint of the bundle is, where that could not be told.
     *
     * @return JsonResponse<BundleAnswer>
     */
    public function answers(PutAnswersRequest $request, Bundle $bundle): JsonResponse
    {
        $values = $request->validated();
        self::refuseUnlessLooked($bundle);
        foreach ($values['answers'] as $answer) {
            if ($answer !== 'new' && PaintsHere::known((string) $answer) === null) {
                throw new CoreException('One of the chosen paints is no longer there.');
            }
        }
        $bundle->update(['answers' => array_change_key_case($values['answers'])]);

        return $this->answer($bundle);
    }

    /** @return JsonResponse<BundleAnswer> */
    public function take(Request $request, Bundle $bundle): JsonResponse
    {
        DB::transaction(static function () use ($bundle): void {
            $bundle->refresh();
            self::refuseUnlessLooked($bundle);
            $bundle->update(['state' => 'taking', 'progress' => 0]);
            RunBundle::dispatch($bundle->id);
        });

        return $this->answer($bundle, 202);
    }

    /** @return JsonResponse<null> */
    public function takeBack(Request $request, Bundle $bundle): JsonResponse
    {
        TakeBack::of($bundle);

        return new JsonResponse(null, 204);
    }

    private static function refuseUnlessLooked(Bundle $bundle): void
    {
        if ($bundle->state !== 'looked') {
            throw new CoreException($bundle->state === 'looking' ? 'The bundle is still being looked through.' : 'This bundle is taken in already, or cannot be.');
        }
    }

    /** @return JsonResponse<BundleAnswer> */
    private function answer(Bundle $bundle, int $status = 200): JsonResponse
    {
        $bundle->refresh();

        return new JsonResponse([
            'uuid' => $bundle->uuid, 'name' => $bundle->name, 'state' => $bundle->state, 'progress' => TakeIn::progress($bundle), 'problem' => $bundle->problem, 'answers' => (object) $bundle->answers,
            'report' => $bundle->report === null ? null : array_diff_key($bundle->report, ['sound' => 0]),
        ], $status);
    }
}
