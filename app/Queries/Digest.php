<?php

declare(strict_types=1);

namespace App\Queries;

use App\Models\Answer;
use App\Models\Card;
use App\Models\Follow;
use App\Models\Paint;
use App\Models\Question;
use App\Models\Revision;
use App\Models\Standing;
use App\Models\User;
use Illuminate\Database\Eloquent\Model;
use Illuminate\Database\Query\Builder;
use Illuminate\Support\Carbon;
use Illuminate\Support\Collection;
use Illuminate\Support\Facades\DB;

/**
 * What happened to what somebody follows, and to their own records and questions, newest first.
 *
 * @phpstan-type DigestRevisions array{on: string, what: string, words: string, by: string, link: string}
 * @phpstan-type DigestSaid array{on: string, what: 'stands again'|'withdrawn', words: string, by: string, link: string}
 * @phpstan-type DigestTalk array{
 *     on: string, what: 'answered'|'asked'|'repeated yours', words: string, by: string, link: string,
 * }
 * @phpstan-type DigestChecks array{on: string, what: string, words: string, by: string, link: string}
 * @phpstan-type DigestDetail array{
 *     follows: list<array{kind: string, key: string, name: string}>,
 *     events: list<array{on: string, what: string, words: string, by: string, link: string, new: bool}>,
 *     seen: string|null,
 * }
 */
final class Digest
{
    private const DAYS = 120;

    private const MOST = 100;

    /** @return DigestDetail */
    public static function of(User $user): array
    {
        $follows = Follow::query()->where('user_id', $user->id)->orderBy('kind')->orderBy('key')->get();
        $since = now()->subDays(self::DAYS);
        $cards = self::cards($follows);
        $events = [...self::revisions($cards, $user, $since), ...self::checks($follows, $since), ...self::said($cards, $user, $since), ...self::talk($cards, $user, $since)];
        usort($events, static fn (array $a, array $b): int => strcmp((string) $b['on'], (string) $a['on']));

        return [
            'follows' => array_values($follows->map(static fn (Follow $f): array => ['kind' => $f->kind, 'key' => $f->key, 'name' => self::name($f)])->all()),
            'events' => array_map(static fn (array $e): array => [...$e, 'new' => $user->digest_seen_at === null || $e['on'] > $user->digest_seen_at->toIso8601String()], array_slice($events, 0, self::MOST)),
            'seen' => $user->digest_seen_at?->toIso8601String(),
        ];
    }

    public static function name(Follow $follow): string
    {
        return match ($follow->kind) {
            'paint' => (string) (Paint::query()->where('uuid', $follow->key)->value('colour_name') ?? 'a paint that is gone'),
            'rack' => (string) (Card::query()->where('uuid', $follow->key)->whereNotNull('published_at')->value('title') ?? 'a rack that is gone'),
            'tester' => (string) (User::query()->where('uuid', $follow->key)->value('name') ?? 'a tester who is gone'),
            default => $follow->key,
        };
    }

    /**
     * Published cards of what is followed, by why.
     *
     * @param Collection<int, Follow> $follows
     *
     * @return Builder ids
     */
    private static function cards(Collection $follows): Builder
    {
        $keys = static fn (string $kind): array => $follows->where('kind', $kind)->pluck('key')->all();
        $painted = static fn (): Builder => DB::table('specimens')->join('pans', 'pans.id', '=', 'specimens.pan_id')->select('specimens.card_id');

        return DB::table('cards')->whereNotNull('published_at')->where(static fn (Builder $q) => $q
            ->whereIn('cards.id', $painted()->whereIn('pans.paint_id', DB::table('paint_codes')->whereIn('code', $keys('code'))->select('paint_id')))
            ->orWhereIn('cards.id', $painted()->whereIn('pans.paint_id', DB::table('paints')->whereIn('uuid', $keys('paint'))->select('id')))
            ->orWhereIn('cards.uuid', $keys('rack'))
            ->orWhereIn('cards.owner_id', DB::table('users')->whereIn('uuid', $keys('tester'))->select('id')))->select('cards.id');
    }

    /** @return list<DigestRevisions> */
    private static function revisions(Builder $cards, User $user, Carbon $since): array
    {
        return array_values(Revision::query()->with('card.owner')->select('id', 'card_id', 'number', 'published_at', 'title')->whereIn('card_id', clone $cards)->whereHas('card', static fn ($q) => $q->where('owner_id', '<>', $user->id))->tap(self::news('revisions', 'published_at', $since))->get()
            ->map(static fn (Revision $r): array => ['on' => self::on($r), 'what' => $r->number === 1 ? 'published' : "revision $r->number", 'words' => $r->title, 'by' => $r->card->owner->name, 'link' => "/records/{$r->card->uuid}/$r->number"])->all());
    }

