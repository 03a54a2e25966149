<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Actions\MoveTask;
use App\Http\JsonResponse;
use App\Http\Requests\Bench\PutConditionRequest;
use App\Http\Requests\Bench\PutHandReadingRequest;
use App\Http\Requests\Bench\PutRemarkRequest;
use App\Http\Requests\Bench\PutSpoilingRequest;
use App\Http\Requests\Bench\PutTaskRequest;
use App\Http\Requests\Bench\PutTimerRequest;
use App\Models\BenchSession;
use App\Models\HandReading;
use App\Models\Remark;
use App\Models\SpecimenCondition;
use App\Models\Spoiling;
use App\Models\Task;
use App\Models\Timer;
use App\Queries\SessionView;
use App\Rules\Moment;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;
use MarshTrial\Core\Bench\HandMeasure;
use MarshTrial\Core\Session\Conditions;

/**
 * What is entered at the bench: each write stands alone, may be repeated, and carries the edition it was made from.
 *
 * @phpstan-type BenchPutRemarkAnswer array{uuid: string, edition: int, word: string, note: string}
 * @phpstan-type BenchPutConditionAnswer array{uuid: string, edition: int, key: string, value: string}
 * @phpstan-type BenchPutHandReadingAnswer array{uuid: string, edition: int, value: float|null}
 * @phpstan-type BenchPutSpoilingAnswer array{uuid: string, edition: int}
 * @phpstan-import-type SessionTask from \App\Queries\SessionView
 * @phpstan-import-type SessionTimer from \App\Queries\SessionView
 */
final class BenchController extends Controller
{
    /** @return JsonResponse<SessionTask> */
    public function putTask(PutTaskRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();

        return new JsonResponse(SessionView::task(MoveTask::to($uuid, $values['state'], trim($values['reason'] ?? ''), $request->header('If-Match'), $this->me($request))));
    }

    /** @return JsonResponse<SessionTimer> */
    public function putTimer(PutTimerRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $session = BenchSession::query()->where('uuid', $values['sessionUuid'])->firstOrFail();
        $timer = DB::transaction(function () use ($request, $uuid, $values, $session): Timer {
            $timer = Timer::query()->where('uuid', $uuid)->where('bench_session_id', $session->id)->first();
            // Stopped is stopped, whoever was first.
            if ($timer?->stopped_at !== null && ($values['stoppedAt'] ?? null) !== null) {
                return $timer;
            }
            $twin = $timer !== null || ($values['stoppedAt'] ?? null) !== null ? null : self::runsAlready($session, $values);
            if ($twin !== null) {
                return $twin;
            }
            $fields = [
                'kind' => $values['kind'], 'label' => $values['label'] ?? '', 'seconds' => $values['seconds'], 'started_at' => Carbon::parse($values['startedAt'])->utc(),
                'stopped_at' => ($values['stoppedAt'] ?? null) === null ? null : Carbon::parse($values['stoppedAt'])->utc(),
            ];

            return $timer === null
                ? Timer::put($uuid, [...$fields, 'bench_session_id' => $session->id, 'task_id' => Task::query()->where('bench_session_id', $session->id)->where('uuid', $values['taskUuid'] ?? '')->value('id')])
                : $timer->change($fields, $request->header('If-Match'));
        });

        return new JsonResponse(SessionView::timer($timer->load('task', 'owner')), $timer->wasRecentlyCreated ? 201 : 200);
    }

    /**
     * A timer that counts the same at this moment: two people, or one tap twice.
     *
     * @param array<string, mixed> $values
     */
    private static function runsAlready(BenchSession $session, array $values): ?Timer
    {
        return Timer::query()->where('bench_session_id', $session->id)->whereNull('stopped_at')->where('kind', $values['kind'])->where('label', $values['label'] ?? '')->where('seconds', $values['seconds'])
            ->where('task_id', Task::query()->where('bench_session_id', $session->id)->where('uuid', $values['taskUuid'] ?? '')->value('id'))
            ->get()->first(static fn (Timer $t): bool => $t->started_at->addSeconds($t->seconds)->isFuture());
    }

    /** @return JsonResponse<BenchPutRemarkAnswer> */
    public function putRemark(PutRemarkRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $specimen = $request->specimen();
        $remark = Remark::put($uuid, [
            'specimen_id' => $specimen->id, 'word' => $values['word'] ?? '', 'note' => $values['note'] ?? '', 'withdrawn' => (bool) ($values['withdrawn'] ?? false),
        ], $request->header('If-Match'));

        return new JsonResponse(['uuid' => $remark->uuid, 'edition' => $remark->edition, 'word' => $remark->word, 'note' => $remark->note], $remark->wasRecentlyCreated ? 201 : 200);
    }

    /** @return JsonResponse<BenchPutConditionAnswer> */
    public function putCondition(PutConditionRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $specimen = $request->specimen();
        $value = Conditions::check($values['key'], (string) ($values['value'] ?? ''));
        $condition = DB::transaction(static function () use ($request, $uuid, $values, $specimen, $value): SpecimenCondition {
            // Two who override the same condition meet in one row.
            $there = SpecimenCondition::query()->where('specimen_id', $specimen->id)->where('key', $values['key'])->first();

            return $there === null
                ? SpecimenCondition::put($uuid, ['specimen_id' => $specimen->id, 'key' => $values['key'], 'value' => $value])
                : $there->change(['value' => $value], $request->header('If-Match'));
        });

        return new JsonResponse(['uuid' => $condition->uuid, 'edition' => $condition->edition, 'key' => $condition->key, 'value' => $condition->value], $condition->wasRecentlyCreated ? 201 : 200);
    }

    /** @return JsonResponse<BenchPutHandReadingAnswer> */
    public function putHandReading(PutHandReadingRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $specimen = $request->specimen();
        $value = ($values['value'] ?? '') === '' ? null : HandMeasure::check($values['what'], (string) $values['value']);
        $reading = HandReading::put($uuid, ['specimen_id' => $specimen->id, 'what' => $values['what'], 'value' => $value], $request->header('If-Match'));

        return new JsonResponse(['uuid' => $reading->uuid, 'edition' => $reading->edition, 'value' => $reading->value], $reading->wasRecentlyCreated ? 201 : 200);
    }

    /** @return JsonResponse<BenchPutSpoilingAnswer> */
    public function putSpoiling(PutSpoilingRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        $specimen = $request->specimen();
        $spoiling = Spoiling::put($uuid, ['specimen_id' => $specimen->id, 'property' => $values['property'] ?? null, 'reason' => trim($values['reason'])], $request->header('If-Match'));

        return new JsonResponse(['uuid' => $spoiling->uuid, 'edition' => $spoiling->edition], $spoiling->wasRecentlyCreated ? 201 : 200);
    }

    /**
     * It counts again.
     *
     * @return JsonResponse<null>
     */
    public function destroySpoiling(Spoiling $spoiling): JsonResponse
    {
        $spoiling->delete();

        return new JsonResponse(null, 204);
    }
}
