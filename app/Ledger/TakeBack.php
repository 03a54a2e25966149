<?php

declare(strict_types=1);

namespace App\Ledger;

use App\Models\Bundle;
use App\Models\Card;
use App\Models\Ledger;
use App\Models\Revision;
use App\Models\Standing;
use Illuminate\Support\Facades\DB;
use Illuminate\Support\Facades\Schema;
use MarshTrial\Core\CoreException;

/** Takes a bundle back: its records go with their tests, what an earlier one brought stands again, and what this house has come to use stays. */
final class TakeBack
{
    /** What a bundle makes beside records, in the order in which it can go: what others still refer to stays. */
    private const MADE = ['paint_aliases', 'formulations', 'paints', 'makers', 'papers', 'users', 'ledgers'];

    /** Cards that go in one transaction. */
    private const AT_ONCE = 20;

    /** Goes with a paint and holds nothing on to it. */
    private const PART_OF_IT = ['paint_codes', 'paint_aliases', 'paint_digests'];

    public static function of(Bundle $bundle): void
    {
        DB::transaction(static function () use ($bundle): void {
            $bundle->refresh();
            if ($bundle->state === 'taking') {
                throw new CoreException('The bundle is just being taken in. Wait until it is.');
            }
            if ($bundle->state === 'taken') {
                self::undo($bundle);
            }
            $bundle->delete();
        });
        @unlink($bundle->path());
    }

    /** Gives back what was written of a bundle that could not be taken in to its end; nobody had seen it, and nobody waits for long meanwhile. */
    public static function abandon(Bundle $bundle, string $why): void
    {
        while (($some = Card::query()->whereIn('id', Settle::staged($bundle)->limit(self::AT_ONCE))->get())->isNotEmpty()) {
            DB::transaction(static function () use ($some): void {
                DB::table('revisions')->whereIn('card_id', $some->pluck('id'))->delete();
                $some->each(Settle::clear(...));
                $some->each->delete();
            });
        }
        DB::transaction(static function () use ($bundle, $why): void {
            self::undo($bundle);
            DB::table('bundle_changes')->where('bundle_id', $bundle->id)->delete();
            $bundle->update(['state' => 'failed', 'problem' => mb_strimwidth($why, 0, 900, '…')]);
        });
    }

    private static function undo(Bundle $bundle): void
    {
        $cards = Card::query()->whereIn('id', Revision::withStaged()->where('bundle_id', $bundle->id)->select('card_id'))->get();
        $going = $cards->filter(static fn (Card $c): bool => $c->ledger_id !== null && Revision::withStaged()->where('card_id', $c->id)->where(static fn ($q) => $q->whereNull('bundle_id')->orWhere('bundle_id', '<>', $bundle->id))->doesntExist());
        self::refuseWhatIsTalkedAbout($bundle, $going->pluck('id')->all());
        foreach (DB::table('bundle_changes')->where('bundle_id', $bundle->id)->whereNotNull('before')->get() as $change) {
            DB::table($change->table)->where('id', $change->row_id)->update((array) json_decode((string) $change->before, true));
        }
        foreach (['answers', 'questions', 'standings', 'revisions'] as $table) {
            DB::table($table)->where('bundle_id', $bundle->id)->delete();
        }
        $going->each(Settle::clear(...));
        $going->each->delete();
        foreach ($cards->whereNotNull('ledger_id')->whereNotIn('id', $going->pluck('id')) as $card) {
            self::settleAgain($card);
        }
        foreach (Card::query()->whereIn('id', $cards->pluck('id'))->orWhereIn('id', Standing::query()->select('card_id'))->get() as $card) {
            Settle::standing($card);
        }
        $bundle->update(['ledger_id' => null]);
        foreach (self::MADE as $table) {
            foreach (DB::table('bundle_changes')->where('bundle_id', $bundle->id)->where('table', $table)->pluck('row_id') as $id) {
                if (! self::isReferredTo($table, (int) $id)) {
                    DB::table($table)->where('id', $id)->delete();
                }
            }
        }
    }

    /** @param list<int> $going ids of the cards that would go */
    private static function refuseWhatIsTalkedAbout(Bundle $bundle, array $going): void
    {
        $notOfIt = static fn (string $table): \Closure => static fn ($q) => $q->whereNull("$table.bundle_id")->orWhere("$table.bundle_id", '<>', $bundle->id);
        // What was answered here to a question that the bundle brought, of whatever record, would go with the question.
        $answered = static fn () => DB::table('answers')->join('questions', 'questions.id', '=', 'answers.question_id')->where($notOfIt('answers'));
        $said = self::closedHere($bundle) + $answered()->where('questions.bundle_id', $bundle->id)->count();
        foreach (array_chunk($going, 500) as $some) {
            $said += Settle::verdictsOf($some)->count() + DB::table('questions')->whereIn('card_id', $some)->where($notOfIt('questions'))->count() + $answered()->whereIn('questions.card_id', $some)->where($notOfIt('questions'))->count();
        }
        if ($said > 0) {
            throw new CoreException('Records of this bundle were asked about or judged here since ('.($said === 1 ? 'one question, answer or judgement' : "$said questions, answers and judgements").'), so it is no longer taken back. Nothing was changed.');
        }
    }

    /** Questions that the bundle brought and that people of this house closed since: in a copy of a ledger the same people ask and close. */
    private static function closedHere(Bundle $bundle): int
    {
        $closed = DB::table('questions')->where('bundle_id', $bundle->id)->whereNotNull('closed_at')->pluck('id');
        // What a bundle closed says what it was before; the first of them found it open unless it was closed here.
        $first = DB::table('bundle_changes')->where('table', 'questions')->whereIn('row_id', $closed)->orderByDesc('id')->pluck('before', 'row_id');

        return $closed->filter(static fn (int $id): bool => ! isset($first[$id]) || json_decode((string) $first[$id], true)['closed_at'] !== null)->count();
    }

    private static function settleAgain(Card $card): void
    {
        $revision = Revision::leading($card)->first();
        if ($revision !== null) {
            (new Settle(null, Ledger::query()->findOrFail($card->ledger_id)))->tests($card, $revision, Tests::of($revision->record, (array) $revision->evidence, null)->packed());
        }
    }

    private static function isReferredTo(string $table, int $id): bool
    {
        static $keys = null;
        if ($keys === null) {
            $keys = [];
            foreach (Schema::getTableListing(schemaQualified: false) as $of) {
                foreach (Schema::getForeignKeys($of) as $key) {
                    $keys[$key['foreign_table']][] = [$of, $key['columns'][0]];
                }
            }
        }
        foreach ($keys[$table] ?? [] as [$of, $column]) {
            if (! in_array($of, self::PART_OF_IT, true) && DB::table($of)->where($column, $id)->exists()) {
                return true;
            }
        }

        return false;
    }
}