    /**
     * Checks of racks that are followed.
     *
     * @param Collection<int, Follow> $follows
     *
     * @return list<DigestChecks>
     */
    private static function checks(Collection $follows, Carbon $since): array
    {
        $checks = DB::table('fade_checks')->join('cards', 'cards.id', '=', 'fade_checks.card_id')->join('users', 'users.id', '=', 'cards.owner_id')->whereNotNull('cards.published_at')->whereIn('cards.uuid', $follows->where('kind', 'rack')->pluck('key'))
            ->whereExists(static fn ($q) => $q->from('pictures')->join('measurements', 'measurements.picture_id', '=', 'pictures.id')->whereColumn('pictures.fade_check_id', 'fade_checks.id')->where('measurements.published', true))
            ->where('checked_on', '>=', $since)->orderByDesc('checked_on')->limit(self::MOST)->get(['cards.uuid', 'cards.title', 'checked_on', 'users.name']);

        return array_values($checks->map(static fn (object $c): array => ['on' => Carbon::parse($c->checked_on, 'UTC')->toIso8601String(), 'what' => 'checked', 'words' => $c->title, 'by' => $c->name, 'link' => "/records/$c->uuid"])->all());
    }

    /** @return list<DigestSaid> */
    private static function said(Builder $cards, User $user, Carbon $since): array
    {
        return array_values(Standing::query()->with('by')->where(static fn ($q) => $q->whereIn('card_id', clone $cards)->orWhereIn('card_id', Question::query()->where('by_id', $user->id)->select('card_id')))->where('by_id', '<>', $user->id)->select('standings.*')->tap(self::news('standings', 'at', $since))->get()
            ->map(static function (Standing $s): array {
                $card = Card::query()->findOrFail($s->card_id);

                return ['on' => self::on($s), 'what' => $s->withdrawn ? 'withdrawn' : 'stands again', 'words' => $card->title.($s->because === '' ? '' : ": $s->because"), 'by' => $s->by->name, 'link' => "/records/$card->uuid"];
            })->all());
    }

    /** @return list<DigestTalk> questions on one's own and followed records, answers to one's own questions and on one's own records */
    private static function talk(Builder $cards, User $user, Carbon $since): array
    {
        $own = DB::table('cards')->where('owner_id', $user->id)->select('id');
        $questions = Question::query()->with('by', 'card')->whereNull('hidden_at')->where(static fn ($q) => $q->whereIn('card_id', clone $own)->orWhereIn('card_id', clone $cards))->where('by_id', '<>', $user->id)->select('questions.*')->tap(self::news('questions', 'at', $since))->get()
            ->map(static fn (Question $q): array => ['on' => self::on($q), 'what' => 'asked', 'words' => "{$q->card->title}: $q->text", 'by' => $q->by->name, 'link' => "/records/{$q->card->uuid}"]);
        $answers = Answer::query()->with('by', 'question.card')->whereNull('hidden_at')->where('by_id', '<>', $user->id)->select('answers.*')->tap(self::news('answers', 'at', $since))->whereHas('question', static fn ($q) => $q->whereNull('hidden_at')->where(static fn ($q) => $q->where('by_id', $user->id)->orWhereIn('card_id', clone $own)))->get()
            ->map(static fn (Answer $a): array => ['on' => self::on($a), 'what' => 'answered', 'words' => "{$a->question->card->title}: $a->text", 'by' => $a->by->name, 'link' => "/records/{$a->question->card->uuid}"]);
        $repeats = Card::query()->with('owner')->whereNotNull('published_at')->whereIn('repeats_card', DB::table('cards')->where('owner_id', $user->id)->select('uuid'))->where('owner_id', '<>', $user->id)->select('cards.*')->tap(self::news('cards', 'published_at', $since))->get()
            ->map(static fn (Card $c): array => ['on' => self::on($c), 'what' => 'repeated yours', 'words' => $c->title, 'by' => $c->owner->name, 'link' => "/records/$c->uuid"]);

        return [...$questions->all(), ...$answers->all(), ...$repeats->all()];
    }

    /** What came to be known here since: what a bundle brought is news of the day when it was taken in. */
    private static function news(string $table, string $said, Carbon $since): \Closure
    {
        $brought = $table === 'cards' ? 'bundles join revisions on revisions.bundle_id = bundles.id where revisions.card_id = cards.id' : "bundles where bundles.id = $table.bundle_id";
        $came = "coalesce((select min(taken_at) from $brought), $table.$said)";

        return static fn ($query) => $query->selectRaw("$came as came")->whereRaw("$came >= ?", [$since->toDateTimeString()])->orderByDesc('came')->limit(self::MOST);
    }

    private static function on(Model $of): string
    {
        return Carbon::parse((string) $of->getAttribute('came'), 'UTC')->toIso8601String();
    }
}
