<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Ledger;
use App\Models\Revision;
use App\Models\User;
use Illuminate\Support\Facades\DB;

/**
 * What anybody may see of a tester: what they published, and nothing else.
 *
 * @phpstan-type ProfileDetail array{
 *     uuid: string, name: string, ledger: string|null, since: string|null,
 *     records: list<array{card: string, title: string, kind: string, publishedAt: string}>, total: int,
 *     codes: list<string>, properties: array<int, array{property: string, tests: int}>, protocols: list<string>,
 * }
 */
final class Profile
{
    private const RECORDS = 50;

    /** @return ProfileDetail|null null: nothing is published under this name */
    public static function of(User $user): ?array
    {
        $cards = DB::table('cards')->where('owner_id', $user->id)->whereNotNull('published_at')->whereNull('withdrawn_at');
        if (DB::table('cards')->where('owner_id', $user->id)->whereNotNull('published_at')->doesntExist()) {
            return null;
        }
        $tests = DB::table('ratings')->where('ratings.holds', true)->where('ratings.status', 'measured')->join('measurements', 'measurements.id', '=', 'ratings.measurement_id')->where('measurements.published', true)->whereIn('measurements.card_id', (clone $cards)->select('id'));

        return [
            'uuid' => $user->uuid, 'name' => $user->name, 'ledger' => $user->ledger_id === null ? null : Ledger::query()->findOrFail($user->ledger_id)->words(), 'since' => (clone $cards)->min('published_at'),
            'records' => array_values(Revision::query()->with('card')->select('id', 'card_id', 'number', 'published_at', 'title')->newest()->whereIn('card_id', (clone $cards)->select('id'))->orderByDesc('published_at')->orderByDesc('id')->limit(self::RECORDS)->get()
                ->map(static fn (Revision $r): array => ['card' => $r->card->uuid, 'title' => $r->title, 'kind' => $r->card->kind, 'publishedAt' => $r->published_at->toIso8601String()])->all()),
            'total' => (clone $cards)->count(),
            'codes' => DB::table('paint_codes')->whereIn('paint_id', (clone $tests)->select('ratings.paint_id'))->where('state', 'known')->distinct()->orderBy('code')->pluck('code')->all(),
            'properties' => (clone $tests)->selectRaw('ratings.property, count(distinct ratings.specimen_id) as tests')->groupBy('ratings.property')->orderBy('ratings.property')->get()->map(static fn (object $r): array => ['property' => $r->property, 'tests' => (int) $r->tests])->all(),
            'protocols' => array_values(array_filter((clone $tests)->selectRaw("distinct json_extract(ratings.detail, '$.protocol') as protocol")->pluck('protocol')->all())),
        ];
    }
}
