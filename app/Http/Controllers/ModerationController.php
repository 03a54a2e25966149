<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Requests\Ledger\PutReportRequest;
use App\Http\Requests\Ledger\ReadAuditRequest;
use App\Models\Report;
use App\Models\User;
use App\Queries\Audit;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Http\Request;
use MarshTrial\Core\CoreException;

/**
 * What stewards keep an eye on: what was reported, what is out of sight, and who did what.
 *
 * @phpstan-import-type AuditPage from \App\Queries\Audit
 */
final class ModerationController extends Controller
{
    /**
     * Anybody who is signed in tells the stewards of something; the same call again is the same report.
     *
     * @return JsonResponse<array{uuid: string}>
     */
    public function report(PutReportRequest $request, string $uuid): JsonResponse
    {
        $values = $request->validated();
        self::found($values['subject'], $values['uuid']);
        Report::query()->where('uuid', $uuid)->first() ?? Report::query()->create(['uuid' => $uuid, 'by_id' => $this->me($request)->id, 'subject' => $values['subject'], 'subject_uuid' => strtolower($values['uuid']), 'words' => trim($values['words']), 'at' => now()]);

        return new JsonResponse(['uuid' => $uuid], 201);
    }

    /**
     * @return JsonResponse<array{
     *     reports: array<int, array{
     *         uuid: string, subject: string, subjectUuid: string, words: string, by: string, at: string,
     *         settled: string|null, told: string, link: string|null,
     *     }>,
     * }>
     */
    public function reports(): JsonResponse
    {
        return new JsonResponse(['reports' => Report::query()->with('by')->orderByRaw('settled_at is not null')->orderByDesc('id')->limit(100)->get()->map(static fn (Report $r): array => [
            'uuid' => $r->uuid, 'subject' => $r->subject, 'subjectUuid' => $r->subject_uuid, 'words' => $r->words, 'by' => $r->by->name, 'at' => $r->at->toIso8601String(), 'settled' => $r->settled_at?->toIso8601String(), ...Audit::subject($r->subject, $r->subject_uuid),
        ])->all()]);
    }

    /**
     * A report was looked at, whatever came of it.
     *
     * @return JsonResponse<null>
     */
    public function settle(Request $request, Report $report): JsonResponse
    {
        $report->update(['settled_at' => $report->settled_at ?? now(), 'settled_by_id' => $this->me($request)->id]);

        return new JsonResponse(null, 204);
    }

    /**
     * Out of sight for all but stewards; what was said is kept.
     *
     * @return JsonResponse<null>
     */
    public function hide(string $subject, string $uuid): JsonResponse
    {
        return $this->sight($subject, $uuid, true);
    }

    /** @return JsonResponse<null> */
    public function show(string $subject, string $uuid): JsonResponse
    {
        return $this->sight($subject, $uuid, false);
    }

    /**
     * Who did what, newest first.
     *
     * @return JsonResponse<AuditPage>
     */
    public function audit(ReadAuditRequest $request): JsonResponse
    {
        $who = $request->query('who') === null ? null : User::query()->where('uuid', (string) $request->query('who'))->firstOrFail();

        return new JsonResponse(Audit::page($who));
    }

    /** @return JsonResponse<null> */
    private function sight(string $subject, string $uuid, bool $hidden): JsonResponse
    {
        if (! in_array($subject, Report::HIDDEN, true)) {
            throw new CoreException('A record is withdrawn with a reason, not hidden.');
        }
        $thing = self::found($subject, $uuid);
        in_array($subject, ['question', 'answer'], true) ? $thing->update(['hidden_at' => $hidden ? now() : null]) : $thing->update(['shared' => ! $hidden]);

        return new JsonResponse(null, 204);
    }

    private static function found(string $subject, string $uuid): Model
    {
        $model = Report::SUBJECTS[$subject] ?? abort(404);

        return $model::query()->where('uuid', $uuid)->firstOrFail();
    }
}
