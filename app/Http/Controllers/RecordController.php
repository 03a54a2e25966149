<?php

declare(strict_types=1);

namespace App\Http\Controllers;

use App\Http\JsonResponse;
use App\Http\Requests\Ledger\ReadRecordRequest;
use App\Http\Requests\PageRequest;
use App\Models\Card;
use App\Models\Revision;
use App\Queries\PropertyView;
use App\Queries\RecordStanding;
use App\Queries\RecordStrips;
use Illuminate\Database\Eloquent\Builder;
use MarshTrial\Core\Exchange\RecordFingerprint;

/**
 * Published records: anyone may read them.
 *
 * @phpstan-type RecordIndexAnswer array{
 *     records: array<int, array{
 *         strips: list<list<string>>, card: string, number: int, title: string, kind: string, by: string,
 *         byUuid: string, publishedAt: string, withdrawn: bool, ledger: string|null,
 *     }>,
 *     total: int, page: int, pages: int,
 * }
 */
final class RecordController extends Controller
{
    /** @return JsonResponse<RecordIndexAnswer> */
    public function index(PageRequest $request): JsonResponse
    {
        $page = Revision::query()->with('card.owner', 'card.ledger')->select('id', 'card_id', 'number', 'published_at', 'title')
            ->newest()->orderByDesc('published_at')->orderByDesc('id')->paginate(50);

        $strips = RecordStrips::of(array_map(static fn (Revision $r): int => $r->card_id, $page->items()));

        return new JsonResponse(['records' => array_map(static fn (Revision $r): array => [
            'strips' => $strips[$r->card_id] ?? [],
            'card' => $r->card->uuid, 'number' => $r->number, 'title' => $r->title, 'kind' => $r->card->kind, 'by' => $r->card->owner->name, 'byUuid' => $r->card->owner->uuid, 'publishedAt' => $r->published_at->toIso8601String(), 'withdrawn' => $r->card->withdrawn_at !== null, 'ledger' => $r->card->ledger?->words(),
        ], $page->items()), 'total' => $page->total(), 'page' => $page->currentPage(), 'pages' => $page->lastPage()]);
    }

    /** @return JsonResponse<array<string, mixed>> as docs/schemas/record-document.json */
    public function show(ReadRecordRequest $request, string $card, ?int $number = null): JsonResponse
    {
        $revision = Revision::query()->with('card')->whereHas('card', static fn (Builder $q) => $q->where('uuid', $card))
            ->when($number !== null, static fn (Builder $q) => $q->where('number', $number))
            // Two may bear one number, when a ledger and a copy of it both went on.
            ->when($request->query('fingerprint'), static fn (Builder $q, mixed $print) => $q->where('fingerprint', (string) $print))->orderByDesc('number')->orderByDesc('fingerprint')->firstOrFail();

        // Records of earlier days name the pans of their tester, and leave it to the reader to word a rating.
        $record = $revision->record;
        $record['layout'] = Card::withoutPans($record['layout'] ?? [], array_column($record['rows'] ?? [], 'uuid', 'row'));

        foreach ($record['rows'] ?? [] as $i => $row) {
            $record['rows'][$i]['ratings'] = array_map(static fn (array $r): array => isset($r['text']) || ($r['value'] ?? null) === null ? $r : [...$r, ...PropertyView::worded($r)], $row['ratings'] ?? []);
        }

        // The answer of this server; anybody can ask `php artisan record:verify` or a program of their own.
        $fingerprint = RecordFingerprint::holds($record);
        $record['standing'] = RecordStanding::of($revision, $record, $this->user($request));

        return new JsonResponse($record, 200, ['X-Fingerprint' => $fingerprint === null ? 'none' : ($fingerprint ? 'holds' : 'differs')], JSON_UNESCAPED_SLASHES | JSON_UNESCAPED_UNICODE | JSON_PRESERVE_ZERO_FRACTION);
    }
}
