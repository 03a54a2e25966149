<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Answer;
use App\Models\Card;
use App\Models\Question;
use App\Models\User;
use Illuminate\Support\Carbon;
use Illuminate\Support\Facades\DB;

/**
 * The trail of who wrote what.
 *
 * @phpstan-type AuditPage array{
 *     entries: list<array{
 *         at: string, by: string|null, byUuid: string|null, did: string, subject: string|null, token: string|null,
 *     }>,
 *     total: int, page: int, pages: int,
 * }
 */
final class Audit
{
    private const PAGE = 100;

    /** @return AuditPage */
    public static function page(?User $who): array
    {
        $page = DB::table('audit')->leftJoin('users', 'users.id', '=', 'audit.by_id')->when($who !== null, static fn ($q) => $q->where('audit.by_id', $who?->id))->orderByDesc('audit.id')->select('audit.at', 'audit.route', 'audit.subject', 'audit.by_token', 'users.name', 'users.uuid')->paginate(self::PAGE);

        return ['entries' => array_map(static fn (object $a): array => ['at' => Carbon::parse($a->at, 'UTC')->toIso8601String(), 'by' => $a->name, 'byUuid' => $a->uuid, 'did' => $a->route, 'subject' => $a->subject, 'token' => $a->by_token], $page->items()), 'total' => $page->total(), 'page' => $page->currentPage(), 'pages' => $page->lastPage()];
    }

    /** @return array{told: string, link: string|null} what was reported, and where it stands */
    public static function subject(string $subject, string $uuid): array
    {
        $card = static fn (?Card $card): ?string => $card === null ? null : "/records/$card->uuid";

        return match ($subject) {
            'question' => ['told' => (string) (($q = Question::query()->with('card')->where('uuid', $uuid)->first())->text ?? 'gone'), 'link' => $card($q?->card)],
            'answer' => ['told' => (string) (($a = Answer::query()->with('question.card')->where('uuid', $uuid)->first())->text ?? 'gone'), 'link' => $card($a?->question->card)],
            'record' => ['told' => (string) (($c = Card::query()->where('uuid', $uuid)->first())->title ?? 'gone'), 'link' => $card($c)],
            default => ['told' => "a $subject", 'link' => $subject === 'group' ? "/groups/$uuid" : null],
        };
    }
}
